import { COUNTRIES, type Country, type Food } from '../food';
import { type Attribute } from './grammar';
import { costUnsaid, FLAVOURED_KINDS } from './holds';
import { isFlavour, likeness, type NameParts, partsOfName } from './words';

export interface FoodMatch {
  readonly foodId: string;
  /** 1 for what it is called, down to 0. Below `SURE` a person should look. */
  readonly score: number;
  /** The very words of one of its names, noise apart. */
  readonly isExact: boolean;
  /** Something said of it is not true of this food. */
  readonly conflicts: boolean;
  /** The name means this food in the household's country, and another elsewhere. */
  readonly byCountry: boolean;
}

/** One of the names that a food answers to, taken apart. */
export interface Alias extends NameParts {
  readonly food: Food;
  readonly key: string;
  /** The words of the core as numbers: comparing two names is what reading does most. */
  readonly coreIds: readonly number[];
  /** It comes in flavours: a word of a flavour in its name is no other food. What is called by a flavour alone comes in that one. */
  readonly isFlavoured: boolean;
  /** What it costs that nothing of its attributes was said. */
  readonly unsaid: number;
  readonly tags: ReadonlySet<Attribute>;
  readonly country: Country | undefined;
  /** The name stands for several foods, of which this is a sensible one. */
  readonly stands: boolean;
  readonly isHead: boolean;
}

export interface FoodIndex {
  /** The names whose core holds a word, and all names by their very words. */
  readonly byWord: ReadonlyMap<string, readonly Alias[]>;
  readonly byKey: ReadonlyMap<string, readonly Alias[]>;
  /** A number for every word of a core. */
  readonly ids: ReadonlyMap<string, number>;
  /** Words of the index by their length, to look for near ones. */
  readonly byLength: ReadonlyMap<number, readonly string[]>;
  readonly near: Map<string, readonly string[]>;
  readonly found: Map<string, readonly FoodMatch[]>;
}

export const keyOf = (words: readonly string[]): string => words.join(' ');

interface Called {
  readonly name: string;
  readonly country?: Country;
  readonly stands?: boolean;
  /** The bare head: it is what the food is a kind of, not what it is called. */
  readonly isHead?: boolean;
}

/** Every name that a food answers to. */
function namesOf({ name, synonyms, usual, standsFor, head }: Food): readonly Called[] {
  return [
    ...[...new Set([name, ...synonyms])].map((one) => ({ name: one })),
    ...COUNTRIES.flatMap((country) => (usual?.[country] ?? []).map((one) => ({ name: one, country }))),
    ...(standsFor ?? []).map((one) => ({ name: one, stands: true })),
    ...(head ? [{ name: head, isHead: true }] : []),
  ];
}

function aliasOf({ name, country, stands = false, isHead = false }: Called, food: Food, idOf: (word: string) => number): Alias {
  const parts = partsOfName(name);
  const tags = new Set([...parts.attributes, ...(food.attributes ?? [])]);
  const unsaid = [...tags].reduce((sum, tag) => sum + costUnsaid(tag), 0);
  return {
    ...parts,
    food,
    key: keyOf(parts.all),
    coreIds: parts.core.map(idOf),
    isFlavoured: FLAVOURED_KINDS.has(food.kind) && !parts.core.every(isFlavour),
    unsaid,
    tags,
    country,
    stands,
    isHead,
  };
}

function put<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Makes the index that `matchFood` reads; build it once for a larder. */
export function indexFoods(foods: readonly Food[]): FoodIndex {
  const byWord = new Map<string, Alias[]>();
  const byKey = new Map<string, Alias[]>();
  const ids = new Map<string, number>();
  const idOf = (word: string): number => {
    const id = ids.get(word) ?? ids.size;
    ids.set(word, id);
    return id;
  };
  for (const food of foods) {
    for (const called of namesOf(food)) {
      const alias = aliasOf(called, food, idOf);
      if (alias.all.length === 0) continue;
      if (!called.isHead) put(byKey, alias.key, alias);
      for (const word of new Set(alias.core)) put(byWord, word, alias);
    }
  }
  const byLength = new Map<number, string[]>();
  for (const word of byWord.keys()) put(byLength, word.length, word);
  return { byWord, byKey, ids, byLength, near: new Map(), found: new Map() };
}

/** Words of the index that a word may be a slip of, the likest first. */
export function nearWords(word: string, index: FoodIndex): readonly string[] {
  const known = index.near.get(word);
  if (known) return known;
  const near: [string, number][] = [];
  for (let length = word.length - 2; length <= word.length + 2; length++) {
    for (const other of index.byLength.get(length) ?? []) {
      const alike = likeness(word, other);
      if (alike > 0) near.push([other, alike]);
    }
  }
  const words = near
    .sort((a, b) => b[1] - a[1])
    .slice(0, 4)
    .map(([other]) => other);
  if (index.near.size < MOST_KEPT) index.near.set(word, words);
  return words;
}

/** As many answers are kept; then they are forgotten. */
export const MOST_KEPT = 4000;
