import { type PricesPerGram, priceOf } from '../cost';
import { type Food, isIn, type Larder } from '../food';
import { type Formula, type Line, type Part, tallyOf } from '../formula';
import { unitById } from '../quantity';

/** What may become of a line: it stays, it may go between bounds, grams, to nothing where the lower one is zero; in whole pieces where `pieceG` says what one weighs. */
export type Freedom = { readonly kind: 'fixed' } | { readonly kind: 'free'; readonly leastG: number; readonly mostG: number; readonly pieceG?: number };

/** A food that may come in, up to so many grams; in whole pieces (tins, eggs) where `pieceG` says what one weighs. */
export interface MayCome {
  readonly foodId: string;
  readonly mostG: number;
  readonly pieceG?: number;
}

/** Something whose grams may be changed, and what a gram of it brings. */
export interface Lever {
  /** The line whose grams it is; absent for a food that may come in. */
  readonly lineId?: string;
  readonly foodId: string;
  readonly partId: string;
  readonly nowG: number;
  readonly leastG: number;
  readonly mostG: number;
  readonly pieceG?: number;
  /** Figures, then what it brings to a mix, of one gram. */
  readonly row: readonly number[];
  /** Bit i is set where figure i is unknown. */
  readonly unknown: number;
  readonly names: readonly string[];
  readonly price: number | undefined;
}

const FIXED: Freedom = { kind: 'fixed' };

/** How far a line goes where nobody says otherwise: to half, and to twice of what it is. House values. */
const USUAL = { least: 0.5, most: 2 } as const;

/** Share of the batch that a food may come in by where nobody says otherwise, and the least of it, grams. House values. */
const COMES = { share: 0.15, leastG: 5 } as const;

/** The most of a food that comes into a batch of so many grams where nobody says otherwise, by fives. */
export function usualMostG(batchG: number): number {
  return Math.max(Math.round((batchG * COMES.share) / 5) * 5, COMES.leastG);
}

/** From this share of change on a line is not the same any more. House value. */
const MUCH = 0.45;

/** The amount is so far from what it was that the line is another. */
export function isAnotherAmount(nowG: number, thenG: number): boolean {
  return nowG === 0 || Math.abs(thenG - nowG) >= MUCH * nowG;
}

/** What stays where nobody says otherwise: it sets taste and rise, and is not eaten for its figures. House list. */
const STAYS = ['leavening', 'flavour', 'gum', 'topping'] as const;

/** What a counted piece of a line weighs: eggs, tins, sachets. */
export function pieceOf({ amount, massG }: Pick<Line, 'amount' | 'massG'>): number | undefined {
  if (!amount || !massG || unitById(amount.unit).kind !== 'count') return undefined;
  const count = amount.high === undefined ? amount.value : (amount.value + amount.high) / 2;
  return count > 0 ? massG / count : undefined;
}

/** What a line may do where nobody says otherwise; leavening, salt, gums and flavours stay, eggs go by the whole. */
export function usualFreedom(line: Line, food: Food | undefined): Freedom {
  const { massG } = line;
  if (!food || !massG || isIn('for-taste', food) || (STAYS as readonly string[]).includes(food.kind)) return FIXED;
  // What is not counted out goes by the half egg, as corrections do.
  const pieceG = food.kind === 'egg' ? (pieceOf(line) ?? (food.measuresG['piece'] ?? 0) / 2) : 0;
  return { kind: 'free', leastG: massG * USUAL.least, mostG: massG * USUAL.most, ...(pieceG > 0 ? { pieceG } : {}) };
}

const SAME: Readonly<Record<string, Freedom>> = {};

function leverOf(line: Line, food: Food, partId: string, larder: Larder, prices: PricesPerGram): Omit<Lever, 'leastG' | 'mostG'> {
  const { row, unknown, names } = tallyOf({ ...line, massG: 1 }, larder);
  return { foodId: food.id, partId, nowG: line.massG ?? 0, row, unknown, names, price: priceOf(food, larder, prices)?.perGram };
}

function ofPart(part: Part, freedoms: Readonly<Record<string, Freedom>>, larder: Larder, prices: PricesPerGram): readonly Lever[] {
  return part.lines.flatMap((line): readonly Lever[] => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const freedom = freedoms[line.id] ?? usualFreedom(line, food);
    if (!food || line.massG === undefined || freedom.kind === 'fixed') return [];
    const { leastG, mostG, pieceG } = freedom;
    return [{ ...leverOf(line, food, part.id, larder, prices), lineId: line.id, leastG, mostG: Math.max(mostG, leastG), ...(pieceG ? { pieceG } : {}) }];
  });
}

/**
 * Everything that may be changed: the free lines of the parts that count, and the foods that may come into the part that is
 * judged. What may come in and is in that part already is its line.
 */
export function leversOf(
  formula: Pick<Formula, 'parts'>,
  judged: Part | undefined,
  larder: Larder,
  prices: PricesPerGram,
  freedoms: Readonly<Record<string, Freedom>> = SAME,
  mayCome: readonly MayCome[] = [],
): readonly Lever[] {
  const lines = formula.parts.filter(({ counting, id }) => !counting || id === judged?.id).flatMap((part) => ofPart(part, freedoms, larder, prices));
  if (!judged) return lines;
  const held = new Set(judged.lines.flatMap(({ foodId, massG }) => (foodId === undefined || massG === undefined ? [] : [foodId])));
  const coming = mayCome.flatMap(({ foodId, mostG, pieceG }): readonly Lever[] => {
    const food = larder.foods.get(foodId);
    if (!food || held.has(foodId) || !(mostG > 0)) return [];
    const line: Line = { id: '', text: '', amountText: '', name: food.name, foodId, massG: 0, basis: 'weighed', doubts: [] };
    return [{ ...leverOf(line, food, judged.id, larder, prices), nowG: 0, leastG: 0, mostG, ...(pieceG ? { pieceG } : {}) }];
  });
  return [...lines, ...coming];
}
