/** Portions whose plural no rule gives. */
const IRREGULAR: Readonly<Record<string, string>> = { loaf: 'loaves' };

/**
 * The word for so many portions: "1 loaf", "2 loaves", "3 batches", "half a slice" stays "slice".
 * English only; the figure itself is written at the edge.
 */
export function portionWordFor(word: string, count: number): string {
  if (count > 0 && count <= 1) return word;
  const irregular = IRREGULAR[word];
  if (irregular !== undefined) return irregular;
  if (/(?:s|x|z|ch|sh)$/.test(word)) return `${word}es`;
  return /[^aeiou]y$/.test(word) ? `${word.slice(0, -1)}ies` : `${word}s`;
}
