import { type Composition, kjFromKcal, type Nutrient } from './composition';
import { energyByFactors } from './energy';
import { type Allergen, type Food } from './food';
import { type Label, readLabel, type Stated, type StatedFigures } from './label';
import { type LabelFigure } from './rounding';
import { readAmount, unitById } from '../quantity';
import { learnThirst, type ThirstTest } from './thirst';

/** Weighings of one cup of what is in the pack, as this baker fills it. */
export interface CupWeighings {
  readonly cupMl: number;
  readonly massesG: readonly number[];
}

/** A pack in the kitchen: a kind of food, with what its own label, scoop, cup and bench tests say of it. */
export interface Pack {
  readonly id: string;
  readonly name: string;
  /** The food of the table that it is a kind of. */
  readonly kindId: string;
  readonly barcode?: string;
  readonly label?: Label;
  /** Its own scoop, piece, slice, can, packet or drop, weighed by the baker, grams. */
  readonly measuresG: Readonly<Record<string, number>>;
  readonly cup?: CupWeighings;
  /** Allergens of the pack where its maker names them; those of its kind otherwise. */
  readonly allergens?: readonly Allergen[];
  readonly mayContain: readonly Allergen[];
  /** What a full pack weighs, grams, and cost, in the currency it was paid in: the household's where none is told. */
  readonly netG?: number;
  readonly price?: number;
  readonly currency?: string;
  readonly thirstTests: readonly ThirstTest[];
  readonly note: string;
}

export interface CupFound {
  readonly densityGPerMl: number;
  readonly meanG: number;
  /** Standard deviation of the weighings, grams; absent for a single one. */
  readonly sdG?: number;
}

/** Mean and spread of a cup's weighings, and the density they make; undefined without a weighing. */
export function weighCup(cup: CupWeighings): CupFound | undefined {
  const masses = cup.massesG.filter((massG) => massG > 0);
  if (masses.length === 0 || !(cup.cupMl > 0)) return undefined;
  const meanG = masses.reduce((sum, massG) => sum + massG, 0) / masses.length;
  const squares = masses.reduce((sum, massG) => sum + (massG - meanG) ** 2, 0);
  return { meanG, densityGPerMl: meanG / cup.cupMl, ...(masses.length > 1 ? { sdG: Math.sqrt(squares / (masses.length - 1)) } : {}) };
}

interface Estimate {
  readonly amount: number;
  readonly half: number;
}

/**
 * The best figure within what a label leaves open: the printed one, or, for a printed zero, the kind's own figure as far
 * as the interval allows. Half is the way to the further end.
 */
function estimate(stated: Stated, usual: number | undefined): Estimate {
  const wanted = stated.isZero ? (usual ?? stated.low) : stated.printed;
  const amount = Math.min(Math.max(wanted, stated.low), stated.high);
  return { amount, half: Math.max(stated.high - amount, amount - stated.low) };
}

const DIRECT: readonly (LabelFigure & Nutrient)[] = [
  'proteinG',
  'fatG',
  'saturatesG',
  'transG',
  'fibreG',
  'sugarsG',
  'addedSugarsG',
  'polyolsG',
  'erythritolG',
  'alluloseG',
  'sodiumMg',
  'cholesterolMg',
  'energyKcal',
];

type PackFigures = Partial<Record<Nutrient, number>>;

function fromStated(stated: StatedFigures, label: Label, generic: Food): { readonly figures: PackFigures; readonly halves: PackFigures } {
  const figures: PackFigures = {};
  const halves: PackFigures = {};
  const put = (nutrient: Nutrient, { amount, half }: Estimate): void => {
    figures[nutrient] = amount;
    halves[nutrient] = half;
  };
  for (const figure of DIRECT) {
    const said = stated[figure];
    if (said) put(figure, estimate(said, generic.per100g[figure]));
  }
  const scaled = (said: Stated, by: number): Stated => ({ ...said, low: said.low * by, high: said.high * by, printed: said.printed * by });
  if (!stated.energyKcal && stated.energyKj) put('energyKcal', estimate(scaled(stated.energyKj, 1 / kjFromKcal(1)), generic.per100g.energyKcal));
  if (!stated.sodiumMg && stated.saltG) put('sodiumMg', estimate(scaled(stated.saltG, 400), generic.per100g.sodiumMg));
  if (stated.carbohydrateG) {
    const fibre = label.tradition === 'us' ? 0 : (figures.fibreG ?? generic.per100g.fibreG);
    const available = estimate(stated.carbohydrateG, generic.per100g.carbohydrateG);
    if (fibre !== undefined) put('carbohydrateG', { amount: available.amount + fibre, half: available.half + (label.tradition === 'us' ? 0 : (halves.fibreG ?? 0)) });
  }
  return { figures, halves };
}

/** Water as what is left of 100 g; undefined where a main part is unknown. */
function waterLeft({ proteinG, fatG, carbohydrateG, ashG, alcoholG }: Composition): number | undefined {
  if (proteinG === undefined || fatG === undefined || carbohydrateG === undefined) return undefined;
  return Math.max(100 - proteinG - fatG - carbohydrateG - (ashG ?? 0) - (alcoholG ?? 0), 0);
}

function scaledSplit<K extends string>(split: Readonly<Partial<Record<K, number>>> | undefined, by: number): Readonly<Partial<Record<K, number>>> | undefined {
  return split && (Object.fromEntries(Object.entries<number | undefined>(split).map(([key, amount]) => [key, (amount ?? 0) * by])) as Partial<Record<K, number>>);
}

function ratio(now: number | undefined, before: number | undefined): number {
  return now !== undefined && before !== undefined && before > 0 ? now / before : 1;
}

