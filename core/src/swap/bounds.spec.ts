import { food, larder, readFormula, shipped } from '../../test/larder';
import { kitchenMeasure, partsOfName } from '../food';
import { allLines, totalsOf } from '../formula';
import { type LedgerRole, type Measures } from '../role';
import { worksheetFrom } from './basedOn';
import { aimOf, edgeOf, mostOf } from './bounds';
import { startWorksheet } from './worksheet';
import { type StandingRow, standingOf, unrestOf } from './standing';

const row = (role: LedgerRole, state: 'low' | 'high', original: number | undefined, rebuild: number): StandingRow => ({
  role,
  state,
  original,
  rebuild,
  band: { low: 10, high: 20, center: 15 } as unknown as NonNullable<StandingRow['band']>,
  off: 0,
  left: false,
});

// House model: a quarter into the band from the near edge, but never past where the original was; what pours goes in by little.
describe('where a correction aims', () => {
  test.each<[string, StandingRow, number]>([
    ['low, the original well inside', row('fat', 'low', 15, 5), 12.5],
    ['low, the original near the edge', row('fat', 'low', 11, 5), 11],
    ['low, the original itself below', row('fat', 'low', 8, 5), 10],
    ['low, no original', row('fat', 'low', undefined, 5), 12.5],
    ['high, the original well inside', row('fat', 'high', 14, 25), 17.5],
    ['high, the original near the edge', row('fat', 'high', 19, 25), 19],
    ['high, the original itself above', row('fat', 'high', 24, 25), 20],
    ['high, no original', row('fat', 'high', undefined, 25), 17.5],
    ['thickness goes back to the original', row('thickness', 'high', 13, 25), 13],
    ['sweetness too, within its band', row('sweetness', 'low', 24, 5), 20],
  ])('%s', (_name, one, aim) => {
    expect(aimOf(one)).toBeCloseTo(aim, 9);
  });

  test('the near edge, a little inside; liquid nearer to it; without a band nowhere', () => {
    expect([edgeOf(row('fat', 'low', 15, 5)), edgeOf(row('fat', 'high', 15, 25)), edgeOf(row('thickness', 'low', 15, 5)), edgeOf(row('thickness', 'high', 15, 25))]).toEqual([
      12.5, 17.5, 11, 19,
    ]);
    const bare = { ...row('fat', 'low', 15, 5), band: undefined };
    expect([aimOf(bare), edgeOf(bare)]).toEqual([undefined, undefined]);
  });

  // A spoon of milk powder for colour, no fat for tenderness beyond a little, little of what was not there [house values].
  test('how much one correction brings: less of a stranger, a spoon for colour, little fat beside', () => {
    expect([mostOf(food('plain-flour'), 'structure', true), mostOf(food('plain-flour'), 'structure', false)]).toEqual([Infinity, 6]);
    expect([mostOf(food('milk-powder'), 'browning', true), mostOf(food('butter'), 'structure', true), mostOf(food('butter'), 'fat', true)]).toEqual([2, 4, Infinity]);
  });
});

test('too thick weighs less than too thin: a splash mends it; what was left counts nothing, what is unknown neither', () => {
  const rows = [{ ...row('thickness', 'high', 15, 25) }];
  const at = (thickness: number | undefined, of = rows): number => unrestOf({ thickness } as unknown as Measures, of);
  expect([at(15), at(undefined)]).toEqual([0, 0]);
  expect(at(25)).toBeGreaterThan(0);
  expect(at(25)).toBeCloseTo(0.3 * at(5), 9);
  expect(at(25, [{ ...row('thickness', 'high', 15, 25), left: true }])).toBe(0);
});

describe('what is in a mix', () => {
  test('a food nobody knows still weighs; no flour is flour under a twentieth', () => {
    const strange = readFormula('Bake\nServes 2\n100 g blorpfruit\n50 g plain flour');
    expect(totalsOf(strange, larder).massG).toBe(150);
    const company = (text: string) => standingOf(startWorksheet(readFormula(text)), larder, shipped).company();
    expect([company('Bake\nServes 2\n5 g plain flour\n200 g yogurt').holdsFlour, company('Bake\nServes 2\n50 g plain flour\n200 g yogurt').holdsFlour]).toEqual([false, true]);
    const milk = company('Bake\nServes 2\n50 g plain flour\n200 g whole milk');
    expect([milk.held.has('whole-milk'), milk.held.has('sugar'), [...milk.allergens].sort()]).toEqual([true, false, ['gluten', 'milk']]);
  });

  test('lines without a food are linked by their words alone, never with each other', () => {
    const original = readFormula('Bake\nServes 2\n100 g plain flour\n20 g blorpfruit');
    const rebuild = readFormula('Bake\nServes 2\n100 g oat flour\n20 g wobbleroot');
    const origins = allLines(worksheetFrom(rebuild, original, larder).rebuild).map(({ origin }) => origin?.kind);
    expect(origins).toEqual(['swapped', 'swapped']);
    const same = worksheetFrom(readFormula('Bake\nServes 2\n100 g plain flour\n20 g blorpfruit\n5 g salt'), original, larder);
    expect(allLines(same.rebuild).map(({ origin }) => origin?.kind)).toEqual(['kept', 'kept', expect.stringMatching(/added|swapped/)]);
  });
});

describe('words in front of a head', () => {
  test.each<[string, readonly string[], readonly string[]]>([
    ['whole milk ricotta', ['ricotta'], ['fat:full']],
    ['whole egg', ['egg'], []],
    ['2% cottage cheese', ['cottage', 'cheese'], []],
    ['organic fresh strawberries, hulled', ['strawberry'], ['state:fresh']],
    ['unsweetened vanilla almond milk', ['vanilla', 'almond', 'milk'], ['sweet:none']],
  ])('%s', (name, core, attributes) => {
    const parts = partsOfName(name);
    expect(parts.core).toEqual(core);
    for (const one of attributes) expect(parts.attributes).toContain(one);
  });
});

describe('grams by the spoon', () => {
  test('drinks and oils by the jug where no cup is used, what does not pour never', () => {
    expect([kitchenMeasure(food('water'), 240, 'metric'), kitchenMeasure(food('oat-drink'), 103, 'metric'), kitchenMeasure(food('sunflower-oil'), 92, 'metric')]).toEqual([
      '240 mL',
      '100 mL',
      '100 mL',
    ]);
    expect(kitchenMeasure(food('whole-milk'), 206, 'metric')).toBe('200 mL');
    for (const id of ['plain-flour', 'butter', 'sugar']) expect([id, kitchenMeasure(food(id), 200, 'metric')]).toEqual([id, undefined]);
    expect(kitchenMeasure(food('water'), 237, 'us')).toBe('1 cup');
  });
  test('eggs by the half, and only eggs', () => {
    const egg = food('egg').measuresG['piece'] ?? NaN;
    expect([
      kitchenMeasure(food('egg'), 2 * egg, 'us'),
      kitchenMeasure(food('egg'), 1.5 * egg, 'us'),
      kitchenMeasure(food('egg'), 0.2 * egg, 'metric')?.includes('of them') ?? false,
    ]).toEqual(['2 of them', '1 1/2 of them', false]);
    expect(kitchenMeasure(food('banana'), food('banana').measuresG['piece'] ?? NaN, 'us') ?? '').not.toContain('of them');
  });
});
