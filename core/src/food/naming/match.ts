import { type Country } from '../food';
import { type Alias, type FoodIndex, type FoodMatch, keyOf, MOST_KEPT, nearWords } from './foodIndex';
import { type Attribute, MADE_OF } from './grammar';
import { CONFLICT, costOf, costOfPercent, costUnsaid } from './holds';
import { isFlavour, type NameParts, partsOfName } from './words';

/** House thresholds: a match under LIKELY is not offered as the answer, one under SURE is marked. */
export const LIKELY = 0.55;
export const SURE = 0.84;
/** Below this a match is not worth showing. */
const LEAST = 0.25;
/** The best that a name can score which conflicts, is only near, or stands for several foods. */
const AT_MOST = { conflict: 0.5, near: 0.8, several: 0.8, otherHead: 0.5, otherSource: 0.5 } as const;
/** The longest name that is looked up, in words: what is longer is prose. */
const MOST_WORDS = 24;

interface AskedName {
  readonly core: readonly string[];
  readonly attributes: readonly Attribute[];
  readonly percent: number | undefined;
  readonly key: string;
  readonly plainKey: string;
  /** Attributes that the unit or container says, such as "3 drops of". */
  readonly soft: readonly Attribute[];
  readonly slipped: boolean;
  readonly coreIds: readonly number[];
  /** What each word of the core costs where an alias does not have it: one that other foods are called by tells more than one nobody knows. */
  readonly costs: readonly number[];
  readonly flavours: readonly boolean[];
}

/** What it costs more that a name says something strange and leaves out what this food is: two foods apart. */
const DOUBLY_APART = 0.12;

/** What it costs that a name gives a food one more flavour. House value. */
const ANOTHER_FLAVOUR = 0.06;

/** A name of more words than this that an alias does not have is not it. */
const MOST_STRANGERS = 3;

interface Verdict {
  readonly foodId: string;
  readonly score: number;
  readonly isExact: boolean;
  readonly conflicts: boolean;
  readonly byCountry: boolean;
  readonly unsaid: number;
}

/** What a name costs by its words alone; undefined where too little of it fits to be worth a look. Runs for every alias: it makes nothing. */
function costOfWords(asked: AskedName, alias: Alias): number | undefined {
  let cost = 0;
  let others = 0;
  let common = 0;
  for (let i = 0; i < asked.core.length; i++) {
    if (alias.coreIds.includes(asked.coreIds[i] ?? UNKNOWN)) common++;
    else if (!(alias.isFlavoured && asked.flavours[i])) {
      cost += asked.costs[i] ?? 0;
      others++;
    }
  }
  const missing = common === asked.core.length && alias.core.length === common ? 0 : countMissing(asked, alias);
  const all = cost + (missing > 0 ? 0.12 + 0.14 * missing : 0);
  return others > MOST_STRANGERS || 1 - all < LEAST ? undefined : all;
}

function countMissing(asked: AskedName, alias: Alias): number {
  let missing = 0;
  for (const id of alias.coreIds) if (!asked.coreIds.includes(id)) missing++;
  return missing;
}