/** Composition per 100 g of a pack by its label, the rest as its kind; with half-widths where the label leaves an interval. */
export function packComposition(pack: Pack, generic: Food): Pick<Food, 'per100g' | 'per100gHalf' | 'sugarsBy' | 'polyolsBy' | 'source'> {
  const { label } = pack;
  const kept = { ...(generic.sugarsBy ? { sugarsBy: generic.sugarsBy } : {}), ...(generic.polyolsBy ? { polyolsBy: generic.polyolsBy } : {}) };
  const density = pack.cup && weighCup(pack.cup)?.densityGPerMl;
  const stated = label?.state === 'as sold' ? readLabel(label, density ?? generic.densityGPerMl).figures : {};
  if (!label || Object.keys(stated).length === 0) return { per100g: generic.per100g, ...kept, source: `as its kind: ${generic.source}` };
  const { figures, halves } = fromStated(stated, label, generic);
  const merged: PackFigures = { ...generic.per100g, ...figures };
  if (figures.carbohydrateG !== undefined) delete merged.starchG;
  if (figures.sugarsG !== undefined && figures.addedSugarsG === undefined) delete merged.addedSugarsG;
  if (figures.energyKcal === undefined && figures.proteinG !== undefined && figures.fatG !== undefined && figures.carbohydrateG !== undefined) {
    const reckoned = energyByFactors(merged, label.tradition);
    if (reckoned !== undefined) merged.energyKcal = reckoned;
  }
  if (generic.per100g.waterG !== undefined) {
    const waterG = waterLeft(merged);
    if (waterG !== undefined) merged.waterG = waterG;
  }
  const sugarsBy = scaledSplit(generic.sugarsBy, ratio(merged.sugarsG, generic.per100g.sugarsG));
  const polyolsBy = scaledSplit(generic.polyolsBy, ratio(merged.polyolsG, generic.per100g.polyolsG));
  return {
    per100g: merged,
    per100gHalf: halves,
    ...(sugarsBy ? { sugarsBy } : {}),
    ...(polyolsBy ? { polyolsBy } : {}),
    source: `the pack's label, and for what it does not say ${generic.name.toLowerCase()}: ${generic.source}`,
  };
}

/** Words of a serving that are a measure of the pack's own, and the measure that each is. */
const SERVED_WITH: readonly (readonly [said: RegExp, measure: string])[] = [
  [/^scoops?\b/i, 'scoop'],
  [/^(?:sachets?|packets?|sticks?)\b/i, 'packet'],
  [/^slices?\b/i, 'slice'],
  [/^(?:bars?|biscuits?|cookies?|pieces?)\b/i, 'piece'],
];

/** A label's "1 scoop (33 g)" is the pack's scoop until somebody weighs it. */
function servingMeasure({ label }: Pack): Readonly<Record<string, number>> {
  const { measure, massG } = label?.serving ?? {};
  const read = measure === undefined ? undefined : readAmount(measure.replace(/^(?=[a-z])/i, '1 '));
  if (!read || !massG || read.amount.high !== undefined || !(read.amount.value > 0)) return {};
  const word = read.unitGiven ? unitById(read.amount.unit).words[0] : read.rest;
  const known = SERVED_WITH.find(([said]) => said.test(word ?? ''));
  return known ? { [known[1]]: massG / read.amount.value } : {};
}

/** A cup's relative spread is never taken below this, however alike three weighings came out. House value. */
const LEAST_CUP_SPREAD = 0.02;

/**
 * A pack as a food of the larder, so that it counts wherever its kind does: composition by its label, its own measures
 * before generic ones, thirst learned from its bench tests, roles and all else as its kind.
 */
export function packAsFood(pack: Pack, generic: Food): Food {
  const cup = pack.cup && weighCup(pack.cup);
  const { thirst } = generic;
  const tested = thirst?.basis === 'mass' && pack.thirstTests.length > 0 ? learnThirst(thirst, pack.thirstTests, generic.roles.gluten?.amount).learned : undefined;
  const own = [...Object.keys(pack.measuresG), ...(cup ? ['cup'] : [])];
  return {
    ...generic,
    ...packComposition(pack, generic),
    id: pack.id,
    packOf: generic.id,
    name: pack.name,
    synonyms: [],
    usual: {},
    standsFor: [],
    head: '',
    ...(cup ? { densityGPerMl: cup.densityGPerMl } : {}),
    ...(cup?.sdG !== undefined ? { densitySpread: Math.max(cup.sdG / cup.meanG, LEAST_CUP_SPREAD) } : {}),
    measuresG: { ...generic.measuresG, ...servingMeasure(pack), ...pack.measuresG },
    ownMeasures: own,
    ...(thirst && tested
      ? {
          thirst: {
            ...thirst,
            ...tested,
            mark: 'H' as const,
            source: `${pack.thirstTests.length === 1 ? 'a bench test' : `${pack.thirstTests.length} bench tests`} of this pack with ${thirst.source}`,
          },
        }
      : {}),
    allergens: pack.allergens ?? generic.allergens,
    mayContain: pack.mayContain,
    measureSource: own.length > 0 ? `weighed by you (${own.join(', ')}); the rest: ${generic.measureSource}` : generic.measureSource,
  };
}

/** A pack of a kind of which nothing is known yet. */
export function emptyPack(id: string, kindId: string): Pack {
  return { id, name: '', kindId, label: { tradition: 'eu', state: 'as sold', per100: { of: 'g', figures: {} } }, measuresG: {}, mayContain: [], thirstTests: [], note: '' };
}
