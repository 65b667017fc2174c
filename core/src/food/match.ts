import { type Food } from './food';
import { likeness, tellingWords } from './words';

export interface FoodMatch {
  readonly foodId: string;
  /** 1 for the very words, down to 0. Below `SURE` a person should look. */
  readonly score: number;
  /** The same with every word counted, passing ones too: tells "egg white" from "dried egg white". */
  readonly verbatim: number;
}

/** House thresholds: a match under LIKELY is not offered as the answer, one under SURE is marked. */
export const LIKELY = 0.55;
export const SURE = 0.84;
/** Below this a match is not worth showing. */
const LEAST = 0.3;

interface Alias {
  readonly foodId: string;
  readonly all: readonly string[];
  readonly telling: readonly string[];
}

export interface FoodIndex {
  /** The names that hold a word. */
  readonly byWord: ReadonlyMap<string, readonly Alias[]>;
  /** How telling a word is: the fewer foods have it, the more. */
  readonly rarity: ReadonlyMap<string, number>;
}

/** Makes the index that `matchFood` reads; build it once for a larder. */
export function indexFoods(foods: readonly Food[]): FoodIndex {
  const aliases = foods.flatMap((food) => [food.name, ...food.synonyms].map((name) => ({ foodId: food.id, all: tellingWords(name, true), telling: tellingWords(name) })));
  const byWord = new Map<string, Alias[]>();
  for (const alias of aliases) {
    for (const word of new Set(alias.all)) byWord.set(word, [...(byWord.get(word) ?? []), alias]);
  }
  const rarity = new Map([...byWord].map(([word, named]) => [word, Math.log(1 + foods.length / new Set(named.map(({ foodId }) => foodId)).size)]));
  return { byWord, rarity };
}

/** What a word nobody has heard of weighs. */
const UNKNOWN_RARITY = 3;

/** For each word of the query, the words of the index that are like it. */
type Likenesses = ReadonlyMap<string, ReadonlyMap<string, number>>;

function likenesses(index: FoodIndex, words: readonly string[]): Likenesses {
  return new Map(
    words.map((word) => {
      const near = new Map<string, number>();
      for (const known of index.rarity.keys()) {
        const alike = likeness(word, known);
        if (alike > 0) near.set(known, alike);
      }
      return [word, near];
    }),
  );
}

function weigh(index: FoodIndex, words: readonly string[]): number {
  return words.reduce((sum, word) => sum + (index.rarity.get(word) ?? UNKNOWN_RARITY), 0);
}

function similarity(index: FoodIndex, near: Likenesses, query: readonly string[], alias: readonly string[]): number {
  let shared = 0;
  const left = [...alias];
  for (const word of query) {
    let best = 0;
    let at = -1;
    left.forEach((candidate, i) => {
      const alike = near.get(word)?.get(candidate) ?? 0;
      if (alike > best) [best, at] = [alike, i];
    });
    if (at >= 0) shared += (best * (weigh(index, [word]) + weigh(index, left.splice(at, 1)))) / 2;
  }
  const weight = weigh(index, query) + weigh(index, alias);
  return weight > 0 ? (2 * shared) / weight : 0;
}

/**
 * The foods whose names or synonyms are likest to the words, best first, at most `most` and one entry a food. Typing
 * slips of one letter (two in long words) are forgiven at a discount. No match gives an empty list.
 */
export function matchFood(name: string, index: FoodIndex, most = 5): readonly FoodMatch[] {
  const all = tellingWords(name, true);
  const telling = tellingWords(name);
  if (telling.length === 0) return [];
  const near = likenesses(index, all);
  const candidates = new Set([...near.values()].flatMap((words) => [...words.keys()]).flatMap((word) => index.byWord.get(word) ?? []));
  const best = new Map<string, FoodMatch>();
  for (const alias of candidates) {
    const verbatim = similarity(index, near, all, alias.all);
    const score = Math.min(Math.max(similarity(index, near, telling, alias.telling), verbatim), 1);
    const before = best.get(alias.foodId);
    if (score > LEAST && (!before || score + verbatim > before.score + before.verbatim)) best.set(alias.foodId, { foodId: alias.foodId, score, verbatim });
  }
  return [...best.values()].sort((a, b) => b.score - a.score || b.verbatim - a.verbatim).slice(0, most);
}
