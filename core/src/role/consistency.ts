import { type Food, GLUTEN_HOLD } from '../food';
import { AT, bringsPerGram, read, type Sums } from './brings';
import { givenOf, type Role } from './describe';

export type RestTime = 'now' | 'five' | 'hour';

/** Constants of the house model, see docs/science.md for how they were fitted and how well they hold. */
export interface ConsistencyModel {
  /** ln(hydration) at each word of the spoon scale, from 0 (milk) in half steps to 4 (crumbly); between them it runs straight. */
  readonly lnAt: readonly number[];
  /** Share of dissolved sugar, and of liquid fat, that counts as fluid. */
  readonly ofSugar: number;
  readonly ofLiquidFat: number;
  /** Grams of water held by a gram of solid fat or undissolved sugar, of gum (as xanthan), of beaten foam (as egg white), of gluten. */
  readonly ofSolid: number;
  readonly ofGum: number;
  readonly ofFoam: number;
  readonly ofGluten: number;
}

export const CONSISTENCY_MODEL: ConsistencyModel = {
  lnAt: [2, 1.6, 1.2, 0.8, 0.4, 0.2, -0.4, -0.9, -1.5],
  ofSugar: 0.32,
  ofLiquidFat: 0.38,
  ofSolid: 0.16,
  ofGum: 27,
  ofFoam: 0.45,
  ofGluten: GLUTEN_HOLD,
};

export type Consistency =
  | {
      readonly kind: 'reckoned';
      /** Fluid over what holds it, capped at 12. */
      readonly hydration: number;
      /** Spoon scale, 0 pours like milk to 4 short and crumbly, five minutes after mixing. */
      readonly scale: number;
      /** The same at once and after an hour: some flours and seeds go on drinking. */
      readonly scaleNow: number;
      readonly scaleHour: number;
      readonly word: string;
      /** Grams of foods whose thirst nobody has told us; they were left out. */
      readonly unknownThirstG: number;
    }
  | { readonly kind: 'not-reckoned'; readonly lacks: 'liquid' | 'thirst'; readonly words: string };

/** Grams of sugar that a gram of water dissolves while a batter is mixed [common practice: about 2 for sucrose]. */
const SUGAR_PER_WATER = 2;
const MOST_HYDRATION = 12;

/** Classes of the spoon scale, half a step apart [house model; anchors: Bennion & Scheule, Introductory Foods, from memory]. */
export const CONSISTENCY_WORDS: readonly string[] = [
  'pours like milk',
  'pours like cream',
  'pours',
  'pours slowly and ribbons',
  'drops in blobs',
  'holds on the spoon',
  'scoops or rolls soft',
  'stiff dough or paste',
  'short, crumbly or dry',
];

/** From here on the words name a thing, not what it does. */
const FIRST_THING = CONSISTENCY_WORDS.indexOf('stiff dough or paste');

/** A word of the spoon scale as what a mix does: "drops in blobs", "is stiff dough or paste". */
export function doesOnSpoon(word: string): string {
  return CONSISTENCY_WORDS.indexOf(word) >= FIRST_THING ? `is ${word}` : word;
}

export const SCALE_MOST = 4;

const HELD: Readonly<Record<RestTime, number>> = { now: AT.heldNowG, five: AT.heldG, hour: AT.heldHourG };

/** What flows in a mix and what holds it, in grams. */
export interface FluidAndHolding {
  readonly fluidG: number;
  readonly holdingG: number;
}

/** Share of the dry sugars of a mix that its water dissolves, 0 to 1. */
function dissolvedShare(whole: Sums): number {
  const sugarsG = read(whole, AT.sugarsG);
  return sugarsG > 0 ? Math.min(1, (SUGAR_PER_WATER * read(whole, AT.waterG)) / sugarsG) : 1;
}

/**
 * Fluid (water + a x dissolved sugars + b x liquid fat) and what holds it (thirsts + gum, foam and gluten by their hold +
 * c x (solid fat + undissolved sugars)), of a line in a mix or of the whole of it. Dry sugars dissolve up to 2 g per gram of
 * water, those of syrups are dissolved. `when` picks what the flours hold by then. House model.
 */
export function fluidAndHolding(line: Sums, whole: Sums, when: RestTime = 'five', model: ConsistencyModel = CONSISTENCY_MODEL): FluidAndHolding {
  const sugarsG = read(line, AT.sugarsG);
  const dissolvedG = sugarsG * dissolvedShare(whole);
  const fluidG = read(line, AT.waterG) + model.ofSugar * (dissolvedG + read(line, AT.syrupG)) + model.ofLiquidFat * read(line, AT.liquidFatG);
  const holdingG =
    read(line, HELD[when]) +
    model.ofGum * read(line, AT.gumG) +
    model.ofFoam * read(line, AT.foamG) +
    model.ofGluten * read(line, AT.glutenG) +
    model.ofSolid * (read(line, AT.solidFatG) + sugarsG - dissolvedG);
  return { fluidG, holdingG };
}

