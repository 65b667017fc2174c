import { randomUUID } from 'node:crypto';
import { type ShoppingPage, type StoredFormula, type UseUpPage } from '@fellmist/contract';
import Papa from 'papaparse';
import request from 'supertest';
import { testHousehold } from './household';

const { app, sheetOf, local, close } = testHousehold();
afterAll(close);

const get = <T>(path: string): Promise<T> => local(request(app).get(path)).then(({ body }) => body as T);
const SERVE = '2099-05-01T14:00:00.000Z';
const formula = async (text: string): Promise<string> =>
  ((await local(request(app).post('/api/formulas')).send({ tryId: randomUUID(), label: 'First', worksheet: sheetOf(text) })).body as StoredFormula).id;
const plan = async (name: string, formulaIds: readonly string[]): Promise<string> => {
  const id = randomUUID();
  const treats = Object.fromEntries(formulaIds.map((formulaId, place) => [`t${place}`, { formulaId, place }]));
  const sent = await local(request(app).post('/api/plans')).send({ id, plan: { name, from: 'serving', serveAt: SERVE, room: {}, treats, held: {} } });
  expect(sent.status).toBe(201);
  return id;
};
const needs = (page: ShoppingPage): Readonly<Record<string, number>> => Object.fromEntries(page.entries.map(({ id, needG }) => [id, Math.round(needG)]));

test('a planned day wants what its formulas hold, less the stock; another day is left out where it is not asked for', async () => {
  const [buns, pie] = [await formula('Buns\nMakes 6\n300 g plain flour\n100 g sugar'), await formula('Pie\nServes 4\n250 g plain flour\n120 g butter')];
  const stock = { id: 'flour-left', foodId: 'plain-flour', leftG: 200, origin: 'left over', note: '' };
  expect((await local(request(app).put('/api/stock/flour-left')).set('If-None-Match', '*').send(stock)).status).toBe(200);
  const first = await plan('Saturday', [buns, pie]);
  await plan('Sunday', [buns]);
  // By hand: 300 + 250 + 300 g of flour less 200 there; on Saturday alone 350.
  expect(needs(await get('/api/shopping'))).toEqual({ 'plain-flour': 650, sugar: 200, butter: 120 });
  const one = await get<ShoppingPage>(`/api/shopping?plans=${first}`);
  expect([needs(one), one.days.map(({ name, isListed }) => [name, isListed])]).toEqual([
    { 'plain-flour': 350, sugar: 100, butter: 120 },
    expect.arrayContaining([
      ['Saturday', true],
      ['Sunday', false],
    ]),
  ]);
});

test('a tick holds for what was needed then, and asks again when more is', async () => {
  const isTicked = async (query = ''): Promise<boolean | undefined> => (await get<ShoppingPage>(`/api/shopping${query}`)).entries.find(({ id }) => id === 'sugar')?.isTicked;
  const tick = (massG: number | null): Promise<number> =>
    local(request(app).put('/api/shopping/ticks'))
      .send({ id: 'sugar', massG })
      .then(({ status }) => status);
  expect(await tick(100)).toBe(204);
  expect(await isTicked()).toBe(false);
  expect(await tick(200)).toBe(204);
  expect(await isTicked()).toBe(true);
  expect(await tick(null)).toBe(204);
  expect(await isTicked()).toBe(false);
  expect(await tick(-1)).toBe(422);
});

test('the list goes out as CSV and as plain lines without what is ticked', async () => {
  await local(request(app).put('/api/shopping/ticks')).send({ id: 'butter', massG: 120 });
  const csv = (await local(request(app).get('/api/shopping.csv'))).text;
  const rows = Papa.parse<Record<string, string>>(csv, { header: true }).data;
  expect(rows.map((row) => [row['food'], row['need g'], row['ticked']])).toEqual(expect.arrayContaining([['Butter, unsalted', '120', 'yes']]));
  const text = (await local(request(app).get('/api/shopping.txt'))).text;
  expect(text).toContain('- Plain wheat flour, 650 g');
  expect(text).not.toContain('Butter');
});

test('what is due soon, and the own formula that uses it up', async () => {
  const today = new Date().toISOString().slice(0, 10);
  await local(request(app).put('/api/stock/yolks')).set('If-None-Match', '*').send({ id: 'yolks', foodId: 'egg-yolk', leftG: 100, openedOn: today, origin: 'left over', note: '' });
  const custard = await formula('Custard pots\nServes 4\n100 g egg yolk\n300 g whole milk\n60 g sugar');
  const { due, formulas } = await get<UseUpPage>('/api/use-up');
  expect(due.map(({ stockId }) => stockId)).toContain('yolks');
  expect([formulas[0]?.formulaId, formulas[0]?.uses.find(({ stockId }) => stockId === 'yolks')?.usedG]).toEqual([custard, 100]);
});
