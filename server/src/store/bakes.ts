import { type BakeHead, type BookHead, type StoredBake, type StoredEvent } from '@fellmist/contract';
import { allLines, type Formula } from '@fellmist/core';
import { type BakeEvent, type BakeKind, inOrder, standingEvents } from '@fellmist/core/bake';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';
import { readFormula, readTry } from './formulas';

const BAKE = 'SELECT id, formula_id AS formulaId, try_id AS tryId, begun_at AS begunAt, deleted_at AS deletedAt FROM bake WHERE id = @id';
const INSERT = 'INSERT INTO bake (id, formula_id, try_id, begun_at) VALUES (@id, @formulaId, @tryId, @at)';
const EVENTS = 'SELECT place, schema, body FROM bake_event WHERE bake_id = @id AND place > @since ORDER BY place';
const KNOWN = 'SELECT 1 FROM bake_event WHERE bake_id = @id AND id = @eventId';
const LAST = 'SELECT max(place) AS place FROM bake_event WHERE bake_id = @id';
const APPEND = 'INSERT INTO bake_event (bake_id, place, id, schema, body, received_at) VALUES (@id, @place, @eventId, @schema, @body, @at)';
const HEADS = `SELECT bake.id AS id, bake.formula_id AS formulaId, try_id AS tryId, begun_at AS begunAt, touched_at AS changedAt, is_finished AS isFinished,
  (SELECT count(*) FROM bake_event WHERE bake_id = bake.id) AS events, json_extract(try.worksheet, '$.rebuild.title') AS title
  FROM bake JOIN try ON try.id = try_id WHERE deleted_at IS NULL`;
/** What is under way first, then the days backwards: the list says when each was begun. */
const LATEST = `${HEADS} ORDER BY is_finished, begun_at DESC, touched_at DESC LIMIT @limit OFFSET @offset`;
const BEGUN = `${HEADS} AND is_finished = 0 ORDER BY touched_at DESC`;
const TOUCH = 'UPDATE bake SET touched_at = @at, is_finished = max(is_finished, @isFinished) WHERE id = @id';
const TOLD = "SELECT DISTINCT bake_id FROM bake_event WHERE json_extract(body, '$.kind') = @kind AND received_at >= @since";
const TOLD_SINCE = `SELECT bake.id AS id, bake.formula_id AS formulaId, json_extract(try.worksheet, '$.rebuild.title') AS title
  FROM (${TOLD}) AS told JOIN bake ON bake.id = told.bake_id JOIN try ON try.id = try_id WHERE deleted_at IS NULL`;
const TOLD_BETWEEN = `SELECT DISTINCT bake_id AS id FROM bake_event JOIN bake ON bake.id = bake_id
  WHERE received_at >= @from AND received_at < @to AND json_extract(body, '$.kind') IN ('poured', 'yield weighed', 'plated', 'eaten') AND deleted_at IS NULL`;
const FINISHED_OF = `SELECT id FROM bake WHERE formula_id = @formulaId AND deleted_at IS NULL
  AND EXISTS (SELECT 1 FROM bake_event WHERE bake_id = bake.id AND +json_extract(body, '$.kind') = 'finished')`;
/** Counted first, so that each title is read once. */
const FINISHED_EACH = `SELECT counted.formulaId AS formulaId, json_extract(try.worksheet, '$.rebuild.title') AS title, tries FROM (
    SELECT bake.formula_id AS formulaId, count(*) AS tries FROM (${TOLD}) AS told JOIN bake ON bake.id = told.bake_id WHERE bake.deleted_at IS NULL GROUP BY bake.formula_id
  ) AS counted JOIN formula ON formula.id = counted.formulaId JOIN try ON try.id = formula.head_id`;
const FINISHED = `SELECT bake_id AS id, (SELECT max(place) FROM bake_event AS every WHERE every.bake_id = told.bake_id) AS place FROM bake_event AS told
  JOIN bake ON bake.id = bake_id WHERE json_extract(body, '$.kind') = 'finished' AND deleted_at IS NULL GROUP BY bake_id ORDER BY max(received_at) DESC LIMIT @most`;
const MARK = 'UPDATE bake SET deleted_at = @at WHERE id = @id';

interface BakeRow {
  readonly id: string;
  readonly formulaId: string;
  readonly tryId: string;
  readonly begunAt: string;
  readonly deletedAt: string | null;
}

type EventRow = StoredDocument & { readonly place: number };
type HeadRow = Omit<BakeHead, 'isFinished'> & { readonly isFinished: number };

const rowOf = (db: Store, id: string): BakeRow | undefined => db.prepare<{ id: string }, BakeRow>(BAKE).get({ id });

const headOf = (row: HeadRow): BakeHead => ({ ...row, isFinished: row.isFinished === 1 });

/** Bakes, the last touched first: a page of them. */
export function readBakes(db: Store, limit = -1, offset = 0): readonly BakeHead[] {
  return db.prepare<{ limit: number; offset: number }, HeadRow>(LATEST).all({ limit, offset }).map(headOf);
}

/** Bakes that are begun and not finished, the last touched first. */
export function readBegun(db: Store): readonly BakeHead[] {
  return db.prepare<[], HeadRow>(BEGUN).all().map(headOf);
}

