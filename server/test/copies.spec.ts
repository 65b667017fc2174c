import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type CopiesPage, type CopyLook, type Problem, type Restored, type StoredFormula } from '@fellmist/contract';
import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import Database from 'better-sqlite3';
import { type Express } from 'express';
import request from 'supertest';
import { setTable } from '../src/demo/setTable';
import { Copies } from '../src/copies/copies';
import { Machine } from '../src/copies/machine';
import { openStore, type Store } from '../src/store/database';
import { listHousehold } from '../src/store/larderStore';
import { householdFormat, type HouseholdFile } from '../src/store/householdFile';
import { appOn, larderStoreOn, local, migrations, now, root, sheetOf, shipped, vessels } from './household';

const folder = mkdtempSync(join(tmpdir(), 'fellmist-copies-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** Every row of every table of a file, read by SQLite itself: what two equal households share. */
function rowsOf(db: Store): Readonly<Record<string, unknown>> {
  const tables = db.prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name").all();
  return Object.fromEntries(tables.map(({ name }) => [name, db.prepare(`SELECT * FROM "${name}"`).all()]));
}

/** Rows with the JSON in them read: the order of keys says nothing. */
const read = (rows: unknown): unknown[] =>
  (rows as Record<string, unknown>[]).map((row) =>
    Object.fromEntries(Object.entries(row).map(([key, value]) => [key, key === 'body' || key === 'worksheet' ? JSON.parse(String(value)) : value])),
  );

const relist = (db: Store): void => listHousehold(db, shipped.wordGroups, now);

describe('copies of a household', () => {
  const home = join(folder, 'home');
  let clock = Date.parse('2026-11-24T10:00:00.000Z');
  const ticking = (): string => new Date((clock += 1000)).toISOString();
  let db: Store;
  let copies: Copies;
  let app: Express;

  beforeAll(() => {
    db = openStore(join(home, 'fellmist.db'), migrations, now);
    copies = new Copies(db, new Machine(home), migrations, ticking, relist);
    const open = (): void => {
      app = appOn(larderStoreOn(db), copies);
    };
    copies.restored = open;
    open();
  });
  afterAll(() => db.close());

  const ask = async <T>(test: request.Test): Promise<T> => (await local(test)).body as T;
  const save = (title: string): Promise<StoredFormula> =>
    ask(
      request(app)
        .post('/api/formulas')
        .send({ tryId: randomUUID(), label: '', worksheet: sheetOf(`${title}\nMakes 6\n200 g plain flour\n100 g sugar`) }),
    );
  const names = async (): Promise<readonly string[]> => (await ask<CopiesPage>(request(app).get('/api/copies'))).copies.map(({ name }) => name);
  const look = (name: string): Promise<CopyLook> => ask(request(app).post('/api/copies/look').send({ name }));
  const restore = (id: string): Promise<Restored> => ask(request(app).post('/api/copies/restore').send({ id }));

  test('one equals the household row by row, says what restoring it would change, is restored, and that is undone', async () => {
    const kept = await save('Buns');
    await local(request(app).post('/api/copies'));
    const [copy = ''] = await names();
    const asCopied = rowsOf(db);
    const read = new Database(join(home, 'copies', copy), { readonly: true });
    expect(rowsOf(read)).toEqual(asCopied);
    read.close();

    await save('Scones');
    await local(request(app).delete(`/api/formulas/${kept.id}`));
    const { id, differences } = await look(copy);
    expect(differences.find(({ what }) => what === 'formulas')).toEqual({ what: 'formulas', comes: 1, goes: 1, changes: 0 });
    expect(differences.find(({ what }) => what === 'tries')).toMatchObject({ comes: 0, goes: 1 });
    const asLeft = rowsOf(db);
    const { before } = await restore(id);
    expect(rowsOf(db)).toEqual(asCopied);
    expect((await ask<{ readonly entries: readonly { readonly title: string }[] }>(request(app).get('/api/formulas'))).entries.map(({ title }) => title)).toEqual(['Buns']);
    await save('After it');
    await restore((await look(before)).id);
    expect(rowsOf(db)).toEqual(asLeft);
    expect((await restore(id)) as unknown as Problem).toMatchObject({ status: 404 });
  });

  test('one that is carried to another machine restores there; what is no copy, newer or damaged is refused and changes nothing', async () => {
    const [name = ''] = await names();
    const bytes = (
      await local(request(app).get(`/api/copies/${name}`))
        .buffer(true)
        .parse((answer, done) => {
          const parts: Buffer[] = [];
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.on('end', () => done(null, Buffer.concat(parts)));
        })
    ).body as Buffer;
    expect(bytes.equals(readFileSync(join(home, 'copies', name)))).toBe(true);
    const bring = (body: Buffer) => local(request(app).post('/api/copies/from-file')).type('application/octet-stream').send(body);
    expect((await bring(bytes)).status).toBe(201);
    const before = rowsOf(db);
    const later = join(folder, 'later.db');
    writeFileSync(later, bytes);
    const newer = new Database(later);
    newer.prepare("INSERT INTO migration VALUES ('0099-of-tomorrow.sql', '2027-01-01')").run();
    newer.close();
    for (const [body, words] of [
      [Buffer.from('no copy at all'), 'neither a copy nor an export'],
      [Buffer.from('{"name":"a recipe"}'), 'no household of Fellmist'],
      [Buffer.from('{"format":"fellmist-household","schema":2}'), 'newer Fellmist'],
      [Buffer.from('{"format":"fellmist-household","schema":1}'), 'cannot be taken in'],
      [Buffer.from(`SQLite format 3\0${'x'.repeat(9000)}`), 'damaged'],
      [Buffer.alloc(0), 'empty'],
      [bytes.subarray(0, bytes.length / 2), 'damaged'],
      [readFileSync(later), 'newer Fellmist'],
    ] as const) {
      const answer = await bring(body);
      expect([answer.status, (JSON.parse(answer.text) as Problem).detail]).toEqual([422, expect.stringContaining(words)]);
    }
    expect((await local(request(app).get('/api/copies/..%2F..%2Fetc%2Fpasswd'))).status).toBe(422);
    expect(rowsOf(db)).toEqual(before);
    expect(readdirSync(home).filter((one) => one.startsWith('.look-'))).toHaveLength(1);
  });

  test('a copy of each earlier version is brought up to this one', async () => {
    const known = readdirSync(migrations).sort();
    for (const upto of [1, 5, known.length - 1]) {
      const steps = mkdtempSync(join(folder, 'steps-'));
      for (const name of known.slice(0, upto)) writeFileSync(join(steps, name), readFileSync(join(migrations, name)));
      const file = join(steps, 'old.db');
      openStore(file, steps, now).close();
      const answer = await local(request(app).post('/api/copies/from-file')).type('application/octet-stream').send(readFileSync(file));
      expect([upto, answer.status]).toEqual([upto, 201]);
      expect((answer.body as CopyLook).differences.find(({ what }) => what === 'formulas')?.goes).toBeGreaterThan(0);
    }
  });

  // Ajv 8, the reference validator of JSON Schema 2020-12 for JavaScript.
  test('the open file follows its published schema, and taken in on another machine it is the same household; taken in twice it adds nothing', async () => {
    const from = openStore(join(folder, 'demo', 'fellmist.db'), migrations, now);
    const demo = larderStoreOn(from);
    setTable(demo, shipped, vessels, join(root, 'data'));
    const text = (await local(request(appOn(demo, new Copies(from, new Machine(join(folder, 'demo')), migrations, ticking, relist))).get('/api/household.json'))).text;
    const format = JSON.parse(readFileSync(join(root, 'docs/household.schema.json'), 'utf8')) as object;
    expect(JSON.parse(JSON.stringify(householdFormat()))).toEqual(format);
    const ajv = new Ajv2020({ strict: false, allErrors: true });
    addFormats(ajv);
    const holds = ajv.compile(format);
    const file = JSON.parse(text) as HouseholdFile;
    expect([holds(file), holds.errors]).toEqual([true, null]);
    expect(holds({ ...file, tables: { ...file.tables, formula: [{ id: 'x' }] } })).toBe(false);
    expect(file.unreadable).toEqual([]);

    const there = openStore(join(folder, 'there', 'fellmist.db'), migrations, now);
    const other = new Copies(there, new Machine(join(folder, 'there')), migrations, ticking, relist);
    const otherApp = appOn(larderStoreOn(there), other);
    const bring = async (): Promise<CopyLook> => (await local(request(otherApp).post('/api/copies/from-file')).type('application/json').send(text)).body as CopyLook;
    const first = await bring();
    expect(first.differences.every(({ goes, changes }) => goes + changes === 0)).toBe(true);
    // What is saved between the look and the taking in stays.
    await local(
      request(otherApp)
        .post('/api/formulas')
        .send({ tryId: randomUUID(), label: '', worksheet: sheetOf('Own\nMakes 2\n100 g sugar') }),
    );
    expect((await local(request(otherApp).post('/api/copies/restore')).send({ id: first.id })).status).toBe(200);
    const own = ['formula', 'try', 'bake', 'bake_event', 'pack', 'pack_version', 'stock', 'plan', 'tasting', 'vessel', 'bought', 'picture', 'try_picture'];
    const [here, taken] = [rowsOf(from), rowsOf(there)];
    for (const table of own) expect([table, read(taken[table])]).toEqual([table, expect.arrayContaining(read(here[table]))]);
    expect((here['bake_event'] as unknown[]).length).toBeGreaterThan(100);
    expect((taken['formula'] as unknown[]).length).toBe((here['formula'] as unknown[]).length + 1);
    const packs = (
      await local(
        request(appOn(larderStoreOn(there)))
          .get('/api/foods')
          .query({ q: 'Mill-door' }),
      )
    ).text;
    expect(packs).toContain('pack-mill-flour');
    expect((await bring()).differences).toEqual([]);
    there.close();
    from.close();
  });

  test('each day has its copy, the last fourteen are kept, and those by hand stay; another folder is taken where it can be written', async () => {
    const byHand = (await names()).filter((name) => name.includes('-hand-'));
    for (let day = 0; day < 17; day++) {
      clock += 86_400_000;
      await copies.daily();
      await copies.daily();
    }
    const all = await names();
    expect(all.filter((name) => name.includes('-daily-'))).toHaveLength(14);
    expect(all).toEqual(expect.arrayContaining([...byHand]));
    const put = (to: string) => local(request(app).put('/api/copies/folder')).send({ folder: to });
    expect((await put('relative')).status).toBe(422);
    expect((await put(join(home, 'fellmist.db', 'within'))).status).toBe(422);
    expect(((await put(join(folder, 'elsewhere'))).body as CopiesPage).copies).toEqual([]);
    await local(request(app).post('/api/copies'));
    expect(readdirSync(join(folder, 'elsewhere'))).toHaveLength(1);
  });

  test('a full disk refuses a save in words, keeps what was there, and takes the save once there is room', async () => {
    const before = rowsOf(db);
    const [{ page_count: pages } = { page_count: 0 }] = db.pragma('page_count') as readonly { page_count: number }[];
    db.pragma(`max_page_count = ${pages}`);
    const filling = sheetOf(`Long\nMakes 6\n200 g plain flour\n${'100 g sugar\n'.repeat(120)}`);
    const send = () => local(request(app).post('/api/formulas')).send({ tryId: randomUUID(), label: '', worksheet: filling });
    const answers = [];
    for (let i = 0; i < 20; i++) answers.push(await send());
    const refused = answers.find(({ status }) => status !== 201);
    expect([refused?.status, (JSON.parse(refused?.text ?? '{}') as Problem).detail]).toEqual([507, expect.stringContaining('The disk is full; nothing was saved')]);
    expect(rowsOf(db)['pack']).toEqual(before['pack']);
    db.pragma('max_page_count = 1000000');
    expect((await send()).status).toBe(201);
    expect(db.pragma('integrity_check')).toEqual([{ integrity_check: 'ok' }]);
  });
});

test('JSON that is nested 1,500 deep is refused in words', async () => {
  const { app, close } = (() => {
    const db = openStore(':memory:', migrations, now);
    return { app: appOn(larderStoreOn(db)), close: () => db.close() };
  })();
  for (const depth of [1500, 100_000]) {
    const body = `{"id":${'['.repeat(depth)}${']'.repeat(depth)}}`;
    const answer = await local(request(app).put('/api/plans/x')).type('application/json').send(body);
    expect([answer.status, (JSON.parse(answer.text) as Problem).detail]).toEqual([422, expect.stringContaining('nested deeper')]);
  }
  close();
});
