import { type PlanHead, type StoredPlan } from '@fellmist/contract';
import { changedPlan, type Plan, type PlanChange } from '@fellmist/core/bake';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';
import { readFormula } from './formulas';

const READ = 'SELECT id, version, schema, body FROM plan WHERE id = @id AND deleted_at IS NULL';
const ALL = 'SELECT id, version, schema, body FROM plan WHERE deleted_at IS NULL';
const INSERT = 'INSERT INTO plan (id, version, schema, body, changed_at) VALUES (@id, 1, @schema, @body, @at) ON CONFLICT (id) DO NOTHING';
const WRITE = 'UPDATE plan SET version = version + 1, schema = @schema, body = @body, changed_at = @at WHERE id = @id';
const MARK = 'UPDATE plan SET deleted_at = @at WHERE id = @id';

type Row = StoredDocument & { readonly id: string; readonly version: number };

function withFormulas(db: Store, { id, version }: Row, plan: Plan, now: string): StoredPlan {
  const ids = [...new Set(Object.values(plan.treats).map(({ formulaId }) => formulaId))];
  const formulas = Object.fromEntries(
    ids.flatMap((one) => {
      const stored = readFormula(db, one);
      return stored ? [[one, stored.worksheet.rebuild]] : [];
    }),
  );
  return { id, version, plan, formulas, now };
}

export function readPlan(db: Store, id: string, now: string): StoredPlan | undefined {
  const row = db.prepare<{ id: string }, Row>(READ).get({ id });
  const read = row && readDocument(DOCUMENTS.plan, row);
  return row && read?.ok ? withFormulas(db, row, read.document, now) : undefined;
}

/** All plans, what is served last foremost. */
export function readPlans(db: Store): readonly PlanHead[] {
  return db
    .prepare<[], Row>(ALL)
    .all()
    .flatMap((row): readonly PlanHead[] => {
      const read = readDocument(DOCUMENTS.plan, row);
      if (!read.ok) return [];
      const { name, serveAt, treats } = read.document;
      const titles = Object.values(treats)
        .sort((a, b) => a.place - b.place)
        .flatMap(({ formulaId }) => readFormula(db, formulaId)?.worksheet.rebuild.title ?? []);
      return [{ id: row.id, name, serveAt, titles }];
    })
    .sort((a, b) => b.serveAt.localeCompare(a.serveAt));
}

export function putPlan(db: Store, id: string, plan: Plan, at: string): StoredPlan | undefined {
  db.prepare(INSERT).run({ id, schema: DOCUMENTS.plan.schema, body: JSON.stringify(plan), at });
  return readPlan(db, id, at);
}

/** Changes what a change names, in one transaction; undefined where there is no such plan. */
export function changePlan(db: Store, id: string, change: PlanChange, at: string): StoredPlan | undefined {
  return db.transaction((): StoredPlan | undefined => {
    const stored = readPlan(db, id, at);
    if (!stored) return undefined;
    db.prepare(WRITE).run({ id, schema: DOCUMENTS.plan.schema, body: JSON.stringify(changedPlan(stored.plan, change)), at });
    return readPlan(db, id, at);
  })();
}

/** Takes a plan off the list, or brings it back. */
export function markPlan(db: Store, id: string, at: string | null): boolean {
  return db.prepare(MARK).run({ id, at }).changes > 0;
}
