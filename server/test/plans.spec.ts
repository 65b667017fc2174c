import { randomUUID } from 'node:crypto';
import { type PlanHead, type Problem, type StoredPlan } from '@fellmist/contract';
import { type Plan } from '@fellmist/core/bake';
import ICAL from 'ical.js';
import request from 'supertest';
import { testHousehold } from './household';

const { app, sheetOf, local, close } = testHousehold();
afterAll(close);

const LOAF = 'Carrot loaf\nMakes 10 slices\n200 g plain flour\n160 g sugar\n3 eggs\n140 ml sunflower oil\n7 g baking powder\nMethod\nStir.\nBake for 50 minutes.';
/** The server of the tests has 10:00 on 24 November 2026. */
const PLAN: Plan = { name: 'Tea table', from: 'serving', serveAt: '2026-11-24T15:00:00.000Z', room: {}, treats: {}, held: {} };

describe('a plan on the server', () => {
  const id = randomUUID();
  let formulaId = '';
  const url = `/api/plans/${id}`;
  const change = (body: object): request.Test => local(request(app).patch(url)).send(body);
  const read = async (): Promise<StoredPlan> => (await local(request(app).get(url))).body as StoredPlan;

  beforeAll(async () => {
    const save = local(request(app).post('/api/formulas')).send({ tryId: randomUUID(), label: '', worksheet: sheetOf(LOAF) });
    formulaId = ((await save).body as { id: string }).id;
    for (let twice = 0; twice < 2; twice++) expect((await local(request(app).post('/api/plans')).send({ id, plan: PLAN })).status).toBe(201);
  });

  test('two phones that change different things at the same moment lose nothing of each other', async () => {
    await Promise.all([
      change({ treats: { a: { formulaId, place: 0 } } }),
      change({ held: { 'a mix': { startAt: '2026-11-24T11:00:00.000Z', by: 'pinned' } } }),
      change({ room: { oven: 1 } }),
      change({ name: 'Harvest tea' }),
    ]);
    const { plan, version, formulas } = await read();
    expect([plan.name, plan.room, Object.keys(plan.treats), Object.keys(plan.held), version]).toEqual(['Harvest tea', { oven: 1 }, ['a'], ['a mix'], 5]);
    expect(formulas[formulaId]?.title).toBe('Carrot loaf');
    await change({ held: { 'a mix': null } });
    expect((await read()).plan.held).toEqual({});
    const [head] = (await local(request(app).get('/api/plans'))).body as PlanHead[];
    expect([head?.name, head?.titles]).toEqual(['Harvest tea', ['Carrot loaf']]);
  });

  test('refuses what is no plan and says where', async () => {
    for (const [body, field] of [
      [{ serveAt: 'tea time' }, /serveAt/],
      [{ room: { oven: 0 } }, /room/],
      [{ room: { sofa: 1 } }, /room/],
      [{ treats: { a: { formulaId: '', place: 0 } } }, /treats/],
    ] as const) {
      const answer = await change(body);
      expect([answer.status, (JSON.parse(answer.text) as Problem).field]).toEqual([422, expect.stringMatching(field)]);
    }
    expect((await local(request(app).patch(`/api/plans/${randomUUID()}`)).send({ name: 'x' })).status).toBe(404);
  });

  test('goes out as iCalendar that another package than wrote it reads: steps in order, alarms for hands and for the look', async () => {
    const { text, headers } = await local(request(app).get(`${url}/plan.ics`));
    expect(headers['content-type']).toMatch(/^text\/calendar/);
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((one) => ({ event: new ICAL.Event(one), alarms: one.getAllSubcomponents('valarm').length }));
    // The loaf of the table at three: it bakes its own 50 minutes, cools an hour, is sliced in five; a look before the end.
    expect(events.map(({ event, alarms }) => [event.summary, event.startDate.toJSDate().toISOString().slice(11, 16), alarms])).toEqual([
      ['Carrot loaf: Weigh out and mix', '12:49', 1],
      ['Carrot loaf: Bake', '13:05', 1],
      ['Carrot loaf: Cool, ten minutes in the tin, then on a rack', '13:55', 0],
      ['Carrot loaf: Slice', '14:55', 1],
      ['Carrot loaf: served', '15:00', 0],
    ]);
    const ids = events.map(({ event }) => event.uid);
    expect(new Set(ids).size).toBe(ids.length);
    // RFC 5545, 3.1: lines end in CR LF and are no longer than 75 octets; 3.6: a product and a version.
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
    expect([calendar.getFirstPropertyValue('version'), String(calendar.getFirstPropertyValue('prodid'))]).toEqual(['2.0', expect.stringContaining('Fellmist')]);
  });

  test('a formula that is taken off the shelf leaves its plan readable, without it; a plan is taken off and brought back', async () => {
    await local(request(app).delete(`/api/formulas/${formulaId}`));
    const { plan, formulas } = await read();
    expect([Object.keys(plan.treats), formulas]).toEqual([['a'], {}]);
    await local(request(app).post(`/api/formulas/${formulaId}/restore`));
    expect((await local(request(app).delete(url))).status).toBe(204);
    expect((await local(request(app).get(url))).status).toBe(404);
    expect((await local(request(app).post(`${url}/restore`))).status).toBe(204);
    expect((await read()).version).toBeGreaterThan(5);
  });
});
