import { weekQuerySchema } from '@fellmist/contract';
import { Router } from 'express';
import { type LarderStore } from '../store/larderStore';
import { weekPage } from '../store/week';

/** What is planned, baked and eaten in a week, wherever its days begin. */
export function weekRoutes(larderStore: LarderStore, now: () => string): Router {
  const router = Router();
  router.get('/week', (request, response) => {
    const { from, to } = weekQuerySchema.parse(request.query);
    response.set('Cache-Control', 'no-store').json(weekPage(larderStore, from, to, now()));
  });
  return router;
}
