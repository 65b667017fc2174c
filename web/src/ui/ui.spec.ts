import type { Sum } from '@fellmist/core';
import { daysWords } from './day';
import { FIGURE_ROWS, showChange, showNumber, showRange, showSum } from './figures';

const sum = (amount: number, sd = 0, gaps: readonly string[] = []): Sum => ({ amount, sd, worst: 3 * sd, gaps });

test('a sum with a gap is "at least"; what rounds to nothing is 0 and never −0', () => {
  expect([showSum(sum(12.34), 1), showSum(sum(12.34, 0, ['l1']), 1), showSum(sum(-0.01), 1)]).toEqual(['12.3', '≥ 12.3', '0.0']);
});

test('a change carries its sign, and none where nothing would be seen', () => {
  expect([showChange(10, 12.26, 1), showChange(12, 10, 0), showChange(10, 10.04, 1)]).toEqual(['+2.3', '−2', '0']);
});

test('a range is two deviations either side, never below zero, and silent inside the last digit', () => {
  expect([showRange(sum(10, 1), 0), showRange(sum(1, 1), 1), showRange(sum(10, 0.01), 1)]).toEqual(['8–12', '0.0–3.0', undefined]);
});

test('the panel has energy in both units and salt beside sodium', () => {
  const keys = FIGURE_ROWS.map(({ key }) => key);
  for (const key of ['energyKcal', 'energyKj', 'sodiumMg', 'saltG', 'netCarbG']) expect(keys).toContain(key);
  expect(showNumber(1234.5, 1)).toContain('234');
});

test('days are said as a person says them', () => {
  expect([daysWords(0), daysWords(1), daysWords(4), daysWords(-1), daysWords(-3)]).toEqual(['today', 'in 1 day', 'in 4 days', '1 day past', '3 days past']);
});
