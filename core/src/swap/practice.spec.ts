import { bench, food, larder, lineOf, opened, rule, shipped } from '../../test/larder';
import { liftOf, measureRole } from '../role';
import { allLines, mainPart, sumsOfPart } from '../formula';
import { candidatesFor, ruleFor, settleAll, settleLiquid, settleOpen, standingOf, type Worksheet } from './index';

const CAKE = 'Cake loaf\nMakes 12 slices\n240 g plain flour\n250 g sugar\n3 eggs\n240 ml milk\n120 g butter, melted\n2 tsp baking powder\n1/2 tsp salt';
const taken = (text: string, foodId: string, ruleId: string, share = 1): Worksheet => settleOpen(opened(bench(text), foodId, ruleId, share), larder);
const grams = (sheet: Worksheet, foodId: string): number => lineOf(sheet, foodId).massG ?? NaN;
const steps = (text: string, foodId: string, ruleId: string): string =>
  opened(bench(text), foodId, ruleId)
    .open.flatMap(({ action }) => (action.kind === 'step' ? [action.text] : []))
    .join(' ');

function role(sheet: Worksheet, name: Parameters<typeof measureRole>[0]): number {
  const part = mainPart(sheet.rebuild, larder);
  return (part && measureRole(name, sumsOfPart(part, larder))) ?? NaN;
}

/* What the trade says of each swap, as bakers hand it on [common practice, from memory], against what stands on the bench. */
describe('flours', () => {
  test('coconut flour: a quarter to a third of the wheat, an egg for each 25 to 30 g of it, and a rest', () => {
    const sheet = taken(CAKE, 'plain-flour', 'wheat-coconut');
    expect(grams(sheet, 'coconut-flour') / 240).toBeGreaterThanOrEqual(0.25);
    expect(grams(sheet, 'coconut-flour') / 240).toBeLessThanOrEqual(0.3);
    const eggs = (grams(sheet, 'egg') - 150) / 50;
    expect(grams(sheet, 'coconut-flour') / eggs).toBeGreaterThan(20);
    expect(grams(sheet, 'coconut-flour') / eggs).toBeLessThan(35);
    expect(steps(CAKE, 'plain-flour', 'wheat-coconut')).toContain('rest');
  });

  test('almond flour: weight for weight, less butter than before, one more egg, a cooler oven', () => {
    const sheet = taken(CAKE, 'plain-flour', 'wheat-almond');
    expect(grams(sheet, 'almond-flour')).toBe(240);
    expect(grams(sheet, 'butter')).toBeLessThan(120);
    expect(grams(sheet, 'egg')).toBeGreaterThan(150);
    expect(steps(CAKE, 'plain-flour', 'wheat-almond')).toContain('15 °C cooler');
  });

  test('almond cookies keep their eggs: the butter and sugar hold them', () => {
    const sheet = bench('Chocolate chip cookies\nMakes 24 cookies\n225 g butter\n300 g sugar\n2 eggs\n300 g plain flour\n1 tsp baking soda');
    const done = settleOpen(opened({ ...sheet, rebuild: { ...sheet.rebuild, classId: 'drop-cookie' } }, 'plain-flour', 'wheat-almond'), larder);
    expect([grams(done, 'egg'), grams(done, 'almond-flour')]).toEqual([100, 300]);
  });

  // Xanthan for gluten-free baking: cookies 0.5, cakes and pancakes 0.7, quick breads 1 % of the flour.
  test.each([
    ['Drop cookies', 'drop-cookie', 0.005],
    ['Pancakes', 'pancake', 0.007],
    ['Layer cake', 'layer-cake', 0.007],
    ['Loaf cake', 'loaf', 0.01],
  ])('%s with a starch blend ask for their own share of xanthan', (title, classId, share) => {
    const sheet = bench(CAKE.replace('Cake loaf', title));
    const done = settleOpen(opened({ ...sheet, rebuild: { ...sheet.rebuild, classId } }, 'plain-flour', 'wheat-gluten-free'), larder);
    expect(grams(done, 'xanthan') / 240).toBeCloseTo(share, 3);
  });

  test('whey and casein half and half rise and stay moist: whey alone is named sooner', () => {
    const over = (ruleId: string, share: number) => standingOf(taken(CAKE.replace('Cake loaf', 'Muffins'), 'plain-flour', ruleId, share), larder, shipped).overProtein.length;
    // Up to a third of the dry weight; above it whey is rubbery.
    expect([over('wheat-whey-casein', 0.36), over('wheat-whey', 0.25)]).toEqual([0, 0]);
    expect([over('wheat-whey', 0.36), over('wheat-whey-casein', 0.6)]).toEqual([1, 1]);
  });

  test('all-oat is offered with a warning of its own: four fifths is the most that works well', () => {
    expect(rule('wheat-oat').maxShare).toBeLessThanOrEqual(0.8);
    expect(rule('wheat-oat').maxShareReason).toMatch(/crumbl|dry/);
  });
});

