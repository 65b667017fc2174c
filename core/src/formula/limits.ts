import { allLines, type Formula } from './formula';

/**
 * The most that a formula may hold, and how many letters the name of a person and the label of a try have, the same wherever they are
 * read, edited or stored: generous, so that no home recipe meets them. House values.
 */
export const LIMITS = { title: 300, text: 20_000, line: 4_000, lines: 1_000, parts: 200, steps: 2_000, portions: 100_000, person: 40, label: 80 } as const;

const said = (count: number): string => count.toLocaleString('en');

/** What of a formula passes a limit, in words; nothing is cut. */
export function limitFaults({ title, parts, method, notes, portions }: Pick<Formula, 'title' | 'parts' | 'method' | 'notes' | 'portions'>): readonly string[] {
  const lines = allLines({ parts });
  const longest = lines.find(({ text }) => text.length > LIMITS.line);
  return [
    title.length > LIMITS.title ? `The title has ${said(title.length)} letters; up to ${said(LIMITS.title)} can be kept.` : '',
    lines.length > LIMITS.lines ? `These are ${said(lines.length)} ingredients; up to ${said(LIMITS.lines)} can be kept in one formula.` : '',
    parts.length > LIMITS.parts ? `These are ${said(parts.length)} parts; up to ${said(LIMITS.parts)} can be kept.` : '',
    method.length > LIMITS.steps || notes.length > LIMITS.steps ? `The method or the notes have more than ${said(LIMITS.steps)} paragraphs.` : '',
    [...method, ...notes].some((text) => text.length > LIMITS.text) ? `A paragraph of the method or the notes has more than ${said(LIMITS.text)} letters.` : '',
    longest ? `The line “${longest.text.slice(0, 40)}…” has more than ${said(LIMITS.line)} letters.` : '',
    portions > LIMITS.portions ? `Up to ${said(LIMITS.portions)} portions can be kept.` : '',
  ].filter(Boolean);
}
