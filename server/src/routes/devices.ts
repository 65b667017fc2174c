import { probeDeedSchema, scaleDeedSchema } from '@fellmist/contract';
import { isBarcode } from '@fellmist/core';
import { Router } from 'express';
import { type LabelLookup, LookupDown } from '../devices/labelLookup';
import { type Probe } from '../devices/probe';
import { type KitchenScale } from '../devices/scale';
import { ProblemError } from '../http/problem';
import { openStream } from '../http/stream';

/** Simulated devices: packs by bar code, the scale, the thermometer. */
export function deviceRoutes(labels: LabelLookup, scale: KitchenScale, probe: Probe): Router {
  const router = Router();
  router.get('/devices/labels/:code', async (request, response) => {
    const { code } = request.params;
    if (!isBarcode(code))
      throw new ProblemError(422, 'No bar code', 'That is no bar code: it holds 8, 12, 13 or 14 digits, and the last one must fit the others. Check for a slip.', {
        field: 'code',
      });
    const gone = new AbortController();
    response.on('close', () => gone.abort());
    try {
      response.set('Cache-Control', 'no-store').json(await labels.find(code, gone.signal));
    } catch (error) {
      if (gone.signal.aborted) return;
      if (!(error instanceof LookupDown)) throw error;
      throw new ProblemError(503, 'Label service down', 'The label service does not answer. Type the label in by hand, or try again later.');
    }
  });
  router.get('/devices/scale', (request, response) => {
    let end = (): void => undefined;
    const tell = openStream(request, response, () => end());
    end = scale.listen((reading) => tell(reading));
  });
  router.post('/devices/scale', (request, response) => {
    scale.do(scaleDeedSchema.parse(request.body));
    response.status(204).end();
  });
  router.get('/devices/probe', (request, response) => {
    let end = (): void => undefined;
    const tell = openStream(request, response, () => end());
    end = probe.listen((reading) => tell(reading));
  });
  router.post('/devices/probe', (request, response) => {
    probe.do(probeDeedSchema.parse(request.body));
    response.status(204).end();
  });
  return router;
}
