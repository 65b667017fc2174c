import type { Figure, Sum } from '@fellmist/core';
import { showNumber } from './numbers';
import { SAY } from './words';

export { showNumber } from './numbers';

export interface FigureRow {
  readonly key: Figure;
  readonly name: string;
  readonly unit: string;
  readonly digits: number;
  readonly indented?: boolean;
}

/** The figures in the order of a nutrition panel, with the unit and decimals they are shown in. */
export const FIGURE_ROWS: readonly FigureRow[] = [
  { key: 'energyKcal', name: SAY.energy, unit: 'kcal', digits: 0 },
  { key: 'energyKj', name: SAY.energy, unit: 'kJ', digits: 0 },
  { key: 'proteinG', name: SAY.protein, unit: 'g', digits: 1 },
  { key: 'fatG', name: SAY.fat, unit: 'g', digits: 1 },
  { key: 'saturatesG', name: SAY.saturates, unit: 'g', digits: 1, indented: true },
  { key: 'carbohydrateG', name: SAY.carbohydrate, unit: 'g', digits: 1 },
  { key: 'netCarbG', name: SAY.netCarbs, unit: 'g', digits: 1, indented: true },
  { key: 'fibreG', name: SAY.fibre, unit: 'g', digits: 1, indented: true },
  { key: 'sugarsG', name: SAY.sugars, unit: 'g', digits: 1, indented: true },
  { key: 'polyolsG', name: SAY.polyols, unit: 'g', digits: 1, indented: true },
  { key: 'sodiumMg', name: SAY.sodium, unit: 'mg', digits: 0 },
  { key: 'saltG', name: SAY.salt, unit: 'g', digits: 2 },
];

/** "172", or "≥ 172" where a line's share is unknown. */
export function showSum(sum: Sum, digits: number): string {
  const amount = showNumber(Math.abs(sum.amount) < 10 ** -digits / 2 ? 0 : sum.amount, digits);
  return sum.gaps.length > 0 ? `≥ ${amount}` : amount;
}

/** "+4.2", "−124", "0": the change from one figure to another. */
export function showChange(from: number, to: number, digits: number): string {
  const change = to - from;
  if (Math.abs(change) < 10 ** -digits / 2) return '0';
  return `${change > 0 ? '+' : '−'}${showNumber(Math.abs(change), digits)}`;
}

/** The likely range, two standard deviations either side; undefined where it is within the last digit shown. */
export function showRange(sum: Sum, digits: number): string | undefined {
  if (2 * sum.sd < 10 ** -digits) return undefined;
  return `${showNumber(Math.max(sum.amount - 2 * sum.sd, 0), digits)}–${showNumber(sum.amount + 2 * sum.sd, digits)}`;
}

/** The worst case, all errors on one side; undefined where it is within the last digit shown. */
export function showWorst(sum: Sum, digits: number): string | undefined {
  if (sum.worst < 10 ** -digits) return undefined;
  return `${showNumber(Math.max(sum.amount - sum.worst, 0), digits)}–${showNumber(sum.amount + sum.worst, digits)}`;
}
