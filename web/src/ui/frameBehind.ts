import { effect, linkedSignal, signal, type Signal } from '@angular/core';

/**
 * Figures that follow `cause` a frame later: what the eye is on is painted first, and what lies beside it keeps nobody waiting. Between
 * the two they stay what they were, and nothing of theirs is reckoned. To be called where signals may be made.
 */
export function frameBehind(cause: Signal<unknown>): <T>(reckon: () => T) => Signal<T> {
  const painted = signal(cause());
  effect((ended) => {
    const now = cause();
    // A frame is painted before what waits beside it is taken up.
    const wait = setTimeout(() => {
      painted.set(now);
    });
    ended(() => {
      clearTimeout(wait);
    });
  });
  return <T>(reckon: () => T) =>
    linkedSignal<boolean, T>({
      source: () => painted() === cause(),
      computation: (isPainted, before) => (isPainted || !before ? reckon() : before.value),
    }).asReadonly();
}