describe('eggs', () => {
  // A large egg is 50 g; its stand-ins by the egg: 66 g of white, 1 tbsp of ground flax (7 g) or chia in 45 mL, 60 g of puree.
  test.each([
    ['egg-whites', 'egg-white', 66, 2],
    ['egg-flax', 'ground-flax', 7, 1],
    ['egg-flax', 'water', 45, 2],
    ['egg-chia', 'chia', 12, 2],
    ['egg-apple', 'apple-puree', 60, 2],
    ['egg-yogurt', 'yogurt', 60, 2],
    ['egg-aquafaba', 'aquafaba', 45, 2],
  ])('%s: %s, %d g for one egg', (ruleId, id, massG, off) => {
    const sheet = taken(CAKE, 'egg', ruleId);
    expect(Math.abs(grams(sheet, id) / 3 - massG)).toBeLessThanOrEqual(off);
  });

  test('puree and yogurt bind and do not lift: baking powder makes up for it', () => {
    for (const id of ['egg-apple', 'egg-yogurt']) expect(grams(taken(CAKE, 'egg', id), 'baking-powder')).toBeGreaterThan(grams(bench(CAKE), 'baking-powder'));
  });

  test('a loaf without egg is left to cool in the tin; a pancake is not', () => {
    const stepsIn = (classId: string): string => {
      const sheet = bench(CAKE);
      const { open } = opened({ ...sheet, rebuild: { ...sheet.rebuild, classId } }, 'egg', 'egg-flax');
      return open.flatMap(({ action }) => (action.kind === 'step' ? [action.text] : [])).join(' ');
    };
    expect([stepsIn('loaf').includes('cool in the tin'), stepsIn('pancake').includes('cool in the tin')]).toEqual([true, false]);
  });

  test('dried white and water make the white again, within its dry matter', () => {
    const sheet = taken('Meringue\nServes 4\n100 g egg whites\n200 g sugar', 'egg-white', 'white-powder');
    expect(grams(sheet, 'egg-white-powder') + grams(sheet, 'water')).toBeCloseTo(100, 6);
    const dry = 100 - (food('egg-white').per100g.waterG ?? NaN);
    expect(grams(sheet, 'egg-white-powder')).toBeGreaterThan(dry * 0.9);
    expect(grams(sheet, 'egg-white-powder')).toBeLessThan(dry * 1.25);
  });
});

