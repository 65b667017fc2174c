import { type Allergen } from '../food';
import { type Figures } from '../formula';
import { type Proposal, type Worksheet } from '../swap';
import { type TargetLine } from './amounts';

/** One swap of a rebuild: which line gives way to what, for which share. */
export interface SwapTaken {
  readonly lineId: string;
  readonly ruleId: string;
  readonly from: string;
  readonly to: readonly string[];
  readonly share: number;
}

/** Some swaps, and the sheet with them taken before any amount is changed. */
export interface Drafted {
  readonly swaps: readonly SwapTaken[];
  readonly swapped: Worksheet;
  /** The swaps' own proposals. */
  readonly opened: readonly Proposal[];
}

/** A rebuild that was found, and what it would cost in taste, money and energy. */
export interface FoundRebuild extends Drafted {
  /** All that has to be done, to be taken one by one. */
  readonly proposals: readonly Proposal[];
  /** The sheet with all of it done. */
  readonly sheet: Worksheet;
  readonly isMet: boolean;
  readonly lines: readonly TargetLine[];
  readonly portion: Figures;
  readonly portionMassG: number;
  /** What a portion costs; undefined while a price is missing. */
  readonly portionCost: number | undefined;
  /** Roles out of their band, and what its sweeteners taste of, in words. */
  readonly strains: readonly string[];
  readonly warnings: readonly string[];
  /** Allergens that it brings and the formula as it lies does not. */
  readonly newAllergens: readonly Allergen[];
  /** The lower the better: what is missed, how much is changed, how it stands. */
  readonly score: number;
}

/** The best rebuilds so far, and lines that the diet keeps out and no rule of the trade replaces: with any of these there is none. */
export interface Search {
  readonly best: readonly FoundRebuild[];
  readonly stuckLineIds: readonly string[];
}

/** How far a search is. */
export interface SearchStep extends Search {
  readonly share: number;
}

/** Rebuilds shown at a time. House value. */
const MOST_SHOWN = 5;

/** Rebuilds that share more than this of their stand-ins are one. House value. */
const ALIKE = 0.5;

/** One only adds swaps to the other, or most of their stand-ins are the same: not a different rebuild. */
function isMoreOfTheSame(one: FoundRebuild, other: FoundRebuild): boolean {
  const standIns = ({ swaps }: FoundRebuild): ReadonlySet<string> => new Set(swaps.map(({ lineId, to }) => `${lineId}:${[...to].sort().join('+')}`));
  const [mine, theirs] = [standIns(one), standIns(other)];
  if (theirs.size === 0) return mine.size === 0;
  const shared = [...theirs].filter((each) => mine.has(each)).length;
  return shared === theirs.size || shared / (mine.size + theirs.size - shared) >= ALIKE;
}

/** The best few that differ, by score: those that meet the goals, or the nearest where none does. */
export function bestOf(found: readonly FoundRebuild[]): readonly FoundRebuild[] {
  const met = found.filter(({ isMet }) => isMet);
  const ranked = [...(met.length > 0 ? met : found)].sort((a, b) => a.score - b.score);
  const best: FoundRebuild[] = [];
  for (const one of ranked) {
    if (best.length >= MOST_SHOWN) break;
    if (!best.some((better) => isMoreOfTheSame(one, better))) best.push(one);
  }
  return best;
}
