import { stockLarder } from '@fellmist/core';
import compression from 'compression';
import express, { type Express } from 'express';
import { type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { guardHostAndOrigin } from './http/guard';
import { giveNonce, pages, secureHeaders } from './http/pages';
import { answerProblems, noSuchRoute } from './http/problem';
import { formulaRoutes } from './routes/formulas';
import { larderRoutes } from './routes/larder';
import { type Store } from './store/database';
import { readLarder } from './store/larder';

export interface AppParts {
  readonly db: Store;
  readonly webRoot: string;
  readonly log: Logger;
  readonly now: () => string;
}

/** The Express application from its parts; it listens to nothing by itself. */
export function buildApp({ db, webRoot, log, now }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: false }));
  app.use(guardHostAndOrigin, giveNonce, secureHeaders, compression());
  const larder = stockLarder(readLarder(db).foods);
  const api = express.Router();
  api.use(express.json({ limit: '2mb' }));
  api.get('/health', (_request, response) => {
    response.json({ ok: true });
  });
  api.use(larderRoutes(db), formulaRoutes(db, larder, now), noSuchRoute);
  app.use('/api', api);
  app.use(pages(webRoot));
  app.use(noSuchRoute);
  app.use(answerProblems);
  return app;
}