/** How far a name fits that costs so much by its words alone; undefined where a better fit of the same food stands before it. Runs some ten times a name: it makes little. */
function verdict(asked: AskedName, alias: Alias, words: number, most: number, before: Verdict | undefined): Verdict | undefined {
  const isAsked = !alias.isHead && (alias.key === asked.key || alias.key === asked.plainKey);
  // A flavour costs no word: whether it is this food's is asked all the same.
  const strangers = words > 0 || asked.core.length > alias.core.length ? asked.core.filter((_word, i) => !alias.coreIds.includes(asked.coreIds[i] ?? UNKNOWN)) : NO_WORDS;
  const flavours = strangers.length > 0 && alias.isFlavoured ? strangers.filter(isFlavour) : NO_WORDS;
  const claims = flavours.length > 0 ? [...asked.attributes, flavourClaim(flavours, alias)] : asked.attributes;
  // "Vanilla cream cheese" is cream cheese rather than a cheese of two flavours.
  let score = 1 - words - ANOTHER_FLAVOUR * Math.max(flavours.length - 1, 0);
  let dearest = 0;
  for (const claim of claims) {
    const cost = costOf(claim, alias.food, alias.tags);
    score -= Math.min(cost, MOST_A_CLAIM);
    dearest = Math.max(dearest, cost);
  }
  if (asked.percent !== undefined) {
    const cost = costOfPercent(asked.percent, alias.food, alias.percent);
    score -= Math.min(cost, MOST_A_CLAIM);
    dearest = Math.max(dearest, cost);
  }
  for (const hint of asked.soft) dearest = Math.max(dearest, costOf(hint, alias.food, alias.tags));
  const conflicts = dearest >= CONFLICT;
  let unsaid = isAsked ? 0 : alias.unsaid + (alias.percent !== undefined && asked.percent === undefined ? 0.05 : 0);
  if (unsaid > 0) {
    for (const said of claims) if (alias.tags.has(said)) unsaid -= costUnsaid(said);
    for (const said of asked.soft) if (alias.tags.has(said)) unsaid -= costUnsaid(said);
  }
  score -= Math.min(Math.max(unsaid, 0), 0.15) + (unsaid > 0 && strangers.length > flavours.length ? DOUBLY_APART : 0);
  if (conflicts) score = Math.min(score, AT_MOST.conflict);
  if (asked.slipped) score = Math.min(score, AT_MOST.near);
  if (alias.stands) score = Math.min(score, AT_MOST.several);
  if (asked.coreIds[asked.coreIds.length - 1] !== alias.coreIds[alias.coreIds.length - 1]) score = Math.min(score, AT_MOST.otherHead);
  if (strangers.length > 0 && isOfAnother(asked, alias)) score = Math.min(score, AT_MOST.otherSource);
  const isExact = isAsked && !conflicts;
  if (!isExact && score > most && !asked.soft.some((hint) => alias.tags.has(hint))) score = most;
  if (score < LEAST || (before && (before.score > score || (before.score === score && (before.isExact || !isExact))))) return undefined;
  return { foodId: alias.food.id, score, isExact, conflicts, byCountry: alias.country !== undefined, unsaid };
}

/** "Pecan flour" is no flour of wheat: a word that other foods are called by says what it is made of. */
function isOfAnother(asked: AskedName, alias: Alias): boolean {
  return alias.coreIds.length === 1 && MADE_OF.has(asked.core.at(-1) ?? '') && asked.coreIds.some((id) => id !== UNKNOWN && !alias.coreIds.includes(id));
}

const NO_WORDS: readonly string[] = [];
/** The number of a word that no name of the index has. */
const UNKNOWN = -1;

/** The most that one thing said of a food costs of its score. */
const MOST_A_CLAIM = 0.3;

/** The flavour a name gives a food of a flavoured kind: the one it has, if it is among those said, else all of them. */
function flavourClaim(flavours: readonly string[], alias: Alias): Attribute {
  const own = flavours.find((word) => alias.tags.has(`flavour:${word}`));
  return `flavour:${own ?? flavours.join('-')}`;
}

function slippedCores(parts: NameParts, index: FoodIndex): readonly NameParts[] {
  const unknown = parts.core.filter((word) => !index.byWord.has(word));
  if (unknown.length === 0) return [];
  const options = new Map(unknown.map((word) => [word, nearWords(word, index)]));
  const most = Math.max(...[...options.values()].map(({ length }) => length), 0);
  return Array.from({ length: most }, (_one, i) => ({ ...parts, core: parts.core.map((word) => options.get(word)?.[i] ?? options.get(word)?.[0] ?? word) }));
}

/**
 * The foods that a name can mean, best first, at most `most` and one entry a food. The head of the name, its last word
 * that is neither attribute nor noise, must be the food's; a flavour in front never wins over it; what is said of the food
 * and is not true of it caps the score; slips of the keyboard are only ever near. No match gives an empty list.
 */
export function matchFood(name: string, index: FoodIndex, most = 5, country: Country = 'us', soft: readonly Attribute[] = []): readonly FoodMatch[] {
  const query = `${country}|${soft.join(',')}|${name}`;
  const kept = index.found.get(query);
  if (kept) return kept.slice(0, most);
  const found = findFoods(name, index, country, soft);
  if (index.found.size >= MOST_KEPT) index.found.clear();
  index.found.set(query, found);
  return found.slice(0, most);
}

