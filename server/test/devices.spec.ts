import request from 'supertest';
import { SimulatedProbe } from '../src/devices/probe';
import { SimulatedScale } from '../src/devices/scale';
import { testHousehold } from './household';

const { app, local, close } = testHousehold();
afterAll(close);

describe('the simulated scale', () => {
  const scaleAndLast = (): { scale: SimulatedScale; last: () => unknown } => {
    const scale = new SimulatedScale(() => 0.5, 0);
    let seen: unknown;
    scale.listen((reading) => (seen = reading));
    return { scale, last: () => seen };
  };
  const settle = (scale: SimulatedScale): void => {
    for (let i = 0; i < 40; i++) scale.tick(0.1);
  };

  test('settles on what lies on it, is unsteady on the way, takes the tare off and reads below zero when it is emptied', () => {
    const { scale, last } = scaleAndLast();
    scale.do({ deed: 'pour', grams: 240 });
    scale.tick(0.1);
    expect(last()).toMatchObject({ kind: 'reading', isSteady: false });
    settle(scale);
    expect(last()).toMatchObject({ grams: 240, isSteady: true, stepG: 1 });
    scale.do({ deed: 'tare' });
    scale.do({ deed: 'clear' });
    settle(scale);
    expect(last()).toMatchObject({ grams: -240 });
  });

  test('tells tenths when it can, creeps a little under load, and says overload, empty battery and unplugged', () => {
    const { scale, last } = scaleAndLast();
    scale.do({ deed: 'step', stepG: 0.1 });
    scale.do({ deed: 'pour', grams: 12.34 });
    settle(scale);
    expect(last()).toMatchObject({ grams: 12.3, stepG: 0.1 });
    for (let i = 0; i < 100; i++) scale.tick(1);
    expect((last() as { grams: number }).grams).toBeGreaterThan(12.3);
    scale.do({ deed: 'pour', grams: 6000 });
    expect(last()).toEqual({ kind: 'overload', mostG: 5000 });
    scale.do({ deed: 'drain' });
    expect(last()).toEqual({ kind: 'empty battery' });
    scale.do({ deed: 'charge' });
    scale.do({ deed: 'unplug' });
    expect(last()).toEqual({ kind: 'unplugged' });
    scale.do({ deed: 'clear' });
    scale.do({ deed: 'plug' });
    expect(last()).toMatchObject({ kind: 'reading', grams: 0 });
  });

  test('is heard through the server, and takes no deed it does not know', async () => {
    expect((await local(request(app).post('/api/devices/scale')).send({ deed: 'pour', grams: 30 })).status).toBe(204);
    expect((await local(request(app).post('/api/devices/scale')).send({ deed: 'explode' })).status).toBe(422);
  });
});

describe('the simulated thermometer', () => {
  test('lags behind what it is in, warms towards the oven, and says when it is unplugged', async () => {
    const probe = new SimulatedProbe(() => 0.5, 0);
    let seen: unknown;
    const end = probe.listen((reading) => (seen = reading));
    const tempC = (): number => (seen as { tempC: number }).tempC;
    probe.do({ deed: 'into', fromC: 60, towardsC: 160 });
    expect(tempC()).toBe(21);
    probe.tick(0.1);
    // 0.1 s at thirty times the pace: three of the four seconds of its lag, 1 - 1/e^0.75 of the way from 21 to 60.2.
    expect(tempC()).toBeCloseTo(21 + (1 - Math.exp(-0.75)) * 39.2, 0);
    for (let i = 0; i < 10; i++) probe.tick(1);
    // A first-order core after 300 s of its half an hour [lumped capacitance, Incropera and DeWitt, equation 5.6].
    expect(tempC()).toBeCloseTo(160 - 100 * Math.exp(-303 / 1800), 0);
    probe.do({ deed: 'unplug' });
    expect(seen).toEqual({ kind: 'unplugged' });
    end();
    expect((await local(request(app).post('/api/devices/probe')).send({ deed: 'into', fromC: 20, towardsC: 900 })).status).toBe(422);
  });
});
