import { FOOD_COLUMNS, PACK_COLUMNS, readCsv, readFoodRows, type ReadPackRow, readPackRows, type ReadRow } from '@fellmist/contract/tables';

/** What a table holds. */
export type TableOf = 'foods' | 'packs';

/** A table as it was read: its rows, each by itself good or faulty; or why it cannot be read. */
export type ReadTable =
  | { readonly ok: true; readonly of: 'foods'; readonly rows: readonly ReadRow[]; readonly ignored: readonly string[]; readonly encoding: string }
  | { readonly ok: true; readonly of: 'packs'; readonly rows: readonly ReadPackRow[]; readonly ignored: readonly string[]; readonly encoding: string }
  | { readonly ok: false; readonly error: string };

/** How far the reading of a table is. */
export interface TableStep {
  readonly done: number;
  readonly total: number;
}

/** Rows that are read between two tellings. */
export const AT_A_TIME = 500;

/** Rows keep the number they have in the whole table. */
function inSteps<T extends { readonly row: number }>(
  rows: readonly Readonly<Record<string, string>>[],
  read: (some: readonly Readonly<Record<string, string>>[]) => readonly T[],
  told: (step: TableStep) => void,
): readonly T[] {
  const out: T[] = [];
  for (let at = 0; at < rows.length; at += AT_A_TIME) {
    for (const one of read(rows.slice(at, at + AT_A_TIME))) out.push({ ...one, row: one.row + at });
    told({ done: Math.min(at + AT_A_TIME, rows.length), total: rows.length });
  }
  return out;
}

/** Reads a table of foods or packs, row by row; knows nothing of the household. */
export function readTable(bytes: Uint8Array, of: TableOf, told: (step: TableStep) => void): ReadTable {
  const read = readCsv(bytes, of === 'foods' ? [...FOOD_COLUMNS] : [...PACK_COLUMNS], of === 'foods' ? ['name'] : ['name', 'kind_id']);
  if (!read.ok) return read;
  const head = { ok: true, ignored: read.ignored, encoding: read.encoding } as const;
  return of === 'foods' ? { ...head, of, rows: inSteps(read.rows, readFoodRows, told) } : { ...head, of, rows: inSteps(read.rows, readPackRows, told) };
}
