import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { contributionsOf, type Figure, type Figures, type GoalState, shareOfFigures } from '@fellmist/core';
import { debounceTime } from 'rxjs';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { showChange, showNumber, showRange, showSum } from '../ui/figures';
import type { Option } from '../ui/choice';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { aPortionAtHead } from '../ui/portionWords';
import { Stands } from '../ui/stands';
import type { Asked } from '../parts/why-panel';
import { SAY } from './words';

const SHOWN: readonly { readonly key: Figure; readonly name: string; readonly unit: string; readonly digits: number; readonly always: boolean }[] = [
  { key: 'energyKcal', name: SAY.energy, unit: 'kcal', digits: 0, always: true },
  { key: 'proteinG', name: SAY.protein, unit: 'g', digits: 1, always: true },
  { key: 'fatG', name: SAY.fat, unit: 'g', digits: 1, always: false },
  { key: 'carbohydrateG', name: SAY.carbohydrate, unit: 'g', digits: 1, always: false },
  { key: 'netCarbG', name: SAY.netCarbs, unit: 'g', digits: 1, always: true },
  { key: 'fibreG', name: SAY.fibre, unit: 'g', digits: 1, always: false },
  { key: 'sugarsG', name: SAY.sugars, unit: 'g', digits: 1, always: true },
];

/** Figures that have not changed for so long are read out. */
const RESTED_MS = 700;

/** How much is on the plate. */
type PlateSize = 'portion' | 'per100g' | 'batch' | 'eaten';

/** A portion's figures in large numerals, with the original, the change and the likely range. */
@Component({
  selector: 'fm-strip',
  imports: [Button, Field, Picker, Stands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './strip.html',
  styleUrl: './strip.less',
})
export class Strip {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  protected readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly whyAsked = output<Asked>();

  /** For each figure with goals the worst of them: met, or missed by how much and which line to look at. */
  private readonly goals = computed(() => {
    const byFigure = new Map<string, GoalState>();
    for (const state of this.desk.goals())
      if ((state.goal.per ?? 'portion') === 'portion' && byFigure.get(state.goal.figure)?.state !== 'missed') byFigure.set(state.goal.figure, state);
    return byFigure;
  });

  private goalOf(key: Figure, digits: number) {
    const found = this.goals().get(key);
    if (!found) return undefined;
    const { goal, state, missedBy, now = 0 } = found;
    const isAbove = now > goal.amount;
    const words = SAY.goal(goal.kind === 'at most' ? SAY.atMost : goal.kind === 'near' ? SAY.near : SAY.atLeast2, goal.amount);
    if (state !== 'missed') return { state, short: state === 'met' ? SAY.goal2 : SAY.goal3, words, look: undefined };
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    const first = sheet && larder ? contributionsOf(sheet.rebuild, key, larder, this.preferences.counting())[0] : undefined;
    const name = first && (this.desk.foodName(first.line.foodId) ?? first.line.name);
    const look = isAbove && name ? SAY.lookAt(name.toLowerCase()) : undefined;
    return { state, short: `✗ ${isAbove ? '+' : '−'}${showNumber(missedBy, digits)}`, words: SAY.missedBy(words, showNumber(missedBy, digits)), look };
  }

  protected readonly plate = signal<PlateSize>('portion');
  protected readonly eaten = signal(2);
  protected readonly plateOptions = computed((): readonly Option<PlateSize>[] => [
    { value: 'portion', label: aPortionAtHead(this.desk.sheet()?.rebuild.portionWord) },
    { value: 'per100g', label: '100 g' },
    { value: 'batch', label: SAY.theBatch },
    { value: 'eaten', label: SAY.iEat },
  ]);
  /** The original's share of its batch where the rebuild is cut otherwise. */
  protected readonly isCutOtherwise = computed(() => {
    const [before, now] = [this.desk.original()?.views.portions, this.desk.rebuild()?.views.portions];
    return before !== undefined && now !== undefined && Math.abs(before - now) > 1e-9;
  });

  /** Original and rebuild as much of them as is on the plate. */
  private readonly plates = computed((): readonly [Figures | undefined, Figures | undefined] => {
    const [before, now, share] = [this.desk.original()?.views, this.desk.rebuild()?.views, this.desk.originalPortion()];
    const plate = this.plate();
    if (plate === 'per100g' || plate === 'batch') return [before?.[plate], now?.[plate]];
    const times = plate === 'eaten' ? this.eaten() : 1;
    return [share && shareOfFigures(share, times), now && shareOfFigures(now.portion, times)];
  });

  protected giveEaten(text: string): void {
    const count = numberWithin(text, 0.1, 1000);
    if (count !== undefined) this.eaten.set(count);
  }

  /** What share of the batch the figures are of, for what stands behind them. */
  protected readonly share = computed(() => {
    const views = this.desk.rebuild()?.views;
    if (!views) return 1;
    return { portion: 1 / views.portions, batch: 1, per100g: 100 / Math.max(views.yield.massG, 1e-9), eaten: this.eaten() / views.portions }[this.plate()];
  });

  protected readonly cells = computed(() => {
    const [before, now] = this.plates();
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
        goal: this.plate() === 'portion' ? this.goalOf(key, digits) : undefined,
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
    const found = { weighed: SAY.weighed, estimated: SAY.bakedAbout, raw: SAY.ofRawMix }[views.yield.found];
    if (this.desk.rebuild()?.product?.heat === 'none') return `${showNumber(views.portionMassG, 0)} g`;
    return views.yield.found === 'estimated' ? SAY.aboutGBaked(showNumber(views.portionMassG, 0)) : `${showNumber(views.portionMassG, 0)} g ${found}`;
  });

  /** Told to who listens once the figures rest: not in the middle of a number. */
  protected readonly spoken = toSignal(
    toObservable(
      computed(() =>
        this.cells()
          .filter((cell) => cell.always)
          .map((cell) => `${cell.name} ${cell.now} ${cell.unit}`)
          .join(', '),
      ),
    ).pipe(debounceTime(RESTED_MS)),
    { initialValue: '' },
  );
}
