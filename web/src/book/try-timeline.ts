import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { changesBetween, meanOn, OVERALL, type Scale, SCALES } from '@fellmist/core/bake';
import { Desk } from '../state/desk';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { Choice, type Option } from '../ui/choice';
import { showChange, showNumber } from '../ui/figures';
import { type Numbered, RIGHT } from './bookView';
import { SAY, SCALE_WORDS } from './words';

/** So many changes are written under a try. */
const MOST_TOLD = 4;

type Shown = Scale | 'overall';

/** A formula's tries over time on one scale: each taster, their mean, and under each try what was changed since the one before. */
@Component({
  selector: 'fm-try-timeline',
  imports: [Chart, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './try-timeline.html',
  styleUrl: './try-timeline.less',
})
export class TryTimeline {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  readonly tries = input.required<readonly Numbered[]>();
  protected readonly shown = signal<Shown>('overall');
  protected readonly options = computed((): readonly Option<Shown>[] => [
    { value: 'overall', label: SAY.likedWord },
    ...SCALES.filter((scale) => this.tries().some(({ scores }) => meanOn(scores, scale))).map((scale) => ({ value: scale, label: SCALE_WORDS[scale].name })),
  ]);

  /** What was changed since the try before, the most first: "+12 g Whole milk". */
  private readonly changed = computed(() =>
    this.tries().map((one, i) => {
      const before = this.tries()[i - 1];
      const changes = before ? changesBetween(before.poured, one.poured) : [];
      const told = changes
        .slice(0, MOST_TOLD)
        .map(({ foodId, name, thenG, nowG }) => `${showChange(thenG, nowG, 0)} g ${(this.desk.foodName(foodId) ?? name).split(',')[0] ?? ''}`);
      return [...told, ...(changes.length > MOST_TOLD ? [SAY.andMore(changes.length - MOST_TOLD)] : [])].join(', ');
    }),
  );

  /** The tries that were changed, each with what. */
  protected readonly marks = computed(() => this.tries().flatMap(({ number }, i) => (this.changed()[i] ? [{ number, words: this.changed()[i] }] : [])));

  private readonly means = computed(() => this.tries().map(({ scores }) => meanOn(scores, this.shown())?.mean));
  protected readonly isEmpty = computed(() => this.means().every((mean) => mean === undefined));
  protected readonly words = computed(() => {
    const said = this.means().map((mean, i) => {
      const changed = this.changed()[i] ?? '';
      return `${this.tries()[i]?.number ?? ''}: ${mean === undefined ? SAY.tastersNone : showNumber(mean, 1)}${changed === '' ? '' : ` (${changed})`}`;
    });
    return SAY.timelineWords(this.options().find(({ value }) => value === this.shown())?.label ?? '', said.join(', '));
  });

  protected readonly option = computed(() => {
    const [shown, tries, means] = [this.shown(), this.tries(), this.means()];
    const isOverall = shown === 'overall';
    const given = tries.flatMap(({ scores }, i) => scores.flatMap((score) => (isOverall ? score.overall : score.scales[shown]) ?? []).map((value) => [i, value]));
    const ends = isOverall ? undefined : SCALE_WORDS[shown];
    return (palette: ChartPalette): ChartOption => ({
      animation: false,
      grid: { left: 76, right: 16, top: 16, bottom: 32 },
      xAxis: {
        type: 'category',
        data: tries.map(({ number }) => String(number)),
        axisLabel: { color: palette.softInk, hideOverlap: true },
        axisLine: { lineStyle: { color: palette.ink }, onZero: false },
        axisTick: { alignWithLabel: true },
      },
      yAxis: {
        type: 'value',
        ...(isOverall ? { min: OVERALL.least, max: OVERALL.most, interval: 2 } : { min: -2, max: 2, interval: 2 }),
        axisLabel: {
          color: palette.softInk,
          ...(ends ? { formatter: (value: number) => (value < 0 ? ends.little : value > 0 ? ends.much : SAY.justRight) } : {}),
        },
        splitLine: { lineStyle: { color: palette.rule } },
      },
      series: [
        { type: 'scatter', data: given, symbolSize: 8, silent: true, itemStyle: { color: palette.softInk, opacity: 0.45 } },
        {
          type: 'line',
          data: means.map((mean) => mean ?? '-'),
          connectNulls: true,
          symbol: 'circle',
          symbolSize: 11,
          lineStyle: { color: palette.accent, width: 2 },
          itemStyle: { color: palette.accent },
          ...(isOverall ? {} : { markArea: { silent: true, itemStyle: { color: palette.band, opacity: 0.6 }, data: [[{ yAxis: -RIGHT }, { yAxis: RIGHT }]] } }),
        },
      ],
    });
  });
}
