import { bench, food, larder, lineOf, shipped } from '../../test/larder';
import { changeLine } from '../formula';
import { measureRole } from '../role';
import { aimOf } from './bounds';
import { asProposal, correctionsFor } from './correct';
import { acceptProposal, withMass } from './decide';
import { askingRows, standingOf } from './standing';
import { type Worksheet } from './worksheet';

const BAKES: Readonly<Record<string, string>> = {
  muffins: 'Muffins\nMakes 12 muffins\n250 g plain flour\n12 g baking powder\n120 g sugar\n100 g egg\n180 ml milk\n90 g butter, melted\n2 g salt',
  pancakes: 'Pancakes\nServes 4\n200 g plain flour\n10 g baking powder\n100 g egg\n280 ml milk\n30 g butter\n20 g sugar\n1 g salt',
  cookies: 'Cookies\nMakes 20 cookies\n220 g plain flour\n120 g butter\n180 g sugar\n50 g egg\n3 g baking soda\n10 g lemon juice\n150 g chocolate chips',
  sponge: 'Sponge cake\nServes 8\n200 g self-raising flour\n200 g sugar\n200 g butter\n200 g egg\n30 ml milk',
};

/** A bake with one line that went wrong: the rebuild holds `times` as much of it as the original. */
function gone(bake: string, foodId: string, times: number): Worksheet {
  const sheet = bench(BAKES[bake] ?? '');
  const line = lineOf(sheet, foodId);
  return { ...sheet, rebuild: changeLine(sheet.rebuild, line.id, (one) => [withMass(one, (one.massG ?? 0) * times)]) };
}

// What went wrong, and the role that a baker would see it by [common practice].
const WRONG: readonly (readonly [bake: string, foodId: string, times: number, role: string])[] = [
  ['muffins', 'whole-milk', 0.3, 'thickness'],
  ['muffins', 'whole-milk', 2.2, 'thickness'],
  ['muffins', 'plain-flour', 0.6, 'thickness'],
  ['muffins', 'plain-flour', 1.6, 'thickness'],
  ['muffins', 'sugar', 0.3, 'sweetness'],
  ['muffins', 'sugar', 2.2, 'sweetness'],
  ['muffins', 'baking-powder', 0.2, 'lift'],
  ['muffins', 'baking-powder', 3, 'lift'],
  ['muffins', 'butter', 0.1, 'fat'],
  ['pancakes', 'whole-milk', 0.4, 'thickness'],
  ['pancakes', 'sugar', 4, 'sweetness'],
  ['pancakes', 'baking-powder', 0.1, 'lift'],
  ['cookies', 'sugar', 0.4, 'sweetness'],
  ['cookies', 'sugar', 2, 'sweetness'],
  ['sponge', 'sugar', 0.3, 'sweetness'],
  ['sponge', 'sugar', 2, 'sweetness'],
  ['sponge', 'butter', 2, 'fat'],
];

describe.each(WRONG)('%s with too much or little %s (x %d)', (bake, foodId, times, role) => {
  const sheet = gone(bake, foodId, times);
  const standing = standingOf(sheet, larder, shipped);
  const row = askingRows(standing).find((one) => one.role === role);

  test('is seen by its role', () => {
    expect(askingRows(standing).map((one) => one.role)).toContain(role);
    expect(row?.state === 'low' || row?.state === 'high').toBe(true);
  });

  test('each way back goes towards the aim and not past it; the first lands or says what it may', () => {
    if (!row) throw new Error('not seen');
    const ways = correctionsFor(standing, row, larder, shipped);
    expect(ways.length).toBeGreaterThan(0);
    const [aim, now, width] = [aimOf(row) ?? NaN, row.rebuild ?? NaN, (row.band?.high ?? NaN) - (row.band?.low ?? NaN)];
    for (const way of ways) {
      if (way.action.kind === 'step' || !standing.part) continue;
      const after = standingOf(acceptProposal(sheet, asProposal(way, standing.part.id, 'q9', 0), larder), larder, shipped);
      const then = measureRole(row.role, after.sums) ?? NaN;
      // What the way promises is what comes of it.
      expect([way.action, then]).toEqual([way.action, expect.closeTo(way.measures[row.role] ?? NaN, 4)]);
      expect([way.action, Math.abs(then - aim) < Math.abs(now - aim)]).toEqual([way.action, true]);
      // Eggs go in by the half and may go a little past.
      const isEgg = way.action.kind === 'add' && food(way.action.foodId).kind === 'egg';
      if (!isEgg) expect([way.action, Math.sign(aim - now) * (then - aim) < 0.02 * width + 1e-6]).toEqual([way.action, true]);
    }
  });

  test('nothing that was swapped out or brings a new allergen comes in, and nothing is taken but what is there', () => {
    const held = new Set(standing.company().held);
    const allergens = standing.company().allergens;
    for (const { action } of row ? correctionsFor(standing, row, larder, shipped) : []) {
      if (action.kind === 'add') {
        for (const one of food(action.foodId).allergens) expect(allergens.has(one)).toBe(true);
        expect(action.massG).toBeGreaterThan(0);
      }
      if (action.kind === 'less') {
        const line = sheet.rebuild.parts.flatMap(({ lines }) => lines).find(({ id }) => id === action.lineId);
        expect(action.massG).toBeLessThanOrEqual((line?.massG ?? 0) + 1e-9);
        expect(held.size).toBeGreaterThan(0);
      }
    }
  });
});
