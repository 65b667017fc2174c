import { type LearnedAnswer, oddAnswerSchema, PICTURE_ALT, type StoredTasting, tastingSchema } from '@fellmist/contract';
import express, { Router } from 'express';
import * as z from 'zod';
import { bookCsv, tryMarkdown } from '../exports/book';
import { ProblemError } from '../http/problem';
import { formulaOf } from '../store/bakes';
import { bookList, bookPage } from '../store/book';
import { Finder } from '../store/finder';
import { type LarderStore } from '../store/larderStore';
import { PICTURE_TYPES } from '../store/pictures';
import { redrawn } from '../store/redraw';
import { answerTasting, putTasting, readTasting } from '../store/tastings';
import { countPictures, describePicture, markPicture, MOST_PICTURES, putTryPicture, tryPicture } from '../store/tryPictures';

/** How large a picture of a try is kept, in points of its longer side. */
const MOST_POINTS = 1600;
const findSchema = z.strictObject({ q: z.string().max(120).default('') });
const altSchema = z.strictObject({ alt: z.string().trim().max(PICTURE_ALT).default('') });

function there<T>(found: T | undefined | false, words: string): T {
  if (found === undefined || found === false) throw new ProblemError(404, 'Nothing there', words);
  return found;
}

const NO_PAGE = 'No bake of that formula is finished yet: finish one, and it is a try of the book.';
const NO_TASTING = 'There is no such tasting.';
const NO_PICTURE = 'There is no such picture; it may have been taken away elsewhere.';

/** Pictures of tries: what is sent is drawn anew, and only that is kept. */
export function tryPictureRoutes({ db }: LarderStore, now: () => string): Router {
  const router = Router();
  router.put('/bakes/:bakeId/pictures/:id', express.raw({ type: [...PICTURE_TYPES], limit: '8mb' }), async (request, response) => {
    const { bakeId, id } = request.params;
    const sent: unknown = request.body;
    if (countPictures(db, bakeId) >= MOST_PICTURES) throw new ProblemError(409, 'Enough pictures', `A try keeps ${MOST_PICTURES} pictures; take one away first.`);
    const bytes = Buffer.isBuffer(sent) ? await redrawn(sent, MOST_POINTS) : undefined;
    if (!bytes) throw new ProblemError(422, 'Not a picture', 'That is no JPEG, PNG or WebP picture that can be drawn; nothing was saved.');
    const { alt } = altSchema.parse(request.query);
    there(putTryPicture(db, { id, bakeId, alt, bytes }, now()), 'There is no such bake.');
    response.json({ id, alt });
  });
  router.get('/pictures/:id', (request, response) => {
    response
      .type('image/jpeg')
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .send(there(tryPicture(db, request.params.id), NO_PICTURE));
  });
  router.delete('/pictures/:id', (request, response) => {
    there(markPicture(db, request.params.id, now()), NO_PICTURE);
    response.status(204).end();
  });
  return router;
}

/** The Tasting book: tries, tastings behind codes, and its exports. */
export function bookRoutes(larderStore: LarderStore, now: () => string): Router {
  const router = Router();
  const { db } = larderStore;
  const open = (id: string): StoredTasting => there(readTasting(db, id), NO_TASTING);
  router.get('/book', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(bookList(larderStore));
  });
  router.get('/book/scores.csv', (_request, response) => {
    const pages = bookList(larderStore).flatMap(({ formulaId }) => bookPage(larderStore, formulaId) ?? []);
    response.type('text/csv').set('Content-Disposition', 'attachment; filename="tasting-book.csv"').send(bookCsv(pages));
  });
  router.get('/book/tries/:bakeId.md', (request, response) => {
    const { bakeId } = request.params;
    const formulaId = formulaOf(db, bakeId);
    const page = formulaId === undefined ? undefined : bookPage(larderStore, formulaId);
    response
      .type('text/markdown')
      .set('Content-Disposition', `attachment; filename="try-${bakeId.slice(0, 8)}.md"`)
      .send(there(tryMarkdown(there(page, NO_PAGE), bakeId), NO_PAGE));
  });
  router.get('/book/:formulaId', (request, response) => {
    response.set('Cache-Control', 'no-store').json(there(bookPage(larderStore, request.params.formulaId), NO_PAGE));
  });
  const finder = new Finder(larderStore);
  router.get('/find', (request, response) => {
    response.set('Cache-Control', 'no-store').json(finder.find(findSchema.parse(request.query).q));
  });
  router.get('/learned', (_request, response) => {
    const { facts, shipped } = larderStore.facts;
    const losses = Object.fromEntries(shipped.classes.map(({ id, loss }) => [id, loss]));
    response.set('Cache-Control', 'no-store').json({ ...facts, losses } satisfies LearnedAnswer);
  });
  router.patch('/pictures/:id', (request, response) => {
    const { alt } = altSchema.parse(request.body);
    there(describePicture(db, request.params.id, alt), NO_PICTURE);
    response.json({ id: request.params.id, alt });
  });
  router.post('/pictures/:id/restore', (request, response) => {
    there(markPicture(db, request.params.id, null), NO_PICTURE);
    response.status(204).end();
  });
  router.put('/tastings/:id', (request, response) => {
    response.json(there(putTasting(db, request.params.id, tastingSchema.parse(request.body), now()), 'That formula is not there.'));
  });
  router.get('/tastings/:id', (request, response) => {
    response.set('Cache-Control', 'no-store').json(open(request.params.id));
  });
  router.put('/tastings/:id/answers', (request, response) => {
    const [answer, { tasting }] = [oddAnswerSchema.parse(request.body), open(request.params.id)];
    const sheet = tasting.sheets.find(({ taster }) => taster === answer.taster);
    if (tasting.kind !== 'odd one' || !sheet?.samples.some(({ code }) => code === answer.code))
      throw new ProblemError(422, 'Not on the sheet', 'That taster has no such code before them.', { field: 'code' });
    answerTasting(db, request.params.id, answer, now());
    response.json(open(request.params.id));
  });
  return router;
}
