import type { BookTry } from '@fellmist/contract';
import { readRecipeText, stockLarder } from '@fellmist/core';
import { proposalAfter } from '../src/book/bookView';

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
