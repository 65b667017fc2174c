import { type Request, type RequestHandler } from 'express';
import { type Share } from '../share/share';
import { ProblemError } from './problem';

const HERE = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/i;
const LOOPBACK = /^(?:::1|(?:::ffff:)?127(?:\.\d{1,3}){3})$/;
const FORWARDED = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-real-ip', 'via'] as const;

/** The name of the cookie that a device carries. */
export const CARRIED = 'fellmist_device';

/** What a device carries in its cookie. */
export function tokenOf(request: Request): string | undefined {
  return (request.headers.cookie ?? '')
    .split(';')
    .map((one) => one.trim().split('='))
    .find(([name]) => name === CARRIED)?.[1];
}

/** Whether a request comes from another device: through an address of the network, or through a proxy of whatever kind. */
export function isFar(request: Request, share?: Share): boolean {
  const isThrough = FORWARDED.some((name) => request.headers[name] !== undefined) || (share?.origin !== undefined && new URL(share.origin).host === request.headers.host);
  return isThrough || !LOOPBACK.test(request.socket.localAddress ?? '');
}

/** Only Fellmist's own names may be asked for, and only its own pages may change anything (against DNS rebinding and forged requests). */
export function guardHostAndOrigin(share?: Share): RequestHandler {
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    const { origin } = request.headers;
    const far = isFar(request, share);
    const isNamed =
      far && share?.isOn ? share.hosts().includes(host.toLowerCase()) || (share.origin !== undefined && new URL(share.origin).host === host) : !far && HERE.test(host);
    if (!isNamed) throw new ProblemError(403, 'Not this host', 'Fellmist answers only on this machine. Open it as localhost.');
    const own = far && share?.origin !== undefined && new URL(share.origin).host === host ? share.origin : `http://${host}`;
    if (origin !== undefined && origin !== own) throw new ProblemError(403, 'Not this origin', 'The request comes from another site and was refused.');
    if (request.headers['sec-fetch-site'] === 'cross-site' && request.headers['sec-fetch-mode'] !== 'navigate')
      throw new ProblemError(403, 'Not this origin', 'The request comes from another site and was refused.');
    next();
  };
}

/** Nothing of the household is told to another device that has not given the passphrase. */
export function letIn(share?: Share): RequestHandler {
  return (request, _response, next) => {
    if (!isFar(request, share) || share?.isIn(tokenOf(request))) next();
    else
      throw new ProblemError(
        401,
        'Not let in',
        'This device is not let in, or was sent away. Reload the page and give the household’s passphrase; what you typed stays on this device.',
      );
  };
}

/** What only the machine itself may do. */
export function onlyHere(share?: Share): RequestHandler {
  return (request, _response, next) => {
    if (isFar(request, share)) throw new ProblemError(403, 'Only on the machine itself', 'That can only be done on the machine that Fellmist runs on.');
    next();
  };
}
