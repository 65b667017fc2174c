import fc from 'fast-check';
import { bench, larder, opened, readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { type Allergen, ALLERGENS, answersTo, type Food, type Group, GROUPS, stockLarder } from '../food';
import { allLines, type Formula } from '../formula';
import { settleOpen } from '../swap';
import { allergensOf, DEFERENCE } from './index';

const saidOf = (text: string, more: Partial<Formula> = {}): readonly string[] => analyse({ ...readFormula(text), ...more }, larder, shipped).cautions.map(({ id }) => id);
const BISCUITS = 'Biscuits\nMakes 20\n200 g plain flour\n100 g butter\n80 g sugar';

/* Each caution by a recipe that calls for it, and the recipe next to it that does not. */
describe('what is said, and where it is not', () => {
  test.each<[id: string, said: string, quiet: string]>([
    ['raw-flour-egg', BISCUITS, 'Sorbet\nServes 4\n400 g strawberries\n100 g sugar'],
    ['raw-eaten-flour', 'Edible dough\nServes 4\n120 g plain flour\n60 g butter\n60 g sugar', 'Drop cookies\nServes 4\n120 g plain flour\n60 g butter\n60 g sugar'],
    ['raw-eaten-egg', 'Whipped bowl\nServes 2\n200 g skyr\n60 g egg whites', 'Whipped bowl\nServes 2\n200 g skyr\n60 g pasteurised egg whites'],
    ['egg-71', 'Baked custard\nServes 4\n500 ml milk\n4 eggs\n80 g sugar', 'Sponge cake\nServes 8\n4 eggs\n120 g plain flour\n120 g sugar'],
    ['two-hours', 'Cheesecake\nServes 8\n500 g cream cheese\n120 g sugar\n3 eggs', BISCUITS],
    ['two-hours-cold', 'Whipped bowl\nServes 2\n200 g skyr\n30 g casein', 'Cheesecake\nServes 8\n500 g cream cheese\n120 g sugar\n3 eggs'],
    ['cool-shallow', `${BISCUITS}\nMethod\nLet them cool completely in the tin.`, `${BISCUITS}\nMethod\nEat them warm.`],
    ['water-bath', 'Custard\nServes 4\n500 ml milk\n4 eggs\nMethod\nBake it in a water bath.', 'Custard\nServes 4\n500 ml milk\n4 eggs\nMethod\nBake it gently.'],
    ['blender', `${BISCUITS}\nMethod\nPour the hot milk into the blender.`, `${BISCUITS}\nMethod\nPour the milk into the bowl.`],
    ['griddle', 'Pancakes\nServes 4\n200 g plain flour\n300 ml milk\n2 eggs', 'Muffins\nMakes 12 muffins\n200 g plain flour\n200 ml milk\n2 eggs'],
    ['caramel', `${BISCUITS}\nMethod\nCook the sugar to a dark caramel.`, BISCUITS],
    ['polyols-laxative', 'Bars\nMakes 10\n100 g oats\n60 g maltitol\n60 g butter', 'Bars\nMakes 10\n100 g oats\n60 g sugar\n60 g butter'],
    ['polyols-portion', 'Fudge\nServes 4\n100 g xylitol\n50 g butter', 'Fudge\nServes 40\n100 g xylitol\n50 g butter'],
    ['erythritol-intake', `${BISCUITS}\n40 g erythritol`, BISCUITS],
    ['allulose', `${BISCUITS}\n40 g allulose`, BISCUITS],
    ['xylitol-dogs', `${BISCUITS}\n5 g xylitol`, `${BISCUITS}\n5 g erythritol`],
    ['sucralose', `${BISCUITS}\n1 g sucralose drops`, BISCUITS],
    ['stevia', `${BISCUITS}\n1 g stevia drops`, BISCUITS],
    ['clinician', `${BISCUITS}\n40 g erythritol`, BISCUITS],
    ['honey-infants', `${BISCUITS}\n40 g honey`, `${BISCUITS}\n40 g maple syrup`],
    ['whole-nuts', `${BISCUITS}\n60 g walnuts`, `${BISCUITS}\n60 g ground almonds`],
    ['gums-infants', `${BISCUITS}\n2 g xanthan gum`, BISCUITS],
    ['fibre-liquid', `${BISCUITS}\n10 g psyllium husk`, BISCUITS],
    ['inulin-fibre', `${BISCUITS}\n20 g inulin`, BISCUITS],
    ['green-sunflower', `${BISCUITS}\n60 g sunflower seeds\n1 tsp baking soda`, `${BISCUITS}\n60 g sunflower seeds`],
    ['cassava', 'Buns\nServes 4\n200 g cassava flour\n100 ml water', BISCUITS],
    ['nutmeg-alcohol', `${BISCUITS}\n30 ml rum`, BISCUITS],
    ['frozen-custard', 'Ice cream\nServes 4\n300 ml milk\n3 egg yolks\n80 g sugar\nMethod\nCook the custard gently.', 'Ice cream\nServes 4\n300 ml milk\n80 g sugar'],
    ['chilled-cream', 'Cream cheese frosting\nServes 8\n200 g cream cheese\n100 g icing sugar', 'Icing\nServes 8\n200 g icing sugar\n30 ml water'],
    ['dry-pulse', 'Bean brownies\nMakes 9\n200 g dried kidney beans\n60 g cocoa', 'Bean brownies\nMakes 9\n1 tin kidney beans\n60 g cocoa'],
    ['bitter-kernel', `${BISCUITS}\n10 g bitter almonds`, `${BISCUITS}\n10 g almonds`],
    ['nutmeg', 'Spice cake loaf\nMakes 10 slices\n240 g plain flour\n3 tbsp nutmeg', 'Spice cake loaf\nMakes 10 slices\n240 g plain flour\n1 tsp nutmeg'],
    ['ammonia', 'Loaf cake\nMakes 10 slices\n300 g plain flour\n10 g ammonium bicarbonate', `${BISCUITS}\n3 g ammonium bicarbonate`],
    ['protein-heavy', 'Protein pancakes\nServes 1\n120 g whey isolate\n50 g oat flour', 'Protein pancakes\nServes 4\n120 g whey isolate\n50 g oat flour'],
    ['aspartame', `${BISCUITS}\n1 packet sugar-free instant pudding mix`, BISCUITS],
    ['oats-gluten', 'Bake\nServes 4\n200 g rolled oats\n300 ml milk', BISCUITS],
    ['lupin-peanut', 'Buns\nServes 4\n100 g lupin flour\n100 g plain flour\n100 ml water', BISCUITS],
    ['selling', BISCUITS.replace('20', '48'), BISCUITS],
  ])('%s', (id, said, quiet) => {
    expect(saidOf(said)).toContain(id);
    expect(saidOf(quiet)).not.toContain(id);
  });

  test('the class that the baker says decides, not the title alone: the same dough is baked or eaten raw', () => {
    expect(saidOf(BISCUITS, { classId: 'raw-dough' })).toContain('raw-eaten-flour');
    expect(saidOf(BISCUITS, { classId: 'drop-cookie' })).not.toContain('raw-eaten-flour');
  });

  // Reg. (EU) 1169/2011 annex III: "excessive consumption may produce laxative effects" above 10 % added polyols of the food.
  test('the laxative words come above a tenth of what is eaten: a weighed yield moves them', () => {
    const bars = 'Bars\nMakes 10\n500 g rolled oats\n200 ml water\n70 g maltitol\n100 g butter';
    expect(saidOf(bars)).not.toContain('polyols-laxative');
    expect(saidOf(bars, { yieldMassG: 600 })).toContain('polyols-laxative');
  });

  test('each is said once, whatever is doubled, and every one has its source and its further words', () => {
    const twice = saidOf(`${BISCUITS}\n20 g honey\n20 g honey\n40 g walnuts\n40 g walnuts`);
    expect(new Set(twice).size).toBe(twice.length);
    for (const { id, text, more, source } of shipped.cautions) expect([id, text.length > 10, more.length > 10, source.length > 5]).toEqual([id, true, true, true]);
    expect(DEFERENCE).toContain('licensed practitioners');
  });

  test('no caution of the table names a food that is not there', () => {
    const named = shipped.cautions.flatMap(({ when }) => [...(when.anyFood ?? []), ...(when.allFood ?? []).flat()]);
    expect(named.filter((id) => !larder.foods.has(id) && !(GROUPS as readonly string[]).includes(id.slice(1)))).toEqual([]);
  });
});

/* What a food is decides, never a list of ids that the next food is forgotten in. */
describe('the next food does not fall through', () => {
  const made = (like: string, name: string): Food => ({ ...(larder.foods.get(like) as Food), id: 'made-up', name, synonyms: [], like: '', head: '' });
  const saidWith = (food: Food, text: string): readonly string[] => {
    const kitchen = stockLarder([...shipped.foods, food]);
    return analyse(readFormula(text, 'us', kitchen), kitchen, shipped).cautions.map(({ id }) => id);
  };

  test('every flour of the table is a raw flour in a dough that is eaten raw, but for those that were steamed or roasted', () => {
    const quiet = shipped.foods.filter((food) => food.kind === 'flour' && !answersTo(food).includes('@flour'));
    expect(quiet.every(({ attributes }) => attributes?.includes('process:heated'))).toBe(true);
    expect(saidWith(made('sorghum-flour', 'Hilltop millet'), 'Edible cookie dough\nServes 6\n120 g hilltop millet\n60 g butter')).toContain('raw-eaten-flour');
  });

  test.each<[string, string, Group]>([
    ['whey-isolate', 'Cloudberry whey 85', 'whey'],
    ['casein', 'Night casein', 'casein'],
    ['pea-isolate', 'Fava isolate', 'plant-protein'],
    ['collagen', 'Marsh collagen', 'collagen'],
    ['xylitol', 'Birch crystals', 'xylitol'],
    ['aspartame-spoon', 'Blue spoonfuls', 'aspartame'],
    ['egg', 'Goose egg', 'raw-egg'],
    ['walnuts', 'Heartnuts', 'whole-nut'],
  ])('a food like %s, called "%s", is a %s', (like, name, group) => {
    expect(answersTo(made(like, name))).toContain(`@${group}`);
  });

  test.each([
    ['Royal icing\nServes 10\n2 egg whites\n300 g icing sugar', true],
    ['Eggnog\nServes 6\n6 eggs\n100 g sugar\n700 ml whole milk', true],
    ['Mayonnaise\nServes 8\n2 egg yolks\n250 ml sunflower oil', true],
    ['Tiramisu\nServes 8\n4 eggs\n100 g sugar\n500 g mascarpone', true],
    ['No-bake cheesecake\nServes 8\n2 eggs\n300 g cream cheese', true],
    ['Vanilla ice cream\nServes 8\n400 g milk\n4 egg yolks', true],
    ['Vanilla ice cream\nServes 8\n400 g milk\n4 egg yolks\nMethod\nHeat the milk and cook the custard to 83 °C.', false],
    ['Baked cheesecake\nServes 8\n2 eggs\n300 g cream cheese', false],
  ])('%s: raw egg to the plate? %s', (text, isRaw) => {
    expect(saidOf(text).includes('raw-eaten-egg')).toBe(isRaw);
  });
});

describe('allergens', () => {
  // Reg. (EU) 1169/2011 annex II, the fourteen: foods that everybody knows to hold each.
  test.each<[Allergen, string]>([
    ['gluten', '100 g rye flour'],
    ['egg', '2 eggs'],
    ['milk', '100 ml double cream'],
    ['tree nuts', '50 g hazelnuts'],
    ['peanut', '50 g peanut butter'],
    ['soy', '100 g silken tofu'],
    ['sesame', '30 g tahini'],
    ['lupin', '50 g lupin flour'],
  ])('%s', (allergen, line) => {
    expect(allergensOf(readFormula(`Any\nServes 1\n${line}`), larder).contains).toContain(allergen);
  });

  test('buckwheat, coconut, aquafaba and chestnut, which annex II does not name, bring none of the fourteen', () => {
    for (const line of ['100 g buckwheat flour', '100 g coconut flour', '60 g aquafaba', '100 g chestnut flour'])
      expect([line, allergensOf(readFormula(`Any\nServes 1\n${line}`), larder).contains]).toEqual([line, []]);
  });

  test('a swap takes an allergen away and brings another, and a line nobody knows leaves the list open', () => {
    const sheet = bench('Cake\nServes 8\n200 g plain flour\n3 eggs\n100 ml oil\n20 g unobtainium');
    const after = settleOpen(opened(sheet, 'plain-flour', 'wheat-almond'), larder);
    expect(allergensOf(sheet.rebuild, larder).contains).toEqual(['gluten', 'egg']);
    expect(allergensOf(after.rebuild, larder)).toMatchObject({ contains: ['egg', 'tree nuts'], unknownLines: [expect.any(String)] });
  });

  test('what a mix contains is what its lines contain, whatever the mix', () => {
    const ids = shipped.foods.map(({ id }) => id);
    fc.assert(
      fc.property(fc.subarray(ids, { minLength: 1, maxLength: 6 }), (some) => {
        const formula = readFormula(`Any\nServes 1\n${some.map((id) => `10 g ${larder.foods.get(id)?.name ?? ''}`).join('\n')}`);
        const held = new Set(allLines(formula).flatMap(({ foodId }) => larder.foods.get(foodId ?? '')?.allergens ?? []));
        expect(allergensOf(formula, larder).contains).toEqual(ALLERGENS.filter((allergen) => held.has(allergen)));
      }),
    );
  });
});
