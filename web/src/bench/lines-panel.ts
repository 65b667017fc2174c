import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { bakersPercentages, contributionsOf, type Figure } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { FIGURE_ROWS, showNumber } from '../ui/figures';
import { Picker } from '../ui/pick';
import { aPortion } from '../ui/portionWords';
import { SAY } from './words';

/** What each line brings of one figure, largest first, and its baker's percentage. */
@Component({
  selector: 'fm-lines-panel',
  imports: [Picker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './lines-panel.html',
  styleUrl: './lines-panel.less',
})
export class LinesPanel {
  protected readonly say = SAY;
  protected readonly portion = computed(() => aPortion(this.desk.sheet()?.rebuild.portionWord));
  protected readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  protected readonly figures = FIGURE_ROWS.map(({ key, name, unit }) => ({ value: key, label: `${name} ${unit}` }));
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
}
