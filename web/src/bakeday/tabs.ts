import { heatTold, type ProductClass } from '@fellmist/core';
import { type Bake, isOpen, ownPieces, type Stage, stepToDo } from '@fellmist/core/bake';
import { SAY } from './words';

/** What the tab of the heat is called, by where a treat is baked. */
export const TABS = { oven: SAY.inTheOven, griddle: SAY.onThePlate, microwave: SAY.inTheMicrowave, none: SAY.timers } as const;

/** Whether what is mixed has still to go into the oven or onto the plate. */
export function isToBake(heat: ProductClass['heat'] | undefined, bake: Bake | undefined): boolean {
  const isHeated = heat === 'oven' || heat === 'griddle';
  return isHeated && !bake?.isFinished && bake?.yield === undefined && bake?.heated?.to === undefined;
}

/** The words that the last step of the mixing goes on with: to the heat. Undefined for one that another step or food follows, where what a counted food weighed is still to be said, and for what is not heated: that is tasted first. */
export function afterStep(step: Stage, bake: Bake, heat: ProductClass['heat'] | undefined): string | undefined {
  const isLast = !bake.lines.some(isOpen) && stepToDo({ ...bake, stagesDone: [...bake.stagesDone, step.id] }) === undefined;
  if (!isLast || ownPieces(bake).length > 0 || !isToBake(heat, bake)) return undefined;
  const next = TABS[heat ?? 'none'];
  // "Bake 45 minutes" is what comes now, and not done.
  return heatTold([step.then]).isCooked ? next : SAY.doneThen(next);
}
