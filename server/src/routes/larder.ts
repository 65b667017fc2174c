import { Router } from 'express';
import { type Store } from '../store/database';
import { readLarder } from '../store/larder';

/** GET /larder: foods, swap rules and cautions, with Express's own ETag so that a browser asks once. */
export function larderRoutes(db: Store): Router {
  const router = Router();
  router.get('/larder', (_request, response) => {
    response.set('Cache-Control', 'no-cache').json(readLarder(db));
  });
  return router;
}
