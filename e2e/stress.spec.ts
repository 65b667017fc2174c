import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { comes } from './household';
import { Household } from './ownHousehold';
import { fuzzRoutes } from './stress/fuzz';
import { killUnderWrites } from './stress/kill';

/** A short version of `npm run stress`. */
describe('a server that is treated badly', () => {
  const household = new Household(true);
  beforeAll(() => household.open());
  afterAll(() => household.dispose());

  test('killed under writes it has all that it said yes to', async () => {
    const { acknowledged, lost } = await killUnderWrites(household, 6);
    expect(acknowledged).toBeGreaterThan(10);
    expect(lost).toEqual([]);
  });

  test('a second one on the same folder says so and does not start; one on a port that is none neither', async () => {
    const start = (env: Record<string, string>): Promise<string> =>
      new Promise((resolve) => {
        const root = join(__dirname, '..');
        const other = spawn('node', [join(root, 'dist/server/main.mjs')], {
          env: { ...process.env, FELLMIST_ROOT: root, FELLMIST_DATA: household.folder, FELLMIST_PORT: '0', ...env },
          stdio: ['ignore', 'ignore', 'pipe'],
        });
        let words = '';
        other.stderr.on('data', (some: Buffer) => (words += some.toString()));
        other.on('exit', (code) => resolve(`${String(code)} ${words}`));
      });
    await comes(async () => expect(await start({})).toMatch(/^1 Fellmist is already running on .*Use that one/));
    await comes(async () => expect(await start({ FELLMIST_PORT: 'oven' })).toMatch(/^1 FELLMIST_PORT is “oven”; a port is/));
    expect((await fetch(`${household.url}/api/health`)).status).toBe(200);
  });

  test('what nobody means it refuses without failing, and changes nothing by it', async () => {
    const { failures, changedByRefused, statuses } = await fuzzRoutes(household.url, 400, 7);
    expect(failures).toEqual([]);
    expect(changedByRefused).toEqual([]);
    expect(Object.keys(statuses).length).toBeGreaterThan(3);
  });
});
