import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Difference, type Figure, tableOf, TERMS, type Terms, weightForEnergy } from '@fellmist/core';
import { CompareDesk, pickKey, pickOf } from '../state/compareDesk';
import { Preferences } from '../state/preferences';
import { Choice, type Option } from '../ui/choice';
import { FIGURE_ROWS, showChange, showNumber, showSum } from '../ui/figures';
import { Picker } from '../ui/pick';
import { Button } from '../ui/zorro/button';
import { ClaimDesk } from './claim-desk';
import { csvOf } from './csvOf';
import { EnergyBars } from './energy-bars';
import { PlateDrawing } from './plate-drawing';
import { SAY } from './words';

const TERM_WORDS: Readonly<Record<Terms, string>> = {
  portion: SAY.aPortionEach,
  '100 g': SAY.of100g,
  weight: SAY.sameWeight,
  energy: SAY.sameEnergy,
  price: SAY.samePrice,
  plates: SAY.asLaid,
};

interface Cell {
  readonly words: string;
  readonly change: string;
  readonly isEqual: boolean;
  readonly isKnown: boolean;
}

const digitsOf = (figure: Figure): number => FIGURE_ROWS.find(({ key }) => key === figure)?.digits ?? 1;

/** A formula, its original, its tries and bought treats on the same terms: plates to scale, a table, shares of energy, and whether a claim adds up. */
@Component({
  selector: 'fm-compare-place',
  imports: [Button, Choice, ClaimDesk, EnergyBars, Picker, PlateDrawing, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare-place.html',
  styleUrl: './compare-place.less',
})
export class ComparePlace {
  protected readonly say = SAY;
  protected readonly compare = inject(CompareDesk);
  private readonly preferences = inject(Preferences);
  /** The formula that the page was opened for. */
  readonly of = input<string>();
  /** The bought treat that it was opened for: it is laid beside what is there. */
  readonly beside = input<string>();

  protected readonly terms = computed((): readonly Option<Terms>[] =>
    TERMS.filter((value) => value !== 'plates' || this.compare.terms() === 'plates').map((value) => ({ value, label: TERM_WORDS[value] })),
  );
  protected readonly plates = this.compare.plates;
  protected readonly most = computed(() => Math.max(1, ...this.plates().map(({ massG = 0 }) => massG)));

  /** What can be laid beside: the formula's own original and tries first, then what was bought, then the other formulas. */
  protected readonly choices = computed((): readonly Option<string>[] => {
    const taken = new Set(this.compare.picks().map(pickKey));
    const id = this.compare.formulaId();
    const entries = this.compare.entries();
    const title = entries.find((entry) => entry.id === id)?.title ?? '';
    const own =
      id === undefined
        ? []
        : [
            { value: `rebuild:${id}`, label: title },
            { value: `original:${id}`, label: SAY.originalOf(title) },
          ];
    const tries = id === undefined ? [] : this.compare.tries().map(({ id: tryId, number, label }) => ({ value: `try:${id}:${tryId}`, label: SAY.tryNumber(number, label) }));
    const bought = this.compare.boughtTreats().map(({ bought: { id: treat, name } }) => ({ value: `bought:${treat}`, label: name }));
    const others = entries.filter((entry) => entry.id !== id).map((entry) => ({ value: `rebuild:${entry.id}`, label: entry.title }));
    return [...own, ...tries, ...bought, ...others].filter(({ value, label }) => label !== '' && !taken.has(value));
  });

  protected readonly rows = computed(() => {
    const plates = this.plates();
    const energy = this.preferences.energyFigure();
    const figures = tableOf(plates, digitsOf).filter(({ figure }) => figure === energy || (figure !== 'energyKcal' && figure !== 'energyKj'));
    return figures.map(({ figure, cells }) => {
      const { name, unit, digits, indented = false } = FIGURE_ROWS.find(({ key }) => key === figure) ?? { name: figure, unit: '', digits: 1 };
      const first = cells[0]?.sum?.amount ?? 0;
      return {
        name: name.replace(/^./, (letter) => letter.toUpperCase()),
        unit,
        indented,
        cells: cells.map(({ sum, difference }): Cell => {
          const isKnown = sum !== undefined && (sum.gaps.length === 0 || sum.amount > 0);
          return { words: isKnown ? showSum(sum, digits) : SAY.unknown, isKnown, ...this.changeWords(difference, first, digits) };
        }),
      };
    });
  });

  private changeWords(difference: Difference | undefined, first: number, digits: number): Pick<Cell, 'change' | 'isEqual'> {
    if (difference?.kind !== 'differs') return difference?.kind === 'equal' ? { change: SAY.equal, isEqual: true } : { change: '', isEqual: false };
    return { change: showChange(first, first + difference.by, digits), isEqual: false };
  }

  protected readonly prices = computed(() => this.plates().map(({ cost }) => (cost === undefined ? SAY.unknown : this.preferences.showPrice(cost))));
  protected readonly hasPrice = computed(() => this.plates().some(({ cost }) => cost !== undefined));
  /** What 100 g of protein cost; unknown without a price or protein. */
  protected readonly proteinPrices = computed(() =>
    this.plates().map(({ cost, figures }) => {
      const protein = figures?.proteinG;
      return cost === undefined || !protein || protein.gaps.length > 0 || protein.amount <= 0 ? SAY.unknown : this.preferences.showPrice((cost * 100) / protein.amount);
    }),
  );
  protected readonly weights = computed(() => this.plates().map(({ massG }) => (massG === undefined ? '–' : showNumber(massG, 0))));

  /** "For the same energy you eat 1.7 times the weight of …": of the first beside each other. */
  protected readonly sentences = computed(() => {
    const [first, ...others] = this.plates().map(({ plated }) => plated);
    if (!first) return [];
    return others.flatMap((other) => {
      const ratio = weightForEnergy(first, other);
      if (!ratio) return [SAY.energyUnknown(other.name)];
      if (ratio.low <= 1 && ratio.high >= 1) return [SAY.asMuch(other.name)];
      return [SAY.eatTimes(showNumber(ratio.times, 1), other.name, showNumber(ratio.low, 1), showNumber(ratio.high, 1))];
    });
  });

  protected readonly csv = computed(() => {
    const heads = ['', ...this.plates().map(({ plated }) => plated.name)];
    const figures = this.rows().map(({ name, unit, cells }) => [`${name}, ${unit}`, ...cells.map(({ words }) => words)]);
    return `data:text/csv;charset=utf-8,${encodeURIComponent(csvOf([heads, [`${SAY.weight}, g`, ...this.weights()], ...figures, [SAY.price, ...this.prices()]]))}`;
  });

  constructor() {
    effect(() => {
      const of = this.of();
      const beside = this.beside();
      untracked(() => {
        this.compare.begin(of);
        if (beside !== undefined) this.compare.add({ kind: 'bought', boughtId: beside });
      });
    });
  }

  protected add(key: string): void {
    const pick = pickOf(key);
    if (pick) this.compare.add(pick);
  }

  protected print(): void {
    window.print();
  }
}
