import { ALLERGENS, type Label, LABEL_FIGURES, type LabelFigure, type Pack, type StockItem, type TypedFigures } from '@fellmist/core';
import Papa from 'papaparse';
import * as z from 'zod';
import { choices, figure, idCell, known, list, pairs, words } from './cells';

type ColumnName = 'serving' | 'per100';

/** "serving_energy_kcal" for what the serving's column prints for energy. */
function figureColumn(column: ColumnName, name: LabelFigure): string {
  return `${column}_${name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)}`;
}

const printed = z.string().trim().max(30);
const figureCells = Object.fromEntries((['serving', 'per100'] as const).flatMap((column) => LABEL_FIGURES.map((name) => [figureColumn(column, name), printed])));
const day = z
  .string()
  .trim()
  .refine((cell) => cell === '' || z.iso.date().safeParse(cell).success, 'must be a day such as 2026-11-24, or empty')
  .transform((cell) => cell || undefined);

/** "10:11.7@2026-10-01": 10 g of powder took 11.7 g of water that day. */
const tests = list.transform((entries, context) =>
  entries.map((entry, i) => {
    const match = /^(\d+(?:\.\d+)?):(\d+(?:\.\d+)?)@(\d{4}-\d{2}-\d{2})$/.exec(entry);
    if (!match) context.addIssue('must be like "10:11.7@2026-10-01"');
    return { id: `t${i + 1}`, powderG: Number(match?.[1] ?? 1), waterG: Number(match?.[2] ?? 1), on: match?.[3] ?? '2026-01-01' };
  }),
);

const row = z.object({
  id: idCell,
  name: words.min(1, 'is empty: every pack needs a name'),
  kind_id: words.min(1, 'is empty: say which food of the table it is a kind of'),
  barcode: words.regex(/^(\d{8,14})?$/, 'holds 8 to 14 digits'),
  net_g: figure(1_000_000),
  price: figure(1_000_000),
  tradition: z.preprocess((cell) => (cell === '' ? 'eu' : cell), z.enum(['us', 'eu'], 'must be us or eu')),
  state: z.preprocess((cell) => (cell === '' ? 'as sold' : cell), z.enum(['as sold', 'as prepared'], 'must be "as sold" or "as prepared"')),
  serving_measure: words,
  serving_g: figure(100_000),
  serving_ml: figure(100_000),
  per100_of: z.preprocess((cell) => (cell === '' ? 'g' : cell), z.enum(['g', 'mL'], 'must be g or mL')),
  ...figureCells,
  measures_g: pairs,
  cup_ml: figure(5000),
  cup_weighings_g: list.transform((cells) => cells.map(Number).filter((massG) => massG > 0)),
  allergens: choices(ALLERGENS, 'allergen'),
  may_contain: choices(ALLERGENS, 'allergen'),
  thirst_tests: tests,
  left_g: figure(1_000_000),
  opened_on: day,
  best_before: day,
  note: z.string().max(2000),
});

export const PACK_COLUMNS: readonly string[] = Object.keys(row.shape);

type Row = z.infer<typeof row> & Readonly<Record<string, unknown>>;

function typedFigures(cells: Row, column: ColumnName): TypedFigures {
  return known(Object.fromEntries(LABEL_FIGURES.map((name) => [name, (cells[figureColumn(column, name)] as string) || undefined])));
}

function labelOf(cells: Row): Label | undefined {
  const [serving, per100] = [typedFigures(cells, 'serving'), typedFigures(cells, 'per100')];
  const hasServing = Object.keys(serving).length > 0 || cells.serving_measure !== '' || cells.serving_g !== undefined;
  const hasPer100 = Object.keys(per100).length > 0;
  if (!hasServing && !hasPer100) return undefined;
  return {
    tradition: cells.tradition,
    state: cells.state,
    ...(hasServing ? { serving: { measure: cells.serving_measure, ...known({ massG: cells.serving_g, volumeMl: cells.serving_ml }), figures: serving } } : {}),
    ...(hasPer100 ? { per100: { of: cells.per100_of, figures: per100 } } : {}),
  };
}

