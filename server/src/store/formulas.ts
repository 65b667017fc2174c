import { type RevisionHead, type SaveRequest, type StoredFormula } from '@fellmist/contract';
import { type Worksheet } from '@fellmist/core';
import { type Store } from './database';
import { DOCUMENTS, type ReadDocument, readDocument, type StoredDocument } from './documents';

const HEADS = `SELECT formula.id AS id, revision.id AS revisionId, COALESCE(revision_name.label, revision.label) AS label, revision.created_at AS createdAt, revision.schema AS schema, revision.worksheet AS body,
    (SELECT COUNT(*) FROM revision AS every WHERE every.formula_id = formula.id) AS revisionCount
  FROM formula JOIN revision ON revision.id = formula.head_id LEFT JOIN revision_name ON revision_name.revision_id = revision.id
  WHERE formula.deleted_at IS NULL ORDER BY revision.created_at DESC, formula.id`;
const HEAD_OF = 'SELECT head_id AS headId FROM formula WHERE id = @id AND deleted_at IS NULL';
const NAMED = 'revision LEFT JOIN revision_name ON revision_name.revision_id = revision.id';
const REVISION = `SELECT id, formula_id AS formulaId, number, parent_id AS parentId, COALESCE(revision_name.label, revision.label) AS label, schema, worksheet AS body, created_at AS createdAt FROM ${NAMED} WHERE id = @id`;
const REVISIONS = `SELECT id, number, parent_id AS parentId, COALESCE(revision_name.label, revision.label) AS label, created_at AS createdAt FROM ${NAMED} WHERE formula_id = @id ORDER BY number`;
const NAME_REVISION = `INSERT INTO revision_name (revision_id, label, named_at) VALUES (@id, @label, @at)
  ON CONFLICT (revision_id) DO UPDATE SET label = @label, named_at = @at`;
const ADD_FORMULA = 'INSERT INTO formula (id, head_id, created_at) VALUES (@id, @headId, @at)';
const ADD_REVISION = `INSERT INTO revision (id, formula_id, number, parent_id, label, schema, worksheet, created_at)
  VALUES (@id, @formulaId, (SELECT COALESCE(MAX(number), 0) + 1 FROM revision WHERE formula_id = @formulaId), @parentId, @label, @schema, @worksheet, @at)`;
const MOVE_HEAD = 'UPDATE formula SET head_id = @headId WHERE id = @id';
const DELETE = 'UPDATE formula SET deleted_at = @at WHERE id = @id AND deleted_at IS NULL';
const RESTORE = 'UPDATE formula SET deleted_at = NULL WHERE id = @id AND deleted_at IS NOT NULL';
const IS_REMOVED = 'SELECT 1 FROM formula WHERE id = @id AND deleted_at IS NOT NULL';
const REMOVED = `SELECT formula.id AS id, formula.deleted_at AS removedAt, revision.schema AS schema, revision.worksheet AS body
  FROM formula JOIN revision ON revision.id = formula.head_id WHERE formula.deleted_at > @since ORDER BY formula.deleted_at DESC`;
const COUNT = 'SELECT COUNT(*) AS count FROM formula';

interface RevisionRow extends StoredDocument {
  readonly id: string;
  readonly formulaId: string;
  readonly number: number;
  readonly parentId: string | null;
  readonly label: string;
  readonly createdAt: string;
}

type HeadRow = Omit<RevisionRow, 'formulaId' | keyof StoredDocument>;

function toHead({ id, number, parentId, label, createdAt }: HeadRow): RevisionHead {
  return { id, number, label, createdAt, ...(parentId === null ? {} : { parentId }) };
}

export interface ShelfRow {
  readonly id: string;
  readonly revisionId: string;
  readonly label: string;
  readonly createdAt: string;
  readonly revisionCount: number;
  readonly worksheet: ReadDocument<Worksheet>;
}

/** Every formula that is not deleted, newest first, with its head revision. */
export function listFormulas(db: Store): readonly ShelfRow[] {
  const rows = db.prepare<[], Omit<ShelfRow, 'worksheet'> & StoredDocument>(HEADS).all();
  return rows.map(({ schema, body, ...row }) => ({ ...row, worksheet: readDocument(DOCUMENTS.worksheet, { schema, body }) }));
}

