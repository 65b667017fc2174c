import { type Problem } from '@fellmist/contract';
import { type ErrorRequestHandler, type RequestHandler, type Response } from 'express';
import { ZodError } from 'zod';
import { UnreadableFormula } from '../store/formulas';
import { StoreFault, type Trouble, troubleOf } from '../store/storeFault';

/** An answer other than success, thrown anywhere in a route. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Omit<Problem, 'type' | 'title' | 'status' | 'detail'> = {},
  ) {
    super(detail);
  }
}

function send(response: Response, problem: Problem): void {
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
}

function fromZod(error: ZodError): Problem {
  const issue = error.issues[0];
  const field = issue?.path.map(String).join('.') ?? '';
  return { type: 'about:blank', title: 'Something in the request is not as it should be', status: 422, detail: `${field || 'The body'}: ${issue?.message ?? 'unreadable'}`, field };
}

function fromBodyParser(error: { type?: unknown; status?: unknown; limit?: unknown }): Problem | undefined {
  if (error.type === 'entity.too.large')
    return {
      type: 'about:blank',
      title: 'Too large',
      status: 413,
      detail: `That is larger than Fellmist takes here (${Math.round(Number(error.limit) / 2 ** 20)} MB); nothing was saved.`,
    };
  if (error.type === 'entity.parse.failed') return { type: 'about:blank', title: 'Not JSON', status: 400, detail: 'The body cannot be read as JSON; nothing was saved.' };
  if (typeof error.status === 'number' && error.status >= 400 && error.status < 500)
    return { type: 'about:blank', title: 'Bad request', status: error.status, detail: 'The request cannot be read; nothing was saved.' };
  return undefined;
}

export const noSuchRoute: RequestHandler = (request) => {
  throw new ProblemError(404, 'Not found', `There is nothing at ${request.baseUrl}${request.path.slice(0, 200)}.`);
};

/** Troubles of the disk under a request that is no fault of its own. */
const TROUBLES: Readonly<Record<Trouble, { readonly status: number; readonly title: string; readonly detail: string }>> = {
  full: { status: 507, title: 'The disk is full', detail: 'The disk is full; nothing was saved, and nothing that was saved is lost. Make room and try again.' },
  'may not': { status: 503, title: 'The folder cannot be written', detail: 'Fellmist may no longer write in its folder; nothing was saved. Give it the right to and try again.' },
  'no folder': { status: 503, title: 'The folder is gone', detail: 'A folder that Fellmist writes in is not there any more; nothing was saved. Bring it back and try again.' },
  busy: { status: 503, title: 'The household is held', detail: 'Another program holds the household’s file; nothing was saved. Try again in a moment.' },
  damaged: {
    status: 500,
    title: 'The household’s file is damaged',
    detail: 'The household’s file is damaged; nothing was saved. Stop Fellmist, start it again and follow what it says.',
  },
  failing: { status: 503, title: 'The disk fails', detail: 'The disk answers with errors; nothing was saved. Copy the household’s folder to another disk before anything else.' },
};

/** Turns every error into problem details (RFC 9457). */
export const answerProblems: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  if (error instanceof ProblemError) {
    send(response, { type: 'about:blank', title: error.title, status: error.status, detail: error.detail, ...error.extra });
    return;
  }
  if (error instanceof ZodError) {
    send(response, fromZod(error));
    return;
  }
  if (error instanceof UnreadableFormula) {
    send(response, { type: 'about:blank', title: 'Cannot be opened', status: 422, detail: error.message });
    return;
  }
  if (error instanceof StoreFault) {
    send(response, { type: 'about:blank', title: 'That cannot be done', status: 422, detail: error.message });
    return;
  }
  const trouble = troubleOf(error);
  if (trouble) {
    request.log?.error(error);
    send(response, { type: 'about:blank', ...TROUBLES[trouble] });
    return;
  }
  const known = typeof error === 'object' && error !== null ? fromBodyParser(error) : undefined;
  if (known) {
    send(response, known);
    return;
  }
  request.log?.error(error);
  send(response, { type: 'about:blank', title: 'Fellmist failed', status: 500, detail: 'Something went wrong in Fellmist itself; nothing was saved. Try again.' });
};
