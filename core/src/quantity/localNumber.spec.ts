import fc from 'fast-check';
import { numbersOf } from './localNumber';

const LOCALES = ['en-GB', 'en-US', 'de-DE', 'fr-FR', 'sv-SE', 'en-IN'] as const;

describe.each(LOCALES)('figures of %s', (locale) => {
  const numbers = numbersOf(locale);

  test('what a field shows is read back as it was', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5e6, noNaN: true }), fc.integer({ min: 0, max: 3 }), (amount, most) => {
        const read = numbers.read(numbers.field(amount, most));
        expect(read).toEqual({ ok: true, value: Number(amount.toFixed(most)) });
      }),
    );
  });

  test('what stands in running text is read back, or asked about with that reading among the two', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5e6, noNaN: true }), fc.integer({ min: 0, max: 2 }), (amount, digits) => {
        const shown = numbers.show(amount, digits);
        const read = numbers.read(shown);
        const value = Number(amount.toFixed(digits));
        if (read.ok) expect(read.value).toBeCloseTo(value, 6);
        else expect(read.words).toContain(String(value));
      }),
    );
  });
});

// Typed by hand: decimal signs of both traditions, thousands of five, fractions (Unicode, CLDR number patterns).
test.each<[string, number]>([
  ['1250', 1250],
  ['1,5', 1.5],
  ['0.528', 0.528],
  ['0,250', 0.25],
  ['1.234.567', 1234567],
  ['1,234.5', 1234.5],
  ['1.234,5', 1234.5],
  ['1 250', 1250],
  ['1’250', 1250],
  ['12,34,567', 1234567],
  ['1 1/2', 1.5],
  ['½', 0.5],
  ['2½', 2.5],
  ['1250,00', 1250],
])('"%s" is %d', (text, value) => expect(numbersOf('en-GB').read(text)).toEqual({ ok: true, value }));

test.each(['1.250', '1,250', '12.000', '', ' ', 'lots', '-3', '−3', '1..2', '1,2,3', '3 eggs', '1.25.3'])('"%s" is asked about or refused', (text) => {
  expect(numbersOf('de-DE').read(text).ok).toBe(false);
});

test('an amount with its unit is put as core reads it, and a figure of two readings stops it', () => {
  const { plain } = numbersOf('de-DE');
  expect(plain('1,5 cups')).toEqual({ ok: true, text: '1.5 cups' });
  expect(plain('1 1/2 cups')).toEqual({ ok: true, text: '1 1/2 cups' });
  expect(plain('2-3 tsp')).toEqual({ ok: true, text: '2-3 tsp' });
  expect(plain('1.250 g')).toMatchObject({ ok: false, words: expect.stringContaining('1250 or as 1.25') });
});
