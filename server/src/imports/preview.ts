import { randomUUID } from 'node:crypto';
import { type ImportPreview, type ImportRow } from '@fellmist/contract';
import { FOOD_COLUMNS, PACK_COLUMNS, readCsv, readFoodRows, readPackRows } from '@fellmist/contract/tables';
import { type Food, type Pack, renamer, type StockItem } from '@fellmist/core';
import { ProblemError } from '../http/problem';
import { foodOrigins } from '../store/foods';
import { type Kitchen } from '../store/kitchen';
import { readPacks } from '../store/packs';

/** What an accepted import writes. */
export interface Batch {
  readonly preview: ImportPreview;
  readonly foods: readonly Food[];
  readonly packs: readonly Pack[];
  readonly stock: readonly StockItem[];
}

/** Rows of a preview that are sent to be looked at; the counts speak of all. */
const MOST_SHOWN = 200;

/** An id from a name, the same each time, so that the same row imported again is known again. */
function idFrom(name: string, prefix: string): string {
  const plain = name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 50);
  return `${prefix}-${plain || 'unnamed'}`;
}

function previewOf(of: ImportPreview['of'], rows: readonly ImportRow[], ignoredColumns: readonly string[], encoding: string): ImportPreview {
  const counts = { new: 0, update: 0, same: 0, kept: 0, faulty: 0 };
  for (const { act } of rows) counts[act] += 1;
  const first = (act: ImportRow['act']): number => (act === 'faulty' ? 0 : act === 'kept' ? 1 : 2);
  const shown = [...rows].sort((a, b) => first(a.act) - first(b.act) || a.row - b.row).slice(0, MOST_SHOWN);
  return { id: randomUUID(), of, counts, rows: shown, ignoredColumns, encoding };
}

function faulty(row: number, name: string, words: readonly string[]): ImportRow {
  return { row, name: name || '(no name)', act: 'faulty', words };
}

function previewFoods(rows: readonly Readonly<Record<string, string>>[], kitchen: Kitchen): { rows: ImportRow[]; foods: Food[] } {
  const origins = foodOrigins(kitchen.db);
  const otherNames = renamer(kitchen.wordGroups);
  const seen = new Set<string>();
  const out: { rows: ImportRow[]; foods: Food[] } = { rows: [], foods: [] };
  for (const read of readFoodRows(rows)) {
    if ('errors' in read) {
      out.rows.push(faulty(read.row, read.name, read.errors));
      continue;
    }
    const id = read.food.id || idFrom(read.food.name, 'own');
    const known = origins.get(id);
    if (seen.has(id)) out.rows.push(faulty(read.row, read.food.name, [`stands twice: an earlier row has the same ${read.food.id ? 'id' : 'name'}`]));
    else if (known && !known.isOwn)
      out.rows.push({ row: read.row, name: read.food.name, act: 'kept', words: ['ships with Fellmist and stays as it is; give it another id to keep a version of your own'] });
    else {
      const synonyms = [...new Set([...read.food.synonyms, ...otherNames(read.food.name)])];
      const food: Food = { ...read.food, id, synonyms, source: read.food.source || 'imported by you', measureSource: read.food.measureSource || 'imported by you' };
      const isSame = known?.body === JSON.stringify(food);
      out.rows.push({ row: read.row, name: food.name, act: isSame ? 'same' : known ? 'update' : 'new', words: [] });
      if (!isSame) out.foods.push(food);
    }
    seen.add(id);
  }
  return out;
}

function previewPacks(rows: readonly Readonly<Record<string, string>>[], kitchen: Kitchen): { rows: ImportRow[]; packs: Pack[]; stock: StockItem[] } {
  const known = new Map(readPacks(kitchen.db).map(({ pack }) => [pack.id, JSON.stringify(pack)]));
  const stocked = new Map(kitchen.payload.stock.map((item) => [item.foodId, item]));
  const seen = new Set<string>();
  const out: { rows: ImportRow[]; packs: Pack[]; stock: StockItem[] } = { rows: [], packs: [], stock: [] };
  for (const read of readPackRows(rows)) {
    if ('errors' in read) {
      out.rows.push(faulty(read.row, read.name, read.errors));
      continue;
    }
    const id = read.pack.id || idFrom(read.pack.name, 'pack');
    const pack: Pack = { ...read.pack, id };
    if (seen.has(id)) out.rows.push(faulty(read.row, pack.name, [`stands twice: an earlier row has the same ${read.pack.id ? 'id' : 'name'}`]));
    else if (kitchen.kindIdOf(pack.kindId) !== pack.kindId) out.rows.push(faulty(read.row, pack.name, [`kind_id "${pack.kindId}" is no food of the table`]));
    else {
      const before = stocked.get(id);
      const item = read.stock && { ...read.stock, id: before?.id ?? `stock-${id}`.slice(0, 60), foodId: id };
      const isSame = known.get(id) === JSON.stringify(pack) && (!item || JSON.stringify({ ...before, note: '' }) === JSON.stringify({ ...item, note: '' }));
      out.rows.push({ row: read.row, name: pack.name, act: isSame ? 'same' : known.has(id) ? 'update' : 'new', words: [] });
      if (!isSame) out.packs.push(pack);
      if (!isSame && item) out.stock.push(item);
    }
    seen.add(id);
  }
  return out;
}

/** What importing a file would do, row by row; nothing is written. Throws a ProblemError where the file cannot be read. */
export function previewImport(bytes: Uint8Array, of: ImportPreview['of'], kitchen: Kitchen): Batch {
  const columns = of === 'foods' ? [...FOOD_COLUMNS] : [...PACK_COLUMNS];
  const read = readCsv(bytes, columns, of === 'foods' ? ['name'] : ['name', 'kind_id']);
  if (!read.ok) throw new ProblemError(422, 'The file cannot be read', read.error);
  if (of === 'foods') {
    const { rows, foods } = previewFoods(read.rows, kitchen);
    return { preview: previewOf(of, rows, read.ignored, read.encoding), foods, packs: [], stock: [] };
  }
  const { rows, packs, stock } = previewPacks(read.rows, kitchen);
  return { preview: previewOf(of, rows, read.ignored, read.encoding), foods: [], packs, stock };
}
