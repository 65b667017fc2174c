import fc from 'fast-check';
import { larder, readFormula as formulaOf } from '../../test/larder';
import { allLines, lineState, totalsOf } from '../formula';
import { readRecipeJsonLd, readRecipeText, readYield, writeRecipeJsonLd } from './index';

const PASTED = `Aunt Vera's Seed Buns
Makes 1 1/2 dozen buns
Prep time: 20 mins

Ingredients
• 2 cups (240 g) all-purpose flour, sifted
• 1 (14 oz) can pumpkin puree
- 3 large eggs, beaten
2-3 tbsp honey
juice of 1 lemon
a pinch of salt
3 blorps milk
unobtainium 5 g
butter or margarine for greasing

For the icing
100g/4oz cream cheese
2 Tbsp icing sugar

Directions
1. Heat the oven to 180 °C.
2. Mix 200 g of it first, then the rest.
`;

describe('a recipe as people keep it', () => {
  const formula = formulaOf(PASTED);
  const line = (words: string) => {
    const found = allLines(formula).find(({ text }) => text.includes(words));
    if (!found) throw new Error(words);
    return found;
  };

  test('title, parts, method and notes each find their place', () => {
    expect(formula.title).toBe("Aunt Vera's Seed Buns");
    expect(formula.parts.map(({ heading, lines }) => [heading, lines.length])).toEqual([
      ['', 8],
      ['For the icing', 2],
      ['In the pan', 1],
    ]);
    expect(formula.method).toEqual(['Heat the oven to 180 °C.', 'Mix 200 g of it first, then the rest.']);
    expect(formula.notes).toEqual(['Prep time: 20 mins']);
  });

  test('a short heading with a list below it is one: what is for the pan and what is for the table are told from the mix', () => {
    const read = formulaOf(
      'Oat cakes\n2 eggs\n60 g rolled oats\n\nFor frying\n1 tbsp oil\n\nFor serving\n40 g peanut butter\n\nWhen serving\n20 g honey\n\nFor dusting\n1 tbsp icing sugar',
    );
    expect(read.parts.map(({ heading, counting, lines }) => [heading, counting, lines.length])).toEqual([
      ['', undefined, 2],
      ['For serving', 'at the table', 1],
      ['When serving', 'at the table', 1],
      ['For dusting', undefined, 1],
      ['In the pan', undefined, 1],
    ]);
    // A part whose list stands beside its name, before all else, ends with its line.
    const inline = formulaOf('Oven pancake\nfor frying: 30 g butter\n3 eggs\n70 g plain flour\nTopping - 100 g raspberries, 1 tbsp sugar\nWhisk it all.');
    expect(inline.parts.map(({ heading, lines }) => [heading, lines.length])).toEqual([
      ['', 2],
      ['Topping', 2],
      ['In the pan', 1],
    ]);
    // What is for greasing or frying is a line, also before one with an amount.
    const greased = formulaOf('Cake\nbutter for greasing\n200 g plain flour\n100 g sugar\noil for frying\n2 eggs');
    expect(greased.parts.map(({ heading, lines }) => [heading, lines.map(({ foodId }) => foodId)])).toEqual([
      ['', ['plain-flour', 'sugar', 'egg']],
      ['In the pan', ['butter', 'sunflower-oil']],
    ]);
  });

  test('a table, a heading in capitals, a stage with its list and a part below the method are read as what they are', () => {
    const parts = (text: string) => formulaOf(text).parts.map(({ heading, lines }) => [heading, lines.map(({ foodId, massG }) => `${Math.round(massG ?? -1)} ${foodId ?? ''}`)]);
    expect(parts('**Soft rolls**\n| Amount | What |\n|---|---|\n| 300 g | plain flour |\n| 1 | egg |\n| white sugar | 50 g |')).toEqual([
      ['', ['300 plain-flour', '50 egg', '50 sugar']],
    ]);
    expect(parts('Tart\nPASTRY\n200 g plain flour\n100 g butter\nFILLING\n4 eggs\n150 g sugar')).toEqual([
      ['PASTRY', ['200 plain-flour', '100 butter']],
      ['FILLING', ['200 egg', '150 sugar']],
    ]);
    expect(parts('Cupcakes\nDry: 150 g plain flour, 100 g sugar\nWet: 2 eggs, 100 g sunflower oil\nIcing: 50 g icing sugar, 20 g water\nWhisk. Bake.')).toEqual([
      ['', ['150 plain-flour', '100 sugar', '100 egg', '100 sunflower-oil']],
      ['Icing', ['50 icing-sugar', '20 water']],
    ]);
    expect(parts('Crepes\n250 g egg white\nMethod\nBlend, fry.\nFor the filling: 150 g quark, 100 g strawberries\nTo finish: roll up and serve.')).toEqual([
      ['', ['250 egg-white']],
      ['For the filling', ['150 curd-cheese', '100 strawberries']],
    ]);
    const gelato = formulaOf('Gelato base\nMakes ~1 L\nMilk 600 g\n1 tbsp BP\nInto 8\" skillet, 400F/20 min');
    expect([allLines(gelato).map(({ foodId }) => foodId), gelato.notes, gelato.method]).toEqual([
      ['whole-milk', 'baking-powder'],
      ['Makes ~1 L'],
      ['Into 8" skillet, 400F/20 min'],
    ]);
    expect(formulaOf('**Soft rolls**\n300 g plain flour').title).toBe('Soft rolls');
  });

  test('a yield in the title, a rule between sections, a method on its heading’s line and short sizes are understood', () => {
    const read = formulaOf('Hotcakes (serves 3-4)\n* 2 lg eggs\nsea salt, to finish\n---\nMethod: Whisk and fry.');
    expect([read.title, read.portions, read.method]).toEqual(['Hotcakes', 3, ['Whisk and fry.']]);
    expect(allLines(read).map(({ massG, basis }) => [massG, basis])).toEqual([
      [100, 'piece'],
      [0.3, 'custom'],
    ]);
    const { figures } = totalsOf(read, larder);
    expect([figures.energyKcal.gaps, figures.sodiumMg.gaps]).toEqual([[], []]);
    expect(figures.sodiumMg.sd).toBeGreaterThan(0.2 * figures.sodiumMg.amount);
  });

  test('a weight in brackets wins over a cup, a can is opened, a slash gives the same amount twice', () => {
    expect(line('all-purpose')).toMatchObject({ foodId: 'plain-flour', massG: 240, basis: 'weighed', note: 'sifted' });
    expect(line('pumpkin').massG).toBeCloseTo(14 * 28.349523125, 6);
    expect(line('cream cheese')).toMatchObject({ foodId: 'cream-cheese', massG: 100 });
  });

  // A large US egg without its shell weighs 50 g: USDA SR Legacy, from memory. Honey 21 g a tablespoon, the same.
  test('eggs are counted, spoons weighed by the food’s own density, a range takes its middle', () => {
    expect(line('eggs')).toMatchObject({ massG: 150, basis: 'piece' });
    expect((line('honey').massG ?? 0) / 2.5).toBeCloseTo(21, 0);
    expect(line('lemon')).toMatchObject({ foodId: 'lemon-juice', massG: 47 });
  });

  test('what is unsure is marked and what is unknown stays a gap, never a zero', () => {
    expect(['blorps', 'unobtainium', 'margarine'].map((words) => lineState(line(words)))).toEqual(['gap', 'gap', 'gap']);
    expect(line('blorps').massG).toBeUndefined();
    expect(line('unobtainium')).toMatchObject({ massG: 5, doubts: [{ code: 'food-unknown' }] });
  });

  test.each([
    ['Serves 8', 8, 'portion'],
    ['Makes 12 muffins', 12, 'muffin'],
    ['Yield: 2 dozen cookies', 24, 'cookie'],
    ['Makes 1 loaf (10 slices)', 10, 'slice'],
    ['Serves 4-6', 4, 'portion'],
    ['6 servings', 6, 'portion'],
  ])('%s', (text, portions, portionWord) => {
    expect(readYield(text)).toEqual({ portions, portionWord });
  });
});

