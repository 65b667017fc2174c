import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { mainPart } from '@fellmist/core';
import {
  type BakingAsk,
  type BakingTime,
  doneS,
  firstLookS,
  type Fit,
  fitOf,
  OVEN_C,
  ownOven,
  ownStages,
  ownTime,
  type OwnTime,
  thermalOf,
  timeJudgement,
  type TimeRefusal,
  timeRefusal,
} from '@fellmist/core/bake';
import { catchError, EMPTY, Subject, switchMap, timer } from 'rxjs';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { showNumber } from '../ui/figures';
import { fieldTemperature, inTemperature, readTemperature, showTemperature } from '../ui/temperature';
import { Stands } from '../ui/stands';
import { Field } from '../ui/zorro/field';
import { Checkbox } from '../ui/zorro/checkbox';
import { Value } from '../ui/zorro/value';
import { HeavyWork } from '../workers/heavyWork';
import { StepCautions } from '../parts/step-cautions';
import { DoneLookDrawing } from './done-look';
import { HouseholdOven } from '../state/householdOven';
import { MugTime } from './mug-time';
import { OvenRun } from './oven-run';
import { PlateTime } from './plate-time';
import { SAY, WHY_NO_TIME } from './words';

/** What is typed on is waited for, milliseconds. */
const PAUSE_MS = 120;
const ROOM_C = 21;
const TITLES = { oven: SAY.inTheOven, griddle: SAY.onThePlate, microwave: SAY.inTheMicrowave, none: SAY.timersOnly } as const;
/** "25", "25 to 30". */
const minutesOf = ({ low, high }: OwnTime): string => (low === high ? showNumber(low, 0) : SAY.fromUpTo(showNumber(low, 0), showNumber(high, 0)));

