import { type Formula } from '../formula';
import { LEDGER_ROLES, type LedgerRole, type Measures } from '../role';
import { type ProductClass } from './productClass';

/** How far outside a band a measure lies, in widths of the band; 0 inside. */
export function outside(measure: number, low: number, high: number): number {
  const width = Math.max(high - low, 1e-6);
  return measure < low ? (low - measure) / width : measure > high ? (measure - high) / width : 0;
}

/** Weight of a role in telling classes apart: thickness most, salt hardly. House values. */
const TELLS: Readonly<Record<LedgerRole, number>> = {
  thickness: 3,
  structure: 1,
  binding: 0.5,
  sweetness: 1,
  bulk: 1,
  fat: 1,
  lift: 1.5,
  acid: 0.5,
  browning: 0.5,
  salt: 0.2,
  solids: 1,
  ice: 1,
};

/** How badly a mix fits a class: 0 where every role lies in its band. */
export function misfitOf(measures: Measures, product: ProductClass): number {
  let misfit = 0;
  for (const role of LEDGER_ROLES) {
    const [band, measure] = [product.bands[role], measures[role]];
    if (band && measure !== undefined) misfit += TELLS[role] * Math.min(outside(measure, band.low, band.high), 2);
  }
  return misfit;
}

/** The class that a title names: the one with the longest of its words in it. */
export function classOfTitle(title: string, classes: readonly ProductClass[]): ProductClass | undefined {
  const plain = ` ${title.toLowerCase().replace(/[^a-z]+/g, ' ')} `;
  let best: { readonly product: ProductClass; readonly length: number } | undefined;
  for (const product of classes) {
    for (const word of product.words) {
      if ((plain.includes(` ${word} `) || plain.includes(` ${word}s `)) && word.length > (best?.length ?? 0)) best = { product, length: word.length };
    }
  }
  return best?.product;
}

const named = new WeakMap<readonly ProductClass[], Map<string, ProductClass | undefined>>();
const MOST_TITLES = 200;

/** As `classOfTitle`, reckoned once for each title. */
function namedBy(title: string, classes: readonly ProductClass[]): ProductClass | undefined {
  const titles = named.get(classes) ?? new Map<string, ProductClass | undefined>();
  if (titles.size > MOST_TITLES) titles.clear();
  if (!titles.has(title)) titles.set(title, classOfTitle(title, classes));
  named.set(classes, titles);
  return titles.get(title);
}

/** The class as said, else as the title names it, else undefined: a mix alone is not a sure sign of what it is to become. */
export function classOf(formula: Pick<Formula, 'classId' | 'title'>, classes: readonly ProductClass[]): ProductClass | undefined {
  return classes.find(({ id }) => id === formula.classId) ?? namedBy(formula.title, classes);
}

/** A misfit from which a class is doubted, and by how much another must fit better to be named. House values. */
const DOUBTED = 1.5;
const BETTER_BY = 1;

/** The class, baked as the chosen one is or raw as it is, that fits a mix clearly better; undefined where the chosen one will do. */
export function betterClass(measures: Measures, chosen: ProductClass, classes: readonly ProductClass[]): ProductClass | undefined {
  const now = misfitOf(measures, chosen);
  if (now < DOUBTED) return undefined;
  const [best] = classes
    .filter(({ heat }) => (heat === 'none') === (chosen.heat === 'none'))
    .map((product) => ({ product, misfit: misfitOf(measures, product) }))
    .sort((a, b) => a.misfit - b.misfit);
  return best && best.misfit < now - BETTER_BY ? best.product : undefined;
}
