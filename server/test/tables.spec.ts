import { type ImportPreview, type MatchedFoods, type Problem, type StoredPack } from '@fellmist/contract';
import { type Food, type Pack } from '@fellmist/core';
import request from 'supertest';
import { testHousehold } from './household';

const { app, larderStore, local, close } = testHousehold();
afterAll(close);

const send = (body: string, of = 'packs'): request.Test =>
  local(request(app).post(`/api/imports?of=${of}`))
    .set('Content-Type', 'text/csv')
    .send(body);
const accept = (id: string): request.Test => local(request(app).post(`/api/imports/${id}/accept`));
const previewed = async (csv: string, of?: string): Promise<ImportPreview> => (await send(csv, of)).body as ImportPreview;

const PACKS = `name,kind_id,net_g,price,tradition,serving_g,serving_energy_kcal,serving_protein_g,measures_g,thirst_tests,left_g,opened_on
Tall tub,whey-concentrate,900,24.50,us,30,120,24,scoop=33,10:3.5@2026-10-01,410,2026-11-01
Sawdust,sawdust,100,1,,,,,,,,
,plain-flour,1000,1,,,,,,,,
Tall tub,casein,500,9,,,,,,,,
Odd day,plain-flour,1000,1,,,,,,,5,soon
`;

describe('a table of packs', () => {
  test('is looked at first: what is new, what is faulty and why, by the row it stands in; nothing is written', async () => {
    const preview = await previewed(PACKS);
    expect(preview.counts).toEqual({ new: 1, update: 0, same: 0, kept: 0, faulty: 4 });
    const faults = new Map(preview.rows.filter(({ act }) => act === 'faulty').map(({ row, words }) => [row, words.join(' ')]));
    expect([...faults.keys()].sort()).toEqual([3, 4, 5, 6]);
    expect(faults.get(3)).toContain('"sawdust" is no food of the table');
    expect(faults.get(4)).toContain('every pack needs a name');
    expect(faults.get(5)).toContain('stands twice');
    expect(faults.get(6)).toContain('opened_on must be a day such as');
    expect(larderStore.contents.packs).toEqual([]);
  });

  test('accepted, the pack is in the larder with its scoop, its thirst and what is left; the same again changes nothing', async () => {
    const { id } = await previewed(PACKS);
    expect((await accept(id)).body).toEqual({ foods: 0, packs: 1 });
    const [stored] = larderStore.contents.packs;
    expect(stored?.pack).toMatchObject({ id: expect.stringMatching(/^pack-/), kindId: 'whey-concentrate', netG: 900, price: 24.5, measuresG: { scoop: 33 } });
    expect(stored?.pack.thirstTests).toMatchObject([{ powderG: 10, waterG: 3.5, on: '2026-10-01' }]);
    expect(larderStore.contents.stock).toMatchObject([{ item: { foodId: stored?.pack.id, leftG: 410, openedOn: '2026-11-01' } }]);
    expect(larderStore.larder.foods.get(stored?.pack.id ?? '')?.per100g.proteinG).toBeCloseTo(80, 0);
    expect((await previewed(PACKS)).counts).toMatchObject({ same: 1, new: 0, update: 0 });
    expect((await previewed(PACKS.replace('24.50', '22.00'))).counts).toMatchObject({ update: 1, same: 0 });
  });

  test('what goes out comes in again as the same', async () => {
    const csv = (await local(request(app).get('/api/packs.csv'))).text;
    expect((await previewed(csv)).counts).toEqual({ new: 0, update: 0, same: 1, kept: 0, faulty: 0 });
    const foods = (await local(request(app).get('/api/foods.csv?all=1'))).text;
    expect(foods.split('\r\n').length).toBeGreaterThan(400);
    expect((await previewed(foods, 'foods')).counts).toMatchObject({ new: 0, update: 0, faulty: 0 });
  });

  test('five previews at once: the oldest gives way and says that nothing was imported', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 5; i++) ids.push((await previewed(`name,kind_id\nBag ${i},plain-flour\n`)).id);
    const answer = await accept(ids[0] ?? '');
    expect([answer.status, (answer.body as Problem).detail]).toEqual([404, expect.stringContaining('Nothing was imported')]);
    expect((await accept(ids[4] ?? '')).status).toBe(200);
  });

  test('a table of neither foods nor packs is refused', async () => {
    expect((await send('name\nx\n', 'spoons')).status).toBe(422);
  });
});

