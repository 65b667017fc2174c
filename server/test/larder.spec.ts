import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type FoodPage, type ImportPreview, type StoredLarder, type StoredPack } from '@fellmist/contract';
import { PACK_COLUMNS, readCsv, readFoodRows, readPackRows, writeFoodTable, writePackTable } from '@fellmist/contract/tables';
import { type Pack } from '@fellmist/core';
import request from 'supertest';
import { setTable } from '../src/demo/setTable';
import { testHousehold, root, shipped, vessels } from './household';

const { app, larderStore, local, close } = testHousehold();
setTable(larderStore, shipped, vessels, join(root, 'data'));
afterAll(close);

async function list(query: string): Promise<FoodPage> {
  return (await local(request(app).get(`/api/foods?${query}`))).body as FoodPage;
}
const names = async (query: string): Promise<readonly string[]> => (await list(query)).rows.map(({ name }) => name);

describe('the list', () => {
  test.each([
    ['zucchini', 'Courgette'],
    ['AP flour', 'Plain wheat flour'],
    ['bicarb', 'Bicarbonate of soda'],
    ['confectioners', 'Icing sugar'],
    ['garbanzo', 'Chickpeas, canned, drained'],
    ['soya isol', 'Soya protein isolate'],
  ])('%s finds %s', async (words, name) => {
    expect((await names(`q=${encodeURIComponent(words)}&limit=6`)).some((found) => found.startsWith(name))).toBe(true);
  });

  test('the food that the words name outright comes first', async () => {
    expect((await names('q=flour&limit=3'))[0]).toBe('Plain wheat flour');
    expect((await names('q=milk&limit=3'))[0]).toBe('Whole milk');
    expect((await names('q=flour&limit=3')).length).toBe(3);
  });

  test('a slip is forgiven and named, nonsense finds nothing, punctuation breaks nothing', async () => {
    expect(await list('q=choclate')).toMatchObject({ corrected: 'chocolate' });
    expect((await list('q=hazlenut')).rows.length).toBeGreaterThan(3);
    for (const words of ['xqzvkw', '"', '*', 'a" OR b', '-- DROP', '%F0%9F%8D%B0', "'"])
      expect([words, (await local(request(app).get(`/api/foods?q=${encodeURIComponent(words)}`))).status]).toEqual([words, 200]);
    expect((await list('q=xqzvkw')).total).toBe(0);
  });

  test('filters keep what they say, sorts put unknown last', async () => {
    const free = await list('without=milk,gluten&kind=flour&limit=200');
    expect(free.total).toBeGreaterThan(20);
    expect(free.rows.every(({ allergens, kind }) => kind === 'flour' && !allergens.includes('milk') && !allergens.includes('gluten'))).toBe(true);
    const net = (await list('sort=net&limit=200&school=low-carb')).rows.map(({ netCarbG }) => netCarbG);
    expect(net.every((grams, i) => grams !== null && grams <= 10 && grams >= (net[i - 1] ?? 0))).toBe(true);
    const priced = (await list('sort=protein-price&limit=200')).rows.map(({ pricePer100gProtein }) => pricePer100gProtein);
    const firstUnknown = priced.indexOf(null);
    expect(priced.slice(firstUnknown).every((price) => price === null)).toBe(true);
    expect((await local(request(app).get('/api/foods?sort=sideways'))).status).toBe(422);
  });

  test('what should be used soon comes in the order of use', async () => {
    const days = (await list('only=soon')).rows.map(({ useBy }) => useBy ?? '');
    expect(days.length).toBeGreaterThan(2);
    expect([...days].sort()).toEqual(days);
    expect((await list('only=stock')).rows.every(({ leftG }) => leftG !== null)).toBe(true);
  });
});