describe('what bad input gets', () => {
  test.each([
    ['nothing', '   \n ', /nothing here/],
    ['two megabytes', 'flour '.repeat(400_000), /characters/],
    ['a picture', '\u0000\u0001\u0002PNG\u0003\u0004\u0005\u0006\u0007', /not text/],
    ['a poem', 'Roses are red today.\nAnd so on it goes, my dear.', /No ingredient line/],
  ])('%s is refused in a sentence', (_name, text, words) => {
    const read = readRecipeText(text, larder, 'us');
    expect(read).toMatchObject({ ok: false, error: expect.stringMatching(words) });
  });

  test('script stays text, a minus is a list mark, a mountain is marked', () => {
    const formula = formulaOf('<script>alert(1)</script>\nServes 2\n-200g sugar\n9999 kg flour\n100 g <img src=x onerror=alert(1)>');
    const [sugar, flour, image] = allLines(formula);
    expect(formula.title).toBe('<script>alert(1)</script>');
    expect(sugar).toMatchObject({ massG: 200, doubts: [{ code: 'dash-before-amount' }] });
    expect(flour?.doubts.map(({ code }) => code)).toContain('huge');
    expect(image?.text).toContain('<img');
  });

  test('any text is read or refused without throwing, and grams are finite or absent', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'grapheme', maxLength: 40 }), { maxLength: 12 }), (lines) => {
        const read = readRecipeText(lines.join('\n'), larder, 'us');
        return !read.ok || allLines(read.formula).every(({ massG }) => massG === undefined || (Number.isFinite(massG) && massG >= 0));
      }),
      { numRuns: 300 },
    );
  });
});

