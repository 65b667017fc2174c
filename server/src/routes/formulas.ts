import { randomUUID } from 'node:crypto';
import { countingQuerySchema, labelSchema, saveSchema, type ShelfEntry, type ShelfFigures, type StoredFormula } from '@fellmist/contract';
import { allLines, type Analysis, analyse, classOf, type Counting, type Figures, type Larder, type Worksheet, writeRecipeJsonLd } from '@fellmist/core';
import { type Request, type Response, Router } from 'express';
import { ProblemError } from '../http/problem';
import { type LarderStore } from '../store/larderStore';
import { createFormula, deleteFormula, listFormulas, nameTry, readFormula, restoreFormula, saveTry, type SaveResult, type ShelfRow } from '../store/formulas';

function missing(): ProblemError {
  return new ProblemError(404, 'No such formula', 'That formula is not on the shelf. It may have been deleted in another tab.');
}

function shelfFigures(figures: Figures): ShelfFigures {
  const whole = (key: 'energyKcal' | 'proteinG' | 'netCarbG'): number | undefined => (figures[key].gaps.length > 0 ? undefined : figures[key].amount);
  const [energyKcal, proteinG, netCarbG] = [whole('energyKcal'), whole('proteinG'), whole('netCarbG')];
  return { ...(energyKcal === undefined ? {} : { energyKcal }), ...(proteinG === undefined ? {} : { proteinG }), ...(netCarbG === undefined ? {} : { netCarbG }) };
}

function swappedIn(sheet: Worksheet, larder: Larder): readonly string[] {
  const names = allLines(sheet.rebuild).flatMap((line) => (line.origin?.kind === 'swapped' && line.foodId !== undefined ? [larder.foods.get(line.foodId)?.name ?? line.name] : []));
  return [...new Set(names)];
}

const NO_FIGURES = { portions: 0, portionWord: '', original: {}, rebuild: {}, gaps: 0, swappedIn: [] } as const;

/** One formula on the shelf; one that cannot be read or analysed is listed as such, so that the shelf stays whole. */
function shelfEntry(row: ShelfRow, larderStore: LarderStore, counting: Counting): ShelfEntry {
  const head = { id: row.id, tryCount: row.tryCount, tryLabel: row.label, updatedAt: row.createdAt };
  if (!row.worksheet.ok) return { ...head, ...NO_FIGURES, title: 'A formula that cannot be read', fault: row.worksheet.words };
  const sheet = row.worksheet.document;
  try {
    return analysedEntry(head, sheet, larderStore, counting);
  } catch (error) {
    return { ...head, ...NO_FIGURES, title: sheet.rebuild.title, fault: `It cannot be worked out: ${error instanceof Error ? error.message : String(error)}` };
  }
}

type EntryHead = Pick<ShelfEntry, 'id' | 'tryCount' | 'tryLabel' | 'updatedAt'>;

function analysedEntry(head: EntryHead, sheet: Worksheet, { larder, contents }: LarderStore, counting: Counting): ShelfEntry {
  const { original, rebuild } = sheet;
  const [before, now] = [original, rebuild].map((formula) => analyse(formula, larder, contents, counting)) as [Analysis, Analysis];
  return {
    ...head,
    title: rebuild.title,
    portions: rebuild.portions,
    portionWord: rebuild.portionWord,
    original: shelfFigures(before.views.portion),
    rebuild: shelfFigures(now.views.portion),
    gaps: now.gaps.length,
    swappedIn: swappedIn(sheet, larder),
  };
}

function sendStored(response: Response, stored: StoredFormula, status = 200): void {
  response.status(status).set('ETag', `"${stored.thisTry.id}"`).set('Cache-Control', 'no-store').json(stored);
}

function knownHead(request: Request): string {
  const match = /^"([^"]+)"$/.exec(request.get('If-Match') ?? '');
  if (!match?.[1]) throw new ProblemError(428, 'If-Match is missing', 'A save must say which try it is based on, in an If-Match header.');
  return match[1];
}

