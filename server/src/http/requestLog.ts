import { type RequestHandler } from 'express';
import { type Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** A line for each request, without what was asked for or sent: a query or body may hold a recipe, a header a session. */
export function requestLog(log: Logger): RequestHandler {
  return pinoHttp({
    logger: log,
    // Who was let in, and what was refused, is always written down.
    customLogLevel: (request, response, error) => {
      if (error || response.statusCode >= 500) return 'error';
      return response.statusCode >= 400 || request.url?.startsWith('/api/session') ? 'info' : 'debug';
    },
    serializers: {
      req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, path: url.split('?')[0] }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
  }) as RequestHandler;
}
