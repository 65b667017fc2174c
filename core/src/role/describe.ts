import { type RoleName } from '../food';
import { type Mark } from '../quantity';
import { AT, type Brought, read, type Sums } from './brings';

/** What one line gives to a role, in the batch: an amount to be weighed against the other lines', and the figures behind it. */
export interface Given {
  readonly amount: number;
  readonly figures: readonly { readonly amount: number; readonly unit: string; readonly digits: number }[];
}

/** Everything there is to say of one role: whatever speaks of it, measures it or weighs it reads it here. */
export interface Role {
  readonly name: string;
  /** Words at the two ends of its line, and for what is eaten frozen where other words say it. */
  readonly ends: readonly [low: string, high: string];
  readonly endsFrozen?: readonly [low: string, high: string];
  /** What it is out of its band, in a word or two: "too thick". */
  readonly strains: readonly [low: string, high: string];
  /** What the line runs from and to, in the role's unit. */
  readonly low: number;
  readonly high: number;
  readonly unit: string;
  readonly digits: number;
  /** The same in what a kitchen measures, where the unit is a chemist's: how many of it make one. */
  readonly kitchen?: { readonly unit: string; readonly times: number; readonly digits: number };
  /** Change that nobody notices at the table, in the role's unit. House value. */
  readonly noticedLeast: number;
  /** Where the tongue tells shares, not grams: the share of what is there that is just noticed. House value. */
  readonly noticedShare?: number;
  /** Below so much nobody calls it that at all: less of it is no fault. House value. */
  readonly plainBelow?: number;
  /** What a taster's one step moves it by where that is less than goes unnoticed at the table: a little at a time. House value. */
  readonly mendStep?: number;
  /** Corrections below so many grams are not worth a spoon. House value. */
  readonly leastG: number;
  /** How much it says about which class a mix is of: thickness most, salt hardly. House value. */
  readonly tells: number;
  /** How near it stays to the original beside what the class wants, as a share of it and at least so much; without, the class alone decides. House values. */
  readonly follows?: { readonly share: number; readonly least: number };
  /** A correction goes back to the original itself, not only into the band. */
  readonly aimsAtOriginal?: boolean;
  /** It may lie below zero. */
  readonly runsBelowZero?: boolean;
  /** Asked for only of what is frozen. */
  readonly isCold?: boolean;
  /** In its own unit; undefined where the mix does not allow it to be reckoned. The mix weighs something. */
  readonly measure: (sums: Sums) => number | undefined;
  /** What a line of a mix gives to it; undefined where that is nothing. Made from the terms that `measure` is made of. */
  readonly given: (line: Sums, whole: Sums) => Given | undefined;
  readonly equation: string;
  readonly mark: Mark;
  readonly source: string;
  /** Role values of a food that speak of it, for their sources. */
  readonly values?: readonly RoleName[];
}

/** Figures of a line, without those that are next to nothing; undefined where none is left. */
export function givenOf(amount: number, ...figures: readonly Given['figures'][number][]): Given | undefined {
  const told = figures.filter(({ amount: one, digits }) => Math.abs(one) >= 0.05 / 10 ** digits);
  return told.length > 0 ? { amount, figures: told } : undefined;
}

/** One sum of a mix, how many times it counts, and what it is called in the equation. */
export interface Term {
  readonly of: Brought;
  readonly times?: number;
  readonly words: string;
}

/** A role that is a weighted sum of what foods bring, in 100 g of the mix: its measure, what lines give and its equation are one thing. */
export function perHundred(terms: readonly Term[], given: string): Pick<Role, 'measure' | 'given' | 'equation'> {
  const places = terms.map(({ of, times = 1 }) => ({ at: AT[of], times }));
  const total = (sums: Sums): number => {
    let sum = 0;
    for (const { at, times } of places) sum += times * read(sums, at);
    return sum;
  };
  return {
    measure: (sums) => (total(sums) * 100) / read(sums, AT.massG),
    given: (line) => givenOf(total(line), { amount: total(line), unit: `g ${given}`, digits: 2 }),
    equation: `${terms.map(({ times, words }) => (times === undefined ? words : `${String(times)} × ${words}`)).join(' + ')}, in 100 g of the mix`,
  };
}
