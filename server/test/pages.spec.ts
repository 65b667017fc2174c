import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { pino } from 'pino';
import request from 'supertest';
import { type Problem } from '@fellmist/contract';
import { buildApp } from '../src/app';
import { SimulatedProbe } from '../src/devices/probe';
import { SimulatedScale } from '../src/devices/scale';
import { openStore } from '../src/store/database';
import { larderStoreOn, local, migrations, now, sheetOf } from './household';

const webRoot = mkdtempSync(join(tmpdir(), 'fellmist-pages-'));
mkdirSync(join(webRoot, 'media'));
writeFileSync(join(webRoot, 'index.html'), '<!doctype html><style nonce="%NONCE%"></style><fm-root ngCspNonce="%NONCE%"></fm-root>');
writeFileSync(join(webRoot, 'main-ABCD1234.js'), 'void 0;');
writeFileSync(join(webRoot, 'main-ABCD1234.js.br'), brotliCompressSync('void 0;'));
writeFileSync(join(webRoot, 'theme.js'), 'void 0;');

const db = openStore(':memory:', migrations, now);
const store = larderStoreOn(db);
const labels = { find: () => Promise.reject(new Error('the wire is cut')) };
const app = buildApp({
  version: '0.0.0',
  larderStore: store,
  labels,
  scale: new SimulatedScale(() => 0.5, 0),
  probe: new SimulatedProbe(() => 0.5, 0),
  vessels: [],
  webRoot,
  log: pino({ level: 'silent' }),
  now,
});
afterAll(() => {
  db.close();
  rmSync(webRoot, { recursive: true });
});
const problem = (answer: request.Response): Problem => JSON.parse(answer.text) as Problem;

describe('the pages', () => {
  test('every place is the one page, with a nonce of its own each time that its policy names', async () => {
    const [bench, again] = [await local(request(app).get('/bench/f1')), await local(request(app).get('/larder'))];
    const nonces = [bench, again].map(({ text }) => /nonce="([^"]+)"/.exec(text)?.[1] ?? '');
    expect(bench.text).not.toContain('%NONCE%');
    expect(nonces[0]).not.toBe(nonces[1]);
    expect(bench.headers['content-security-policy']).toContain(`'nonce-${nonces[0]}'`);
    expect(bench.headers['cache-control']).toBe('no-store');
  });

  test('what carries a hash in its name is kept for ever, nothing else is', async () => {
    const [hashed, plain] = [await local(request(app).get('/main-ABCD1234.js')), await local(request(app).get('/theme.js'))];
    expect([hashed.headers['cache-control'], plain.headers['cache-control']]).toEqual([expect.stringContaining('immutable'), 'no-cache']);
    expect((await local(request(app).get('/../../package.json'))).text).not.toContain('fellmist');
  });

  test('a browser that reads Brotli is sent what was compressed at the build, one that does not the plain file', async () => {
    const asked = (encoding: string): request.Test => local(request(app).get('/main-ABCD1234.js')).set('Accept-Encoding', encoding);
    const [packed, plain] = [await asked('gzip, deflate, br'), await asked('identity')];
    expect([packed.headers['content-encoding'], packed.headers['content-type'], packed.headers['cache-control']]).toEqual([
      'br',
      expect.stringContaining('javascript'),
      expect.stringContaining('immutable'),
    ]);
    expect([plain.headers['content-encoding'], plain.text]).toEqual([undefined, 'void 0;']);
  });

  test('an address of the interface that is none is told as a problem, not answered with the page', async () => {
    const answer = await local(request(app).get('/api/moon'));
    expect([answer.status, answer.headers['content-type'], problem(answer).detail]).toEqual([
      404,
      expect.stringContaining('application/problem+json'),
      expect.stringContaining('/api/moon'),
    ]);
  });
});

// RFC 9457: type, title, status and detail, as application/problem+json.
describe('what goes wrong is said, and nothing is written', () => {
  test.each([
    ['no JSON', '{"worksheet":', 400, /cannot be read as JSON; nothing was saved/],
    ['not what is asked for', '{}', 422, /tryId/],
    ['JSON of another kind', '[]', 422, /The body|tryId|object/],
  ])('%s', async (_name, body, status, detail) => {
    const answer = await local(request(app).post('/api/formulas')).set('Content-Type', 'application/json').send(body);
    expect([answer.status, problem(answer).status, problem(answer).detail]).toEqual([status, status, expect.stringMatching(detail)]);
    expect((await local(request(app).get('/api/formulas'))).body).toMatchObject({ all: 0 });
  });

  test('more than is taken', async () => {
    const worksheet = sheetOf('Buns\n200 g plain flour');
    const huge = { ...worksheet, rebuild: { ...worksheet.rebuild, notes: Array<string>(1300).fill('n'.repeat(10_000)) } };
    const answer = await local(request(app).post('/api/formulas')).send({ tryId: '00000000-0000-4000-8000-000000000001', label: '', worksheet: huge });
    expect([answer.status, problem(answer).detail]).toEqual([413, expect.stringContaining('larger than Fellmist takes')]);
  });

  test('a formula over a limit is refused by the member that passes it', async () => {
    const worksheet = sheetOf('Buns\n200 g plain flour');
    const long = { ...worksheet, rebuild: { ...worksheet.rebuild, title: 'B'.repeat(301) } };
    const answer = await local(request(app).post('/api/formulas')).send({ tryId: '00000000-0000-4000-8000-000000000001', label: '', worksheet: long });
    expect([answer.status, problem(answer).field]).toEqual([422, 'worksheet.rebuild.title']);
  });

  test('a fault of our own is not spelt out to the page', async () => {
    const answer = await local(request(app).get('/api/devices/labels/4006381333931'));
    expect(answer.status).toBeGreaterThanOrEqual(500);
    expect(answer.text).not.toContain('the wire is cut');
    expect(problem(answer).detail).toMatch(/\w+ \w+/);
  });
});
