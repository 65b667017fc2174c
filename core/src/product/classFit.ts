import { type Formula } from '../formula';
import { LEDGER_ROLES, type Measures, roleOf } from '../role';
import { type ColdStyle, styled } from './coldStyle';
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
const ASIDE = / (?:with|topped|served|without|from|using) .*$/;

/** The class, or style, that a title names: a title's head stands last ("biscuit spread" is a spread), of two that end there the longer counts. */
function namedInTitle<T extends Named>(title: string, all: readonly T[]): T | undefined {
  const plain = `${` ${title
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim()} `.replace(ASIDE, '')} `.replace(/\s+/g, ' ');
  let best: { readonly one: T; readonly end: number; readonly length: number } | undefined;
  for (const one of all) {
    for (const word of one.words) {
      const at = Math.max(plain.lastIndexOf(` ${word} `), plain.lastIndexOf(` ${word}s `), plain.lastIndexOf(` ${word}es `));
      if (at < 0) continue;
      const end = at + word.length;
      if (!best || end > best.end || (end === best.end && word.length > best.length)) best = { one, end, length: word.length };
    }
  }
  return best?.one;
}

const named = new WeakMap<readonly Named[], Map<string, Named | undefined>>();
const MOST_TITLES = 200;

/** As `namedInTitle`, reckoned once for each title. */
function namedBy<T extends Named>(title: string, all: readonly T[]): T | undefined {
  const titles = (named.get(all) ?? new Map<string, T | undefined>()) as Map<string, T | undefined>;
  if (titles.size > MOST_TITLES) titles.clear();
  if (!titles.has(title)) titles.set(title, namedInTitle(title, all));
  named.set(all, titles);
  return titles.get(title);
}

export interface ClassTables {
  readonly classes: readonly ProductClass[];
  readonly coldStyles: readonly ColdStyle[];
}

/** The style of what is frozen: as said, else as the title names it. */
export function styleOf(formula: Pick<Formula, 'title' | 'cold'>, product: ProductClass | undefined, styles: readonly ColdStyle[]): ColdStyle | undefined {
  const style = styles.find(({ id }) => id === formula.cold?.styleId) ?? namedBy(formula.title, styles);
  return style && style.classId === product?.id ? style : undefined;
}

/** What a class is told from. */
export type ClassClues = Pick<Formula, 'classId' | 'title' | 'cold'> & Partial<Pick<Formula, 'parts'>>;

/** "Bread" is a yeast bread only where there is yeast. */
function hasWhatItNeeds({ needs }: ProductClass, { parts }: ClassClues): boolean {
  return !needs || !parts || parts.some(({ lines }) => lines.some(({ name }) => needs.some((word) => name.toLowerCase().includes(word))));
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
  const guesses = classes
    .filter((product) => hasWhatItNeeds(product, formula))
    .map((product) => ({ product, signs: product.signs.filter((sign) => told.includes(sign)), misfit: misfitOf(measures, product) }))
    .filter(({ signs, misfit }) => signs.length > 0 && misfit <= FITS);
  const [best] = guesses.sort((a, b) => b.signs.length - a.signs.length || a.misfit - b.misfit);
  return best && { product: best.product, signs: best.signs };
}

/**
 * The class as said, else as the title names it, else undefined: a mix alone is not a sure sign of what it is to become. What
 * is frozen takes the bands of its style.
 */
export function classOf(formula: ClassClues, { classes, coldStyles }: ClassTables): ProductClass | undefined {
  const titled = namedBy(formula.title, classes);
  const product = classes.find(({ id }) => id === formula.classId) ?? (titled && hasWhatItNeeds(titled, formula) ? titled : undefined);
  if (!product || coldStyles.length === 0) return product;
  const style = styleOf(formula, product, coldStyles);
  return style ? styled(product, style) : product;
}

/** The class by whose bands the balance is judged: the formula's own for its batter; for a part that was chosen what its heading names, if anything. */
export function classOfBalance(formula: ClassClues & Pick<Formula, 'judgedPartId' | 'parts'>, tables: ClassTables): ProductClass | undefined {
  const part = formula.judgedPartId === undefined ? undefined : formula.parts.find(({ id }) => id === formula.judgedPartId);
  return part ? namedBy(part.heading, tables.classes) : classOf(formula, tables);
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