// schema.org Recipe, HowToSupply, HowToStep and NutritionInformation, as the vocabulary's pages define them.
describe('schema.org JSON-LD', () => {
  test('a round trip keeps lines, foods, grams, parts, method, notes and portions', () => {
    const formula = formulaOf(PASTED);
    const read = readRecipeJsonLd(writeRecipeJsonLd(formula, larder), larder, 'metric');
    expect(read).toMatchObject({ ok: true });
    if (read.ok) expect({ ...read.formula, carried: undefined }).toEqual({ ...formula, carried: undefined });
  });

  test('members it does not use come back on export, and the original rides along', () => {
    const foreign = JSON.stringify({
      '@context': 'https://schema.org',
      '@graph': [
        { '@type': 'WebPage' },
        {
          '@type': ['Recipe', 'NewsArticle'],
          name: 'Rye crisps',
          recipeYield: ['12', '12 biscuits'],
          recipeIngredient: ['130 g rye flour', '50 g butter'],
          recipeInstructions: [{ '@type': 'HowToSection', name: 'Bake', itemListElement: [{ '@type': 'HowToStep', text: 'Roll and bake.' }] }],
          prepTime: 'PT10M',
          keywords: 'rye',
        },
      ],
    });
    const read = readRecipeJsonLd(foreign, larder, 'us');
    if (!read.ok) throw new Error(read.error);
    expect(read.formula).toMatchObject({ portions: 12, portionWord: 'biscuit', method: ['Bake:', 'Roll and bake.'], carried: { prepTime: 'PT10M', keywords: 'rye' } });
    const written = JSON.parse(writeRecipeJsonLd(read.formula, larder, read.formula)) as Record<string, unknown>;
    expect(written).toMatchObject({ '@type': 'Recipe', prepTime: 'PT10M', isBasedOn: { name: 'Rye crisps' }, nutrition: { '@type': 'NutritionInformation' } });
  });

  test.each([
    ['{"a":', /not valid JSON/],
    ['{"@type":"Person"}', /no schema.org Recipe|No schema.org Recipe/],
    ['{"@type":"Recipe"}', /"name"/],
    ['{"@type":"Recipe","name":"x"}', /recipeIngredient/],
  ])('%s is refused with the member at fault', (text, words) => {
    expect(readRecipeJsonLd(text, larder, 'us')).toMatchObject({ ok: false, error: expect.stringMatching(words) });
  });
});

