import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { PackVersion } from '@fellmist/contract';
import { allLines, type Analysis, isFelt, type Pack } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Asking } from './asking';
import { benchFeature } from './bench.feature';
import { Desk } from './desk';
import { keepList, keptList } from './keptList';
import { larderFeature } from './larder.feature';
import { lookupActions } from './lookup.actions';

/** A pack of the formula on the bench that was saved after the try that lies there. */
interface Changed {
  /** The formula, the pack and its save: what was seen is not told again. */
  readonly key: string;
  readonly formulaId: string;
  readonly before: Pack;
  readonly now: Pack;
}

export interface NewFigures {
  readonly packs: readonly { readonly before: Pack; readonly now: Pack }[];
  readonly before: Analysis;
  readonly now: Analysis;
}

const SEEN = 'fellmist.packsSeen';
/** So many are remembered as seen, the last of them. */
const MOST_SEEN = 300;

/**
 * What the packs of the formula on the bench learned since its last try was saved, and what that makes of it: told once. A try
 * that is saved now knows the packs as they are.
 */
@Injectable({ providedIn: 'root' })
export class PacksSince {
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly desk = inject(Desk);
  private readonly formulaId = this.store.selectSignal(benchFeature.selectFormulaId);
  private readonly head = this.store.selectSignal(benchFeature.selectHead);
  private readonly saved = this.store.selectSignal(benchFeature.selectSaved);
  private readonly packs = this.store.selectSignal(larderFeature.selectPacksById);
  private readonly changed = signal<readonly Changed[]>([]);
  private readonly seen = signal(keptList<string>(SEEN));

  /** The packs of the try that was opened, by what they are saved as: asked for anew when one of them is saved. */
  private readonly used = computed(
    () => {
      const saved = this.saved();
      const ids = new Set(saved ? allLines(saved.rebuild).flatMap(({ foodId }) => foodId ?? []) : []);
      return Object.values(this.packs()).flatMap((stored) => (stored && ids.has(stored.pack.id) && stored.version > 1 ? [stored] : []));
    },
    { equal: (one, other) => one.length === other.length && one.every((stored, i) => stored === other[i]) },
  );

  readonly news = computed((): NewFigures | undefined => {
    const id = this.formulaId();
    const open = this.changed().filter(({ key, formulaId }) => formulaId === id && !this.seen().includes(key));
    const [before, now] = open.length > 0 ? [this.desk.withPacksAs(open.map((one) => one.before)), this.desk.rebuild()] : [];
    return before && now && isFelt(before, now) ? { packs: open, before, now } : undefined;
  });

  constructor() {
    effect((done) => {
      const [formulaId, head, used] = [this.formulaId(), this.head(), this.used()];
      untracked(() => this.changed.set([]));
      if (formulaId === undefined || !head) return;
      const asked = used.map(({ pack, version }) =>
        this.asking
          .ask<readonly PackVersion[]>((ask) => lookupActions.packHistory({ ask, id: pack.id }))
          .subscribe((answer) => {
            const before = answer.ok ? answer.value.find(({ savedAt }) => savedAt <= head.createdAt) : undefined;
            if (!before || before.version === version) return;
            this.changed.update((changed) => [...changed, { key: `${formulaId} ${pack.id} ${version}`, formulaId, before: before.pack, now: pack }]);
          }),
      );
      done(() => {
        for (const one of asked) one.unsubscribe();
      });
    });
  }

  /** It was told, and is not told again. */
  putAway(): void {
    this.seen.update((seen) => [...seen, ...this.changed().map(({ key }) => key)].slice(-MOST_SEEN));
    keepList(SEEN, this.seen());
  }
}
