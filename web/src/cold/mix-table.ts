import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { analyseMix, COLD_FIGURES, type ColdFigure, type ColdStyle, type Formula, mainPart, type MixAnalysis, ROLE_OF_FIGURE } from '@fellmist/core';
import { Desk } from '../state/desk';
import { showNumber } from '../ui/figures';
import { Preferences } from '../state/preferences';
import { fieldTemperature, inTemperature } from '../ui/temperature';
import { SAY } from './words';

const NAMES: Readonly<Record<ColdFigure, { readonly name: string; readonly unit: string; readonly digits: number }>> = {
  solids: { name: SAY.totalSolids, unit: '%', digits: 1 },
  fat: { name: SAY.fat, unit: '%', digits: 1 },
  msnf: { name: SAY.milkSolidsNoFat, unit: '%', digits: 1 },
  wheySolids: { name: SAY.ofWhichWheySolids, unit: '%', digits: 1 },
  protein: { name: SAY.protein2, unit: '%', digits: 1 },
  sugars: { name: SAY.sugarsPolyols, unit: '%', digits: 1 },
  stabiliser: { name: SAY.stabiliser, unit: '%', digits: 2 },
  sweetness: { name: SAY.sweetAsSugar, unit: '%', digits: 1 },
  ice: { name: SAY.iceAt12C, unit: '%', digits: 0 },
  freezingPointC: { name: SAY.beginsToFreeze, unit: '°C', digits: 1 },
  lactosePerWater: { name: SAY.lactoseToWater, unit: '%', digits: 1 },
};

/** What the mix is made of, original and rebuild, against what is usual of its style. */
@Component({
  selector: 'fm-mix-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './mix-table.html',
  styleUrl: './mix-table.less',
})
export class MixTable {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  /** The style whose bands are usual; none for what is not frozen. */
  readonly coldStyle = input<ColdStyle>();
  private readonly before = computed(() => this.mixOf(this.desk.sheet()?.original));
  protected readonly now = computed(() => this.mixOf(this.desk.sheet()?.rebuild));
  protected readonly equivalents = computed(() => showNumber(this.now()?.sucroseEquivalents ?? 0, 1));
  protected readonly sugars = computed(() => {
    const kinds = this.now()?.sugarsByKind ?? [];
    return kinds.length === 0 ? SAY.noSugars : kinds.map(({ name, grams }) => `${name} ${showNumber(grams, grams < 10 ? 1 : 0)} g`).join(', ');
  });

  /** What no row of the ledger speaks of already: those say their numbers there. */
  private readonly apart = computed(() => {
    const told = new Set(this.desk.standing()?.rows.flatMap(({ role, band }) => (band ? [role] : [])));
    return COLD_FIGURES.filter((figure) => {
      const role = ROLE_OF_FIGURE[figure];
      return role === undefined || !told.has(role);
    });
  });

  protected readonly rows = computed(() => {
    const [before, now, style] = [this.before(), this.now(), this.coldStyle()];
    if (!now) return [];
    return this.apart().map((figure) => {
      const { name, unit, digits } = NAMES[figure];
      const degrees = this.preferences.settings().temperature;
      const isDegrees = figure === 'freezingPointC';
      const amount = now.figures[figure];
      const band = style?.bands[figure];
      const bound = (value: number): string => (isDegrees ? fieldTemperature(value, degrees) : showNumber(value, Number.isInteger(value) ? 0 : digits));
      const show = (value: number | undefined): string => (value === undefined ? '–' : isDegrees ? fieldTemperature(value, degrees) : showNumber(value, digits));
      return {
        name: inTemperature(name, degrees),
        unit: isDegrees ? `°${degrees}` : unit,
        before: show(before?.figures[figure]),
        now: show(amount),
        usual: band ? SAY.to(bound(band.low), bound(band.high)) : '',
        isOff: band !== undefined && amount !== undefined && (amount < band.low || amount > band.high),
      };
    });
  });

  private mixOf(formula: Formula | undefined): MixAnalysis | undefined {
    const larder = this.desk.larder();
    const part = formula && larder ? mainPart(formula, larder) : undefined;
    return part && larder ? analyseMix(part, larder) : undefined;
  }
}
