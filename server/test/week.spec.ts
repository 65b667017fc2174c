import { randomUUID } from 'node:crypto';
import { type StoredBake, type StoredFormula, type WeekPage } from '@fellmist/contract';
import { allLines, type Formula } from '@fellmist/core';
import { type BakeAct, type BakeEvent } from '@fellmist/core/bake';
import request from 'supertest';
import { testHousehold } from './household';

const { app, sheetOf, local, close } = testHousehold();
afterAll(close);

const DAY = '2026-11-24';
let turn = 0;
const event = (act: BakeAct, at = `${DAY}T10:00:00.000Z`): BakeEvent => ({ ...act, id: randomUUID(), teller: 'kitchen', turn: (turn += 1), at });
const week = async (from: string, to: string): Promise<WeekPage['items']> =>
  ((await local(request(app).get('/api/week')).query({ from: `${from}T00:00:00.000Z`, to: `${to}T00:00:00.000Z` })).body as WeekPage).items;

test('a week tells what is planned, what was made, and what was eaten of it by whom, each once', async () => {
  const tryId = randomUUID();
  const text = 'Sugar bark\nMakes 4 pieces\n200 g sugar\nTo serve:\n40 g butter';
  const sheet = sheetOf(text);
  const atTable = (one: Formula): Formula => ({ ...one, parts: one.parts.map((part, i) => (i === 0 ? part : { ...part, counting: 'at the table' })) });
  const worksheet = { ...sheet, original: atTable(sheet.original), rebuild: atTable(sheet.rebuild) };
  const stored = (await local(request(app).post('/api/formulas')).send({ tryId, label: '', worksheet })).body as StoredFormula;
  const id = randomUUID();
  const { formula } = (await local(request(app).post('/api/bakes')).send({ id, planned: event({ kind: 'planned', formulaId: stored.id, tryId }) })).body as StoredBake;
  const [sugar] = allLines(formula);
  const table = formula.parts.find(({ heading }) => heading.startsWith('To serve'));
  const acts: readonly BakeEvent[] = [
    event({ kind: 'poured', lineId: sugar?.id ?? '', massG: 200, by: 'scale' }),
    event({ kind: 'plated', name: 'Mara', portions: 1, toppings: [{ partId: table?.id ?? '', massG: 10 }], lines: [] }),
    event({ kind: 'kept', place: 'fridge', portions: 3, useBy: '2026-12-01' }),
    event({ kind: 'eaten', place: 'fridge', portions: 1, name: 'Jonas' }, '2026-11-26T10:00:00.000Z'),
  ];
  const taken = event({ kind: 'eaten', place: 'fridge', portions: 1 }, '2026-11-26T11:00:00.000Z');
  await local(request(app).post(`/api/bakes/${id}/events`)).send(acts.slice(0, 1));
  // Weighed in and not baked yet: nothing of it belongs to the week.
  expect(await week('2026-11-23', '2026-11-30')).toEqual([]);
  await local(request(app).post(`/api/bakes/${id}/events`)).send([...acts.slice(1), taken, event({ kind: 'undone', eventId: taken.id })]);
  const serveAt = '2026-11-28T15:00:00.000Z';
  const plan = { name: 'Tea', from: 'serving', serveAt, room: {}, treats: { t1: { formulaId: stored.id, place: 0 } }, held: {} };
  expect((await local(request(app).post('/api/plans')).send({ id: randomUUID(), plan })).status).toBe(201);

  // By hand: 200 g of sugar at 387 kcal in 100 g (FoodData Central) in four pieces, and 10 g of butter at 717 on one plate.
  const told = (await week('2026-11-23', '2026-11-30')).map(({ kind, portions, name, holds }) => [kind, portions, name, Math.round((holds?.energyKcal.amount ?? 0) / 5) * 5]);
  expect(told).toEqual(
    expect.arrayContaining([
      ['planned', 4, undefined, 775],
      ['baked', 4, undefined, 775],
      ['eaten', 1, 'Mara', 265],
      ['eaten', 1, 'Jonas', 195],
    ]),
  );
  expect(told).toHaveLength(4);
  expect((await week('2026-11-26', '2026-11-27')).map(({ kind }) => kind)).toEqual(['eaten']);
  expect(await week('2026-12-07', '2026-12-14')).toEqual([]);
});

test('a span that goes nowhere, backwards or on for years is refused in words', async () => {
  for (const [from, to] of [
    ['2026-11-23T00:00:00.000Z', '2026-11-23T00:00:00.000Z'],
    ['2026-11-23T00:00:00.000Z', '2036-11-23T00:00:00.000Z'],
    ['soon', 'later'],
  ])
    expect((await local(request(app).get('/api/week')).query({ from, to })).status).toBe(422);
});