function fileName(title: string): string {
  return `${
    title
      .normalize('NFD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'formula'
  }.jsonld`;
}

/** The foods of both sides, which stay at hand once a formula uses them. */
function foodsUsed({ original, rebuild }: Worksheet): readonly string[] {
  return [...allLines(original), ...allLines(rebuild)].flatMap(({ foodId }) => foodId ?? []);
}

/** What a save stored, or the problem that it met. */
function savedOr(result: SaveResult): StoredFormula {
  if (result.kind === 'saved') return result.stored;
  if (result.kind === 'strange parent') throw new ProblemError(400, 'No such try', 'The try that this one grew from is none of this formula’s.', { field: 'parentId' });
  if (result.kind === 'missing') throw missing();
  if (result.kind === 'removed') {
    throw new ProblemError(
      410,
      'Removed elsewhere',
      'This formula was taken off the shelf elsewhere. Nothing was saved; bring it back and save again, or save yours as a new one.',
      {
        removed: true,
        removedId: result.formulaId,
      },
    );
  }
  throw new ProblemError(
    409,
    'Saved meanwhile elsewhere',
    'This formula was saved from another place since you opened it. Nothing was overwritten; choose which version goes on.',
    {
      current: result.stored,
    },
  );
}

/** Formulas and their immutable tries. */
export function formulaRoutes(larderStore: LarderStore, now: () => string): Router {
  const router = Router();
  const { db } = larderStore;
  router.get('/formulas', (request, response) => {
    const counting = countingQuerySchema.parse(request.query);
    response.set('Cache-Control', 'no-store').json(listFormulas(db).map((row) => shelfEntry(row, larderStore, counting)));
  });
  router.post('/formulas', (request, response) => {
    const save = saveSchema.parse(request.body);
    const stored = savedOr(createFormula(db, save.formulaId ?? randomUUID(), save, now()));
    larderStore.takeUp(foodsUsed(save.worksheet));
    response.location(`/api/formulas/${stored.id}`);
    sendStored(response, stored, 201);
  });
  router.get('/formulas/:id', (request, response) => {
    const stored = readFormula(db, request.params.id);
    if (!stored) throw missing();
    sendStored(response, stored);
  });
  router.get('/formulas/:id/tries/:tryId', (request, response) => {
    const stored = readFormula(db, request.params.id, request.params.tryId);
    if (!stored) throw missing();
    sendStored(response, stored);
  });
  router.put('/formulas/:id/tries/:tryId/name', (request, response) => {
    const { label } = labelSchema.parse(request.body);
    const stored = nameTry(db, request.params.id, request.params.tryId, label, now());
    if (!stored) throw missing();
    sendStored(response, stored);
  });
  router.put('/formulas/:id', (request, response) => {
    const known = knownHead(request);
    const save = saveSchema.parse(request.body);
    const stored = savedOr(saveTry(db, request.params.id, known, save, now()));
    larderStore.takeUp(foodsUsed(save.worksheet));
    sendStored(response, stored);
  });
  router.delete('/formulas/:id', (request, response) => {
    if (!deleteFormula(db, request.params.id, now())) throw missing();
    response.status(204).end();
  });
  router.post('/formulas/:id/restore', (request, response) => {
    if (!restoreFormula(db, request.params.id)) throw missing();
    response.status(204).end();
  });
  router.get('/formulas/:id/recipe.jsonld', (request, response) => {
    const stored = readFormula(db, request.params.id);
    if (!stored) throw missing();
    const { original, rebuild } = stored.worksheet;
    response
      .type('application/ld+json')
      .set('Content-Disposition', `attachment; filename="${fileName(rebuild.title)}"`)
      .send(writeRecipeJsonLd(rebuild, larderStore.larder, original, classOf(rebuild, larderStore.contents)?.loss));
  });
  return router;
}
