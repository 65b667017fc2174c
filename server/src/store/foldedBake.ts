import { type StoredBake } from '@fellmist/contract';
import { type HouseholdSettings, type Larder } from '@fellmist/core';
import { type Bake, foldBake } from '@fellmist/core/bake';

/** The state of a bake as it is stored. */
export function foldedBake({ events, formula, former }: StoredBake, larder: Larder, kitchen: HouseholdSettings): Bake {
  return foldBake(
    events.map(({ event }) => event),
    { formula, larder, kitchen, former: new Map(Object.entries(former)) },
  );
}