describe('sugar, fat and dairy', () => {
  // A cup of honey for a cup and a quarter of sugar, a quarter of a cup less liquid, a quarter of a teaspoon of soda, 15 °C cooler.
  test('honey: a cup for a cup and a quarter, less milk, a little soda, a cooler oven', () => {
    const sheet = taken(CAKE, 'sugar', 'sugar-honey');
    expect(grams(sheet, 'honey') / 1.42).toBeCloseTo(236.6, -1);
    expect(grams(bench(CAKE), 'whole-milk') - grams(sheet, 'whole-milk')).toBeCloseTo(62, -1);
    expect(grams(sheet, 'baking-soda')).toBeCloseTo(4.6 / 4, 0);
    expect(steps(CAKE, 'sugar', 'sugar-honey')).toContain('15 °C cooler');
  });

  test('puree and yogurt for butter or oil: three quarters by weight, up to half of it freely', () => {
    for (const [from, id, to] of [
      ['butter', 'butter-apple', 'apple-puree'],
      ['butter', 'butter-yogurt', 'greek-yogurt'],
    ] as const) {
      expect(grams(taken(CAKE, from, id, 0.5), to)).toBeCloseTo(60 * 0.75, 6);
      expect(rule(id).maxShare).toBeGreaterThanOrEqual(0.5);
    }
  });

  test('a puree’s water comes off the liquid: the cake is no looser than it was', () => {
    const sheet = settleLiquid(opened(bench(CAKE), 'butter', 'butter-apple', 0.5), larder, shipped);
    expect(role(sheet, 'thickness')).toBeGreaterThan(role(bench(CAKE), 'thickness') - 0.4);
  });

  test('two sweeteners together come to the sweetness of all the sugar where one alone cannot', () => {
    const both = taken(CAKE, 'sugar', 'sugar-ery-sucralose');
    expect(role(both, 'sweetness')).toBeCloseTo(role(bench(CAKE), 'sweetness'), 0);
    expect(role(both, 'bulk') / role(bench(CAKE), 'bulk')).toBeCloseTo(1, 0);
  });

  test('granular erythritol is ground for a cheesecake, where its grains would stay, and not for a cake', () => {
    const stepsIn = (classId: string): string => {
      const sheet = bench(CAKE);
      const { open } = opened({ ...sheet, rebuild: { ...sheet.rebuild, classId } }, 'sugar', 'sugar-erythritol', 0.5);
      return open.flatMap(({ action }) => (action.kind === 'step' ? [action.text] : [])).join(' ');
    };
    expect([stepsIn('cheesecake').includes('powder'), stepsIn('layer-cake').includes('powder')]).toEqual([true, false]);
  });

  test('butter is a fifth water: less oil for it, and as much fat', () => {
    const sheet = taken(CAKE, 'butter', 'butter-oil');
    expect(role(sheet, 'fat')).toBeCloseTo(role(bench(CAKE), 'fat'), 0);
    expect(grams(sheet, 'sunflower-oil')).toBeLessThan(120);
  });

  test('cream cheese by lean curd and yogurt keeps its weight and loses most of its fat', () => {
    const text = 'Cheesecake\nServes 10\n600 g cream cheese\n150 g sugar\n3 eggs';
    const sheet = taken(text, 'cream-cheese', 'cream-cheese-curd');
    expect(grams(sheet, 'curd-cheese') + grams(sheet, 'greek-yogurt')).toBeGreaterThan(590);
    expect(role(sheet, 'fat')).toBeLessThan(role(bench(text), 'fat') / 2);
  });
});

describe('gums and leavening', () => {
  test('guar half as much again as xanthan; whole psyllium husk three times; back again within a tenth', () => {
    const text = 'Bread\nServes 8\n300 g gluten-free flour blend\n300 ml water\n6 g xanthan gum';
    expect(grams(taken(text, 'xanthan', 'xanthan-guar'), 'guar')).toBeCloseTo(9, 6);
    expect(grams(taken(text, 'xanthan', 'xanthan-psyllium'), 'psyllium-husk')).toBeCloseTo(18, 6);
    expect((rule('xanthan-guar').to[0]?.ratio ?? NaN) * (rule('guar-xanthan').to[0]?.ratio ?? NaN)).toBeCloseTo(1, 1);
  });

  // 84.007 g of soda meet 188.18 g of cream of tartar: exact by their molar masses.
  test('powder by soda and cream of tartar is neutral, and lifts at least as much as 12 % of its weight in CO2', () => {
    const sheet = taken('Scones\nServes 6\n300 g plain flour\n200 ml water\n15 g baking powder', 'baking-powder', 'powder-soda');
    expect(grams(sheet, 'cream-of-tartar') / grams(sheet, 'baking-soda')).toBeCloseTo(188.18 / 84.007, 1);
    const part = mainPart(sheet.rebuild, larder);
    const lift = part && liftOf(sumsOfPart(part, larder));
    expect((lift?.co2Mmol ?? 0) * 0.04401).toBeGreaterThan(0.12 * 15);
  });

  test('every leavener, fat, egg, flour and sugar of the shipped table has at least two ways out', () => {
    for (const id of ['plain-flour', 'sugar', 'egg', 'butter', 'sunflower-oil', 'whole-milk', 'xanthan', 'egg-white', 'honey', 'cream-cheese']) {
      const sheet = bench(`Anything\nServes 2\n100 g ${food(id).name}`);
      const [line] = allLines(sheet.rebuild);
      if (!line) throw new Error(id);
      expect([id, candidatesFor({ ...line, foodId: id }, shipped.rules, larder).length >= 2]).toEqual([id, true]);
    }
  });
});

