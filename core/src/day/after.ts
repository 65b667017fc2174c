import { type Larder } from '../food';
import {
  addFigures,
  allLines,
  countedParts,
  type Counting,
  COUNTING,
  eatenShare,
  type Figure,
  figureOfLine,
  type Figures,
  type Formula,
  shareOfFigures,
  type Totals,
  totalsOfParts,
} from '../formula';
import { type ProductClass } from '../product';
import { type Bake, type ServedPlate } from './state';

export interface YieldCheck {
  /** Grams in the bowl less what stayed behind: what went into the oven. */
  readonly wentInG: number;
  readonly lossShare: number;
  readonly isOdd: boolean;
  readonly words: string;
}

/** A weighed yield is odd from so much outside what its class loses. House value: three parts in a hundred. */
const ODD = 0.03;

/** The weighed yield against what went in and what the class loses. Undefined until it is weighed, or where a line's weight is open. */
export function yieldCheck(bake: Bake, product?: ProductClass): YieldCheck | undefined {
  if (!bake.yield) return undefined;
  // What is left out or chosen at the table is not in the tin; what stays behind is told, or else the formula's own.
  const wentInG = countedParts(bake.real).reduce((sum, { lines, leftBehindG = 0 }) => sum + lines.reduce((all, { massG = 0 }) => all + massG, 0) - leftBehindG, 0);
  if (wentInG <= 0) return undefined;
  const lossShare = 1 - bake.yield.massG / wentInG;
  const { low, high } = product?.loss ?? { low: 0, high: 0.3 };
  const percent = `${(lossShare * 100).toFixed(lossShare < 0.1 ? 1 : 0)} %`;
  const usual = `${(low * 100).toFixed(0)} to ${(high * 100).toFixed(0)} %`;
  if (lossShare < -0.01)
    return { wentInG, lossShare, isOdd: true, words: `It weighs ${(-lossShare * 100).toFixed(0)} % more than what went in: a tin not taken off, or a line that was not weighed.` };
  if (lossShare > high + ODD) {
    const words =
      high === 0
        ? `${percent} of it is missing: something stayed behind, it was cooked down, or a line was not weighed.`
        : `It lost ${percent}, ${usual} is usual: something stayed behind, or it baked long and is dry.`;
    return { wentInG, lossShare, isOdd: true, words };
  }
  if (lossShare < low - ODD) return { wentInG, lossShare, isOdd: true, words: `It lost ${percent}, ${usual} is usual: it may not be baked through.` };
  // What no oven and no plate heats has no usual loss; a curd or a drink may still have been warmed.
  if (high === 0)
    return {
      wentInG,
      lossShare,
      isOdd: false,
      words: lossShare < 0.005 ? 'Nothing was lost on the way.' : `${percent} of it was lost on the way: to the bowl and what stirred it, or as steam if it was warmed.`,
    };
  const than = lossShare < low ? 'a little less than' : lossShare > high ? 'a little more than' : 'as';
  return { wentInG, lossShare, isOdd: false, words: `It lost ${percent} on the way, ${than} is usual (${usual}).` };
}

export interface CutPortion {
  readonly eventId: string;
  readonly name: string;
  readonly massG: number;
  readonly figures: Figures;
}

export interface Cutting {
  readonly pieces: readonly CutPortion[];
  /** Grams of the yield that no piece holds; below zero where the pieces weigh more than the yield. */
  readonly leftG: number;
}

/** Pieces weighed one by one, each with its own figures: the batch's times its part of the weighed yield, or of the guess. */
export function cutPortions(bake: Bake, totals: Pick<Totals, 'figures'>, yieldG: number): Cutting {
  const pieces = bake.cut.map((one) => ({ ...one, figures: shareOfFigures(totals.figures, yieldG > 0 ? one.massG / yieldG : 0) }));
  return { pieces, leftG: yieldG - bake.cut.reduce((sum, { massG }) => sum + massG, 0) };
}

