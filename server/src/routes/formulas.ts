import { randomUUID } from 'node:crypto';
import { labelSchema, saveSchema, shelfQuerySchema, type StoredFormula } from '@fellmist/contract';
import { allLines, classOf, type Worksheet, writeRecipeJsonLd } from '@fellmist/core';
import { type Request, type Response, Router } from 'express';
import { ProblemError } from '../http/problem';
import { type LarderStore } from '../store/larderStore';
import { createFormula, deleteFormula, nameTry, readFormula, restoreFormula, saveTry, type SaveResult } from '../store/formulas';
import { type Shelf } from '../store/shelf';

function missing(): ProblemError {
  return new ProblemError(404, 'No such formula', 'That formula is not on the shelf. It may have been deleted in another tab.');
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
export function formulaRoutes(larderStore: LarderStore, shelf: Shelf, now: () => string): Router {
  const router = Router();
  const { db } = larderStore;
  /** What a saved sheet changes of what is known: its foods stay at hand, its readings teach. */
  const takeIn = (worksheet: Worksheet): void => {
    larderStore.takeUp(foodsUsed(worksheet));
    if (worksheet.rebuild.cold?.readings.length) larderStore.taught();
  };
  router.get('/formulas', (request, response) => {
    response.set('Cache-Control', 'no-store').json(shelf.page(shelfQuerySchema.parse(request.query)));
  });
  router.post('/formulas', (request, response) => {
    const save = saveSchema.parse(request.body);
    const stored = savedOr(createFormula(db, save.formulaId ?? randomUUID(), save, now()));
    takeIn(save.worksheet);
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
    takeIn(save.worksheet);
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
