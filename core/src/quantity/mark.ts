/** What stands behind a value: a published source, common practice, memory, or a house model of ours. */
export type Mark = 'S' | 'P' | 'M' | 'H';

export const MARK_WORDS: Readonly<Record<Mark, string>> = {
  S: 'published source',
  P: 'common practice',
  M: 'from memory',
  H: 'house model, an estimate',
};
