import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Problem, type ShareAnswer } from '@fellmist/contract';
import request from 'supertest';
import { Machine } from '../src/copies/machine';
import { openStore } from '../src/store/database';
import { hashPassphrase, isPassphrase } from '../src/share/passphrase';
import { Share } from '../src/share/share';
import { appOn, larderStoreOn, local, migrations, now } from './household';

const folder = mkdtempSync(join(tmpdir(), 'fellmist-share-'));
const db = openStore(':memory:', migrations, now);
let clock = Date.parse('2026-11-24T10:00:00.000Z');
const share = new Share(
  new Machine(folder),
  () => new Date(clock).toISOString(),
  () => ['192.168.1.5:4600'],
  'https://kitchen.home',
);
const app = appOn(larderStoreOn(db), undefined, { share, changed: () => undefined });
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

const PASSPHRASE = 'six warm plum buns';
/** As another device of the network sends it. */
const far = (test: request.Test, cookie = ''): request.Test => test.set('Host', '192.168.1.5:4600').set('X-Forwarded-For', '192.168.1.9').set('Cookie', cookie);
const enter = (passphrase: string) => far(request(app).post('/api/session')).type('form').send({ passphrase, name: 'phone' });
const status = async (test: request.Test): Promise<number> => (await test).status;

test('off, no other device gets anything, by whatever name it asks', async () => {
  expect(await status(far(request(app).get('/api/larder')))).toBe(403);
  expect(await status(far(request(app).get('/shelf')))).toBe(403);
  expect(await status(local(request(app).get('/api/larder')))).toBe(200);
  expect(await status(local(request(app).get('/api/larder')).set('X-Forwarded-For', '192.168.1.9'))).toBe(403);
  const answer = await local(request(app).put('/api/share')).send({ isOn: true });
  expect((JSON.parse(answer.text) as Problem).detail).toContain('Choose a passphrase first');
  for (const passphrase of ['short', '1234567890', 'Password123', 'hamhamhamham', 'my fellmist', 'qwerty uiop'])
    expect([passphrase, await status(local(request(app).put('/api/share')).send({ isOn: true, passphrase }))]).toEqual([passphrase, 422]);
});

describe('on', () => {
  let cookie = '';
  beforeAll(async () => {
    const answer = (await local(request(app).put('/api/share')).send({ isOn: true, passphrase: PASSPHRASE })).body as ShareAnswer;
    expect([answer.isOn, answer.addresses]).toEqual([true, ['https://kitchen.home', 'http://192.168.1.5:4600']]);
  });

  test('another device sees the page that asks, and nothing of the household, until it gives the passphrase', async () => {
    const door = await far(request(app).get('/bench/f1'));
    expect([door.status, door.text]).toEqual([401, expect.stringContaining('Passphrase')]);
    for (const path of ['/api/larder', '/api/formulas', '/api/household.json', '/api/health', '/api/share', '/api/formulas.html'])
      expect([path, await status(far(request(app).get(path)))]).toEqual([path, 401]);
    expect(await status(enter('five warm plum buns'))).toBe(401);
    const answer = await enter(PASSPHRASE);
    expect([answer.status, answer.headers['location']]).toEqual([303, '/shelf']);
    const [set = ''] = answer.headers['set-cookie'] as unknown as string[];
    expect(set).toMatch(/HttpOnly/);
    expect(set).toMatch(/SameSite=Strict/);
    cookie = set.split(';')[0] ?? '';
    expect(await status(far(request(app).get('/api/larder'), cookie))).toBe(200);
    expect(readFileSync(join(folder, 'machine.json'), 'utf8')).not.toContain(cookie.split('=')[1]);
    expect(readFileSync(join(folder, 'machine.json'), 'utf8')).not.toContain('plum');
  });

  test('forged and rebound requests are refused, and what belongs to the machine stays there', async () => {
    expect(await status(far(request(app).get('/api/larder'), cookie).set('Host', 'evil.example:4600'))).toBe(403);
    expect(await status(far(request(app).post('/api/formulas'), cookie).set('Origin', 'http://evil.example').send({}))).toBe(403);
    expect(await status(far(request(app).get('/api/larder'), cookie).set('Sec-Fetch-Site', 'cross-site').set('Sec-Fetch-Mode', 'no-cors'))).toBe(403);
    expect(await status(far(request(app).get('/api/larder'), `${cookie}x`))).toBe(401);
    expect(await status(far(request(app).put('/api/share'), cookie).send({ isOn: false }))).toBe(403);
    expect(await status(far(request(app).get('/api/share/qr.svg'), cookie))).toBe(403);
    const secure = await request(app).post('/api/session').set('Host', 'kitchen.home').set('Origin', 'https://kitchen.home').type('form').send({ passphrase: PASSPHRASE });
    expect(secure.headers['set-cookie']?.[0]).toMatch(/; Secure/);
  });

  test('a device is sent away, ages out, and goes with a new passphrase', async () => {
    const page = (await local(request(app).get('/api/share'))).body as ShareAnswer;
    expect(page.devices.map(({ name }) => name)).toEqual(['phone', 'a device without a name']);
    expect(await status(local(request(app).delete(`/api/share/devices/${page.devices[0]?.id ?? ''}`)))).toBe(200);
    expect(await status(far(request(app).get('/api/larder'), cookie))).toBe(401);
    const again = ((await enter(PASSPHRASE)).headers['set-cookie'] as unknown as string[])[0]?.split(';')[0] ?? '';
    clock += 60 * 86_400_000;
    expect(await status(far(request(app).get('/api/larder'), again))).toBe(200);
    clock += 91 * 86_400_000;
    expect(await status(far(request(app).get('/api/larder'), again))).toBe(401);
    const last = ((await enter(PASSPHRASE)).headers['set-cookie'] as unknown as string[])[0]?.split(';')[0] ?? '';
    await local(request(app).put('/api/share')).send({ isOn: true, passphrase: 'another one of four words' });
    expect(await status(far(request(app).get('/api/larder'), last))).toBe(401);
    expect((await local(request(app).get('/api/share/qr.svg'))).headers['content-type']).toContain('image/svg+xml');
  });

  test('tries are limited', async () => {
    const answers = [];
    for (let i = 0; i < 10; i++) answers.push(await status(enter(`wrong one number ${i}`)));
    expect(answers.at(-1)).toBe(429);
    expect(await status(enter('another one of four words'))).toBe(429);
  });
});

// Unicode Standard Annex 15: a letter and its accent may be one character or two; NFKC makes them one.
test('a passphrase is the same however its letters were put together, and no other', async () => {
  const kept = await hashPassphrase('crème brûlée au four');
  expect(await isPassphrase('crème brûlée au four'.normalize('NFD'), kept)).toBe(true);
  expect(await isPassphrase('creme brulee au four', kept)).toBe(false);
  expect(await hashPassphrase('crème brûlée au four')).not.toBe(kept);
});
