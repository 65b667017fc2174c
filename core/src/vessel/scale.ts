import { BY_THE_SPOON_G, countedOut, type Food, type Larder } from '../food';
import { allLines, type Formula, type HouseholdSettings, type Line, mainPart, sumsOfPart } from '../formula';
import { type ProductClass } from '../product';
import { gramsNumber, kitchenNumber, unitById, unitFactor } from '../quantity';
import { LEDGER_ROLES, type LedgerRole, measuresOf, roleOf } from '../role';
import { type BatterVolume } from './batterVolume';
import { factorToFill, factorWords } from './fit';
import { rimArea, type Vessel } from './vessel';

/** Beyond these a batch is no longer one: its eggs and salt cannot be measured, or no kitchen holds it. House values. */
export const FACTORS = { least: 0.1, most: 20 } as const;

/** How a batch is to be made larger or smaller. */
export type ScaleAsk =
  | { readonly by: 'factor'; readonly factor: number }
  | { readonly by: 'vessel'; readonly vessel: Vessel; readonly count: number }
  /** So many portions, of so many grams each where that is said. */
  | { readonly by: 'portions'; readonly portions: number; readonly eachG?: number }
  /** All there is of one line's food. */
  | { readonly by: 'left'; readonly lineId: string; readonly massG: number }
  /** The nearest whole number of eggs, or so many. */
  | { readonly by: 'eggs'; readonly eggs?: number }
  /** From one tin to another at the same depth. */
  | { readonly by: 'tins'; readonly from: Vessel; readonly to: Vessel };

export type Scaled = { readonly ok: true; readonly factor: number; readonly words: string } | { readonly ok: false; readonly error: string };

export interface ScaleSetting {
  readonly larder: Larder;
  readonly volume: BatterVolume;
  readonly product: ProductClass | undefined;
  /** Grams of the batch once it is baked. */
  readonly yieldG: number;
}

const eggsIn = (line: Line, larder: Larder): number => {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const piece = food?.kind === 'egg' ? food.measuresG['piece'] : undefined;
  return piece && line.massG !== undefined ? line.massG / piece : 0;
};

/** The largest line of eggs that come whole; without one nothing is scaled by eggs. */
function eggLine(formula: Formula, larder: Larder): { readonly line: Line; readonly eggs: number } | undefined {
  return allLines(formula)
    .map((line) => ({ line, eggs: eggsIn(line, larder) }))
    .filter(({ eggs }) => eggs > 0)
    .sort((a, b) => b.eggs - a.eggs)[0];
}

function asked(ask: ScaleAsk, formula: Formula, { larder, volume, product, yieldG }: ScaleSetting, now: number): number | string {
  switch (ask.by) {
    case 'factor':
      return ask.factor;
    case 'vessel':
      if (volume.rawMl <= 0) return 'The batch weighs nothing yet, so nothing can fill a tin with it.';
      return factorToFill(ask.vessel, ask.count, volume, product);
    case 'portions': {
      if (!(ask.portions > 0)) return 'Give how many, above zero.';
      if (ask.eachG === undefined) return formula.portions > 0 ? ask.portions / formula.portions : 'The formula does not say how many it makes.';
      return yieldG > 0 ? (ask.portions * ask.eachG) / yieldG : 'What the batch comes to is not known; weigh its lines first.';
    }
    case 'left': {
      const line = allLines(formula).find(({ id }) => id === ask.lineId);
      return line?.massG ? ask.massG / line.massG : 'The weight of that line is not known; give it in grams first.';
    }
    case 'eggs': {
      const found = eggLine(formula, larder);
      if (!found) return 'No line of it is whole eggs.';
      return (ask.eggs ?? Math.max(Math.round(found.eggs * now), 1)) / found.eggs;
    }
    case 'tins':
      return (rimArea(ask.to) * ask.to.places) / (rimArea(ask.from) * ask.from.places);
  }
}

/** The factor that an ask comes to, in words; an absurd one is refused with the bounds. `now` is the factor that stands. */
export function scaleFor(ask: ScaleAsk, formula: Formula, setting: ScaleSetting, now = 1): Scaled {
  const factor = asked(ask, formula, setting, now);
  if (typeof factor === 'string') return { ok: false, error: factor };
  if (!Number.isFinite(factor) || factor <= 0) return { ok: false, error: 'Give a factor above zero, such as 1.5.' };
  if (factor < FACTORS.least || factor > FACTORS.most)
    return { ok: false, error: `That would be ${factorWords(factor)} times the batch. A batch is made from ${FACTORS.least} to ${FACTORS.most} times.` };
  return { ok: true, factor, words: `${factorWords(factor)} times` };
}

const times = (value: number | undefined, factor: number): number | undefined => (value === undefined ? undefined : value * factor);

function scaledLine(line: Line, factor: number): Line {
  const { amount, massG } = line;
  return {
    ...line,
    ...(amount ? { amount: { ...amount, value: amount.value * factor, ...(amount.high === undefined ? {} : { high: amount.high * factor }) } } : {}),
    ...(massG === undefined ? {} : { massG: massG * factor }),
  };
}

