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

function toNumber(cell: string): number {
  return Number(/^\d+,\d+$/.test(cell) ? cell.replace(',', '.') : cell);
}

export function figure(most: number) {
  return z
    .string()
    .trim()
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
