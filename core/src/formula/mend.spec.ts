import convert from 'convert';
import fc from 'fast-check';
import { food, larder, readFormula } from '../../test/larder';
import { formatAmount, readAmount } from '../quantity';
import { allLines, doubtWords, type Line, lineState, mendLine, MOST_AMOUNT, readTypedAmount } from './index';

const lineFrom = (text: string): Line => {
  const line = allLines(readFormula(`Any\nServes 2\n10 g salt\n${text}`))[1];
  if (!line) throw new Error(`"${text}" was not read`);
  return line;
};

describe('what is typed into an amount', () => {
  test.each([
    ['180', 'g', 180, 'g'],
    ['180 g', 'cup', 180, 'g'],
    ['1 1/2 cup', 'g', 1.5, 'cup'],
    ['1½ cups', 'g', 1.5, 'cup'],
    ['.5', 'tsp', 0.5, 'tsp'],
    ['0,5', 'tsp', 0.5, 'tsp'],
    ['2', 'piece', 2, 'piece'],
    ['0', 'g', 0, 'g'],
    ['3 tbsp', 'ml', 3, 'tbsp'],
    ['0.8 kg', 'g', 0.8, 'kg'],
  ])('"%s" in a field of %s', (text, unit, value, read) => {
    expect(readTypedAmount(text, unit)).toMatchObject({ amount: { value, unit: read } });
  });

  test.each(['', '   ', 'lots', '-5', '−5', 'NaN', 'Infinity', '1e9 kg', '3 blorps', '∞', '1/0', `${MOST_AMOUNT + 1}`])('"%s" is answered with a sentence', (text) => {
    const read = readTypedAmount(text, 'g');
    expect('error' in read && read.error).toMatch(/\w.+[.]$/);
  });

  test('any text is either a finite amount that is not below zero, or a sentence', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 20 }),
          fc.double().map(String),
          fc.integer().map((one) => `${one} cup`),
        ),
        fc.constantFrom('g', 'cup', 'piece', 'ml'),
        (text, unit) => {
          const read = readTypedAmount(text, unit);
          if ('error' in read) expect(read.error.length).toBeGreaterThan(10);
          else expect(Number.isFinite(read.amount.value) && read.amount.value >= 0 && read.amount.value <= MOST_AMOUNT).toBe(true);
        },
      ),
      { numRuns: 500 },
    );
  });

  test('an amount written out reads back as itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 96 }), fc.constantFrom('cup', 'tbsp', 'tsp'), (eighths, unit) => {
        const amount = { value: eighths / 8, unit };
        expect(readAmount(formatAmount(amount))?.amount).toEqual(amount);
      }),
    );
  });
});

describe('a line that a person mends', () => {
  test('another unit is weighed by the same food', () => {
    const flour = lineFrom('200 g plain flour');
    const cups = mendLine(flour, { kind: 'amount', amount: { value: 2, unit: 'cup' }, text: '2 cup' }, larder, 'us');
    // A US cup by the convert package, flour by its own density.
    expect(cups.massG).toBeCloseTo(2 * convert(1, 'cup').to('ml') * (food('plain-flour').densityGPerMl ?? NaN), 6);
    expect(mendLine(flour, { kind: 'amount', amount: { value: 2, unit: 'cup' }, text: '2 cup' }, larder, 'metric').massG).toBeCloseTo(
      500 * (food('plain-flour').densityGPerMl ?? NaN),
      6,
    );
    expect(mendLine(flour, { kind: 'amount', amount: { value: 1, unit: 'lb' }, text: '1 lb' }, larder, 'us').massG).toBeCloseTo(453.59237, 6);
  });

  test('an unknown food gets its grams with its name, and loses its doubt', () => {
    const odd = lineFrom('2 tbsp unobtainium');
    expect([lineState(odd), odd.massG]).toEqual(['gap', undefined]);
    const honey = mendLine(odd, { kind: 'food', foodId: 'honey' }, larder, 'us');
    expect([lineState(honey), honey.doubts]).toEqual(['sure', []]);
    expect(honey.massG).toBeCloseTo(2 * convert(1, 'tablespoon').to('ml') * 1.42, 6);
  });

  test('a count without a weight, a volume without a density and a handful say what is missing', () => {
    expect(lineFrom('3 packets plain flour').massG).toBeUndefined();
    expect(lineFrom('2 cups unobtainium').doubts.map(({ code }) => code)).toEqual(['food-unknown']);
    const handful = lineFrom('a handful of spinach');
    expect(handful.massG === undefined || handful.doubts.length > 0).toBe(true);
  });

  test('grams by hand stay whatever the food becomes, and twenty kilos are marked', () => {
    const flour = lineFrom('1 cup plain flour');
    const byHand = mendLine(flour, { kind: 'grams', massG: 131 }, larder, 'us');
    expect(mendLine(byHand, { kind: 'food', foodId: 'oat-flour' }, larder, 'us')).toMatchObject({ massG: 131, basis: 'entered', foodId: 'oat-flour' });
    expect(lineFrom('25 kg plain flour').doubts.map(({ code }) => code)).toEqual(['huge']);
    expect(lineState(lineFrom('25 kg plain flour'))).toBe('unsure');
  });

  test('every doubt has words a baker understands', () => {
    const texts = [
      '2-3 tbsp honey',
      '1 heaped tsp cinnamon',
      'a pinch of salt',
      '3 blorps milk',
      '2 cups unobtainium',
      '25 kg plain flour',
      'butter or margarine, 50 g',
      '1 cup (130 g) oat flour',
    ];
    for (const text of texts) for (const doubt of lineFrom(text).doubts) expect(doubtWords(doubt)).toMatch(/^[A-Z].{8,}/);
  });
});
