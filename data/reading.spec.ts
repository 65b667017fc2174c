import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { allLines, ingredientsIn, type Line, lineState, readLine, readRecipeText, stockLarder, totalsOf } from '@fellmist/core';
import fc from 'fast-check';
import Papa from 'papaparse';
import { loadShippedLarder } from './load';

const larder = stockLarder(loadShippedLarder(__dirname).foods);

/**
 * Ingredient lines as people type them, with the foods that each means ("|" any of them, "+" one after the other, "-" none
 * that is sure, "*" left open) and its grams; `asks` where nobody could be sure. Grams of cups and pieces: USDA SR Legacy and
 * pack panels, from memory; customary amounts: common practice.
 */
interface Row {
  readonly line: string;
  readonly foods: string;
  readonly grams: string;
  readonly asks: string;
}
const rows = Papa.parse<Row>(readFileSync(join(__dirname, 'reading-lines.csv'), 'utf8'), { header: true, skipEmptyLines: true }).data;
const read = (text: string): readonly Line[] => ingredientsIn(text, larder).map((one, i) => readLine(one, `l${i}`, larder, 'us'));

describe('lines as they are typed at home', () => {
  test('there are three hundred and more', () => {
    expect(rows.length).toBeGreaterThanOrEqual(380);
  });

  test.each(rows.map((row) => [row.line, row] as const))('%s', (line, { foods, grams, asks }) => {
    const lines = read(line);
    const got = lines.map(({ foodId }) => foodId ?? '-').join('+');
    const isSure = lines.every((one) => lineState(one) === 'sure');
    if (foods === '-') expect([line, got, isSure]).toEqual([line, got, false]);
    else if (foods !== '*') expect([line, foods.split('|')]).toEqual([line, expect.arrayContaining([got])]);
    if (asks) expect([line, isSure]).toEqual([line, false]);
    const massG = lines.reduce((sum, one) => sum + (one.massG ?? 0), 0);
    if (grams === '-') expect([line, lines[0]?.massG]).toEqual([line, undefined]);
    else if (grams !== '*') expect([line, massG, Math.abs(massG - Number(grams)) <= 0.15 * Number(grams)]).toEqual([line, massG, true]);
  });

  test('at least nine in ten of those that can be known are sure', () => {
    const known = rows.filter(({ foods, asks }) => foods !== '-' && !asks);
    const sure = known.filter(({ line }) => read(line).every((one) => lineState(one) !== 'unsure'));
    expect(sure.length / known.length).toBeGreaterThan(0.9);
  });
});

