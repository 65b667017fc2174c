import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { type TradeAxis, type AxisFigure, proposalWords, type TradePoint } from '@fellmist/core';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { Preferences } from '../state/preferences';
import { Chart, type ChartOption, type ChartPalette, type EChartsType } from '../ui/chart';
import type { Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { goalAmount, goalFacts } from '../ui/goalWords';
import { Picker } from '../ui/pick';
import { Button } from '../ui/zorro/button';
import { swapsWords } from './swapWords';
import { WorkBar } from './work-bar';
import { SAY } from './words';

const AXES: readonly AxisFigure[] = ['energyKcal', 'proteinG', 'fatG', 'netCarbG', 'sugarsG', 'fibreG', 'saltG', 'cost', 'sweetness', 'thickness'];
type Wants = TradeAxis['wants'];

/** Two figures against each other: the best rebuilds as a curve and as a table, to pick one from. */
@Component({
  selector: 'fm-trade-off-view',
  imports: [Button, Chart, Picker, WorkBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trade-off-view.html',
  styleUrl: './trade-off-view.less',
})
export class TradeOffView {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  protected readonly goalDesk = inject(GoalDesk);
  private readonly preferences = inject(Preferences);
  private readonly router = inject(Router);
  readonly formulaId = input.required<string>();
  protected readonly work = this.goalDesk.tradeOff;
  protected readonly points = computed((): readonly TradePoint[] => this.work().answer ?? []);
  protected readonly hasSwaps = computed(() => this.goalDesk.rebuilds().state === 'done');
  protected readonly picked = signal<number | undefined>(undefined);

  protected readonly figures: readonly Option<AxisFigure>[] = AXES.map((value) => ({ value, label: this.nameOf(value).replace(/^./, (first) => first.toUpperCase()) }));
  protected readonly ways: readonly Option<Wants>[] = [
    { value: 'less', label: SAY.lessIsBetter },
    { value: 'more', label: SAY.moreIsBetter },
  ];
  protected readonly axes = computed(() => this.goalDesk.axes().map((axis, at) => ({ ...axis, at, label: at === 0 ? SAY.across : SAY.upward, name: this.nameOf(axis.figure) })));

  protected readonly rows = computed(() =>
    this.points().map((point, i) => ({
      point,
      i,
      x: this.told(0, point.x),
      y: this.told(1, point.y),
      how: swapsWords(point.swaps) || SAY.soManyChanges(point.proposals.length),
    })),
  );
  protected readonly deeds = computed(() => {
    const [ready, at] = [this.desk.ready(), this.picked()];
    const point = at === undefined ? undefined : this.points()[at];
    return ready && point ? point.proposals.map(({ action }) => proposalWords(action, ready.sheet, ready.larder)) : [];
  });

  protected readonly words = computed(() => {
    const [first, last] = [this.rows()[0], this.rows().at(-1)];
    return first && last ? SAY.curveWords(first.x, first.y, last.x, last.y) : SAY.noCurve;
  });

  protected readonly option = computed(() => {
    const [points, picked, [x, y]] = [this.points(), this.picked(), this.goalDesk.axes()];
    const nowAt = [this.nowOf(x), this.nowOf(y)];
    return (palette: ChartPalette): ChartOption => {
      const axis = (name: string, more: object): object => ({
        type: 'value',
        scale: true,
        name,
        nameLocation: 'middle',
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk, hideOverlap: true },
        axisLine: { show: true, lineStyle: { color: palette.ink }, onZero: false },
        splitLine: { lineStyle: { color: palette.rule } },
        ...more,
      });
      return {
        animation: false,
        grid: { left: 64, right: 24, top: 16, bottom: 48 },
        xAxis: axis(this.axisName(x), { nameGap: 28 }),
        yAxis: axis(this.axisName(y), { nameGap: 44 }),
        series: [
          {
            type: 'line',
            data: points.map((point) => [point.x, point.y]),
            symbol: 'circle',
            symbolSize: (_value: unknown, { dataIndex }: { dataIndex: number }) => (dataIndex === picked ? 16 : 10),
            lineStyle: { color: palette.accent, width: 2 },
            itemStyle: { color: palette.accent },
          },
          { type: 'scatter', data: nowAt.every((value) => value !== undefined) ? [nowAt] : [], symbol: 'diamond', symbolSize: 14, itemStyle: { color: palette.ink }, silent: true },
        ],
      };
    };
  });

  private nameOf(figure: AxisFigure): string {
    return figure === 'thickness' ? SAY.thickness : goalFacts(figure).name;
  }

  private axisName({ figure }: TradeAxis): string {
    if (figure === 'thickness') return SAY.thicknessAxis;
    const unit = figure === 'cost' ? this.preferences.currency() : goalFacts(figure).unit;
    return `${this.nameOf(figure)}, ${unit}`;
  }

  private told(at: 0 | 1, value: number): string {
    const { figure } = this.goalDesk.axes()[at];
    return figure === 'thickness' ? showNumber(value, 1) : goalAmount(figure, value, (amount) => this.preferences.showPrice(amount));
  }

  /** Where the formula stands as it lies. */
  private nowOf({ figure }: TradeAxis): number | undefined {
    const [rebuild, cost] = [this.desk.rebuild(), this.desk.cost()];
    if (!rebuild) return undefined;
    if (figure === 'thickness' || figure === 'sweetness') return rebuild.measures[figure];
    if (figure === 'cost') return cost?.unpricedLines.length === 0 ? cost.amount / rebuild.views.portions : undefined;
    return rebuild.views.portion[figure].amount;
  }

  protected setAxis(at: number, change: Partial<TradeAxis>): void {
    const [x, y] = this.goalDesk.axes();
    this.picked.set(undefined);
    this.goalDesk.axes.set(at === 0 ? [{ ...x, ...change }, y] : [x, { ...y, ...change }]);
  }

  protected listen(chart: EChartsType): void {
    chart.on('click', ({ dataIndex, seriesIndex }) => {
      if (seriesIndex === 0) this.picked.set(dataIndex);
    });
  }

  protected take({ proposals }: TradePoint): void {
    this.goalDesk.lay(proposals);
    void this.router.navigate(['/bench', this.formulaId()]);
  }
}
