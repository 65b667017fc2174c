import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatAmount } from '@fellmist/core';
import { ownPieces } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { isToBake, TABS } from './tabs';
import { SAY } from './words';

/** Everything is in the bowl: what comes next, the oven or what came out. */
@Component({
  selector: 'fm-all-in',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './all-in.html',
  styleUrl: './all-in.less',
})
export class AllIn {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  readonly id = input.required<string>();
  protected readonly words = computed(() => {
    const heat = this.desk.heat();
    return heat === 'none' ? SAY.tasteThenWeigh : heat === undefined ? SAY.finishItThenWeigh : SAY.bakeItThenWeigh;
  });
  /** What was counted and weighs otherwise than usual, each with the page on which it is noted for good. */
  protected readonly pieces = computed(() => {
    const bake = this.desk.bake();
    return (bake ? ownPieces(bake) : []).map(({ lineId, foodId, word, count, eachG, usualG }) => {
      const food = this.desk.larder()?.foods.get(foodId);
      const grams = (each: number): string => showNumber(each, each < 20 ? 1 : 0);
      const counted = formatAmount({ value: Number(count.toFixed(2)), unit: word });
      return {
        lineId,
        words: SAY.piecesWeigh(food?.name ?? '', counted, grams(eachG), grams(usualG)),
        link: food?.packOf === undefined ? ['/larder/pack/new'] : ['/larder/pack', foodId],
        query: { ...(food?.packOf === undefined ? { kind: foodId } : {}), piece: word, weighs: Number(eachG.toFixed(1)) },
      };
    });
  });
  protected readonly next = computed(() => {
    const heat = this.desk.heat();
    return isToBake(heat, this.desk.bake()) ? TABS[heat ?? 'none'] : SAY.whatCameOut;
  });
}
