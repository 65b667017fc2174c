import type { Tick } from '@fellmist/contract';
import { keepList, keptList } from './keptList';

const NAME = 'fellmist.ticks';

/** Ticks of the shopping list that the server has not heard of, kept across a closed browser: a shop may have no net. */
export function keepTicks(ticks: readonly Tick[]): void {
  keepList(NAME, ticks);
}

export function keptTicks(): readonly Tick[] {
  return keptList(NAME);
}
