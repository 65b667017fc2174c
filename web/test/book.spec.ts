import type { BookTry } from '@fellmist/contract';
import { readRecipeText, stockLarder } from '@fellmist/core';
import { type Cause, CAUSE_ROWS } from '@fellmist/core/bake';
import { faultsOf, likelyCauses, proposalAfter, widestScales } from '../src/book/bookView';

const tried = (bakeId: string, text: string, thickness: number): BookTry => {
  const read = readRecipeText(text, stockLarder([]), 'us');
  if (!read.ok) throw new Error(read.error);
  return {
    bakeId,
    tryId: 't1',
    factor: 1,
    process: {},
    tryNumber: 1,
    at: '',
    poured: read.formula,
    scores: [{ taster: 'a', scales: { thickness }, faults: [] }],
    notes: [],
    pictures: [],
  };
};

test('the next amount is for a batch as large as the later try, though the earlier was doubled; two changes at once name none', () => {
  const double = tried('1', 'Scones\n400 g flour\n600 g milk\n100 g egg\n20 g salt', 1);
  const single = tried('2', 'Scones\n200 g flour\n360 g milk\n50 g egg\n10 g salt', -1);
  // From 300 g (too thick by one) to 360 g (too thin by one), both for 200 g of flour: half way.
  const found = proposalAfter(double, single, [double, single]);
  expect(found?.next).toEqual({ kind: 'two points', amount: expect.closeTo(330, 6) });
  expect(proposalAfter(single, double, [double, single])?.next).toEqual({ kind: 'two points', amount: expect.closeTo(660, 6) });
  const both = tried('3', 'Scones\n200 g flour\n360 g milk\n80 g egg\n10 g salt', 0);
  expect(proposalAfter(double, both, [double, both])).toBeUndefined();
});

test('what was told is ticks and scales off by half a step, the furthest first; a scale that is just right is nothing', () => {
  const said = (scales: BookTry['scores'][number]['scales'], ...faults: readonly string[]) => ({ taster: 'a', scales, faults });
  const scores = [said({ thickness: 2, sweetness: 0 }, 'gummy'), said({ thickness: 1, sweetness: 0, moistness: -1 }, 'gummy', 'sank')];
  expect(faultsOf({ scores }).map(({ fault, tasters }) => [fault, tasters])).toEqual([
    ['gummy', 2],
    ['sank', 1],
    ['thickness:high', 2],
    ['moistness:low', 1],
  ]);
  expect(faultsOf({ scores: [] })).toEqual([]);
  const one = tried('1', 'x\n1 g salt', 0);
  expect(widestScales([one, { ...one, scores: [said({ thickness: 2, lift: -1 })] }, { ...one, scores: [said({ thickness: -2, lift: 1 })] }])).toEqual(['thickness', 'lift']);
  // Of a single try, what was given at all.
  expect(widestScales([{ ...one, scores: [said({ moistness: -1, texture: 1 })] }])).toEqual(['moistness', 'texture']);
});

test('a cause that explains two things stands once, before one that explains one; questions come last', () => {
  const row = (fault: string, asks: boolean) => CAUSE_ROWS.find((one) => one.fault === fault && 'asks' in one.if === asks);
  const cause = (fault: string, strength: number): Cause => {
    const found = row(fault, strength === 0);
    if (!found) throw new Error(fault);
    return { row: found, words: fault, strength, actions: [] };
  };
  const [gummy, sank] = [cause('gummy', 0.5), cause('sank', 1.4)];
  const found = likelyCauses([
    { told: { fault: 'gummy', tasters: 3 }, causes: [gummy, cause('gummy', 0)] },
    { told: { fault: 'too wet', tasters: 2 }, causes: [{ ...gummy, row: { ...gummy.row, fault: 'too wet', reason: 'Another reason.' } }] },
    { told: { fault: 'sank', tasters: 1 }, causes: [sank] },
  ]);
  expect(found.map(({ cause: { words, strength }, explains }) => [words, strength, explains.map(({ told }) => told.fault)])).toEqual([
    ['gummy', 0.5, ['gummy', 'too wet']],
    ['sank', 1.4, ['sank']],
    ['gummy', 0, ['gummy']],
  ]);
  expect(found[0]?.explains[1]?.reason).toBe('Another reason.');
});
