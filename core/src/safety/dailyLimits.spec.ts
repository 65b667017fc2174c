import { larder, readFormula } from '../../test/larder';
import { sweetenerWarnings } from '../role';
import { sumsOfPart } from '../formula';
import { dailyShares } from './index';

const tea = (sweetener: string): ReturnType<typeof readFormula> => readFormula(`Tea\nServes 1\n200 ml water\n${sweetener}`);
const shareOf = (sweetener: string, country: 'us' | 'uk', bodyKg: number): number => {
  const [only, ...others] = dailyShares(tea(sweetener), 1, larder, country, bodyKg);
  expect(others).toEqual([]);
  return only?.share ?? NaN;
};

// FDA, "Number of tabletop sweetener packets a 60 kg person would need to consume to reach the ADI", from memory: sucralose 23,
// saccharin 45, steviol glycosides 27, aspartame 75. Packs differ; half as many or twice as many would be a fault.
test.each([
  ['sucralose', 23],
  ['saccharin', 45],
  ['stevia', 27],
  ['aspartame', 75],
])('sachets of %s until a body of 60 kg is at its limit: about %d', (kind, packets) => {
  const each = shareOf(`10 g ${kind} sachets`, 'us', 60) / 10;
  expect(1 / each).toBeGreaterThan(packets / 2);
  expect(1 / each).toBeLessThan(packets * 2);
});

test('the share goes by portions, weight and country; what nobody limits, or is not there, is not listed', () => {
  const cake = readFormula('Cake\nServes 8\n200 g plain flour\n2 g pure sucralose\n100 g erythritol\n1 g monk fruit extract');
  const [whole, half] = [dailyShares(cake, 8, larder, 'uk', 70), dailyShares(cake, 16, larder, 'uk', 140)];
  expect(whole.map(({ name }) => name)).toEqual(['Sucralose', 'Erythritol']);
  expect(half.map(({ share }, i) => share / (whole[i]?.share ?? NaN))).toEqual([expect.closeTo(0.25, 9), expect.closeTo(0.25, 9)]);
  // By hand: 2 g at 98 % in 8 portions is 245 mg; 15 mg × 70 kg = 1050 mg. 12.5 g of erythritol of 35 g.
  expect(whole.map(({ mg, share }) => [Math.round(mg), share])).toEqual([
    [245, expect.closeTo(245 / 1050, 3)],
    [expect.closeTo(12_500, -2), expect.closeTo(12.5 / 35, 2)],
  ]);
  expect(dailyShares(cake, 8, larder, 'us', 70).map(({ name, mgPerKg }) => [name, mgPerKg])).toEqual([['Sucralose', 5]]);
  expect(dailyShares(tea('10 g sugar'), 1, larder, 'uk')).toEqual([]);
  for (const [portions, bodyKg] of [
    [0, 70],
    [4, 0],
    [NaN, 70],
  ] as const)
    expect(dailyShares(cake, portions, larder, 'uk', bodyKg)).toEqual([]);
});

test('a part that is left out, and what stays behind in the dish, bring nothing', () => {
  const trifle = readFormula('Trifle\nServes 2\n100 g milk\n1 g pure sucralose\nFor the topping\n100 g cream\n1 g pure sucralose');
  const [base, topping] = trifle.parts;
  if (!base || !topping) throw new Error('two parts were pasted');
  const mg = (parts: typeof trifle.parts): number => dailyShares({ ...trifle, parts }, 2, larder, 'uk')[0]?.mg ?? 0;
  expect(mg([base, { ...topping, counting: 'left out' }])).toBeCloseTo(mg(trifle.parts) / 2, 6);
  expect(
    mg([
      { ...base, leftBehindG: 50.5 },
      { ...topping, counting: 'left out' },
    ]),
  ).toBeCloseTo(mg(trifle.parts) / 4, 1);
});

// That stevia and saccharin turn bitter as the dose rises is common practice; sucralose and aspartame do not (Schiffman et al. 1995, from memory).
test('bitter by the dose: a little stevia is clean, more is noticed, much is minded; sucralose never is', () => {
  const bitter = (sweetener: string): readonly string[] => {
    const [part] = tea(sweetener).parts;
    return part ? sweetenerWarnings(sumsOfPart(part, larder), 20).flatMap(({ kind, words }) => (kind === 'bitter' ? [words] : [])) : [];
  };
  expect(bitter('0.01 g stevia extract')).toEqual([]);
  expect(bitter('0.035 g stevia extract')).toEqual([expect.stringMatching(/a little bitter.* to some/)]);
  expect(bitter('0.1 g stevia extract')).toEqual([expect.stringMatching(/tastes bitter and of liquorice to most/)]);
  expect([bitter('1 g pure sucralose'), bitter('0.5 g aspartame sachets')]).toEqual([[], []]);
});
