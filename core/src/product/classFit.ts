import recipeWords from '@fellmist/language/recipeWords.json' with { type: 'json' };
import { SPELLINGS } from '../food';
import { type Formula } from '../formula';
import { LEDGER_ROLES, type Measures, roleOf } from '../role';
import { type ColdStyle, styled } from './coldStyle';
import { heatTold } from './methodHeat';
import { type ProductClass } from './productClass';

/** How far outside a band a measure lies, in widths of the band; 0 inside. */
export function outside(measure: number, low: number, high: number): number {
  const width = Math.max(high - low, 1e-6);
  return measure < low ? (low - measure) / width : measure > high ? (measure - high) / width : 0;
}

/** How badly a mix fits a class: 0 where every role lies in its band. */
export function misfitOf(measures: Measures, product: ProductClass): number {
  let misfit = 0;
  for (const role of LEDGER_ROLES) {
    const [band, measure] = [product.bands[role], measures[role]];
    if (band && measure !== undefined) misfit += roleOf(role).tells * Math.min(outside(measure, band.low, band.high), 2);
  }
  return misfit;
}

/** What has names: a class or a style, each known by words of a title. */
interface Named {
  readonly words: readonly string[];
}

/** Words after these in a title tell of what goes with it, not of what it is. */
const ASIDE = /(?<=[a-z]) (?:with|topped|served|without|from|using|for) .*$/;

/** What parts the pieces of a title. */
const BESIDE = /[,;:|]\s|\s[-–—]\s/;

/** What a title says of what is never heated, whatever its kind mostly is. */
const UNBAKED = 'no bake';

interface Naming<T> {
  readonly one: T;
  /** Letters of the word itself, its plural's ending apart. */
  readonly length: number;
}

interface Namings<T> {
  readonly byWords: ReadonlyMap<string, readonly Naming<T>[]>;
  /** Of how many words the longest name is. */
  readonly most: number;
  /** What titles were found to name: a shelf asks for the same ones over and over. */
  readonly told: Map<string, readonly T[]>;
}

/** So many titles are kept in mind. */
const MOST_TOLD = 10_000;

const namings = new WeakMap<readonly Named[], Namings<Named>>();

/** What each name, in one or many, stands for: laid out once for each table. */
function namingsOf<T extends Named>(all: readonly T[]): Namings<T> {
  const known = namings.get(all) as Namings<T> | undefined;
  if (known) return known;
  const byWords = new Map<string, Naming<T>[]>();
  for (const one of all)
    for (const word of one.words.map((name) => plainly(name).trim()))
      for (const form of [word, `${word}s`, `${word}es`]) byWords.set(form, [...(byWords.get(form) ?? []), { one, length: word.length }]);
  const made = { byWords, most: Math.max(0, ...all.flatMap(({ words }) => words.map((word) => word.split(' ').length))), told: new Map<string, readonly T[]>() };
  namings.set(all, made);
  return made;
}

/** The class, or style, that a title names: more than one where they share the name, a doughnut of yeast and one without. */
function namedBy<T extends Named>(title: string, all: readonly T[]): readonly T[] {
  const known = namingsOf(all);
  const before = known.told.get(title);
  if (before) return before;
  if (known.told.size >= MOST_TOLD) known.told.clear();
  const isUnbaked = plainly(title).includes(` ${UNBAKED} `);
  // "Baked oats, strawberry cheesecake" are baked oats: what stands behind says how they taste.
  const found =
    title
      .split(BESIDE)
      .map((piece) => lookUp(piece, known, isUnbaked))
      .find((those) => those.length > 0) ?? [];
  known.told.set(title, found);
  return found;
}

/** Letters and single spaces, a space at either end, each word in one spelling: "yoghurt" is yogurt here too. */
function plainly(title: string): string {
  const words = title
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter(Boolean);
  return ` ${words.map((word) => SPELLINGS.get(word) ?? word).join(' ')} `;
}

/** Treats that no class judges: a crumble of rhubarb and custard is no custard. */
const UNCLASSED = new Set(recipeWords.unclassed.flatMap((word) => [word, `${word}s`]));