describe('lines as people squeeze them', () => {
  const linesOf = (text: string) => allLines(formulaOf(`Cake\nServes 2\n100 g plain flour\n${text}`)).slice(1);
  const read = (text: string): readonly string[] => linesOf(text).map(({ amountText, foodId = '?' }) => `${amountText} ${foodId}`.trim());

  test.each([
    ['½ cup (1 stick) butter', ['½ cup butter']],
    ['1 cup caster sugar + 2 tbsp', ['1 cup plus 2 tbsp sugar']],
    ['1 cup plus 1 tbsp milk', ['1 cup plus 1 tbsp whole-milk']],
    ['¼ tsp each salt and baking powder', ['¼ tsp salt', '¼ tsp baking-powder']],
    ['1 tsp each of cinnamon, ginger and cloves', ['1 tsp cinnamon', '1 tsp ginger', '1 tsp cloves']],
    ['3 tbsp almond flour, 1 tbsp cocoa, 1 egg, splash of milk', ['3 tbsp almond-flour', '1 tbsp cocoa', '1 egg', 'splash whole-milk']],
    ['1 egg + 1 yolk', ['1 egg', '1 egg-yolk']],
    ['3 whole eggs and 2 yolks', ['3 egg', '2 egg-yolk']],
    ['1 and 1/2 cups milk', ['1 and 1/2 cups whole-milk']],
    ['zest and juice of 1 lemon, 50 g sugar', ['1 lemon-zest', '1 lemon-juice', '50 g sugar']],
    ['zest & juice 1 orange', ['1 orange-zest', '1 orange-juice']],
    ['butter, 50 g', ['50 g butter']],
    ['Cream cheese, 200 g', ['200 g cream-cheese']],
    ['2 eggs, 1 beaten', ['2 egg']],
    ['250 g flour, 50 g for dusting', ['250 g plain-flour']],
    ['100 g butter, softened, plus 20 g for the tin', ['100 g butter']],
    ['200 g chocolate, 70 % cocoa', ['200 g dark-chocolate']],
    ['1 cup milk, 2% fat', ['1 cup semi-skimmed-milk']],
  ])('%s', (text, lines) => {
    expect(read(text)).toEqual(lines);
  });

  test.each(['Bake 350F 25min', 'whisk 2 eggs', 'Cream butter and sugar well', 'Chill the dough for an hour'])('"%s" is a step, not an ingredient', (text) => {
    const formula = formulaOf(`Cake\nServes 2\n100 g plain flour\n${text}`);
    expect([allLines(formula).length, formula.method]).toEqual([1, [text]]);
  });

  test('how long and how hot is no ingredient; among the ingredients it ends nothing', () => {
    const read = formulaOf('Cake\nServes 2\n100 g plain flour\n20 minutes in the fridge\n2 eggs\n220C for 25 min\ntwenty minutes to cool');
    expect(allLines(read).map(({ text }) => text)).toEqual(['100 g plain flour', '2 eggs']);
    expect([read.notes, read.method]).toEqual([['20 minutes in the fridge'], ['220C for 25 min', 'twenty minutes to cool']]);
  });

  test('what is done, how hot and how long is the method’s, though nothing says where the list ends', () => {
    const told = ['Gas mark 4, 15 mins', '8" square tin 180C 22 min', 'Blitz, roll into 16 balls'];
    for (const step of told) expect(formulaOf(`Oat balls\nServes 2\n100 g dates\n30 g water if needed\n${step}`).method).toEqual([step]);
    // A food that sounds like a deed, and a heat that belongs to one, stay in the list.
    const kept = ['2 starfruit wobbles (10 min)', 'Rest of the raspberries from above', '20 g roast chestnuts', '50 ml milk warmed to 40 C', '1 toast'];
    for (const line of kept) expect(allLines(formulaOf(`Oat balls\nServes 2\n100 g dates\n${line}\n10 g honey`)).map(({ text }) => text)).toContain(line);
  });

  test('a word of another kitchen is marked as unknown, with its grams kept', () => {
    expect(linesOf('250 g farine')[0]).toMatchObject({ massG: 250, doubts: [{ code: 'food-unknown' }] });
  });

  test('no split loses or doubles a gram: the lines weigh what the parts of the line weigh', () => {
    const foods = ['plain flour', 'sugar', 'butter', 'oat flour', 'ground almonds', 'honey'];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...foods), fc.integer({ min: 1, max: 900 })), { minLength: 1, maxLength: 5 }),
        fc.constantFrom(', ', '; ', ' + '),
        (pairs, joint) => {
          const massG = linesOf(pairs.map(([name, grams]) => `${grams} g ${name}`).join(joint)).reduce((sum, line) => sum + (line.massG ?? NaN), 0);
          expect(massG).toBeCloseTo(
            pairs.reduce((sum, [, grams]) => sum + grams, 0),
            6,
          );
        },
      ),
    );
  });
});