/** Whether words are, one by one, a name that some food goes by. */
export function isVeryName(words: string, index: FoodIndex): boolean {
  return index.byKey.has(keyOf(partsOfName(words).all));
}

const MOST_FOUND = 12;

/** The aliases whose words fit, the best of them first, so that the rest need not be judged. */
function worthALook(asked: AskedName, aliases: Iterable<Alias>, country: Country): readonly { readonly alias: Alias; readonly words: number }[] {
  const worth: { readonly alias: Alias; readonly words: number }[] = [];
  for (const alias of aliases) {
    if (alias.country && alias.country !== country) continue;
    const words = costOfWords(asked, alias);
    if (words !== undefined) worth.push({ alias, words });
  }
  return worth.length > MOST_FOUND ? worth.sort((a, b) => a.words - b.words) : worth;
}

/** "Whey vanilla", "protein powder chocolate flavour": the flavour goes before the name of what comes in flavours; undefined where no such food is named before it. */
function flavourInFront(all: readonly string[], index: FoodIndex): string | undefined {
  const said = all.at(-1) === 'flavour' || all.at(-1) === 'flavoured' ? all.slice(0, -1) : all;
  const at = said.findLastIndex((word) => !isFlavour(word)) + 1;
  const [food, flavours] = [said.slice(0, at), said.slice(at)];
  if (food.length === 0 || flavours.length === 0 || !index.byKey.get(keyOf(food))?.some(({ isFlavoured }) => isFlavoured)) return undefined;
  return [...flavours, ...food].join(' ');
}

function findFoods(name: string, index: FoodIndex, country: Country, soft: readonly Attribute[]): readonly FoodMatch[] {
  const parts = partsOfName(name.slice(0, 300));
  if (parts.all.length === 0 || parts.all.length > MOST_WORDS) return [];
  const best = new Map<string, Verdict>();
  const key = keyOf(parts.all);
  const plainKey = index.byKey.has(key) ? key : keyOf(parts.telling);
  const named = index.byKey.get(key) ?? index.byKey.get(plainKey) ?? [];
  const turned = named.length > 0 ? undefined : flavourInFront(parts.all, index);
  if (turned !== undefined) return findFoods(turned, index, country, soft);
  const most = named.some(({ stands }) => stands) ? AT_MOST.several - 0.01 : 1;
  const isBeaten = (most: number): boolean => {
    if (best.size < MOST_FOUND) return false;
    let better = 0;
    for (const { score } of best.values()) if (score > most) better++;
    return better >= MOST_FOUND;
  };
  const consider = (asked: AskedName, aliases: Iterable<Alias>): void => {
    for (const { alias, words } of worthALook(asked, aliases, country)) {
      if (isBeaten(1 - words)) return;
      const said = verdict(asked, alias, words, most, best.get(alias.food.id));
      if (said) best.set(said.foodId, said);
    }
  };
  const asked = ({ core, attributes, percent }: NameParts, slipped: boolean): AskedName => {
    const coreIds = core.map((word) => index.ids.get(word) ?? UNKNOWN);
    const costs = coreIds.map((id) => (id === UNKNOWN ? 0.29 : 0.34));
    return { core, attributes, percent, coreIds, costs, flavours: core.map(isFlavour), key, plainKey, soft, slipped };
  };
  const plain = asked(parts, false);
  consider(plain, named);
  const isSure = ({ isExact, score }: Verdict): boolean => isExact && score > SURE;
  if (![...best.values()].some(isSure)) {
    for (const question of [plain, ...slippedCores(parts, index).map((reading) => asked(reading, true))]) {
      consider(question, index.byWord.get(question.core.at(-1) ?? '') ?? []);
      if (![...best.values()].some(({ score }) => score >= LIKELY)) consider(question, new Set(question.core.slice(0, -1).flatMap((word) => index.byWord.get(word) ?? [])));
    }
  }
  return [...best.values()]
    .sort((a, b) => b.score - a.score || Number(b.isExact) - Number(a.isExact) || Number(b.byCountry) - Number(a.byCountry) || a.unsaid - b.unsaid)
    .slice(0, MOST_FOUND)
    .map(({ foodId, score, isExact, conflicts, byCountry }) => ({ foodId, score, isExact, conflicts, byCountry }));
}