/** A pack with its stock, as a row of a table holds them. */
export interface PackRow {
  readonly pack: Pack;
  readonly stock: StockItem | undefined;
}

function toPackRow(cells: Row): PackRow {
  const label = labelOf(cells);
  const pack: Pack = {
    id: cells.id,
    name: cells.name,
    kindId: cells.kind_id,
    ...(cells.barcode ? { barcode: cells.barcode } : {}),
    ...(label ? { label } : {}),
    measuresG: cells.measures_g,
    ...(cells.cup_ml && cells.cup_weighings_g.length > 0 ? { cup: { cupMl: cells.cup_ml, massesG: cells.cup_weighings_g } } : {}),
    ...(cells.allergens.length > 0 ? { allergens: cells.allergens } : {}),
    mayContain: cells.may_contain,
    ...(cells.net_g ? { netG: cells.net_g } : {}),
    ...(cells.price === undefined ? {} : { price: cells.price }),
    thirstTests: cells.thirst_tests,
    note: cells.note,
  };
  if (cells.left_g === undefined) return { pack, stock: undefined };
  return { pack, stock: { id: '', foodId: cells.id, leftG: cells.left_g, ...known({ openedOn: cells.opened_on, bestBefore: cells.best_before }), origin: 'pack', note: '' } };
}

export type ReadPackRow = ({ readonly row: number } & PackRow) | { readonly row: number; readonly name: string; readonly errors: readonly string[] };

/** Each row of a table of packs, or its faults by column. Absent columns count as empty; rows number from 2. */
export function readPackRows(rows: readonly Readonly<Record<string, string>>[]): readonly ReadPackRow[] {
  const empty = Object.fromEntries(PACK_COLUMNS.map((column) => [column, '']));
  return rows.map((cells, i): ReadPackRow => {
    const read = row.safeParse({ ...empty, ...cells });
    if (!read.success) return { row: i + 2, name: cells['name'] ?? '', errors: read.error.issues.map((issue) => `${issue.path.join('.')} ${issue.message}`) };
    return { row: i + 2, ...toPackRow(read.data as Row) };
  });
}

function cellsOf({ pack, stock }: PackRow): Readonly<Record<string, string | number | undefined>> {
  const { label } = pack;
  const typed = (column: ColumnName): object =>
    Object.fromEntries(Object.entries(label?.[column]?.figures ?? {}).map(([name, text]) => [figureColumn(column, name as LabelFigure), text]));
  return {
    id: pack.id,
    name: pack.name,
    kind_id: pack.kindId,
    barcode: pack.barcode,
    net_g: pack.netG,
    price: pack.price,
    tradition: label?.tradition,
    state: label?.state,
    serving_measure: label?.serving?.measure,
    serving_g: label?.serving?.massG,
    serving_ml: label?.serving?.volumeMl,
    per100_of: label?.per100?.of,
    ...typed('serving'),
    ...typed('per100'),
    measures_g: Object.entries(pack.measuresG)
      .map(([word, massG]) => `${word}=${massG}`)
      .join('|'),
    cup_ml: pack.cup?.cupMl,
    cup_weighings_g: pack.cup?.massesG.join('|'),
    allergens: pack.allergens?.join('|'),
    may_contain: pack.mayContain.join('|'),
    thirst_tests: pack.thirstTests.map(({ powderG, waterG, on }) => `${powderG}:${waterG}@${on}`).join('|'),
    left_g: stock?.leftG,
    opened_on: stock?.openedOn,
    best_before: stock?.bestBefore,
    note: pack.note,
  };
}

/** A table of packs as CSV; cells that a spreadsheet would run as a formula are defused with a leading apostrophe. */
export function writePackTable(rows: readonly PackRow[]): string {
  return Papa.unparse({ fields: [...PACK_COLUMNS], data: rows.map(cellsOf) }, { escapeFormulae: true, newline: '\r\n' });
}
