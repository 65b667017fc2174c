import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type Freedom, usualFreedom } from '@fellmist/core';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { fieldGrams, numberWithin } from '../ui/numbers';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';

interface Row {
  readonly id: string;
  readonly name: string;
  readonly now: string;
  readonly freedom: Freedom;
  readonly isUsual: boolean;
  /** Why it cannot be changed at all. */
  readonly why: string | undefined;
}

/** For each line whether it stays, or between which grams it may go. */
@Component({
  selector: 'fm-line-freedoms',
  imports: [Checkbox, Field, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './line-freedoms.html',
  styleUrl: './line-freedoms.less',
})
export class LineFreedoms {
  protected readonly say = SAY;
  protected readonly fieldGrams = fieldGrams;
  private readonly desk = inject(Desk);
  private readonly goalDesk = inject(GoalDesk);

  protected readonly rows = computed((): readonly Row[] => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    if (!sheet || !larder) return [];
    const { freedoms } = this.goalDesk.choices();
    return sheet.rebuild.parts
      .filter(({ counting }) => !counting)
      .flatMap(({ lines }) => lines)
      .map((line): Row => {
        const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
        const own = freedoms[line.id];
        return {
          id: line.id,
          name: food?.name ?? line.name,
          now: line.massG === undefined ? '' : `${fieldGrams(line.massG)} g`,
          freedom: own ?? usualFreedom(line, food),
          isUsual: own === undefined,
          why: food === undefined ? SAY.foodUnknown : line.massG === undefined ? SAY.gramsUnknown : undefined,
        };
      });
  });

  private give(id: string, freedom: Freedom): void {
    this.goalDesk.choose({ freedoms: { ...this.goalDesk.choices().freedoms, [id]: freedom } });
  }

  /** A line that was held may go to half and to twice of what it is. */
  protected hold({ id }: Row, stays: boolean): void {
    const massG = this.massOf(id);
    this.give(id, stays ? { kind: 'fixed' } : { kind: 'free', leastG: massG / 2, mostG: massG * 2 });
  }

  private massOf(id: string): number {
    const lines = this.desk.sheet()?.rebuild.parts.flatMap(({ lines: all }) => all) ?? [];
    return lines.find((line) => line.id === id)?.massG ?? 0;
  }

  protected bound({ id, freedom }: Row, which: 'leastG' | 'mostG', text: string): void {
    const massG = numberWithin(text, 0, 1e6);
    if (massG === undefined || freedom.kind === 'fixed') return;
    const next = { ...freedom, [which]: massG };
    this.give(id, { ...next, leastG: Math.min(next.leastG, next.mostG), mostG: Math.max(next.leastG, next.mostG) });
  }

  protected readonly hasOwn = computed(() => this.rows().some(({ isUsual }) => !isUsual));

  protected asUsual(): void {
    this.goalDesk.choose({ freedoms: {} });
  }
}
