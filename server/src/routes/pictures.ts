import express, { Router } from 'express';
import { ProblemError } from '../http/problem';
import { PICTURE_TYPES, putPicture, readPicture, removePicture } from '../store/pictures';
import { redrawn } from '../store/redraw';
import { type Store } from '../store/database';

function missing(): ProblemError {
  return new ProblemError(404, 'No such picture', 'That formula is not on the shelf, or it has no picture.');
}

/** How large a picture on the shelf is kept, in points of its longer side. */
const MOST_POINTS = 640;

/** The picture of a formula, as the shelf shows it. It is what its bytes say, whatever it was sent as, and drawn anew. */
export function pictureRoutes(db: Store, now: () => string): Router {
  const router = Router();
  router.get('/formulas/:id/picture', (request, response) => {
    const picture = readPicture(db, request.params.id);
    if (!picture) throw missing();
    // The address carries when it was put: another picture is another address.
    response.type(picture.type).set('Cache-Control', 'private, max-age=31536000, immutable').send(picture.bytes);
  });
  router.put('/formulas/:id/picture', express.raw({ type: [...PICTURE_TYPES], limit: '1mb' }), async (request, response) => {
    const sent: unknown = request.body;
    const bytes = Buffer.isBuffer(sent) ? await redrawn(sent, MOST_POINTS) : undefined;
    if (!bytes) throw new ProblemError(422, 'Not a picture', 'That is no JPEG, PNG or WebP picture that can be drawn; nothing was saved.');
    const at = now();
    if (!putPicture(db, request.params.id, bytes, at)) throw missing();
    response.json({ picturedAt: at });
  });
  router.delete('/formulas/:id/picture', (request, response) => {
    if (!removePicture(db, request.params.id)) throw missing();
    response.status(204).end();
  });
  return router;
}
