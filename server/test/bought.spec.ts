import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type StoredBought } from '@fellmist/contract';
import request from 'supertest';
import { testHousehold } from './household';

const { app, local, close } = testHousehold();
afterAll(close);

const SLICE = JSON.parse(readFileSync(join(__dirname, 'documents', 'bought-1.json'), 'utf8')) as StoredBought['bought'];
const put = (bought: object, knows: Record<string, string>, id = SLICE.id): request.Test =>
  local(request(app).put(`/api/bought/${id}`))
    .set(knows)
    .send(bought);
const all = async (): Promise<readonly StoredBought[]> => (await local(request(app).get('/api/bought'))).body as readonly StoredBought[];
const FRESH = { 'If-None-Match': '*' };

test('a bought treat is kept, changed by who knows its last version, taken away and brought back; it is no food of the larder', async () => {
  expect((await put(SLICE, FRESH)).status).toBe(200);
  // A save repeated after a lost answer is known again.
  expect((await put(SLICE, FRESH)).body).toEqual({ bought: SLICE, version: 1 });
  expect((await put({ ...SLICE, portionMassG: 130 }, { 'If-Match': '"1"' })).body).toMatchObject({ version: 2, bought: { portionMassG: 130 } });
  expect((await put({ ...SLICE, portionMassG: 140 }, { 'If-Match': '"1"' })).status).toBe(409);
  expect((await all()).map(({ bought }) => bought.portionMassG)).toEqual([130]);
  expect((await local(request(app).delete(`/api/bought/${SLICE.id}`))).status).toBe(204);
  expect(await all()).toEqual([]);
  expect((await local(request(app).delete(`/api/bought/${SLICE.id}`))).status).toBe(404);
  expect((await local(request(app).post(`/api/bought/${SLICE.id}/restore`))).status).toBe(204);
  expect(await all()).toHaveLength(1);
  expect((await local(request(app).get(`/api/foods/${SLICE.id}`))).status).toBe(404);
});

test.each<[string, object]>([
  ['no name', { ...SLICE, name: ' ' }],
  ['no weight', { ...SLICE, portionMassG: 0 }],
  ['a price below zero', { ...SLICE, price: -1 }],
  ['no label', { ...SLICE, label: undefined }],
  ['something else in it', { ...SLICE, kindId: 'egg' }],
])('%s is refused and nothing is kept of it', async (_name, bought) => {
  const before = await all();
  expect((await put(bought, FRESH)).status).toBe(422);
  expect(await all()).toEqual(before);
});

test('two ids, no version, an unknown treat', async () => {
  expect((await put({ ...SLICE, id: 'other' }, FRESH)).status).toBe(422);
  expect((await put(SLICE, {})).status).toBe(428);
  expect((await put({ ...SLICE, id: 'nobody' }, { 'If-Match': '"3"' }, 'nobody')).status).toBe(404);
});
