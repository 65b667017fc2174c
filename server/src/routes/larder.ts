import { foodQuerySchema, type MatchedFoods, matchSchema, packSchema, stockSchema, type StoredPack } from '@fellmist/contract';
import { type Food, indexFoods, LIKELY, matchFood } from '@fellmist/core';
import { type Request, type Response, Router } from 'express';
import { ProblemError } from '../http/problem';
import { readFood } from '../store/foods';
import { type LarderStore } from '../store/larderStore';
import { packHistory, readPack } from '../store/packs';

function missing(what: string): ProblemError {
  return new ProblemError(404, `No such ${what}`, `That ${what} is not in the larder. It may have been removed in another tab.`);
}

/** The version in If-Match; 0 where the request says with If-None-Match: * that nothing should be there. */
export function knownVersion(request: Request): number {
  if (request.get('If-None-Match') === '*') return 0;
  const match = /^"(\d{1,9})"$/.exec(request.get('If-Match') ?? '');
  if (!match?.[1]) throw new ProblemError(428, 'If-Match is missing', 'A save must say which version it is based on, in an If-Match header.');
  return Number(match[1]);
}

function sendPack(response: Response, stored: StoredPack): void {
  response.set('ETag', `"${stored.version}"`).set('Cache-Control', 'no-store').json(stored);
}

/** The food that a name may mean, of all that are listed and not only of those at hand. */
function foodNamed(name: string, larderStore: LarderStore): Food | undefined {
  const page = larderStore.search(foodQuerySchema.parse({ q: name.slice(0, 120), limit: 12 }));
  const foods = page.rows.flatMap(({ id }) => readFood(larderStore.db, id)?.food ?? []);
  const best = matchFood(name, indexFoods(foods))[0];
  return best && best.score >= LIKELY ? foods.find(({ id }) => id === best.foodId) : undefined;
}

/** The larder: what the browser computes with, the list of foods and packs, packs and stock. */
export function larderRoutes(larderStore: LarderStore): Router {
  const router = Router();
  router.get('/larder', (_request, response) => {
    response.set('Cache-Control', 'no-cache').json(larderStore.contents);
  });
  router.get('/foods', (request, response) => {
    // Written straight out: a tag over the whole page would take longer than the search.
    response
      .set('Cache-Control', 'no-store')
      .type('json')
      .end(JSON.stringify(larderStore.search(foodQuerySchema.parse(request.query))));
  });
  router.post('/foods/match', (request, response) => {
    const { names } = matchSchema.parse(request.body);
    const found = names.flatMap((name) => foodNamed(name, larderStore) ?? []);
    const matched: MatchedFoods = { foods: [...new Map(found.map((food) => [food.id, food])).values()] };
    response.json(matched);
  });
  router.get('/foods/:id', (request, response) => {
    const found = readFood(larderStore.db, request.params.id);
    if (!found) throw missing('food');
    response.set('Cache-Control', 'no-store').json(found.food);
  });
  router.get('/packs/:id', (request, response) => {
    const stored = readPack(larderStore.db, request.params.id);
    if (!stored) throw missing('pack');
    sendPack(response, stored);
  });
  router.put('/packs/:id', (request, response) => {
    const version = knownVersion(request);
    const pack = packSchema.parse(request.body);
    if (pack.id !== request.params.id) throw new ProblemError(422, 'Two ids', 'The id in the address and the one in the body differ.', { field: 'id' });
    const result = larderStore.savePack(pack, version);
    if (!result) throw new ProblemError(422, 'No such kind', 'The kind of food is not in the larder; choose another.', { field: 'kindId' });
    if (result.kind === 'missing') throw missing('pack');
    if (result.kind === 'stale') {
      throw new ProblemError(409, 'Saved meanwhile elsewhere', 'This pack was saved from another place since you opened it. Nothing was overwritten.', {
        currentPack: result.stored,
      });
    }
    sendPack(response, result.stored);
  });
  router.get('/packs/:id/history', (request, response) => {
    response.set('Cache-Control', 'no-store').json(packHistory(larderStore.db, request.params.id));
  });
  router.delete('/packs/:id', (request, response) => {
    if (!larderStore.deletePack(request.params.id)) throw missing('pack');
    response.status(204).end();
  });
  router.post('/packs/:id/restore', (request, response) => {
    if (!larderStore.restorePack(request.params.id)) throw missing('pack');
    response.status(204).end();
  });
  router.put('/stock/:id', (request, response) => {
    const item = stockSchema.parse(request.body);
    if (item.id !== request.params.id) throw new ProblemError(422, 'Two ids', 'The id in the address and the one in the body differ.', { field: 'id' });
    if (larderStore.kindIdOf(item.foodId) === undefined) throw new ProblemError(422, 'No such food', 'That food is not in the larder; choose another.', { field: 'foodId' });
    const result = larderStore.saveStock(item, knownVersion(request));
    if (result.kind === 'missing') throw missing('stock');
    if (result.kind === 'stale') {
      throw new ProblemError(409, 'Changed meanwhile elsewhere', 'What is left of this was changed from another place since you saw it. Nothing was overwritten.', {
        currentStock: result.stored,
      });
    }
    response.set('ETag', `"${result.stored.version}"`).json(result.stored);
  });
  router.delete('/stock/:id', (request, response) => {
    if (!larderStore.deleteStock(request.params.id)) throw missing('stock');
    response.status(204).end();
  });
  return router;
}
