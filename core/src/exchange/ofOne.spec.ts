import { larder, readFormula } from '../../test/larder';
import { readRecipeText } from './recipeText';

/** How many, of what, the foods of the list and the notes. How home cooks write it [common practice]. */
function said(text: string) {
  const { portions, portionWord, parts, notes } = readFormula(text);
  return {
    many: `${portions} ${portionWord}`,
    list: parts.flatMap(({ lines }) => lines.map(({ foodId, massG }) => `${foodId ?? '-'} ${String(Math.round(massG ?? NaN))}`)),
    notes,
  };
}

test('a list of one is not shared among all that are made: it makes one, and says so', () => {
  const read = readRecipeText('Overnight oats x5\nPer jar: 50 g oats, 10 g chia, 150 ml milk', larder, 'metric');
  if (!read.ok) throw new Error(read.error);
  expect([read.formula.portions, read.formula.portionWord, read.formula.parts[0]?.lines.map(({ massG }) => Math.round(massG ?? NaN))]).toEqual([1, 'jar', [50, 10, 155]]);
  expect(read.remarks).toContainEqual(expect.stringContaining('of one jar'));
  expect(said('Chia pots\nServes 4\nPer pot:\n20 g chia\n120 g skyr').many).toBe('1 pot');
  // A loaf is cut up: how many slices it makes is not taken from it.
  expect(said('Rye loaf\nMakes 12 slices\nFor one loaf:\n300 g rye flour\n200 ml water').many).toBe('12 slice');
  // Figures of a portion are none of the list.
  expect(said('Chia pots\nServes 4\nPer pot: 180 kcal, 12 g protein\n80 g chia\n480 g skyr')).toMatchObject({ many: '4 portion', list: ['chia 80', 'skyr 480'] });
});

test.each<[string, string, readonly string[]]>([
  ['French toast bake\n8 slices sourdough (approx 45 g each)\n5 eggs\nFeeds 4', '4 portion', ['white-bread 360', 'egg 250']],
  ['Cheese bake\n6 wraps\n300 g courgettes\n100 g cheddar', '1 batch', ['tortilla', 'courgette 300', 'cheddar 100']],
  ['Butter pudding\n4 bagels\n3 eggs\n300 ml milk', '1 batch', ['bagel 420', 'egg 150', 'whole-milk']],
  ['Spelt wraps\n6 wraps\n200 g spelt flour\n100 ml water', '6 wrap', ['spelt-flour 200', 'water 100']],
  ['Seeded crackers\n200 g spelt flour\n60 g water\nAbout 30 crackers', '30 cracker', ['spelt-flour 200', 'water 60']],
  ['Pizza waffle\n100 g buckwheat flour\n1 egg\n2 waffles', '2 waffle', ['buckwheat-flour 100', 'egg 50']],
  ['Biscuit cake\n200 g butter\n20 biscuits', '1 batch', ['butter 200', 'shortbread']],
  ['Granola, low sugar (12 servings of 45 g)\n300 g rolled oats\n60 g honey', '12 portion', ['rolled-oats 300', 'honey 60']],
  ['Halloumi fritters (8)\n225 g halloumi\n2 eggs', '8 fritter', ['halloumi 225', 'egg 100']],
])('what is made of it, or how many: %s', (text, many, list) => {
  const read = said(text);
  expect(read.many).toBe(many);
  expect(read.list.length).toBe(list.length);
  for (const [i, one] of list.entries()) expect(read.list[i]).toContain(one);
});

test('the tin and the heat below the list are no ingredient, though a food is called by such a word', () => {
  const { list } = said('Lemon loaf\nServes 8\n150 g chickpea flour\n100 g sugar\n2lb loaf tin, 170C 45 min');
  expect(list).toEqual(['chickpea-flour 150', 'sugar 100']);
  expect(said('Banana bread\n190 g plain flour\n100 g sugar\n900g loaf tin, 55 min @ 160 fan').list).toEqual(['plain-flour 190', 'sugar 100']);
  // Nor is a tin without its size, which sounds like leaves of gelatine; figures of each say how many there are.
  const written = said('high protein banana bread\n350 g banana\n150 gr oat flour\n\nloaf tin, 175 fan 40-45 mins, cover w/ foil after 25\n10 slices 142kcal each');
  expect([written.list, written.many]).toEqual([['banana 350', 'oat-flour 150'], '10 slice']);
});

