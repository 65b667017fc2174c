import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { CARB_COUNT_WORDS, CARB_COUNTS, cheapestProtein, type Counting, type Figures, massOf, NO_GOALS, type Views } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { LarderDesk } from '../state/larderDesk';
import { Choice, type Option } from '../ui/choice';
import { FIGURE_ROWS, showChange, showNumber, showRange, showSum, showWorst } from '../ui/figures';
import type { Asked } from '../parts/why-panel';
import { readAmountTyped } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { aPortionAtHead } from '../ui/portionWords';
import { DailyLimits } from './daily-limits';
import { PriceList } from './price-list';
import { SAY } from './words';

type ViewName = 'portion' | 'batch' | 'per100g';

const ENERGY_OPTIONS: readonly Option<Counting['energy']>[] = [
  { value: 'table', label: SAY.eachFoodsOwn },
  { value: 'eu', label: SAY.euFactors },
  { value: 'us', label: SAY.usFactors },
];

/** The whole nutrition of original and rebuild, how it is counted, and what the batch yields. */
@Component({
  selector: 'fm-nutrition',
  imports: [Button, Choice, DailyLimits, Field, Picker, PriceList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './nutrition.html',
  styleUrl: './nutrition.less',
})
export class Nutrition {
  protected readonly say = SAY;
  protected readonly desk = inject(Desk);
  protected readonly preferences = inject(Preferences);
  private readonly larderDesk = inject(LarderDesk);
  readonly whyAsked = output<Asked>();
  protected readonly view = signal<ViewName>('portion');
  protected readonly isWorst = signal(false);
  protected readonly fault = signal<{ readonly field: string; readonly words: string } | undefined>(undefined);
  protected readonly carbCounts = CARB_COUNTS.map((value) => ({ value, label: CARB_COUNT_WORDS[value] }));
  protected readonly energies = ENERGY_OPTIONS;

  protected readonly views = computed((): readonly Option<ViewName>[] => [
    { label: aPortionAtHead(this.desk.sheet()?.rebuild.portionWord), value: 'portion' },
    { label: SAY.batch, value: 'batch' },
    { label: '100 g', value: 'per100g' },
  ]);

  protected readonly rows = computed(() => {
    const before = this.view() === 'portion' ? this.desk.originalPortion() : this.figures(this.desk.original()?.views);
    const now = this.figures(this.desk.rebuild()?.views);
    if (!before || !now) return [];
    return FIGURE_ROWS.map((row) => ({
      row,
      before: showSum(before[row.key], row.digits),
      now: showSum(now[row.key], row.digits),
      change: showChange(before[row.key].amount, now[row.key].amount, row.digits),
      range: (this.isWorst() ? showWorst(now[row.key], row.digits) : showRange(now[row.key], row.digits)) ?? '',
    }));
  });

  protected readonly shares = computed(() => {
    const shares = this.desk.rebuild()?.energyShares;
    const before = this.desk.original()?.energyShares;
    if (!shares || !before) return [];
    const share = (name: string, now: number, was: number) => ({ name, now, words: `${name} ${showNumber(now * 100, 0)} %`, was: `${showNumber(was * 100, 0)} %` });
    return [share(SAY.protein2, shares.protein, before.protein), share(SAY.fat2, shares.fat, before.fat), share(SAY.carbohydrateAndTheRest, shares.rest, before.rest)];
  });

  protected readonly yieldWords = computed(() => {
    const views = this.desk.rebuild()?.views;
    if (!views) return '';
    const { massG, lowG, highG, found } = views.yield;
    const each = SAY.portionsOfG(showNumber(views.portions, Number.isInteger(views.portions) ? 0 : 1), showNumber(views.portionMassG, 0));
    if (found === 'weighed') return SAY.weighedG(showNumber(massG, 0), each);
    if (this.desk.rebuild()?.product?.heat === 'none') return `${showNumber(massG, 0)} g, ${each}.`;
    if (found === 'raw') return SAY.noLossIsReckonedWhile(showNumber(massG, 0), each);
    return SAY.aboutGWhenBakedOnly(showNumber(massG, 0), showNumber(lowG, 0), showNumber(highG, 0), each);
  });

  /** Which of the household's powders brings protein the cheapest, of those that suit this kind of treat and its diet. */
  protected readonly proteinWords = computed(() => {
    const [standing, larder] = [this.desk.standing(), this.desk.larder()];
    if (!standing || !larder) return '';
    const packs = this.larderDesk.packs().map(({ pack }) => pack);
    const [first, second] = cheapestProtein(packs, standing.product, this.desk.sheet()?.rebuild.goals ?? NO_GOALS, larder, this.preferences.currency());
    if (!first) return '';
    const borne = first.mostShare < 1 ? SAY.upToShare(Math.round(first.mostShare * 100)) : '';
    const next = second ? SAY.thenPowder(second.name, this.preferences.showPrice(second.per100gProtein)) : '';
    return SAY.cheapestProtein(first.name, this.preferences.showPrice(first.per100gProtein), borne, next);
  });

  protected readonly costWords = computed(() => {
    const [cost, views] = [this.desk.cost(), this.desk.rebuild()?.views];
    if (!cost || !views || cost.amount <= 0) return '';
    const gap = cost.unpricedLines.length > 0 ? SAY.noPrice(cost.unpricedLines.length, cost.unpricedLines.length === 1 ? SAY.lineHas : SAY.linesHave) : '';
    const show = (amount: number): string => this.preferences.showPrice(amount);
    const massG = views.yield.massG;
    const proteinG = views.batch.proteinG;
    const more = [
      ...(massG > 0 ? [SAY.priceFor100g(show((cost.amount * 100) / massG))] : []),
      ...(proteinG.amount > 0 && proteinG.gaps.length === 0 ? [SAY.priceForProtein(show((cost.amount * 100) / proteinG.amount))] : []),
    ].join('');
    return SAY.aBatchEach(cost.unpricedLines.length > 0 ? SAY.atLeast : '', show(cost.amount), show(cost.amount / views.portions) + more, gap);
  });

  protected readonly isPricing = signal(false);
  protected readonly isUnpriced = computed(() => (this.desk.cost()?.unpricedLines.length ?? 0) > 0);

  protected readonly atTable = computed(() =>
    (this.desk.rebuild()?.atTable ?? []).map(({ partId, heading, portion }) => ({
      partId,
      words: SAY.atTheTableGProtein(
        heading || SAY.aPart,
        showNumber(portion[this.preferences.energyFigure()].amount, 0),
        this.preferences.energyUnit(),
        showNumber(portion.proteinG.amount, 1),
        showNumber(portion.netCarbG.amount, 1),
      ),
    })),
  );

  private figures(views: Views | undefined): Figures | undefined {
    return views?.[this.view()];
  }

  /** The yield, or a portion's weight, as weighed: "812", "0.8 kg"; empty takes it back. A fault is said beneath and changes nothing. */
  protected weigh(field: 'yieldMassG' | 'portionMassG', text: string): void {
    this.fault.set(undefined);
    if (text.trim() === '') {
      this.desk.describe({ [field]: undefined }, field);
      return;
    }
    const typed = readAmountTyped(text, 'g');
    const found = 'error' in typed ? undefined : massOf(typed.amount, undefined, 'us');
    if ('error' in typed) this.fault.set({ field, words: typed.error });
    else if (!found || 'gap' in found || found.massG <= 0 || found.massG > 1e7) this.fault.set({ field, words: SAY.giveAWeightAboveZero });
    else this.desk.describe({ [field]: found.massG }, field);
  }
}