export function countFormulas(db: Store): number {
  return db.prepare<[], { count: number }>(COUNT).get()?.count ?? 0;
}

/** A revision that lies there and cannot be read. */
export class UnreadableFormula extends Error {}

function assemble(db: Store, id: string, row: RevisionRow): StoredFormula {
  const revisions = db.prepare<{ id: string }, HeadRow>(REVISIONS).all({ id }).map(toHead);
  const read = readDocument(DOCUMENTS.worksheet, row);
  if (!read.ok) throw new UnreadableFormula(read.words);
  return { id, revision: toHead(row), worksheet: read.document, revisions };
}

/** A formula at its head, or at the revision asked for; undefined where there is none. */
export function readFormula(db: Store, id: string, revisionId?: string): StoredFormula | undefined {
  const head = db.prepare<{ id: string }, { headId: string }>(HEAD_OF).get({ id });
  if (!head) return undefined;
  const row = db.prepare<{ id: string }, RevisionRow>(REVISION).get({ id: revisionId ?? head.headId });
  return row && row.formulaId === id ? assemble(db, id, row) : undefined;
}

function addRevision(db: Store, formulaId: string, parentId: string | null, save: SaveRequest, at: string): void {
  db.prepare(ADD_REVISION).run({ id: save.revisionId, formulaId, parentId, label: save.label, schema: DOCUMENTS.worksheet.schema, worksheet: JSON.stringify(save.worksheet), at });
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
 * A new formula with its first revision. Sent again, the same revision gives what is stored; a further one of the same client,
 * which got no answer to the first, goes on top of that. Says where it was removed meanwhile.
 */
export function createFormula(db: Store, id: string, save: SaveRequest, at: string): SaveResult {
  return db.transaction((): SaveResult => {
    const known = db.prepare<{ id: string }, RevisionRow>(REVISION).get({ id: save.revisionId });
    const formulaId = known?.formulaId ?? id;
    if (isRemoved(db, formulaId)) return { kind: 'removed', formulaId };
    const stored = readFormula(db, formulaId);
    if (stored) return known ? { kind: 'saved', stored } : saveRevision(db, formulaId, '', save, at);
    db.prepare(ADD_FORMULA).run({ id, headId: save.revisionId, at });
    addRevision(db, id, null, save, at);
    const created = readFormula(db, id);
    if (!created) throw new Error('The formula was written but cannot be read back.');
    return { kind: 'saved', stored: created };
  })();
}

/**
 * A further revision on top of `knownHeadId`, or, as a branch, of the parent that the save names. Stale where the head has
 * moved on, unless the head is this very revision, saved before and sent again, or one that the client sent without an answer.
 */
export function saveRevision(db: Store, id: string, knownHeadId: string, save: SaveRequest, at: string): SaveResult {
  return db.transaction((): SaveResult => {
    const current = readFormula(db, id);
    if (!current) return isRemoved(db, id) ? { kind: 'removed', formulaId: id } : { kind: 'missing' };
    const headId = current.revision.id;
    if (headId === save.revisionId) return { kind: 'saved', stored: current };
    const isOwnUnanswered = save.attempts?.includes(headId) ?? false;
    if (headId !== knownHeadId && !isOwnUnanswered) return { kind: 'stale', stored: current };
    const parentId = isOwnUnanswered ? headId : (save.parentId ?? knownHeadId);
    if (!current.revisions.some((revision) => revision.id === parentId)) return { kind: 'strange parent' };
    addRevision(db, id, parentId, save, at);
    db.prepare(MOVE_HEAD).run({ id, headId: save.revisionId });
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

/** Gives a revision of a formula another name; undefined where there is none. What it holds stays as it is. */
export function nameRevision(db: Store, formulaId: string, revisionId: string, label: string, at: string): StoredFormula | undefined {
  const stored = readFormula(db, formulaId, revisionId);
  if (!stored) return undefined;
  db.prepare(NAME_REVISION).run({ id: revisionId, label, at });
  return readFormula(db, formulaId);
}

/** Hides a formula; its revisions stay and `restoreFormula` brings it back. False where there is none. */
export function deleteFormula(db: Store, id: string, at: string): boolean {
  return db.prepare(DELETE).run({ id, at }).changes > 0;
}

export function restoreFormula(db: Store, id: string): boolean {
  return db.prepare(RESTORE).run({ id }).changes > 0;
}
