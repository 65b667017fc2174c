import { type Food } from '../food';
import { allLines, type Formula } from '../formula';
import { addTimes, bringsOf, LEDGER_ROLES, measuresOf, roleOf, type Sums } from '../role';

/** One food of two tries: how much went into each, grams. */
export interface FoodChange {
  readonly foodId: string | undefined;
  readonly name: string;
  readonly thenG: number;
  readonly nowG: number;
}

/** What a kitchen scale and a hand cannot tell apart: a fiftieth of the greater, and a gram at least. House value. */
const SAME_SHARE = 0.02;
const SAME_G = 1;

/** Whether nobody in a kitchen would tell two amounts apart. */
export function isSameAmount(a: number, b: number): boolean {
  return Math.abs(a - b) <= Math.max(SAME_G, SAME_SHARE * Math.max(a, b));
}

/** What went in of each food, for so many portions of the first: two batches of different size are compared at one size. */
function gramsOf(formula: Formula, factor: number): ReadonlyMap<string, { readonly foodId: string | undefined; readonly name: string; readonly massG: number }> {
  const grams = new Map<string, { foodId: string | undefined; name: string; massG: number }>();
  for (const { foodId, name, massG } of allLines(formula)) {
    const key = foodId ?? name.toLowerCase();
    const before = grams.get(key);
    grams.set(key, { foodId, name, massG: (before?.massG ?? 0) + (massG ?? 0) * factor });
  }
  return grams;
}

/**
 * What was poured differently in two tries, the one that moved most first. The second is brought to the size of the first by
 * what both have in common: the median of the shares of their common foods, so that a double batch is no change.
 */
export function changesBetween(then: Formula, now: Formula): readonly FoodChange[] {
  const [before, plain] = [gramsOf(then, 1), gramsOf(now, 1)];
  const shares = [...before].flatMap(([key, { massG }]) => {
    const other = plain.get(key)?.massG ?? 0;
    return massG > 0 && other > 0 ? [massG / other] : [];
  });
  shares.sort((a, b) => a - b);
  const factor = shares[Math.floor((shares.length - 1) / 2)] ?? 1;
  const after = gramsOf(now, Math.abs(factor - 1) <= SAME_SHARE ? 1 : factor);
  return [...new Set([...before.keys(), ...after.keys()])]
    .map((key): FoodChange => {
      const [a, b] = [before.get(key), after.get(key)];
      return { foodId: (b ?? a)?.foodId, name: (b ?? a)?.name ?? '', thenG: a?.massG ?? 0, nowG: b?.massG ?? 0 };
    })
    .filter(({ thenG, nowG }) => !isSameAmount(thenG, nowG))
    .sort((a, b) => Math.abs(b.nowG - b.thenG) - Math.abs(a.nowG - a.thenG));
}

/** How far a change of one food alone moves a mix in the ledger: over all roles, in steps of what a hand just notices. */
export function ledgerMove(mix: Sums, food: Food, byG: number): number {
  const after = mix.slice();
  addTimes(after, bringsOf({ food, massG: 1 }), byG);
  for (let i = 0; i < after.length; i++) if ((after[i] ?? 0) < 0) after[i] = 0;
  const [was, is] = [measuresOf(mix), measuresOf(after)];
  return LEDGER_ROLES.reduce((sum, role) => {
    const [a, b] = [was[role], is[role]];
    return sum + (a === undefined || b === undefined || roleOf(role).isCold ? 0 : Math.abs(b - a) / roleOf(role).noticedLeast);
  }, 0);
}
