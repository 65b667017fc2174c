import { type Analysis } from './analyse';

/** Steps of the spoon scale, and the part of a portion's energy or protein, that a baker would notice. House values. */
const FELT_STEPS = 0.15;
const FELT_PART = 0.01;

/** Which way a mix went by so much of the spoon scale that the hand feels it; undefined where it does not or cannot be reckoned. */
export function turnOfThickness({ consistency: before }: Analysis, { consistency: now }: Analysis): 'thicker' | 'thinner' | undefined {
  if (before.kind !== 'reckoned' || now.kind !== 'reckoned' || Math.abs(now.scale - before.scale) < FELT_STEPS) return undefined;
  return now.scale > before.scale ? 'thicker' : 'thinner';
}

/** Whether a baker would notice one formula become the other: another thickness, or a portion of another energy or protein. */
export function isFelt(before: Analysis, now: Analysis): boolean {
  const apart = (figure: 'energyKcal' | 'proteinG'): boolean => {
    const [was, is] = [before.views.portion[figure].amount, now.views.portion[figure].amount];
    return Math.abs(is - was) > FELT_PART * Math.max(was, is);
  };
  return before.consistency.kind !== now.consistency.kind || turnOfThickness(before, now) !== undefined || apart('energyKcal') || apart('proteinG');
}