test('of several foods in one line none is lost, whatever parts them; a second amount of the same is none', () => {
  const list = (line: string): readonly string[] => said(`Bowl\nServes 1\n${line}\n5 g cocoa`).list.slice(0, -1);
  expect(list('40g oats / 25g choc casein / 10g chia / 200ml oat milk')).toEqual(['rolled-oats 40', 'casein-chocolate 25', 'chia 10', 'oat-drink 206']);
  expect(list('100g almond flour, 30g whey isolate unflav, 40g erythritol')).toEqual(['almond-flour 100', 'whey-isolate 30', 'erythritol 40']);
  expect(list('1 banana, 2 eggs, scoop of chocolate casein')).toHaveLength(3);
  expect(list('80ml almond milk, 1 small carrot grated (50g)')).toEqual(['almond-drink 81', 'carrot 50']);
  expect(list('Sweet: 5g erythritol')).toEqual(['erythritol 5']);
  expect(list('dates 175g, boiling water 175ml, bicarb 1 tsp')).toHaveLength(3);
  expect(list('Layer 1: 150 g desiccated coconut, 60 g coconut oil')).toEqual(['desiccated-coconut 150', 'coconut-oil 60']);
  expect(said('Ice\n300 g skyr\n115 g butter browned\nfreeze').list).toEqual(['skyr 300', 'butter 115']);
  expect(list('4oz golden syrup -> 80g agave syrup')).toEqual(['agave-syrup 80']);
  for (const one of ['1 cup plain flour, 125 g sifted', '2 bananas, 240 g mashed', '200 ml milk / 200 ml oat milk', '200 g tin chickpeas, 120 g drained'])
    expect([one, list(one).length]).toEqual([one, 1]);
  // A title may say whom it is for, in small letters, though it names a food.
  expect(said('protein pancakes for one lazy morning\n1 banana\n2 eggs').list).toHaveLength(2);
});

test('figures behind a title are none of it, and say how many; what is soured in milk goes in beside it', () => {
  const read = readFormula('Blueberry pots - 4 pots, 161 kcal / 15g protein each\n300 g quark\n120 g blueberries\n100 ml milk soured w/ 1 tsp lemon juice\n30g almonds flaked');
  expect([read.title, read.portions, read.portionWord, read.claim?.figures.energyKcal?.amount]).toEqual(['Blueberry pots', 4, 'pot', 161]);
  const cake = readFormula('Greek yogurt cake, light (8 slices, 150 kcal a slice)\n500 g Greek yogurt 2%\n3 eggs\n60 g cornflour');
  expect([cake.title, cake.portions, cake.claim?.figures.energyKcal?.amount]).toEqual(['Greek yogurt cake, light', 8, 150]);
  expect(read.parts[0]?.lines.map(({ foodId }) => foodId)).toEqual(['curd-cheese', 'blueberries', 'whole-milk', 'lemon-juice', 'almonds-flaked']);
});

test('what only the method weighs out is asked for, not lost; what the list has, and water, is not', () => {
  const remarks = (method: string): string => {
    const read = readRecipeText(`Macaroons\nMakes 12\n200 g desiccated coconut\n2 egg whites\n90 g sugar\n\nMethod\n${method}`, larder, 'metric');
    return read.ok ? read.remarks.join(' ') : read.error;
  };
  expect(remarks('Shape, and dip in 50g dark chocolate when cold. Roll in 2 tbsp chopped hazelnuts.')).toContain('50g dark chocolate');
  expect(remarks('Stir in 20 g of the sugar, 2 tbsp water and the rest. Bake at 160 C for 20 minutes.')).toBe('');
});