/** How long the batch bakes in its tin: when to look, when it should be done, what another setting of the oven does. */
@Component({
  selector: 'fm-oven-time',
  imports: [Chart, Checkbox, DoneLookDrawing, Field, MugTime, OvenRun, PlateTime, Stands, StepCautions, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './oven-time.html',
  styleUrl: './oven-time.less',
})
export class OvenTime {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  private readonly heavy = inject(HeavyWork);
  private readonly household = inject(HouseholdOven);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly fit = computed((): Fit | undefined => {
    const [chosen, volume] = [this.desk.bake()?.vessel, this.desk.volume()];
    return chosen && volume ? fitOf(chosen.vessel, chosen.count, volume, this.desk.product()) : undefined;
  });
  private readonly typedOven = signal<number | undefined>(undefined);
  private readonly typedStart = signal<number | undefined>(undefined);
  /** As the recipe says it, until somebody says otherwise. */
  private readonly said = computed(() => ownOven(this.desk.bake()?.plan.method ?? []));
  private readonly typedFan = signal<boolean | undefined>(undefined);
  protected readonly isFan = computed(() => this.typedFan() ?? this.said()?.isFan ?? false);
  protected readonly isInBath = signal(false);
  protected readonly answer = signal<BakingTime | TimeRefusal | undefined>(undefined);
  /** Whether the answer is still of another oven or tin. */
  protected readonly isReckoning = signal(false);
  private readonly asked = new Subject<BakingAsk | undefined>();

  protected readonly unit = computed(() => this.preferences.settings().temperature);
  private readonly ovenC = computed(() => {
    const [low = 175, high = low] = this.desk.product()?.ovenC ?? [];
    return this.typedOven() ?? this.said()?.ovenC ?? Math.round((low + high) / 10) * 5;
  });
  private readonly startC = computed(() => this.typedStart() ?? ROOM_C);
  /** The oven as it is set here. */
  protected readonly heat = computed(() => ({ ovenC: this.ovenC(), isFan: this.isFan(), isInBath: this.isInBath(), startC: this.startC() }));
  protected readonly ovenField = computed(() => fieldTemperature(this.ovenC(), this.unit()));
  protected readonly startField = computed(() => fieldTemperature(this.startC(), this.unit()));
  protected readonly isBathOffered = computed(() => this.desk.product()?.inBath === true);
  protected readonly isOnPlate = computed(() => this.desk.heat() === 'griddle');
  protected readonly isInMicrowave = computed(() => this.desk.heat() === 'microwave');
  protected readonly title = computed(() => TITLES[this.desk.heat() ?? 'none']);
  /** What is looked for, where it is heated at all. */
  protected readonly doneness = computed(() => {
    const product = this.desk.product();
    return product === undefined || product.heat === 'none' ? undefined : inTemperature(product.doneness, this.unit());
  });
  protected readonly look = computed(() => this.desk.product()?.look);
  protected readonly refusal = computed(() => {
    const [fit, product] = [this.fit(), this.desk.product()];
    const isBaked = this.desk.heat() === 'oven';
    const why = isBaked ? timeRefusal(fit, product) : 'no oven';
    const answer = this.answer();
    return why ?? (typeof answer === 'string' ? answer : undefined);
  });
  protected readonly refusalWords = computed(() => {
    const why = this.refusal();
    return why && WHY_NO_TIME[why];
  });

  private readonly ask = computed((): BakingAsk | undefined => {
    const [bake, larder, volume, product] = [this.desk.bake(), this.desk.larder(), this.desk.volume(), this.desk.product()];
    const part = bake && larder && mainPart(bake.exact, larder);
    const thermal = part && thermalOf(part, larder);
    const fit = this.fit();
    if (!thermal || !volume || !fit || timeRefusal(fit, product) !== undefined) return undefined;
    return { fit, volume, thermal, product, setting: { ...this.heat(), factor: this.household.factor().factor } };
  });

  protected fan(isFan: boolean): void {
    this.typedFan.set(isFan);
  }

  private readonly method = computed(() => this.desk.bake()?.plan.method ?? []);
  protected readonly own = computed(() => ownTime(this.method()));
  /** Where the recipe bakes more than once. */
  protected readonly stages = computed(() => {
    const stages = ownStages(this.method()).map(minutesOf);
    return stages.length > 0 ? SAY.recipeBakesInStages(stages.join(SAY.thenWord)) : undefined;
  });
  protected readonly time = computed(() => {
    const answer = this.answer();
    return typeof answer === 'string' ? undefined : answer;
  });

  protected readonly words = computed(() => {
    const time = this.time();
    const minutes = (seconds: number): string => showNumber(Math.round(seconds / 60), 0);
    if (!time) return undefined;
    const { fromS, toS } = doneS(time, this.own());
    return SAY.lookAndDone(minutes(firstLookS(time, this.own())), minutes(fromS), minutes(toS));
  });
  protected readonly ownWords = computed(() => {
    const [own, time] = [this.own(), this.time()];
    if (!own) return undefined;
    const said = minutesOf(own);
    const judged = time ? timeJudgement(own, time) : 'agrees';
    return { words: judged === 'agrees' ? SAY.recipeSays(said) : SAY.recipeIsApart(said, judged === 'shorter' ? SAY.shorter : SAY.longer), isApart: judged !== 'agrees' };
  });

  protected readonly chart = computed(() => {
    const time = this.time();
    if (!time) return undefined;
    const { fromS, toS } = doneS(time, this.own());
    const fahrenheit = this.unit() === 'F';
    const shown = (tempC: number): number => (fahrenheit ? (tempC * 9) / 5 + 32 : tempC);
    const line = (pick: 'coreC' | 'surfaceC'): [number, number][] => time.curve.map((one) => [one.seconds / 60, shown(one[pick])]);
    return (palette: ChartPalette): ChartOption => ({
      animation: false,
      grid: { left: 40, right: 16, top: 28, bottom: 36 },
      xAxis: {
        type: 'value',
        min: 0,
        max: Math.ceil(Math.max(toS, ...time.curve.map(({ seconds }) => seconds)) / 60),
        name: SAY.minutesShort,
        nameLocation: 'middle',
        nameGap: 22,
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk },
        axisLine: { lineStyle: { color: palette.ink } },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: shown(0),
        max: shown(125),
        interval: shown(25) - shown(0),
        name: `°${this.unit()}`,
        nameTextStyle: { color: palette.softInk },
        axisLabel: { color: palette.softInk },
        splitLine: { lineStyle: { color: palette.rule } },
      },
      series: [
        {
          type: 'line',
          data: line('coreC'),
          showSymbol: false,
          silent: true,
          lineStyle: { color: palette.accent, width: 2.5 },
          markArea: { silent: true, itemStyle: { color: palette.band, opacity: 0.55 }, data: [[{ xAxis: fromS / 60 }, { xAxis: toS / 60 }]] },
          markLine: {
            silent: true,
            symbol: 'none',
            lineStyle: { color: palette.ink, type: 'solid', width: 1 },
            label: { color: palette.ink, position: 'end', formatter: SAY.look },
            data: [{ xAxis: firstLookS(time, this.own()) / 60 }],
          },
        },
        { type: 'line', data: line('surfaceC'), showSymbol: false, silent: true, lineStyle: { color: palette.softInk, width: 1.5, type: 'dashed' } },
      ],
    });
  });

  constructor() {
    this.asked
      .pipe(
        switchMap((ask) => (ask ? timer(PAUSE_MS).pipe(switchMap(() => this.heavy.run('bakingTime', ask).pipe(catchError(() => EMPTY)))) : EMPTY)),
        takeUntilDestroyed(),
      )
      .subscribe((step) => {
        if (step.kind !== 'done') return;
        this.answer.set(step.answer);
        this.isReckoning.set(false);
      });
    effect(() => {
      const ask = this.ask();
      this.isReckoning.set(ask !== undefined);
      this.asked.next(ask);
    });
  }

  protected giveOven(text: string): void {
    this.give(text, OVEN_C.least, OVEN_C.most, this.typedOven);
  }

  protected giveStart(text: string): void {
    this.give(text, -20, 60, this.typedStart);
  }

  private give(text: string, least: number, most: number, into: { set: (tempC: number) => void }): void {
    const read = readTemperature(text, this.unit(), least, most);
    this.fault.set('error' in read ? (/\d/.test(text) ? read.error : SAY.giveOvenDegrees) : undefined);
    if ('tempC' in read) into.set(read.tempC);
  }

  protected shown(tempC: number): string {
    return showTemperature(tempC, this.unit());
  }
}
