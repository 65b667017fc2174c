import { larder } from '../../test/larder';
import { allLines, type Formula } from '../formula';
import { readDocument, readRecipeJsonLd, writeRecipeJsonLd } from './index';

const RECIPE = { '@context': 'https://schema.org', '@type': 'Recipe', name: 'Oat slice', recipeIngredient: ['200 g rolled oats', '100 g butter', '80 g honey'] };

function readOf(change: object): Formula {
  const read = readRecipeJsonLd(JSON.stringify({ ...RECIPE, ...change }), larder, 'uk');
  if (!read.ok) throw new Error(read.error);
  return read.formula;
}

// https://schema.org/Recipe: its members may be text, a list, an ItemList, or an object with a name or text.
describe('the shapes that pages write', () => {
  test.each<[string, object, Pick<Formula, 'portions' | 'portionWord'>]>([
    ['a number', { recipeYield: 12 }, { portions: 12, portionWord: 'portion' }],
    ['a text', { recipeYield: 'Makes 9 squares' }, { portions: 9, portionWord: 'square' }],
    ['number and words, the words say more', { recipeYield: ['16', '16 bars'] }, { portions: 16, portionWord: 'bar' }],
    ['a QuantitativeValue', { recipeYield: { '@type': 'QuantitativeValue', value: 8, unitText: 'slices' } }, { portions: 8, portionWord: 'slice' }],
    ['nothing', {}, { portions: 1, portionWord: 'batch' }],
    ['an empty text', { recipeYield: '' }, { portions: 1, portionWord: 'batch' }],
  ])('a yield as %s', (_name, change, expected) => {
    expect(readOf(change)).toMatchObject(expected);
  });

  test.each<[string, unknown, readonly string[]]>([
    ['one text in lines', 'Mix.\n\nBake.', ['Mix.', 'Bake.']],
    ['a list of texts', ['Mix.', 'Bake.'], ['Mix.', 'Bake.']],
    [
      'steps with text',
      [
        { '@type': 'HowToStep', text: 'Mix.' },
        { '@type': 'HowToStep', name: 'Bake.' },
      ],
      ['Mix.', 'Bake.'],
    ],
    ['sections without a name', [{ '@type': 'HowToSection', itemListElement: ['Mix.', 'Bake.'] }], ['Mix.', 'Bake.']],
    ['an ItemList', { '@type': 'ItemList', itemListElement: [{ text: 'Mix.' }] }, ['Mix.']],
    ['nothing that can be read', [null, true, {}], []],
  ])('a method as %s', (_name, recipeInstructions, steps) => {
    expect(readOf({ recipeInstructions }).method).toEqual(steps);
  });

  test.each([
    ['in a list', [{ '@type': 'Person' }, RECIPE]],
    ['as a page’s main entity', { '@type': 'WebPage', mainEntity: RECIPE }],
    ['by the whole name of its type', { ...RECIPE, '@type': 'https://schema.org/Recipe' }],
    ['with the older name of its ingredients', { ...RECIPE, recipeIngredient: undefined, ingredients: RECIPE.recipeIngredient }],
  ])('a recipe %s is found', (_name, document) => {
    const read = readDocument(JSON.stringify(document), larder, 'uk');
    expect(read.ok && allLines(read.formula).map(({ foodId }) => foodId)).toEqual(['rolled-oats', 'butter', 'honey']);
  });

  test('deeper than a recipe of the web lies is refused, also by brackets that only stand in words', () => {
    expect(readDocument(`${'['.repeat(101)}${']'.repeat(101)}`, larder, 'uk')).toMatchObject({ ok: false, error: expect.stringContaining('nested deeper') });
    expect(readOf({ description: '[{'.repeat(200), recipeInstructions: 'Say "[" and \\ and go on.' }).method).toEqual(['Say "[" and \\ and go on.']);
    expect(readDocument(JSON.stringify({ a: { b: { c: { d: { e: { f: { g: RECIPE } } } } } } }), larder, 'uk').ok).toBe(false);
  });
});

// https://schema.org/supply: what is needed, with a requiredQuantity; UN/CEFACT Recommendation 20 calls the gram GRM.
describe('grams and foods beside the words', () => {
  const honey = (supply: object) => allLines(readOf({ supply: [{ '@type': 'HowToSupply', name: '80 g honey', ...supply }] })).find(({ text }) => text === '80 g honey');

  test('outweigh what the words suggest', () => {
    expect(honey({ requiredQuantity: { value: 60, unitCode: 'GRM' } })).toMatchObject({ foodId: 'honey', massG: 60, basis: 'entered' });
    expect(honey({ identifier: 'maple-syrup', requiredQuantity: { value: 80, unitCode: 'GRM' } })).toMatchObject({ foodId: 'maple-syrup', massG: 80 });
  });

  test.each([
    ['a food nobody knows', { identifier: 'nectar-of-the-moon' }],
    ['ounces', { requiredQuantity: { value: 60, unitCode: 'ONZ' } }],
    ['fewer than none', { requiredQuantity: { value: -5, unitCode: 'GRM' } }],
    ['a text for a figure', { requiredQuantity: { value: 'some', unitCode: 'GRM' } }],
    ['a bare word', { requiredQuantity: 'a jar' }],
  ])('%s changes nothing', (_name, supply) => {
    expect(honey(supply)).toMatchObject({ foodId: 'honey', massG: 80, basis: 'weighed' });
  });
});

describe('on its way out', () => {
  const written = (formula: Formula): Record<string, Record<string, unknown>> => JSON.parse(writeRecipeJsonLd(formula, larder)) as Record<string, Record<string, unknown>>;

  test('a figure with a gap is left out rather than understated', () => {
    const [whole, holed] = [written(readOf({})), written(readOf({ recipeIngredient: [...RECIPE.recipeIngredient, '50 g stardust'] }))];
    expect(Object.keys(whole['nutrition'] ?? {})).toEqual(expect.arrayContaining(['calories', 'proteinContent', 'fiberContent', 'sodiumContent']));
    expect(Object.keys(holed['nutrition'] ?? {})).toEqual(['@type', 'servingSize']);
  });

  test('tools of others and a weighed yield come back; the cups that it was written for are one tool more, and are read again', () => {
    const formula = readOf({ tool: ['Whisk', { '@type': 'HowToTool', name: 'Tin' }], yield: { value: 350, unitCode: 'GRM' } });
    const document = written(formula);
    expect(document['tool']).toHaveLength(3);
    expect(document['yield']).toMatchObject({ value: 350, unitCode: 'GRM' });
    const again = readRecipeJsonLd(JSON.stringify(document), larder, 'us');
    expect(again.ok && [again.formula.measures, again.formula.yieldMassG, again.formula.carried?.['tool']]).toEqual(['uk', 350, formula.carried?.['tool']]);
  });

  test('what it was based on is kept as it is where it is no recipe that can be read', () => {
    const link = readRecipeJsonLd(JSON.stringify({ ...RECIPE, isBasedOn: 'https://example.org/oats' }), larder, 'uk');
    expect(link.ok && [link.basedOn, link.formula.carried?.['isBasedOn']]).toEqual([undefined, 'https://example.org/oats']);
    const rebuilt = readRecipeJsonLd(writeRecipeJsonLd(readOf({}), larder, readOf({ name: 'Before' })), larder, 'uk');
    expect(rebuilt.ok && rebuilt.basedOn?.title).toBe('Before');
  });
});