test('grams behind "drained" are what is left of a tin; figures, pieces and glasses at the end are how many', () => {
  expect(said('Dough\n1 can chickpeas, drained & rinsed (240g)\n1 can chickpeas, drained (400 g)\n5 g cocoa').list).toEqual(['chickpeas 240', 'chickpeas 240', 'cocoa 5']);
  expect(
    said('Dough\n1 x 400g tin chickpeas (235 g drained)\n2 x 400g tins chickpeas (235 g drained)\n2 x 400g tins chickpeas (470 g drained)\n5 g cocoa').list.slice(0, 3),
  ).toEqual(['chickpeas 235', 'chickpeas 470', 'chickpeas 470']);
  const cookies = said('3 ingredient banana oat cookies\n2 bananas\n1 cup oats\n12 cookies 350 x 15');
  expect([cookies.list.length, cookies.many]).toEqual([2, '12 cookie']);
  // A deed that is called like a food is one where it takes its time.
  expect(said('Sugar cookies (24)\n240 g butter\n363 g plain flour\nCream, add egg, add dry. Chill 1hr, roll 1/4", cut. 350F 8-10 min').list).toHaveLength(2);
  expect(said('Brownies, GF + DF\n265 g almond butter\n1 egg\n\n8x8, 350, 30-35 min -- 16 pc').many).toBe('16 piece');
  expect(said('Strawberry mousse\n400 g strawberries\n250 g skyr\nbloom gelatine, fold, chill 3 hrs\n4 glasses').many).toBe('4 glass');
  expect(said('Crepes\n3 eggs\n50 g lupin flour\n\nSwirl thin in a hot pan. ~8 crepes').many).toBe('8 crepe');
});

test('the liquid of a tin is what is poured off it, as much as is said; what the tin weighs is none of it', () => {
  const { list } = said(
    'Mousse\nliquid from 1 can chickpeas (~120 ml)\nliquid from one tin of chickpeas, about 120 ml\n120 ml liquid from a can of chickpeas\nthe liquid of a 400g tin chickpeas\n100 g dark chocolate',
  );
  // 120 mL at 1.02 g a millilitre.
  expect(list).toEqual(['aquafaba 122', 'aquafaba 122', 'aquafaba 122', 'aquafaba NaN', 'dark-chocolate 100']);
});

test('both of a fruit, what was taken to taste, and short names of the trade', () => {
  expect(said('Lemon curd\njuice + zest 3 lemons\n80 g xylitol\n50 g sucrose\n1 g LBG\n2 tsp ACV').list).toEqual([
    'lemon-juice 141',
    'lemon-zest 18',
    'xylitol 80',
    'sugar 50',
    'locust-bean-gum 1',
    'cider-vinegar 10',
  ]);
  // Six drops of 0.05 mL each.
  expect(said('Mug cake\n1 egg\nsweetener to taste, I used 6 drops liquid stevia').list).toEqual(['egg 50', 'stevia-drops 0']);
});

test('a title may count its ingredients', () => {
  const { title, parts } = readFormula('2-ingredient bagels\n1 c self-rising flour\n1 c plain nonfat Greek yogurt\nmakes 4');
  expect([title, parts[0]?.lines.map(({ foodId }) => foodId)]).toEqual(['2-ingredient bagels', ['self-rising-flour', 'greek-yogurt']]);
});

test('what is never made but with melted chocolate says so by its name; of muffins nobody knows', () => {
  const isMelted = (title: string): boolean =>
    readFormula(`${title}\nServes 8\n200 g dark chocolate\n4 eggs`).parts.some(({ lines }) => lines.some(({ foodId, melted }) => foodId === 'dark-chocolate' && melted === true));
  expect(['Flourless chocolate cake', 'Chocolate mousse', 'Chocolate muffins'].map(isMelted)).toEqual([true, true, false]);
});