/** The bakes of which something of a kind was told since a time; ever, where none is given. */
export function readBakesTold(db: Store, kind: BakeKind, since = ''): readonly Pick<BakeHead, 'id' | 'formulaId' | 'title'>[] {
  return db.prepare<{ kind: string; since: string }, Pick<BakeHead, 'id' | 'formulaId' | 'title'>>(TOLD_SINCE).all({ kind, since });
}

/** The bakes of which something was told between two moments that they were made or eaten of. */
export function readBakesToldBetween(db: Store, from: string, to: string): readonly string[] {
  return db
    .prepare<{ from: string; to: string }, { id: string }>(TOLD_BETWEEN)
    .all({ from, to })
    .map(({ id }) => id);
}

/** A formula's finished bakes. */
export function finishedOf(db: Store, formulaId: string): readonly string[] {
  return db
    .prepare<{ formulaId: string }, { id: string }>(FINISHED_OF)
    .all({ formulaId })
    .map(({ id }) => id);
}

/** Every formula that was baked to the end, by its present title, with how often. */
export function finishedEach(db: Store): readonly BookHead[] {
  return db.prepare<{ kind: string; since: string }, BookHead>(FINISHED_EACH).all({ kind: 'finished', since: '' });
}

/** The formula of a bake; undefined where there is no such bake. */
export function formulaOf(db: Store, id: string): string | undefined {
  return rowOf(db, id)?.formulaId;
}

/** The bakes that were finished last, each with the place of its last event. */
export function recentlyFinished(db: Store, most: number): readonly { readonly id: string; readonly place: number }[] {
  return db.prepare<{ most: number }, { id: string; place: number }>(FINISHED).all({ most });
}

/** The events of a bake after a place in its list, in the order in which they arrived, and what of them cannot be read. */
export function readEvents(db: Store, id: string, since = 0): { readonly events: readonly StoredEvent[]; readonly faults: readonly string[] } {
  const events: StoredEvent[] = [];
  const faults: string[] = [];
  for (const row of db.prepare<{ id: string; since: number }, EventRow>(EVENTS).all({ id, since })) {
    const read = readDocument(DOCUMENTS.bakeEvent, row);
    if (read.ok) events.push({ place: row.place, event: read.document });
    else faults.push(read.words);
  }
  return { events, faults };
}

/** What stands of the events of a bake: in their order, without what was taken back. */
export function standingEventsOf({ events }: { readonly events: readonly StoredEvent[] }): readonly BakeEvent[] {
  return standingEvents(inOrder(events.map(({ event }) => event)));
}

/** A bake with the try it bakes: a formula that was taken off the shelf meanwhile is still what is in the oven. */
export function readBake(db: Store, id: string): StoredBake | undefined {
  const row = rowOf(db, id);
  if (!row || row.deletedAt !== null) return undefined;
  const stored = readTry(db, row.formulaId, row.tryId);
  if (!stored) return undefined;
  const { rebuild, original } = stored.worksheet;
  return { id, formula: rebuild, original, tryId: row.tryId, former: namesOf(original), tryNumber: stored.thisTry.number, ...readEvents(db, id) };
}

function namesOf(original: Formula): Readonly<Record<string, string>> {
  return Object.fromEntries(allLines(original).map(({ id, name }) => [id, name]));
}

/** Appends events that are not there yet, in one transaction: each counts once, whoever sends it how often. */
function append(db: Store, id: string, events: readonly BakeEvent[], at: string): void {
  let place = db.prepare<{ id: string }, { place: number | null }>(LAST).get({ id })?.place ?? 0;
  for (const event of events) {
    if (db.prepare<{ id: string; eventId: string }>(KNOWN).get({ id, eventId: event.id })) continue;
    place += 1;
    db.prepare(APPEND).run({ id, place, eventId: event.id, schema: DOCUMENTS.bakeEvent.schema, body: JSON.stringify(event), at });
    db.prepare(TOUCH).run({ id, at, isFinished: event.kind === 'finished' ? 1 : 0 });
  }
}

/** Begins a bake of a try, or finds it begun; undefined where there is no such try. */
export function beginBake(db: Store, id: string, planned: BakeEvent & { readonly kind: 'planned' }, at: string): StoredBake | undefined {
  return db.transaction((): StoredBake | undefined => {
    if (!rowOf(db, id)) {
      if (!readFormula(db, planned.formulaId, planned.tryId)) return undefined;
      db.prepare(INSERT).run({ id, formulaId: planned.formulaId, tryId: planned.tryId, at });
      append(db, id, [planned], at);
    }
    return readBake(db, id);
  })();
}

/** Takes in what was told of a bake; false where there is none of that id. */
export function tellBake(db: Store, id: string, events: readonly BakeEvent[], at: string): boolean {
  return db.transaction((): boolean => {
    const row = rowOf(db, id);
    if (!row) return false;
    append(db, id, events, at);
    return true;
  })();
}

/** Takes a bake off the list, or brings it back; what happened stays told. */
export function markBake(db: Store, id: string, at: string | null): boolean {
  return db.prepare(MARK).run({ id, at }).changes > 0;
}
