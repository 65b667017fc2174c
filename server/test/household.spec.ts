import { FIRST_SETTINGS, type HouseholdSettings } from '@fellmist/core';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Problem, type RemovedThing, type SaveRequest, type ShelfEntry, type ShelfPage, type StoredFormula, type StoredSettings } from '@fellmist/contract';
import request from 'supertest';
import * as z from 'zod';
import { openStore } from '../src/store/database';
import { NewerStore } from '../src/store/storeFault';
import { type DocumentKind, DOCUMENTS, readDocument } from '../src/store/documents';
import { createFormula } from '../src/store/formulas';
import { openLarderStore } from '../src/store/larderStore';
import { testHousehold, local, migrations, now, sheetOf, shipped } from './household';

const { app, larderStore, close } = testHousehold();
afterAll(close);

const BUNS = 'Buns\nServes 4\n200 g plain flour\n120 ml milk';
const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const saveOf = (n: number, more: Partial<SaveRequest> = {}): SaveRequest => ({ tryId: uuid(n), label: '', worksheet: sheetOf(BUNS), ...more });
const post = (save: SaveRequest): request.Test => local(request(app).post('/api/formulas')).send(save);
const put = (id: string, head: string, save: SaveRequest): request.Test =>
  local(request(app).put(`/api/formulas/${id}`))
    .set('If-Match', `"${head}"`)
    .send(save);
const shelf = async (): Promise<readonly ShelfEntry[]> => ((await local(request(app).get('/api/formulas'))).body as ShelfPage).entries;

describe('documents', () => {
  const files = readdirSync(join(__dirname, 'documents'));

  test.each(Object.entries(DOCUMENTS))('%s: every schema there ever was opens as it was', (name, kind: DocumentKind<unknown>) => {
    const earlier = files.filter((file) => file.startsWith(`${name}-`));
    expect(earlier).toHaveLength(kind.schema);
    for (const file of earlier) {
      const body = readFileSync(join(__dirname, 'documents', file), 'utf8');
      expect(readDocument(kind, { schema: Number(/-(\d+)\.json$/.exec(file)?.[1]), body })).toEqual({ ok: true, document: JSON.parse(body) as unknown });
    }
  });

  test('an earlier one is carried from schema to schema, a later or a broken one is told, never guessed', () => {
    const kind: DocumentKind<{ grams: number; unit: string }> = {
      name: 'jar',
      schema: 3,
      shape: z.strictObject({ grams: z.number(), unit: z.string() }),
      upgrades: { 1: (body) => ({ grams: (body as { g: number }).g }), 2: (body) => ({ ...(body as object), unit: 'g' }) },
    };
    expect(readDocument(kind, { schema: 1, body: '{"g":5}' })).toEqual({ ok: true, document: { grams: 5, unit: 'g' } });
    expect(readDocument(kind, { schema: 4, body: '{}' })).toMatchObject({ ok: false, words: expect.stringContaining('newer Fellmist') });
    expect(readDocument(kind, { schema: 3, body: '{"grams":"many","unit":"g"}' })).toMatchObject({ ok: false, words: expect.stringContaining('grams') });
    expect(readDocument(kind, { schema: 3, body: '{' })).toMatchObject({ ok: false, words: expect.stringContaining('damaged') });
  });

  test('a formula that cannot be read is listed as such beside the others, can be removed, and opens no page of its own', async () => {
    const good = (await post(saveOf(1))).body as StoredFormula;
    const broken = { ...saveOf(2), worksheet: { ...sheetOf(BUNS), open: 'many' } } as unknown as SaveRequest;
    expect((await post(broken)).status).toBe(422);
    larderStore.db.transaction(() => {
      larderStore.db.prepare('INSERT INTO formula (id, head_id, created_at) VALUES (?, ?, ?)').run('bad', uuid(2), now());
      larderStore.db.prepare("INSERT INTO try (id, formula_id, number, label, worksheet, created_at) VALUES (?, 'bad', 1, '', '{\"open\":[]}', ?)").run(uuid(2), now());
    })();
    const entries = await shelf();
    expect(entries.find(({ id }) => id === good.id)?.original.energyKcal).toBeGreaterThan(0);
    expect(entries.find(({ id }) => id === 'bad')).toMatchObject({ fault: expect.stringContaining('cannot be read'), original: {} });
    expect((await local(request(app).get('/api/formulas/bad'))).status).toBe(422);
    expect((await local(request(app).delete('/api/formulas/bad'))).status).toBe(204);
    expect((await shelf()).map(({ id }) => id)).toEqual([good.id]);
  });
});

