import { food, larder, partOf, readFormula } from '../../test/larder';
import { analyseMix, minutesOut } from '../cold';
import { batchCost } from '../cost';
import { readRecipeJsonLd, readRecipeText } from '../exchange';
import { checkLabel, energyByFactors, type Label, packAsFood, readLabel } from '../food';
import { allLines, lineState, sumsOfPart } from '../formula';
import { numbersOf } from '../quantity';
import { AT, noSums } from '../role';

const eu = (figures: NonNullable<Label['per100']>['figures']): Label => ({ tradition: 'eu', state: 'as sold', per100: { of: 'g', figures } });

describe('what is unknown stays unknown', () => {
  const whole = { proteinG: 10, fatG: 5, carbohydrateG: 60 };
  test.each(['proteinG', 'fatG', 'carbohydrateG'] as const)('without %s there is no energy by factors and no water of a pack', (gone) => {
    const { [gone]: _gone, ...rest } = whole;
    expect([energyByFactors(rest, 'eu'), energyByFactors(rest, 'us'), energyByFactors(whole, 'eu')]).toEqual([undefined, undefined, 4 * 10 + 9 * 5 + 4 * 60]);
    const { [gone]: _kind, waterG: _water, ...per100g } = food('oat-flour').per100g;
    const pack = { id: 'p', name: 'Oats', kindId: 'oat-flour', label: eu({}), measuresG: {}, mayContain: [], thirstTests: [], note: '' };
    expect(packAsFood(pack, { ...food('oat-flour'), per100g }).per100g.waterG).toBeUndefined();
  });

  test('a polyol that a label gives another amount of keeps its kind in proportion', () => {
    const pack = {
      id: 'p',
      name: 'Sweet',
      kindId: 'maltitol',
      label: eu({ carbohydrateG: '50', polyolsG: '50', sugarsG: '0', fatG: '0', proteinG: '0', energyKcal: '120' }),
      measuresG: {},
      mayContain: [],
      thirstTests: [],
      note: '',
    };
    const kind = food('maltitol');
    const own = packAsFood(pack, kind);
    expect(own.polyolsBy?.maltitol).toBeCloseTo(((kind.polyolsBy?.maltitol ?? NaN) * 50) / (kind.per100g.polyolsG ?? NaN), 0);
  });

  test('a line that nobody prices has no cost and is named; water is free; a kind costs what its pack does', () => {
    const formula = readFormula('Dough\nServes 2\n200 g plain flour\n100 g water\n10 g sugar');
    const [flour, water, sugar] = allLines(formula);
    const cost = batchCost(formula, larder, new Map([['plain-flour', 0.002]]));
    expect([cost.amount, cost.unpricedG, cost.unpricedLines]).toEqual([expect.closeTo(0.4, 9), 10, [sugar?.id]]);
    expect(cost.lines.map(({ lineId, amount }) => [lineId, amount])).toEqual([
      [flour?.id, 0.4],
      [water?.id, 0],
      [sugar?.id, undefined],
    ]);
  });
});

describe('a tub out of the freezer', () => {
  const sums = sumsOfPart(partOf('Ice\nServes 4\n300 g whole milk\n100 g double cream\n80 g sugar'), larder);

  test('nothing, or what is warm enough, waits for nothing; a warmer spoon waits longer', () => {
    expect([minutesOut(noSums(), -18, -12, 0), minutesOut(sums, -12, -12, 0), minutesOut(sums, -10, -12, 0)]).toEqual([0, 0, 0]);
    const airless = sums.slice();
    airless[AT.volumeMl] = 0;
    expect(minutesOut(airless, -18, -12, 0)).toBe(0);
    const [cold, warm] = [minutesOut(sums, -18, -13, 30), minutesOut(sums, -18, -11, 30)];
    expect([cold > 1, warm > cold, warm < 120]).toEqual([true, true, true]);
  });

  // 80 g sugar, 12 to 16 g of lactose: alcohol is no sugar, though it softens.
  test('alcohol is listed by its kind and is no sugar', () => {
    const mix = analyseMix(partOf('Ice\nServes 4\n300 g whole milk\n80 g sugar\n40 g rum'), larder);
    const plain = analyseMix(partOf('Ice\nServes 4\n300 g whole milk\n80 g sugar'), larder);
    expect(mix?.sugarsByKind.map(({ name }) => name)).toContain('alcohol');
    expect((mix?.figures.sugars ?? NaN) * (mix?.massG ?? NaN)).toBeCloseTo((plain?.figures.sugars ?? NaN) * (plain?.massG ?? NaN), 0);
  });
});

