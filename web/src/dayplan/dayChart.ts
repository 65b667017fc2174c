import type { DayPlan, PlannedStep, Treat } from '@fellmist/core/bake';
import type { CustomSeriesRenderItemAPI, CustomSeriesRenderItemParams, CustomSeriesRenderItemReturn } from 'echarts';
import type { ChartOption, ChartPalette } from '../ui/chart';
import { BUSY_WORDS, SAY } from './words';

/** A row of the chart: one thing that can be busy, or the second place it has. */
export interface Lane {
  readonly name: string;
  readonly bars: readonly Bar[];
}

export interface Bar {
  readonly id: string;
  readonly treat: number;
  readonly startS: number;
  readonly endS: number;
  /** A wait that lasts on. */
  readonly untilS: number;
  readonly label: string;
  readonly lookS: number | undefined;
  readonly isHeating: boolean;
}

const ORDER = ['you', 'oven', 'griddle', 'microwave', 'mixer', 'blender', 'churn', 'fridge', 'freezer', 'counter'] as const;

/** Bars in as few lanes as hold them without one over another. */
function inLanes(name: string, bars: readonly Bar[]): readonly Lane[] {
  const lanes: Bar[][] = [];
  for (const bar of [...bars].sort((a, b) => a.startS - b.startS)) {
    const free = lanes.find((lane) => (lane.at(-1)?.untilS ?? 0) <= bar.startS + 1);
    if (free) free.push(bar);
    else lanes.push([bar]);
  }
  return lanes.map((lane, i) => ({ name: i === 0 ? name : '', bars: lane }));
}

/** The rows of a day: you, then each thing that is busy in it. */
export function lanesOf(day: DayPlan, treats: readonly Treat[]): readonly Lane[] {
  const index = new Map(treats.map(({ id }, i) => [id, i]));
  const bar = ({ step, treatId, startS, endS, untilS }: PlannedStep, label: string): Bar => ({
    id: step.id,
    treat: index.get(treatId) ?? 0,
    startS,
    endS,
    untilS,
    label,
    lookS: step.lookS === undefined ? undefined : startS + step.lookS,
    isHeating: false,
  });
  const title = (one: PlannedStep): string => treats[index.get(one.treatId) ?? 0]?.title ?? '';
  return ORDER.flatMap((busy) => {
    const here = day.steps.filter(
      ({ step, startS, endS }) => endS > startS && (busy === 'you' ? step.needsYou : busy === 'counter' ? !step.needsYou && step.busy === undefined : step.busy === busy),
    );
    const heats =
      busy === 'oven'
        ? day.heatings.map(({ startS, endS, ovenC }, i): Bar => ({
            id: `heat${i}`,
            treat: 0,
            startS,
            endS,
            untilS: endS,
            label: String(ovenC),
            lookS: undefined,
            isHeating: true,
          }))
        : [];
    return inLanes(BUSY_WORDS[busy], [...here.map((one) => bar(one, busy === 'you' ? one.step.words : title(one))), ...heats]);
  });
}

/** The fill and the ink of each treat's bars: tones that stand apart without colour too. */
export function tonesOf({ accent, band, ink, sheet, wash, attentionWash }: ChartPalette): readonly { readonly fill: string; readonly text: string; readonly line: string }[] {
  return [
    { fill: accent, text: sheet, line: accent },
    { fill: band, text: ink, line: ink },
    { fill: ink, text: sheet, line: ink },
    { fill: sheet, text: ink, line: ink },
    { fill: wash, text: ink, line: accent },
    { fill: attentionWash, text: ink, line: ink },
  ];
}

const ROOM_PX = 7;

export interface DayChartAsk {
  readonly lanes: readonly Lane[];
  readonly fromS: number;
  readonly toS: number;
  readonly nowS: number;
  readonly serveS: readonly number[];
  readonly clock: Intl.DateTimeFormat;
  readonly moved: { readonly id: string; readonly startS: number } | undefined;
}

