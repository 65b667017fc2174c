import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output } from '@angular/core';
import { asPlanned, type BakeLine, restAsPlanned, wantedG } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { isTyping, Keys } from '../ui/keys';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { grams } from './grams';
import { SAY } from './words';

/**
 * For who weighs on a scale of their own: what went in as planned is one press, and so is all that is left. Pressed with a mouse
 * neither keeps the focus: Enter goes on taking the reading.
 */
@Component({
  selector: 'fm-as-planned',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './as-planned.html',
  styles: ':host { display: contents; }',
  host: { '(document:keydown)': 'press($event)' },
})
export class AsPlanned {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  private readonly told = inject(Told);
  /** What is weighed now; none while a step is to be done. */
  readonly line = input<BakeLine>();
  readonly done = output();
  /** A spoon is the large key's own. */
  protected readonly amount = computed(() => {
    const line = this.line();
    const massG = line?.spoon === undefined ? line && wantedG(line) : undefined;
    return massG === undefined ? undefined : `${grams(massG, massG < 10 ? 0.1 : 1)} g`;
  });
  protected readonly rest = computed(() => {
    const bake = this.desk.bake();
    return bake ? restAsPlanned(bake) : [];
  });

  constructor() {
    inject(Keys).bind([{ keys: 'P', words: SAY.wentInAsPlanned }], inject(DestroyRef));
  }

  protected take(): void {
    const line = this.line();
    const act = line && this.amount() !== undefined ? asPlanned(line) : undefined;
    if (!act) return;
    this.desk.tell(act);
    this.done.emit();
  }

  protected takeRest(): void {
    const undo = this.desk.tell(...this.rest());
    this.told.undoable(SAY.restWentIn, undo);
    this.done.emit();
  }

  protected press(event: KeyboardEvent): void {
    if (event.key.toLowerCase() !== 'p' || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey || !this.preferences.singleKeys()) return;
    event.preventDefault();
    this.take();
  }
}
