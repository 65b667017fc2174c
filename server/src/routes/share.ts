import { qrSchema, sessionSchema, shareSchema } from '@fellmist/contract';
import express, { type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { renderSVG } from 'uqr';
import { CARRIED, isFar, onlyHere, tokenOf } from '../http/guard';
import { ProblemError } from '../http/problem';
import { signInPage } from '../http/signIn';
import { type Share } from '../share/share';

/** Wrong passphrases in a quarter of an hour: of one address, and of all together. */
const TRIES = { ofOne: 8, ofAll: 40, ms: 15 * 60_000 } as const;
/** A device stays let in for so long without being here, seconds. */
const CARRIED_S = 90 * 86_400;

function tooMany(_request: Request, response: Response): void {
  response
    .status(429)
    .type('html')
    .send(signInPage(String(response.locals['nonce']), 'Too many tries. Wait a quarter of an hour.'));
}

const limits = (most: number, key: (request: Request) => string) =>
  rateLimit({
    windowMs: TRIES.ms,
    limit: most,
    keyGenerator: key,
    skipSuccessfulRequests: true,
    requestWasSuccessful: (_request, response) => response.statusCode < 400,
    handler: tooMany,
    validate: false,
    legacyHeaders: false,
  });

/** Letting a device in and out: the only addresses that a device may ask for before it is in. */
export function sessionRoutes(share: Share): Router {
  const router = Router();
  router.post(
    '/session',
    limits(TRIES.ofAll, () => 'all'),
    limits(TRIES.ofOne, (request) => request.socket.remoteAddress ?? ''),
    express.urlencoded({ extended: false, limit: '4kb' }),
    async (request, response) => {
      const { passphrase, name } = sessionSchema.parse(request.body ?? {});
      const token = await share.enter(passphrase, name || 'a device without a name');
      if (token === undefined) {
        response
          .status(401)
          .type('html')
          .send(signInPage(String(response.locals['nonce']), 'That is not the passphrase.'));
        return;
      }
      const isSecure = share.origin?.startsWith('https:') && new URL(share.origin).host === request.headers.host;
      response.cookie(CARRIED, token, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: CARRIED_S * 1000, secure: Boolean(isSecure) });
      response.redirect(303, '/shelf');
    },
  );
  router.delete('/session', (request, response) => {
    const token = tokenOf(request);
    if (token !== undefined) share.sendAway({ token });
    response.clearCookie(CARRIED, { httpOnly: true, sameSite: 'strict', path: '/' }).status(204).end();
  });
  return router;
}

/** Who is let in: seen by every device that is, settled on the machine itself. */
export function shareRoutes(share: Share, changed: () => void): Router {
  const router = Router();
  router.get('/share', (request, response) => {
    const page = share.page(tokenOf(request));
    response.set('Cache-Control', 'no-store').json({ ...page, isHere: !isFar(request, share) });
  });
  router.put('/share', onlyHere(share), async (request, response) => {
    const { isOn, passphrase } = shareSchema.parse(request.body);
    if (isOn && passphrase === undefined && !share.page().hasPassphrase)
      throw new ProblemError(422, 'No passphrase', 'Choose a passphrase first: at least ten characters, four words are a good one.', { field: 'passphrase' });
    await share.settle(isOn, passphrase);
    changed();
    response.json({ ...share.page(), isHere: true });
  });
  router.delete('/share/devices/:id', onlyHere(share), (request, response) => {
    if (!share.sendAway({ id: String(request.params['id']) })) throw new ProblemError(404, 'No such device', 'That device is not let in any more.');
    response.json({ ...share.page(), isHere: true });
  });
  router.get('/share/qr.svg', onlyHere(share), (request, response) => {
    const address = share.page().addresses[qrSchema.parse(request.query).at];
    if (address === undefined) throw new ProblemError(404, 'Not shared', 'Fellmist is not shared, so there is no address to open.');
    response
      .type('image/svg+xml')
      .set('Cache-Control', 'no-store')
      .send(renderSVG(`${address}/`, { border: 2 }));
  });
  return router;
}
