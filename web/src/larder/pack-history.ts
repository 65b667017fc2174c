import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { PackVersion } from '@fellmist/contract';
import type { Pack } from '@fellmist/core';
import { Asking } from '../state/asking';
import { lookupActions } from '../state/lookup.actions';
import { packDifferences } from './packWords';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** Every save of a pack, the last first, with what it changed; any of them can be taken up again. */
@Component({
  selector: 'fm-pack-history',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-history.html',
  styleUrl: './pack-history.less',
})
export class PackHistory {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  readonly packId = input.required<string>();
  /** The version that is saved now: another one asks for the saves anew. */
  readonly version = input.required<number>();
  readonly takenUp = output<Pack>();
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly saves = signal<readonly PackVersion[] | undefined>(undefined);
  private readonly moments = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

  protected readonly rows = computed(() =>
    this.saves()?.map(({ pack, version, savedAt }, i, all) => {
      const before = all[i + 1]?.pack;
      return { pack, version, on: this.moments.format(new Date(savedAt)), isFirst: before === undefined, changes: before ? packDifferences(before, pack) : [] };
    }),
  );

  constructor() {
    effect(() => {
      const [id, version] = [this.packId(), this.version()];
      untracked(() => this.fetch(id, version));
    });
  }

  private fetch(id: string, version: number): void {
    if (version === 0) {
      this.saves.set([]);
      return;
    }
    this.asking
      .ask<readonly PackVersion[]>((ask) => lookupActions.packHistory({ ask, id }))
      .subscribe((answer) => {
        this.fault.set(answer.ok ? undefined : answer.words);
        if (answer.ok) this.saves.set(answer.value);
      });
  }
}