describe('a large table of foods', () => {
  const rows = Array.from({ length: 320 }, (_one, i) => `Field bean no ${i},pulse,${100 + i},8`);

  test('stays on the server until a name asks for one of them', async () => {
    const before = larderStore.contents.foods.length;
    const { id, counts, rows: shown } = await previewed(`name,kind,energy_kcal,protein_g\n${rows.join('\n')}\n`, 'foods');
    expect([counts.new, shown.length]).toEqual([320, 200]);
    expect((await accept(id)).body).toEqual({ foods: 320, packs: 0 });
    expect(larderStore.contents.foods.length).toBe(before);
    const { foods } = (await local(request(app).post('/api/foods/match')).send({ names: ['Field bean no 7', 'field bean no 7', 'plain flour'] })).body as MatchedFoods;
    expect(foods.map(({ name }) => name)).toEqual(['Field bean no 7', 'Plain wheat flour']);
    const one = (await local(request(app).get(`/api/foods/${foods[0]?.id ?? ''}`))).body as Food;
    expect(one.per100g.energyKcal).toBe(107);
  });

  test('too many names, or none that can be, are answered', async () => {
    expect((await local(request(app).post('/api/foods/match')).send({ names: Array.from({ length: 61 }, () => 'a') })).status).toBe(422);
    expect((await local(request(app).post('/api/foods/match')).send({ names: ['', '   ', '!!!'] })).body).toEqual({ foods: [] });
  });
});

describe('one pack, one food, one shelf of stock', () => {
  const pack: Pack = { id: 'pack-a', name: 'A', kindId: 'plain-flour', measuresG: {}, mayContain: [], thirstTests: [], note: '' };
  const put = (path: string, body: object, headers: Record<string, string> = {}): request.Test => local(request(app).put(path)).set(headers).send(body);

  test('a save says what it is based on, and its two ids agree', async () => {
    expect((await put('/api/packs/pack-a', pack)).status).toBe(428);
    expect((await put('/api/packs/pack-a', pack, { 'If-Match': 'one' })).status).toBe(428);
    const two = await put('/api/packs/pack-b', pack, { 'If-None-Match': '*' });
    expect([two.status, (two.body as Problem).field]).toEqual([422, 'id']);
    expect((await put('/api/packs/pack-a', pack, { 'If-Match': '"3"' })).status).toBe(404);
    expect((await put('/api/packs/pack-a', pack, { 'If-None-Match': '*' })).headers['etag']).toBe('"1"');
    expect((await local(request(app).get('/api/packs/pack-a'))).body as StoredPack).toEqual({ pack, version: 1 });
  });

  test('stock goes by its own id and by a food that is there', async () => {
    const item = { id: 's-a', foodId: 'pack-a', leftG: 500, origin: 'pack', note: '' };
    expect((await put('/api/stock/s-b', item)).status).toBe(422);
    expect((await put('/api/stock/s-a', { ...item, leftG: -1 })).status).toBe(422);
    expect((await put('/api/stock/s-a', item)).status).toBe(428);
    const first = await put('/api/stock/s-a', item).set('If-None-Match', '*');
    expect(first.body).toEqual({ item, version: 1 });
    const other = await put('/api/stock/s-a', { ...item, leftG: 300 }).set('If-Match', '"1"');
    expect(other.body).toMatchObject({ version: 2 });
    const stale = await put('/api/stock/s-a', { ...item, leftG: 400 }).set('If-Match', '"1"');
    expect([stale.status, (stale.body as Problem).currentStock?.item.leftG]).toEqual([409, 300]);
  });

  test.each([
    ['get', '/api/foods/nothing'],
    ['get', '/api/packs/nothing'],
    ['delete', '/api/packs/nothing'],
    ['post', '/api/packs/nothing/restore'],
    ['delete', '/api/stock/nothing'],
  ] as const)('%s %s: not there, in words', async (method, path) => {
    const answer = await local(request(app)[method](path));
    expect([answer.status, (answer.body as Problem).detail]).toEqual([404, expect.stringContaining('not in the larder')]);
  });
});

describe('a table that would take long is refused before it is taken apart', () => {
  test.each([
    ['a heading row of 2 MB', `name,${'x,'.repeat(1_000_000)}\nflour`, /heading row is longer/],
    ['many columns', `name,${'x,'.repeat(900)}\nflour`, /names 90\d columns/],
    ['a row of 2 MB', `name,kind\nflour,${'y'.repeat(2_000_000)}\n`, /Line 2 is longer/],
    ['millions of rows', `name\n${'a\n'.repeat(3_000_000)}`, /more than 50000 rows/],
  ])('%s', async (_what, csv, words) => {
    const answer = await send(csv, 'foods');
    expect([answer.status, (JSON.parse(answer.text) as Problem).detail]).toEqual([422, expect.stringMatching(words)]);
  });
});
