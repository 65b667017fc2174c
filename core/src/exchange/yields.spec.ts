import { larder, readFormula } from '../../test/larder';
import { allLines, portionWordFor } from '../formula';
import { readRecipeJsonLd, readRecipeText } from './index';
import { readYield } from './readYield';

describe('how many it makes', () => {
  // As recipes say it [common practice]; a dozen is twelve, of a range the lower end, of a loaf its slices where they are told.
  test.each<[string, number, string]>([
    ['Serves 8', 8, 'portion'],
    ['serves: 4-6', 4, 'portion'],
    ['Serves 4 to 6 people', 4, 'portion'],
    ['Feeds six', 6, 'portion'],
    ['Serves one', 1, 'portion'],
    ['Serves two', 2, 'portion'],
    ['Serves three', 3, 'portion'],
    ['Serves four', 4, 'portion'],
    ['Makes ten bars', 10, 'bar'],
    ['Makes twelve rolls', 12, 'roll'],
    ['Makes 12 muffins', 12, 'muffin'],
    ['Makes about 20 cookies', 20, 'cookie'],
    ['Yield: 2 dozen cookies', 24, 'cookie'],
    ['makes a dozen scones', 12, 'scone'],
    ['makes half a dozen', 6, 'portion'],
    ['Makes half a dozen rolls', 6, 'roll'],
    ['Makes one dozen buns', 12, 'bun'],
    ['makes 1 loaf (10 slices)', 10, 'slice'],
    ['Makes 2 loaves', 2, 'loaf'],
    ['12 muffins', 12, 'muffin'],
    ['16 small squares', 16, 'square'],
    ['Servings: 3', 3, 'portion'],
    ['Yields approx. 9 bars', 9, 'bar'],
    ['Portions 5.', 5, 'portion'],
    ['For 4 people', 4, 'portion'],
    ['makes eight waffles', 8, 'waffle'],
    ['Makes up to 30 biscuits', 30, 'biscuit'],
    ['Serves 1', 1, 'portion'],
    ['makes 6 glasses', 6, 'glass'],
    ['makes 9 brownies', 9, 'brownie'],
    ['24 pcs', 24, 'piece'],
    ['about 10 servings (50g)', 10, 'portion'],
    ['4 ramekins', 4, 'ramekin'],
    ['8 wedges', 8, 'wedge'],
    ['Makes 12 in a muffin tin', 12, 'muffin'],
    ['dozen', 12, 'portion'],
    ['2 dozen cookies', 24, 'cookie'],
    ['Makes about 1 litre (8 scoops)', 8, 'scoop'],
    ['makes 1 tray (about 20 squares)', 20, 'square'],
    ['makes ~12 cookies', 12, 'cookie'],
    ['Yield: ca. 10 bars', 10, 'bar'],
    ['Makes 12 x 1/2 cup servings', 12, 'portion'],
  ])('%s', (text, portions, portionWord) => {
    expect(readYield(text)).toEqual({ portions, portionWord });
  });

  test.each([
    'Serves',
    'For the icing',
    'for 20 minutes',
    'Serves 0',
    'a dozen eggs',
    '200 g flour',
    'for a 23cm tart',
    'for a 9 in tart',
    'Makes about 1 litre',
    'Bake 12 muffins',
    `Serves 4 ${'x'.repeat(200)}`,
  ])('"%s" says nothing of it', (text) => {
    expect(readYield(text)).toBeUndefined();
  });

  test.each<[string, string, number]>([
    ['Shortbread, 16 pieces', 'Shortbread', 16],
    ['Plain loaf – 10 slices', 'Plain loaf', 10],
    ['Custard serves 4', 'Custard', 4],
    ['MADELEINES (24 pcs)', 'MADELEINES', 24],
    ['Mug cake for one, when I come home late', 'Mug cake', 1],
    ['Granola bars, chewy (16)', 'Granola bars, chewy', 16],
    ['Overnight oats x 5 jars', 'Overnight oats', 5],
    ['Keto bagels (6)', 'Keto bagels', 6],
    ['Chocolate chip "cheat" cookies -- 14 cookies', 'Chocolate chip "cheat" cookies', 14],
    ['Overnight oats | 2 jars', 'Overnight oats', 2],
    ['Tiramisu in a cup (2 cups)', 'Tiramisu in a cup', 2],
    ['Tahini date cookies (gf, vegan) makes ~12', 'Tahini date cookies (gf, vegan)', 12],
    ['Granola bars (2)', 'Granola bars (2)', 1],
    ['Carrot cake (16)', 'Carrot cake (16)', 1],
    ['Rye, oat and seed loaf', 'Rye, oat and seed loaf', 1],
    ['Cake - the 2nd one', 'Cake - the 2nd one', 1],
  ])('beside the title: %s', (line, title, portions) => {
    const read = readRecipeText(`${line}\n200 g plain flour\n100 g butter`, larder, 'us');
    expect(read.ok && [read.formula.title, read.formula.portions]).toEqual([title, portions]);
  });

  test('a sentence at the end of the method says it where nothing else does', () => {
    const read = (text: string): number => {
      const result = readRecipeText(text, larder, 'us');
      if (!result.ok) throw new Error(result.error);
      return result.formula.portions;
    };
    expect(read('Cake\n200 g plain flour\n100 g sugar\nMethod\nMix. Bake for 20 minutes. Serves 6.')).toBe(6);
    expect(read('Cake\nServes 8\n200 g plain flour\n100 g sugar\nMethod\nBake for 20 minutes. Serves 6.')).toBe(8);
    expect(read('Cake\n200 g plain flour\n100 g sugar\nMethod\nBake for 20 minutes.')).toBe(1);
    expect(read('Pudding\n1 l milk\n150 g sugar\nSimmer 35 min; stir well. Feeds 6')).toBe(6);
    expect(read('Flatbread\n2 eggs\n200 g cottage cheese\nBlend. 175C 35 min. Serves 2-3, 300 cal!')).toBe(2);
    expect(read('Crepes\n250 g egg white\n25 g oat fibre\nBlend, wait 5, fry them thin. 5 crepes.')).toBe(5);
  });
});

