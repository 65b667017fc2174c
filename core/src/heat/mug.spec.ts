import { mugTime } from './mug';

const MUG = { heat: 'microwave', coreC: [85, 96] } as const;
const batter = { kWmK: 0.4, capacityJgK: 3, waterShare: 0.5 };

describe('a mug in the microwave', () => {
  it('takes what cookery books say (from memory): 120 g of cake at 800 W a minute to a minute and a half', () => {
    const { fromS, toS } = mugTime(120, batter, MUG, 800) ?? { fromS: NaN, toS: NaN };
    expect([fromS > 40, (fromS + toS) / 2 > 55, (fromS + toS) / 2 < 95, toS < 110]).toEqual([true, true, true, true]);
  });

  it('comes, without steam, to a cup of water on its way to the boil: 250 g at 800 W in two to two and a half minutes (from memory)', () => {
    const water = { kWmK: 0.6, capacityJgK: 4.18 - (0.05 * 2257) / 80, waterShare: 1 };
    const { fromS, toS } = mugTime(250, water, { heat: 'microwave', coreC: [100, 100] }, 800) ?? { fromS: NaN, toS: NaN };
    expect([(fromS + toS) / 2 >= 120, (fromS + toS) / 2 <= 150]).toEqual([true, true]);
  });

  it('takes half as long at twice the power, and is not reckoned for what is not cooked like that', () => {
    const [slow, quick] = [mugTime(120, batter, MUG, 500), mugTime(120, batter, MUG, 1000)];
    expect((slow?.fromS ?? 0) / (quick?.fromS ?? 1)).toBeCloseTo(2, 9);
    expect([mugTime(0, batter, MUG, 800), mugTime(120, batter, MUG, 0), mugTime(120, batter, { heat: 'oven', coreC: [96, 99] }, 800)]).toEqual([undefined, undefined, undefined]);
  });
});
