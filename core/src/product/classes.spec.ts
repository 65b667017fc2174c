import fc from 'fast-check';
import { bench, larder, readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { LEDGER_ROLES } from '../role';
import { askingRows, standingOf } from '../swap';
import { betterClass, classOf, guessClass, misfitOf, wantedBand } from './index';

const classId = (title: string) => classOf({ title }, shipped)?.id;

/* Recipes as they stand in any kitchen, weights of common knowledge, from memory. */
const KNOWN: readonly (readonly [title: string, lines: string, classId: string])[] = [
  ['Banana oat pancakes', '2 bananas\n2 eggs\n60 g rolled oats\n1/2 tsp baking powder', 'pancake'],
  ['Crepes', '125 g plain flour\n300 ml milk\n2 eggs\n25 g butter, melted', 'crepe'],
  ['Weekend waffles', '250 g plain flour\n400 ml milk\n2 eggs\n100 g butter, melted\n2 tsp baking powder\n1 tbsp sugar', 'waffle'],
  ['Blueberry muffins', '250 g plain flour\n150 g sugar\n2 eggs\n180 ml milk\n100 ml oil\n2 tsp baking powder\n150 g blueberries', 'muffin'],
  ['Lemon drizzle loaf', '175 g butter\n175 g sugar\n3 eggs\n175 g self raising flour\n2 tbsp lemon juice', 'loaf'],
  ['Victoria sponge', '200 g butter\n200 g sugar\n4 eggs\n200 g self raising flour\n2 tbsp milk', 'layer-cake'],
  ['Chocolate chip cookies', '225 g butter\n300 g sugar\n2 eggs\n300 g plain flour\n1 tsp baking soda\n1 tsp salt\n300 g chocolate chips', 'drop-cookie'],
  ['Chickpea blondies', '240 g chickpeas\n120 g peanut butter\n80 ml maple syrup\n1/4 tsp baking soda\n60 g chocolate chips', 'brownie'],
  ['Edible cookie dough', '250 g cottage cheese\n30 g vanilla whey\n60 g oat flour\n20 g almond butter\n10 g erythritol', 'raw-dough'],
  ['Baked cheesecake', '600 g cream cheese\n150 g sugar\n3 eggs\n200 g sour cream', 'cheesecake'],
  ['Baked custard', '500 ml milk\n4 eggs\n80 g sugar', 'baked-custard'],
  ['French toast bake', '400 g white bread\n5 eggs\n400 ml milk\n60 g sugar', 'soaked-bread'],
  ['Yogurt bagels', '250 g self raising flour\n260 g greek yogurt\n1/2 tsp salt', 'scone'],
  ['Baked cinnamon doughnuts', '190 g plain flour\n100 g sugar\n2 eggs\n180 ml milk\n45 g butter, melted\n2 tsp baking powder\n1/2 tsp salt', 'muffin'],
  ['Banana fritters', '2 bananas\n100 g plain flour\n1 egg\n80 ml milk\n1 tsp baking powder\n1 tbsp sugar', 'pancake'],
  ['Strawberry sorbet', '500 g strawberries\n150 g sugar\n100 ml water\n1 tbsp lemon juice', 'frozen'],
];

describe('the class of a treat', () => {
  test.each(KNOWN)('%s', (title, lines, id) => {
    const sheet = bench(`${title}\nServes 6\n${lines}`);
    expect(classOf(sheet.rebuild, shipped)?.id).toBe(id);
    expect(askingRows(standingOf(sheet, larder, shipped))).toEqual([]);
    const { measures, product } = analyse(sheet.rebuild, larder, shipped);
    expect(product && betterClass(measures, product, shipped.classes)).toBeUndefined();
  });

  test('a treat that no class judges takes none from what goes with it, or how it tastes', () => {
    expect(['Rhubarb & custard crumble, lighter', 'Custard crumble gf', 'Cheesecake granola', 'Brownie meringues'].map(classId)).toEqual(Array(4).fill(undefined));
    expect(['Apple crumble muffins', 'Custard creams', 'Muffins with a crumble'].map(classId)).toEqual(['muffin', 'rolled-cookie', 'muffin']);
  });

  test('the head of a title tells, of two that end there the longer, plurals count, and what the baker says goes before any of them', () => {
    expect([classId('Protein cookie dough'), classId('Cookies'), classId('Banana bread muffins'), classId('Cheesecake bars')]).toEqual([
      'raw-dough',
      'drop-cookie',
      'muffin',
      'cheesecake',
    ]);
    expect(classOf({ title: 'Cookies', classId: 'muffin' }, shipped)?.id).toBe('muffin');
    expect([classId('Aunt Vera’s best'), classId(''), classId('バナナ')]).toEqual([undefined, undefined, undefined]);
  });

  test('of two names beside each other the first says what it is, the second how it tastes', () => {
    expect([
      classId('Baked oats, strawberry cheesecake'),
      classId('Carrot cake – cream cheese frosting'),
      classId('Sunday brunch: waffles'),
      classId('Raw brownies, no bake'),
    ]).toEqual(['oat-bake', 'layer-cake', 'waffle', 'no-bake']);
  });

  test('where two share a name it is what it has in it, and how it is cooked', () => {
    const called = (title: string, lines: string, method: string) => classOf(readFormula(`${title}\n${lines}\n\n${method}`), shipped)?.id;
    const cake = '250 g plain flour\n150 ml milk\n1 egg\n2 tsp baking powder';
    expect([
      called('Doughnuts', `${cake}\n7 g dried yeast`, 'Prove and fry in hot oil.'),
      called('Doughnuts', cake, 'Pipe into the tin and bake for 12 minutes.'),
      called('Doughnuts', cake, 'Fry in hot oil.'),
      called('Bagels', '250 g plain flour\n7 g dried yeast\n140 ml water', 'Boil, then bake.'),
      called('Bread', cake, 'Bake.'),
    ]).toEqual(['yeast-dough', 'muffin', undefined, 'yeast-dough', undefined]);
  });

  test('a name is known in every spelling', () => {
    expect(['Frozen yogurt', 'Frozen yoghurt', 'Chia jam swirl frozen yoghurt', 'FROZEN YOGHURTS'].map(classId)).toEqual(['frozen', 'frozen', 'frozen', 'frozen']);
  });

  test('a drizzle that rises is no sauce, and what a sauce is made of is', () => {
    const of = (text: string) => classOf(readFormula(text), shipped)?.id;
    expect(of('Lemon drizzle (gf)\n200 g butter\n200 g sugar\n4 eggs\n175 g ground almonds\n2 tsp baking powder')).toBeUndefined();
    expect(of('Lemon drizzle\n60 g icing sugar\n30 g lemon juice')).toBe('topping');
  });

  test('what is never heated is none that is baked: as the title says, or as a method that only chills', () => {
    expect(['No-bake protein bars', 'No bake lemon cheesecake', 'No-bake oat cookies', 'No bake Sunday things', 'Swiss roll'].map(classId)).toEqual([
      'no-bake',
      'set-pudding',
      'no-bake',
      'no-bake',
      'layer-cake',
    ]);
    const byMethod = (title: string, ...method: readonly string[]) => classOf({ title, method }, shipped)?.id;
    expect(byMethod('Protein bars', 'Press into a tin.', 'Fridge for 2 hours, then cut.')).toBe('no-bake');
    expect(byMethod('Lime cheesecake', 'Spread on the base, chill overnight.')).toBe('set-pudding');
    expect(byMethod('Protein bars', 'Press into a tin.', 'Bake 20 minutes, chill, cut.')).toBe('bar');
    expect(byMethod('Oat cookies', 'Chill the dough for an hour.', '12 minutes at 180 °C.')).toBe('drop-cookie');
    // Heat that no word says is heat all the same: what is baked must not be told as eaten raw.
    for (const step of ['350F 10 min.', '12 min at 180C.', 'Gas 4, 12 minutes.', '12 minutes, until golden.'])
      expect(byMethod('Oat cookies', 'Chill the dough.', step)).toBe('drop-cookie');
    for (const step of ['18cm springform, 170 fan 22 mins, chill overnight.', '25 mins @ 180 fan, chill.', '350F, 40-45 minutes, chill.'])
      expect(byMethod('Chocolate mousse cake', step)).toBe('layer-cake');
    expect(byMethod('Chocolate mousse cake', 'Chill 120-150 minutes.')).toBe('no-bake');
    expect(byMethod('Protein bars', 'Stir in the golden syrup, press, chill.')).toBe('no-bake');
    expect(byMethod('Oat cookies')).toBe('drop-cookie');
    expect(byMethod('Cashew “cheesecake” (raw, vegan)', 'Blend and pour.')).toBe('set-pudding');
    expect(byMethod('Cashew cheesecake', 'Blend, pour, freeze 4 h.')).toBe('set-pudding');
    expect(byMethod('Raw cashew cheesecake', 'Blend and pour.')).toBe('set-pudding');
    expect(byMethod('Raw cashew cheesecake', 'Blend, pour, bake 30 minutes at 150 °C.')).toBe('cheesecake');
    expect(byMethod('Raw honey cake', 'Mix and pour.')).toBe('layer-cake');
    expect(byMethod('Oat cookies', 'Mix and shape, freeze the rest.')).toBe('drop-cookie');
    expect(byMethod('Pancakes', 'Chill the batter overnight.')).toBe('pancake');
  });

  test('what is soaked and fried is no thing of the oven, whatever else it is; what is baked after it was fried is', () => {
    const heated = (title: string, ...method: readonly string[]) => {
      const product = classOf({ title, method }, shipped);
      return [product?.id, product?.heat, product?.ovenC !== undefined];
    };
    expect(heated('French toast', 'Soak the bread.', 'Fry it in butter.')).toEqual(['soaked-bread', 'griddle', false]);
    expect(heated('Eggy bread', 'Cook in a hot pan, two minutes a side.')).toEqual(['soaked-bread', 'griddle', false]);
    expect(heated('French toast', 'Fry on each side, then bake for ten minutes.')).toEqual(['soaked-bread', 'oven', true]);
    expect(heated('Bread pudding', 'Pour over the bread in the buttered dish, 180C for 40 min. Serve as a side.')).toEqual(['soaked-bread', 'oven', true]);
    // Who says no more than its name fries the one and bakes the other (common practice).
    expect([heated('Cinnamon French toasts'), heated('Bread pudding')]).toEqual([
      ['soaked-bread', 'griddle', false],
      ['soaked-bread', 'oven', true],
    ]);
    // A name that says where, or a method that cooks it otherwise, goes before what is usual.
    for (const [title, ...method] of [['Baked French toast'], ['French toast casserole'], ['French toast bake'], ['French toast', 'Soak overnight.', '45 min at 180C.']] as const)
      expect([title, ...heated(title, ...method)]).toEqual([title, 'soaked-bread', 'oven', true]);
    expect(heated('Onion loaf', 'Fry the onions.', '180C, 50 minutes.')).toEqual(['loaf', 'oven', true]);
    const fry = ['Fry in butter.'];
    expect(classOf({ title: 'French toast', method: fry }, shipped)).toBe(classOf({ title: 'Eggy bread', method: [...fry] }, shipped));
  });

  test('a class that cannot be is told which fits better, baked stays baked and raw stays raw', () => {
    const { measures } = analyse(readFormula('Any\nServes 6\n125 g plain flour\n300 ml milk\n2 eggs\n25 g butter, melted'), larder, shipped);
    const cookie = shipped.classes.find(({ id }) => id === 'rolled-cookie');
    const better = cookie && betterClass(measures, cookie, shipped.classes);
    expect(better?.heat).not.toBe('none');
    expect(better && misfitOf(measures, better)).toBeLessThan(cookie ? misfitOf(measures, cookie) : 0);
  });
});

describe('what a class wants of a role', () => {
  const measure = fc.double({ min: -5, max: 45, noNaN: true });
  const classes = fc.constantFrom(undefined, ...shipped.classes);

  test('a method tells what a title does not: a pie dish without a crust, what is chilled until set; what is baked is never offered as what is not', () => {
    const guessed = (title: string, lines: string, method: string): string | undefined => {
      const { rebuild } = bench(`${title}\nServes 8\n${lines}\n\nMethod\n${method}`);
      return guessClass(rebuild, analyse(rebuild, larder, shipped).measures, shipped)?.product.id;
    };
    const pie = '425 g pumpkin puree\n3 eggs\n340 ml evaporated milk\n120 g sugar\n16 g cornflour';
    expect(classId('No-crust pumpkin pie')).toBe('crustless-pie');
    expect(guessed('Orange squash wobble', pie, 'Pour into a buttered pie dish. Bake at 180 C until set at the edge. Chill.')).toBe('crustless-pie');
    expect(guessed('Orange squash wobble', pie, 'Pour into a buttered tin. Bake at 180 C until set at the edge.')).not.toBe('set-pudding');
    expect(guessed('Berry wobble', '400 g berries\n100 g sugar\n300 ml water\n10 g gelatin', 'Stir, pour, and chill overnight until set.')).toBe('set-pudding');
  });

  test('the original is never outside what is wanted: a treat somebody likes is right as it is', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LEDGER_ROLES), measure, classes, (role, original, product) => {
        const amount = role === 'acid' || role === 'freezes' ? original : Math.abs(original);
        const band = wantedBand(role, amount, product);
        if (!band) return;
        expect(band.low).toBeLessThanOrEqual(amount + 1e-9);
        expect(band.high).toBeGreaterThanOrEqual(amount - 1e-9);
        expect(band.high).toBeGreaterThan(band.low);
      }),
    );
  });

  test('of what no class is known the balance of acid and soda itself is always wanted: neither left over is a fault', () => {
    fc.assert(
      fc.property(measure, (original) => {
        const band = wantedBand('acid', original, undefined);
        expect(band && band.low <= 0 && band.high >= 0).toBe(true);
      }),
    );
    // Self-raising flour brings its own acid: without the yogurt's nothing is left to make up for.
    const mixed = (dairy: string) => bench(`Rounds\n156 g self-raising flour\n246 g ${dairy}\n1 egg`);
    const sheet = { ...mixed('Greek yogurt'), rebuild: mixed('cottage cheese').rebuild };
    expect(standingOf(sheet, larder, shipped).rows.find(({ role }) => role === 'acid')?.state).toBe('in');
  });

  test('nothing but acid and the first ice is ever wanted below zero', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LEDGER_ROLES), fc.double({ min: 0, max: 2, noNaN: true }), classes, (role, original, product) => {
        const band = wantedBand(role, original, product);
        if (band && role !== 'acid' && role !== 'freezes') expect(band.low).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  // Core temperatures: cakes and muffins 96 to 99 °C, custards 77 to 82, cheesecake 65 to 71 [common practice]; loss in the oven:
  // muffins and loaves 8 to 12 %, waffles 15 to 25, cookies 10 to 15, custard 2 to 5, frozen none [common practice].
  test.each([
    ['layer-cake', 96, 99, 0.08, 0.12],
    ['muffin', 96, 99, 0.08, 0.12],
    ['loaf', 96, 99, 0.08, 0.12],
    ['baked-custard', 77, 82, 0.02, 0.05],
    ['cheesecake', 65, 71, undefined, undefined],
    ['waffle', undefined, undefined, 0.15, 0.25],
    ['drop-cookie', undefined, undefined, 0.1, 0.15],
    ['frozen', undefined, undefined, 0, 0],
  ])('%s is done and loses as the trade says', (id, coreLow, coreHigh, lossLow, lossHigh) => {
    const product = shipped.classes.find((one) => one.id === id);
    if (coreLow !== undefined) expect(product?.coreC).toEqual([coreLow, coreHigh]);
    if (lossLow !== undefined) expect(product?.loss).toEqual({ low: lossLow, high: lossHigh });
  });
});