describe('what the pieces are called', () => {
  // Makes and yields count pieces, serves counts people [common practice].
  test.each<[string, number, string]>([
    ['Banana muffins\nMakes 12', 12, 'muffin'],
    ['Carrot cake cupcakes\nMakes 10', 10, 'cupcake'],
    ['Almond cookies\nYield 18', 18, 'cookie'],
    ['Vegan cupcakes\ndozen', 12, 'cupcake'],
    ['Banana muffins\nServes 4', 4, 'portion'],
    ['Banana muffins\nMakes 4 portions', 4, 'portion'],
    ['Carrot cake\nMakes 12', 12, 'portion'],
    ['Oat bars\nMakes 12 squares', 12, 'square'],
    ['Skyr flatbreads x4', 4, 'flatbread'],
    ['Oat cookies\n\nIngredients (makes 12 cookies)', 12, 'cookie'],
    ['Lemon curd\nFills 2 x 200g jars', 2, 'jar'],
    ['Skyr cheesecake\n8 slices | 20 cm tin', 8, 'slice'],
    ['Psyllium base\n1 base (8 slices)', 8, 'slice'],
    ['Shortcrust\nfor a 23cm tart', 1, 'batch'],
    ['Yogurt bark\nCut into 12 shards', 12, 'shard'],
    ['Black bean brownies\n16', 16, 'brownie'],
    ['Carrot cake\n16', 1, 'batch'],
    ['Lemon traybake (dairy free) for a 23 x 33 cm tin, cuts into 24', 24, 'piece'],
  ])('%j', (head, portions, portionWord) => {
    const read = readRecipeText(`${head}\n200 g plain flour\n100 g butter`, larder, 'us');
    expect(read.ok && read.formula).toMatchObject({ portions, portionWord });
  });

  test('the tin that stands in a title is none of its name, and is still found', () => {
    const { title, notes } = readFormula('Lemon traybake (dairy free) for a 23 x 33 cm tin, cuts into 24\n200 g plain flour\n100 g butter');
    expect([title, notes]).toEqual(['Lemon traybake (dairy free)', ['for a 23 x 33 cm tin']]);
    expect(readFormula('Custard in a cup\n200 g plain flour').title).toBe('Custard in a cup');
  });

  test('a count of pieces below an ingredient is an ingredient', () => {
    const read = readRecipeText('Cheesecake\n100 g butter\n12 biscuits\n400 g cream cheese', larder, 'us');
    expect(read.ok && [read.formula.portionWord, allLines(read.formula).map(({ amount }) => amount?.value)]).toEqual(['batch', [100, 12, 400]]);
  });
});

