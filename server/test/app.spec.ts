import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type SaveRequest, type ShelfPage, type StoredFormula } from '@fellmist/contract';
import request from 'supertest';
import { setTable } from '../src/demo/setTable';
import { openStore } from '../src/store/database';
import { seedLarder } from '../src/store/rules';
import { appOn, larderStoreOn, local, migrations, now, root, sheetOf, shipped, vessels } from './household';

function save(n: number, title = 'Buns'): SaveRequest {
  return { tryId: `00000000-0000-4000-8000-00000000000${n}`, label: `try ${n}`, worksheet: sheetOf(`${title}\nServes 4\n200 g plain flour\n${100 + n} ml milk`) };
}

describe('the server', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fellmist-spec-'));
  const file = join(folder, 'fellmist.db');
  let db = openStore(file, migrations, now);
  let app = appOn(larderStoreOn(db));

  afterAll(() => {
    db.close();
    rmSync(folder, { recursive: true });
  });

  test('a saved formula is the same after a restart, and seeding again changes nothing', async () => {
    const created = await local(request(app).post('/api/formulas')).send(save(1));
    expect(created.status).toBe(201);
    const before = created.body as StoredFormula;
    db.close();
    db = openStore(file, migrations, now);
    expect(larderStoreOn(db).contents.foods).toEqual(shipped.foods);
    expect(seedLarder(db, shipped)).toBe(false);
    app = appOn(larderStoreOn(db));
    const after = await local(request(app).get(`/api/formulas/${before.id}`));
    expect(after.body).toEqual(before);
    expect(after.headers['etag']).toBe(`"${save(1).tryId}"`);
  });

  test('a stale save is refused with what is stored; a repeated one is known again; tries never change', async () => {
    const [entry] = ((await local(request(app).get('/api/formulas'))).body as ShelfPage).entries;
    const put = (known: string, body: SaveRequest): request.Test =>
      local(request(app).put(`/api/formulas/${entry?.id ?? ''}`))
        .set('If-Match', `"${known}"`)
        .send(body);
    expect((await put(save(1).tryId, save(2))).status).toBe(200);
    expect((await put(save(1).tryId, save(2))).status).toBe(200);
    const stale = await put(save(1).tryId, save(3));
    expect(stale.status).toBe(409);
    expect(stale.headers['content-type']).toContain('application/problem+json');
    expect(stale.body).toMatchObject({ current: { thisTry: { id: save(2).tryId, number: 2, parentId: save(1).tryId } } });
    expect(() => db.prepare('UPDATE try SET label = ?').run('changed')).toThrow(/never changed/);
    expect(() => db.prepare('DELETE FROM try').run()).toThrow(/never removed|FOREIGN KEY/);
  });

  test('a formula taken off the shelf can be put back', async () => {
    const [entry] = ((await local(request(app).get('/api/formulas'))).body as ShelfPage).entries;
    const id = entry?.id ?? '';
    expect((await local(request(app).delete(`/api/formulas/${id}`))).status).toBe(204);
    expect((await local(request(app).get(`/api/formulas/${id}`))).status).toBe(404);
    expect((await local(request(app).post(`/api/formulas/${id}/restore`))).status).toBe(204);
    expect((await local(request(app).get(`/api/formulas/${id}`))).status).toBe(200);
  });

  test('export is a schema.org Recipe that carries its original', async () => {
    const [entry] = ((await local(request(app).get('/api/formulas'))).body as ShelfPage).entries;
    const answer = await local(request(app).get(`/api/formulas/${entry?.id ?? ''}/recipe.jsonld`));
    expect(answer.headers['content-type']).toContain('application/ld+json');
    expect(JSON.parse(answer.text)).toMatchObject({ '@type': 'Recipe', name: 'Buns', isBasedOn: { '@type': 'Recipe' } });
  });

  test.each([
    ['broken JSON', '{"a":', 400],
    ['no worksheet', '{}', 422],
    ['a member nobody asked for', JSON.stringify({ ...save(4), admin: true }), 422],
    ['negative grams', JSON.stringify(save(4)).replace('"massG":200', '"massG":-200'), 422],
    ['thirteen megabytes', JSON.stringify({ pad: 'x'.repeat(13_000_000) }), 413],
    ['null', 'null', 400],
  ])('%s is answered with a problem, never with a 5xx', async (_name, body, status) => {
    const answer = await local(request(app).post('/api/formulas')).set('Content-Type', 'application/json').send(body);
    expect(answer.status).toBe(status);
    expect((JSON.parse(answer.text) as { detail: string }).detail.length).toBeGreaterThan(10);
  });

  test('script in a title is stored as text and never sent as a page', async () => {
    const answer = await local(request(app).post('/api/formulas')).send(save(5, '<script>alert(1)</script>'));
    expect(answer.headers['content-type']).toContain('application/json');
    expect((answer.body as StoredFormula).worksheet.rebuild.title).toBe('<script>alert(1)</script>');
    const exported = await local(request(app).get(`/api/formulas/${(answer.body as StoredFormula).id}/recipe.jsonld`));
    expect(exported.headers['content-disposition']).toBe('attachment; filename="script-alert-1-script.jsonld"');
    expect(exported.headers['content-security-policy']).toContain("script-src 'self'");
  });

  test('another host’s name, another site’s page and a save without If-Match are refused', async () => {
    expect((await request(app).get('/api/larder').set('Host', 'evil.example')).status).toBe(403);
    expect((await local(request(app).post('/api/formulas')).set('Origin', 'http://evil.example').send(save(6))).status).toBe(403);
    expect((await local(request(app).put('/api/formulas/x')).send(save(6))).status).toBe(428);
    expect((await local(request(app).get('/api/nothing'))).status).toBe(404);
  });
});

test('the demo household sets at least four formulas, one with two tries, and sets them once', () => {
  const db = openStore(':memory:', migrations, now);
  const larderStore = larderStoreOn(db);
  setTable(larderStore, shipped, vessels, join(root, 'data'));
  setTable(larderStore, shipped, vessels, join(root, 'data'));
  expect(larderStore.contents.packs.length).toBeGreaterThan(10);
  expect(larderStore.larder.inHand.get('plain-flour')).toBe('pack-mill-flour');
  const counts = db
    .prepare<[], { count: number }>('SELECT COUNT(*) AS count FROM try GROUP BY formula_id')
    .all()
    .map(({ count }) => count);
  expect(counts.length).toBeGreaterThanOrEqual(4);
  expect(counts).toContain(2);
  db.close();
});
