import type { EChartsType } from '../ui/chart';
import type { Bar } from './dayChart';

export interface Drag {
  readonly barAt: (seconds: number, row: number) => Bar | undefined;
  readonly move: (moved: { readonly id: string; readonly startS: number } | undefined) => void;
  readonly drop: (moved: { readonly id: string; readonly startS: number }) => void;
}

/** Less than that is a press and not a drag, px. */
const SLIP_PX = 4;

/** Lets the bars of a day be dragged along the hours: mouse and finger alike. */
export function dragBars(chart: EChartsType, { barAt, move, drop }: Drag): void {
  const pointer = chart.getZr();
  let taken: { readonly bar: Bar; readonly grabS: number; readonly x: number } | undefined;
  const secondsAt = (x: number, y: number): readonly [seconds: number, row: number] => {
    const [ms = 0, row = -1] = chart.convertFromPixel({ gridIndex: 0 }, [x, y]);
    return [ms / 1000, Math.round(row)];
  };
  pointer.on('mousedown', ({ offsetX, offsetY }) => {
    const [seconds, row] = secondsAt(offsetX, offsetY);
    const bar = barAt(seconds, row);
    taken = bar && { bar, grabS: seconds - bar.startS, x: offsetX };
  });
  pointer.on('mousemove', ({ offsetX, offsetY }) => {
    if (taken) move({ id: taken.bar.id, startS: secondsAt(offsetX, offsetY)[0] - taken.grabS });
  });
  pointer.on('mouseup', ({ offsetX, offsetY }) => {
    const from = taken;
    taken = undefined;
    if (!from) return;
    if (Math.abs(offsetX - from.x) < SLIP_PX) move(undefined);
    else drop({ id: from.bar.id, startS: secondsAt(offsetX, offsetY)[0] - from.grabS });
  });
  pointer.on('globalout', () => {
    taken = undefined;
    move(undefined);
  });
}
