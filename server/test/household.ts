import { join } from 'node:path';
import { readRecipeText, startWorksheet, stockLarder, type Worksheet } from '@fellmist/core';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { pino } from 'pino';
import type request from 'supertest';
import { type AppParts, buildApp } from '../src/app';
import { type Copies } from '../src/copies/copies';
import { SimulatedProbe } from '../src/devices/probe';
import { SimulatedScale } from '../src/devices/scale';
import { shelfLookup } from '../src/devices/labelLookup';
import { openStore, type Store } from '../src/store/database';
import { type LarderStore, openLarderStore } from '../src/store/larderStore';

export const root = join(__dirname, '../..');
export const migrations = join(root, 'server/migrations');
export const shipped = loadShippedLarder(join(root, 'data'));
export const now = (): string => '2026-11-24T10:00:00.000Z';
export const vessels = loadVessels(join(root, 'data'));
const labels = shelfLookup(join(root, 'data/label-shelf.json'));
const larder = stockLarder(shipped.foods);

export function larderStoreOn(db: Store): LarderStore {
  return openLarderStore(db, shipped, now);
}

export function appOn(larderStore: LarderStore, copies?: Copies, share?: AppParts['share']) {
  return buildApp({
    larderStore,
    ...(copies ? { copies } : {}),
    ...(share ? { share } : {}),
    labels,
    scale: new SimulatedScale(() => 0.5, 0),
    probe: new SimulatedProbe(() => 0.5, 0),
    vessels,
    version: '0.0.0',
    webRoot: join(root, 'nowhere'),
    log: pino({ level: 'silent' }),
    now,
  });
}

/** A request as the own page sends it. */
export const local = (test: request.Test): request.Test => test.set('Host', 'localhost:4600');

export function sheetOf(text: string): Worksheet {
  const read = readRecipeText(text, larder, 'us');
  if (!read.ok) throw new Error(read.error);
  return startWorksheet(read.formula);
}

/** The server on a larder in memory, with the shipped foods and nothing else. */
export function testHousehold() {
  const db = openStore(':memory:', migrations, now);
  const larderStore = larderStoreOn(db);
  return { app: appOn(larderStore), larderStore, larder, sheetOf, local, close: () => db.close() };
}
