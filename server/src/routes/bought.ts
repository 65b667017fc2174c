import { boughtSchema } from '@fellmist/contract';
import { Router } from 'express';
import { ProblemError } from '../http/problem';
import { markBought, readBought, saveBought } from '../store/bought';
import { type LarderStore } from '../store/larderStore';
import { knownVersion } from './larder';

const missing = (): ProblemError => new ProblemError(404, 'No such treat', 'That bought treat is not there. It may have been removed in another tab.');

/** Treats known by their label, to compare with. */
export function boughtRoutes({ db }: LarderStore, now: () => string): Router {
  const router = Router();
  router.get('/bought', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(readBought(db));
  });
  router.put('/bought/:id', (request, response) => {
    const version = knownVersion(request);
    const bought = boughtSchema.parse(request.body);
    if (bought.id !== request.params.id) throw new ProblemError(422, 'Two ids', 'The id in the address and the one in the body differ.', { field: 'id' });
    const result = saveBought(db, bought, version, now());
    if (result.kind === 'missing') throw missing();
    if (result.kind === 'stale') throw new ProblemError(409, 'Saved meanwhile elsewhere', 'This treat was saved from another place since you opened it. Nothing was overwritten.');
    response.set('ETag', `"${result.stored.version}"`).json(result.stored);
  });
  router.delete('/bought/:id', (request, response) => {
    if (!markBought(db, request.params.id, now())) throw missing();
    response.status(204).end();
  });
  router.post('/bought/:id/restore', (request, response) => {
    if (!markBought(db, request.params.id, null)) throw missing();
    response.status(204).end();
  });
  return router;
}
