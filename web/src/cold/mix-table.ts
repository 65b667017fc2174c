import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { analyseMix, COLD_FIGURES, type ColdFigure, type ColdStyle, type Formula, mainPart, type MixAnalysis } from '@fellmist/core';
import { Desk } from '../state/desk';
import { showNumber } from '../ui/figures';
import { Preferences } from '../state/preferences';
import { fieldTemperature, inTemperature } from '../ui/temperature';

const NAMES: Readonly<Record<ColdFigure, { readonly name: string; readonly unit: string; readonly digits: number }>> = {
  solids: { name: 'Total solids', unit: '%', digits: 1 },
  fat: { name: 'Fat', unit: '%', digits: 1 },
  msnf: { name: 'Milk solids, no fat', unit: '%', digits: 1 },
  wheySolids: { name: 'of which whey solids', unit: '%', digits: 1 },
  protein: { name: 'Protein', unit: '%', digits: 1 },
  sugars: { name: 'Sugars, polyols', unit: '%', digits: 1 },
  stabiliser: { name: 'Stabiliser', unit: '%', digits: 2 },
  sweetness: { name: 'Sweet as sugar', unit: '%', digits: 1 },
  ice: { name: 'Ice at −12 °C', unit: '%', digits: 0 },
  freezingPointC: { name: 'Begins to freeze', unit: '°C', digits: 1 },
  lactosePerWater: { name: 'Lactose to water', unit: '%', digits: 1 },
};

/** What the mix is made of, original and rebuild, against what is usual of its style. */
@Component({
  selector: 'fm-mix-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="mix-title">
      <div class="ruled">
        <h2 id="mix-title">The mix in numbers</h2>
        @if (coldStyle(); as known) {
          <span class="soft small">usual of {{ known.name.toLowerCase() }}</span>
        }
      </div>
      <table class="figures">
        <thead>
          <tr>
            <th scope="col">of the mix</th>
            <th scope="col">original</th>
            <th scope="col">rebuild</th>
            @if (coldStyle()) {
              <th scope="col">usual</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th scope="row">
                {{ row.name }} <span class="soft">{{ row.unit }}</span>
              </th>
              <td class="soft">{{ row.before }}</td>
              <td class="now" [class.attention]="row.isOff">{{ row.isOff ? '◆ ' : '' }}{{ row.now }}</td>
              @if (coldStyle()) {
                <td class="soft usual">{{ row.usual }}</td>
              }
            </tr>
          } @empty {
            <tr>
              <td colspan="4" class="soft">Nothing here has a weight yet.</td>
            </tr>
          }
        </tbody>
      </table>
      @if (now(); as mix) {
        <p class="soft small">
          {{ sugars() }}. Sucrose equivalents {{ equivalents() }} g in 100 g of water.
          @if (mix.unknown.length > 0) {
            <span class="attention">Left out, as unknown: {{ mix.unknown.join(', ') }}.</span>
          }
        </p>
      }
    </section>
  `,
  styles: `
    .small {
      margin-top: 6px;
      font-size: 13px;
    }
    section {
      margin-top: 24px;
    }
    .usual {
      width: 84px;
      white-space: nowrap;
    }
  `,
})
export class MixTable {
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  /** The style whose bands are usual; none for what is not frozen. */
  readonly coldStyle = input<ColdStyle>();
  private readonly before = computed(() => this.mixOf(this.desk.sheet()?.original));
  protected readonly now = computed(() => this.mixOf(this.desk.sheet()?.rebuild));
  protected readonly equivalents = computed(() => showNumber(this.now()?.sucroseEquivalents ?? 0, 1));
  protected readonly sugars = computed(() => {
    const kinds = this.now()?.sugarsByKind ?? [];
    return kinds.length === 0 ? 'No sugars' : kinds.map(({ name, grams }) => `${name} ${showNumber(grams, grams < 10 ? 1 : 0)} g`).join(', ');
  });

  protected readonly rows = computed(() => {
    const [before, now, style] = [this.before(), this.now(), this.coldStyle()];
    if (!now) return [];
    return COLD_FIGURES.map((figure) => {
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
        usual: band ? `${bound(band.low)} to ${bound(band.high)}` : '',
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