describe('once is once', () => {
  test('a first save whose answer was lost, sent again, makes one formula', async () => {
    const formulaId = uuid(100);
    await post(saveOf(101, { formulaId }));
    expect((await post(saveOf(101, { formulaId }))).body).toMatchObject({ id: formulaId, thisTry: { number: 1 } });
    expect((await shelf()).filter(({ id }) => id === formulaId)).toHaveLength(1);
    // Another tab that knows of none does not get on top of it.
    expect((await post(saveOf(103, { formulaId }))).status).toBe(409);
  });

  test('a row of saves whose answers were lost is sent again from its first, and each is there once', async () => {
    const { id } = (await post(saveOf(110))).body as StoredFormula;
    await put(id, uuid(110), saveOf(111));
    await put(id, uuid(111), saveOf(112));
    const again = (await put(id, uuid(110), saveOf(111))).body as StoredFormula;
    expect([again.thisTry.id, again.thisTry.number, again.tries.length]).toEqual([uuid(111), 2, 3]);
    const next = (await put(id, uuid(112), saveOf(113))).body as StoredFormula;
    expect([next.thisTry.number, next.thisTry.parentId, next.tries.length]).toEqual([4, uuid(112), 4]);
  });

  test('what was removed elsewhere is said and offered back, however often it is asked', async () => {
    const { id } = (await post(saveOf(120))).body as StoredFormula;
    await local(request(app).delete(`/api/formulas/${id}`));
    for (const answer of [await post(saveOf(120)), await post(saveOf(120)), await put(id, uuid(120), saveOf(121))]) {
      expect([answer.status, (answer.body as Problem).removedId]).toEqual([410, id]);
    }
    await local(request(app).post(`/api/formulas/${id}/restore`));
    expect((await put(id, uuid(120), saveOf(121))).body).toMatchObject({ thisTry: { number: 2 } });
  });
});

describe('what is the household’s', () => {
  const pack = { id: 'pack-x', name: 'Bag', kindId: 'sugar', measuresG: {}, mayContain: [], thirstTests: [], note: '', netG: 1000, price: 1.3 };
  const settings = (known: number, change: Partial<HouseholdSettings>): request.Test => {
    const test = local(request(app).put('/api/settings'));
    return (known === 0 ? test.set('If-None-Match', '*') : test.set('If-Match', `"${known}"`)).send({ ...FIRST_SETTINGS, ...change });
  };

  test('settings are one document: saved over the version known, refused when stale with both, checked', async () => {
    expect((await local(request(app).get('/api/settings'))).body).toEqual({ settings: FIRST_SETTINGS, version: 0 });
    expect((await settings(0, { measures: 'us', country: 'us' })).body).toMatchObject({ version: 1, settings: { measures: 'us' } });
    const stale = await settings(0, { measures: 'metric' });
    expect([stale.status, (stale.body as Problem).currentSettings?.settings.measures]).toEqual([409, 'us']);
    expect((await settings(1, { freezerC: 20 })).status).toBe(422);
    expect(larderStore.contents.settings).toMatchObject({ version: 1 } satisfies Partial<StoredSettings>);
  });

  test('a price stays in the currency it was paid in when the household changes its own', async () => {
    await local(request(app).put('/api/packs/pack-x')).set('If-None-Match', '*').send(pack);
    await settings(1, { currency: 'SEK' });
    expect(larderStore.contents.packs[0]?.pack).toMatchObject({ price: 1.3, currency: 'EUR' });
    const history = (await local(request(app).get('/api/packs/pack-x/history'))).body as { version: number; pack: { currency?: string } }[];
    expect(history.map(({ version, pack: { currency } }) => [version, currency])).toEqual([
      [2, 'EUR'],
      [1, undefined],
    ]);
  });

  test('what was removed can be listed for ninety days, and no longer', async () => {
    const { id } = (await post(saveOf(130))).body as StoredFormula;
    await local(request(app).delete(`/api/formulas/${id}`));
    await local(request(app).delete('/api/packs/pack-x'));
    const removed = async (): Promise<readonly string[]> => ((await local(request(app).get('/api/removed'))).body as RemovedThing[]).map((one) => one.id);
    expect(await removed()).toEqual(expect.arrayContaining([id, 'pack-x']));
    larderStore.db.prepare('UPDATE formula SET deleted_at = ? WHERE id = ?').run('2026-08-01T00:00:00.000Z', id);
    expect(await removed()).not.toContain(id);
  });
});

describe('the file', () => {
  test('one that a later version wrote is refused in words and stays as it was', () => {
    const folder = mkdtempSync(join(tmpdir(), 'fellmist-newer-'));
    const file = join(folder, 'fellmist.db');
    const db = openStore(file, migrations, now);
    db.prepare("INSERT INTO migration VALUES ('0099-of-tomorrow.sql', '2027-01-01')").run();
    db.close();
    expect(() => openStore(file, migrations, now)).toThrow(NewerStore);
    expect(() => openStore(file, migrations, now)).toThrow(/0099-of-tomorrow/);
    rmSync(folder, { recursive: true });
  });

  test('stopped between the foods and their list it begins again; a food of one’s own is never written over', () => {
    const db = openStore(':memory:', migrations, now);
    const broken = { ...shipped, foods: [...shipped.foods.slice(0, 5), { ...shipped.foods[5], name: undefined } as unknown as (typeof shipped.foods)[number]] };
    expect(() => openLarderStore(db, broken, now)).toThrow();
    expect(db.prepare<[], { n: number }>('SELECT COUNT(*) AS n FROM food').get()?.n).toBe(0);
    db.prepare("INSERT INTO food (id, position, name, kind, body, source, origin) VALUES ('honey', 1, 'Heather honey', 'sweetener', ?, 'own', 'own')").run(
      JSON.stringify({ ...shipped.foods.find(({ id }) => id === 'honey'), name: 'Heather honey' }),
    );
    const opened = openLarderStore(db, shipped, now);
    expect(opened.larder.foods.get('honey')?.name).toBe('Heather honey');
    expect(opened.search({ q: 'honey', sort: 'fit', offset: 0, limit: 20 } as Parameters<typeof opened.search>[0]).rows.map(({ name }) => name)).toContain('Heather honey');
    createFormula(db, uuid(1), saveOf(1), now());
    db.close();
  });
});
