import { food, larder, lineOf, readFormula as read, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { type Diet, isIn } from '../food';
import { candidatesFor, openSwap, rankCandidates, settleLiquid, startWorksheet } from './index';

const MUFFINS = 'Muffins\nMakes 12 muffins\n250 g plain flour\n9 g baking powder\n120 g sugar\n2 eggs\n180 ml milk\n90 g butter, melted\n1/4 tsp salt';

describe('candidates', () => {
  const sheet = startWorksheet(read(MUFFINS));
  const rank = (foodId: string, diet: Diet) => {
    const line = lineOf(sheet, foodId);
    return rankCandidates(sheet, line, candidatesFor(line, shipped.rules, larder, diet, 'muffin'), 1, larder, shipped, diet);
  };

  test('an excluded allergen is never offered, not even as a side change', () => {
    for (const id of ['plain-flour', 'whole-milk', 'butter', 'egg', 'sugar']) {
      for (const { sheet: end } of rank(id, { schools: [], excluded: ['tree nuts', 'soy', 'peanut'] })) {
        expect(analyse(end.rebuild, larder).allergens.contains).not.toEqual(expect.arrayContaining(['tree nuts']));
      }
    }
  });

  // FDA consumer advice on raw flour and USDA FSIS on raw egg, from memory: neither is eaten unheated.
  test('what is eaten raw is offered no raw flour or egg that was not in it, what is baked is', () => {
    const spread = startWorksheet(read('Spread\n100 g peanut butter\n40 g soy protein isolate\n120 g water\n30 g flax egg'));
    const brings = (foodId: string, isEatenRaw: boolean): readonly string[] =>
      candidatesFor(lineOf(spread, foodId), shipped.rules, larder, undefined, 'spread', isEatenRaw).flatMap(({ rule }) => rule.to.map(({ foodId: to }) => to));
    const isRaw = (id: string): boolean => ['flour', 'raw-egg'].some((group) => isIn(group, food(id)));
    expect(brings('soy-isolate', false).some(isRaw)).toBe(true);
    expect(brings('soy-isolate', true).filter(isRaw)).toEqual([]);
    expect(brings('soy-isolate', true).length).toBeGreaterThan(0);
    // Flour for flour is a caution's, not ours to keep away.
    const dough = lineOf(sheet, 'plain-flour');
    expect(candidatesFor(dough, shipped.rules, larder, undefined, 'raw-dough', true)).toEqual(candidatesFor(dough, shipped.rules, larder, undefined, 'raw-dough'));
  });

  test('low-carb puts the fewest net carbs first, whole-food what is whole, isolates last', () => {
    const net = rank('sugar', { schools: ['low-carb'], excluded: [] });
    const suited = net.filter(({ against }) => !against).map(({ portion }) => portion.netCarbG.amount);
    expect(Math.min(...suited)).toBe(suited[0]);
    const whole = rank('plain-flour', { schools: ['whole-food'], excluded: [] });
    expect(whole[0]?.rule.to.every(({ foodId }) => food(foodId).isWhole)).toBe(true);
    expect(whole.at(-1)?.against).toBe('not a whole food');
  });

  test('what a candidate shows is what the batch becomes when it is taken and wetted', () => {
    const [first] = rank('plain-flour', { schools: ['lean'], excluded: [] });
    if (!first) throw new Error('no candidate');
    const opened = openSwap(sheet, lineOf(sheet, 'plain-flour').id, first.rule, first.rule.maxShare, larder);
    if (!opened.ok) throw new Error(opened.error);
    expect(analyse(settleLiquid(opened.sheet, larder, shipped).rebuild, larder, shipped).views.portion.energyKcal.amount).toBeCloseTo(first.portion.energyKcal.amount, 9);
  });
});
