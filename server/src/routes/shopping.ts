import { shoppingQuerySchema, tickSchema } from '@fellmist/contract';
import { Router } from 'express';
import { shoppingCsv, shoppingText } from '../exports/shopping';
import { type LarderStore } from '../store/larderStore';
import { type OwnFormulas } from '../store/ownFormulas';
import { shoppingPage, tickEntry, useUpPage } from '../store/shopping';

/** The shopping list of the days to come, and what could be made with what should be used. */
export function shoppingRoutes(larderStore: LarderStore, own: OwnFormulas, now: () => string): Router {
  const router = Router();
  router.get('/shopping', (request, response) => {
    const { plans } = shoppingQuerySchema.parse(request.query);
    response.set('Cache-Control', 'no-store').json(shoppingPage(larderStore, now(), plans));
  });
  router.get(['/shopping.csv', '/shopping.txt'], (request, response) => {
    const { plans } = shoppingQuerySchema.parse(request.query);
    const page = shoppingPage(larderStore, now(), plans);
    const isTable = request.path.endsWith('.csv');
    response
      .type(isTable ? 'text/csv' : 'text/plain')
      .set('Content-Disposition', `attachment; filename="shopping.${isTable ? 'csv' : 'txt'}"`)
      .send(isTable ? shoppingCsv(page) : shoppingText(page));
  });
  router.put('/shopping/ticks', (request, response) => {
    tickEntry(larderStore.db, tickSchema.parse(request.body), now());
    response.status(204).end();
  });
  router.get('/use-up', async (_request, response) => {
    response.set('Cache-Control', 'no-store').json(await useUpPage(larderStore, own));
  });
  return router;
}
