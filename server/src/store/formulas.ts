import { type TryHead, type SaveRequest, type StoredFormula } from '@fellmist/contract';
import { type Worksheet } from '@fellmist/core';
import { type Store } from './database';
import { DOCUMENTS, type ReadDocument, readDocument, type StoredDocument } from './documents';

const HEADS = `SELECT formula.id AS id, try.id AS tryId, COALESCE(try_name.label, try.label) AS label, try.created_at AS createdAt,
    COALESCE(json_extract(try.worksheet, '$.rebuild.title'), '') AS title,
    (SELECT COUNT(*) FROM try AS every WHERE every.formula_id = formula.id) AS tryCount, picture.put_at AS picturedAt
  FROM formula JOIN try ON try.id = formula.head_id LEFT JOIN picture ON picture.formula_id = formula.id LEFT JOIN try_name ON try_name.try_id = try.id
  WHERE formula.deleted_at IS NULL ORDER BY try.created_at DESC, formula.id`;
const HEAD_IDS = `SELECT formula.id AS id, formula.head_id AS tryId FROM formula JOIN try ON try.id = formula.head_id
  WHERE formula.deleted_at IS NULL ORDER BY try.created_at DESC, formula.id`;
const WITH_READINGS = `SELECT try.id AS tryId, formula.id AS id, try.created_at AS createdAt FROM try JOIN formula ON formula.head_id = try.id
  WHERE json_array_length(worksheet, '$.rebuild.cold.readings') > 0 AND formula.deleted_at IS NULL ORDER BY try.created_at`;
const BODY = 'SELECT schema, worksheet AS body FROM try WHERE id = @id';
const HEAD_OF = 'SELECT head_id AS headId FROM formula WHERE id = @id AND deleted_at IS NULL';
const NAMED = 'try LEFT JOIN try_name ON try_name.try_id = try.id';
const TRY = `SELECT id, formula_id AS formulaId, number, parent_id AS parentId, COALESCE(try_name.label, try.label) AS label, schema, worksheet AS body, created_at AS createdAt FROM ${NAMED} WHERE id = @id`;
const TRIES = `SELECT id, number, parent_id AS parentId, COALESCE(try_name.label, try.label) AS label, created_at AS createdAt FROM ${NAMED} WHERE formula_id = @id ORDER BY number`;
const NAME_TRY = `INSERT INTO try_name (try_id, label, named_at) VALUES (@id, @label, @at)
  ON CONFLICT (try_id) DO UPDATE SET label = @label, named_at = @at`;
const ADD_FORMULA = 'INSERT INTO formula (id, head_id, created_at) VALUES (@id, @headId, @at)';
const ADD_TRY = `INSERT INTO try (id, formula_id, number, parent_id, label, schema, worksheet, created_at)
  VALUES (@id, @formulaId, (SELECT COALESCE(MAX(number), 0) + 1 FROM try WHERE formula_id = @formulaId), @parentId, @label, @schema, @worksheet, @at)`;
const MOVE_HEAD = 'UPDATE formula SET head_id = @headId WHERE id = @id';
const DELETE = 'UPDATE formula SET deleted_at = @at WHERE id = @id AND deleted_at IS NULL';
const RESTORE = 'UPDATE formula SET deleted_at = NULL WHERE id = @id AND deleted_at IS NOT NULL';
const IS_REMOVED = 'SELECT 1 FROM formula WHERE id = @id AND deleted_at IS NOT NULL';
const REMOVED = `SELECT formula.id AS id, formula.deleted_at AS removedAt, try.schema AS schema, try.worksheet AS body
  FROM formula JOIN try ON try.id = formula.head_id WHERE formula.deleted_at > @since ORDER BY formula.deleted_at DESC`;
const COUNT = 'SELECT COUNT(*) AS count FROM formula';

interface TryRow extends StoredDocument {
  readonly id: string;
  readonly formulaId: string;
  readonly number: number;
  readonly parentId: string | null;
  readonly label: string;
  readonly createdAt: string;
}

type HeadRow = Omit<TryRow, 'formulaId' | keyof StoredDocument>;

function toHead({ id, number, parentId, label, createdAt }: HeadRow): TryHead {
  return { id, number, label, createdAt, ...(parentId === null ? {} : { parentId }) };
}

/** What the shelf knows of a formula without looking into it. */
export interface ShelfHead {
  readonly id: string;
  readonly tryId: string;
  readonly label: string;
  readonly title: string;
  readonly createdAt: string;
  readonly tryCount: number;
  /** When its picture was put, if it has one. */
  readonly picturedAt: string | null;
}

/** Every formula that is not deleted, the last touched first. */
export function listHeads(db: Store): readonly ShelfHead[] {
  return db.prepare<[], ShelfHead>(HEADS).all();
}

/** Every formula that is not deleted and its last try, the last touched first: without their titles, which are read from the documents. */
export function listHeadIds(db: Store): readonly Pick<ShelfHead, 'id' | 'tryId'>[] {
  return db.prepare<[], Pick<ShelfHead, 'id' | 'tryId'>>(HEAD_IDS).all();
}

/** The formulas on the shelf in which a foam was weighed. */
export function formulasWithReadings(db: Store): readonly Pick<ShelfHead, 'id' | 'tryId' | 'createdAt'>[] {
  return db.prepare<[], Pick<ShelfHead, 'id' | 'tryId' | 'createdAt'>>(WITH_READINGS).all();
}

/** The worksheet of a try, or why it cannot be read. */
export function worksheetOf(db: Store, tryId: string): ReadDocument<Worksheet> {
  const row = db.prepare<{ id: string }, StoredDocument>(BODY).get({ id: tryId });
  return row ? readDocument(DOCUMENTS.worksheet, row) : { ok: false, words: 'Its last try is missing.' };
}

