import {
  BAKES_AT_A_TIME,
  bakeEventSchema,
  bakeEventsSchema,
  eatSchema,
  type StoredBake,
  timerActSchema,
  type TimersAnswer,
  type ToldAnswer,
  uneatSchema,
  vesselSchema,
} from '@fellmist/contract';
import { writeRecipeJsonLd } from '@fellmist/core';
import { type BakeAct, type BakeEvent, type BakeKind, nextTurn, type Vessel } from '@fellmist/core/bake';
import { type Request, Router } from 'express';
import * as z from 'zod';
import { ProblemError } from '../http/problem';
import { openStream } from '../http/stream';
import { giveBack, stockTaken, takeFromStock } from '../store/bakeStock';
import { beginBake, markBake, readBake, readBakes, readEvents, tellBake } from '../store/bakes';
import { ovenLog, runningTimers } from '../store/clockwork';
import { intoFor } from '../store/firstChoices';
import { eatersOfLate, tastersOfLast } from '../store/eaters';
import { foldedBake } from '../store/foldedBake';
import { type LarderStore } from '../store/larderStore';
import { keptPortions } from '../store/kept';
import { deleteVessel, putVessel, readVessels } from '../store/vessels';

const beginSchema = z.strictObject({ id: z.uuid(), planned: bakeEventSchema });
/** The list of bakes is asked for so many at a time. */
const pageSchema = z.strictObject({ limit: z.coerce.number().int().min(1).max(1000).default(BAKES_AT_A_TIME), offset: z.coerce.number().int().min(0).max(1e7).default(0) });
const sinceSchema = z.strictObject({ since: z.coerce.number().int().min(0).max(1e9).default(0) });

function missing(): ProblemError {
  return new ProblemError(404, 'No such bake', 'That bake is not on the list. It may have been taken off in another tab.');
}

/** After these a bake teaches something else of the kitchen than before. */
const TEACHES: ReadonlySet<BakeKind> = new Set(['finished', 'tasted', 'yield weighed', 'undone']);

