import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { sameShareOf } from '@fellmist/core';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { WeighLedger } from './weigh-ledger';
import { SAY } from './words';

/** What the batch is as it was poured so far: a portion's figures beside the plan's, what it newly contains, its balance. */
@Component({
  selector: 'fm-pour-truth',
  imports: [Button, WeighLedger],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pour-truth.html',
  styleUrl: './pour-truth.less',
})
export class PourTruth {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  protected readonly isBalance = signal(false);

  protected readonly truth = computed(() => {
    const [plan, real, bake] = [this.desk.plan(), this.desk.real(), this.desk.bake()];
    if (!plan || !real || !bake) return undefined;
    const energy = (kcal: number): string => showNumber(this.preferences.inEnergy(kcal), 0);
    const fresh = real.allergens.contains.filter((one) => !plan.allergens.contains.includes(one));
    const known = new Set(plan.cautions.map(({ text }) => text));
    return {
      word: bake.plan.portionWord,
      energy: `${energy(real.views.portion.energyKcal.amount)} ${this.preferences.energyUnit()}`,
      rest: SAY.proteinAndPlan(showNumber(real.views.portion.proteinG.amount, 1), energy(sameShareOf(plan.views, real.views).energyKcal.amount)),
      fresh: fresh.length > 0 ? SAY.nowContains(fresh.join(', ')) : undefined,
      cautions: real.cautions.filter(({ text }) => !known.has(text)).map(({ text }) => text),
    };
  });
}