describe('packs and stock', () => {
  const pack: Pack = { id: 'pack-test', name: 'Test oats', kindId: 'oat-flour', measuresG: { scoop: 21 }, mayContain: ['soy'], thirstTests: [], note: '' };
  const put = (body: unknown, header: Record<string, string>): request.Test =>
    local(request(app).put('/api/packs/pack-test'))
      .set(header)
      .send(body as object);

  test('saved, refused when stale, the same save again is known, removed and brought back', async () => {
    expect((await put(pack, { 'If-None-Match': '*' })).body).toEqual({ pack, version: 1 });
    expect((await put({ ...pack, note: 'a' }, { 'If-Match': '"1"' })).body).toMatchObject({ version: 2 });
    expect((await put({ ...pack, note: 'a' }, { 'If-Match': '"1"' })).status).toBe(200);
    const stale = await put({ ...pack, note: 'b' }, { 'If-Match': '"1"' });
    expect([stale.status, (stale.body as { currentPack: StoredPack }).currentPack.pack.note]).toEqual([409, 'a']);
    expect(await names('q=test oats')).toEqual(['Test oats']);
    expect((await local(request(app).delete('/api/packs/pack-test'))).status).toBe(204);
    expect((await list('q=test oats')).rows.map(({ id }) => id)).not.toContain('pack-test');
    await local(request(app).post('/api/packs/pack-test/restore'));
    expect(await names('q=test oats')).toEqual(['Test oats']);
  });

  test.each<[string, unknown, string]>([
    ['no name', { ...pack, name: ' ' }, 'name'],
    ['an unknown kind', { ...pack, kindId: 'sawdust' }, 'kindId'],
    ['a negative scoop', { ...pack, measuresG: { scoop: -3 } }, 'measuresG.scoop'],
    ['a scoop without end', { ...pack, measuresG: { scoop: 1e9 } }, 'measuresG.scoop'],
    ['a strange member', { ...pack, evil: true }, ''],
  ])('%s is refused by name and nothing changes', async (_name, body, field) => {
    const before = larderStore.contents;
    const answer = await put(body, { 'If-Match': '"2"' });
    expect([answer.status, (answer.body as { field: string }).field]).toEqual([422, field]);
    expect(larderStore.contents).toBe(before);
  });

  test('stock that is opened first makes its pack the one in hand', async () => {
    await local(request(app).put('/api/stock/s1'))
      .set('If-None-Match', '*')
      .send({ id: 's1', foodId: 'pack-test', leftG: 300, openedOn: '2026-11-20', bestBefore: '2026-11-25', origin: 'pack', note: '' });
    const { inStock } = (await local(request(app).get('/api/larder'))).body as StoredLarder;
    expect(inStock.indexOf('pack-test')).toBeLessThan(inStock.indexOf('pack-oat-flour'));
    expect(larderStore.larder.inHand.get('oat-flour')).toBe('pack-test');
    expect((await local(request(app).put('/api/stock/s2')).send({ id: 's2', foodId: 'sawdust', leftG: 1, origin: 'left over', note: '' })).status).toBe(422);
    expect((await local(request(app).delete('/api/stock/s1'))).status).toBe(204);
    expect(larderStore.larder.inHand.get('oat-flour')).toBe('pack-oat-flour');
  });
});

describe('the label service', () => {
  const shelf = JSON.parse(readFileSync(join(root, 'data/label-shelf.json'), 'utf8')) as readonly { code: string; name: string; behaves?: string }[];
  const look = (digits: string): request.Test => local(request(app).get(`/api/devices/labels/${digits}`));

  test('a code is found, unknown, no code at all, or the service is down; each in words', async () => {
    expect(shelf.length).toBeGreaterThanOrEqual(30);
    const [known, down] = [shelf.find(({ behaves }) => !behaves), shelf.find(({ behaves }) => behaves === 'down')];
    expect((await look(known?.code ?? '')).body).toMatchObject({ kind: 'found', draft: { barcode: known?.code, name: known?.name } });
    // GS1 General Specifications, calculation of the check digit: 629104150021 takes 3.
    expect((await look('6291041500213')).body).toEqual({ kind: 'not-found' });
    expect((await look('6291041500214')).status).toBe(422);
    expect(await look(down?.code ?? '')).toMatchObject({ status: 503, body: { detail: expect.stringContaining('by hand') } });
  });
});

