import { remembering } from '../../quantity';
import { type Attribute, ATTRIBUTE_PHRASES, BEGINS_PHRASE, FLAVOURS, joinWords, LONGEST_PHRASE, NOISE, PERCENT_OF, SMALL, SPELLINGS, TAIL } from './grammar';

function singular(word: string): string {
  const known = SPELLINGS.get(word);
  if (known) return known;
  if (!word.endsWith('s')) return word;
  if (word.length > 4 && word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (word.length > 4 && /(?:ch|sh|ss|x)es$/.test(word)) return word.slice(0, -2);
  if (word.length > 3 && !/(ss|us|is)$/.test(word)) return word.slice(0, -1);
  return word;
}

/** The words of a name, lower case, singular, without accents, in one spelling: "Large free-range Eggs" gives ["large", "freerange", "egg"]. */
export function wordsOf(name: string): readonly string[] {
  const lower = name.toLowerCase();
  const words = PLAIN.test(lower) ? joinWords(lower).split(/[ -]+/) : oddWords(lower);
  const out: string[] = [];
  for (const word of words) {
    if (word === '') continue;
    const one = singular(word);
    if (one.includes(' ')) out.push(...one.split(' '));
    else out.push(one);
  }
  return out;
}

/** Most names are letters and spaces, and nothing else has to be looked for in them. */
const PLAIN = /^[a-z -]+$/;

function oddWords(lower: string): readonly string[] {
  return joinWords(lower.normalize('NFD').replace(/[\u0300-\u036f]/g, ''))
    .replace(/(\d)\s*(?:%|per\s?cent\b|pct\b)/g, '$1% ')
    .replace(/&/g, ' and ')
    .replace(/['’]s?\b/g, '')
    .split(/[^a-z0-9%./]+/)
    .map((word) => word.replace(/^[./]+|[./]+$/g, ''));
}

/** A food's name taken apart. */
export interface NameParts {
  /** Every word but the smallest ones, in order: tells the very name. */
  readonly all: readonly string[];
  /** The same without what is noise. */
  readonly telling: readonly string[];
  /** What it is: the words that are neither attribute nor noise, the head last. Never empty where `all` is not. */
  readonly core: readonly string[];
  /** Whether any word says what it is; where none does, `core` is all of them. */
  readonly namesIt: boolean;
  readonly attributes: readonly Attribute[];
  /** Per cent that the name states ("2 %"), of fat or of cocoa. */
  readonly percent: number | undefined;
}

function cutTail(words: readonly string[]): readonly string[] {
  const at = words.findIndex((word, i) => i > 0 && TAIL.has(word));
  return at > 0 ? words.slice(0, at) : words;
}

/** The longest phrase of attributes that begins at `at`. "Whole milk" in front of a head says how fat it is. */
function phraseAt(words: readonly string[], at: number): { readonly attribute: Attribute; readonly length: number } | undefined {
  const first = words[at] ?? '';
  if (!BEGINS_PHRASE.has(first)) return undefined;
  if (first === 'whole' && words[at + 1] === 'milk' && at + 2 < words.length) return { attribute: 'fat:full', length: 2 };
  for (let length = Math.min(LONGEST_PHRASE, words.length - at); length > 0; length--) {
    const attribute = ATTRIBUTE_PHRASES.get(words.slice(at, at + length).join(' '));
    if (attribute) return { attribute, length };
  }
  return undefined;
}

/** How many words from `at` on say whose percentage it is: "fat", "milk fat", "cocoa". */
function percentWords(words: readonly string[], at: number): number {
  const of = PERCENT_OF.find(
    (phrase) =>
      words
        .slice(at, at + 2)
        .join(' ')
        .startsWith(phrase) &&
      (phrase.includes(' ') || words[at] === phrase),
  );
  return of?.split(' ').length ?? 0;
}

interface Sorted {
  readonly core: readonly string[];
  readonly attributes: readonly Attribute[];
  readonly percent: number | undefined;
}

function sortWords(words: readonly string[]): Sorted {
  const attributes: Attribute[] = [];
  const core: string[] = [];
  let percent: number | undefined;
  for (let i = 0; i < words.length; i++) {
    const word = words[i] ?? '';
    const said = phraseAt(words, i);
    if (said) {
      if (!attributes.includes(said.attribute)) attributes.push(said.attribute);
      if (/^0%?$/.test(word)) percent = 0;
      i += said.length - 1;
    } else if (/^\d+(?:\.\d+)?%$/.test(word)) {
      percent = Number(word.slice(0, -1));
      i += percentWords(words, i + 1);
    } else if (!NOISE.has(word) && !/^[\d./]+$/.test(word) && !((word === 'flavour' || word === 'flavoured') && i < words.length - 1)) core.push(word);
  }
  return { core, attributes, percent };
}

/**
 * Takes a name apart into what it is, how it is and noise: "organic unsweetened vanilla almond milk" is milk of almond with
 * vanilla, sweet:none. Words after "for", "from", "at" and the like do not count.
 */
export const partsOfName = remembering((name: string): NameParts => {
  const words = cutTail(wordsOf(name));
  const all = words.filter((word) => !SMALL.has(word));
  const { core, attributes, percent } = sortWords(words);
  const telling = all.filter((word) => !NOISE.has(word));
  const namesIt = core.length > 0;
  return { all, telling: telling.length > 0 ? telling : all, core: namesIt ? core : all, namesIt, attributes, percent };
});

/** Whether words say only how a food is, not what: "unsweetened", "2 %", "cooked and mashed"; mere noise does not count. */
export function saysOnlyHow(text: string): boolean {
  const { namesIt, attributes, percent } = partsOfName(text);
  return !namesIt && (attributes.length > 0 || percent !== undefined);
}

/** Whether words name a thing at all, and not only how it is or how it was cut. */
export function namesSomething(text: string): boolean {
  return partsOfName(text).namesIt;
}

/** The words of a name that tell which food it is; with `keepAll` every word. */
export function tellingWords(name: string, keepAll = false): readonly string[] {
  return keepAll ? wordsOf(name) : partsOfName(name).core;
}

export function isFlavour(word: string): boolean {
  return FLAVOURS.has(word);
}

/** Names of one thing in different kitchens: "courgette", "zucchini". */
export type WordGroup = readonly string[];

/** A word of a group, plural or not, that stands by itself. */
function wordPattern(word: string): RegExp {
  return new RegExp(`(?<![a-z])${word}s?(?![a-z])`);
}

/**
 * A function that gives the names a food goes by in other kitchens, by putting one word of a group for another: with
 * ["courgette", "zucchini"], "Zucchini, grilled" gives ["courgette, grilled"]. Whole words only, the longest first.
 */
export function renamer(groups: readonly WordGroup[]): (name: string) => readonly string[] {
  const prepared = groups.map((group) => ({ group, patterns: [...group].sort((a, b) => b.length - a.length).map((word) => ({ word, pattern: wordPattern(word) })) }));
  return (name) => {
    const plain = name.toLowerCase();
    return prepared.flatMap(({ group, patterns }) => {
      const said = patterns.find(({ word, pattern }) => plain.includes(word) && pattern.test(plain));
      return said === undefined ? [] : group.filter((word) => word !== said.word).map((word) => plain.replace(said.pattern, word));
    });
  };
}

/** Longer words than this are no food's: a slip in them is not looked for. */
const LONGEST_WORD = 24;

/** Whether so few slips lie between two words: a letter too many, too few or wrong, or two that changed places [optimal string alignment, Damerau 1964]. */
function within(a: string, b: string, most: number): boolean {
  if (Math.abs(a.length - b.length) > most) return false;
  let before: readonly number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const cost = Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1));
      const isSwapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1];
      const fewest = isSwapped ? Math.min(cost, (before[j - 2] ?? 0) + 1) : cost;
      next[j] = fewest;
      if (fewest < least) least = fewest;
    }
    if (least > most) return false;
    before = row;
    row = next;
  }
  return (row[b.length] ?? most + 1) <= most;
}

/** How alike two words are, 1 the same, 0 not: one slip of the keyboard is forgiven, two in long words. */
export function likeness(a: string, b: string): number {
  if (a === b) return 1;
  const length = Math.min(a.length, b.length);
  if (length < 4 || Math.max(a.length, b.length) > LONGEST_WORD) return 0;
  if (length >= 8 && within(a, b, 2)) return 0.85;
  return a[0] === b[0] && within(a, b, 1) ? 0.9 : 0;
}