/** A title's head stands last ("biscuit spread" is a spread), of two names that end there the longer counts. */
function lookUp<T extends Named>(title: string, { byWords, most }: Namings<T>, isUnbaked: boolean): readonly T[] {
  const plain = plainly(title).replace(ASIDE, '');
  const words = plain.trim().split(' ');
  let best: (Naming<T> & { readonly end: number; readonly said: string }) | undefined;
  let begin = 0;
  let unclassed = -1;
  for (const [i, word] of words.entries()) {
    for (let count = 1; count <= Math.min(most, words.length - i); count++) {
      const said = words.slice(i, i + count).join(' ');
      for (const naming of byWords.get(said) ?? []) {
        const end = begin + naming.length;
        if (!best || end > best.end || (end === best.end && naming.length > best.length)) best = { ...naming, end, said };
      }
    }
    if (UNCLASSED.has(word)) unclassed = begin;
    begin += word.length + 1;
  }
  const called = (name: string): readonly T[] => (byWords.get(name) ?? []).map(({ one }) => one);
  if (!best || unclassed >= best.end) return [];
  if (!isUnbaked || best.said.startsWith(UNBAKED)) return called(best.said);
  // "No-bake lemon cheesecake" is a no-bake cheesecake, "no-bake protein bars" are no-bake bars.
  const heads = best.said.split(' ').map((_, i, all) => `${UNBAKED} ${all.slice(i).join(' ')}`);
  return [...heads, UNBAKED, best.said].map(called).find((those) => those.length > 0) ?? [];
}

export interface ClassTables {
  readonly classes: readonly ProductClass[];
  readonly coldStyles: readonly ColdStyle[];
}

/** The style of what is frozen: as said, else as the title names it. */
export function styleOf(formula: Pick<Formula, 'title' | 'cold'>, product: ProductClass | undefined, styles: readonly ColdStyle[]): ColdStyle | undefined {
  const style = styles.find(({ id }) => id === formula.cold?.styleId) ?? namedBy(formula.title, styles)[0];
  return style && style.classId === product?.id ? style : undefined;
}

/** What a class is told from. */
export type ClassClues = Pick<Formula, 'classId' | 'title' | 'cold'> & Partial<Pick<Formula, 'parts' | 'method'>>;

/** "Bread" is a yeast bread only where there is yeast, a "drizzle" a sauce only where nothing makes it rise. */
function hasWhatItNeeds({ needs, refuses = [] }: ProductClass, { parts }: ClassClues): boolean {
  const holds = (words: readonly string[]): boolean => parts?.some(({ lines }) => lines.some(({ name }) => words.some((word) => name.toLowerCase().includes(word)))) ?? false;
  return !parts || ((!needs || holds(needs)) && !holds(refuses));
}

export interface ClassGuess {
  readonly product: ProductClass;
  /** Words of the method that speak for it. */
  readonly signs: readonly string[];
}

/** How badly a mix may fit a class that the method speaks for. House value. */
const FITS = 1.2;

/**
 * What a formula that nobody classed may be, from its method and its mix: offered, never taken. Undefined where neither
 * tells.
 */
export function guessClass(formula: Pick<Formula, 'method' | 'title' | 'parts'>, measures: Measures, { classes }: Pick<ClassTables, 'classes'>): ClassGuess | undefined {
  const told = ` ${[formula.title, ...formula.method].join(' ').toLowerCase()} `;
  const { isBaked } = heatTold([formula.title, ...formula.method]);
  const guesses = classes
    .filter((product) => hasWhatItNeeds(product, formula) && !(product.heat === 'none' && isBaked))
    .map((product) => ({ product, signs: product.signs.filter((sign) => told.includes(sign)), misfit: misfitOf(measures, product) }))
    .filter(({ signs, misfit }) => signs.length > 0 && misfit <= FITS);
  const [best] = guesses.sort((a, b) => b.signs.length - a.signs.length || a.misfit - b.misfit);
  return best && { product: best.product, signs: best.signs };
}

/** "Raw cashew cheesecake"; raw sugar is only its sugar. */
const RAW = /\braw\b(?! (?:sugar|cane|honey|milk|cacao|cocoa)\b)/i;