export interface PlateFigures {
  readonly massG: number;
  readonly figures: Figures;
}

/**
 * A plate as it is eaten: its portions, and so much of each topping. A topping weighs what was told; a part that weighs
 * nothing in the formula brings nothing. Undefined where a food on it has no weight.
 */
export function plateFigures(plate: ServedPlate, bake: Pick<Bake, 'real'>, portion: PlateFigures, larder: Larder, counting: Counting = COUNTING): PlateFigures | undefined {
  if (plate.lines.some(({ massG, foodId }) => massG === undefined || foodId === undefined)) return undefined;
  const toppings = plate.toppings.flatMap(({ partId, massG }) => {
    const part = bake.real.parts.find(({ id }) => id === partId);
    const whole = part && totalsOfParts([{ ...part, leftBehindG: 0 }], larder, counting);
    return whole && whole.massG > 0 ? [{ massG, figures: shareOfFigures(whole.figures, massG / whole.massG) }] : [];
  });
  const loose = plate.lines.length > 0 ? [totalsOfParts([{ id: 'plate', heading: '', lines: plate.lines }], larder, counting)] : [];
  const portions = { massG: portion.massG * plate.portions, figures: shareOfFigures(portion.figures, plate.portions) };
  const all = [portions, ...toppings, ...loose];
  return { massG: all.reduce((sum, { massG }) => sum + massG, 0), figures: addFigures(all.map(({ figures }) => figures)) };
}

export interface PlanDifference {
  readonly name: string;
  /** Grams that went in beyond the plan; below zero, less. */
  readonly byG: number;
  /** What that makes of the figure, for a portion. */
  readonly amount: number;
}

interface HeldFigure {
  readonly name: string;
  readonly massG: number;
  readonly amount: number;
}

function heldBy(formula: Formula, figure: Figure, larder: Larder, counting: Counting): ReadonlyMap<string, HeldFigure> {
  const held = new Map<string, HeldFigure>();
  for (const part of formula.parts) {
    if (part.counting) continue;
    const share = eatenShare(
      part,
      part.lines.reduce((sum, { massG = 0 }) => sum + massG, 0),
    );
    for (const line of part.lines) {
      const key = line.foodId ?? line.name;
      const before = held.get(key);
      const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
      held.set(key, {
        name: food?.name ?? line.name,
        massG: (before?.massG ?? 0) + (line.massG ?? 0) * share,
        amount: (before?.amount ?? 0) + (figureOfLine(figure, line, larder, counting) ?? 0) * share,
      });
    }
  }
  return held;
}

/** Why a portion's figure is another than planned: by food, the largest first. Each side is cut into its own number of portions. */
export function differences(
  plan: Formula,
  real: Formula,
  portions: { readonly plan: number; readonly real: number },
  figure: Figure,
  larder: Larder,
  counting: Counting = COUNTING,
): readonly PlanDifference[] {
  const [before, now] = [heldBy(plan, figure, larder, counting), heldBy(real, figure, larder, counting)];
  return [...new Set([...before.keys(), ...now.keys()])]
    .map((key) => {
      const [was, is] = [before.get(key), now.get(key)];
      return {
        name: is?.name ?? was?.name ?? '',
        byG: (is?.massG ?? 0) - (was?.massG ?? 0),
        amount: (is?.amount ?? 0) / portions.real - (was?.amount ?? 0) / portions.plan,
      };
    })
    .filter(({ amount }) => Math.abs(amount) > 1e-9)
    .sort((a, b) => Math.abs(b.amount) - Math.abs(a.amount));
}

/** The foods of a bake and what was used of each, grams: what leaves the stock. */
export function usedFoods(real: Formula): ReadonlyMap<string, number> {
  const used = new Map<string, number>();
  for (const { foodId, massG } of allLines(real)) if (foodId !== undefined && massG !== undefined) used.set(foodId, (used.get(foodId) ?? 0) + massG);
  return used;
}
