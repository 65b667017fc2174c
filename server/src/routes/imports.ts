import { writeFoodTable, writePackTable } from '@fellmist/contract/tables';
import express, { Router } from 'express';
import * as z from 'zod';
import { ProblemError } from '../http/problem';
import { type Batch } from '../imports/batch';
import { readApart } from '../imports/readApart';
import { type TableStep } from '../imports/readTable';
import { previewImport } from '../imports/preview';
import { ownFoods } from '../store/foods';
import { type LarderStore } from '../store/larderStore';

/** Larger tables are refused before they are read. */
const MOST_BYTES = '24mb';
/** Previews that wait to be accepted; the oldest gives way. */
const MOST_WAITING = 4;

/** `ask` names the reading, so that how far it is can be asked for. */
const query = z.strictObject({ of: z.enum(['foods', 'packs']), ask: z.uuid().optional() });

/** Tables in and out: a preview first, nothing written until it is accepted, all of it or nothing. */
export function importRoutes(larderStore: LarderStore, worker?: URL): Router {
  const router = Router();
  const reading = new Map<string, TableStep>();
  const waiting = new Map<string, Batch>();

  router.post('/imports', express.raw({ type: () => true, limit: MOST_BYTES }), async (request, response) => {
    const { of, ask = '' } = query.parse(request.query);
    if (!Buffer.isBuffer(request.body) || request.body.length === 0) throw new ProblemError(422, 'The file is empty', 'The file is empty; choose another.');
    const gone = new AbortController();
    response.on('close', () => gone.abort());
    const read = await readApart(worker, request.body, of, (step) => reading.set(ask, step), gone.signal).finally(() => reading.delete(ask));
    if (!read) return;
    const batch = await previewImport(read, larderStore);
    const oldest = waiting.size >= MOST_WAITING ? waiting.keys().next().value : undefined;
    if (oldest !== undefined) waiting.delete(oldest);
    waiting.set(batch.preview.id, batch);
    response.status(201).json(batch.preview);
  });

  router.get('/imports/reading/:ask', (request, response) => {
    response.set('Cache-Control', 'no-store').json(reading.get(request.params.ask) ?? null);
  });

  router.post('/imports/:id/accept', async (request, response) => {
    const batch = waiting.get(request.params.id);
    if (!batch) throw new ProblemError(404, 'No such preview', 'This preview is no longer there; choose the file again. Nothing was imported.');
    const moved = await larderStore.takeIn(batch);
    waiting.delete(request.params.id);
    if (moved.length > 0) {
      const names = moved.slice(0, 5).join(', ');
      throw new ProblemError(
        409,
        'Saved meanwhile elsewhere',
        `Saved from another place since the table was read: ${names}${moved.length > 5 ? ' and others' : ''}. Nothing was imported; choose the file again.`,
      );
    }
    response.json({ foods: batch.foods.length, packs: batch.packs.length });
  });

  router.get('/foods.csv', (request, response) => {
    const all = request.query['all'] === '1' ? larderStore.contents.foods : ownFoods(larderStore.db);
    response
      .type('text/csv')
      .set('Content-Disposition', 'attachment; filename="fellmist-foods.csv"')
      .send(`\ufeff${writeFoodTable(all)}`);
  });

  router.get('/packs.csv', (_request, response) => {
    const { packs, stock } = larderStore.contents;
    const rows = packs.map(({ pack }) => ({ pack, stock: stock.find(({ item }) => item.foodId === pack.id)?.item }));
    response
      .type('text/csv')
      .set('Content-Disposition', 'attachment; filename="fellmist-packs.csv"')
      .send(`\ufeff${writePackTable(rows)}`);
  });
  return router;
}
