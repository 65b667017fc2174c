import { randomUUID } from 'node:crypto';
import { type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { type SaveRequest } from '@fellmist/contract';
import { type Pack, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { type BakeAct, type BakeEvent, TASTE_FAULTS } from '@fellmist/core/bake';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { pino } from 'pino';
import { buildApp } from '../server/src/app';
import { shelfLookup } from '../server/src/devices/labelLookup';
import { SimulatedProbe } from '../server/src/devices/probe';
import { SimulatedScale } from '../server/src/devices/scale';
import { beginBake, tellBake } from '../server/src/store/bakes';
import { openStore, type Store } from '../server/src/store/database';
import { createFormula } from '../server/src/store/formulas';
import { type LarderStore, openLarderStore } from '../server/src/store/larderStore';
import { Shelf } from '../server/src/store/shelf';

const root = process.cwd();
export const [FORMULAS, TRIES_OF_EACH] = [2000, 5];
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
            ...(n === 4 && i % 40 === 0 ? [event({ kind: 'kept', place: 'freezer', portions: 4, useBy: '2027-02-01' })] : []),
            event({ kind: 'finished' }),
          ],
          at,
        );
      }
    }
  })();
  return last;
}

/** Packs and own foods of a household that keeps everything. */
async function fillLarder(larderStore: LarderStore, shipped: ReturnType<typeof loadShippedLarder>, packs: number, foods: number): Promise<void> {
  const kinds = shipped.foods;
  await larderStore.takeIn({
    foods: Array.from({ length: foods }, (_, i) => {
      const kind = kinds[i % kinds.length] ?? kinds[0];
      if (!kind) throw new Error('no foods ship');
      return { to: { ...kind, id: `own-${i}`, name: `${NAMES[i % 10] ?? ''} ${kind.name} no ${i}`, synonyms: [] }, over: undefined };
    }),
    packs: Array.from({ length: packs }, (_, i): { to: Pack; over: undefined } => {
      const kind = kinds[i % kinds.length];
      return {
        to: {
          id: `pack-${i}`,
          name: `Pack ${i} of ${kind?.name ?? ''}`,
          kindId: kind?.id ?? '',
          netG: 500,
          price: 1 + (i % 9),
          measuresG: {},
          mayContain: [],
          thirstTests: [],
          note: '',
        },
        over: undefined,
      };
    }),
    stock: Array.from({ length: 200 }, (_, i) => ({ id: `stock-${i}`, foodId: `pack-${i}`, leftG: 300, openedOn: '2026-11-20', origin: 'pack', note: '' })),
  });
}

/** A server on a house of many years, in memory or in a file. */
export async function bigHouse({ file = ':memory:', packs = 0, foods = 0 }: { readonly file?: string; readonly packs?: number; readonly foods?: number } = {}) {
  const now = (): string => '2026-11-24T10:00:00.000Z';
  const [db, shipped] = [openStore(file, join(root, 'server/migrations'), now), loadShippedLarder(join(root, 'data'))];
  const larderStore = openLarderStore(db, shipped, now);
  const formulaId = fill(db, shipped);
  if (packs + foods > 0) await fillLarder(larderStore, shipped, packs, foods);
  const devices = { scale: new SimulatedScale(() => 0.5, 0), probe: new SimulatedProbe(() => 0.5, 0), labels: shelfLookup(join(root, 'data/label-shelf.json')) };
  // As the server does once it listens.
  const shelf = new Shelf(larderStore);
  shelf.open();
  const app = buildApp({
    larderStore,
    shelf,
    version: '0.0.0',
    ...devices,
    vessels: loadVessels(join(root, 'data')),
    webRoot: join(root, 'dist/web/browser'),
    log: pino({ level: 'silent' }),
    now,
  });
  const server = await new Promise<ReturnType<typeof app.listen>>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
  });
  const close = (): void => {
    server.close();
    server.closeAllConnections();
    db.close();
  };
  return { url: `http://localhost:${(server.address() as AddressInfo).port}`, formulaId, close };
}
