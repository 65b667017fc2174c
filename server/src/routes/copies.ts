import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { Readable, Transform, type TransformCallback } from 'node:stream';
import { copiesFolderSchema, copyNameSchema, lookSchema, restoreSchema } from '@fellmist/contract';
import { Router } from 'express';
import { type Copies } from '../copies/copies';
import { writeHousehold } from '../store/householdFile';
import { ProblemError } from '../http/problem';

/** The largest copy that is taken from elsewhere. */
const MOST_BYTES = 4 * 2 ** 30;

function upTo(most: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done: TransformCallback) {
      bytes += chunk.length;
      if (bytes > most) done(new ProblemError(413, 'Too large', `That is larger than any household (${most / 2 ** 30} GB); nothing was changed.`));
      else done(null, chunk);
    },
  });
}

const missing = (): ProblemError => new ProblemError(404, 'No such copy', 'That copy is not in the folder any more. Look at the list again.');

/** Copies of the whole household: made, taken away, looked into, restored. Before the JSON reader: a copy is no JSON. */
export function uploadedCopyRoutes(copies: Copies): Router {
  const router = Router();
  router.post('/copies/from-file', async (request, response) => {
    const { id, file } = copies.placeFor();
    try {
      await pipeline(request, upTo(MOST_BYTES), createWriteStream(file, { mode: 0o600 }));
    } catch (error) {
      await rm(file, { force: true });
      throw error;
    }
    response.status(201).json(await copies.look(id));
  });
  return router;
}

export function copyRoutes(copies: Copies, version: string, now: () => string): Router {
  const router = Router();
  router.get('/household.json', async (_request, response) => {
    const at = now();
    response
      .type('application/json')
      .set('Cache-Control', 'no-store')
      .set('Content-Disposition', `attachment; filename="fellmist-household-${at.slice(0, 10)}.json"`);
    await pipeline(Readable.from(writeHousehold(copies.db, version, at)), response);
  });
  router.get('/copies', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(copies.list());
  });
  router.post('/copies', async (_request, response) => {
    await copies.make('hand');
    response.status(201).json(copies.list());
  });
  router.put('/copies/folder', (request, response) => {
    copies.moveTo(copiesFolderSchema.parse(request.body).folder);
    response.json(copies.list());
  });
  router.post('/copies/look', async (request, response) => {
    const found = await copies.lookAt(lookSchema.parse(request.body).name);
    if (!found) throw missing();
    response.json(found);
  });
  router.post('/copies/restore', async (request, response) => {
    const restored = await copies.restore(restoreSchema.parse(request.body).id);
    if (!restored) throw missing();
    response.json(restored);
  });
  router.get('/copies/:name', (request, response) => {
    const name = copyNameSchema.parse(request.params.name);
    const file = copies.fileOf(name);
    if (!file) throw missing();
    response.set('Cache-Control', 'no-store').type('application/vnd.sqlite3').download(file, name);
  });
  return router;
}