describe('how many the method cuts', () => {
  // Sentences as recipes have them [common practice]; two or three are layers, and a number of minutes or turns is no piece.
  test.each<[string, number, string, boolean]>([
    ['Roll up, slice into 12.', 12, 'piece', true],
    ['Cool and cut into 16 squares.', 16, 'square', true],
    ['Fill, cut in 9 and prove again.', 9, 'piece', true],
    ['Scoop 18 balls onto the tray.', 18, 'ball', true],
    ['Divide into 8 equal pieces and shape.', 8, 'piece', true],
    ['Divide between 12 cups and bake.', 12, 'piece', true],
    ['Cut out 8 with a 5 cm cutter, brush.', 8, 'piece', true],
    ['Stamp out 14 rounds.', 14, 'piece', true],
    ['Drop by rounded tbsp, 8-10 min. Yields about 4 dozen.', 48, 'roll', false],
    ['Blend. 4 glasses. Chill 2h.', 4, 'glass', false],
    ['Fry in butter. Serves two.', 2, 'portion', false],
    ['160 C 12-14 min -- makes 20', 20, 'roll', false],
    ['180 fan, 12-15min, makes 12.', 12, 'roll', false],
    ['Cool, add the rest, make 12 balls.', 12, 'ball', true],
    ['8" square tin 180C 22 min, 16 pcs', 16, 'piece', false],
    ['Squeeze, mix, press out, bake 25 mins at 200.\n2 servings', 2, 'portion', false],
    ['Divide in 2 and bake in two tins.', 1, 'batch', false],
    ['Cut the butter in 10 g knobs.', 1, 'batch', false],
    ['Cut into 4.5 cm lengths.', 1, 'batch', false],
    ['Roll to 5 mm, rest 20 minutes.', 1, 'batch', false],
    ['Shape, then bake 25 minutes.', 1, 'batch', false],
  ])('%s', (step, portions, portionWord, isTold) => {
    const read = readRecipeText(`Rolls\n300 g plain flour\n200 ml milk\nMethod\n${step}`, larder, 'us');
    if (!read.ok) throw new Error(read.error);
    expect(read.formula).toMatchObject({ portions, portionWord });
    expect(read.remarks.some((one) => one.includes('taken from the method'))).toBe(isTold);
  });
});

describe('a recipe from elsewhere', () => {
  const recipe = (more: object): string => JSON.stringify({ '@type': 'Recipe', name: 'Bake', recipeIngredient: ['100 g plain flour', '2 eggs'], ...more });
  const read = (more: object) => {
    const result = readRecipeJsonLd(recipe(more), larder, 'us');
    if (!result.ok) throw new Error(result.error);
    return result.formula;
  };

  // schema.org: recipeYield is a number, a text or a QuantitativeValue, or several of them.
  test.each<[unknown, number, string]>([
    [8, 8, 'portion'],
    ['8', 8, 'portion'],
    ['8 servings', 8, 'portion'],
    ['Makes 12 muffins', 12, 'muffin'],
    [['6', '6 slices'], 6, 'slice'],
    [{ '@type': 'QuantitativeValue', value: 9, unitText: 'bars' }, 9, 'bar'],
    [undefined, 1, 'batch'],
    ['plenty', 1, 'batch'],
  ])('recipeYield %j', (recipeYield, portions, portionWord) => {
    expect(read({ recipeYield })).toMatchObject({ portions, portionWord });
  });

  // HowToSupply with a QuantitativeValue in grams (UN/CEFACT code GRM) says what the words leave open.
  test('grams and food that the document states outweigh its words; what makes no sense does not', () => {
    const supply = (more: object) => allLines(read({ supply: [{ '@type': 'HowToSupply', name: '2 eggs', ...more }] }))[1];
    expect(supply({ requiredQuantity: { value: 130, unitCode: 'GRM' } })).toMatchObject({ foodId: 'egg', massG: 130, basis: 'entered' });
    expect(supply({ identifier: 'duck-egg' })).toMatchObject({ foodId: 'duck-egg' });
    for (const more of [
      {},
      { requiredQuantity: { value: -3, unitCode: 'GRM' } },
      { requiredQuantity: { value: 130, unitCode: 'LTR' } },
      { requiredQuantity: { value: 'x', unitCode: 'GRM' } },
      { identifier: 'no-such-food' },
    ]) {
      expect(supply(more)).toMatchObject({ foodId: 'egg', basis: 'piece', massG: 100 });
    }
  });

  test('steps are taken from texts, steps and sections alike', () => {
    expect(read({ recipeInstructions: 'Mix it. Bake it.' }).method.join(' ')).toContain('Bake it.');
    expect(read({ recipeInstructions: ['Mix.', { '@type': 'HowToStep', text: 'Bake.' }, { '@type': 'HowToStep', name: 'Cool.' }] }).method).toEqual(['Mix.', 'Bake.', 'Cool.']);
    expect(read({ recipeInstructions: { '@type': 'HowToSection', name: 'Bake', itemListElement: [{ text: 'Heat.' }] } }).method).toEqual(['Bake:', 'Heat.']);
  });

  test('wide is not deep: a thousand lists side by side are read, a thousand inside each other are refused', () => {
    expect(read({ keywords: Array.from({ length: 1000 }, () => [{}]) }).title).toBe('Bake');
    const deep = recipe({}).replace('}', `,"x":${'['.repeat(1000)}${']'.repeat(1000)}}`);
    expect(readRecipeJsonLd(deep, larder, 'us')).toMatchObject({ ok: false });
    expect(read({ description: '{[{[{['.repeat(500) }).title).toBe('Bake');
  });
});

