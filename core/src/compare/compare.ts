import { type Figure, FIGURES, type Figures, shareOfFigures, type Sum } from '../formula';

/** Something that can be laid on a plate beside another. */
export interface Plated {
  readonly id: string;
  readonly name: string;
  /** Of 100 g as eaten; undefined for what weighs nothing. */
  readonly per100g: Figures | undefined;
  readonly portionMassG: number;
  /** What 100 g cost; undefined while a price is missing. */
  readonly costPer100g: number | undefined;
}

/** On what terms things are compared: each its own portion, 100 g, the first one's weight, energy or price, or so many grams as were laid on each plate. */
export const TERMS = ['portion', '100 g', 'weight', 'energy', 'price', 'plates'] as const;
export type Terms = (typeof TERMS)[number];

/** What lies on a plate. */
export interface Plate {
  readonly plated: Plated;
  /** Undefined where it cannot be told: no energy, no price, nothing weighed. */
  readonly massG: number | undefined;
  readonly figures: Figures | undefined;
  readonly cost: number | undefined;
}

/** Grams that hold so much of a figure; undefined where a gap leaves it open or there is none of it. */
function massHolding(amount: number | undefined, of: Sum | undefined): number | undefined {
  return amount === undefined || !of || of.gaps.length > 0 || of.amount <= 0 ? undefined : (amount * 100) / of.amount;
}

function massFor(plated: Plated, terms: Terms, first: Plated, ownG: ReadonlyMap<string, number>): number | undefined {
  const firstG = ownG.get(first.id) ?? first.portionMassG;
  if (!plated.per100g) return undefined;
  if (terms === '100 g') return 100;
  if (terms === 'portion') return plated.portionMassG;
  if (terms === 'plates') return ownG.get(plated.id) ?? plated.portionMassG;
  if (terms === 'weight') return firstG;
  if (terms === 'energy') return massHolding(first.per100g && (first.per100g.energyKcal.amount * firstG) / 100, plated.per100g.energyKcal);
  const paid = first.costPer100g === undefined ? undefined : (first.costPer100g * firstG) / 100;
  return paid === undefined || !plated.costPer100g ? undefined : (paid * 100) / plated.costPer100g;
}

/**
 * Plates on the same terms; the first sets weight, energy and price. `ownG` is what was laid on each plate, grams, where it is
 * not its portion. Example: 92 g of 241 kcal in 100 g hold as much as 65 g of 341.
 */
export function plates(all: readonly Plated[], terms: Terms, ownG: ReadonlyMap<string, number> = new Map()): readonly Plate[] {
  const [first] = all;
  if (!first) return [];
  return all.map((plated) => {
    const massG = massFor(plated, terms, first, ownG);
    return {
      plated,
      massG,
      figures: massG === undefined || !plated.per100g ? undefined : shareOfFigures(plated.per100g, massG / 100),
      cost: massG === undefined || plated.costPer100g === undefined ? undefined : (plated.costPer100g * massG) / 100,
    };
  });
}

/** How a figure of one stands to that of another. */
export type Difference = { readonly kind: 'equal' | 'unknown' } | { readonly kind: 'differs'; readonly by: number; readonly times: number | undefined };

/** Two standard deviations of both together are a doubt that covers a difference; and what the last shown decimal hides. House value. */
const OF_DOUBT = 2;

/** What differs by less than the doubt, or than the last decimal that is shown, is equal; a gap that could close the difference leaves it unknown. */
export function differenceOf(one: Sum, other: Sum, digits: number): Difference {
  const by = other.amount - one.amount;
  if (one.gaps.length > 0 || other.gaps.length > 0) {
    // A gap can only add: what has more already and lacks nothing itself may yet be less.
    return { kind: 'unknown' };
  }
  const doubt = Math.max(OF_DOUBT * Math.hypot(one.sd, other.sd), 0.5 / 10 ** digits);
  return Math.abs(by) <= doubt ? { kind: 'equal' } : { kind: 'differs', by, times: one.amount > 0 ? other.amount / one.amount : undefined };
}

/** How many times the weight of another is eaten for the same energy, as a range from the doubt of both; undefined where it cannot be told. */
export function weightForEnergy(one: Plated, other: Plated): { readonly times: number; readonly low: number; readonly high: number } | undefined {
  const [a, b] = [one.per100g?.energyKcal, other.per100g?.energyKcal];
  if (!a || !b || a.gaps.length > 0 || b.gaps.length > 0 || a.amount <= 0 || b.amount <= 0) return undefined;
  const times = b.amount / a.amount;
  const relative = OF_DOUBT * Math.hypot(a.sd / a.amount, b.sd / b.amount);
  return { times, low: times * Math.max(1 - relative, 0), high: times * (1 + relative) };
}

/** Figures that a table of plates shows, with what the first is compared to each other. */
export function tableOf(
  all: readonly Plate[],
  digitsOf: (figure: Figure) => number,
): readonly { readonly figure: Figure; readonly cells: readonly { readonly sum: Sum | undefined; readonly difference: Difference | undefined }[] }[] {
  const first = all[0]?.figures;
  return FIGURES.map((figure) => ({
    figure,
    cells: all.map(({ figures }, i) => ({
      sum: figures?.[figure],
      difference: i === 0 ? undefined : !first || !figures ? { kind: 'unknown' } : differenceOf(first[figure], figures[figure], digitsOf(figure)),
    })),
  }));
}
