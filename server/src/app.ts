import express, { type Express } from 'express';
import { type Logger } from 'pino';
import { type Copies } from './copies/copies';
import { guardHostAndOrigin, letIn, onlyHere } from './http/guard';
import { askAtTheDoor, giveNonce, pages, secureHeaders } from './http/pages';
import { answerProblems, noSuchRoute, ProblemError } from './http/problem';
import { requestLog } from './http/requestLog';
import { shallow } from './http/shallow';
import { type LabelLookup } from './devices/labelLookup';
import { type Vessel } from '@fellmist/core/bake';
import { type Probe } from './devices/probe';
import { type KitchenScale } from './devices/scale';
import { bakeRoutes } from './routes/bakes';
import { bookRoutes, tryPictureRoutes } from './routes/book';
import { boughtRoutes } from './routes/bought';
import { copyRoutes, uploadedCopyRoutes } from './routes/copies';
import { exchangeRoutes, recipeFileRoutes } from './routes/exchange';
import { deviceRoutes } from './routes/devices';
import { formulaRoutes } from './routes/formulas';
import { householdRoutes } from './routes/household';
import { importRoutes } from './routes/imports';
import { larderRoutes } from './routes/larder';
import { planRoutes } from './routes/plans';
import { sessionRoutes, shareRoutes } from './routes/share';
import { shoppingRoutes } from './routes/shopping';
import { weekRoutes } from './routes/week';
import { pictureRoutes } from './routes/pictures';
import { type Share } from './share/share';
import { appliedTo } from './store/database';
import { type LarderStore } from './store/larderStore';
import { Shelf } from './store/shelf';

export interface AppParts {
  readonly larderStore: LarderStore;
  /** Its shelf, where somebody has opened it already. */
  readonly shelf?: Shelf;
  /** None where the household lies in no file. */
  readonly copies?: Copies;
  /** Who of the home network is let in; nobody where it is not given. */
  readonly share?: { readonly share: Share; readonly changed: () => void };
  /** The version of Fellmist, as its package says it. */
  readonly version: string;
  /** The thread that reads tables; read in the server's own where there is none. */
  readonly tableWorker?: URL;
  readonly labels: LabelLookup;
  readonly scale: KitchenScale;
  readonly probe: Probe;
  readonly vessels: readonly Vessel[];
  readonly webRoot: string;
  readonly log: Logger;
  readonly now: () => string;
}

/** The Express application from its parts; it listens to nothing by itself. */
export function buildApp({
  larderStore,
  shelf = new Shelf(larderStore),
  copies,
  share: shared,
  version,
  tableWorker,
  labels,
  scale,
  probe,
  vessels,
  webRoot,
  log,
  now,
}: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(requestLog(log));
  const share = shared?.share;
  app.use(giveNonce, secureHeaders, guardHostAndOrigin(share));
  const api = express.Router();
  api.use((_request, _response, next) => {
    if (copies?.isRestoring) throw new ProblemError(503, 'Being restored', 'A copy is being restored; nothing was saved. Try again in a moment.');
    next();
  });
  if (share) api.use(sessionRoutes(share));
  api.use(letIn(share));
  api.get('/health', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ ok: true, version, household: appliedTo(larderStore.db).at(-1) ?? '' });
  });
  if (copies) api.use(['/copies/folder', '/copies/from-file', '/copies/restore'], onlyHere(share));
  if (copies) api.use(uploadedCopyRoutes(copies));
  api.use(importRoutes(larderStore, tableWorker), recipeFileRoutes(larderStore, now), pictureRoutes(larderStore.db, now), tryPictureRoutes(larderStore, now));
  api.use(express.json({ limit: '12mb' }), shallow);
  if (copies) api.use(copyRoutes(copies, version, now));
  if (shared) api.use(shareRoutes(shared.share, shared.changed));
  api.use(
    exchangeRoutes(larderStore),
    larderRoutes(larderStore),
    formulaRoutes(larderStore, shelf, now),
    householdRoutes(larderStore, now),
    bakeRoutes(larderStore, vessels, now),
    bookRoutes(larderStore, now),
    boughtRoutes(larderStore, now),
    shoppingRoutes(larderStore, shelf.own, now),
    weekRoutes(larderStore, now),
    planRoutes(larderStore, vessels, now),
    deviceRoutes(labels, scale, probe),
    noSuchRoute,
  );
  app.use('/api', api);
  if (share) app.use(askAtTheDoor(share));
  app.use(pages(webRoot));
  app.use(noSuchRoute);
  app.use(answerProblems);
  return app;
}
