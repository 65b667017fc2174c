import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { againstDiet, NO_GOALS } from '@fellmist/core';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { FoodSelect } from '../ui/food-select';
import { fieldGrams, numberWithin } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** Share of the batch that a food may come in by where nobody says otherwise. House value. */
const USUAL_SHARE = 0.15;

/** Foods that may come in beside the lines, each with the most of it. */
@Component({
  selector: 'fm-coming-foods',
  imports: [Button, Field, FoodSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './coming-foods.html',
  styleUrl: './coming-foods.less',
})
export class ComingFoods {
  protected readonly say = SAY;
  protected readonly fieldGrams = fieldGrams;
  private readonly desk = inject(Desk);
  private readonly goalDesk = inject(GoalDesk);

  protected readonly foods = computed(() =>
    this.goalDesk.choices().mayCome.map((one) => {
      const food = this.desk.larder()?.foods.get(one.foodId);
      return { ...one, name: food?.name ?? one.foodId, against: food && againstDiet(food, this.desk.sheet()?.rebuild.goals ?? NO_GOALS) };
    }),
  );

  protected add(foodId: string): void {
    const { mayCome } = this.goalDesk.choices();
    if (mayCome.some((one) => one.foodId === foodId)) return;
    const batchG = this.desk.rebuild()?.totals.massG ?? 0;
    this.goalDesk.choose({ mayCome: [...mayCome, { foodId, mostG: Math.max(Math.round((batchG * USUAL_SHARE) / 5) * 5, 5) }] });
  }

  protected limit(foodId: string, text: string): void {
    const mostG = numberWithin(text, 0, 1e6);
    if (mostG === undefined) return;
    this.goalDesk.choose({ mayCome: this.goalDesk.choices().mayCome.map((one) => (one.foodId === foodId ? { ...one, mostG } : one)) });
  }

  protected drop(foodId: string): void {
    this.goalDesk.choose({ mayCome: this.goalDesk.choices().mayCome.filter((one) => one.foodId !== foodId) });
  }
}
