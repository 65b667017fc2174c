import table from '@fellmist/language/mixingOrders.json';
import { larder, readFormula } from '../../test/larder';
import { allLines, type Formula, mainPart } from '../formula';
import { mixingOrder, moveInOrder } from './index';

const PANCAKES = 'Oat pancakes\nMakes 8 pancakes\n120 g oat flour\n1 tsp baking powder\n1/4 tsp salt\n2 eggs\n200 ml milk\n20 g butter';
const formula: Formula = { ...readFormula(PANCAKES), classId: 'pancake' };
const oats = allLines(formula)[0]?.id ?? '';

describe('the order of mixing', () => {
  test('a class has its own: dry things with the gum in them, wet apart; each line once', () => {
    const stages = mixingOrder(formula, larder);
    expect(stages.map(({ words }) => words)).toEqual(['Dry things', 'Wet things, apart']);
    expect(stages[0]?.lineIds[0]).toBe(oats);
    expect(stages.flatMap(({ lineIds }) => lineIds).sort()).toEqual(
      allLines(formula)
        .map(({ id }) => id)
        .sort(),
    );
  });

  test('a pasted method is followed where it names its lines; what stands in for the sugar goes where the sugar went', () => {
    const text =
      'Sponge\nMakes 8\n150 g butter\n150 g sugar\n3 eggs\n150 g plain flour\n1 tsp baking powder\nMethod\nCream the butter and sugar.\nBeat in the eggs one by one.\nFold in the dry ingredients.\nBake 25 minutes.';
    const original = readFormula(text);
    const [b, s, e, f, p] = allLines(original).map(({ id }) => id) as [string, string, string, string, string];
    const erythritol = {
      ...original,
      parts: original.parts.map((part) => ({
        ...part,
        lines: part.lines.map((line) =>
          line.id === s ? { ...line, name: 'erythritol', foodId: 'erythritol', origin: { kind: 'swapped' as const, lineId: s, swapId: 'w', note: '' } } : line,
        ),
      })),
    };
    const stages = mixingOrder(erythritol, larder, new Map([[s, 'sugar']]));
    expect(stages.map(({ lineIds }) => lineIds)).toEqual([[b, s], [e], [f, p], []]);
    expect(stages[3]?.then).toMatch(/25 minutes/);
    expect(stages[2]?.then).toMatch(/dry ingredients/);
    const moved = moveInOrder(stages, p, stages[0]?.id ?? '', b);
    expect(moved.map(({ lineIds }) => lineIds)).toEqual([[p, b, s], [e], [f], []]);
    expect(moveInOrder(stages, p, 'nowhere')).toEqual(stages);
  });

  test('a paragraph is taken sentence by sentence; where it says everything, what no step names goes in there', () => {
    const pie = readFormula(
      'No-crust pumpkin pie\nMakes 8 slices\n425 g pumpkin puree\n3 eggs\n340 ml evaporated milk\n120 g sugar\n16 g cornflour\n\nButter a 23 cm dish. Warm the evaporated milk. Whisk everything together until smooth. Bake at 180 C (350 F) for 45 minutes.',
    );
    const stages = mixingOrder({ ...pie, classId: 'crustless-pie' }, larder);
    expect(stages.map(({ then, lineIds }) => [then.split(' ')[0], lineIds.length])).toEqual([
      ['Butter', 0],
      ['Warm', 1],
      ['Whisk', 4],
      ['Bake', 0],
    ]);
    // One sentence is an order where all goes in at once; else the class's is, whose gum is told of where there is one.
    const dough = 'Peanut dough\nServes 6\n90 g oat flour\n60 g peanut butter\n50 g honey\n40 g chocolate chips';
    const stirred = mixingOrder(readFormula(`${dough}\n\nStir everything together, roll into balls and eat raw.`), larder);
    expect(stirred.map(({ lineIds }) => lineIds.length)).toEqual([4]);
    const rolled = ['', '\n2 g xanthan gum'].map((gum) => mixingOrder(readFormula(`${dough}${gum}\n\nRoll into balls and eat raw.`), larder)[0]?.then);
    expect(rolled).toEqual(['Stir together.', 'Stir together, the gum into the dry.']);
    // A dough that rests, and what is served with everything, take nothing up.
    const rested = readFormula('Flat cakes\nServes 4\n200 g plain flour\n100 g yogurt\n5 g salt\n\nMethod\nLet the dough rest.\nServe with everything you like.');
    expect(mixingOrder({ ...rested, classId: 'flatbread' }, larder)[0]?.words).toBe('Dry things');
  });

  test('what nothing in needs to be stirred dry goes in as the recipe lists it, unless its class has an order', () => {
    const words = (text: string, classId?: string): readonly string[] => mixingOrder({ ...readFormula(text), ...(classId ? { classId } : {}) }, larder).map((stage) => stage.words);
    const pudding = 'Rice pudding\nServes 6\n1.2 l whole milk\n150 g pudding rice\n75 g sugar\n25 g butter\n\nSimmer 35 min, stirring.';
    expect(words(pudding)).toEqual(["In the recipe's order"]);
    expect(words(`${pudding.split('\n\n')[0]}\n10 g cornflour`)).toEqual(['Dry things', 'Wet things']);
    expect(words('Set cream\nServes 4\n4 egg yolks\n60 g sugar\n400 ml double cream', 'baked-custard')).toEqual(['Eggs and sweet things', 'Milk and all else']);
  });

  test('the class speaks of the batter; a filling, a base or an icing is made apart in an order of its own', () => {
    const stages = (text: string, classId: string) => mixingOrder({ ...readFormula(text), classId }, larder).map(({ words, lineIds }) => [words, lineIds.length]);
    expect(
      stages(
        'Rolls\nDough\n300 g plain flour\n7 g instant yeast\n200 g milk\n60 g butter\nFilling\n80 g brown sugar\n40 g butter\n8 g cinnamon\nIn the pan\n500 g oil for frying',
        'yeast-dough',
      ),
    ).toEqual([
      ['Flour, yeast and salt', 2],
      ['Liquids', 1],
      ['Fat and pieces', 1],
      ['Filling', 3],
      ['For the pan', 1],
    ]);
    expect(stages('Cake\nFor the base\n120 g oat flour\n60 g butter\nFor the filling\n600 g cream cheese\n120 g sugar\n3 eggs', 'cheesecake')).toEqual([
      ['For the base: dry things', 1],
      ['For the base: wet things', 1],
      ['For the filling: cheese and sweet things', 2],
      ['For the filling: eggs and all else', 1],
    ]);
    // The cream is heavier than its sponge, and still no batter.
    expect(stages('Roll\nSponge\n3 eggs\n90 g sugar\n90 g plain flour\nFilling\n600 ml whipping cream\n20 g icing sugar', 'layer-cake').at(-1)).toEqual(['Filling', 2]);
    // All into the blender is said of the batter alone.
    expect(stages('Blender cakes\n120 g rolled oats\n250 g cottage cheese\n3 eggs\nTopping\n50 g raspberries\n20 g honey\n\nBlend everything in the blender.', 'pancake')).toEqual([
      ['Into the jar first: oats, nuts', 1],
      ['All else into the jar', 2],
      ['Topping', 2],
    ]);
  });

  test('of a whipped bowl what is spread and frozen is not what is poured in', () => {
    const bowl = readFormula('Strawberry fluff\nServes 2\n150 g strawberries\n100 g greek yogurt\n30 g casein\n60 g milk\n30 g erythritol');
    const [berries, yogurt, casein, milk, erythritol] = allLines(bowl).map(({ id }) => id);
    expect(mixingOrder({ ...bowl, classId: 'whipped-bowl' }, larder).map(({ lineIds }) => lineIds)).toEqual([[berries, yogurt], [casein, erythritol], [milk]]);
  });

  test('a puree and ground nuts go with what is smooth, pieces last', () => {
    const order = (classId: string, lines: string): readonly (readonly [string, readonly string[]])[] => {
      const read = readFormula(`Something\nServes 4\n${lines}`);
      const names = new Map(allLines(read).map(({ id, foodId }) => [id, foodId ?? '']));
      return mixingOrder({ ...read, classId }, larder).map(({ words, lineIds }) => [words, lineIds.map((id) => names.get(id) ?? '')]);
    };
    expect(order('crustless-pie', '425 g pumpkin puree\n3 eggs\n50 g walnuts')).toEqual([
      ['Eggs, sweet things and powders', ['egg']],
      ['Milk, cheese and what is smooth', ['pumpkin-puree']],
      ['Pieces', ['walnuts']],
    ]);
    expect(order('loaf', '200 g plain flour\n200 g pumpkin puree\n60 g almond butter\n50 g walnuts').map(([, foods]) => foods)).toEqual([
      ['plain-flour'],
      ['pumpkin-puree', 'almond-butter'],
      ['walnuts'],
    ]);
    expect(order('spread', '400 g chickpeas\n60 g tahini\n30 g lemon juice\n40 g cashews').map(([words, foods]) => [words, foods.length])).toEqual([
      ['Into the jar first: oats, nuts', 1],
      ['All that is to be smooth', 3],
    ]);
  });

  test('what is for the table as it is, is not weighed; what the method makes of it, is', () => {
    const served = (method: string): readonly string[] => {
      const toast = readFormula(`Soaked toast\n4 slices white bread\n2 eggs\n150 g milk\n\nFor the table:\n80 g blueberries\n\n${method}`);
      const names = new Map(allLines(toast).map(({ id, foodId }) => [id, foodId ?? '']));
      return mixingOrder({ ...toast, classId: 'soaked-bread' }, larder).flatMap(({ lineIds }) => lineIds.map((id) => names.get(id) ?? ''));
    };
    expect(served('Whisk eggs and milk. Soak the bread in it.')).toEqual(['egg', 'whole-milk', 'white-bread']);
    expect(served('Whisk eggs and milk. Soak the bread in it. Warm the blueberries.')).toContain('blueberries');
  });

  test('a pan said twice is two parts, each with an id of its own', () => {
    const twice = readFormula('Flat cakes\n100 g plain flour\n\nIn the pan:\n10 g butter\n\nIn the pan:\n5 g sunflower oil');
    expect(new Set(twice.parts.map(({ id }) => id)).size).toBe(twice.parts.length);
  });

  test('what is made apart goes in where the method speaks of it, fat for the tin before all, and neither into the batter', () => {
    const loaf = readFormula(
      'Lemon loaf\nServes 10\nbutter for greasing\n225 g butter\n225 g sugar\n4 eggs\n225 g self-raising flour\nFor the drizzle\n85 g sugar\n40 g lemon juice\n\nBeat together the butter and sugar. Add eggs one at a time. Sift in flour. Bake 45 minutes. Mix lemon juice and sugar for the drizzle; pour over while warm.',
    );
    const weighs = new Map(allLines(loaf).map(({ id, foodId, massG }) => [id, `${massG ?? 0} ${foodId ?? ''}`]));
    expect(
      mixingOrder(loaf, larder)
        .filter(({ lineIds }) => lineIds.length > 0)
        .map(({ then, lineIds }) => [then.slice(0, 12), lineIds.map((id) => weighs.get(id)?.replace(/^(?:0|\d{1,2}(?:\.\d+)?) butter/, 'a little butter'))]),
    ).toEqual([
      [table.pan.then.slice(0, 12), ['a little butter']],
      ['Beat togethe', ['225 butter', '225 sugar']],
      ['Add eggs one', ['200 egg']],
      ['Sift in flou', ['225 self-raising-flour']],
      ['Mix lemon ju', ['85 sugar', '40 lemon-juice']],
    ]);
  });

  test('what is all blended goes into the jar, oats first; fat for the pan is none of it and comes last', () => {
    const blended = readFormula(
      'Griddle cakes\nServes 2\n3 eggs\n120 g rolled oats\n1 banana\n1 tbsp oil for the pan\nPut it all in the blender, oats first, and blend until smooth. Fry two at a time.',
    );
    const names = new Map(allLines(blended).map(({ id, foodId }) => [id, foodId]));
    const stages = mixingOrder({ ...blended, classId: 'pancake' }, larder);
    expect(stages.map(({ words, lineIds }) => [words, lineIds.map((id) => names.get(id))])).toEqual([
      ['Into the jar first: oats, nuts', ['rolled-oats']],
      ['All else into the jar', ['egg', 'banana']],
      ['For the pan', ['sunflower-oil']],
    ]);
    // What is kept back does not go into the jar, nor with the rest into the bowl [common practice: chips and berries are folded in].
    const blondies = 'Blondies\nMakes 9\n240 g chickpeas\n90 g almond butter\n40 g oat flour\n70 g chocolate chips\n\n';
    const told = (method: string): unknown => {
      const read = readFormula(blondies + method);
      const foods = new Map(allLines(read).map(({ id, foodId }) => [id, foodId]));
      return mixingOrder({ ...read, classId: 'brownie' }, larder).map(({ then, lineIds }) => [then, lineIds.map((id) => foods.get(id))]);
    };
    expect(told('blitz everything but the chips in a food processor til smooth, fold in chips. Press into a lined tin & bake.')).toEqual([
      ['Blend until smooth, scrape down once, and let the foam settle.', ['chickpeas', 'almond-butter', 'oat-flour']],
      ['Fold in chips.', ['chocolate-chips']],
    ]);
    expect(mixingOrder(readFormula(`${blondies}Put it all in the blender.`), larder).map(({ words }) => words)).toEqual(['All into the jar']);
    expect(told('Mix everything except for the chips until even. Fold in the chips. Bake.')).toEqual([
      ['Mix everything except for the chips until even.', ['chickpeas', 'almond-butter', 'oat-flour']],
      ['Fold in the chips.', ['chocolate-chips']],
      ['Bake.', []],
    ]);
    // What the pan is oiled with still comes after all of the mix.
    const fried = readFormula(
      'Cakes\n120 g rolled oats\n2 eggs\n80 g blueberries\n1 tbsp oil for the pan\nPut everything but the blueberries in the blender. Stir in the blueberries.',
    );
    expect(
      mixingOrder(fried, larder)
        .map(({ then }) => then)
        .slice(-2),
    ).toEqual(['Stir in the blueberries.', table.pan.then]);
    // What was soaked is wet by then: it is not ground dry first [common practice: soaked oats are blended with their soak].
    const soaked = readFormula(
      'Oat cakes\n120 g rolled oats\n250 ml milk\n1 banana\n2 egg whites\n1 tsp oil for the pan\n\nSoak the oats in the milk overnight. In the morning blitz with everything else. Fry.',
    );
    const foods = new Map(allLines(soaked).map(({ id, foodId }) => [id, foodId]));
    expect(mixingOrder(soaked, larder).map(({ words, then, lineIds }) => [words, then, lineIds.map((id) => foods.get(id))])).toEqual([
      ['Soaked first, then in with the rest', 'Soak the oats in the milk overnight.', ['rolled-oats', 'whole-milk']],
      ['All into the jar', 'Blend until smooth, scrape down once, and let the foam settle.', ['banana', 'egg-white']],
      ['For the pan', table.pan.then, ['sunflower-oil']],
    ]);
    // A part of one food kept back is no food kept back: the rest of it went in.
    expect(told('Blend all but a handful of the chips in the blender until smooth.')).toEqual([
      ['Blend until smooth, scrape down once, and let the foam settle.', ['chickpeas', 'almond-butter', 'oat-flour', 'chocolate-chips']],
    ]);
    // Blending one thing is not blending all.
    const sauced = readFormula(`${PANCAKES}\nMethod\nBlend the berries for the sauce.`);
    expect(mixingOrder({ ...sauced, classId: 'pancake' }, larder)[0]?.words).toBe('Dry things');
  });

  // What a cook does who is told to blend: beans and fruit go into the jar, chips would be ground to nothing.
  test('"Blend," alone is all into the jar, and chips come in by hand; blending one thing of several is not', () => {
    const beans = 'Bean brownies\n400 g black beans, drained\n2 eggs\n25 g cocoa\n60 g maple syrup\n1 tsp baking powder\n50 g chocolate chips\n\n';
    const told = (method: string): readonly (readonly string[])[] => {
      const read: Formula = { ...readFormula(beans + method), classId: 'brownie' };
      return mixingOrder(read, larder).map(({ words, lineIds }) => [words, ...lineIds.map((id) => allLines(read).find((line) => line.id === id)?.foodId ?? '')]);
    };
    for (const method of ['Blend, pour into a tin, 180 fan 18 mins.', 'Blitz until very smooth and bake.'])
      expect(told(method)).toEqual([
        ['All else into the jar', 'black-beans', 'egg', 'cocoa', 'maple-syrup', 'baking-powder'],
        ['Pieces', 'chocolate-chips'],
      ]);
    expect(told('Whizz everything. Bake.')[0]).toHaveLength(7);
    expect(told('Blend well with a spoon and bake.')[0]?.[0]).toBe('Dry things');
  });

  // What every cook knows of the three: soft butter is creamed with the sugar, oil and melted butter go in with the wet things, and a sponge without fat stands on its whipped eggs.
  test('a cake is creamed only where there is soft fat to cream, whipped where there is none, or nothing else that lifts it', () => {
    const first = (fat: string, more = '\n1 tsp baking powder\n80 g milk'): readonly unknown[] => {
      const read: Formula = { ...readFormula(`Cake\n${fat}180 g plain flour\n150 g sugar\n3 eggs${more}`), classId: 'layer-cake' };
      const stages = mixingOrder(read, larder);
      const of = (id: string): string => allLines(read).find((line) => line.id === id)?.foodId ?? '';
      return stages.map(({ words, lineIds }) => [words, ...lineIds.map(of)]);
    };
    const dry = ['Dry things', 'plain-flour', 'baking-powder'];
    expect(first('150 g butter\n')).toEqual([['Fat and sugar', 'butter', 'sugar'], ['Eggs', 'egg'], dry, ['Wet things', 'whole-milk']]);
    expect(first('150 g butter, melted\n').slice(-1)).toEqual([['Wet things, apart', 'butter', 'egg', 'whole-milk']]);
    expect(first('120 g sunflower oil\n').slice(-1)).toEqual([['Wet things, apart', 'sunflower-oil', 'egg', 'whole-milk']]);
    expect(first('')).toEqual([['Eggs and sugar', 'sugar', 'egg'], ['Wet things', 'whole-milk'], dry]);
    // A genoise: its melted butter goes in last, whatever else would be stirred in with the wet.
    const genoise = [
      ['Eggs and sugar', 'sugar', 'egg'],
      ['Dry things', 'plain-flour'],
      ['Melted fat and wet things, lukewarm', 'butter'],
    ];
    expect(first('40 g butter, melted\n', '')).toEqual(genoise);
    expect(first('40 g butter, melted\n', '\n5 g baking powder').flatMap((one) => (one as readonly string[])[0])).toEqual(['Dry things', 'Wet things, apart']);
  });

  // Common practice: whites take their sugar once they foam, a curd thickens over water and takes its butter off the heat, frozen fruit is blended to a cream.
  test('whites are whipped before their sugar, a curd is stirred over water, a cream of frozen fruit is blended', () => {
    const order = (text: string, classId: string): readonly (readonly [string, string])[] =>
      mixingOrder({ ...readFormula(text), classId }, larder).map(({ words, then }) => [words, then] as const);
    const angel = order('Angel cake\n10 egg whites\n1 tsp cream of tartar\n130 g sugar\n100 g cake flour', 'layer-cake');
    expect(angel.map(([words]) => words)).toEqual(['Egg whites, and what keeps them', 'Sweet things', 'Dry things']);
    const curd = order('Lemon curd\n140 g lemon juice\n3 eggs\n100 g sugar\n75 g butter', 'spread');
    expect([curd[0]?.[1], curd.at(-1)?.[1]]).toEqual([expect.stringMatching(/simmering water.*must not boil/), expect.stringMatching(/Off the heat/)]);
    expect(order('Banana nice cream\n300 g frozen banana\n16 g peanut butter\n5 g cocoa', 'frozen')[0]?.[1]).toMatch(/^Blend until smooth/);
    const pots = 'Cheesecake pots\n60 g digestive biscuits\n10 g butter, melted\n300 g cream cheese\n40 g icing sugar\n30 g vanilla casein\n120 g blueberries';
    expect(order(pots, 'cheesecake').map(([words]) => words)).toEqual(['Crumbs and melted fat', 'Cheese and sweet things', 'Dry things', 'All else']);
    // A spread of nuts is blended as before.
    expect(order('Peanut spread\n100 g peanut butter\n40 g soy protein isolate\n120 g water', 'spread').map(([, then]) => then)).toEqual([expect.stringMatching(/^Blend/)]);
  });

  // A cake under a mousse is the cake; crumbs under a cheesecake, and a sponge under one with eggs, are what it stands on.
  test('of a base that rises under something chilled the base is the batter, and what lies on it is stirred as the recipe says', () => {
    const cake = readFormula(
      'Mousse cake\nBase\n150 g ground almonds\n60 g erythritol\n3 eggs\n60 g butter\n1 tsp baking powder\n\nMousse\n200 g dark chocolate\n300 ml whipping cream\n40 g icing sugar',
    );
    expect(mainPart(cake, larder)?.heading).toBe('Base');
    expect(mixingOrder({ ...cake, classId: 'layer-cake' }, larder).at(-1)?.words).toBe('Mousse');
    const cheese = readFormula('Cheesecake\nBase\n100 g plain flour\n1 tsp baking powder\n60 g butter\n\nFilling\n600 g cream cheese\n3 eggs\n100 g sugar');
    expect(mainPart(cheese, larder)?.heading).toBe('Filling');
    const vegan = readFormula('Cheesecake\nBase\n100 g oat flour\n1/4 tsp baking powder\n50 g coconut oil\n\nFilling\n400 g silken tofu\n200 g cashew nuts\n100 g maple syrup');
    expect(mainPart(vegan, larder)?.heading).toBe('Filling');
  });
});