/** Texts as people keep them; what each should be read as is plain to anybody who bakes. */
describe('sloppy texts', () => {
  const lines = (text: string): readonly (readonly [string | undefined, number])[] =>
    readFormula(text, 'metric').parts.flatMap((part) => part.lines.map(({ foodId, massG = 0 }) => [foodId, Math.round(massG)] as const));

  test('a recipe in its first line keeps title, ingredients and step', () => {
    const read = readFormula('Fluff bowl: 150g frozen strawberries, 30g casein, 1/4 tsp xanthan. Whip 5 min till huge', 'metric');
    expect([read.title, read.method]).toEqual(['Fluff bowl', ['Whip 5 min till huge']]);
    expect(read.parts[0]?.lines.map(({ foodId }) => foodId)).toEqual(['strawberries', 'casein', 'xanthan']);
  });

  test('a part with its list in the first line is a part, and nothing of it is lost', () => {
    const { parts } = readFormula('For the dough: 500g strong flour, 7g fast yeast, 10g salt\nFor the filling: 100g soft butter; 80g dark brown sugar', 'metric');
    expect(parts.map(({ heading, lines: own }) => [heading, own.length])).toEqual([
      ['For the dough', 3],
      ['For the filling', 2],
    ]);
  });

  test.each([
    ['protein pancakes for 1\n100 g oats', 1, 'protein pancakes'],
    ['Blondies {16 squares}\n100 g butter', 16, 'Blondies'],
    ['Seed cake\n(serves 8ish)\n100 g butter', 8, 'Seed cake'],
  ])('%s', (text, portions, title) => {
    expect([readFormula(text).portions, readFormula(text).title]).toEqual([portions, title]);
  });

  test('what shares a line is read apart, bulleted or not', () => {
    expect(lines('Tart\n- juice and zest of 4 limes\n- 500ml kefir; 150ml single cream; 120g sugar OR 150 g allulose\n- 25 g cocoa + 40 g tahini')).toEqual([
      ['lime-juice', 120],
      ['lime-zest', 16],
      ['kefir', 515],
      ['single-cream', expect.any(Number)],
      ['sugar', 120],
      ['cocoa', 25],
      ['tahini', 40],
    ]);
  });

  test('what says how hot and no amount is a step', () => {
    expect(readFormula('Ice\n500 ml milk\n3 egg yolks\nWarm milk to 82C then chill').method).toEqual(['Warm milk to 82C then chill']);
  });
});

describe('how many it makes, said again', () => {
  // English plurals [a school grammar's rules]; a fraction of one is still one.
  test.each([
    ['loaf', 2, 'loaves'],
    ['batch', 3, 'batches'],
    ['glass', 4, 'glasses'],
    ['cookie', 24, 'cookies'],
    ['pastry', 6, 'pastries'],
    ['tray', 2, 'trays'],
    ['slice', 1, 'slice'],
    ['slice', 0.5, 'slice'],
    ['slice', 1.5, 'slices'],
    ['slice', 0, 'slices'],
  ])('of a %s, %d are %s', (word, count, said) => {
    expect(portionWordFor(word, count)).toBe(said);
  });

  test.each(['12 cookies', '2 loaves', '16 squares', '8 slices', '4 glasses', '10 scones'])('"%s" read and said is the same', (text) => {
    const read = readYield(`Makes ${text}`);
    expect(`${read?.portions} ${portionWordFor(read?.portionWord ?? '', read?.portions ?? 0)}`).toBe(text);
  });
});