/** Fluid over what holds it (see `fluidAndHolding`), at most 12. */
export function hydrationOf(sums: Sums, when: RestTime = 'five', model: ConsistencyModel = CONSISTENCY_MODEL): number {
  const { fluidG, holdingG } = fluidAndHolding(sums, sums, when, model);
  return holdingG > 0 ? Math.min(Math.max(fluidG, 0) / holdingG, MOST_HYDRATION) : MOST_HYDRATION;
}

/** From these shares of its mass a mix without flour is held by its fat, or is a paste of sugar. House values. */
const PASTE = { leastFat: 0.12, leastSugar: 0.45 } as const;

/**
 * Place on the spoon scale of what no flour holds: cold fat with fine sugar in it (buttercream, cream cheese frosting) is
 * spread by how far fat and sugar outweigh its water; sugar beyond what its water dissolves (icings) thickens it as grains
 * do. Undefined for everything else. House model.
 */
export function scaleOfPaste(sums: Sums): number | undefined {
  const massG = read(sums, AT.massG);
  if (!(massG > 0) || read(sums, AT.flourG) + read(sums, AT.powderG) > 0) return undefined;
  const [waterG, sugarsG, solidFatG] = [read(sums, AT.waterG), read(sums, AT.sugarsG), read(sums, AT.solidFatG)];
  if (solidFatG / massG >= PASTE.leastFat && sugarsG > waterG) return Math.min(2.5 + (1.5 * (solidFatG + 0.5 * sugarsG - waterG)) / massG, SCALE_MOST);
  const undissolvedG = sugarsG - SUGAR_PER_WATER * waterG;
  if (sugarsG / massG < PASTE.leastSugar || undissolvedG <= 0 || waterG <= 0) return undefined;
  const fluidG = waterG + CONSISTENCY_MODEL.ofSugar * SUGAR_PER_WATER * waterG;
  return Math.min(0.6 + (0.6 * undissolvedG) / fluidG + (2 * read(sums, AT.foamG)) / massG, SCALE_MOST);
}

/** Spoon scale from hydration, held to 0..4. House model. */
export function scaleOf(hydration: number, model: ConsistencyModel = CONSISTENCY_MODEL): number {
  const ln = Math.log(Math.max(hydration, 1e-6));
  const { lnAt } = model;
  let word = 1;
  while (word < lnAt.length - 1 && ln < (lnAt[word] as number)) word++;
  const [above, below] = [lnAt[word - 1] as number, lnAt[word] as number];
  return Math.min(Math.max((word - 1 + (above - ln) / (above - below)) / 2, 0), SCALE_MOST);
}

/** The hydration at a place on the spoon scale: what `scaleOf` turns back into that place. */
export function hydrationAt(scale: number, { lnAt }: ConsistencyModel = CONSISTENCY_MODEL): number {
  const place = Math.min(Math.max(scale, 0), SCALE_MOST) * 2;
  const word = Math.min(Math.floor(place), lnAt.length - 2);
  const [above, below] = [lnAt[word] as number, lnAt[word + 1] as number];
  return Math.exp(above + (below - above) * (place - word));
}

/** The class word nearest to a place on the spoon scale (0..4). */
export function consistencyWord(scale: number): string {
  const step = Math.round(Math.min(Math.max(scale, 0), SCALE_MOST) * 2);
  return CONSISTENCY_WORDS[step] ?? '';
}

/**
 * How thick a mix is five minutes after mixing, at once and after an hour. Foods of unknown thirst are left out. Says
 * what it lacks where there is no liquid, or nothing that holds liquid.
 */
export function consistencyOf(sums: Sums): Consistency {
  const paste = scaleOfPaste(sums);
  if (paste !== undefined) {
    const unknownThirstG = read(sums, AT.unknownThirstG);
    return { kind: 'reckoned', hydration: hydrationOf(sums), scale: paste, scaleNow: paste, scaleHour: paste, word: consistencyWord(paste), unknownThirstG };
  }
  if (read(sums, AT.heldG) + read(sums, AT.gumG) + read(sums, AT.foamG) <= 0) {
    return { kind: 'not-reckoned', lacks: 'thirst', words: 'Nothing here holds liquid (no flour, powder, puree or egg), so thickness is not reckoned.' };
  }
  if (read(sums, AT.waterG) <= 0) {
    return { kind: 'not-reckoned', lacks: 'liquid', words: 'There is no water in this mix, so thickness is not reckoned.' };
  }
  const hydration = hydrationOf(sums);
  const scale = scaleOf(hydration);
  return {
    kind: 'reckoned',
    hydration,
    scale,
    scaleNow: scaleOf(hydrationOf(sums, 'now')),
    scaleHour: scaleOf(hydrationOf(sums, 'hour')),
    word: consistencyWord(scale),
    unknownThirstG: read(sums, AT.unknownThirstG),
  };
}

