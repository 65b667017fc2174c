import { formulasQuerySchema, readRecipesQuerySchema, type RecipesTaken, takeRecipesSchema, undoTakeSchema } from '@fellmist/contract';
import express, { type Request, type Response, Router } from 'express';
import { formulasWritten, manyJsonLd, manyMarkdown, printedBook, type Written } from '../exports/recipes';
import { bakesCsv, formulasCsv, stockCsv, triesCsv } from '../exports/tables';
import { ProblemError } from '../http/problem';
import { type ReadRecipes, readRecipes, takeRecipes } from '../imports/recipes';
import { deleteFormula } from '../store/formulas';
import { type LarderStore } from '../store/larderStore';

/** Larger files of recipes are refused before they are read. */
const MOST_BYTES = '24mb';
/** Read files that wait to be taken in; the oldest gives way. */
const MOST_WAITING = 4;

/** Recipes in from a file of many, before the JSON reader: a file may be anything. */
export function recipeFileRoutes(larderStore: LarderStore, now: () => string): Router {
  const router = Router();
  const waiting = new Map<string, ReadRecipes>();
  router.post('/recipes', express.raw({ type: () => true, limit: MOST_BYTES }), async (request, response) => {
    const { name } = readRecipesQuerySchema.parse(request.query);
    if (!Buffer.isBuffer(request.body) || request.body.length === 0) throw new ProblemError(422, 'The file is empty', 'The file is empty; choose another.');
    const read = await readRecipes(request.body, name, larderStore);
    const oldest = waiting.size >= MOST_WAITING ? waiting.keys().next().value : undefined;
    if (oldest !== undefined) waiting.delete(oldest);
    waiting.set(read.answer.id, read);
    response.status(201).json(read.answer);
  });
  router.post('/recipes/:id/take', express.json(), (request, response) => {
    const { which } = takeRecipesSchema.parse(request.body);
    const read = waiting.get(request.params.id);
    if (!read) throw new ProblemError(404, 'No such file', 'That file is no longer there; choose it again. Nothing was put on the shelf.');
    waiting.delete(request.params.id);
    response.json({ ids: takeRecipes(read, which, larderStore, now) } satisfies RecipesTaken);
  });
  router.post('/recipes/undo', express.json(), (request, response) => {
    const { ids } = undoTakeSchema.parse(request.body);
    larderStore.db.transaction(() => {
      for (const id of ids) deleteFormula(larderStore.db, id, now());
    })();
    response.status(204).end();
  });
  return router;
}

/** Formulas, tries, bakes and stock out, in open formats. */
export function exchangeRoutes(larderStore: LarderStore): Router {
  const router = Router();
  const written = (request: Request): readonly Written[] => formulasWritten(larderStore, formulasQuerySchema.parse(request.query).ids);
  const file = (response: Response, type: string, name: string, text: string): void => {
    response.type(type).set('Cache-Control', 'no-store').set('Content-Disposition', `attachment; filename="fellmist-${name}"`).send(text);
  };
  router.get('/formulas.jsonld', (request, response) => file(response, 'application/ld+json', 'formulas.jsonld', manyJsonLd(written(request), larderStore)));
  router.get('/formulas.md', (request, response) => file(response, 'text/markdown', 'formulas.md', manyMarkdown(written(request))));
  router.get('/formulas.csv', (request, response) => file(response, 'text/csv', 'formulas.csv', formulasCsv(written(request), larderStore)));
  router.get('/tries.csv', (request, response) => file(response, 'text/csv', 'tries.csv', triesCsv(written(request), larderStore)));
  router.get('/bakes.csv', (_request, response) => file(response, 'text/csv', 'bakes.csv', bakesCsv(larderStore)));
  router.get('/stock.csv', (_request, response) => file(response, 'text/csv', 'stock.csv', stockCsv(larderStore)));
  router.get('/formulas.html', (request, response) => {
    response
      .type('html')
      .set('Cache-Control', 'no-store')
      .send(printedBook(written(request), larderStore, String(response.locals['nonce'])));
  });
  return router;
}
