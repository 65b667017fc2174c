import { food, larder, partOf, readFormula } from '../../test/larder';
import { sumsOfPart } from '../formula';
import { blindCodes, changesBetween, faultsTold, leastRight, ledgerMove, meanOn, nextAmount, penalties, SCALES, servingOrders, type TasteScore, triangleTest } from './index';

const score = (taster: string, overall: number | undefined, scales: TasteScore['scales'] = {}, faults: readonly string[] = []): TasteScore => ({ taster, overall, scales, faults });

describe('scores of several tasters', () => {
  it('are a mean and a spread between tasters, of those who said anything', () => {
    const scores = [score('a', 6, { thickness: 1 }), score('b', 8), score('c', undefined, { thickness: 2 })];
    // Of 6 and 8: 7, and √2 between them; of 1 and 2: 1.5.
    expect(meanOn(scores, 'overall')).toEqual({ mean: 7, sd: Math.SQRT2, tasters: 2 });
    expect(meanOn(scores, 'thickness')?.mean).toBe(1.5);
    expect(meanOn(scores, 'lift')).toBeUndefined();
    expect(meanOn([score('a', 6)], 'overall')?.sd).toBeUndefined();
    expect(faultsTold([score('a', 5, {}, ['sandy', 'sandy']), score('b', 5, {}, ['icy', 'sandy'])])).toEqual([
      { fault: 'sandy', tasters: 2 },
      { fault: 'icy', tasters: 1 },
    ]);
  });
});

describe('the orders of serving', () => {
  it.each([2, 3, 4, 5, 6, 7, 10])('of %i tries have each at each place, and after each other one, equally often (Williams 1949)', (tries) => {
    const orders = servingOrders(tries);
    expect(orders).toHaveLength(tries % 2 === 0 ? tries : 2 * tries);
    const [places, follows] = [new Map<string, number>(), new Map<string, number>()];
    for (const order of orders) {
      expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: tries }, (_, i) => i));
      order.forEach((one, i) => {
        places.set(`${one} at ${i}`, (places.get(`${one} at ${i}`) ?? 0) + 1);
        if (i > 0) follows.set(`${order[i - 1] ?? ''} ${one}`, (follows.get(`${order[i - 1] ?? ''} ${one}`) ?? 0) + 1);
      });
    }
    expect([places.size, new Set(places.values()).size]).toEqual([tries * tries, 1]);
    expect([follows.size, new Set(follows.values()).size]).toEqual([tries * (tries - 1), 1]);
  });

  it('hide behind codes of three digits, no two alike, also where chance repeats itself', () => {
    const drawn = [0, 0, 0.5, 0.5, 0.999];
    expect(blindCodes(3, () => drawn.shift() ?? 0)).toEqual(['100', '550', '999']);
    expect(servingOrders(0)).toEqual([]);
  });
});

describe('the triangle test', () => {
  // Least numbers of right answers at 0.05, as ISO 4120:2004 table A.1 and ASTM E1885 list them, from memory.
  it.each([
    [6, 5],
    [7, 5],
    [10, 7],
    [12, 8],
    [15, 9],
    [18, 10],
    [20, 11],
    [24, 13],
    [30, 15],
    [36, 18],
  ])('of %i tasters needs %i right answers at one in twenty', (tasters, right) => {
    expect(leastRight(tasters)).toBe(right);
  });

  it('needs all three of three, cannot tell with two, and refuses what cannot be', () => {
    expect([leastRight(3), leastRight(2), leastRight(1)]).toEqual([3, undefined, undefined]);
    // Three of three by luck: 1 in 27.
    expect(triangleTest(3, 3)).toEqual({ chance: expect.closeTo(1 / 27, 12), isTold: true, needed: 3 });
    expect(triangleTest(2, 3).isTold).toBe(false);
    for (const [right, of] of [
      [4, 3],
      [-1, 3],
      [0, 0],
      [1.5, 3],
    ] as const)
      expect(() => triangleTest(right, of)).toThrow(RangeError);
  });
});

describe('what costs liking', () => {
  it('is worked by hand for ten tasters: too sweet for four of them costs two points, too dry for one is chance', () => {
    const scores = [8, 8, 7, 7, 8, 7].map((overall, i) => score(`r${i}`, overall, { sweetness: 0, moistness: i === 0 ? -1 : 0 }));
    const sweet = [5, 6, 5, 6].map((overall, i) => score(`s${i}`, overall, { sweetness: 1, moistness: 0 }));
    // Just right: (8+8+7+7+8+7)/6 = 7.5; too sweet: (5+6+5+6)/4 = 5.5.
    expect(penalties([...scores, ...sweet])).toEqual([{ scale: 'sweetness', side: 'too much', share: 0.4, drop: expect.closeTo(2, 12) }]);
  });

  it('says nothing of seven tasters', () => {
    expect(penalties(Array.from({ length: 7 }, (_, i) => score(`t${i}`, 5, Object.fromEntries(SCALES.map((scale) => [scale, i % 2])))))).toBeUndefined();
  });
});