/** The place on the spoon scale alone, five minutes after mixing; undefined where it cannot be reckoned (see `consistencyOf`). */
export function scaleOfSums(sums: Sums): number | undefined {
  const paste = scaleOfPaste(sums);
  if (paste !== undefined) return paste;
  const holds = read(sums, AT.heldG) + read(sums, AT.gumG) + read(sums, AT.foamG) > 0;
  if (!holds) return undefined;
  return read(sums, AT.waterG) > 0 ? scaleOf(hydrationOf(sums)) : SCALE_MOST;
}

const { ofSugar, ofLiquidFat, ofGum, ofFoam, ofGluten, ofSolid, lnAt: LN_AT } = CONSISTENCY_MODEL;

/** Steps of the spoon scale that are felt in the hand. House value. */
const FELT_STEPS = 0.15;

export const THICKNESS: Role = {
  name: 'Thickness',
  ends: ['pours', 'crumbles'],
  strains: ['too loose', 'too thick'],
  low: 0,
  high: SCALE_MOST,
  unit: 'on the spoon scale, 0 to 4',
  digits: 1,
  noticedLeast: 0.25,
  mendStep: FELT_STEPS,
  leastG: 2,
  tells: 3,
  follows: { share: 0, least: 0.4 },
  aimsAtOriginal: true,
  measure: scaleOfSums,
  given: (line, whole) => {
    const { fluidG, holdingG } = fluidAndHolding(line, whole);
    return givenOf(fluidG - holdingG, { amount: fluidG, unit: 'g fluid', digits: 0 }, { amount: holdingG, unit: 'g held', digits: 0 });
  },
  equation: `fluid = water + ${ofSugar} × dissolved sugars (of dry ones at most ${SUGAR_PER_WATER} g in a gram of water) + ${ofLiquidFat} × liquid fat; held = what flours, powders, purees and eggs hold after five minutes + ${ofGum} × gum + ${ofFoam} × beaten foam + ${ofGluten} × gluten + ${ofSolid} × solid fat and undissolved sugar; the scale runs straight in ln(fluid ÷ held): ${LN_AT.map((ln, i) => `${String(i / 2)} at ${String(ln)}`).join(', ')}`,
  mark: 'H',
  source: 'house model, fitted to classic formulas, a third of them held out',
};

const SEARCH_STEPS = 44;

/**
 * Grams of a food to add (or, negative, to take away, at most `availableG` of it) so that a measure of the mix comes to
 * `aim`; undefined where no amount up to `mostG` does it. `per1` is what a gram of the food brings. Bisection.
 */
export function amountFor(sums: Sums, per1: Sums, measure: (sums: Sums) => number, aim: number, mostG: number, availableG = 0): number | undefined {
  const trial = sums.slice();
  const at = (x: number): number => {
    for (let i = 0; i < trial.length; i++) trial[i] = Math.max((sums[i] ?? 0) + (per1[i] ?? 0) * x, 0);
    return measure(trial) - aim;
  };
  let [low, high] = [-availableG, mostG];
  const atLow = at(low);
  const atHigh = at(high);
  if (!(atLow * atHigh <= 0)) return undefined;
  for (let i = 0; i < SEARCH_STEPS && high - low > 1e-6 * (1 + Math.abs(high)); i++) {
    const middle = (low + high) / 2;
    if (at(middle) * atLow > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Grams of a food to add (or, negative, to take away, at most `availableG` of it) so that the mix reaches a hydration.
 * Undefined where no amount of that food can do it. House model.
 */
export function massForHydration(sums: Sums, target: number, food: Food, availableG = 0): number | undefined {
  const scale = (sums[AT.heldG] ?? 0) + (sums[AT.waterG] ?? 0) + (sums[AT.gumG] ?? 0) + (sums[AT.foamG] ?? 0);
  return amountFor(sums, bringsPerGram(food), (mix) => hydrationOf(mix), target, Math.min(1e5, 20 * scale * Math.max(1, target)), availableG);
}

/** Which way a mix went by so much that the hand feels it; undefined where it does not, or one of the two cannot be reckoned. */
export function turnOf(before: Consistency, now: Consistency): 'thicker' | 'thinner' | undefined {
  if (before.kind !== 'reckoned' || now.kind !== 'reckoned' || Math.abs(now.scale - before.scale) < FELT_STEPS) return undefined;
  return now.scale > before.scale ? 'thicker' : 'thinner';
}
