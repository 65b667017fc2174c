import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { contributionsOf, type Figure, type GoalState } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { showChange, showNumber, showRange, showSum } from '../ui/figures';
import { type Asked } from '../parts/why-panel';

const SHOWN: readonly { readonly key: Figure; readonly name: string; readonly unit: string; readonly digits: number; readonly always: boolean }[] = [
  { key: 'energyKcal', name: 'Energy', unit: 'kcal', digits: 0, always: true },
  { key: 'proteinG', name: 'Protein', unit: 'g', digits: 1, always: true },
  { key: 'fatG', name: 'Fat', unit: 'g', digits: 1, always: false },
  { key: 'carbohydrateG', name: 'Carbohydrate', unit: 'g', digits: 1, always: false },
  { key: 'netCarbG', name: 'Net carbs', unit: 'g', digits: 1, always: true },
  { key: 'fibreG', name: 'Fibre', unit: 'g', digits: 1, always: false },
  { key: 'sugarsG', name: 'Sugars', unit: 'g', digits: 1, always: true },
];

/** A portion's figures in large numerals, with the original, the change and the likely range. */
@Component({
  selector: 'fm-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './strip.html',
  styleUrl: './strip.less',
})
export class Strip {
  protected readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly whyAsked = output<Asked>();

  /** For each figure with goals the worst of them: met, or missed by how much and which line to look at. */
  private readonly goals = computed(() => {
    const byFigure = new Map<string, GoalState>();
    for (const state of this.desk.goals()) if (byFigure.get(state.goal.figure)?.state !== 'missed') byFigure.set(state.goal.figure, state);
    return byFigure;
  });

  private goalOf(key: Figure, digits: number) {
    const found = this.goals().get(key);
    if (!found) return undefined;
    const { goal, state, missedBy } = found;
    const words = `goal ${goal.kind} ${goal.amount}`;
    if (state !== 'missed') return { state, short: state === 'met' ? '✓ goal' : '? goal', words, look: undefined };
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    const first = sheet && larder ? contributionsOf(sheet.rebuild, key, larder, this.preferences.counting())[0] : undefined;
    const name = first && (this.desk.foodName(first.line.foodId) ?? first.line.name);
    const look = goal.kind === 'at most' && name ? `look at ${name.toLowerCase()}` : undefined;
    return { state, short: `✗ ${goal.kind === 'at most' ? '+' : '−'}${showNumber(missedBy, digits)}`, words: `${words}, missed by ${showNumber(missedBy, digits)}`, look };
  }

  protected readonly cells = computed(() => {
    const [before, now] = [this.desk.original()?.views.portion, this.desk.rebuild()?.views.portion];
    if (!before || !now) return [];
    const [energy, unit] = [this.preferences.energyFigure(), this.preferences.energyUnit()];
    return SHOWN.map((shown) => (shown.key === 'energyKcal' ? { ...shown, key: energy, unit } : shown)).map(({ key, name, unit, digits, always }) => {
      const change = showChange(before[key].amount, now[key].amount, digits);
      return {
        key,
        name,
        unit,
        digits,
        always,
        goal: this.goalOf(key, digits),
        now: showSum(now[key], digits),
        was: showSum(before[key], digits),
        change: change === '0' ? '' : change,
        range: showRange(now[key], digits) ?? '',
      };
    });
  });

  /** Where a goal is set for any figure there is a line for what to look at, missed or not. */
  protected readonly hasLook = computed(() => this.desk.goals().length > 0);

  protected readonly mass = computed(() => {
    const views = this.desk.rebuild()?.views;
    if (!views) return '';
    const found = { weighed: 'weighed', estimated: 'baked, about', raw: 'of raw mix' }[views.yield.found];
    if (this.desk.rebuild()?.product?.heat === 'none') return `${showNumber(views.portionMassG, 0)} g`;
    return views.yield.found === 'estimated' ? `about ${showNumber(views.portionMassG, 0)} g baked` : `${showNumber(views.portionMassG, 0)} g ${found}`;
  });

  protected readonly spoken = computed(() =>
    this.cells()
      .filter((cell) => cell.always)
      .map((cell) => `${cell.name} ${cell.now} ${cell.unit}`)
      .join(', '),
  );
}