/** The formula at a factor: every line, what stays behind, the portions and a weighed yield alike. */
export function scaleFormula(formula: Formula, factor: number): Formula {
  if (factor === 1) return formula;
  const yieldMassG = times(formula.yieldMassG, factor);
  return {
    ...formula,
    portions: formula.portions * factor,
    ...(yieldMassG === undefined ? {} : { yieldMassG }),
    parts: formula.parts.map((part) => ({
      ...part,
      lines: part.lines.map((line) => scaledLine(line, factor)),
      ...(part.leftBehindG === undefined ? {} : { leftBehindG: part.leftBehindG * factor }),
    })),
  };
}

/** How an amount is measured in this kitchen. */
export interface KitchenAmount {
  readonly massG: number;
  readonly how: 'scale' | 'spoon' | 'as it is';
  /** "240 g", "3/8 tsp". */
  readonly words: string;
}

/** A scale's step is at most this part of what is weighed on it. House value: one in twenty. */
const SCALE_ERROR = 0.05;
const TSP_STEP = 0.125;
const LEAST_TSP = 0.04;

/**
 * An amount as scale and spoons can measure it: on the scale where its step is small enough beside it, else in the drops or
 * sachets it is counted out in, else in eighths of a teaspoon where the density is known, else as near as the scale comes. 1.5 g of xanthan on a 1 g scale is a half teaspoon or so.
 */
export function measuredIn(massG: number, food: Food | undefined, { scaleStepG, measures }: Pick<HouseholdSettings, 'scaleStepG' | 'measures'>): KitchenAmount {
  if (massG <= 0) return { massG: 0, how: 'as it is', words: '0 g' };
  const onScale = Math.max(Math.round(massG / scaleStepG), 1) * scaleStepG;
  const byScale: KitchenAmount = { massG: Number(onScale.toFixed(1)), how: 'scale', words: `${gramsNumber(Number(onScale.toFixed(1)))} g` };
  if (scaleStepG / 2 <= massG * SCALE_ERROR || massG >= BY_THE_SPOON_G) return byScale;
  const counted = food && countedOut(food, massG);
  if (counted) return { ...counted, how: 'spoon' };
  const density = food?.densityGPerMl;
  const spoonMl = unitFactor('tsp', measures) ?? 5;
  if (density === undefined) return byScale;
  const exact = massG / density / spoonMl;
  // The smallest spoon holds an eighth; half of it can be told by eye, less cannot.
  if (exact < LEAST_TSP) return { massG, how: 'as it is', words: `${gramsNumber(massG)} g` };
  const isHalf = exact < 0.75 * TSP_STEP;
  const count = isHalf ? TSP_STEP / 2 : Math.round(exact / TSP_STEP) * TSP_STEP;
  const spooned = count * spoonMl * density;
  // A pinch that is nearer by the scale's step than by the smallest spoon is weighed.
  if (Math.abs(spooned - massG) > Math.abs(onScale - massG)) return byScale;
  return { massG: spooned, how: 'spoon', words: isHalf ? 'half of 1/8 tsp' : `${kitchenNumber(count)} tsp` };
}

export interface RoundedLine extends KitchenAmount {
  readonly lineId: string;
  readonly exactG: number;
}

/** Every line of a formula as this kitchen can measure it. Lines without a weight stay as they are. */
export function roundToKitchen(
  formula: Formula,
  larder: Larder,
  kitchen: Pick<HouseholdSettings, 'scaleStepG' | 'measures'>,
): { readonly formula: Formula; readonly lines: readonly RoundedLine[] } {
  const lines: RoundedLine[] = [];
  const parts = formula.parts.map((part) => ({
    ...part,
    lines: part.lines.map((line): Line => {
      if (line.massG === undefined) return line;
      const measured = measuredIn(line.massG, line.foodId === undefined ? undefined : larder.foods.get(line.foodId), kitchen);
      lines.push({ lineId: line.id, exactG: line.massG, ...measured });
      return {
        ...line,
        massG: measured.massG,
        amount: measured.how === 'spoon' && line.amount && unitById(line.amount.unit).kind !== 'mass' ? line.amount : { value: measured.massG, unit: 'g' },
      };
    }),
  }));
  return { formula: { ...formula, parts }, lines };
}

export interface MovedRole {
  readonly role: LedgerRole;
  readonly name: string;
  readonly before: number;
  readonly now: number;
  readonly digits: number;
  readonly unit: string;
}

/** The roles of the judged part that one formula has moved against another by what is noticed: what rounding did. */
export function movedRoles(before: Formula, now: Formula, larder: Larder): readonly MovedRole[] {
  const [a, b] = [mainPart(before, larder), mainPart(now, larder)];
  if (!a || !b) return [];
  const [was, is] = [measuresOf(sumsOfPart(a, larder)), measuresOf(sumsOfPart(b, larder))];
  return LEDGER_ROLES.flatMap((role): readonly MovedRole[] => {
    const { name, noticedLeast, digits, unit, isCold } = roleOf(role);
    const [from, to] = [was[role], is[role]];
    if (isCold || from === undefined || to === undefined || Math.abs(to - from) < noticedLeast) return [];
    return [{ role, name, before: from, now: to, digits, unit }];
  });
}
