/** One bake's time in a household's oven against what was reckoned for it. */
export interface OvenLog {
  readonly classId: string | undefined;
  readonly reckonedS: number;
  readonly realS: number;
}

export interface OvenFactor {
  /** What this household's oven takes of what is reckoned, and how far that may be off: two standard deviations either way. */
  readonly factor: number;
  readonly low: number;
  readonly high: number;
  /** One standard deviation of ln(factor). */
  readonly sd: number;
  /** How many bakes speak for it, of all classes. */
  readonly bakes: number;
}

/**
 * Standard deviations of ln(real / reckoned): between ovens, between classes in one oven, and from bake to bake (who looks
 * when, how full the tin is). Home ovens are off their dial by some 15 °C either way, which moves a time by about a fifth.
 * House values.
 */
const BETWEEN = { ovens: 0.2, classes: 0.1, bakes: 0.1 } as const;
/** A bake that took less than a third or more than three times of what was reckoned was something else: it is not learned from. House value. */
const TRUSTED = [1 / 3, 3] as const;

export function isTrusted({ reckonedS, realS }: OvenLog): boolean {
  const share = realS / reckonedS;
  return Number.isFinite(share) && share >= TRUSTED[0] && share <= TRUSTED[1];
}

/**
 * One bake as one log: what its time in the oven says and what each reading of its middle says weigh alike, on the scale of
 * ln(real / reckoned). They hang together, so that ten readings do not count as ten bakes. House model.
 */
export function oneLog(out: Omit<OvenLog, 'classId'>, readings: readonly Omit<OvenLog, 'classId'>[]): Omit<OvenLog, 'classId'> {
  const told = [out, ...readings].filter((one) => isTrusted({ classId: undefined, ...one }));
  if (told.length === 0) return out;
  const mean = told.reduce((sum, { realS, reckonedS }) => sum + Math.log(realS / reckonedS), 0) / told.length;
  return { reckonedS: out.reckonedS, realS: out.reckonedS * Math.exp(mean) };
}

/** Solves a positive definite system by Cholesky's factors. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] {
  const lower: number[][] = [];
  matrix.forEach((row, i) => {
    lower[i] = [];
    for (let j = 0; j <= i; j++) {
      let sum = row[j] ?? 0;
      for (let k = 0; k < j; k++) sum -= (lower[i]?.[k] ?? 0) * (lower[j]?.[k] ?? 0);
      (lower[i] as number[])[j] = i === j ? Math.sqrt(sum) : sum / (lower[j]?.[j] ?? 1);
    }
  });
  const forward: number[] = [];
  right.forEach((value, i) => {
    let sum = value;
    for (let k = 0; k < i; k++) sum -= (lower[i]?.[k] ?? 0) * (forward[k] ?? 0);
    forward[i] = sum / (lower[i]?.[i] ?? 1);
  });
  const answer: number[] = Array.from({ length: right.length }, () => 0);
  for (let i = right.length - 1; i >= 0; i--) {
    let sum = forward[i] ?? 0;
    for (let k = i + 1; k < right.length; k++) sum -= (lower[k]?.[i] ?? 0) * (answer[k] ?? 0);
    answer[i] = sum / (lower[i]?.[i] ?? 1);
  }
  return answer;
}

/**
 * The factor of a household's oven for a class from its logged bakes. ln(real / reckoned) of a bake is the oven's own, plus
 * the class's own, plus chance, each normal about nothing: the best guess is the posterior mean of a Gaussian process
 * [Rasmussen & Williams 2006, equations 2.25 and 2.26]. With no bake it is 1; bakes of other classes tell of the oven, those of the same class of both.
 */
export function ovenFactor(logs: readonly OvenLog[], classId: string | undefined): OvenFactor {
  const told = logs.filter(isTrusted);
  const [ovens, classes, bakes] = [BETWEEN.ovens ** 2, BETWEEN.classes ** 2, BETWEEN.bakes ** 2];
  const shared = (a: string | undefined, b: string | undefined): number => ovens + (a !== undefined && a === b ? classes : 0);
  const matrix = told.map((one, i) => told.map((other, j) => (i === j ? ovens + classes + bakes : shared(one.classId, other.classId))));
  const across = told.map((one) => shared(one.classId, classId));
  const weights = solve(matrix, across);
  const mean = told.reduce((sum, { realS, reckonedS }, i) => sum + (weights[i] ?? 0) * Math.log(realS / reckonedS), 0);
  const spread = Math.sqrt(Math.max(ovens + classes - weights.reduce((sum, weight, i) => sum + weight * (across[i] ?? 0), 0), 0));
  return { factor: Math.exp(mean), low: Math.exp(mean - 2 * spread), high: Math.exp(mean + 2 * spread), sd: spread, bakes: told.length };
}
