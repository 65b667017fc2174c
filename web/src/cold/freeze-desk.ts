import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import {
  type ColdSetup,
  type ColdSide,
  coldSide,
  type ColdStyle,
  coldWarnings,
  type CurvePoint,
  hardnessOf,
  mainPart,
  type Part,
  type RangePoint,
  type Sums,
  sumsOfPart,
  uncertainLines,
  type Why,
  whyIce,
} from '@fellmist/core';
import { Desk } from '../state/desk';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { showNumber } from '../ui/figures';
import { LineSliders } from './line-sliders';
import { Ranges } from './ranges';
import { Preferences } from '../state/preferences';
import { fieldTemperature, inTemperature, readTemperature, showTemperature } from '../ui/temperature';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { Stands } from '../ui/stands';
import { SAY } from './words';

const TABLE_STEP = 10;

/** Where nine in ten such mixes lie, as a soft band behind the curve. */
function likelyBand(range: readonly RangePoint[], colour: string): object[] {
  if (range.length === 0) return [];
  const bare = { type: 'line', stack: 'likely', showSymbol: false, silent: true, lineStyle: { width: 0 } };
  return [
    { ...bare, data: range.map(({ tempC, low }) => [tempC, low]) },
    { ...bare, data: range.map(({ tempC, low, high }) => [tempC, high - low]), areaStyle: { color: colour, opacity: 0.16 } },
  ];
}

/** The freezing curve of original and rebuild, the freezer and the spoon on it, and a slider for each sweetener. */
@Component({
  selector: 'fm-freeze-desk',
  imports: [Button, Chart, Field, LineSliders, Picker, Stands],
  providers: [Ranges],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './freeze-desk.html',
  styleUrl: './freeze-desk.less',
})
export class FreezeDesk {
  protected readonly say = SAY;
  protected readonly desk = inject(Desk);
  private readonly ranges = inject(Ranges);
  readonly setup = input.required<ColdSetup>();
  readonly coldStyle = input<ColdStyle>();
  readonly part = input<Part>();
  readonly changed = output<Partial<ColdSetup>>();
  readonly swapAsked = output<string>();
  readonly whyAsked = output<Why | undefined>();
  private readonly preferences = inject(Preferences);
  protected readonly unit = computed(() => this.preferences.settings().temperature);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly styles = computed(() => this.desk.tables()?.coldStyles ?? []);
  protected readonly styleOptions = computed(() => this.styles().map(({ id, name }) => ({ value: id, label: name })));

  private shown(tempC: number): string {
    return showTemperature(tempC, this.unit());
  }

  protected said(text: string): string {
    return inTemperature(text, this.unit());
  }

  protected degrees(tempC: number): string {
    return fieldTemperature(tempC, this.unit());
  }

