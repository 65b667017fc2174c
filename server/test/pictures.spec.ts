import { type Problem, type ShelfPage } from '@fellmist/contract';
import sharp from 'sharp';
import request from 'supertest';
import { testHousehold } from './household';

const { app, sheetOf, local, close } = testHousehold();
afterAll(close);

/** A picture of each kind that a browser opens, as another library draws it. */
const drawn = () => sharp({ create: { width: 900, height: 300, channels: 3, background: '#a63' } });
let PNG: Buffer;
let JPEG: Buffer;
let WEBP: Buffer;
beforeAll(async () => {
  [PNG, JPEG, WEBP] = await Promise.all([
    drawn().png().toBuffer(),
    drawn()
      .withExif({ IFD0: { Make: 'Somebody' } })
      .jpeg()
      .toBuffer(),
    drawn().webp().toBuffer(),
  ]);
});

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
    const { format, width, height } = await sharp(seen.body as Buffer).metadata();
    // Drawn anew to 640 points of its longer side.
    expect([seen.headers['content-type'], format, width, height]).toEqual(['image/jpeg', 'jpeg', 640, 213]);
    expect((await put(id, WEBP, 'image/webp')).status).toBe(200);
    expect((await local(request(app).delete(`/api/formulas/${id}/picture`))).status).toBe(204);
    expect([(await get(id)).status, (await entry())?.picturedAt]).toEqual([404, undefined]);
  });

  test('is what its bytes say: a page sent as a picture is refused, a JPEG sent as a PNG is a JPEG, without what a camera wrote', async () => {
    const page = await put(id, Buffer.from('<html><script>alert(1)</script></html>'));
    expect([page.status, detail(page)]).toEqual([422, expect.stringContaining('no JPEG, PNG or WebP')]);
    expect((await put(id, PNG, 'text/html')).status).toBe(422);
    expect((await put(id, Buffer.alloc(3))).status).toBe(422);
    expect((await put(id, JPEG)).status).toBe(200);
    const seen = await get(id);
    expect([seen.headers['content-type'], seen.headers['x-content-type-options'], JPEG.includes('Somebody'), (seen.body as Buffer).includes('Somebody')]).toEqual([
      'image/jpeg',
      'nosniff',
      true,
      false,
    ]);
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