describe('what words do to a name', () => {
  const NOISE = ['organic', 'good-quality', 'store-bought', 'fresh good', 'your favourite', 'finely chopped', 'best'];
  const plain = rows.filter(({ line, foods, asks }) => !asks && !/[-*+]/.test(foods) && /^\d+ ?g [a-z]/i.test(line));

  test('a word of noise never changes the food', () => {
    fc.assert(
      fc.property(fc.constantFrom(...plain), fc.constantFrom(...NOISE.filter((one) => !one.includes('fresh'))), ({ line }, noise) => {
        const noisy = line.replace(/^(\d+ ?g )/i, `$1${noise} `);
        expect([noisy, read(noisy)[0]?.foodId]).toEqual([noisy, read(line)[0]?.foodId]);
      }),
      { numRuns: 300 },
    );
  });

  // What cannot be: a liquid flour, a dried egg white from the carton, an unsweetened honey, vegan butter of milk.
  test.each([
    ['100 g plain flour', 'liquid'],
    ['100 g plain flour', 'canned'],
    ['100 g whole milk', 'powdered'],
    ['100 g honey', 'sugar-free'],
    ['100 g maple syrup', 'sugar-free'],
    ['100 g raisins', 'fresh'],
    ['100 g blueberries', 'dried'],
    ['100 g skimmed milk', 'full-fat'],
    ['100 g chocolate chips', 'unsweetened'],
    ['100 g cheddar', 'vegan'],
    ['100 g rye flour', 'gluten-free'],
    ['100 g whole almonds', 'ground'],
    ['100 g chickpeas', 'frozen'],
    ['100 g nonfat Greek yogurt', '10 %'],
    ['10 g casein', 'vanilla'],
  ])('"%s" that are said to be %s are something else, or asked about', (line, attribute) => {
    const [before] = read(line);
    const [after] = read(line.replace(/^(\d+ g )/, `$1${attribute} `));
    expect([attribute, after?.foodId === before?.foodId && after !== undefined && lineState(after) === 'sure']).toEqual([attribute, false]);
  });

  test('a slip of the keyboard is offered, never taken silently; a stranger stays unknown', () => {
    for (const slip of ['100 g choclate chips', '100 g buckweat flour', '100 g rasberries']) expect([slip, read(slip).map(lineState)]).toEqual([slip, ['unsure']]);
    for (const stranger of ['100 g kryptonite', '1 cup banana ketchup', '2 tbsp dragon powder'])
      expect([stranger, read(stranger).map(({ foodId }) => foodId)]).toEqual([stranger, [undefined]]);
  });

  test('one name means another food in another country, and the line says which', () => {
    const inKitchen = (text: string, kitchen: 'us' | 'uk') => readLine(text, 'l1', larder, kitchen);
    expect([inKitchen('100 g cream', 'us').foodId, inKitchen('100 g cream', 'uk').foodId]).toEqual(['heavy-cream', 'double-cream']);
    expect([inKitchen('2 large eggs', 'us').massG, inKitchen('2 large eggs', 'uk').massG]).toEqual([100, 116]);
    expect(inKitchen('100 g Greek yogurt', 'us').doubts).toEqual([{ code: 'usual-here', detail: 'Greek yogurt, 5 % fat' }]);
  });
});