describe('tables in and out', () => {
  const send = (body: string | Buffer, of = 'foods'): request.Test =>
    local(request(app).post(`/api/imports?of=${of}`))
      .set('Content-Type', 'text/csv')
      .send(body);
  const accept = (id: string): request.Test => local(request(app).post(`/api/imports/${id}/accept`));

  test('a preview writes nothing; accepted it is there; the same again changes nothing; another figure updates', async () => {
    const csv = 'name;kind;energy_kcal;protein_g;colour\nZucchini crisps;vegetable;512,5;6;green\nBad one;vegetable;lots;6;\n';
    const preview = (await send(csv)).body as ImportPreview;
    expect(preview).toMatchObject({ counts: { new: 1, faulty: 1 }, ignoredColumns: ['colour'], encoding: 'UTF-8' });
    expect(preview.rows[0]).toMatchObject({ row: 3, act: 'faulty' });
    expect(await names('q=zucchini crisps')).toEqual([]);
    expect((await accept(preview.id)).body).toEqual({ foods: 1, packs: 0 });
    expect(await names('q=courgette crisps')).toEqual(['Zucchini crisps']);
    expect((await accept(preview.id)).status).toBe(404);
    expect(((await send(csv)).body as ImportPreview).counts).toMatchObject({ same: 1, new: 0, update: 0 });
    expect(((await send(csv.replace('512,5', '500'))).body as ImportPreview).counts).toMatchObject({ update: 1 });
  });

  test('foods in any script, and names that differ by a sign, stay apart; a figure that reads two ways is asked about', async () => {
    const csv = 'name,kind,protein_g\nКокосовая мука,flour,11.2\nПудра сахарная,sweetener,0\nWhey 80%,protein,80\nWhey-80,protein,70\n';
    const first = (await send(csv)).body as ImportPreview;
    expect(first.counts).toMatchObject({ new: 4, update: 0, faulty: 0 });
    await accept(first.id);
    const again = (await send('name,kind,protein_g\nПудра сахарная,sweetener,3.2\n  кокосовая  МУКА ,flour,12\nOdd,flour,"1,234"\n')).body as ImportPreview;
    expect(again.counts).toMatchObject({ update: 2, faulty: 1 });
    expect(again.rows.map(({ words }) => words.join())).toEqual([
      expect.stringContaining('thousands or as a decimal comma'),
      'replaces your Пудра сахарная: 0 → 3.2 g protein',
      'replaces your Кокосовая мука: 11.2 → 12 g protein',
    ]);
    expect((await send(`name,id\nLong,own-${'x'.repeat(60)}\n`)).body).toMatchObject({ counts: { faulty: 1 } });
  });

  test('what was saved since a table was looked at is not written over: nothing is taken in', async () => {
    const look = async (fat: number): Promise<ImportPreview> => (await send(`name,kind,fat_g\nMoved spread,other,${fat}\nStill one,other,${fat}\n`)).body as ImportPreview;
    await accept((await look(1)).id);
    const [mine, theirs] = [await look(2), await look(3)];
    expect((await accept(theirs.id)).status).toBe(200);
    const late = await accept(mine.id);
    expect([late.status, (late.body as { detail: string }).detail]).toEqual([409, expect.stringContaining('Moved spread, Still one')]);
    expect((await look(3)).counts).toMatchObject({ same: 2 });
  });

  test('a Latin-1 file, a byte order mark, a shipped food, a doubled row', async () => {
    const latin = Buffer.from('name,kind\nCr\u00e8me d\u00e9lice,dairy\n', 'latin1');
    expect((await send(latin)).body).toMatchObject({ encoding: 'Latin-1', rows: [{ name: 'Crème délice', act: 'new' }] });
    expect((await send('\ufeffname,id\nPlain,plain-flour\nTwice,own-x\nTwice again,own-x\n')).body).toMatchObject({ counts: { kept: 1, new: 1, faulty: 1 } });
  });

  test.each([
    ['wrong columns', 'foo,bar\n1,2\n', /column "name" is missing/],
    ['an empty file', '', /empty/],
    ['only a heading', 'name,kind\n', /no row/],
    ['binary', Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 0, 1]), /binary/],
    ['an open quote', 'name\n"never closed\n', /quotation mark/],
  ])('%s is refused in words', async (_name, body, words) => {
    const answer = await send(body);
    expect([answer.status, (answer.body as { detail: string }).detail]).toEqual([422, expect.stringMatching(words)]);
  });

  test('50 MB is refused', async () => {
    expect((await send(Buffer.alloc(50 * 1024 * 1024, 'a'))).status).toBe(413);
  });

  test('foods and packs come back from their own tables as they went out, and a formula in a cell is defused', () => {
    const rowsOf = (csv: string, columns: readonly string[], needed: readonly string[]) => {
      const read = readCsv(new TextEncoder().encode(csv), columns, needed);
      if (!read.ok) throw new Error(read.error);
      return read.rows;
    };
    const [first] = shipped.foods;
    if (!first) throw new Error('no food ships');
    const evil = { ...first, name: '=cmd|calc', roles: {} };
    const csv = writeFoodTable([evil]);
    expect(csv).toContain("'=cmd|calc");
    const back = readFoodRows(rowsOf(csv, [], ['name']))[0];
    expect(back).toMatchObject({ food: { id: evil.id, name: '=cmd|calc', per100g: evil.per100g } });
    const packs = larderStore.contents.packs.map(({ pack }) => ({ pack, stock: undefined }));
    const read = readPackRows(rowsOf(writePackTable(packs), PACK_COLUMNS, ['name', 'kind_id']));
    const bare = ({ thirstTests, ...pack }: Pack): object => ({ ...pack, thirstTests: thirstTests.map(({ id: _id, ...test }) => test) });
    expect(read.map((row) => ('pack' in row ? bare(row.pack) : row))).toEqual(packs.map(({ pack }) => bare(pack)));
  });
});
