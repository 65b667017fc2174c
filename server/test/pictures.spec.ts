import { type Problem, type ShelfPage } from '@fellmist/contract';
import request from 'supertest';
import { testHousehold } from './household';

const { app, sheetOf, local, close } = testHousehold();
afterAll(close);

/** The smallest pictures of their kinds that a browser opens: first bytes by the PNG (RFC 2083), JPEG (T.81) and WebP (RFC 9649) formats. */
const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
const JPEG = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(40)]);
const WEBP = Buffer.concat([Buffer.from('RIFF'), Buffer.alloc(4), Buffer.from('WEBPVP8 '), Buffer.alloc(20)]);

const put = (id: string, bytes: Buffer, type = 'image/png'): request.Test =>
  local(request(app).put(`/api/formulas/${id}/picture`))
    .set('Content-Type', type)
    .send(bytes);
const get = (id: string): request.Test => local(request(app).get(`/api/formulas/${id}/picture`));
const entry = async (): Promise<ShelfPage['entries'][number] | undefined> => ((await local(request(app).get('/api/formulas'))).body as ShelfPage).entries[0];
const detail = ({ text }: request.Response): string => (JSON.parse(text) as Problem).detail;

describe('the picture of a formula', () => {
  let id = '';
  beforeAll(async () => {
    const save = { tryId: '00000000-0000-4000-8000-000000000001', label: '', worksheet: sheetOf('Buns\n200 g plain flour\n100 ml milk') };
    id = ((await local(request(app).post('/api/formulas')).send(save)).body as { id: string }).id;
  });

  test('is put, seen on the shelf by when it was put, replaced and taken away; the formula has none to begin with', async () => {
    expect([(await get(id)).status, (await entry())?.picturedAt]).toEqual([404, undefined]);
    const answer = await put(id, PNG);
    expect(answer.status).toBe(200);
    expect((await entry())?.picturedAt).toBe((answer.body as { picturedAt: string }).picturedAt);
    const seen = await get(id);
    expect([seen.headers['content-type'], Buffer.compare(seen.body as Buffer, PNG)]).toEqual(['image/png', 0]);
    expect((await put(id, WEBP, 'image/webp')).status).toBe(200);
    expect((await get(id)).headers['content-type']).toBe('image/webp');
    expect((await local(request(app).delete(`/api/formulas/${id}/picture`))).status).toBe(204);
    expect([(await get(id)).status, (await entry())?.picturedAt]).toEqual([404, undefined]);
  });

  test('is what its bytes say: a page sent as a picture is refused, a JPEG sent as a PNG is a JPEG', async () => {
    const page = await put(id, Buffer.from('<html><script>alert(1)</script></html>'));
    expect([page.status, detail(page)]).toEqual([422, expect.stringContaining('no JPEG, PNG or WebP')]);
    expect((await put(id, PNG, 'text/html')).status).toBe(422);
    expect((await put(id, Buffer.alloc(3))).status).toBe(422);
    expect((await put(id, JPEG)).status).toBe(200);
    const seen = await get(id);
    expect([seen.headers['content-type'], seen.headers['x-content-type-options']]).toEqual(['image/jpeg', 'nosniff']);
  });

  test('is of a formula on the shelf, and of a size that a shelf shows', async () => {
    expect((await put('nobody', PNG)).status).toBe(404);
    const large = await put(id, Buffer.concat([PNG, Buffer.alloc(1_200_000)]));
    expect([large.status, detail(large)]).toEqual([413, expect.stringContaining('1 MB')]);
    await local(request(app).delete(`/api/formulas/${id}`));
    expect((await get(id)).status).toBe(404);
    await local(request(app).post(`/api/formulas/${id}/restore`));
    expect((await get(id)).status).toBe(200);
  });
});
