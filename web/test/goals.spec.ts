import type { Goal, LooseningLine } from '@fellmist/core';
import { csvOf } from '../src/compare/csvOf';
import { hadAmount, limitWords, loosenedWords } from '../src/goals/limitWords';
import { swapWords } from '../src/goals/swapWords';
import { pickKey, pickOf } from '../src/state/compareDesk';

const speech = { portionWord: 'slice', showPrice: (amount: number): string => `${amount.toFixed(2)} EUR` };
const line = (goal: Goal, value: number): LooseningLine => ({ of: { kind: 'target', goal }, value, isMet: false, frees: true });

describe('what can be had', () => {
  // Rounded to the side on which it can still be had: 196.2 kcal are had at 197, 7.64 g of protein at 7.6.
  test.each<[Goal, number, number]>([
    [{ figure: 'energyKcal', kind: 'at most', amount: 180 }, 196.2, 197],
    [{ figure: 'proteinG', kind: 'at least', amount: 8 }, 7.64, 7.6],
    [{ figure: 'energyKcal', kind: 'at most', amount: 180 }, 196.0000000001, 196],
    [{ figure: 'fibreG', kind: 'near', amount: 3 }, 2.55, 2.5],
    [{ figure: 'cost', kind: 'at most', amount: 0.5 }, 0.611, 0.62],
  ])('%o at %d is offered as %d', (goal, value, offered) => {
    expect(hadAmount(line(goal, value))).toBeCloseTo(offered, 9);
  });

  test('is said in the baker’s words, thickness by which way it would go', () => {
    expect(limitWords({ kind: 'target', goal: { figure: 'energyKcal', kind: 'at most', amount: 180 } }, speech)).toBe('at most 180 kcal a slice');
    expect(limitWords({ kind: 'target', goal: { figure: 'sweetness', kind: 'near', amount: 18 } }, speech)).toBe('near 18.0 g of sugar in 100 g of the mix');
    expect(limitWords({ kind: 'target', goal: { figure: 'cost', kind: 'at most', amount: 0.5, per: 'batch' } }, speech)).toBe('at most 0.50 EUR in the batch');
    // Its hydration is above the most that is wanted: it would be too loose.
    const loose: LooseningLine = { of: { kind: 'role', role: 'thickness' }, least: 1, most: 2, value: 2.6, isMet: false, frees: true };
    expect([loosenedWords(loose, speech), loosenedWords({ ...loose, value: 0.7 }, speech)]).toEqual(['or bear that it gets too loose', 'or bear that it gets too thick']);
  });
});

test('swaps are said shortly, a half as a half', () => {
  expect(swapWords('Walnuts', ['Pumpkin seeds'], 1)).toBe('Walnuts → pumpkin seeds');
  expect(swapWords('Sunflower oil', ['Pumpkin puree, tinned'], 0.5)).toBe('Half of sunflower oil → pumpkin puree');
  expect(swapWords('Sugar', ['Erythritol, granulated', 'Allulose, granulated'], 0.7)).toBe('70 % of sugar → erythritol and allulose');
});

test('a choice to compare is known again by its key; a strange key is none', () => {
  for (const pick of [
    { kind: 'rebuild', formulaId: 'f1' },
    { kind: 'try', formulaId: 'f1', tryId: 't1' },
    { kind: 'bought', boughtId: 'b1' },
  ] as const)
    expect(pickOf(pickKey(pick))).toEqual(pick);
  expect(pickOf('nothing:f1')).toBeUndefined();
});

// RFC 4180: fields with commas, quotes and line breaks are quoted, quotes doubled; OWASP: cells that a spreadsheet would run are marked as text.
test('a table as CSV is quoted where it must be and runs nothing', () => {
  expect(
    csvOf([
      ['', 'A "cake", plain'],
      ['Energy, kcal', '-12'],
      ['=1+1', '@x'],
    ]),
  ).toBe(',"A ""cake"", plain"\n"Energy, kcal",-12\n\'=1+1,\'@x');
});
