import { turnOf } from '../role';
import { type Analysis } from './analyse';

/** The part of a portion's energy or protein that a baker would notice. House value. */
const FELT_PART = 0.01;

/** Whether a baker would notice one formula become the other: another thickness, or a portion of another energy or protein. */
export function isFelt(before: Analysis, now: Analysis): boolean {
  const apart = (figure: 'energyKcal' | 'proteinG'): boolean => {
    const [was, is] = [before.views.portion[figure].amount, now.views.portion[figure].amount];
    return Math.abs(is - was) > FELT_PART * Math.max(was, is);
  };
  return before.consistency.kind !== now.consistency.kind || turnOf(before.consistency, now.consistency) !== undefined || apart('energyKcal') || apart('proteinG');
}
