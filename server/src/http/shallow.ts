import { type RequestHandler } from 'express';
import { ProblemError } from './problem';

/** No document of Fellmist's lies deeper than a dozen; what does was made to break a reader. */
const DEEPEST = 40;

function isDeeper(body: unknown): boolean {
  let level: readonly unknown[] = [body];
  for (let depth = 0; depth <= DEEPEST; depth++) {
    level = level.flatMap((one) => (typeof one === 'object' && one !== null ? Object.values(one) : []));
    if (level.length === 0) return false;
  }
  return true;
}

/** Refuses JSON that is nested deeper than anything that can be saved, level by level, so that no depth can exhaust it. */
export const shallow: RequestHandler = (request, _response, next) => {
  if (isDeeper(request.body)) throw new ProblemError(422, 'Nested too deep', `The body is nested deeper than ${DEEPEST} levels; nothing was saved.`);
  next();
};