describe('figures as typed', () => {
  const read = (text: string) => numbersOf('en-GB').read(text);
  test.each(['.', ',', '', ' ', '..', '1..2', '1,2,3', '-', 'x', '1e400', '9'.repeat(400)])('"%s" is no figure, and says so', (text) => {
    const said = read(text);
    expect([said.ok, !said.ok && said.words.length > 0]).toEqual([false, true]);
  });
  test.each<[string, number]>([
    ['.5', 0.5],
    [',5', 0.5],
    ['5.', 5],
    ['12,5', 12.5],
    ['1,250.5', 1250.5],
    ['1.250,5', 1250.5],
    ['12,34,567', 1234567],
    ['0', 0],
  ])('"%s"', (text, value) => {
    expect(read(text)).toMatchObject({ ok: true, value });
  });
});

describe('a label’s salt and its sum', () => {
  const words = (label: Label): string =>
    checkLabel(label, readLabel(label))
      .map((fault) => `${fault.words} ${fault.cause ?? ''}`)
      .join(' ');
  // Reg. (EU) 1169/2011 annex I: salt is sodium times 2.5.
  test('salt is two and a half times sodium, within what rounding leaves', () => {
    expect([words(eu({ saltG: '1.0', sodiumMg: '400' })), words(eu({ saltG: '1.0', sodiumMg: '410' }))]).toEqual(['', '']);
    expect(words(eu({ saltG: '1.0', sodiumMg: '250' }))).toContain('2.5 times sodium');
    expect(words(eu({ saltG: '1.0', sodiumMg: '600' }))).toContain('2.5 times sodium');
  });
  test('parts above 100 g: of a serving its weight is doubted, of 100 g the columns', () => {
    const figures = { fatG: '12', carbohydrateG: '15', proteinG: '9' };
    expect(words({ tradition: 'us', state: 'as sold', serving: { measure: '1 scoop', massG: 30, figures } })).toContain('The serving weighs more');
    expect(words(eu({ fatG: '40', carbohydrateG: '50', proteinG: '30' }))).toContain('columns');
  });
});

describe('a text that begins with talk', () => {
  const read = (text: string) => {
    const result = readRecipeText(text, larder, 'us');
    if (!result.ok) throw new Error(result.error);
    return result.formula;
  };
  test('a sentence before any ingredient is a note, after them a step', () => {
    const formula = read(
      'Cake\nA family favourite that we have baked every spring for years.\n200 g plain flour\n2 eggs\nStir everything together and bake until it is golden brown all over.',
    );
    expect([formula.notes, formula.method]).toEqual([
      ['A family favourite that we have baked every spring for years.'],
      ['Stir everything together and bake until it is golden brown all over.'],
    ]);
  });
  test('ingredients go on under a heading below the notes', () => {
    const formula = read('Cake\n200 g plain flour\nNotes\nKeeps three days.\nFor the glaze\n2 tbsp icing sugar\n1 tbsp lemon juice');
    expect([formula.notes, formula.parts.map(({ lines }) => lines.length)]).toEqual([['Keeps three days.'], [1, 2]]);
  });
  test('a choice shares its head where that is a food’s name, and is told either way', () => {
    const [almond, butter] = allLines(read('Cake\nServes 2\n100 ml almond or oat milk\n50 g butter or sunflower oil'));
    expect([almond?.foodId, butter?.foodId]).toEqual(['almond-drink', 'butter']);
    for (const line of [almond, butter]) expect(line?.doubts.map(({ code }) => code)).toContain('alternative');
    expect([almond, butter].map((line) => line && lineState(line))).not.toContain('gap');
  });
});

test('what a document says it was based on comes along where it can be read, and back out where it cannot', () => {
  const recipe = (isBasedOn: unknown): string => JSON.stringify({ '@type': 'Recipe', name: 'Bake', recipeIngredient: ['100 g plain flour'], isBasedOn });
  const read = (isBasedOn: unknown) => {
    const result = readRecipeJsonLd(recipe(isBasedOn), larder, 'us');
    if (!result.ok) throw new Error(result.error);
    return result;
  };
  expect(read({ '@type': 'Recipe', name: 'Old bake', recipeIngredient: ['90 g plain flour'] })).toMatchObject({ basedOn: { title: 'Old bake' } });
  const link = read('https://example.org/bake');
  expect([link.basedOn, link.formula.carried]).toEqual([undefined, { isBasedOn: 'https://example.org/bake' }]);
  expect(read(undefined).formula.carried?.['isBasedOn']).toBeUndefined();
});
