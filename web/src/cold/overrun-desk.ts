import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { AT, type ColdSetup, foamPortions, overrunOf, type Part, readSum, sumsOfPart, type Why, whyOverrun } from '@fellmist/core';
import { Desk } from '../state/desk';
import { showNumber, showSum } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { Preferences } from '../state/preferences';

/** One cup and a scale: overrun, density, and portions by volume and by weight with what each holds. */
@Component({
  selector: 'fm-overrun-desk',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ruled"><h2>Overrun</h2></div>
    <p class="soft lead">Fill the same cup level, first with mix, then with foam, and weigh both without the cup.</p>
    <form class="cups" (submit)="$event.preventDefault(); take(cup.value, mix.value, foam.value)">
      <label for="cup-ml">Cup holds</label>
      <span><input #cup id="cup-ml" class="field" inputmode="decimal" maxlength="7" value="240" /> mL</span>
      <label for="mix-g">of mix</label>
      <span><input #mix id="mix-g" class="field" inputmode="decimal" maxlength="7" placeholder="260" /> g</span>
      <label for="foam-g">of foam</label>
      <span><input #foam id="foam-g" class="field" inputmode="decimal" maxlength="7" placeholder="130" /> g</span>
      <button type="submit" class="button main">Take the reading</button>
    </form>
    @if (fault(); as words) {
      <p class="attention" role="alert">{{ words }}</p>
    }
    <table class="figures">
      <thead>
        <tr>
          <th scope="col">reading</th>
          <th scope="col">overrun</th>
          <th scope="col">density</th>
          <th scope="col"><span class="unseen">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track $index; let i = $index) {
          <tr>
            <th scope="row">{{ row.words }}</th>
            <td class="now">{{ row.overrun }} %</td>
            <td class="wide">{{ row.density }} g/mL</td>
            <td><button type="button" class="link" [attr.aria-label]="'Drop reading ' + (i + 1)" (click)="drop(i)">Drop</button></td>
          </tr>
        } @empty {
          <tr>
            <td colspan="4" class="soft none">No reading yet. The mix without air weighs {{ flat() }} g/mL by its composition.</td>
          </tr>
        }
      </tbody>
    </table>
    @if (portions().length > 0) {
      <div class="ruled portions"><h2>What a bowl of it holds</h2></div>
      <table class="figures">
        <thead>
          <tr>
            <th scope="col">portion</th>
            <th scope="col">weighs</th>
            <th scope="col">{{ preferences.energyUnit() }}</th>
            <th scope="col">protein</th>
            <th scope="col">net carbs</th>
          </tr>
        </thead>
        <tbody>
          @for (row of portions(); track row.name) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              <td>{{ row.weighs }} g</td>
              <td class="now">{{ row.kcal }}</td>
              <td>{{ row.protein }} g</td>
              <td>{{ row.net }} g</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="soft small">
        By volume with the mean of the readings; by weight the air does not matter. The next bowl's volume leans on them.
        <button type="button" class="link" aria-label="Why this density" (click)="askWhy()">why</button>
      </p>
    }
  `,
  styles: `
    .lead {
      margin: 8px 0;
    }
    .cups {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      margin-bottom: 12px;
      gap: 8px 10px;
    }
    .field {
      width: 78px;
      height: 32px;
      text-align: right;
    }
    .figures {
      max-width: 620px;
    }
    .wide {
      width: 110px;
    }
    .none {
      text-align: left;
    }
    .portions {
      margin-top: 20px;
    }
    .small {
      margin-top: 6px;
      font-size: 13px;
    }
  `,
})
export class OverrunDesk {
  protected readonly preferences = inject(Preferences);
  private readonly desk = inject(Desk);
  readonly setup = input.required<ColdSetup>();
  readonly part = input<Part>();
  readonly changed = output<Partial<ColdSetup>>();
  readonly whyAsked = output<Why | undefined>();
  protected readonly fault = signal<string | undefined>(undefined);

  protected readonly flat = computed(() => {
    const [part, larder] = [this.part(), this.desk.larder()];
    const sums = part && larder ? sumsOfPart(part, larder) : undefined;
    const volume = sums ? readSum(sums, AT.volumeMl) : 0;
    return sums && volume > 0 ? showNumber(readSum(sums, AT.massG) / volume, 2) : '–';
  });

  protected readonly rows = computed(() =>
    this.setup().readings.map((reading) => {
      const result = overrunOf(reading);
      return {
        words: `${showNumber(reading.mixG, 0)} g mix, ${showNumber(reading.foamG, 0)} g foam${reading.mixer ? `, ${reading.mixer} mixer` : ''}`,
        overrun: showNumber(result?.overrunPercent ?? 0, 0),
        density: showNumber(result?.foamDensityGPerMl ?? 0, 2),
      };
    }),
  );

  protected readonly portions = computed(() => {
    const views = this.desk.rebuild()?.views;
    return foamPortions(this.setup().readings, views ?? {}).map(({ name, massG, figures }) => ({
      name,
      weighs: showNumber(massG, 0),
      kcal: showSum(figures[this.preferences.energyFigure()], 0),
      protein: showSum(figures.proteinG, 1),
      net: showSum(figures.netCarbG, 1),
    }));
  });

  protected askWhy(): void {
    this.whyAsked.emit(whyOverrun(this.setup().readings));
  }

  protected take(cup: string, mix: string, foam: string): void {
    const [cupMl, mixG, foamG] = [cup, mix, foam].map((text) => numberWithin(text, 0.1, 1e6));
    if (cupMl === undefined || mixG === undefined || foamG === undefined) this.fault.set('Give all three as numbers above zero: what the cup holds, and the two weights.');
    else if (foamG > mixG) this.fault.set('The foam weighs more than the mix: were the two weights swapped?');
    else {
      this.fault.set(undefined);
      this.changed.emit({ readings: [...this.setup().readings, { cupMl, mixG, foamG, mixer: this.setup().mixer }] });
    }
  }

  protected drop(at: number): void {
    this.changed.emit({ readings: this.setup().readings.filter((_reading, i) => i !== at) });
  }
}
