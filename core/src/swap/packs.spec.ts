import { readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { type Label, type Larder, type Pack, renamer, stockLarder } from '../food';
import { allLines, type Formula, type Line, mendLine, totalsOf } from '../formula';
import { allergensOf, cautionsFor } from '../safety';
import { candidatesFor, openSwap, startWorksheet, settleLiquid } from './index';

const bare: Pack = { id: '', name: '', kindId: '', measuresG: {}, mayContain: [], thirstTests: [], note: '' };
const label = (serving: number, figures: NonNullable<Label['serving']>['figures']): Label => ({
  tradition: 'us',
  state: 'as sold',
  serving: { measure: '1 scoop', massG: serving, figures },
});

const packs: readonly Pack[] = [
  { ...bare, id: 'mill', name: 'Mill flour', kindId: 'plain-flour', cup: { cupMl: 250, massesG: [150, 156] }, mayContain: ['soy'] },
  { ...bare, id: 'oats', name: 'Thirsty oats', kindId: 'oat-flour', thirstTests: [{ id: 't', powderG: 10, waterG: 39, on: '2026-11-01' }] },
  {
    ...bare,
    id: 'whey',
    name: 'Tall tub',
    kindId: 'whey-concentrate',
    measuresG: { scoop: 33 },
    label: label(30, { energyKcal: '120', proteinG: '24', fatG: '2', carbohydrateG: '3', sodiumMg: '0' }),
  },
  { ...bare, id: 'lost', name: 'Of no kind', kindId: 'sawdust' },
];

function larderWith(...inStock: readonly string[]): Larder {
  return stockLarder(shipped.foods, packs, inStock);
}

const read = (text: string, larder: Larder): Formula => readFormula(text, 'metric', larder);

function lineOf(formula: Formula, foodId: string): Line {
  const line = allLines(formula).find((candidate) => candidate.foodId === foodId);
  if (!line) throw new Error(foodId);
  return line;
}

describe('a recipe in a kitchen with packs', () => {
  const text = 'Cake\nServes 4\n2 cups plain flour\n2 scoops whey\n200 ml milk\n2 eggs';

  test('names its kinds where nothing is in stock, and the packs that are', () => {
    expect(allLines(read(text, larderWith())).map(({ foodId }) => foodId)).toEqual(['plain-flour', 'whey-concentrate', 'whole-milk', 'egg']);
    const stocked = read(text, larderWith('mill', 'whey'));
    expect(allLines(stocked).map(({ foodId }) => foodId)).toEqual(['mill', 'whey', 'whole-milk', 'egg']);
    expect(lineOf(stocked, 'mill')).toMatchObject({ massG: 306, basis: 'own-density', doubts: [] });
    expect(lineOf(stocked, 'whey')).toMatchObject({ massG: 66, basis: 'own-piece' });
  });

  test('a pack of no known kind is left out and troubles nobody', () => {
    const larder = larderWith('lost');
    expect([larder.foods.has('lost'), larder.inHand.size]).toEqual([false, 0]);
  });

  test('a pack named outright is taken though another is in hand', () => {
    expect(allLines(read('Cake\nServes 2\n100 g Tall tub', larderWith('mill'))).map(({ foodId }) => foodId)).toEqual(['whey']);
  });

  test('set back to any of its kind, a line is weighed anew', () => {
    const larder = larderWith('mill');
    const line = lineOf(read(text, larder), 'mill');
    const any = mendLine(line, { kind: 'food', foodId: 'plain-flour' }, larder, 'metric');
    expect([any.massG, any.basis]).toEqual([2 * 250 * (larder.foods.get('plain-flour')?.densityGPerMl ?? NaN), 'density']);
  });

  // Independent uniform errors of half-width a have the variance a^2/3 (any text on measurement, e.g. JCGM 100:2008, 4.3.7).
  test('what a label’s rounding leaves open is carried into the sum, and a printed zero is no zero', () => {
    const larder = larderWith('whey');
    const one = read('Shake\nServes 1\n30 g whey', larder);
    const { proteinG, sodiumMg } = totalsOf(one, larder).figures;
    const halfG = 0.5;
    expect(proteinG.amount).toBeCloseTo(24, 9);
    expect(proteinG.sd).toBeCloseTo(Math.hypot(24 * 0.01, halfG / Math.sqrt(3)), 9);
    expect([sodiumMg.amount > 0, sodiumMg.amount <= 5 + 1e-9]).toEqual([true, true]);
  });

  test('allergens: the kind’s, and what the pack may contain, once', () => {
    const larder = larderWith('mill', 'whey');
    expect(allergensOf(read(text, larder), larder)).toMatchObject({ contains: ['gluten', 'egg', 'milk'], mayContain: ['soy'] });
  });

  test('cautions know a pack by its kind', () => {
    const larder = larderWith('mill');
    const formula = read('Paste\nServes 1\n100 g plain flour', larder);
    expect(cautionsFor(formula, totalsOf(formula, larder), larder, shipped.cautions).map(({ id }) => id)).toContain('raw-flour-egg');
  });

  test('a swap’s rules hold for a pack, its stand-in is the pack in hand, and its learned thirst sets the liquid', () => {
    const liquidAfter = (larder: Larder): number => {
      const sheet = startWorksheet(read('Cake\nServes 4\n200 g plain flour\n200 ml milk\n2 eggs', larder));
      const [line] = allLines(sheet.rebuild);
      const rule = shipped.rules.find(({ id }) => id === 'wheat-oat');
      if (!line || !rule) throw new Error('nothing to swap');
      expect(candidatesFor(line, shipped.rules, larder).map(({ rule: { id } }) => id)).toContain('wheat-oat');
      const opened = openSwap(sheet, line.id, rule, 0.8, larder);
      if (!opened.ok) throw new Error(opened.error);
      const { rebuild } = settleLiquid(opened.sheet, larder, shipped);
      expect(allLines(rebuild).some(({ foodId }) => foodId === (larder.inHand.has('oat-flour') ? 'oats' : 'oat-flour'))).toBe(true);
      expect(analyse(rebuild, larder).gaps).toEqual([]);
      return lineOf(rebuild, 'whole-milk').massG ?? NaN;
    };
    expect(liquidAfter(larderWith('mill', 'oats'))).toBeGreaterThan(1.15 * liquidAfter(larderWith('mill')));
  });
});

test('names of other kitchens are put for whole words only, the longest first', () => {
  const otherNames = renamer([
    ['courgette', 'zucchini'],
    ['corn', 'maize'],
    ['cornflour', 'corn starch'],
  ]);
  expect(otherNames('Zucchini, grilled')).toEqual(['courgette, grilled']);
  expect(otherNames('Cornflour')).toEqual(['corn starch']);
  expect(otherNames('popcorn')).toEqual([]);
});

describe('a measure that the label tells', () => {
  const scoopOf = (measure: string, massG: number | undefined, own: Record<string, number> = {}): number | undefined => {
    const pack: Pack = {
      ...bare,
      id: 'tub',
      name: 'Tub',
      kindId: 'whey-concentrate',
      measuresG: own,
      label: { tradition: 'us', state: 'as sold', serving: { measure, figures: {}, ...(massG === undefined ? {} : { massG }) } },
    };
    return stockLarder(shipped.foods, [pack], []).foods.get('tub')?.measuresG['scoop'];
  };
  const usual = shipped.foods.find(({ id }) => id === 'whey-concentrate')?.measuresG['scoop'];

  test.each<[string, number | undefined, number | undefined]>([
    ['1 scoop', 33, 33],
    ['2 scoops', 60, 30],
    ['scoop', 28, 28],
    ['1 heaped tablespoon', 20, usual],
    ['1 scoop', undefined, usual],
    ['1-2 scoops', 60, usual],
  ])('"%s" of %d g makes a scoop of %d g', (measure, massG, scoop) => expect(scoopOf(measure, massG)).toBe(scoop));

  test('what the baker weighed wins over what the label says', () => expect(scoopOf('1 scoop', 33, { scoop: 29 })).toBe(29));
});