describe('nothing of a pasted text is lost', () => {
  const words = fc.constantFrom(
    '200 g flour',
    'For the icing:',
    'Dry ingredients',
    'Mix it well.',
    '2 eggs',
    'Serves 4',
    'a note about my aunt',
    'Method',
    'salt and pepper',
    'Notes',
    '###',
    'butter',
    '1 tsp each salt and nutmeg',
    '☃ ☃',
  );

  test('every line ends as an ingredient, a heading, a step or a note', () => {
    fc.assert(
      fc.property(fc.array(words, { minLength: 1, maxLength: 14 }), (lines) => {
        const done = readRecipeText(`Aunt's cake\n100 g sugar\n${lines.join('\n')}`, larder, 'us');
        if (!done.ok) throw new Error(done.error);
        const { formula } = done;
        const shown = [formula.title, ...formula.parts.map(({ heading }) => heading), ...allLines(formula).map(({ text }) => text), ...formula.method, ...formula.notes].join('\n');
        const isSaid = /^(?:serves 4|method|notes|###|☃ ☃)$/i;
        for (const line of lines) {
          const wanted = line.replace(/:$/, '');
          const parts = /each/.test(wanted) ? ['salt', 'nutmeg'] : /salt and pepper/.test(wanted) && !shown.includes(wanted) ? ['salt', 'pepper'] : [wanted];
          if (!isSaid.test(line)) for (const part of parts) expect([line, shown.includes(part) || (formula.parts.length > 0 && /icing/.test(line))]).toEqual([line, true]);
        }
      }),
      { numRuns: 200 },
    );
  });

  test('dry and wet are stages of one mix, an icing is a part; a list without amounts is a list', () => {
    const cake = readRecipeText(
      'Cake\nServes 8\nDry ingredients\n200 g plain flour\n2 tsp baking powder\nWet ingredients:\n2 eggs\n200 ml milk\nIcing\n100 g icing sugar',
      larder,
      'us',
    );
    expect(cake.ok && cake.formula.parts.map(({ heading, lines }) => [heading, lines.length])).toEqual([
      ['', 4],
      ['Icing', 1],
    ]);
    expect(cake.ok && cake.formula.notes).toEqual(['Dry ingredients', 'Wet ingredients:']);
    const list = readRecipeText('Flapjacks\noats\nbutter\ngolden syrup\ncinnamon', larder, 'us');
    expect(list.ok && allLines(list.formula).map(({ foodId }) => foodId)).toEqual(['rolled-oats', 'butter', 'golden-syrup', 'cinnamon']);
  });

  test('a list typed in haste falls into its parts, its steps and who it serves', () => {
    const typed = readRecipeText(
      'Bagels\n250 g self-raising flour\n250 g Greek yogurt\negg wash: 1 egg yolk\nDate layer\n50 g dates\n1 tbsp tahini\nmix-in: 2 graham crackers\nNB keeps three days\n1) oven 180\n2) knead, bake. Serves 4',
      larder,
      'us',
    );
    expect(typed.ok && typed.formula.parts.map(({ heading, lines }) => [heading, lines.map(({ foodId }) => foodId)])).toEqual([
      ['', ['self-raising-flour', 'greek-yogurt-5']],
      ['egg wash', ['egg-yolk']],
      ['Date layer', ['dates', 'tahini']],
      ['mix-in', ['graham-crackers']],
    ]);
    expect(typed.ok && [typed.formula.method, typed.formula.notes, typed.formula.portions]).toEqual([['oven 180', 'knead, bake. Serves 4'], ['NB keeps three days'], 4]);
  });

  test('what the method does to a food counts: melted butter, beaten whites, cooked paste', () => {
    const flags = (text: string) => {
      const done = readRecipeText(text, larder, 'us');
      return done.ok ? allLines(done.formula).map(({ melted, beaten, wetted }) => [melted, beaten, wetted].filter(Boolean)) : [];
    };
    expect(flags('Brownies\nMakes 9\n100 g butter\n2 egg whites\n100 g flour\nMethod\nMelt the butter. Whisk the whites to stiff peaks.')).toEqual([[true], [true], []]);
    expect(flags('Choux buns\nMakes 9\n100 g butter\n120 g plain flour\nMethod\nStir until it leaves the sides of the pan.')).toEqual([[], ['gelled']]);
  });
});

/** Batches added up line by line on paper, grams and energy by USDA SR Legacy and usual labels as remembered, without our tables. */
interface HandTotal {
  readonly recipe: string;
  readonly measures: 'us' | 'uk';
  readonly energyKcal: number;
}
const HAND = JSON.parse(readFileSync(join(__dirname, 'hand-totals.json'), 'utf8')) as readonly HandTotal[];

test.each(HAND.map((one) => [one.recipe.split('\n')[0] ?? '', one] as const))(
  '%s: the batch comes within a tenth of a hand calculation',
  (_name, { recipe, measures, energyKcal }) => {
    const done = readRecipeText(recipe, larder, measures);
    if (!done.ok) throw new Error(done.error);
    const { amount } = totalsOf(done.formula, larder).figures.energyKcal;
    expect([amount, Math.abs(amount - energyKcal) <= 0.1 * energyKcal]).toEqual([amount, true]);
  },
);

describe('time to read', () => {
  // How fast stands in benchmarks/reading.ts, as ratios of growing sizes; here that each comes to an answer at all.
  const HOSTILE: readonly (readonly [name: string, text: (size: number) => string])[] = [
    ['a figure and spaces', (size) => `1${' '.repeat(size)}x`],
    ['serves and digits', (size) => `Serves ${'9'.repeat(size)}`],
    ['brackets', (size) => `100 g flour ${'('.repeat(size)}`],
    ['commas', (size) => `100 g flour ${', '.repeat(size / 2)}`],
    ['misspelt words', (size) => Array.from({ length: size / 9 }, (_, i) => `flxor${i}q`).join(' ')],
    ['plus signs', (size) => `1 cup sugar ${'+ 1 '.repeat(size / 4)}`],
  ];

  test.each(HOSTILE)('%s: two megabytes of it are answered', (_name, text) => {
    const answers = [1_000, 50_000, 2_000_000].map((size) => {
      const made = text(size);
      readLine(made, 'l1', larder, 'us');
      const recipe = readRecipeText(`Cake\n${made}`, larder, 'us');
      return recipe.ok ? 'read' : recipe.error.length > 10;
    });
    expect(answers.every(Boolean)).toBe(true);
  });
});