describe('milk and fat', () => {
  const BATTER = 'Muffins\nMakes 12 muffins\n250 g plain flour\n150 g sugar\n2 eggs\n180 g whole milk\n90 g sunflower oil\n2 tsp baking powder\n40 g honey\n150 g blueberries';
  const COOKIES = 'Drop cookies\nMakes 24 cookies\n220 g butter\n250 g sugar\n2 eggs\n300 g plain flour\n1 tsp baking soda';

  // Yogurt for milk: three parts with one of water, strained yogurt about half and half; kefir and buttermilk cup for cup, soda in place of powder.
  test.each([
    ['milk-buttermilk', 'buttermilk', 1, 0],
    ['milk-yogurt', 'yogurt', 0.75, 0.25],
    ['milk-greek', 'greek-yogurt', 0.6, 0.4],
    ['milk-skyr', 'skyr', 0.6, 0.4],
    ['milk-evaporated', 'evaporated-milk', 0.5, 0.5],
  ])('%s: as much as the milk in all, and no more liquid is asked for', (ruleId, foodId, share, water) => {
    const open = opened(bench(BATTER), 'whole-milk', ruleId);
    const sheet = settleOpen(open, larder);
    expect(grams(sheet, foodId)).toBeCloseTo(180 * share, 0);
    const waterG = allLines(sheet.rebuild).reduce((sum, line) => sum + (line.foodId === 'water' ? (line.massG ?? 0) : 0), 0);
    expect(waterG).toBeCloseTo(180 * water, 0);
    expect(open.open.filter(({ action }) => action.kind === 'add')).toEqual([]);
  });

  // Fruit and yogurt take over at most half of the fat; thick dairy is never poured as milk is.
  test.each([
    ['whole-milk', 'cottage-cheese'],
    ['whole-milk', 'ricotta'],
    ['sunflower-oil', 'skyr'],
    // A syrup holds a bar together; dry crystals do not.
    ['honey', 'erythritol'],
  ])('%s: at most half of it as %s', (from, to) => {
    const found = ruleFor(lineOf(bench(BATTER), from), food(to), shipped.rules, larder, 'muffin');
    expect(found.ok && found.rule.maxShare).toBe(0.5);
  });

  test('cookies of oil get the water that the butter had, a sixth of it, and no egg more; a batter with milk gets none', () => {
    const cookies = taken(COOKIES, 'butter', 'butter-coconut');
    expect([grams(cookies, 'coconut-oil'), grams(cookies, 'egg')]).toEqual([176, 100]);
    expect(grams(cookies, 'water')).toBeCloseTo(220 / 6, -1);
    expect(lineOf(taken(CAKE, 'butter', 'butter-coconut'), 'coconut-oil').massG).toBeCloseTo(96, 0);
    expect(allLines(taken(CAKE, 'butter', 'butter-coconut').rebuild).map(({ foodId }) => foodId)).not.toContain('water');
  });

  // Almond shortbread of the trade: four tenths of the flour's weight in butter and more; a custard gets no oil for its yolks.
  test('of the butter in an almond dough only what the rule says goes; whites in a custard bring no oil', () => {
    const dough = bench('Shortbread\nMakes 16 pieces\n225 g butter\n110 g sugar\n330 g plain flour');
    const { sheet } = settleAll(opened(dough, 'plain-flour', 'wheat-almond'), larder, shipped);
    expect(grams(sheet, 'butter') / grams(sheet, 'almond-flour')).toBeGreaterThan(0.4);
    const custard = opened(bench('Baked custard\nServes 4\n500 g whole milk\n4 eggs\n80 g sugar'), 'egg', 'egg-whites');
    expect(custard.open.filter(({ action }) => action.kind === 'add')).toEqual([]);
  });

  // Chia for eggs in a cake of wheat: the trade adds a splash, never a cup, and no sugar for the water.
  test('back to the original’s thickness only where nothing else is lost by it: else to the edge of what its kind wants', () => {
    const cake = bench('Muffins\nMakes 12 muffins\n150 g plain flour\n80 g sugar\n60 g butter\n2 eggs\n120 g whole milk\n2 tsp baking powder');
    const { taken } = settleAll(opened(cake, 'egg', 'egg-chia'), larder, shipped);
    const added = taken.flatMap(({ action }) => (action.kind === 'add' ? [[action.foodId, action.massG] as const] : []));
    expect(added.map(([foodId]) => foodId)).toEqual(['whole-milk']);
    expect(added.every(([, massG]) => massG < 100)).toBe(true);
  });

  test('a rule is another in another class: at most three tenths of an ice’s sugar is glucose, casein for all of the whey where nothing rises', () => {
    const mix = '200 g plain flour\n90 g sugar\n3 eggs\n30 g whey protein';
    const most = (ruleId: string, foodId: string, classId: string): number | undefined =>
      candidatesFor(lineOf(bench(`Batter\n${mix}`), foodId), shipped.rules, larder, undefined, classId).find(({ rule: { id } }) => id === ruleId)?.rule.maxShare;
    expect([most('sugar-glucose', 'sugar', 'frozen'), most('sugar-glucose', 'sugar', 'layer-cake')]).toEqual([0.3, 0.5]);
    expect([most('whey-casein-all', 'whey-concentrate', 'frozen'), most('whey-casein-all', 'whey-concentrate', 'layer-cake')]).toEqual([1, 0.5]);
  });

  test('an ice that allulose leaves too soft is thinned with at most an eighth of milk', () => {
    const ice = bench('Vanilla ice cream\nMakes 6 scoops\n300 ml whole milk\n200 ml double cream\n90 g sugar\n3 egg yolks\n30 g whey protein');
    const { taken } = settleAll(opened(ice, 'sugar', 'sugar-allulose'), larder, shipped);
    const added = taken.flatMap(({ action }) => (action.kind === 'add' ? [action] : []));
    expect(added.map(({ foodId, massG }) => [foodId, massG > 20 && massG < 707 * 0.12])).toEqual([['whole-milk', true]]);
  });

  test('whipped whites of a mousse may be aquafaba; a custard would stay liquid', () => {
    const of = (classId: string) => ruleFor(lineOf(bench(BATTER), 'egg'), food('aquafaba'), shipped.rules, larder, classId).ok;
    expect([of('set-pudding'), of('baked-custard')]).toEqual([true, false]);
  });

  test('a cooler oven is said once; an ice keeps its milk and cream', () => {
    const brownies = bench('Brownies\nMakes 16 brownies\n200 g dark chocolate\n170 g butter\n250 g sugar\n3 eggs\n90 g plain flour\n30 g cocoa');
    const sweet = settleAll(opened(brownies, 'sugar', 'sugar-allulose'), larder, shipped);
    expect(sweet.sheet.rebuild.method.filter((step) => step.includes('cooler'))).toHaveLength(1);
    expect(sweet.unmet.map(({ role: unmet }) => unmet)).not.toContain('browning');
    const ice = bench('Vanilla ice cream\nMakes 8 scoops\n400 g whole milk\n200 g double cream\n120 g sugar\n70 g egg yolk');
    const taken = settleAll(opened(ice, 'double-cream', 'cream-greek'), larder, shipped).taken.map(({ action }) => action);
    // An ice is mended by what dissolves in it, never by less of its milk or cream.
    const isOf = (lineId: string, foodId: string): boolean => lineId.endsWith(lineOf(ice, foodId).id);
    expect(taken.filter((action) => action.kind === 'less' && (isOf(action.lineId, 'whole-milk') || isOf(action.lineId, 'double-cream')))).toEqual([]);
  });

  test('muffins of wheat without egg need no gum: the puree, the powder that lifts for it, and that is all', () => {
    const { open } = opened(bench(BATTER), 'egg', 'egg-apple');
    expect(open.flatMap(({ action }) => (action.kind === 'add' ? [action.foodId] : []))).toEqual(['baking-powder']);
  });
});
