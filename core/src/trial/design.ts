/** The most things that a few tries can tell apart. */
const MOST_TOLD = 3;

/**
 * Which of several changes to keep in the tries that would tell them apart, the later try having all of them. Two: each
 * alone, which with both tries that were baked is the whole of two levels each. Three: each alone, which with the later try is
 * the half of eight that keeps every main effect apart (2^(3-1), defining relation I = ABC) [Box, Hunter & Hunter,
 * Statistics for Experimenters, chapter 6]. More: the first of them alone, as few tries tell no more. None for a single change.
 */
export function tellingTries(changes: number): readonly (readonly boolean[])[] {
  if (changes < 2) return [];
  const alone = (which: number): readonly boolean[] => Array.from({ length: changes }, (_, i) => i === which);
  return changes > MOST_TOLD ? [alone(0)] : Array.from({ length: changes }, (_, which) => alone(which));
}
