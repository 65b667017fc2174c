/**
 * The same function of one text, which keeps what it last answered: reading a recipe asks the same of one line several times in
 * a row. At most `most` answers are kept, then all are forgotten. The answers are shared: only for functions whose answers
 * nobody changes.
 */
export function remembering<T>(answer: (text: string) => T, most = 64): (text: string) => T {
  const kept = new Map<string, { readonly answer: T }>();
  return (text) => {
    const before = kept.get(text);
    if (before) return before.answer;
    const said = { answer: answer(text) };
    if (kept.size >= most) kept.clear();
    kept.set(text, said);
    return said.answer;
  };
}
