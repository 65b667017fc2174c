import * as z from 'zod';

/** Cells of a table as people and spreadsheets write them. An empty cell is unknown, never zero. */
export const words = z.string().trim().max(400);

export const list = z
  .string()
  .max(2000)
  .transform((cell) =>
    cell
      .split('|')
      .map((word) => word.trim())
      .filter(Boolean),
  );

/** The id of an own food or pack: as long as what can be saved. */
export const idCell = z
  .string()
  .trim()
  .max(60, 'may hold up to 60 letters')
  .regex(/^[a-z0-9-]*$/, 'may hold small letters, digits and hyphens');

function toNumber(cell: string): number {
  return Number(/^\d+,\d+$/.test(cell) ? cell.replace(',', '.') : cell);
}

/** "1,234": a thousand and more, or one and a bit. Nobody can tell, so it is asked. */
const TWO_WAYS = /^[1-9]\d{0,2},\d{3}$/;

export function figure(most: number) {
  return z
    .string()
    .trim()
    .refine((cell) => !TWO_WAYS.test(cell), 'can be read as thousands or as a decimal comma: write it without the comma, or with a point')
    .refine((cell) => cell === '' || (/^\d+([.,]\d+)?$/.test(cell) && toNumber(cell) <= most), `must be a number from 0 to ${most.toLocaleString('en')}, or empty for unknown`)
    .transform((cell) => (cell === '' ? undefined : toNumber(cell)));
}

/** "piece=50|large=56": words with a number above zero each. */
export const pairs = z
  .string()
  .max(2000)
  .transform((cell, context): Readonly<Record<string, number>> => {
    const entries = cell
      .split('|')
      .filter((pair) => pair.trim() !== '')
      .map((pair) => pair.split('='));
    if (entries.some(([word, amount]) => !word?.trim() || !(toNumber((amount ?? '').trim()) > 0))) context.addIssue('must be like "piece=50|large=56"');
    return Object.fromEntries(entries.map(([word, amount]) => [(word ?? '').trim(), toNumber((amount ?? '').trim())]));
  });

/** A list of words from a closed set; names the strangers. */
export function choices<T extends string>(known: readonly T[], name: string) {
  return list.transform((given, context) => {
    const strangers = given.filter((word) => !(known as readonly string[]).includes(word));
    if (strangers.length > 0) context.addIssue(`has an unknown ${name}: ${strangers.join(', ')}`);
    return given as T[];
  });
}

/** "sucrose=48|glucose=2" with words from a closed set. */
export function split<T extends string>(known: readonly T[], name: string) {
  return pairs.transform((given, context) => {
    const strangers = Object.keys(given).filter((word) => !(known as readonly string[]).includes(word));
    if (strangers.length > 0) context.addIssue(`has an unknown ${name}: ${strangers.join(', ')}`);
    return given as Readonly<Partial<Record<T, number>>>;
  });
}

/** The record without its undefined members. */
export function known<T extends object>(record: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as { [K in keyof T]: Exclude<T[K], undefined> };
}