/** The day as bars, a row for each thing that can be busy; `moved` is where a bar is being dragged to. */
export function dayChart({ lanes, fromS, toS, nowS, serveS, clock, moved }: DayChartAsk): (palette: ChartPalette) => ChartOption {
  // Words beside a bar end before the next one, and do not run over the line where something is served.
  const roomTo = ({ untilS }: Bar, nextS: number): number => Math.min(nextS, ...serveS.filter((s) => s > untilS + 1));
  const bars = lanes.flatMap((lane, row) => lane.bars.map((one, i) => ({ ...one, row, nextS: roomTo(one, lane.bars[i + 1]?.startS ?? toS) })));
  return (palette) => {
    const tones = tonesOf(palette);
    const renderItem = ({ dataIndex }: CustomSeriesRenderItemParams, api: CustomSeriesRenderItemAPI): CustomSeriesRenderItemReturn => {
      const bar = bars[dataIndex];
      if (!bar) return null;
      const shiftS = moved?.id === bar.id ? moved.startS - bar.startS : 0;
      const at = (s: number): number => api.coord([(s + shiftS) * 1000, bar.row])[0] ?? 0;
      const middle = api.coord([bar.startS * 1000, bar.row])[1] ?? 0;
      const size = api.size?.([0, 1]);
      const height = (Array.isArray(size) ? (size[1] ?? 30) : 30) * 0.62;
      const [x, end, until, next] = [at(bar.startS), at(bar.endS), at(bar.untilS), api.coord([bar.nextS * 1000, bar.row])[0] ?? 0];
      const tone = tones[bar.treat % tones.length];
      const rect = (from: number, to: number, style: object, r = 3) => ({
        type: 'rect' as const,
        shape: { x: from, y: middle - height / 2, width: Math.max(to - from, 2), height, r },
        style,
      });
      const widthIn = end - x - 2 * ROOM_PX;
      const isInside = widthIn > 44;
      const widthBeside = Math.max(next - Math.max(end, until) - 2 * ROOM_PX, 0);
      const text = bar.isHeating ? SAY.heatsTo(bar.label) : bar.label;
      const words = (left: number, width: number, fill: string) => ({
        type: 'text' as const,
        silent: true,
        style: { text, x: left, y: middle, width, overflow: 'truncate' as const, fill, fontSize: 13, fontFamily: palette.face, textVerticalAlign: 'middle' as const },
      });
      const look =
        bar.lookS === undefined
          ? []
          : [
              {
                type: 'line' as const,
                silent: true,
                shape: { x1: at(bar.lookS), x2: at(bar.lookS), y1: middle - height * 0.7, y2: middle + height * 0.7 },
                style: { stroke: palette.attention, lineWidth: 2 },
              },
            ];
      const held = bar.untilS > bar.endS + 60 ? [rect(end, until, { fill: 'transparent', stroke: palette.softInk, lineDash: [3, 3] })] : [];
      const fill = bar.isHeating ? { fill: 'transparent', stroke: palette.softInk, lineDash: [3, 3] } : { fill: tone?.fill, stroke: tone?.line };
      return {
        type: 'group',
        children: [
          ...held,
          rect(x, end, fill),
          ...(isInside
            ? [words(x + ROOM_PX, widthIn, bar.isHeating ? palette.softInk : (tone?.text ?? ''))]
            : widthBeside > 44
              ? [words(Math.max(end, until) + ROOM_PX, widthBeside, palette.ink)]
              : []),
          ...look,
        ],
      };
    };
    return {
      animation: false,
      grid: { left: 84, right: 24, top: 28, bottom: 28 },
      xAxis: {
        type: 'time',
        position: 'top',
        min: fromS * 1000,
        max: toS * 1000,
        axisLabel: { color: palette.softInk, formatter: (ms: number) => clock.format(ms), hideOverlap: true },
        axisLine: { show: false },
        axisTick: { show: false },
        splitLine: { show: true, lineStyle: { color: palette.rule } },
      },
      yAxis: {
        type: 'category',
        inverse: true,
        data: lanes.map(({ name }) => name),
        axisLabel: { color: palette.ink, fontWeight: 700, align: 'left', margin: 80, interval: 0 },
        axisLine: { show: false },
        axisTick: { show: false },
        splitLine: { show: false },
      },
      series: [
        { type: 'custom', renderItem, data: bars.map((one) => [one.startS * 1000, one.row, one.endS * 1000]), encode: { x: [0, 2], y: 1 }, clip: true },
        {
          type: 'line',
          data: [],
          silent: true,
          markLine: {
            silent: true,
            symbol: 'none',
            animation: false,
            data: [
              ...(nowS > fromS && nowS < toS
                ? [
                    {
                      xAxis: nowS * 1000,
                      lineStyle: { color: palette.attention, type: 'dotted', width: 2 },
                      label: { formatter: SAY.nowWord, color: palette.attention, position: 'end' },
                    },
                  ]
                : []),
              ...serveS.map((s) => ({
                xAxis: s * 1000,
                lineStyle: { color: palette.ink, type: 'solid', width: 2 },
                label: { formatter: SAY.servedWord, color: palette.ink, position: 'end' },
              })),
            ],
          },
        },
      ],
    };
  };
}
