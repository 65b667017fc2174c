import { randomUUID } from 'node:crypto';
import {
  type BakeHead,
  type BookHead,
  type BookPage,
  type KeptPortions,
  type OvenEntry,
  type Problem,
  type StoredBake,
  type TimersAnswer,
  type ToldAnswer,
} from '@fellmist/contract';
import { allLines } from '@fellmist/core';
import { type BakeAct, type BakeEvent, type Vessel } from '@fellmist/core/bake';
import request from 'supertest';
import { beginBake } from '../src/store/bakes';
import { testHousehold } from './household';

const { app, sheetOf, local, larderStore, close } = testHousehold();
afterAll(close);

const TEXT = 'Oat pancakes\nMakes 8 pancakes\n120 g oat flour\n2 eggs\n200 ml milk';
const AT = '2026-11-24T10:00:00.000Z';
let turn = 0;
const event = (act: BakeAct, id: string = randomUUID()): BakeEvent => ({ ...act, id, teller: 'kitchen', turn: (turn += 1), at: AT });
const detail = ({ text }: request.Response): string => (JSON.parse(text) as Problem).detail;
const tell = (id: string, events: readonly unknown[], since = 0): request.Test =>
  local(request(app).post(`/api/bakes/${id}/events`))
    .query({ since })
    .send(events as object[]);
const read = async (id: string): Promise<StoredBake> => (await local(request(app).get(`/api/bakes/${id}`))).body as StoredBake;

