import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { againstDiet, type MayCome, NO_GOALS, usualMostG } from '@fellmist/core';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { FoodSelect } from '../ui/food-select';
import { fieldGrams, numberWithin } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

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
    this.goalDesk.choose({ mayCome: [...mayCome, { foodId, mostG: usualMostG(batchG) }] });
  }

  protected limit(foodId: string, text: string): void {
    const mostG = numberWithin(text, 0, 1e6);
    if (mostG !== undefined) this.change(foodId, (one) => ({ ...one, mostG }));
  }

  /** Whole tins, eggs or sachets only, each of so many grams; any amount where the field is empty. */
  protected inWholeOnes(foodId: string, text: string): void {
    const pieceG = text.trim() === '' ? 0 : numberWithin(text, 0.1, 1e5);
    if (pieceG === undefined) return;
    // At least one may come: a tin larger than the limit would be a food that never can.
    this.change(foodId, ({ pieceG: _before, ...one }) => (pieceG === 0 ? one : { ...one, pieceG, mostG: Math.max(one.mostG, pieceG) }));
  }

  private change(foodId: string, by: (one: MayCome) => MayCome): void {
    this.goalDesk.choose({ mayCome: this.goalDesk.choices().mayCome.map((one) => (one.foodId === foodId ? by(one) : one)) });
  }

  protected drop(foodId: string): void {
    this.goalDesk.choose({ mayCome: this.goalDesk.choices().mayCome.filter((one) => one.foodId !== foodId) });
  }
}
