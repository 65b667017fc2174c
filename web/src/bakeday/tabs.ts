import type { ProductClass } from '@fellmist/core';
import type { Bake } from '@fellmist/core/bake';
import { SAY } from './words';

/** What the tab of the heat is called, by where a treat is baked. */
export const TABS = { oven: SAY.inTheOven, griddle: SAY.onThePlate, microwave: SAY.inTheMicrowave, none: SAY.timers } as const;

/** Whether what is mixed has still to go into the oven or onto the plate. */
export function isToBake(heat: ProductClass['heat'] | undefined, bake: Bake | undefined): boolean {
  const isHeated = heat === 'oven' || heat === 'griddle';
  return isHeated && !bake?.isFinished && bake?.yield === undefined && bake?.heated?.to === undefined;
}
