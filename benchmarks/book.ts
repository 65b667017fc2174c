import { randomUUID } from 'node:crypto';
import { type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { type SaveRequest } from '@fellmist/contract';
import { readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { type BakeAct, type BakeEvent, TASTE_FAULTS } from '@fellmist/core/bake';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { pino } from 'pino';
import { openBrowser, openPage } from '../e2e/household';
import { buildApp } from '../server/src/app';
import { shelfLookup } from '../server/src/devices/labelLookup';
import { SimulatedProbe } from '../server/src/devices/probe';
import { SimulatedScale } from '../server/src/devices/scale';
import { beginBake, tellBake } from '../server/src/store/bakes';
import { openStore, type Store } from '../server/src/store/database';
import { createFormula } from '../server/src/store/formulas';
import { openLarderStore } from '../server/src/store/larderStore';
import { printRows, quantile } from './figures';

const root = process.cwd();
const [FORMULAS, TRIES_OF_EACH] = [2000, 5];
const NAMES = ['oat', 'rye', 'carrot', 'plum', 'quince', 'almond', 'cocoa', 'lemon', 'poppy', 'pear'];
const KINDS = ['loaf', 'scones', 'cookies', 'waffles', 'muffins', 'tart', 'bars', 'buns'];
const REMARKS = ['a damp seam', 'rose well', 'too pale at the rim', 'fell in the middle', 'stood like a brick', 'just right'];

/** A house of many years: each formula baked five times, tasted by two, with a note. */
function fill(db: Store, shipped: ReturnType<typeof loadShippedLarder>): string {
  const larder = stockLarder(shipped.foods);
  const read = readRecipeText('x\nMakes 8\n200 g plain flour\n300 g whole milk\n2 eggs\n60 g sugar\n40 g butter\n8 g baking powder', larder, 'us');
  if (!read.ok) throw new Error(read.error);
  let last = '';
  db.transaction(() => {
    for (let i = 0; i < FORMULAS; i++) {
      const title = `${NAMES[i % 10] ?? ''} ${KINDS[i % 8] ?? ''} ${i}`;
      const save: SaveRequest = { tryId: randomUUID(), label: `With ${NAMES[(i + 3) % 10] ?? ''}`, worksheet: startWorksheet({ ...read.formula, title }) };
      last = randomUUID();
      createFormula(db, last, save, '2026-01-01T10:00:00.000Z');
      const lineId = save.worksheet.rebuild.parts[0]?.lines[1]?.id ?? '';
      for (let n = 0; n < TRIES_OF_EACH; n++) {
        const at = `2026-0${n + 2}-${String((i % 28) + 1).padStart(2, '0')}T10:00:00.000Z`;
        let turn = 0;
        const event = (act: BakeAct): BakeEvent => ({ ...act, id: randomUUID(), teller: 'bench', turn: (turn += 1), at });
        const id = randomUUID();
        beginBake(db, id, event({ kind: 'planned', formulaId: last, tryId: save.tryId }) as BakeEvent & { kind: 'planned' }, at);
        const tasted = (taster: string): BakeAct => ({
          kind: 'tasted',
          taster,
          overall: 5 + (n % 4),
          scales: { thickness: 2 - n, sweetness: n % 2 },
          faults: n === 0 ? [TASTE_FAULTS[i % TASTE_FAULTS.length]?.id ?? ''] : [],
        });
        tellBake(
          db,
          id,
          [
            event({ kind: 'poured', lineId, massG: 280 + 20 * n, by: 'scale' }),
            event({ kind: 'note', text: `${REMARKS[(i + n) % 6] ?? ''}, ${i}` }),
            event(tasted('Mara')),
            event(tasted('Pim')),
            event({ kind: 'finished' }),
          ],
          at,
        );
      }
    }
  })();
  return last;
}

async function timed(act: () => Promise<unknown>, rounds: number): Promise<readonly number[]> {
  const samples: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const from = performance.now();
    await act();
    samples.push(performance.now() - from);
  }
  return samples;
}

/** The book, its timeline and the one box over everything, in a house of 2,000 formulas and 10,000 tries. */
export async function measureBook(): Promise<void> {
  const now = (): string => '2026-11-24T10:00:00.000Z';
  const [db, shipped] = [openStore(':memory:', join(root, 'server/migrations'), now), loadShippedLarder(join(root, 'data'))];
  const larderStore = openLarderStore(db, shipped, now);
  const formulaId = fill(db, shipped);
  const devices = { scale: new SimulatedScale(() => 0.5, 0), probe: new SimulatedProbe(() => 0.5, 0), labels: shelfLookup(join(root, 'data/label-shelf.json')) };
  const app = buildApp({ larderStore, version: '0.0.0', ...devices, vessels: loadVessels(join(root, 'data')), webRoot: join(root, 'dist/web/browser'), log: pino({ level: 'silent' }), now });
  const server = await new Promise<ReturnType<typeof app.listen>>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  const url = `http://localhost:${(server.address() as AddressInfo).port}`;
  const browser = await openBrowser();
  try {
    const get = async (path: string): Promise<unknown> => (await fetch(url + path)).json();
    const first = await timed(() => get('/api/find?q=damp'), 1);
    let i = 0;
    const words = ['damp', 'plum lo', 'brick', 'quinc', 'crumbs', 'with pea', 'pale rim', 'carot', 'seam 120', 'flour'];
    const found = await timed(() => get(`/api/find?q=${encodeURIComponent(words[i++ % words.length] ?? '')}`), 200);
    const list = await timed(() => get('/api/book'), 20);
    const opened = await timed(() => get(`/api/book/${formulaId}`), 60);
    await timed(() => get('/api/larder'), 1);
    const { page } = await openPage(browser, `${url}/book`);
    const painted: number[] = [];
    for (let round = 0; round < 12; round++) {
      await page.waitForSelector(`a[href="/book/${formulaId}"]`);
      await new Promise((resolve) => setTimeout(resolve, 400));
      painted.push(
        await page.evaluate(async (id) => {
          const from = performance.now();
          document.querySelector<HTMLElement>(`a[href="/book/${id}"]`)?.click();
          await new Promise<void>((resolve) => {
            const look = (): void => {
              if (document.querySelectorAll('.landing text').length > 4 && document.querySelector('.did')) requestAnimationFrame(() => setTimeout(resolve));
              else setTimeout(look, 1);
            };
            look();
          });
          return performance.now() - from;
        }, formulaId),
      );
      await page.goBack();
    }
    printRows([
      [`the list of ${FORMULAS} formulas with ${FORMULAS * TRIES_OF_EACH} tries, at the server, median (aim 100 ms)`, `${quantile(list, 0.5).toFixed(1)} ms`],
      ['a formula’s page of the book, at the server, median (aim 100 ms)', `${quantile(opened, 0.5).toFixed(1)} ms`],
      ['the same from the press to the painted page, median (aim 300 ms)', `${quantile(painted.slice(2), 0.5).toFixed(1)} ms`],
      ['the first search of all, which takes everything in', `${quantile(first, 0.5).toFixed(0)} ms`],
      ['a search over everything, 95th percentile (aim 20 ms)', `${quantile(found, 0.95).toFixed(1)} ms`],
    ]);
  } finally {
    await browser.close();
    server.close();
    db.close();
  }
}
