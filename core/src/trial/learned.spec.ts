import { bench, larder, lineOf, shipped } from '../../test/larder';
import { learnOverrun } from '../cold';
import { learnThirst, stockLarder, testShowing, thirstOfTest } from '../food';
import { combined } from '../quantity';
import { consistencyOf, measureRole } from '../role';
import { editRebuildLine, standingOf, type Worksheet } from '../swap';
import { learnLoss, learnMixer, learnSweetness, likedFactor, oddOneOf, oddOneSheets, scoreSheets, thirstOfTry } from './index';

describe('a belief and what speaks for another', () => {
  // Gelman et al., Bayesian Data Analysis, 2.5: posterior precision is the sum, the mean is weighed by precision.
  it('is worked by hand: 10 ± 2 and one telling of 14 ± 1 make 13.2 ± √0.8', () => {
    expect(combined({ mean: 10, sd: 2 }, [{ mean: 14, sd: 1 }])).toEqual({ mean: expect.closeTo(13.2, 12), sd: expect.closeTo(Math.sqrt(0.8), 12) });
    expect(combined({ mean: 10, sd: 2 }, [])).toEqual({ mean: 10, sd: 2 });
    // Order does not matter, and ten tellings of one value come near it.
    expect(
      combined(
        { mean: 0, sd: 1 },
        Array.from({ length: 100 }, () => ({ mean: 5, sd: 1 })),
      ).mean,
    ).toBeCloseTo(500 / 101, 9);
  });

  it('is what a pack’s thirst, a mixer’s air and a kind’s loss are learned by', () => {
    expect(learnThirst({ gPerG: 2, sd: 0.4 }, [{ powderG: 10, waterG: 10 * 3 * Math.exp(0.4) }]).learned.gPerG).toBeCloseTo(
      (2 / 0.16 + 3 / 0.24 ** 2) / (1 / 0.16 + 1 / 0.24 ** 2),
      9,
    );
    // A reading of 100 % has a spread of 16: 200 ± 20 and 100 ± 16.
    expect(learnOverrun(200, 20, [{ mixG: 200, foamG: 100, cupMl: 240 }]).percent).toBeCloseTo((200 / 400 + 100 / 256) / (1 / 400 + 1 / 256), 9);
    // A class that loses 8 to 12 %: 10 ± 1. Two bakes of 16 ± 2: (10 + 2 × 16/4) / (1 + 2/4) = 12.
    const loss = learnLoss({ low: 0.08, high: 0.12 }, [0.16, 0.16]);
    expect(loss.now.mean).toBeCloseTo(0.12, 12);
    expect([loss.loss.low < 0.12, loss.loss.high > 0.12, loss.loss.low >= 0]).toEqual([true, true, true]);
    // Half of it gone was eaten before it was weighed.
    expect(learnLoss({ low: 0.08, high: 0.12 }, [0.5]).measured).toEqual([]);
    expect(learnLoss({ low: 0.08, high: 0.12 }, []).loss).toEqual({ low: expect.closeTo(0.08, 12), high: expect.closeTo(0.12, 12) });
    expect(Math.exp(learnMixer([1.3, 1.3, 1.3]).now.mean)).toBeGreaterThan(1.2);
    expect(learnMixer([]).now.mean).toBe(0);
  });
});

describe('how sweet a household likes it', () => {
  it('is told by tries that are just right, and by those that are too sweet or too plain', () => {
    // Four fifths of the original just right; the original itself one step (a fifth) too sweet: both say ln 0.8 or near it.
    const told = [
      { ratio: 0.8, score: 0 },
      { ratio: 1, score: 1 },
      { ratio: 0.8, score: 0 },
    ];
    // Three tellings of -0.223, -0.2, -0.223 with the spread of the prior: three quarters of their mean.
    expect(learnSweetness(told).now.mean).toBeCloseTo((2 * Math.log(0.8) - 0.2) / 4, 9);
    expect(likedFactor(learnSweetness(told))).toBeCloseTo(Math.exp((2 * Math.log(0.8) - 0.2) / 4), 9);
  });

  it('is not reckoned with from two tries, nor where they gainsay each other; what has no sweetness teaches nothing', () => {
    expect(
      likedFactor(
        learnSweetness([
          { ratio: 0.7, score: 0 },
          { ratio: 0.7, score: 0 },
        ]),
      ),
    ).toBe(1);
    expect(
      likedFactor(
        learnSweetness([
          { ratio: 0.7, score: 0 },
          { ratio: 1.4, score: 0 },
          { ratio: 1, score: 0 },
        ]),
      ),
    ).toBe(1);
    expect(learnSweetness([{ ratio: 0, score: 2 }]).measured).toEqual([]);
  });

  it('moves where corrections aim and what is wanted, and leaves the original as it was', () => {
    const sheet = bench('Cake\nMakes 8\n200 g plain flour\n160 g sugar\n3 eggs\n120 g butter\n6 g baking powder');
    const row = (liking: number) => standingOf(sheet, larder, { ...shipped, liking: { sweetness: liking } }).rows.find(({ role }) => role === 'sweetness');
    const [as, less] = [row(1), row(0.8)];
    expect(less?.original).toBe(as?.original);
    expect([less?.liked, less?.band?.high]).toEqual([expect.closeTo((as?.original ?? 0) * 0.8, 9), expect.any(Number)]);
    expect(less?.band?.high).toBeLessThan(as?.band?.high ?? 0);
    expect(row(1)).toEqual(standingOf(sheet, larder, shipped).rows.find(({ role }) => role === 'sweetness'));
  });
});

