import { setImmediate as others } from 'node:timers/promises';
import { type Formula, type OwnFormula } from '@fellmist/core';
import { type Store } from './database';
import { listHeadIds, worksheetOf } from './formulas';

/** Formulas are read for so long before others get their turn, milliseconds. */
const AT_A_TIME_MS = 8;

/** The rebuilds of the shelf, each read once for as long as its try is the last. */
export class OwnFormulas {
  private kept = new Map<string, OwnFormula | undefined>();

  /** What was read elsewhere is not read again. */
  keep(tryId: string, formulaId: string, formula: Formula): void {
    this.kept.set(tryId, { formulaId, formula });
  }

  async all(db: Store): Promise<readonly OwnFormula[]> {
    const next = new Map<string, OwnFormula | undefined>();
    let from = performance.now();
    for (const { id, tryId } of listHeadIds(db)) {
      const read = this.kept.has(tryId) ? undefined : worksheetOf(db, tryId);
      next.set(tryId, read ? (read.ok ? { formulaId: id, formula: read.document.rebuild } : undefined) : this.kept.get(tryId));
      if (performance.now() - from < AT_A_TIME_MS) continue;
      await others();
      from = performance.now();
    }
    this.kept = next;
    return [...next.values()].flatMap((one) => one ?? []);
  }
}