  private readonly both = computed(() => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    const [before, now] = sheet && larder ? [mainPart(sheet.original, larder), mainPart(sheet.rebuild, larder)] : [];
    return before && now && larder ? { original: sumsOfPart(before, larder), rebuild: sumsOfPart(now, larder) } : undefined;
  });

  protected readonly warnings = computed(() => {
    const both = this.both();
    const warnings = both ? coldWarnings(both.rebuild, this.setup().storedC, this.setup().servedC, this.coldStyle()) : [];
    return warnings.map((warning) => ({ ...warning, words: inTemperature(warning.words, this.unit()) }));
  });

  private readonly overrunPercent = computed(() => this.coldStyle()?.overrun.low ?? 0);
  private readonly originalSums = computed(() => this.both()?.original);
  private readonly original = computed(() => this.sideOf(this.originalSums()));

  /** Original and rebuild in the freezer; undefined where there is no water to freeze. */
  private readonly curves = computed(() => {
    const [both, original] = [this.both(), this.original()];
    const rebuild = this.sideOf(both?.rebuild);
    return original && rebuild && !this.warnings().some(({ kind }) => kind === SAY.noWater) ? { original, rebuild } : undefined;
  });

  /** How long it stands out of the freezer, the one time that is told: by fives above ten minutes. */
  private readonly standing = computed(() => {
    const minutes = this.curves()?.rebuild.minutesOut ?? 0;
    return minutes > 10 ? Math.round(minutes / 5) * 5 : Math.round(minutes);
  });
  protected readonly steps = computed(() =>
    (this.coldStyle()?.steps ?? []).map((step) => ({ ...step, words: this.said(step.words), minutes: step.stands && this.curves() ? this.standing() : step.minutes })),
  );

  protected readonly words = computed(() => {
    const [curves, { storedC, servedC }] = [this.curves(), this.setup()];
    if (!curves) return '';
    const { rebuild, original } = curves;
    const isHardMeant = this.coldStyle()?.out !== undefined;
    const share = (percent: number): string => SAY.ice(showNumber(percent, 0));
    const ice = (percent: number): string => `${share(percent)}${isHardMeant ? '' : `, ${hardnessOf(percent, this.coldStyle()?.bands.ice)}`}`;
    const out = this.coldStyle()?.out ?? (this.standing() < 1 ? SAY.itCanBeScoopedStraight : SAY.takeItOutAboutMinutes(this.standing()));
    return SAY.atAtTheOriginal(this.shown(storedC), share(rebuild.storedIce), this.shown(servedC), ice(rebuild.servedIce), ice(original.servedIce), out);
  });

  protected readonly table = computed(() => {
    const curves = this.curves();
    if (!curves) return [];
    const likely = new Map(this.ranges.range().map(({ tempC, low, high }) => [tempC, `${showNumber(low, 0)}–${showNumber(high, 0)}`]));
    return curves.rebuild.points
      .map((point, i) => ({
        tempC: point.tempC,
        shown: this.shown(point.tempC),
        now: showNumber(point.icePercent, 0),
        likely: likely.get(point.tempC) ?? '',
        before: showNumber(curves.original.points[i]?.icePercent ?? 0, 0),
        words: hardnessOf(point.icePercent, this.coldStyle()?.bands.ice),
      }))
      .filter((_row, i) => i % TABLE_STEP === 0);
  });

  protected readonly chart = computed(() => {
    const [curves, range, { storedC, servedC }] = [this.curves(), this.ranges.range(), this.setup()];
    if (!curves) return undefined;
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
        name: `°${this.unit()}`,
        nameLocation: 'middle',
        nameGap: 24,
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk, formatter: (x: number) => this.shown(x).replace(/ °.$/, '') },
        axisLine: { lineStyle: { color: palette.ink }, onZero: false },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 90,
        interval: 30,
        name: SAY.ice2,
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk },
        splitLine: { lineStyle: { color: palette.rule } },
      },
      series: [
        {
          type: 'line',
          data: line(curves.rebuild.points),
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
        ...likelyBand(range, palette.accent),
        { type: 'line', data: line(curves.original.points), showSymbol: false, silent: true, lineStyle: { color: palette.softInk, width: 1.5, type: 'dashed' } },
      ],
    });
  });

  constructor() {
    effect(() => {
      const [part, larder] = [this.part(), this.desk.larder()];
      if (part && larder) this.ranges.ask(uncertainLines(part, larder));
    });
  }

  private sideOf(sums: Sums | undefined): ColdSide | undefined {
    const { storedC, servedC } = this.setup();
    return sums && coldSide(sums, storedC, servedC, this.overrunPercent());
  }

  protected askWhy(): void {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    this.whyAsked.emit(sheet && larder ? whyIce(sheet.rebuild, this.setup(), this.coldStyle(), larder) : undefined);
  }

  protected chooseStyle(styleId: string): void {
    const style = this.styles().find(({ id }) => id === styleId);
    if (style) this.changed.emit({ styleId, servedC: style.servedC });
  }

  protected giveTemperature(field: 'storedC' | 'servedC', text: string): void {
    const read = readTemperature(text, this.unit());
    this.fault.set('error' in read ? read.error : undefined);
    if ('tempC' in read) this.changed.emit({ [field]: read.tempC });
  }
}
