import { Household } from './household';
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
  }, 120_000);

  test('what nobody means it refuses without failing, and changes nothing by it', async () => {
    const { failures, changedByRefused, statuses } = await fuzzRoutes(household.url, 400, 7);
    expect(failures).toEqual([]);
    expect(changedByRefused).toEqual([]);
    expect(Object.keys(statuses).length).toBeGreaterThan(3);
  }, 120_000);
});
