import { randomUUID } from 'node:crypto';
import { setImmediate as others } from 'node:timers/promises';
import { type ImportPreview, type ImportRow } from '@fellmist/contract';
import { type ReadPackRow, type ReadRow } from '@fellmist/contract/tables';
import { type Food, type Pack, renamer, type StockItem } from '@fellmist/core';
import { ProblemError } from '../http/problem';
import { foodOrigins, ownFoods } from '../store/foods';
import { type LarderStore } from '../store/larderStore';
import { type Batch, type BatchChange } from './batch';
import { readPacks } from '../store/packs';
import { type ReadTable } from './readTable';

/** Rows of a preview that are sent to be looked at; the counts speak of all. */
const MOST_SHOWN = 200;

/** A name as it is told from others: letters of every script and all signs count, capitals and spaces do not. */
function nameKey(name: string): string {
  return name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
}

const freshId = (prefix: string): string => `${prefix}-${randomUUID()}`;

function previewOf(of: ImportPreview['of'], rows: readonly ImportRow[], ignoredColumns: readonly string[], encoding: string): ImportPreview {
  const counts = { new: 0, update: 0, same: 0, kept: 0, faulty: 0 };
  for (const { act } of rows) counts[act] += 1;
  const ORDER: readonly ImportRow['act'][] = ['faulty', 'update', 'kept', 'new', 'same'];
  const shown = [...rows].sort((a, b) => ORDER.indexOf(a.act) - ORDER.indexOf(b.act) || a.row - b.row).slice(0, MOST_SHOWN);
  return { id: randomUUID(), of, counts, rows: shown, ignoredColumns, encoding };
}

function faulty(row: number, name: string, words: readonly string[]): ImportRow {
  return { row, name: name || '(no name)', act: 'faulty', words };
}

/** The own things of the household that a row may mean: by its id, or by the very name where only one bears it. */
class Known<T extends { readonly id: string; readonly name: string }> {
  private readonly byId: ReadonlyMap<string, T>;
  private readonly byName = new Map<string, readonly T[]>();
  private readonly seen = new Set<string>();

  constructor(all: readonly T[]) {
    this.byId = new Map(all.map((one) => [one.id, one]));
    for (const one of all) this.byName.set(nameKey(one.name), [...(this.byName.get(nameKey(one.name)) ?? []), one]);
  }

  find({ id, name }: { readonly id: string; readonly name: string }): { readonly before?: T; readonly words?: string } {
    const key = id || `name ${nameKey(name)}`;
    if (this.seen.has(key)) return { words: `stands twice: an earlier row has the same ${id ? 'id' : 'name'}` };
    this.seen.add(key);
    if (id) {
      const before = this.byId.get(id);
      return before ? { before } : {};
    }
    const [before, other] = this.byName.get(nameKey(name)) ?? [];
    if (other) return { words: 'several of yours bear this name: give the row the id of the one that is meant' };
    if (before && this.seen.has(before.id)) return { words: 'stands twice: an earlier row has its id' };
    if (before) this.seen.add(before.id);
    return before ? { before } : {};
  }
}

const FIGURES: readonly (readonly [key: 'energyKcal' | 'proteinG' | 'fatG' | 'carbohydrateG' | 'fibreG' | 'sugarsG', word: string])[] = [
  ['energyKcal', 'kcal'],
  ['proteinG', 'g protein'],
  ['fatG', 'g fat'],
  ['carbohydrateG', 'g carbohydrate'],
  ['fibreG', 'g fibre'],
  ['sugarsG', 'g sugars'],
];

const said = (figure: number | undefined): string => (figure === undefined ? 'unknown' : String(figure));

/** What an update changes, in words. */
function foodChanges(before: Food, after: Food): readonly string[] {
  const figures = FIGURES.flatMap(([key, word]) => (before.per100g[key] === after.per100g[key] ? [] : [`${said(before.per100g[key])} → ${said(after.per100g[key])} ${word}`]));
  return [`replaces your ${before.name}${figures.length > 0 ? `: ${figures.join(', ')}` : ''}`];
}

/** Rows that are compared before others get their turn. */
const AT_A_TIME = 200;

