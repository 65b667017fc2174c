import { type Allergen, dietOf, type HouseholdSettings, peopleIn } from '@fellmist/core';
import { SAY } from './words';

interface Held {
  readonly contains: readonly Allergen[];
  readonly mayContain: readonly Allergen[];
}

/** What somebody, by the name or names on a plate, is to be told of what lies before them, and of what stands beside it; undefined where nothing of it is kept from them. */
export function dietWarning(name: string, settings: HouseholdSettings, held: Held, beside?: Held): string | undefined {
  const excluded = peopleIn(settings, name).flatMap((one) => dietOf(settings, one).excluded);
  const barred = (list: readonly Allergen[] = []): string => list.filter((one) => excluded.includes(one)).join(', ');
  if (barred(held.contains) !== '') return SAY.mayNotHave(name, barred(held.contains));
  if (barred(beside?.contains) !== '') return SAY.besideIt(name, barred(beside?.contains));
  return barred(held.mayContain) === '' ? undefined : SAY.mayHoldWhat(name, barred(held.mayContain));
}
