import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type LarderPayload } from '@fellmist/contract';
import { allLines, type Larder, matchFood, openSwap, readRecipeText, startWorksheet, stockLarder, type SwapRule, takeAll, type Worksheet } from '@fellmist/core';
import * as z from 'zod';
import { type Store } from '../store/database';
import { countFormulas, createFormula, saveRevision } from '../store/formulas';

const household = z.array(
  z.strictObject({
    file: z.string(),
    revisions: z.array(z.strictObject({ label: z.string(), at: z.string(), swaps: z.array(z.strictObject({ from: z.string(), rule: z.string(), share: z.number() })) })).min(1),
  }),
);

/** An id that is the same on every machine, so that the demo's addresses do not change. */
function steadyId(name: string): string {
  const hash = createHash('sha256').update(name).digest('hex');
  return `${hash.slice(0, 8)}-${hash.slice(8, 12)}-4${hash.slice(13, 16)}-8${hash.slice(17, 20)}-${hash.slice(20, 32)}`;
}

function swap(sheet: Worksheet, from: string, rule: SwapRule, share: number, larder: Larder): Worksheet {
  const foodId = matchFood(from, larder.index)[0]?.foodId;
  const line = allLines(sheet.rebuild).find((candidate) => candidate.foodId === foodId);
  if (!line) throw new Error(`demo household: no line holds "${from}"`);
  const opened = openSwap(sheet, line.id, rule, share, larder);
  if (!opened.ok) throw new Error(`demo household: ${opened.error}`);
  return takeAll(opened.sheet, larder);
}

/** Fills an empty shelf with the demo household: its recipes are read and rebuilt by the same core as any other. */
export function setTable(db: Store, shipped: LarderPayload, folder: string): void {
  if (countFormulas(db) > 0) return;
  const larder = stockLarder(shipped.foods);
  const rules = new Map(shipped.rules.map((rule) => [rule.id, rule]));
  const table = household.parse(JSON.parse(readFileSync(join(folder, 'household.json'), 'utf8')));
  for (const { file, revisions } of table) {
    const read = readRecipeText(readFileSync(join(folder, file), 'utf8'), larder, 'uk');
    if (!read.ok) throw new Error(`demo household, ${file}: ${read.error}`);
    let sheet = startWorksheet(read.formula);
    const formulaId = steadyId(file);
    let headId = '';
    revisions.forEach(({ label, at, swaps }, i) => {
      for (const { from, rule, share } of swaps) {
        const found = rules.get(rule);
        if (!found) throw new Error(`demo household: no rule "${rule}"`);
        sheet = swap(sheet, from, found, share, larder);
      }
      const save = { revisionId: steadyId(`${file} ${i}`), label, worksheet: sheet };
      if (i === 0) createFormula(db, formulaId, save, at);
      else saveRevision(db, formulaId, headId, save, at);
      headId = save.revisionId;
    });
  }
}