async function previewFoods(rows: readonly ReadRow[], larderStore: LarderStore): Promise<{ rows: ImportRow[]; foods: BatchChange<Food>[] }> {
  const origins = foodOrigins(larderStore.db);
  const own = new Known(ownFoods(larderStore.db));
  const otherNames = renamer(larderStore.wordGroups);
  const out: { rows: ImportRow[]; foods: BatchChange<Food>[] } = { rows: [], foods: [] };
  for (const [at, read] of rows.entries()) {
    if (at % AT_A_TIME === 0) await others();
    if ('errors' in read) {
      out.rows.push(faulty(read.row, read.name, read.errors));
      continue;
    }
    const { before, words } = own.find(read.food);
    if (words) out.rows.push(faulty(read.row, read.food.name, [words]));
    else if (origins.get(read.food.id)?.isOwn === false)
      out.rows.push({ row: read.row, name: read.food.name, act: 'kept', words: ['ships with Fellmist and stays as it is; give it another id to keep a version of your own'] });
    else {
      const id = read.food.id || (before?.id ?? freshId('own'));
      const synonyms = [...new Set([...read.food.synonyms, ...otherNames(read.food.name)])];
      const food: Food = { ...read.food, id, synonyms, source: read.food.source || 'imported by you', measureSource: read.food.measureSource || 'imported by you' };
      const over = origins.get(id)?.body;
      const isSame = over === JSON.stringify(food);
      out.rows.push({ row: read.row, name: food.name, act: isSame ? 'same' : before ? 'update' : 'new', words: !isSame && before ? foodChanges(before, food) : [] });
      if (!isSame) out.foods.push({ to: food, over });
    }
  }
  return out;
}

function previewPacks(rows: readonly ReadPackRow[], larderStore: LarderStore): { rows: ImportRow[]; packs: BatchChange<Pack>[]; stock: StockItem[] } {
  const packs = readPacks(larderStore.db).map(({ pack }) => pack);
  const bodies = new Map(packs.map((pack) => [pack.id, JSON.stringify(pack)]));
  const own = new Known(packs);
  const stocked = new Map(larderStore.contents.stock.map(({ item }) => [item.foodId, item]));
  const out: { rows: ImportRow[]; packs: BatchChange<Pack>[]; stock: StockItem[] } = { rows: [], packs: [], stock: [] };
  for (const read of rows) {
    if ('errors' in read) {
      out.rows.push(faulty(read.row, read.name, read.errors));
      continue;
    }
    const { before, words } = own.find(read.pack);
    if (words) out.rows.push(faulty(read.row, read.pack.name, [words]));
    else if (larderStore.kindIdOf(read.pack.kindId) !== read.pack.kindId)
      out.rows.push(faulty(read.row, read.pack.name, [`kind_id "${read.pack.kindId}" is no food of the table`]));
    else {
      const pack: Pack = { ...read.pack, id: read.pack.id || (before?.id ?? freshId('pack')) };
      const held = stocked.get(pack.id);
      const item = read.stock && { ...read.stock, id: held?.id ?? freshId('stock'), foodId: pack.id };
      const over = bodies.get(pack.id);
      const isSame = over === JSON.stringify(pack) && (!item || JSON.stringify({ ...held, note: '' }) === JSON.stringify({ ...item, note: '' }));
      out.rows.push({ row: read.row, name: pack.name, act: isSame ? 'same' : before ? 'update' : 'new', words: !isSame && before ? [`replaces your ${before.name}`] : [] });
      if (!isSame) out.packs.push({ to: pack, over });
      if (!isSame && item) out.stock.push(item);
    }
  }
  return out;
}

/** What importing a table would do, row by row; nothing is written. Throws a ProblemError where the table cannot be read. */
export async function previewImport(read: ReadTable, larderStore: LarderStore): Promise<Batch> {
  if (!read.ok) throw new ProblemError(422, 'The file cannot be read', read.error);
  if (read.of === 'foods') {
    const { rows, foods } = await previewFoods(read.rows, larderStore);
    return { preview: previewOf(read.of, rows, read.ignored, read.encoding), foods, packs: [], stock: [] };
  }
  const { rows, packs, stock } = previewPacks(read.rows, larderStore);
  return { preview: previewOf(read.of, rows, read.ignored, read.encoding), foods: [], packs, stock };
}
