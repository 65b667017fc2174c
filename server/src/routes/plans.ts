import { newPlanSchema, planChangeSchema, type StoredPlan } from '@fellmist/contract';
import { type Vessel } from '@fellmist/core/bake';
import { Router } from 'express';
import { calendarOf } from '../exports/calendar';
import { ProblemError } from '../http/problem';
import { type LarderStore } from '../store/larderStore';
import { askOfPlan } from '../store/planAsk';
import { changePlan, markPlan, putPlan, readPlan, readPlans } from '../store/plans';

function missing(): ProblemError {
  return new ProblemError(404, 'No such plan', 'That plan is not on the list. It may have been taken off in another tab.');
}

function there<T>(found: T | undefined): T {
  if (found === undefined) throw missing();
  return found;
}

/** Plans of a day: changed part by part, so that two phones on one plan do not write over each other. */
export function planRoutes(larderStore: LarderStore, shipped: readonly Vessel[], now: () => string): Router {
  const { db } = larderStore;
  const router = Router();
  const open = (id: string): StoredPlan => there(readPlan(db, id, now()));
  router.get('/plans', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(readPlans(db));
  });
  router.post('/plans', (request, response) => {
    const { id, plan } = newPlanSchema.parse(request.body);
    response.status(201).json(there(putPlan(db, id, plan, now())));
  });
  router.get('/plans/:id', (request, response) => {
    response.set('Cache-Control', 'no-store').json(open(request.params.id));
  });
  router.patch('/plans/:id', (request, response) => {
    response.json(there(changePlan(db, request.params.id, planChangeSchema.parse(request.body), now())));
  });
  router.delete('/plans/:id', (request, response) => {
    open(request.params.id);
    markPlan(db, request.params.id, now());
    response.status(204).end();
  });
  router.post('/plans/:id/restore', (request, response) => {
    if (!markPlan(db, request.params.id, null)) throw missing();
    response.status(204).end();
  });
  router.get('/plans/:id/plan.ics', (request, response) => {
    const stored = open(request.params.id);
    response
      .type('text/calendar')
      .set('Content-Disposition', `attachment; filename="plan-${stored.id}.ics"`)
      .send(calendarOf(stored, askOfPlan(larderStore, shipped, stored, now()), now()));
  });
  return router;
}