export function countFormulas(db: Store): number {
  return db.prepare<[], { count: number }>(COUNT).get()?.count ?? 0;
}

/** A try that lies there and cannot be read. */
export class UnreadableFormula extends Error {}

function assemble(db: Store, id: string, row: TryRow): StoredFormula {
  const read = readDocument(DOCUMENTS.worksheet, row);
  if (!read.ok) throw new UnreadableFormula(read.words);
  return { id, thisTry: toHead(row), worksheet: read.document, tries: triesOf(db, id) };
}

/** The saves of a formula, the first first. */
export function triesOf(db: Store, id: string): readonly TryHead[] {
  return db.prepare<{ id: string }, HeadRow>(TRIES).all({ id }).map(toHead);
}

/** A formula at its head, or at the try asked for; undefined where there is none. */
export function readFormula(db: Store, id: string, tryId?: string): StoredFormula | undefined {
  const head = db.prepare<{ id: string }, { headId: string }>(HEAD_OF).get({ id });
  if (!head) return undefined;
  return readTry(db, id, tryId ?? head.headId);
}

/** A try of a formula, also of one that was taken off the shelf: what is in the oven goes on. */
export function readTry(db: Store, id: string, tryId: string): StoredFormula | undefined {
  const row = db.prepare<{ id: string }, TryRow>(TRY).get({ id: tryId });
  return row && row.formulaId === id ? assemble(db, id, row) : undefined;
}

function addTry(db: Store, formulaId: string, parentId: string | null, save: SaveRequest, at: string): void {
  db.prepare(ADD_TRY).run({ id: save.tryId, formulaId, parentId, label: save.label, schema: DOCUMENTS.worksheet.schema, worksheet: JSON.stringify(save.worksheet), at });
}

export type SaveResult =
  | { readonly kind: 'saved' | 'stale'; readonly stored: StoredFormula }
  | { readonly kind: 'missing' }
  | { readonly kind: 'strange parent' }
  | { readonly kind: 'removed'; readonly formulaId: string };

function isRemoved(db: Store, id: string): boolean {
  return db.prepare<{ id: string }, object>(IS_REMOVED).get({ id }) !== undefined;
}

/**
 * A new formula with its first try. Sent again, the same try gives what is stored. Says where it was removed meanwhile.
 */
export function createFormula(db: Store, id: string, save: SaveRequest, at: string): SaveResult {
  return db.transaction((): SaveResult => {
    const known = db.prepare<{ id: string }, TryRow>(TRY).get({ id: save.tryId });
    const formulaId = known?.formulaId ?? id;
    if (isRemoved(db, formulaId)) return { kind: 'removed', formulaId };
    const stored = readFormula(db, formulaId, known && save.tryId);
    if (stored) return { kind: known ? 'saved' : 'stale', stored };
    db.prepare(ADD_FORMULA).run({ id, headId: save.tryId, at });
    addTry(db, id, null, save, at);
    const created = readFormula(db, id);
    if (!created) throw new Error('The formula was written but cannot be read back.');
    return { kind: 'saved', stored: created };
  })();
}

/**
 * A further try on top of `knownHeadId`, or, as a branch, of the parent that the save names. Stale where the head has
 * moved on; this very try, saved before and sent again after a lost answer, is given as it is stored.
 */
export function saveTry(db: Store, id: string, knownHeadId: string, save: SaveRequest, at: string): SaveResult {
  return db.transaction((): SaveResult => {
    const current = readFormula(db, id);
    if (!current) return isRemoved(db, id) ? { kind: 'removed', formulaId: id } : { kind: 'missing' };
    const headId = current.thisTry.id;
    const before = current.tries.some((one) => one.id === save.tryId) ? readFormula(db, id, save.tryId) : undefined;
    if (before) return { kind: 'saved', stored: before };
    if (headId !== knownHeadId) return { kind: 'stale', stored: current };
    const parentId = save.parentId ?? knownHeadId;
    if (!current.tries.some((one) => one.id === parentId)) return { kind: 'strange parent' };
    addTry(db, id, parentId, save, at);
    db.prepare(MOVE_HEAD).run({ id, headId: save.tryId });
    const stored = readFormula(db, id);
    return stored ? { kind: 'saved', stored } : { kind: 'missing' };
  })();
}

/** Formulas removed since a moment, the last first. */
export function removedFormulas(db: Store, since: string): readonly { readonly id: string; readonly title: string; readonly removedAt: string }[] {
  return db
    .prepare<{ since: string }, StoredDocument & { id: string; removedAt: string }>(REMOVED)
    .all({ since })
    .map(({ id, removedAt, ...document }) => {
      const read = readDocument(DOCUMENTS.worksheet, document);
      return { id, removedAt, title: read.ok ? read.document.rebuild.title : 'A formula that cannot be read' };
    });
}

/** Gives a try of a formula another name; undefined where there is none. What it holds stays as it is. */
export function nameTry(db: Store, formulaId: string, tryId: string, label: string, at: string): StoredFormula | undefined {
  const stored = readFormula(db, formulaId, tryId);
  if (!stored) return undefined;
  db.prepare(NAME_TRY).run({ id: tryId, label, at });
  return readFormula(db, formulaId);
}

/** Hides a formula; its tries stay and `restoreFormula` brings it back. False where there is none. */
export function deleteFormula(db: Store, id: string, at: string): boolean {
  return db.prepare(DELETE).run({ id, at }).changes > 0;
}

export function restoreFormula(db: Store, id: string): boolean {
  return db.prepare(RESTORE).run({ id }).changes > 0;
}
