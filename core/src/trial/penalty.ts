import { meanOn, SCALES, type Scale, type TasteScore } from './scores';

/** Fewer tasters say too little of a mean drop. */
export const LEAST_TASTERS = 8;
/** A side that fewer than a fifth of the tasters take is chance [ASTM MNL-63]. */
const LEAST_SHARE = 0.2;

export interface Penalty {
  readonly scale: Scale;
  readonly side: 'too little' | 'too much';
  /** Of the tasters that judged the scale. */
  readonly share: number;
  /** How much less they like it overall than those to whom it is just right. */
  readonly drop: number;
}

/**
 * What costs liking: for each scale and side that a fifth of the tasters take, the mean overall score of those to whom it is
 * just right less theirs [penalty analysis, ASTM MNL-63], the weightiest (share times drop) first. Undefined for fewer than eight tasters.
 */
export function penalties(scores: readonly TasteScore[]): readonly Penalty[] | undefined {
  const full = scores.filter(({ overall }) => overall !== undefined);
  if (full.length < LEAST_TASTERS) return undefined;
  return SCALES.flatMap((scale): readonly Penalty[] => {
    const judged = full.filter(({ scales }) => scales[scale] !== undefined);
    const right = meanOn(
      judged.filter(({ scales }) => scales[scale] === 0),
      'overall',
    );
    if (!right) return [];
    return (['too little', 'too much'] as const).flatMap((side): readonly Penalty[] => {
      const sided = judged.filter(({ scales }) => (side === 'too little' ? (scales[scale] ?? 0) < 0 : (scales[scale] ?? 0) > 0));
      const off = meanOn(sided, 'overall');
      const share = sided.length / judged.length;
      return off && share >= LEAST_SHARE ? [{ scale, side, share, drop: right.mean - off.mean }] : [];
    });
  }).sort((a, b) => b.share * b.drop - a.share * a.drop);
}