describe('the thirst that a try shows', () => {
  const ORIGINAL = 'Pancakes\nMakes 6\n150 g plain flour\n250 g whole milk\n1 egg\n6 g baking powder';
  const rebuilt = (casein: number, milk: number): Worksheet => {
    const sheet = bench(ORIGINAL);
    const flour = editRebuildLine(sheet, lineOf(sheet, 'plain-flour').id, { kind: 'food', foodId: 'casein' }, larder);
    const weighed = editRebuildLine(flour, lineOf(flour, 'casein').id, { kind: 'grams', massG: casein }, larder);
    return editRebuildLine(weighed, lineOf(weighed, 'whole-milk').id, { kind: 'grams', massG: milk }, larder);
  };

  it('makes the mix, reckoned with it, just as thick as the original: more milk until it was right, a thirstier pack', () => {
    const [less, more] = [rebuilt(100, 260), rebuilt(100, 340)].map((sheet) => thirstOfTry(sheet, 'casein', larder, shipped));
    expect((more?.gPerG ?? 0) > (less?.gPerG ?? Infinity)).toBe(true);
    if (!more) throw new Error('nothing shown');
    // The larder with that thirst: the rebuild stands where the original does.
    const thirstier = stockLarder(shipped.foods.map((food) => (food.id === 'casein' && food.thirst ? { ...food, thirst: { ...food.thirst, gPerG: more.gPerG } } : food)));
    const { sums, original } = standingOf(rebuilt(100, 340), thirstier, shipped);
    expect(consistencyOf(sums).kind).toBe('reckoned');
    expect(measureRole('thickness', sums)).toBeCloseTo(original.thickness ?? NaN, 6);
  });

  it('is kept as the bench test that would have shown it, and is less sure the less of the mix it holds', () => {
    const found = thirstOfTry(rebuilt(100, 320), 'casein', larder, shipped);
    if (!found) throw new Error('nothing shown');
    expect(thirstOfTest(testShowing(found.gPerG, found.powderG))).toBeCloseTo(found.gPerG, 9);
    expect(found.spread).toBeGreaterThan(0.1);
    expect(thirstOfTry(rebuilt(5, 250), 'casein', larder, shipped)).toBeUndefined();
    // What drinks by its dry matter, what is not in it, and an absurd figure teach nothing.
    expect([thirstOfTry(rebuilt(100, 320), 'whole-milk', larder, shipped), thirstOfTry(rebuilt(100, 320), 'oat-flour', larder, shipped)]).toEqual([undefined, undefined]);
    expect(thirstOfTry(rebuilt(100, 3000), 'casein', larder, shipped)).toBeUndefined();
  });
});

describe('tastings behind codes', () => {
  let seed = 7;
  const random = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
  const TASTERS = Array.from({ length: 12 }, (_, i) => `t${i}`);

  it('give every taster each try under one code a try, no two orders alike until all were used', () => {
    const sheets = scoreSheets(['a', 'b', 'c'], TASTERS, random);
    const codes = new Map(sheets.flatMap(({ samples }) => samples.map(({ code, bakeId }) => [code, bakeId] as const)));
    expect([codes.size, new Set(codes.values()).size]).toEqual([3, 3]);
    expect(sheets.every(({ samples }) => new Set(samples.map(({ bakeId }) => bakeId)).size === 3)).toBe(true);
    expect(new Set(sheets.slice(0, 6).map(({ samples }) => samples.map(({ bakeId }) => bakeId).join())).size).toBe(6);
  });

  it('for the odd one stand in the six ways of ISO 4120 equally often, each sample under a code of its own', () => {
    const sheets = oddOneSheets('a', 'b', TASTERS, random);
    const ways = sheets.map(({ samples }) => samples.map(({ bakeId }) => bakeId).join(''));
    expect(new Set(ways).size).toBe(6);
    expect(new Set(ways.map((way) => ways.filter((one) => one === way).length))).toEqual(new Set([2]));
    expect(new Set(sheets.flatMap(({ samples }) => samples.map(({ code }) => code))).size).toBe(36);
    expect(sheets.every((sheet) => oddOneOf(sheet) !== undefined)).toBe(true);
  });
});