/** Bakes: lists of events that only grow, told to every page that has one open. */
export function bakeRoutes(larderStore: LarderStore, shipped: readonly Vessel[], now: () => string): Router {
  const router = Router();
  const { db } = larderStore;
  const watchers = new Map<string, Set<() => void>>();
  const since = (request: Request): number => sinceSchema.parse(request.query).since;
  const open = (id: string): StoredBake => {
    const stored = readBake(db, id);
    if (!stored) throw missing();
    return stored;
  };
  const withEaters = (stored: StoredBake): StoredBake => ({ ...stored, eaters: eatersOfLate(db), tasters: tastersOfLast(db) });

  router.get('/bakes', (request, response) => {
    const { limit, offset } = pageSchema.parse(request.query);
    response.set('Cache-Control', 'no-store').json(readBakes(db, limit, offset));
  });
  router.post('/bakes', (request, response) => {
    const { id, planned } = beginSchema.parse(request.body);
    if (planned.kind !== 'planned') throw new ProblemError(422, 'Not a beginning', 'A bake begins with what it bakes.', { field: 'planned.kind' });
    const into = planned.into ?? intoFor(db, planned.formulaId, planned.tryId, shipped);
    const stored = beginBake(db, id, { ...planned, ...(into && { into }) }, now());
    if (!stored) throw new ProblemError(404, 'No such try', 'That try is not on the shelf; open the formula and begin from there.');
    response.status(201).json(withEaters(stored));
  });
  router.get('/bakes/:id', (request, response) => {
    response.set('Cache-Control', 'no-store').json(withEaters(open(request.params.id)));
  });
  router.post('/bakes/:id/events', (request, response) => {
    const { id } = request.params;
    const told = bakeEventsSchema.parse(request.body);
    if (!tellBake(db, id, told, now())) throw missing();
    if (told.some(({ kind }) => TEACHES.has(kind))) larderStore.taught();
    const answer: ToldAnswer = { events: readEvents(db, id, since(request)).events };
    response.json(answer);
    for (const hear of watchers.get(id) ?? []) hear();
  });
  router.get('/bakes/:id/stream', (request, response) => {
    const { id } = request.params;
    open(id);
    let told = Math.max(since(request), Number(request.get('Last-Event-ID') ?? 0) || 0);
    const hearers = watchers.get(id) ?? new Set();
    watchers.set(id, hearers);
    const hear = (): void => {
      for (const stored of readEvents(db, id, told).events) {
        told = stored.place;
        tell(stored, stored.place);
      }
    };
    const tell = openStream(request, response, () => {
      hearers.delete(hear);
      if (hearers.size === 0) watchers.delete(id);
    });
    hearers.add(hear);
    hear();
  });
  router.delete('/bakes/:id', (request, response) => {
    open(request.params.id);
    markBake(db, request.params.id, now());
    larderStore.taught();
    response.status(204).end();
  });
  router.post('/bakes/:id/restore', (request, response) => {
    if (!markBake(db, request.params.id, null)) throw missing();
    larderStore.taught();
    response.status(204).end();
  });

  router.get('/bakes/:id/stock', (request, response) => {
    open(request.params.id);
    response.set('Cache-Control', 'no-store').json(stockTaken(larderStore, request.params.id) ?? null);
  });
  router.post('/bakes/:id/stock', (request, response) => {
    const taken = takeFromStock(larderStore, request.params.id, larderStore.contents.settings.settings, now());
    if (!taken) throw missing();
    response.json(taken);
  });
  router.delete('/bakes/:id/stock', (request, response) => {
    open(request.params.id);
    giveBack(larderStore, request.params.id);
    response.status(204).end();
  });

  router.get('/bakes/:id/bake.json', (request, response) => {
    const stored = open(request.params.id);
    response.set('Content-Disposition', `attachment; filename="bake-${stored.id}.json"`).json({ format: 'fellmist-bake', schema: 1, ...stored });
  });
  router.get('/bakes/:id/recipe.jsonld', (request, response) => {
    const stored = open(request.params.id);
    const { larder, contents } = larderStore;
    const { real } = foldedBake(stored, larder, contents.settings.settings);
    response.type('application/ld+json').set('Content-Disposition', `attachment; filename="bake-${stored.id}.jsonld"`).send(writeRecipeJsonLd(real, larder));
  });

  /** What another place tells of a bake that it has not open: its turn comes after all that the server knows. */
  const tellNext = (id: string, act: BakeAct, eventId: string, agoS = 0): void => {
    const { events } = open(id);
    const at = new Date(Date.parse(now()) - agoS * 1000).toISOString();
    const event: BakeEvent = { ...act, id: eventId, teller: 'list', turn: nextTurn(events.map((one) => one.event)), at };
    tellBake(db, id, [event], now());
    for (const hear of watchers.get(id) ?? []) hear();
  };
  router.post('/bakes/:id/eaten', (request, response) => {
    const { id, place, name } = eatSchema.parse(request.body);
    tellNext(request.params.id, { kind: 'eaten', place, portions: 1, ...(name === undefined ? {} : { name }) }, id);
    response.json(keptPortions(larderStore));
  });
  router.post('/bakes/:id/uneaten', (request, response) => {
    const { id, eventId } = uneatSchema.parse(request.body);
    tellNext(request.params.id, { kind: 'undone', eventId }, id);
    response.json(keptPortions(larderStore));
  });

  const timers = (): TimersAnswer => ({ now: now(), timers: runningTimers(db, now()) });
  router.get('/timers', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(timers());
  });
  router.post('/bakes/:id/timers', (request, response) => {
    const { id, act, agoS } = timerActSchema.parse(request.body);
    tellNext(request.params.id, act, id, agoS);
    response.json(timers());
  });
  router.get('/oven', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(ovenLog(larderStore));
  });

  router.get('/kept', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(keptPortions(larderStore));
  });
  router.get('/vessels', (_request, response) => {
    response.set('Cache-Control', 'no-store').json([...readVessels(db), ...shipped]);
  });
  router.put('/vessels/:id', (request, response) => {
    const vessel = vesselSchema.parse(request.body);
    if (vessel.id !== request.params.id) throw new ProblemError(422, 'Two ids', 'The vessel and its address say different ids.', { field: 'id' });
    if (shipped.some(({ id }) => id === vessel.id))
      throw new ProblemError(409, 'A shipped vessel', 'That one ships with Fellmist; save yours under a name of its own.', { field: 'id' });
    putVessel(db, vessel, now());
    response.json(vessel);
  });
  router.delete('/vessels/:id', (request, response) => {
    if (!deleteVessel(db, request.params.id)) throw new ProblemError(404, 'No such vessel', 'That vessel is none of the household’s own.');
    response.status(204).end();
  });
  return router;
}
