import { oneLog } from '../heat';
import { type BakeEvent } from './events';
import { type Bake, type Timer } from './state';

/** The timers of a bake from its standing events, in the order in which they were first set; one set again starts anew. */
export function timersOf(standing: readonly BakeEvent[]): readonly Timer[] {
  const timers = new Map<string, Timer>();
  for (const event of standing) {
    if (event.kind === 'timer set') {
      timers.set(event.timerId, { id: event.timerId, name: event.name, seconds: event.seconds, setAt: event.at, says: event.says ?? '', rang: false });
    } else if (event.kind === 'timer rang') {
      const timer = timers.get(event.timerId);
      if (timer) timers.set(event.timerId, { ...timer, rang: true });
    }
  }
  return [...timers.values()];
}

/** What a bake says of its oven: when it came out, and how warm its middle was when; undefined while it is in, or where nothing was reckoned. */
export function ovenTold(standing: readonly BakeEvent[], secondsOf: (iso: string) => number): { readonly reckonedS: number; readonly realS: number } | undefined {
  const heated = heatedOf(standing);
  if (heated?.to === undefined || heated.reckonedS === undefined) return undefined;
  const since = (at: string): number => secondsOf(at) - secondsOf(heated.from);
  const { from, to, reckonedS } = heated;
  const readings = standing.flatMap((event) =>
    event.kind === 'reading' && event.of === 'core' && event.reckonedS !== undefined && event.at >= from && event.at <= to
      ? [{ reckonedS: event.reckonedS, realS: since(event.at) }]
      : [],
  );
  return oneLog({ reckonedS, realS: since(to) }, readings);
}

/** The oven a bake went into last, from when to when, from its standing events. */
export function heatedOf(standing: readonly BakeEvent[]): Bake['heated'] {
  let heated: Bake['heated'];
  for (const event of standing) {
    if (event.kind === 'into the heat') heated = { ...event.heat, from: event.at, to: undefined };
    else if (event.kind === 'out of the heat' && heated) heated = { ...heated, to: event.at };
  }
  return heated;
}