describe('the next amount', () => {
  // Anscombe 1973, first set: intercept 3.0001, slope 0.5001, residual s 1.2366, eleven points, sum of squares of x 110.
  const X = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
  const Y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];

  it('of many tries is the zero of the line, with Fieller’s bounds: worked from Anscombe’s published figures, seven and a half being just right', () => {
    const found = nextAmount(X.map((amount, i) => ({ amount, score: (Y[i] ?? 0) - 7.5 })));
    if (found.kind !== 'fitted') throw new Error(found.kind);
    expect(found.amount).toBeCloseTo((7.5 - 3.0001) / 0.5001, 2);
    // t of 0.975 with nine degrees is 2.262 (Student's table): g = 0.2845, half a width of 1.994 about the mean of nine.
    expect(found.low).toBeCloseTo(9 - 1.997, 2);
    expect(found.high).toBeCloseTo(9 + 1.991, 2);
  });

  it('of two is where the straight line has just right, a guess, and of one is nothing', () => {
    // From too thick (+1.2) at 300 g to too thin (-0.8) at 350 g: three fifths of the way.
    expect(
      nextAmount([
        { amount: 300, score: 1.2 },
        { amount: 350, score: -0.8 },
      ]),
    ).toEqual({ kind: 'two points', amount: expect.closeTo(330, 9) });
    expect(nextAmount([{ amount: 300, score: 1.2 }])).toEqual({ kind: 'too few' });
    expect(
      nextAmount([
        { amount: 300, score: 1.2 },
        { amount: 300, score: 0.8 },
      ]),
    ).toEqual({ kind: 'too few' });
    expect(nextAmount([])).toEqual({ kind: 'too few' });
  });

  it('of three that lie just on a line is not sure to the gram: whole steps are rounded', () => {
    const found = nextAmount([300, 360, 420].map((amount, i) => ({ amount, score: 1 - i })));
    if (found.kind !== 'fitted') throw new Error(found.kind);
    expect(found.amount).toBeCloseTo(360, 9);
    // 1.96 × 0.2 ÷ (1/60) × √(1/3) is 13.6, and a little more by Fieller's division by 1 - g = 0.92.
    expect([360 - found.low, found.high - 360]).toEqual([expect.closeTo(14.1, 0), expect.closeTo(14.1, 0)]);
  });

  it('goes no further outside than half of what was tried, never below nothing, and says where it cannot tell', () => {
    expect(
      nextAmount([
        { amount: 300, score: 1.2 },
        { amount: 320, score: 1.1 },
      ]),
    ).toEqual({ kind: 'further', amount: 330 });
    expect(
      nextAmount([
        { amount: 5, score: 0.5 },
        { amount: 30, score: 2 },
      ]),
    ).toEqual({ kind: 'cannot tell' });
    expect(
      nextAmount([
        { amount: 300, score: 1 },
        { amount: 320, score: 1 },
      ]),
    ).toEqual({ kind: 'cannot tell' });
    // Three tries that agree on nothing: the slope could as well be none.
    expect(
      nextAmount([
        { amount: 300, score: 1 },
        { amount: 310, score: -1 },
        { amount: 320, score: 0.9 },
      ]).kind,
    ).toMatch(/cannot tell|further/);
  });
});

describe('what changed between two tries', () => {
  it('moves the ledger by what a food does, not by its grams: five grams of baking powder more than fifty of milk', () => {
    const mix = sumsOfPart(partOf('Scones\nMakes 8\n200 g buckwheat flour\n300 g whole milk\n1 egg\n10 g baking powder'), larder);
    const [powder, milk] = [ledgerMove(mix, food('baking-powder'), 5), ledgerMove(mix, food('whole-milk'), 50)];
    expect([powder > milk, milk > 0, ledgerMove(mix, food('whole-milk'), 0)]).toEqual([true, true, 0]);
    expect(ledgerMove(mix, food('whole-milk'), -250)).toBeGreaterThan(milk);
  });

  const then = readFormula('Scones\nMakes 8\n200 g buckwheat flour\n300 g whole milk\n1 egg\n10 g baking powder');

  it('is what was poured differently beyond what a scale tells, at one size of batch', () => {
    const more = readFormula('Scones\nMakes 8\n201 g buckwheat flour\n352 g whole milk\n1 egg\n10 g baking powder\n30 g banana');
    const double = readFormula('Scones\nMakes 16\n400 g buckwheat flour\n704 g whole milk\n2 eggs\n20 g baking powder');
    expect(changesBetween(then, more).map(({ name, thenG, nowG }) => [name.split(',')[0], Math.round(thenG), Math.round(nowG)])).toEqual([
      [expect.stringMatching(/milk/i), 300, 352],
      [expect.stringMatching(/banana/i), 0, 30],
    ]);
    expect(changesBetween(then, double).map(({ nowG }) => Math.round(nowG))).toEqual([352]);
    expect(changesBetween(then, then)).toEqual([]);
  });
});
