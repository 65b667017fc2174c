import { computed, effect, signal, type Signal } from '@angular/core';

/** As many as a screen holds. */
const SCREENFUL = 10;

/** A list that is painted a screenful first and whole in the next frame: what lies below the screen keeps nobody waiting. To be called where signals may be made. */
export function firstRows<T>(list: Signal<readonly T[] | undefined>): Signal<readonly T[] | undefined> {
  const isPainted = signal(false);
  const watch = effect(() => {
    if (!list()?.length) return;
    watch.destroy();
    requestAnimationFrame(() =>
      setTimeout(() => {
        isPainted.set(true);
      }),
    );
  });
  return computed(() => (isPainted() ? list() : list()?.slice(0, SCREENFUL)));
}
