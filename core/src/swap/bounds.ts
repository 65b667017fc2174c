import { type Food } from '../food';
import { type LedgerRole, roleOf } from '../role';
import { type StandingRow } from './standing';

/** How far into its band a correction aims, in widths, never past the original; liquid goes in by little. House values. */
const INSET = 0.25;
const INSET_OF_LIQUID = 0.1;

/**
 * Where a correction aims: a little into the band from the near edge, but not past the original. Sweetness and thickness go
 * back to the original itself, as nobody wants it nearly as sweet or at the edge of what pours.
 */
export function aimOf({ role, band, original: was, liked, state }: StandingRow): number | undefined {
  const original = liked ?? was;
  if (!band) return undefined;
  if (roleOf(role).aimsAtOriginal && original !== undefined) return Math.min(Math.max(original, band.low), band.high);
  const inset = (band.high - band.low) * (role === 'thickness' ? INSET_OF_LIQUID : INSET);
  if (state === 'low') return Math.min(band.low + inset, Math.max(original ?? Infinity, band.low));
  return Math.max(band.high - inset, Math.min(original ?? -Infinity, band.high));
}

/** The near edge of the band, a little inside. */
export function edgeOf({ role, band, state }: StandingRow): number | undefined {
  const inset = band && (band.high - band.low) * (role === 'thickness' ? INSET_OF_LIQUID : INSET);
  return band && inset !== undefined ? (state === 'low' ? band.low + inset : band.high - inset) : undefined;
}

/** The most that a correction brings in of what the formula does not hold yet, in grams for 100 g of mix. House value. */
const MOST_OF_A_STRANGER = 6;
/** The most fat that goes in for something else than fat, such as a tender crumb, in grams for 100 g of mix. House value. */
const MOST_FAT_BESIDE = 4;

/** The most for colour alone, a spoon of milk powder. House value. */
const MOST_FOR_COLOUR = 2;

/** The most of a food, in grams for 100 g of mix, that goes in for a role which is not its own. */
function mostBeside(food: Food, role: LedgerRole): number {
  if (role === 'browning') return MOST_FOR_COLOUR;
  return food.kind === 'fat' && role !== 'fat' ? MOST_FAT_BESIDE : Infinity;
}

/** The most of a food that one correction brings in, in grams for 100 g of mix; less of what is not there yet. */
export function mostOf(food: Food, role: LedgerRole, isHeld: boolean): number {
  return Math.min(isHeld ? Infinity : MOST_OF_A_STRANGER, mostBeside(food, role));
}

/** Eggs go in by the half at the least: a piece weight, or 50 g for an egg and 33 for a white. */
export function wholePieces(food: Food, massG: number): number {
  const half = (food.measuresG['piece'] ?? 0) / 2;
  return food.kind === 'egg' && half > 0 ? Math.ceil(massG / half - 0.1) * half : massG;
}
