import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { type ColdSetup, fillBowl, learnOverrun, type Part, whip, type Why, whyFoam } from '@fellmist/core';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { Choice, type Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { standingText } from '../parts/standing';
import { FoodSelect } from '../ui/food-select';
import { LineSliders } from './line-sliders';
import { fieldNumber, numberWithin, readAmountTyped } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

const MIXERS: readonly Option<ColdSetup['mixer']>[] = [
  { value: 'stand', label: SAY.standMixer },
  { value: 'hand', label: SAY.handMixer },
];

/** A whipped bowl before it is whipped: each splash of liquid or ice, and what it does to volume, taste and thickness. */
@Component({
  selector: 'fm-whip-desk',
  imports: [Button, Chart, Choice, Field, FoodSelect, LineSliders],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './whip-desk.html',
  styleUrl: './whip-desk.less',
})
export class WhipDesk {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  protected readonly desk = inject(Desk);
  protected readonly lineDesk = inject(LineDesk);
  readonly setup = input.required<ColdSetup>();
  readonly part = input<Part>();
  readonly changed = output<Partial<ColdSetup>>();
  readonly swapAsked = output<string>();
  readonly whyAsked = output<Why | undefined>();
  protected readonly whyOf = whyFoam;
  protected readonly mixers = MIXERS;
  protected readonly foodId = signal('water');
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly filled = signal<string | undefined>(undefined);

  private readonly states = computed(() => {
    const [part, larder] = [this.part(), this.desk.larder()];
    return part && larder ? whip(part, this.setup(), larder) : [];
  });

  protected readonly rows = computed(() => {
    const states = this.states();
    const most = Math.max(...states.map(({ volumeMl }) => volumeMl));
    return states.map((state, i) => ({
      state,
      isBest: states.length > 1 && state.volumeMl === most,
      splash: i - (states.length - this.setup().splashes.length),
      volume: `${showNumber(state.lowMl, 0)}–${showNumber(state.highMl, 0)}`,
      sweet: showNumber(state.sweetnessPer100Ml, 1),
      protein: showNumber(state.proteinPer100Ml, 1),
      gum: showNumber(state.gumPercent, 1),
      stands: standingText(state.standsH),
    }));
  });

  protected readonly last = computed(() => this.rows().at(-1));
  protected readonly words = computed(() => {
    const row = this.last();
    if (!row) return SAY.thereIsNothingToWhip;
    const { state } = row;
    const readings = this.setup().readings.filter(({ mixer }) => mixer === undefined || mixer === this.setup().mixer);
    // What other treats told of this mixer shifts what is expected, until this one has readings of its own.
    const beats = readings.length > 0 ? 1 : (this.desk.tables()?.mixers?.[this.setup().mixer] ?? 1);
    const expected = (100 + state.overrunPercent) * beats - 100;
    const learned = learnOverrun(expected, Math.max(state.overrunPercent * 0.35, 15), readings);
    const read = readings.length > 0 || beats !== 1 ? SAY.yourReadingsMakeItAbout(showNumber(learned.percent, 0)) : '';
    const fits = state.fits ? SAY.itFitsTheBowl : SAY.theBowlHoldsMlIt(showNumber(this.setup().bowlMl, 0));
    return SAY.mlEatWithin(row.volume, state.mouthfeel, fits, row.stands, read);
  });

  protected readonly chart = computed(() => {
    const states = this.states();
    const { bowlMl } = this.setup();
    if (states.length < 2) return undefined;
    return (palette: ChartPalette): ChartOption => ({
      animation: false,
      grid: { left: 56, right: 16, top: 22, bottom: 28 },
      xAxis: { type: 'category', data: states.map((_state, i) => String(i + 1)), axisLabel: { color: palette.softInk }, axisLine: { lineStyle: { color: palette.ink } } },
      yAxis: {
        type: 'value',
        min: 0,
        name: 'mL',
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk },
        splitLine: { lineStyle: { color: palette.rule } },
      },
      series: [
        { type: 'line', data: states.map(({ highMl }) => Math.round(highMl)), showSymbol: false, silent: true, lineStyle: { color: palette.softInk, type: 'dashed', width: 1 } },
        { type: 'line', data: states.map(({ lowMl }) => Math.round(lowMl)), showSymbol: false, silent: true, lineStyle: { color: palette.softInk, type: 'dashed', width: 1 } },
        {
          type: 'line',
          data: states.map(({ volumeMl }) => Math.round(volumeMl)),
          symbolSize: 8,
          silent: true,
          lineStyle: { color: palette.accent, width: 2.5 },
          itemStyle: { color: palette.accent },
          markLine: {
            silent: true,
            symbol: 'none',
            lineStyle: { color: palette.attention },
            label: { formatter: 'bowl', color: palette.attention, position: 'insideEndTop' },
            data: [{ yAxis: bowlMl }],
          },
        },
      ],
    });
  });

  protected giveBowl(text: string): void {
    const typed = readAmountTyped(text, 'ml');
    const ml = 'error' in typed ? NaN : typed.amount.unit === 'l' ? typed.amount.value * 1000 : typed.amount.unit === 'ml' ? typed.amount.value : NaN;
    const isFine = ml > 0 && ml <= 100_000;
    this.fault.set(isFine ? undefined : SAY.giveWhatTheBowlHolds);
    if (isFine) this.changed.emit({ bowlMl: ml });
  }

  protected giveFirst(text: string): void {
    const percent = Number(text);
    if (Number.isFinite(percent)) this.changed.emit({ liquidFirst: Math.min(Math.max(percent / 100, 0), 1) });
  }

  protected splash(text: string): void {
    const massG = numberWithin(text, 0.1, 5000);
    this.fault.set(massG === undefined ? SAY.giveASplashInGrams : undefined);
    if (massG !== undefined) this.changed.emit({ splashes: [...this.setup().splashes, { foodId: this.foodId(), massG }] });
  }

  /** As much more of the chosen liquid as fills the bowl, as one splash to be kept or dropped. */
  protected fill(): void {
    const [part, larder] = [this.part(), this.desk.larder()];
    if (!part || !larder) return;
    const found = fillBowl(part, this.setup(), this.foodId(), larder);
    const name = (this.desk.foodName(this.foodId()) ?? this.foodId()).toLowerCase();
    if (!found) this.filled.set(SAY.theBowlIsFullOr(name));
    else {
      this.filled.set(found.fills ? SAY.gMoreFillsTheBowl(found.massG, name) : SAY.gMoreIsAsFar(found.massG, name, showNumber(found.volumeMl, 0)));
      this.changed.emit({ splashes: [...this.setup().splashes, { foodId: this.foodId(), massG: found.massG }] });
    }
  }

  protected drop(at: number): void {
    this.changed.emit({ splashes: this.setup().splashes.filter((_splash, i) => i !== at) });
  }

  /** The splashes become lines of the formula, so that they count. */
  protected keep(): void {
    const part = this.part();
    if (!part) return;
    const { splashes } = this.setup();
    for (const { foodId, massG } of splashes) this.lineDesk.add(part.id, `${massG} g ${this.desk.foodName(foodId) ?? foodId}`);
    this.changed.emit({ splashes: [] });
  }
}
