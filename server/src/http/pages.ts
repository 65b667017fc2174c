import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type RequestHandler, Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { type Share } from '../share/share';
import { isFar, tokenOf } from './guard';
import { signInPage } from './signIn';

/** A fresh nonce for each page, so that only Fellmist's own styles run. */
export const giveNonce: RequestHandler = (_request, response, next) => {
  response.locals['nonce'] = randomBytes(16).toString('base64');
  next();
};

export const secureHeaders: RequestHandler = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      // The solver of amounts is WebAssembly.
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", (_request, response) => `'nonce-${String((response as unknown as { locals: Record<string, unknown> }).locals['nonce'])}'`],
      styleSrcAttr: ["'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'self'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  // A form of Fellmist's own has to say where it comes from; other sites are told nothing.
  referrerPolicy: { policy: 'same-origin' },
  strictTransportSecurity: false,
});

/** A device that is not let in sees the page that asks it for the passphrase, whatever place it asked for. */
export function askAtTheDoor(share: Share): RequestHandler {
  return (request, response, next) => {
    const isPage = request.method === 'GET' && !/\.\w+$/.test(request.path);
    if (!isPage || !isFar(request, share) || share.isIn(tokenOf(request))) next();
    else
      response
        .status(401)
        .set('Cache-Control', 'no-store')
        .type('html')
        .send(signInPage(String(response.locals['nonce'])));
  };
}

/** The built web application: hashed files for ever, index.html with the nonce for every other path. */
export function pages(webRoot: string): Router {
  const router = Router();
  const indexFile = join(webRoot, 'index.html');
  const index = existsSync(indexFile) ? readFileSync(indexFile, 'utf8') : undefined;
  router.use(
    // Files are compressed when they are built, not each time they are asked for.
    expressStaticGzip(webRoot, {
      index: false,
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: {
        setHeaders: (response, path) => {
          response.setHeader('Cache-Control', /-[A-Z0-9]{8}\.\w+(?:\.(?:br|gz))?$/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  router.get(/^\/(?!api\/).*/, (_request, response, next) => {
    if (!index) {
      next();
      return;
    }
    response
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(index.replaceAll('%NONCE%', String(response.locals['nonce'])));
  });
  return router;
}
