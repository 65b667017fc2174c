import type { ChartOption, ChartPalette } from './chart';
import { showNumber } from './figures';

interface Normal {
  readonly mean: number;
  readonly sd: number;
}

/** What was believed, what was measured, and what holds now. */
export interface Belief {
  readonly prior: Normal;
  readonly now: Normal;
  readonly measured: readonly number[];
  /** What stands under the axis. */
  readonly axis: string;
}

/** Points of a drawn curve. */
const POINTS = 121;

function bell(x: number, { mean, sd }: Normal): number {
  return Math.exp(-((x - mean) ** 2) / (2 * sd ** 2));
}

/** A belief before and after what was measured: dashed the one, full the other, a diamond for each measurement. */
export function beliefChart({ prior, now, measured, axis }: Belief): (palette: ChartPalette) => ChartOption {
  const low = Math.max(Math.min(prior.mean - 3 * prior.sd, now.mean - 3 * now.sd, ...measured) * 0.95, 0);
  const high = Math.max(prior.mean + 3 * prior.sd, now.mean + 3 * now.sd, ...measured) * 1.05;
  const xs = Array.from({ length: POINTS }, (_, i) => low + ((high - low) * i) / (POINTS - 1));
  const curve = (of: Normal): [number, number][] => xs.map((x) => [x, bell(x, of)]);
  return (palette) => ({
    animation: false,
    grid: { left: 8, right: 8, top: 12, bottom: 40 },
    xAxis: {
      type: 'value',
      min: low,
      max: high,
      name: axis,
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: { color: palette.softInk },
      axisLabel: { color: palette.softInk, showMinLabel: false, showMaxLabel: false, formatter: (x: number) => showNumber(x, 1) },
      axisLine: { lineStyle: { color: palette.ink } },
      splitLine: { show: false },
    },
    yAxis: { type: 'value', show: false, min: 0, max: 1.15 },
    series: [
      { type: 'line', data: curve(prior), showSymbol: false, silent: true, lineStyle: { color: palette.softInk, width: 1.5, type: 'dashed' } },
      {
        type: 'line',
        data: measured.length > 0 ? curve(now) : [],
        showSymbol: false,
        silent: true,
        lineStyle: { color: palette.accent, width: 2 },
        areaStyle: { color: palette.accent, opacity: 0.12 },
      },
      { type: 'scatter', data: measured.map((one) => [one, 0.04]), symbol: 'diamond', symbolSize: 12, itemStyle: { color: palette.ink } },
    ],
  });
}
