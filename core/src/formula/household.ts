import { type Allergen, ANY_DIET, type CarbCount, type Country, type Diet, type School } from '../food';
import { type MeasureSystem } from '../quantity';
import { COUNTING, type Counting } from './figures';

/** What a household settled once for all its devices. */
export interface HouseholdSettings {
  /** Whose cups and spoons a recipe means where it does not say. */
  readonly measures: MeasureSystem;
  readonly temperature: 'C' | 'F';
  readonly energyUnit: 'kcal' | 'kJ';
  /** Whose shops and eggs are meant: the usual member of a head such as "cream". */
  readonly country: Country;
  /** ISO 4217. */
  readonly currency: string;
  readonly carbs: CarbCount;
  readonly energy: Counting['energy'];
  /** What a new formula is held against, and what nobody here may have. */
  readonly schools: readonly School[];
  readonly excluded: readonly Allergen[];
  /** What the kitchen scale tells apart, grams. */
  readonly scaleStepG: 0.1 | 0.5 | 1 | 2 | 5;
  readonly freezerC: number;
  readonly fridgeC: number;
  /** Who eats here, by the names they go by. */
  readonly people?: readonly string[];
  /** What each of them eats by, by name; those who eat everything are not here. */
  readonly diets?: Readonly<Record<string, Diet>>;
  /** The week's page is not wanted: what is eaten is nobody's business. */
  readonly weekIsOff?: boolean;
  /** From when bakes tell of the oven, an ISO time: what an earlier oven did is forgotten. All, where it is not given. */
  readonly ovenSince?: string;
  /** It browns on one side: what is baked is turned at half time. */
  readonly ovenIsUneven?: boolean;
  /** What else was learned and is forgotten up to an ISO time: by "liking", "loss:" and a class, "mixer:" and its kind. */
  readonly forgotten?: Readonly<Record<string, string>>;
}

/** What holds until a household says otherwise. */
export const FIRST_SETTINGS: HouseholdSettings = {
  measures: 'us',
  temperature: 'C',
  energyUnit: 'kcal',
  country: 'us',
  currency: 'EUR',
  carbs: COUNTING.carbs,
  energy: COUNTING.energy,
  schools: [],
  excluded: [],
  scaleStepG: 1,
  freezerC: -18,
  fridgeC: 4,
};

/** The diet of somebody who eats here; everything, where nobody said otherwise. */
export function dietOf({ people = [], diets = {} }: Pick<HouseholdSettings, 'people' | 'diets'>, name: string): Diet {
  return (people.includes(name) ? diets[name] : undefined) ?? ANY_DIET;
}

const wordsOf = (text: string): string => ` ${(text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).join(' ')} `;

/** Each name once, in whatever case, as it is written first; none that is empty. */
export function namesOnce(names: readonly string[]): readonly string[] {
  const known = new Map<string, string>();
  for (const name of names.map((one) => one.trim())) if (name !== '' && !known.has(name.toLowerCase())) known.set(name.toLowerCase(), name);
  return [...known.values()];
}

/** Who of the household some words name, by whole names in any case: two of them in "ada & Ben", nobody in "Adam". */
export function peopleIn({ people = [] }: Pick<HouseholdSettings, 'people'>, words: string): readonly string[] {
  const said = wordsOf(words);
  return people.filter((name) => name.trim() !== '' && said.includes(wordsOf(name)));
}

/** What a new formula is held against: what the household settled, and what any who eats here eats by or may not have. */
export function dietOfAll(settings: Pick<HouseholdSettings, 'schools' | 'excluded' | 'people' | 'diets'>): Diet {
  const each = (settings.people ?? []).map((name) => dietOf(settings, name));
  const all = <T>(own: readonly T[], of: (diet: Diet) => readonly T[]): readonly T[] => [...new Set([...own, ...each.flatMap(of)])];
  return { schools: all(settings.schools, ({ schools }) => schools), excluded: all(settings.excluded, ({ excluded }) => excluded) };
}
