import { atLeast } from './distributions';

/** Three cups of which two are the same: by luck alone the odd one is found one time in three. */
const BY_LUCK = 1 / 3;
/** What is called a difference, and with how many tasters that can be said at all. */
const ALPHA = 0.05;

export interface TriangleResult {
  /** The chance of so many right answers by luck alone. */
  readonly chance: number;
  readonly isTold: boolean;
  /** The least right answers of so many tasters that would tell a difference; undefined where even all of them would not. */
  readonly needed: number | undefined;
}

/** The least number of right answers that luck gives less often than `alpha` [ISO 4120, ASTM E1885: exact binomial]. */
export function leastRight(tasters: number, alpha: number = ALPHA): number | undefined {
  for (let right = 0; right <= tasters; right++) if (atLeast(right, tasters, BY_LUCK) <= alpha) return right;
  return undefined;
}

/** "Can anybody tell the original from the rebuild?": so many found the odd one of three. Throws RangeError for counts that cannot be. */
export function triangleTest(right: number, tasters: number): TriangleResult {
  if (!Number.isInteger(right) || !Number.isInteger(tasters) || tasters < 1 || right < 0 || right > tasters)
    throw new RangeError(`${right} right answers of ${tasters} tasters cannot be`);
  const chance = atLeast(right, tasters, BY_LUCK);
  return { chance, isTold: chance <= ALPHA, needed: leastRight(tasters) };
}
