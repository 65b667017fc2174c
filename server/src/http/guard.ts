import { type RequestHandler } from 'express';
import { ProblemError } from './problem';

const LOCAL = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/i;

/** Only this machine's own names may be asked for, and only Fellmist's own pages may change anything. */
export const guardHostAndOrigin: RequestHandler = (request, _response, next) => {
  const host = request.headers.host ?? '';
  if (!LOCAL.test(host)) throw new ProblemError(403, 'Not this host', 'Fellmist answers only on this machine. Open it as localhost.');
  const origin = request.headers.origin;
  if (origin !== undefined && origin !== `http://${host}`) throw new ProblemError(403, 'Not this origin', 'The request comes from another site and was refused.');
  next();
};
