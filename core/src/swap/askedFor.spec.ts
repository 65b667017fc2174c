import { bench, food, larder, lineOf, opened, shipped } from '../../test/larder';
import { openSwap, ruleFor, settleAll, standingOf, type Worksheet } from './index';

const grams = (sheet: Worksheet, foodId: string): number => lineOf(sheet, foodId).massG ?? NaN;

/* What settling may and may not do after a swap, as a baker would [common practice]. */
describe('what a swap asked for', () => {
  const settled = (text: string, foodId: string, ruleId: string): Worksheet => settleAll(opened(bench(text), foodId, ruleId), larder, shipped).sheet;

  const taken = (text: string, from: string, to: string): readonly string[] => {
    const sheet = bench(text);
    const found = ruleFor(lineOf(sheet, from), food(to), shipped.rules, larder, standingOf(sheet, larder, shipped).product?.id ?? '');
    const swap = found.ok ? openSwap(sheet, lineOf(sheet, from).id, found.rule, 1, larder) : found;
    if (!swap.ok) throw new Error(`nothing joins ${from} and ${to}`);
    return settleAll(swap.sheet, larder, shipped).taken.flatMap(({ action }) =>
      action.kind === 'add' ? [`+ ${action.foodId}`] : action.kind === 'less' ? [`- ${action.why}`] : [],
    );
  };

  // Coconut flour sets nothing: the egg that it needs is not taken away again for what it binds.
  test('more egg for coconut flour stays', () => {
    const cake = 'Tuesday bake\nServes 10\n200 g butter\n200 g sugar\n4 eggs\n175 g ground almonds\n250 g mashed potato\n2 tsp baking powder';
    expect(grams(settled(cake, 'almond-flour', 'almond-coconut'), 'egg')).toBeCloseTo(200 + 0.4 * 175, 0);
  });

  // Unrefined sugar is sugar to a polyol: as much as for white sugar, and no more of it than of that.
  test.each([
    ['sugar-erythritol', 'erythritol', 0.6],
    ['sugar-allulose', 'allulose', 1],
    ['sugar-xylitol', 'xylitol', 1],
  ])('%s holds for coconut sugar too', (ruleId, foodId, most) => {
    const line = lineOf(bench('Brownies\n120 g coconut sugar\n2 eggs'), 'coconut-sugar');
    expect(ruleFor(line, food(foodId), shipped.rules, larder, 'brownie')).toMatchObject({ ok: true, rule: { id: ruleId, maxShare: most } });
  });

  // Nobody sweetens a cheese muffin because its flour changed, and nobody takes a third of the butter from a cookie for 32 g less sweetener.
  test('what was plain stays plain, and what was rich may stay so', () => {
    const muffins = 'Cheese muffins\nMakes 12\n300 g cottage cheese\n4 eggs\n100 g chickpea flour\n60 g parmesan\n1 tsp baking powder';
    expect(taken(muffins, 'chickpea-flour', 'oat-flour').filter((one) => /sugar|honey|erythritol|syrup/.test(one))).toEqual([]);
    const cookies =
      'Chocolate chip cookies\nMakes 14\n85 g butter\n100 g erythritol\n1 egg yolk\n110 g almond flour\n30 g casein powder\n1/2 tsp xanthan gum\n70 g sugar-free chocolate chips';
    expect(taken(cookies, 'erythritol', 'sugar')).not.toContain('- balance');
  });

  // What only moves the trouble is not worth a spoon: the soda that softens dried fruit is not
  // taken out because plums are sourer than dates: what was too much lift would only be too much acid.
  test('a correction that brings nothing into its band is left where it is', () => {
    const pudding =
      'Sticky date pudding\n180 g medjool dates\n250 ml water\n1 tsp baking soda\n60 g butter\n150 g muscovado sugar\n2 eggs\n180 g self raising flour\n\nBake at 180°C 35 min';
    expect(taken(pudding, 'dates-medjool', 'prunes')).toEqual([]);
  });
});
