import fc from 'fast-check';
import { food, larder, mixOf, readFormula, shipped } from '../../test/larder';
import { stockLarder } from '../food';
import { sumsOf } from '../role';
import { allLines, broughtBy, changeLine, type Formula, sumsOfPart, totalsOf } from './index';

const ids = shipped.foods.map(({ id }) => id);
const formulaOf = (lines: readonly (readonly [id: string, grams: number])[]): Formula =>
  readFormula(`Any\nServes 3\n${lines.map(([id, grams]) => `${grams} g ${food(id).name}`).join('\n')}`);
const lines = fc.array(fc.tuple(fc.constantFrom(...ids), fc.integer({ min: 0, max: 900 })), { minLength: 1, maxLength: 40 });
const edits = fc.array(fc.tuple(fc.nat(), fc.double({ min: 0, max: 2000, noNaN: true })), { minLength: 1, maxLength: 25 });

/** The same formula made of new lines, so that nothing of it was added up before. */
const afresh = (formula: Formula): Formula => ({ ...formula, parts: formula.parts.map((part) => ({ ...part, lines: part.lines.map((line) => ({ ...line })) })) });

function edited(formula: Formula, at: number, massG: number): Formula {
  const all = allLines(formula);
  const id = all[at % all.length]?.id ?? '';
  return changeLine(formula, id, (line) => [{ ...line, massG }]);
}

describe('sums that are kept from one edit to the next', () => {
  test('are to the last bit those of a formula that was never seen before, after any edits in any order', () => {
    fc.assert(
      fc.property(lines, edits, (start, changes) => {
        let formula = formulaOf(start);
        for (const [at, massG] of changes) {
          formula = edited(formula, at, massG);
          expect(totalsOf(formula, larder)).toEqual(totalsOf(afresh(formula), stockLarder(shipped.foods)));
        }
      }),
      { numRuns: 12 },
    );
  });

  test('go back to the same numbers when an edit is undone', () => {
    fc.assert(
      fc.property(lines, edits, (start, changes) => {
        const formula = formulaOf(start);
        const before = totalsOf(formula, larder);
        changes.reduce((now, [at, massG]) => {
          const next = edited(now, at, massG);
          totalsOf(next, larder);
          return next;
        }, formula);
        expect(totalsOf(formula, larder)).toEqual(before);
      }),
      { numRuns: 40 },
    );
  });

  test('two formulas edited by turns keep out of each other’s way', () => {
    const [one, other] = [
      formulaOf([
        ['plain-flour', 200],
        ['sugar', 100],
        ['egg', 50],
      ]),
      formulaOf([
        ['oat-flour', 300],
        ['honey', 40],
      ]),
    ];
    let [a, b] = [one, other];
    for (let i = 1; i <= 40; i++) {
      a = edited(a, i, i);
      b = edited(b, i + 1, 2 * i);
      expect(totalsOf(a, larder).figures.energyKcal.amount).toBeCloseTo(
        allLines(a).reduce((sum, { foodId = '', massG = 0 }) => sum + ((food(foodId).per100g.energyKcal ?? NaN) * massG) / 100, 0),
        6,
      );
    }
    expect(totalsOf(b, larder).massG).toBeCloseTo(
      allLines(b).reduce((sum, { massG = 0 }) => sum + massG, 0),
      9,
    );
  });

  test('what a part brings is what its foods bring one by one', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...ids), { minLength: 1, maxLength: 8 }), (some) => {
        const grams = Object.fromEntries(some.map((id, i) => [id, 10 * (i + 1)]));
        const formula = formulaOf(Object.entries(grams));
        const part = formula.parts[0];
        if (!part || allLines(formula).some(({ foodId }, i) => foodId !== some[i] || (part.lines[i]?.melted ?? false))) return;
        const [ours, theirs] = [sumsOfPart(part, larder), sumsOf(mixOf(grams))];
        ours.forEach((amount, i) => expect(amount).toBeCloseTo(theirs[i] ?? NaN, 6));
        expect(part.lines.reduce((sum, line) => sum + (broughtBy(line, larder)[0] ?? 0), 0)).toBeCloseTo(ours[0] ?? NaN, 9);
      }),
    );
  });

  test('an error of each line’s grams adds in quadrature, the worst case adds up', () => {
    const [cups, weighed] = [readFormula('A\nServes 1\n1 cup plain flour\n1 cup sugar'), readFormula('A\nServes 1\n125 g plain flour\n200 g sugar')];
    const [byCup, byScale] = [totalsOf(cups, larder).figures.energyKcal, totalsOf(weighed, larder).figures.energyKcal];
    expect(byCup.sd).toBeGreaterThan(2 * byScale.sd);
    // 1 % of 455 and of 774 kcal, independent: JCGM 100:2008 (GUM), 5.1.2.
    expect(byScale.sd).toBeCloseTo(Math.hypot(0.01 * 1.25 * 364, 0.01 * 2 * 387), 1);
    expect(byScale.worst).toBeCloseTo(2 * (0.01 * 1.25 * 364 + 0.01 * 2 * 387), 1);
  });
});
