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

/** The oven a bake went into last, from when to when, from its standing events. */
export function heatedOf(standing: readonly BakeEvent[]): Bake['heated'] {
  let heated: Bake['heated'];
  for (const event of standing) {
    if (event.kind === 'into the heat') heated = { ...event.heat, from: event.at, to: undefined };
    else if (event.kind === 'out of the heat' && heated) heated = { ...heated, to: event.at };
  }
  return heated;
}
