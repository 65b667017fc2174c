import { type OddAnswer, type StoredTasting, type TastingHead } from '@fellmist/contract';
import { tastedOf, type Tasting } from '@fellmist/core/bake';
import { readEvents, standingEventsOf } from './bakes';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';

const READ = `SELECT tasting.id AS id, made_at AS madeAt, tasting.schema AS schema, body, COALESCE(json_extract(try.worksheet, '$.rebuild.title'), '') AS title
  FROM tasting JOIN formula ON formula.id = tasting.formula_id JOIN try ON try.id = formula.head_id WHERE tasting.id = @id`;
const OF_FORMULA = 'SELECT id, made_at AS madeAt, schema, body FROM tasting WHERE formula_id = @formulaId ORDER BY made_at DESC';
const PUT = 'INSERT INTO tasting (id, formula_id, schema, body, made_at) SELECT @id, id, @schema, @body, @at FROM formula WHERE id = @formulaId ON CONFLICT (id) DO NOTHING';
const ANSWERS = 'SELECT taster, code FROM odd_answer WHERE tasting_id = @id ORDER BY told_at';
const ANSWER = `INSERT INTO odd_answer (tasting_id, taster, code, told_at) VALUES (@id, @taster, @code, @at)
  ON CONFLICT (tasting_id, taster) DO UPDATE SET code = @code, told_at = @at`;

type Row = StoredDocument & { readonly id: string; readonly madeAt: string };

/** Who has scored a bake since: what was said of it before, with the eyes open, does not count. */
function scoredSince(db: Store, bakeId: string, since: string): StoredTasting['scored'] {
  const told = standingEventsOf(readEvents(db, bakeId)).filter(({ kind, at }) => kind === 'tasted' && at >= since);
  return tastedOf(told).map(({ taster }) => ({ bakeId, taster }));
}

/** A tasting with what was told in it; undefined where there is none, or where it cannot be read. */
export function readTasting(db: Store, id: string): StoredTasting | undefined {
  const row = db.prepare<{ id: string }, Row & { readonly title: string }>(READ).get({ id });
  const read = row && readDocument(DOCUMENTS.tasting, row);
  if (!row || !read?.ok) return undefined;
  const tasting = read.document;
  const bakes = [...new Set(tasting.sheets.flatMap(({ samples }) => samples.map(({ bakeId }) => bakeId)))];
  const scored = tasting.kind === 'scores' ? bakes.flatMap((bakeId) => scoredSince(db, bakeId, row.madeAt)) : [];
  return { id, madeAt: row.madeAt, title: row.title, tasting, answers: db.prepare<{ id: string }, OddAnswer>(ANSWERS).all({ id }), scored };
}

/** The tastings of a formula, the last first. */
export function tastingsOf(db: Store, formulaId: string): readonly TastingHead[] {
  return db
    .prepare<{ formulaId: string }, Row>(OF_FORMULA)
    .all({ formulaId })
    .flatMap(({ id, madeAt, ...document }): readonly TastingHead[] => {
      const read = readDocument(DOCUMENTS.tasting, document);
      return read.ok ? [{ id, madeAt, kind: read.document.kind, tasters: read.document.sheets.length }] : [];
    });
}

/** Lays a tasting out; told again, it is the one that is there. Undefined where its formula is none. */
export function putTasting(db: Store, id: string, tasting: Tasting, at: string): StoredTasting | undefined {
  db.prepare(PUT).run({ id, formulaId: tasting.formulaId, schema: DOCUMENTS.tasting.schema, body: JSON.stringify(tasting), at });
  return readTasting(db, id);
}

/** What a taster took for the odd one; their last word counts. */
export function answerTasting(db: Store, id: string, { taster, code }: OddAnswer, at: string): void {
  db.prepare(ANSWER).run({ id, taster, code, at });
}
