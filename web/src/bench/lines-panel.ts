import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { bakersPercentages, contributionsOf, type Figure } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { FIGURE_ROWS, showNumber } from '../ui/figures';

/** What each line brings of one figure, largest first, and its baker's percentage. */
@Component({
  selector: 'fm-lines-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="lines-title">
      <div class="ruled">
        <h2 id="lines-title">What each line brings</h2>
        <label class="unseen" for="lines-figure">Figure</label>
        <select #select id="lines-figure" class="select" (change)="pick(select.value)">
          @for (row of figures; track row.key) {
            <option [value]="row.key" [selected]="row.key === figure()">{{ row.name }} {{ row.unit }}</option>
          }
        </select>
      </div>
      <table class="figures">
        <thead>
          <tr>
            <th scope="col">line</th>
            <th scope="col">a {{ desk.sheet()?.rebuild?.portionWord }}</th>
            <th scope="col">of all</th>
            <th scope="col">baker’s %</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.id) {
            <tr>
              <th scope="row">
                {{ row.name }}
                <span class="bar" aria-hidden="true"><span [style.width.%]="row.share"></span></span>
              </th>
              <td class="now">{{ row.amount }}</td>
              <td class="soft">{{ row.percent }}</td>
              <td class="soft">{{ row.bakers }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4" class="soft">No line counts yet.</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="soft foot">Baker’s percentages: flours and starches of the part are 100. Parts that do not count are left out.</p>
    </section>
  `,
  styles: `
    tbody th {
      font-weight: 600;
    }
    td {
      vertical-align: top;
    }
    .bar {
      display: block;
      height: 5px;
      margin-top: 2px;
    }
    .bar span {
      display: block;
      height: 100%;
      border-radius: 2px;
      background: var(--accent);
    }
    .foot {
      margin-top: 8px;
      font-size: 13px;
    }
  `,
})
export class LinesPanel {
  protected readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  protected readonly figures = FIGURE_ROWS;
  protected readonly figure = signal<Figure>('energyKcal');

  protected readonly rows = computed(() => {
    const [sheet, larder, rebuild] = [this.desk.sheet(), this.desk.larder(), this.desk.rebuild()];
    if (!sheet || !larder || !rebuild) return [];
    const digits = FIGURE_ROWS.find(({ key }) => key === this.figure())?.digits ?? 0;
    const bakers = bakersPercentages(sheet.rebuild, larder);
    return contributionsOf(sheet.rebuild, this.figure(), larder, this.preferences.counting()).map(({ line, amount, share }) => {
      const percent = bakers.get(line.id);
      return {
        id: line.id,
        name: this.desk.foodName(line.foodId) ?? line.name,
        amount: amount === undefined ? 'unknown' : showNumber(amount / rebuild.views.portions, digits),
        share: share * 100,
        percent: amount === undefined ? '' : `${showNumber(share * 100, 0)} %`,
        bakers: percent === undefined ? '' : showNumber(percent, percent < 10 ? 1 : 0),
      };
    });
  });

  protected pick(key: string): void {
    const found = FIGURE_ROWS.find((row) => row.key === key);
    if (found) this.figure.set(found.key);
  }
}
