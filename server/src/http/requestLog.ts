import { type RequestHandler } from 'express';
import { type Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** A line for each request, without what was asked for or sent: a query or body may hold a recipe, a header a session. */
export function requestLog(log: Logger): RequestHandler {
  return pinoHttp({
    logger: log,
    customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : response.statusCode >= 400 ? 'info' : 'debug'),
    serializers: {
      req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, path: url.split('?')[0] }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
  }) as RequestHandler;
}