/** What a title names, of what it can be: a bagel is a yeast bread where there is yeast, else what else is called so, but nothing for the oven where it is only fried. */
function ableOf(title: string, clues: ClassClues, classes: readonly ProductClass[]): ProductClass | undefined {
  const all = namedBy(title, classes);
  const { isOnlyFried } = heatTold(clues.method ?? []);
  const able = all.filter((one) => hasWhatItNeeds(one, clues) && (all.length === 1 || one.needs !== undefined || one.heat === 'griddle' || !isOnlyFried));
  return able.find(({ needs }) => needs) ?? able[0];
}

/** What the title names; where the method only chills it, or the title says raw, what it is called without the oven. */
function titledClass(clues: ClassClues, classes: readonly ProductClass[]): ProductClass | undefined {
  const { title, method = [] } = clues;
  const named = ableOf(title, clues, classes);
  const { isCooked, isOnlyChilled } = heatTold(method);
  const isUnheated = isOnlyChilled || (RAW.test(title) && !isCooked);
  return isUnheated && named?.heat === 'oven' ? ableOf(`${UNBAKED} ${title}`, clues, classes) : named;
}

/**
 * The class as said, else as the title names it, else undefined: a mix alone is not a sure sign of what it is to become. What
 * is frozen takes the bands of its style, what can be fried as well is fried where the method says so.
 */
export function classOf(formula: ClassClues, { classes, coldStyles }: ClassTables): ProductClass | undefined {
  const product = classes.find(({ id }) => id === formula.classId) ?? titledClass(formula, classes);
  if (!product) return undefined;
  if (product.fried && isFried(product.fried, formula)) return friedOf(product);
  const style = coldStyles.length === 0 ? undefined : styleOf(formula, product, coldStyles);
  return style ? styled(product, style) : product;
}

/** By the method where it says how it is cooked, else by the title alone. */
function isFried({ words, refuses }: NonNullable<ProductClass['fried']>, { title, method = [] }: ClassClues): boolean {
  const { isBaked, isCooked, isOnlyFried } = heatTold(method);
  const called = plainly(title);
  const isCalled = (names: readonly string[]): boolean => names.some((name) => called.includes(` ${name}`));
  return isCooked || isBaked || isOnlyFried ? isOnlyFried : isCalled(words) && !isCalled(refuses);
}

const friedOnes = new WeakMap<ProductClass, ProductClass>();

/** A class as it is made in a pan instead of the oven: one and the same for each class. */
function friedOf(product: ProductClass): ProductClass {
  const { ovenC: _oven, look: _look, fried, words, ...rest } = product;
  const made = friedOnes.get(product) ?? { ...rest, ...fried, words, heat: 'griddle' };
  friedOnes.set(product, made);
  return made;
}

/** The class by whose bands the balance is judged: the formula's own for its batter; for a part that was chosen what its heading names, if anything. */
export function classOfBalance(formula: ClassClues & Pick<Formula, 'judgedPartId' | 'parts'>, tables: ClassTables): ProductClass | undefined {
  const part = formula.judgedPartId === undefined ? undefined : formula.parts.find(({ id }) => id === formula.judgedPartId);
  return part ? ableOf(part.heading, { ...formula, parts: [part] }, tables.classes) : classOf(formula, tables);
}

/** A misfit from which a class is doubted, and by how much another must fit better to be named. House values. */
const DOUBTED = 1.5;
const BETTER_BY = 1;

/** The class, baked as the chosen one is or raw as it is, that fits a mix clearly better; undefined where the chosen one will do. */
export function betterClass(measures: Measures, chosen: ProductClass, classes: readonly ProductClass[]): ProductClass | undefined {
  const now = misfitOf(measures, chosen);
  if (now < DOUBTED) return undefined;
  const [best] = classes
    .filter(({ id, heat }) => id !== chosen.id && (heat === 'none') === (chosen.heat === 'none'))
    .map((product) => ({ product, misfit: misfitOf(measures, product) }))
    .sort((a, b) => a.misfit - b.misfit);
  return best && best.misfit < now - BETTER_BY ? best.product : undefined;
}