describe('a bake on the server', () => {
  let formulaId = '';
  let planned: BakeEvent;
  const id = randomUUID();
  const begin = (bakeId = id): request.Test => local(request(app).post('/api/bakes')).send({ id: bakeId, planned });

  beforeAll(async () => {
    const tryId = randomUUID();
    formulaId = ((await local(request(app).post('/api/formulas')).send({ tryId, label: '', worksheet: sheetOf(TEXT) })).body as { id: string }).id;
    planned = event({ kind: 'planned', formulaId, tryId });
  });

  test('begins with what it bakes, once however often it is asked, and is listed by its title', async () => {
    expect((await begin()).status).toBe(201);
    expect(((await begin()).body as StoredBake).events).toHaveLength(1);
    const [head] = (await local(request(app).get('/api/bakes'))).body as BakeHead[];
    expect([head?.title, head?.events, head?.isFinished]).toEqual(['Oat pancakes', 1, false]);
    const bad = { id: randomUUID(), planned: { ...planned, id: randomUUID(), tryId: randomUUID() } };
    expect((await local(request(app).post('/api/bakes')).send(bad)).status).toBe(404);
  });

  test('begins with the tin that the recipe names, the next time with what it really went into', async () => {
    const kept = async (text: string): Promise<{ formulaId: string; tryId: string }> => {
      const tryId = randomUUID();
      const { body } = await local(request(app).post('/api/formulas')).send({ tryId, label: '', worksheet: sheetOf(text) });
      return { formulaId: (body as { id: string }).id, tryId };
    };
    const loaf = await kept('Oat loaf\nMakes 8 slices\n200 g oat flour\n2 eggs\n200 ml milk\nMethod\nPour into a 9 x 5-inch loaf pan and bake.');
    const begun = async (of = loaf): Promise<StoredBake> =>
      (await local(request(app).post('/api/bakes')).send({ id: randomUUID(), planned: event({ kind: 'planned', ...of }) })).body as StoredBake;
    const intoOf = ({ events: [first] }: StoredBake): unknown =>
      first?.event.kind === 'planned' && [first.event.into?.as, first.event.into?.vessels.map(({ vessel }) => vessel.id)];
    const one = await begun();
    expect(intoOf(one)).toEqual(['the recipe', ['loaf-large']]);
    // The title may say it, the method first; a word without a size says nothing.
    const titled = (title: string, method: string) => kept(`${title}\nMakes 8 slices\n200 g oat flour\n2 eggs\nMethod\n${method}`);
    expect(intoOf(await begun(await titled('Oat tart (24cm tart tin)', 'Mix and bake.')))).toEqual(['the recipe', ['tart-24']]);
    expect(intoOf(await begun(await titled('Oat tart (24cm tart tin)', 'Bake in a 20 cm square tin.')))).toEqual(['the recipe', ['square-20']]);
    expect(intoOf(await begun(await titled('Oat tart for a tin', 'Mix and bake.')))).toEqual([undefined, undefined]);
    const vessels = (await local(request(app).get('/api/vessels'))).body as Vessel[];
    const [tin, bowl] = ['square-20', 'bowl-wide'].map((wanted) => vessels.find(({ id: own }) => own === wanted));
    if (!tin || !bowl) throw new Error('no such tins');
    await tell(one.id, [event({ kind: 'vessel chosen', vessel: tin, count: 1 }), event({ kind: 'vessel chosen', vessel: bowl, count: 1 })]);
    expect(intoOf(await begun())).toEqual(['last time', ['square-20', 'bowl-wide']]);
  });

  test('takes each event exactly once and in order, also sent again with others after a lost answer', async () => {
    const line = allLines((await read(id)).formula)[0]?.id ?? '';
    const first = event({ kind: 'poured', lineId: line, massG: 120, by: 'scale' });
    const second = event({ kind: 'note', text: 'thick' });
    expect(((await tell(id, [first])).body as ToldAnswer).events).toHaveLength(2);
    const again = (await tell(id, [first, second], 2)).body as ToldAnswer;
    expect(again.events.map(({ place, event: { id: one } }) => [place, one])).toEqual([[3, second.id]]);
    expect((await read(id)).events.map(({ event: { id: one } }) => one)).toEqual([planned.id, first.id, second.id]);
  });

  test('refuses what is no event and says where, and keeps nothing of a list with one in it', async () => {
    const good = event({ kind: 'note', text: 'kept?' });
    const answer = await tell(id, [good, { ...event({ kind: 'poured', lineId: 'x', massG: 1, by: 'scale' }), massG: -4 }]);
    expect(answer.status).toBe(422);
    expect((JSON.parse(answer.text) as Problem).field).toMatch(/1.*massG/);
    expect((await read(id)).events).toHaveLength(3);
    expect((await tell(randomUUID(), [good])).status).toBe(404);
  });

  test('takes a bowl by its name, and the first one, which has none', async () => {
    const other = randomUUID();
    await begin(other);
    for (const bowl of ['the dry things', '']) expect((await tell(other, [event({ kind: 'tared', bowl })])).status).toBe(200);
    await local(request(app).delete(`/api/bakes/${other}`));
  });

  test('its list is never changed or removed, whoever asks the database', () => {
    expect(() => larderStore.db.prepare('UPDATE bake_event SET body = json(1)').run()).toThrow(/never changed/);
    expect(() => larderStore.db.prepare('DELETE FROM bake_event').run()).toThrow(/never removed/);
  });

  test('a formula that is taken off the shelf meanwhile can still be baked to its end', async () => {
    await local(request(app).delete(`/api/formulas/${formulaId}`));
    expect((await read(id)).formula.title).toBe('Oat pancakes');
    await local(request(app).post(`/api/formulas/${formulaId}/restore`));
  });

  test('portions put away are known with the words of their class, eaten from any place, each once, and given back', async () => {
    await tell(id, [event({ kind: 'kept', place: 'freezer', portions: 3, useBy: '2027-01-20' }), event({ kind: 'kept', place: 'fridge', portions: 1, useBy: '2026-11-28' })]);
    const listed = async (): Promise<readonly KeptPortions[]> => (await local(request(app).get('/api/kept'))).body as readonly KeptPortions[];
    expect((await listed()).map(({ place, left, formulaId: of }) => [place, left, of])).toEqual([
      ['fridge', 1, formulaId],
      ['freezer', 3, formulaId],
    ]);
    expect((await listed())[1]?.words).toMatch(/no thawing.*toaster/);
    const eaten = randomUUID();
    const eat = () => local(request(app).post(`/api/bakes/${id}/eaten`).send({ id: eaten, place: 'freezer' }));
    await eat();
    expect(((await eat()).body as readonly KeptPortions[]).map(({ left }) => left)).toEqual([1, 2]);
    const undo = await local(request(app).post(`/api/bakes/${id}/uneaten`).send({ id: randomUUID(), eventId: eaten }));
    expect((undo.body as readonly KeptPortions[]).map(({ left }) => left)).toEqual([1, 3]);
    expect((await local(request(app).post(`/api/bakes/${id}/eaten`).send({ id: eaten, place: 'cellar' }))).status).toBe(422);
    expect((await local(request(app).post(`/api/bakes/${randomUUID()}/eaten`).send({ id: randomUUID(), place: 'fridge' }))).status).toBe(404);
  });

  test('timers of all bakes are counted by the server’s clock, from when they were pressed, each press once', async () => {
    const timerId = randomUUID();
    const press = (act: object, eventId: string = randomUUID(), agoS = 0): request.Test => local(request(app).post(`/api/bakes/${id}/timers`)).send({ id: eventId, act, agoS });
    const set = { kind: 'timer set', timerId, name: 'look', seconds: 600, says: 'Look: edges set' };
    const once = randomUUID();
    // Pressed a minute before the server could be reached, and sent twice since its answer was lost.
    await press(set, once, 60);
    const { now, timers } = (await press(set, once, 65)).body as TimersAnswer;
    expect([now, timers]).toEqual([AT, [{ bakeId: id, title: 'Oat pancakes', timerId, name: 'look', says: 'Look: edges set', endsAt: '2026-11-24T10:09:00.000Z' }]]);
    await press({ kind: 'looked', text: 'not yet' });
    const again = (await press({ ...set, seconds: 240 })).body as TimersAnswer;
    expect(again.timers.map(({ endsAt }) => endsAt)).toEqual(['2026-11-24T10:04:00.000Z']);
    expect(((await press({ kind: 'timer rang', timerId })).body as TimersAnswer).timers).toEqual([]);
    for (const seconds of [0, -5, 1e9, 1.5]) expect((await press({ ...set, seconds })).status).toBe(422);
    expect((await local(request(app).post(`/api/bakes/${randomUUID()}/timers`)).send({ id: randomUUID(), act: set })).status).toBe(404);
  });

  test('the Tasting book has a bake once it is finished, with what was poured and each taster’s last word; nonsense is refused', async () => {
    const page = (): request.Test => local(request(app).get(`/api/book/${formulaId}`));
    const heads = async (): Promise<readonly BookHead[]> => (await local(request(app).get('/api/book'))).body as readonly BookHead[];
    expect([(await page()).status, await heads()]).toEqual([404, []]);
    const other = randomUUID();
    await local(request(app).post('/api/bakes')).send({ id: other, planned: { ...planned, id: randomUUID() } });
    const lineId = allLines((await read(other)).formula)[0]?.id ?? '';
    const tasted = (taster: string, overall: number, thickness: number): BakeEvent => event({ kind: 'tasted', taster, overall, scales: { thickness }, faults: ['gummy'] });
    await tell(other, [event({ kind: 'poured', lineId, massG: 131, by: 'scale' }), event({ kind: 'finished' })]);
    // Two phones at once, and one that says again in other letters.
    await Promise.all([tell(other, [tasted('Ida', 5, 2)]), tell(other, [tasted('Bo', 7, 0)])]);
    await tell(other, [tasted('ida ', 6, 1)]);
    const { title, tries } = (await page()).body as BookPage;
    expect([title, await heads()]).toEqual(['Oat pancakes', [{ formulaId, title: 'Oat pancakes', tries: 1 }]]);
    expect([...(tries[0]?.scores ?? [])].sort((a, b) => a.taster.localeCompare(b.taster)).map(({ taster, overall, scales }) => [taster, overall, scales])).toEqual([
      ['Bo', 7, { thickness: 0 }],
      ['ida', 6, { thickness: 1 }],
    ]);
    expect(allLines(tries[0]?.poured ?? { parts: [] })[0]?.massG).toBe(131);
    // Whoever tasted or had a plate is known at the next bake, by one name each; a plate that was taken back names nobody.
    const plate = (name: string): BakeEvent => event({ kind: 'plated', name, portions: 1, toppings: [], lines: [] });
    const [mistaken, nameless] = [plate('Adda'), plate('')];
    await tell(other, [plate('Cleo'), mistaken, nameless, event({ kind: 'undone', eventId: mistaken.id })]);
    expect(((await read(id)).eaters ?? []).map((name) => name.toLowerCase()).sort()).toEqual(['bo', 'cleo', 'ida']);
    // And who tasted the last together: another bake is offered the same table.
    expect(((await read(id)).tasters ?? []).map((name) => name.toLowerCase()).sort()).toEqual(['bo', 'ida']);
    for (const bad of [tasted('', 5, 0), tasted('Ida', 10, 0), tasted('Ida', 5.5, 0), tasted('Ida', 5, 3), { ...tasted('Ida', 5, 0), scales: { colour: 1 } }])
      expect((await tell(other, [bad])).status).toBe(422);
    await local(request(app).delete(`/api/bakes/${other}`));
    expect((await page()).status).toBe(404);
  });

  test('the oven’s log has the real time beside the reckoned one, without bakes that were never reckoned or are not out', async () => {
    const log = async (): Promise<readonly OvenEntry[]> => (await local(request(app).get('/api/oven'))).body as readonly OvenEntry[];
    const heat = { ovenC: 180, isFan: true, isInBath: false, startC: 21 };
    const at = (act: BakeAct, time: string): BakeEvent => ({ ...event(act), at: time });
    await tell(id, [at({ kind: 'into the heat', heat: { ...heat, reckonedS: 1500 } }, '2026-11-24T11:00:00.000Z')]);
    expect(await log()).toEqual([]);
    await tell(id, [at({ kind: 'out of the heat' }, '2026-11-24T11:20:00.000Z')]);
    expect(await log()).toEqual([{ bakeId: id, title: 'Oat pancakes', at: '2026-11-24T11:20:00.000Z', classId: 'pancake', reckonedS: 1500, realS: 1200 }]);
    // Twelve minutes to what was reckoned to take 1,000 seconds: with the 0.8 of the whole bake √(0.8 × 0.72); a reading of the oven itself tells nothing.
    await tell(id, [
      at({ kind: 'reading', of: 'core', tempC: 80, reckonedS: 1000 }, '2026-11-24T11:12:00.000Z'),
      at({ kind: 'reading', of: 'oven', tempC: 170 }, '2026-11-24T11:13:00.000Z'),
    ]);
    expect((await log())[0]?.realS).toBeCloseTo(1138.4, 1);
    await tell(id, [at({ kind: 'into the heat', heat }, '2026-11-24T12:00:00.000Z'), at({ kind: 'out of the heat' }, '2026-11-24T12:10:00.000Z')]);
    expect(await log()).toEqual([]);
    expect((await tell(id, [event({ kind: 'into the heat', heat: { ...heat, ovenC: 900 } })])).status).toBe(422);
  });

  test('takes what was used from the stock once, the eldest first, and puts it back', async () => {
    const put = (itemId: string, leftG: number, openedOn: string): void =>
      larderStore.putStock({ id: itemId, foodId: 'oat-flour', leftG, openedOn, origin: 'left over', note: '' });
    put('old', 50, '2026-09-01');
    put('new', 500, '2026-11-20');
    const left = (): readonly number[] => ['old', 'new'].map((one) => larderStore.contents.stock.find(({ item }) => item.id === one)?.item.leftG ?? -1);
    const stock = (): request.Test => local(request(app).post(`/api/bakes/${id}/stock`));
    expect((await stock()).body).toMatchObject({
      taken: [
        { itemId: 'old', massG: 50 },
        { itemId: 'new', massG: 70 },
      ],
    });
    await stock();
    expect(left()).toEqual([0, 430]);
    expect((await local(request(app).delete(`/api/bakes/${id}/stock`))).status).toBe(204);
    await local(request(app).delete(`/api/bakes/${id}/stock`));
    expect(left()).toEqual([50, 500]);
  });

  test('a line that names no pack takes from the pack of its kind that is open', async () => {
    larderStore.savePack({ id: 'bag', name: 'Oat flour, bag', kindId: 'oat-flour', measuresG: {}, mayContain: [], thirstTests: [], note: '' }, 0);
    for (const one of ['old', 'new']) larderStore.deleteStock(one);
    larderStore.putStock({ id: 'bag-1', foodId: 'bag', leftG: 100, origin: 'pack', note: '' });
    const { body } = await local(request(app).post(`/api/bakes/${id}/stock`));
    // 120 g were used and 100 g were there: all of it goes, and it is said that there was less.
    expect(body).toMatchObject({ taken: [{ itemId: 'bag-1', massG: 100 }], short: ['oat-flour'] });
    await local(request(app).delete(`/api/bakes/${id}/stock`));
  });

  test('goes out as JSON and as a schema.org Recipe with the weights that were poured', async () => {
    const line = allLines((await read(id)).formula)[0]?.id ?? '';
    await tell(id, [event({ kind: 'poured', lineId: line, massG: 11, by: 'scale' })]);
    const recipe = JSON.parse((await local(request(app).get(`/api/bakes/${id}/recipe.jsonld`))).text) as { '@type': string; recipeIngredient: string[] };
    expect([recipe['@type'], recipe.recipeIngredient[0]]).toEqual(['Recipe', expect.stringMatching(/^131 g .*oat flour/i)]);
    const file = (await local(request(app).get(`/api/bakes/${id}/bake.json`))).body as { format: string; events: unknown[] };
    expect([file.format, file.events.length]).toEqual(['fellmist-bake', 18]);
  });

  test('is taken off the list and brought back', async () => {
    const list = async (): Promise<number> => ((await local(request(app).get('/api/bakes'))).body as BakeHead[]).filter((head) => head.id === id).length;
    expect((await local(request(app).delete(`/api/bakes/${id}`))).status).toBe(204);
    expect([await list(), (await local(request(app).get(`/api/bakes/${id}`))).status]).toEqual([0, 404]);
    await local(request(app).post(`/api/bakes/${id}/restore`));
    expect(await list()).toBe(1);
  });

  test('those under way stand first, then the days backwards, however late one was eaten of', async () => {
    const [first, second, third] = [1, 2, 3].map((day) => {
      const bakeId = randomUUID();
      beginBake(larderStore.db, bakeId, { ...planned, id: randomUUID() } as BakeEvent & { kind: 'planned' }, `2026-10-0${day}T10:00:00.000Z`);
      return bakeId;
    }) as [string, string, string];
    for (const one of [third, second]) await tell(one, [event({ kind: 'finished' })]);
    await tell(second, [event({ kind: 'eaten', place: 'fridge', portions: 1 })]);
    const ids = ((await local(request(app).get('/api/bakes'))).body as BakeHead[]).map((head) => head.id);
    expect(ids.filter((one) => [first, second, third].includes(one))).toEqual([first, third, second]);
  });
});

describe('tins, bowls and jars', () => {
  test('those that ship come with the household’s own before them; a shipped one is not written over', async () => {
    const all = async (): Promise<readonly Vessel[]> => (await local(request(app).get('/api/vessels'))).body as Vessel[];
    const shipped = await all();
    const mine: Vessel = { ...(shipped[0] as Vessel), id: 'mine', name: 'Grandmother’s tin', measuredMl: 1420, emptyG: 380 };
    const put = (vessel: object, id: string): request.Test => local(request(app).put(`/api/vessels/${id}`)).send(vessel);
    expect((await put(mine, 'mine')).status).toBe(200);
    expect((await all())[0]).toEqual(mine);
    const zero = await put({ ...mine, acrossCm: 0 }, 'mine');
    expect([zero.status, (JSON.parse(zero.text) as Problem).field]).toEqual([422, 'acrossCm']);
    expect(detail(await put(shipped[0] as Vessel, shipped[0]?.id ?? ''))).toMatch(/ships with Fellmist/);
    expect((await local(request(app).delete('/api/vessels/mine'))).status).toBe(204);
    expect((await local(request(app).delete('/api/vessels/mine'))).status).toBe(404);
  });
});
