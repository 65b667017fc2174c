/** What is put into a sentence. */
export type Shown = string | number | undefined;

/** A sentence with what belongs in it; what is not there leaves nothing, as in a page. */
export function said(words: TemplateStringsArray, ...shown: readonly Shown[]): string {
  return words.map((word, i) => `${word}${shown[i] ?? ''}`).join('');
}
