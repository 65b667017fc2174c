import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FirstSteps } from '../state/firstSteps';
import { Preferences } from '../state/preferences';
import { keyNames, Keys } from '../ui/keys';
import { Button } from '../ui/zorro/button';
import { Modal, ModalContent, Modals } from '../ui/zorro/modal';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';

/** What the place is for, and its keys. */
@Component({
  selector: 'fm-help',
  providers: [Modals],
  imports: [Button, Modal, ModalContent, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './help.html',
  styleUrl: './help.less',
})
export class Help {
  protected readonly say = SAY;
  protected readonly preferences = inject(Preferences);
  private readonly keys = inject(Keys);
  private readonly firstSteps = inject(FirstSteps);
  readonly place = input.required<string>();
  readonly about = input.required<readonly string[]>();
  readonly closed = output();

  protected stepThrough(): void {
    this.closed.emit();
    this.firstSteps.start();
  }

  protected readonly groups = computed(() => {
    const bound = this.keys.listed();
    const wheres = [...new Set(bound.map(({ where }) => where))].sort((a, b) => Number(a === undefined) - Number(b === undefined));
    return wheres.map((where) => ({
      where: where ?? SAY.anywhereHere,
      keys: bound.filter((one) => one.where === where).map(({ keys, words }) => ({ names: keyNames(keys), words })),
    }));
  });
}
