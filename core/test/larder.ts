/* What specs of core cook with: the shipped tables, recipes as people paste them, and the shorter ways to a worksheet. */
import { join } from 'node:path';
import { loadShippedLarder } from '@fellmist/data';
import { readRecipeText } from '../src/exchange';
import { type Food, type Larder, stockLarder } from '../src/food';
import { allLines, type Formula, type Line, mainPart, type Part } from '../src/formula';
import { type MeasureSystem } from '../src/quantity';
import { classOf } from '../src/product';
import { type Measured } from '../src/role';
import { openSwap, startWorksheet, type SwapRule, type Worksheet } from '../src/swap';

export const shipped = loadShippedLarder(join(__dirname, '../../data'));
export const larder = stockLarder(shipped.foods);

export function food(id: string): Food {
  const found = larder.foods.get(id);
  if (!found) throw new Error(`no food is called "${id}"`);
  return found;
}

/** The larder with one figure of a food unknown. */
export function larderNotKnowing(id: string, figure: keyof Food['per100g']): Larder {
  const { [figure]: _gone, ...per100g } = food(id).per100g;
  return stockLarder(shipped.foods.map((one) => (one.id === id ? { ...one, per100g } : one)));
}

/** Foods and grams as they go into a bowl: { 'plain-flour': 200 }. */
export function mixOf(grams: Readonly<Record<string, number>>): readonly Measured[] {
  return Object.entries(grams).map(([id, massG]) => ({ food: food(id), massG }));
}

export function readFormula(text: string, measures: MeasureSystem = 'us', kitchen: Larder = larder): Formula {
  const read = readRecipeText(text, kitchen, measures);
  if (!read.ok) throw new Error(read.error);
  return read.formula;
}

export function partOf(text: string): Part {
  const part = mainPart(readFormula(text), larder);
  if (!part) throw new Error('the recipe has no part');
  return part;
}

export function bench(text: string): Worksheet {
  return startWorksheet(readFormula(text));
}

export function rule(id: string): SwapRule {
  const found = shipped.rules.find((candidate) => candidate.id === id);
  if (!found) throw new Error(`no rule is called "${id}"`);
  return found;
}

export function lineOf({ rebuild }: Pick<Worksheet, 'rebuild'>, foodId: string): Line {
  const line = allLines(rebuild).find((candidate) => candidate.foodId === foodId);
  if (!line) throw new Error(`no line holds "${foodId}"`);
  return line;
}

/** The worksheet with a swap opened and nothing decided. */
export function opened(sheet: Worksheet, foodId: string, by: SwapRule | string, share = 1): Worksheet {
  const result = openSwap(sheet, lineOf(sheet, foodId).id, typeof by === 'string' ? rule(by) : by, share, larder, classOf(sheet.rebuild, shipped));
  if (!result.ok) throw new Error(result.error);
  return result.sheet;
}
