import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { type ColdSetup, type ColdStyle, coldWarnings, type CurvePoint, hardnessOf, mainPart, type Part, sumsOfPart, type Why, whyIce } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { showNumber } from '../ui/figures';
import { Curves } from './curves';
import { LineSliders } from './line-sliders';
import { readTemperature } from './temperature';

const TABLE_STEP = 10;

/** The freezing curve of original and rebuild, the freezer and the spoon on it, and a slider for each sweetener. */
@Component({
  selector: 'fm-freeze-desk',
  imports: [Chart, LineSliders],
  providers: [Curves],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './freeze-desk.html',
  styleUrl: './freeze-desk.less',
})
export class FreezeDesk {
  protected readonly desk = inject(Desk);
  private readonly curves = inject(Curves);
  readonly setup = input.required<ColdSetup>();
  readonly style = input<ColdStyle>();
  readonly part = input<Part>();
  readonly changed = output<Partial<ColdSetup>>();
  readonly swapAsked = output<string>();
  readonly whyAsked = output<Why | undefined>();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly styles = computed(() => this.desk.tables()?.coldStyles ?? []);
  protected readonly answer = this.curves.answer;

  private readonly both = computed(() => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    const [before, now] = sheet && larder ? [mainPart(sheet.original, larder), mainPart(sheet.rebuild, larder)] : [];
    return before && now && larder ? { original: sumsOfPart(before, larder), rebuild: sumsOfPart(now, larder) } : undefined;
  });

  protected readonly warnings = computed(() => {
    const both = this.both();
    return both ? coldWarnings(both.rebuild, this.setup().storedC, this.setup().servedC) : [];
  });

  protected readonly words = computed(() => {
    const [answer, { storedC, servedC }] = [this.answer(), this.setup()];
    if (!answer || this.warnings().some(({ kind }) => kind === 'no water')) return '';
    const { rebuild, original } = answer;
    const ice = (percent: number): string => `${showNumber(percent, 0)} % ice, ${hardnessOf(percent)}`;
    const out = rebuild.minutesOut < 1 ? 'It can be scooped straight from the freezer.' : `Take it out about ${showNumber(rebuild.minutesOut, 0)} minutes before.`;
    return `At ${storedC} °C ${ice(rebuild.storedIce)}; at ${servedC} °C ${ice(rebuild.servedIce)} (the original ${ice(original.servedIce)}). ${out}`;
  });

  protected readonly table = computed(() => {
    const answer = this.answer();
    if (!answer) return [];
    return answer.rebuild.points
      .map((point, i) => ({
        tempC: point.tempC,
        now: showNumber(point.icePercent, 0),
        before: showNumber(answer.original.points[i]?.icePercent ?? 0, 0),
        words: hardnessOf(point.icePercent),
      }))
      .filter((_row, i) => i % TABLE_STEP === 0);
  });

  protected readonly chart = computed(() => {
    const [answer, { storedC, servedC }] = [this.answer(), this.setup()];
    if (!answer || this.warnings().some(({ kind }) => kind === 'no water')) return undefined;
    const line = (points: readonly CurvePoint[]): [number, number][] => points.map(({ tempC, icePercent }) => [tempC, icePercent]);
    return (palette: ChartPalette): ChartOption => ({
      animation: false,
      grid: { left: 44, right: 16, top: 34, bottom: 40 },
      xAxis: {
        type: 'value',
        inverse: true,
        min: -25,
        max: 0,
        interval: 5,
        name: '°C',
        nameLocation: 'middle',
        nameGap: 24,
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk, formatter: (x: number) => showNumber(x, 0) },
        axisLine: { lineStyle: { color: palette.ink }, onZero: false },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 90,
        interval: 30,
        name: '% ice',
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk },
        splitLine: { lineStyle: { color: palette.rule } },
      },
      series: [
        {
          type: 'line',
          data: line(answer.rebuild.points),
          showSymbol: false,
          silent: true,
          lineStyle: { color: palette.accent, width: 2.5 },
          markArea: {
            silent: true,
            itemStyle: { color: palette.band, opacity: 0.55 },
            data: [[{ yAxis: 30 }, { yAxis: 52 }]],
          },
          markLine: {
            silent: true,
            symbol: 'none',
            lineStyle: { color: palette.ink, type: 'solid', width: 1 },
            label: { color: palette.ink, position: 'end' },
            data: [
              { xAxis: servedC, label: { formatter: 'spoon' } },
              { xAxis: storedC, label: { formatter: 'freezer' } },
            ],
          },
        },
        { type: 'line', data: line(answer.original.points), showSymbol: false, silent: true, lineStyle: { color: palette.softInk, width: 1.5, type: 'dashed' } },
      ],
    });
  });

  constructor() {
    effect(() => this.ask());
  }

  private readonly overrunPercent = computed(() => this.style()?.overrun.low ?? 0);

  protected askWhy(): void {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    this.whyAsked.emit(sheet && larder ? whyIce(sheet.rebuild, this.setup(), this.overrunPercent(), larder) : undefined);
  }

  /** Asks the worker for the curves as they are now. */
  protected ask(): void {
    const both = this.both();
    const { storedC, servedC } = this.setup();
    if (both) this.curves.ask({ ...both, storedC, servedC, overrunPercent: this.overrunPercent() });
  }

  protected chooseStyle(styleId: string): void {
    const style = this.styles().find(({ id }) => id === styleId);
    if (style) this.changed.emit({ styleId, servedC: style.servedC });
  }

  protected giveTemperature(field: 'storedC' | 'servedC', text: string): void {
    const read = readTemperature(text);
    this.fault.set('error' in read ? read.error : undefined);
    if ('tempC' in read) this.changed.emit({ [field]: read.tempC });
  }
}
