import fc from 'fast-check';
import { food } from '../../test/larder';
import { type Food } from './food';
import { type Label, readLabel, type TypedFigures } from './label';
import { checkLabel, energyOfParts, hiddenZeros, unlikeKind, weighPiece } from './labelCheck';
import { readLabelFigure } from './labelFigure';
import { packAsFood, weighCup } from './pack';
import { behindFigure, LABEL_FIGURES, lawfulTolerance, printFigure } from './rounding';
import { learnThirst, TEST_SPREAD, thirstOfTest } from './thirst';

const eu = (figures: TypedFigures): Label => ({ tradition: 'eu', state: 'as sold', per100: { of: 'g', figures } });
const us = (massG: number, figures: TypedFigures): Label => ({ tradition: 'us', state: 'as sold', serving: { measure: '1 scoop', massG, figures } });
const faults = (label: Label) => checkLabel(label, readLabel(label)).map(({ field, level }) => `${field} ${level}`);

describe('rounding of a panel', () => {
  // 21 CFR 101.9(c)(1) to (c)(7), by the text of the rule: energy, fats, cholesterol, sodium, carbohydrate and its parts.
  test.each([
    ['energyKcal', 4.9, 0],
    ['energyKcal', 48, 50],
    ['energyKcal', 47.4, 45],
    ['energyKcal', 54, 50],
    ['energyKcal', 124, 120],
    ['fatG', 0.49, 0],
    ['fatG', 0.7, 0.5],
    ['fatG', 4.8, 5],
    ['fatG', 5.4, 5],
    ['cholesterolMg', 1.9, 0],
    ['cholesterolMg', 7, 5],
    ['sodiumMg', 4.9, 0],
    ['sodiumMg', 138, 140],
    ['sodiumMg', 146, 150],
    ['proteinG', 0.4, 0],
    ['carbohydrateG', 1.6, 2],
  ] as const)('US %s of %d prints as %d', (figure, amount, printed) => {
    expect(printFigure(amount, figure, 'us')).toEqual({ figure: printed });
  });

  // Between half a gram and one the same rule allows "less than 1 gram"; between 2 and 5 mg of cholesterol, "less than 5".
  test('US "less than" statements', () => {
    expect([printFigure(0.7, 'fibreG', 'us'), printFigure(3, 'cholesterolMg', 'us')]).toEqual([
      { figure: 1, lessThan: true },
      { figure: 5, lessThan: true },
    ]);
  });

  // European Commission, guidance on tolerances for nutrition labelling, December 2012, on rounding; the rule's limits from memory
  // ("0.5 g or less" is printed as 0).
  test.each([
    ['energyKcal', 123.4, 123],
    ['fatG', 0.5, 0],
    ['fatG', 0.56, 0.6],
    ['saturatesG', 0.1, 0],
    ['saltG', 0.0125, 0],
    ['fatG', 0.44, 0],
    ['proteinG', 9.96, 10],
    ['proteinG', 12.4, 12],
    ['carbohydrateG', 3.27, 3.3],
    ['saturatesG', 0.09, 0],
    ['saturatesG', 0.14, 0.1],
    ['saltG', 0.012, 0],
    ['saltG', 0.456, 0.46],
    ['saltG', 1.27, 1.3],
  ] as const)('EU %s of %d prints as %d', (figure, amount, printed) => {
    expect(printFigure(amount, figure, 'eu')).toEqual({ figure: printed });
  });

  test('whatever was printed, what was there lies within what is behind it', () => {
    const amount = fc.oneof(fc.double({ min: 0, max: 12, noNaN: true }), fc.double({ min: 0, max: 900, noNaN: true }));
    fc.assert(
      fc.property(amount, fc.constantFrom(...LABEL_FIGURES), fc.constantFrom('us' as const, 'eu' as const), (there, figure, tradition) => {
        const printed = printFigure(there, figure, tradition);
        const decimals = { decimals: /\.(\d+)$/.exec(String(printed.figure))?.[1]?.length ?? 0 };
        const { low, high } = behindFigure({ ...printed, ...decimals }, figure, tradition);
        return low <= there + 1e-6 && there <= high + 1e-6;
      }),
      { numRuns: 20_000, examples: [[0.5500010000000002, 'transG', 'us']] },
    );
  });

  // European Commission, guidance on tolerances, December 2012, table 1; its figures from memory.
  test.each([
    ['proteinG', 5, 2],
    ['proteinG', 20, 4],
    ['proteinG', 78, 8],
    ['fatG', 5, 1.5],
    ['fatG', 50, 8],
    ['saturatesG', 2, 0.8],
    ['saturatesG', 10, 2],
    ['saltG', 1, 0.375],
    ['energyKcal', 400, undefined],
  ] as const)('EU tolerance of %s at %d', (figure, per100, tolerance) => {
    expect(lawfulTolerance(figure, per100)).toEqual(tolerance);
  });

  test('a finer figure than the rule asks for says more', () => {
    const { low, high } = behindFigure({ figure: 25.4, decimals: 1 }, 'proteinG', 'us');
    expect([low, high].map((end) => Number(end.toFixed(6)))).toEqual([25.35, 25.45]);
  });
});

describe('figures as typed', () => {
  test.each([
    ['12', 'fatG', 12],
    ['0,5 g', 'fatG', 0.5],
    ['1,200 mg', 'sodiumMg', 1200],
    ['0,125', 'saltG', 0.125],
    ['0.4 g', 'sodiumMg', 400],
    ['<0.5', 'sugarsG', 0.5],
    ['less than 1 g', 'fibreG', 1],
  ] as const)('%s', (text, figure, amount) => {
    expect(readLabelFigure(text, figure)).toMatchObject({ ok: true, printed: { figure: amount } });
  });

  test('what cannot be a figure is said to be none, and nothing throws', () => {
    for (const text of ['twelve', '-3', '1e9', '999999999', '12 kcal', '1..2', 'NaN', '=1+1']) expect([text, readLabelFigure(text, 'fatG').ok]).toEqual([text, false]);
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), fc.constantFrom(...LABEL_FIGURES), (text, figure) => {
        const read = readLabelFigure(text, figure);
        return !read.ok || (Number.isFinite(read.printed.figure) && read.printed.figure >= 0);
      }),
    );
  });
});

describe('a label that adds up or not', () => {
  const sound = { energyKcal: '375', energyKj: '1580', fatG: '7.0', saturatesG: '1.2', carbohydrateG: '60', sugarsG: '1.1', fibreG: '9.2', proteinG: '12.8', saltG: '0.02' };

  // Reg. (EU) 1169/2011 annex XIV: 4 kcal for carbohydrate and protein, 9 for fat, 2 for fibre, 2.4 for polyols, 0 for erythritol.
  test('energy of the parts by the EU factors', () => {
    const parts = energyOfParts(readLabel(eu({ fatG: '10.0', carbohydrateG: '50.0', polyolsG: '20.0', erythritolG: '12.0', fibreG: '5.0', proteinG: '8.0' })).figures, 'eu');
    const reckoned = 9 * 10 + 4 * 30 + 2.4 * 8 + 2 * 5 + 4 * 8;
    expect(parts && (parts.low + parts.high) / 2).toBeCloseTo(reckoned, 6);
  });

  test('a sound label of either tradition raises nothing', () => {
    expect(faults(eu(sound))).toEqual([]);
    expect(faults(us(32, { energyKcal: '130', fatG: '2', saturatesG: '1.5', carbohydrateG: '4', sugarsG: '3', proteinG: '24' }))).toEqual([]);
  });

  test.each<[string, TypedFigures, string]>([
    ['kilojoules typed as calories', { ...sound, energyKcal: '1580', energyKj: '' }, 'per100.energyKcal wrong'],
    ['sugars above carbohydrate', { ...sound, sugarsG: '66' }, 'per100.sugarsG wrong'],
    ['parts above 100 g', { fatG: '40', carbohydrateG: '50', proteinG: '30' }, 'per100.carbohydrateG wrong'],
    ['sodium in the place of salt', { ...sound, saltG: '0.40', sodiumMg: '400' }, 'per100.sodiumMg wrong'],
    ['kJ that are not the kcal', { ...sound, energyKj: '1900' }, 'per100.energyKj wrong'],
  ])('%s', (_name, figures, expected) => {
    expect(faults(eu(figures))).toContain(expected);
  });

  test('a US panel read as a European one is found out by its fibre, and the other way round', () => {
    const causes = (label: Label) =>
      checkLabel(label, readLabel(label))
        .map(({ cause }) => cause ?? '')
        .join(' ');
    expect(causes({ ...eu({ energyKcal: '353', fatG: '13', carbohydrateG: '59', fibreG: '38', proteinG: '19' }) })).toContain('US label');
    expect(causes(us(100, { energyKcal: '368', fatG: '14', carbohydrateG: '22', fibreG: '39', proteinG: '19' }))).toContain('EU or UK');
  });

  // The likeliest slip, by hand: the parts of 100 g give 4·60 + 9·7 + 2·9.2 + 4·12.8 = 372.6 kcal, 1559 kJ; a serving of 30 g 112 kcal.
  test.each<[string, Label, string]>([
    ['kilojoules in the kcal field', eu({ ...sound, energyKcal: '1565', energyKj: '' }), 'kilojoules'],
    [
      'a serving’s energy beside figures of 100 g',
      { ...eu({ ...sound, energyKcal: '112', energyKj: '' }), serving: { measure: '30 g', massG: 30, figures: {} } },
      'of a serving, not of 100 g',
    ],
    ['the energy of 100 g in the column of a serving', us(30, { energyKcal: '390', fatG: '2', carbohydrateG: '20', proteinG: '4' }), 'of 100 g, not of a serving'],
    ['fat forgotten', eu({ ...sound, fatG: '0.5', saturatesG: '0.1' }), 'too low'],
    ['fibre counted twice', eu({ energyKcal: '353', fatG: '13', carbohydrateG: '59', fibreG: '38', proteinG: '19' }), 'US label'],
  ])('%s: %s', (_name, label, cause) => {
    const causes = checkLabel(label, readLabel(label)).map((fault) => fault.cause ?? '');
    expect(causes.join(' ')).toContain(cause);
    expect(causes.length).toBeGreaterThan(0);
  });

  // What other rules for fibre and polyols explain is a note; from there up to a fifth it is odd; beyond, wrong.
  test('how far off the energy is decides how loud it is said', () => {
    const levels = ['373', '398', '430', '520'].map(
      (energyKcal) => checkLabel(eu({ ...sound, energyKcal, energyKj: '' }), readLabel(eu({ ...sound, energyKcal, energyKj: '' })))[0]?.level,
    );
    expect(levels).toEqual([undefined, 'note', 'odd', 'wrong']);
  });

  test.each<[string, TypedFigures, string]>([
    ['saturates above fat', { ...sound, saturatesG: '9' }, 'More saturates than fat'],
    ['added sugars above sugars', { ...sound, addedSugarsG: '5' }, 'More added sugars than sugars'],
    ['polyols above carbohydrate', { ...sound, polyolsG: '70' }, 'More polyols than carbohydrate'],
    ['erythritol above polyols', { ...sound, polyolsG: '5', erythritolG: '9' }, 'More erythritol than polyols'],
    ['allulose above carbohydrate', { ...sound, alluloseG: '80' }, 'More allulose than carbohydrate'],
  ])('%s is said in words', (_name, figures, words) => {
    const said = checkLabel(eu(figures), readLabel(eu(figures))).map((fault) => fault.words);
    expect(said.join(' ')).toContain(words);
    expect(checkLabel(eu(sound), readLabel(eu(sound)))).toEqual([]);
  });

  test('a pack that is unlike its kind says in what, and one that is like it says nothing', () => {
    const oats = food('oat-flour');
    const said = (proteinG: string, fatG: string): readonly string[] => unlikeKind(readLabel(eu({ proteinG, fatG, carbohydrateG: '60', energyKcal: '370' })), oats);
    expect(said(String(oats.per100g.proteinG), String(oats.per100g.fatG))).toEqual([]);
    expect(said('35', String(oats.per100g.fatG))).toEqual([expect.stringMatching(/^protein 35 g, where oat flour usually holds \d+/)]);
    expect(said('35', '30')).toHaveLength(2);
  });

  test('two columns that disagree, a scoop that weighs otherwise, figures of the prepared thing', () => {
    const both: Label = {
      ...us(30, { energyKcal: '118', proteinG: '23' }),
      tradition: 'eu',
      state: 'as prepared',
      per100: { of: 'g', figures: { energyKcal: '320', proteinG: '78' } },
    };
    const said = checkLabel(both, readLabel(both), { scoop: 33 }).map(({ field }) => field);
    expect(said).toEqual(['state', 'serving.energyKcal', 'serving.measure']);
  });

  // 21 CFR 101.9(c)(1): below 5 kcal a serving prints as 0. Eighty servings of 1.25 g are 100 g.
  test('a zero hides up to what its serving allows, times the servings used', () => {
    const zero = readLabel(us(1.25, { energyKcal: '0', carbohydrateG: '0' }));
    expect(hiddenZeros(zero, 100).map(({ figure, upTo }) => [figure, upTo])).toEqual([
      ['energyKcal', 400],
      ['carbohydrateG', 40],
    ]);
    expect(hiddenZeros(zero, 0.5)).toEqual([]);
    // Pure fat, 9 kcal a gram, is the most that 100 g of anything can hold.
    expect(hiddenZeros(readLabel(us(0.15, { energyKcal: '0' })), 100).map(({ upTo }) => upTo)).toEqual([900]);
  });

  test('a weighed piece is set against the serving', () => {
    const label = us(38, { energyKcal: '100' });
    expect(weighPiece(label, readLabel(label), 43)?.ratio).toBeCloseTo(43 / 38, 9);
    expect(weighPiece(label, readLabel(label), 0)).toBeUndefined();
  });
});

describe('a pack of a kind', () => {
  const kind: Food = {
    id: 'oat-flour',
    name: 'Oat flour',
    kind: 'flour',
    synonyms: [],
    per100g: { energyKcal: 404, waterG: 8.55, proteinG: 14.7, fatG: 9.1, carbohydrateG: 65.7, fibreG: 6.5, sugarsG: 0.8, sodiumMg: 19, ashG: 2, calciumMg: 55 },
    densityGPerMl: 0.44,
    measuresG: {},
    thirst: { gPerG: 1, sd: 0.12, basis: 'mass', mark: 'M', source: 'from memory' },
    roles: {},
    fat: 'liquid',
    allergens: ['gluten'],
    isWhole: true,
    source: 'table',
    measureSource: 'table',
  };
  const pack = {
    id: 'p',
    name: 'Blue bag',
    kindId: 'oat-flour',
    measuresG: { scoop: 24 },
    cup: { cupMl: 250, massesG: [98, 104, 101] },
    mayContain: [],
    thirstTests: [],
    note: '',
  };

  test('EU carbohydrate takes its fibre in, salt becomes sodium, water is what is left, the rest is as its kind', () => {
    const { per100g, per100gHalf, allergens, packOf } = packAsFood(
      { ...pack, label: eu({ energyKcal: '375', fatG: '7.0', carbohydrateG: '60', fibreG: '9.2', proteinG: '12.8', saltG: '0.10' }) },
      kind,
    );
    expect(per100g).toMatchObject({ energyKcal: 375, fatG: 7, proteinG: 12.8, fibreG: 9.2, sodiumMg: 40, calciumMg: 55 });
    expect(per100g.carbohydrateG).toBeCloseTo(69.2, 9);
    expect(per100g.waterG).toBeCloseTo(100 - 12.8 - 7 - 69.2 - 2, 9);
    expect(per100gHalf?.carbohydrateG).toBeCloseTo(0.55, 6);
    expect([allergens, packOf]).toEqual([['gluten'], 'oat-flour']);
  });

  test('a printed zero takes the figure of its kind as far as the label allows', () => {
    const { per100g } = packAsFood({ ...pack, label: us(30, { energyKcal: '0', sodiumMg: '0', fatG: '0' }) }, kind);
    expect([per100g.sodiumMg, per100g.energyKcal, per100g.fatG].map((figure) => Number(figure?.toFixed(3)))).toEqual([16.667, 16.667, 1.667]);
  });

  test('its own cup and scoop come before the table’s, with the spread of the weighings', () => {
    const food = packAsFood(pack, kind);
    expect(food.densityGPerMl).toBeCloseTo(101 / 250, 9);
    expect(food.densitySpread).toBeCloseTo(3 / 101, 9);
    expect([food.measuresG, food.ownMeasures]).toEqual([{ scoop: 24 }, ['scoop', 'cup']]);
    expect(weighCup({ cupMl: 240, massesG: [] })).toBeUndefined();
  });

  // Normal prior and normal data with known spread: the posterior mean is the mean weighted by precision (Gelman et al.,
  // Bayesian Data Analysis, 3rd ed., equation 2.11).
  test('thirst moves from its kind towards what was measured, and grows surer', () => {
    const tests = [{ id: 't', powderG: 10, waterG: 17.9, on: '2026-11-01' }];
    const shown = thirstOfTest({ powderG: 10, waterG: 17.9 }) ?? NaN;
    expect(shown).toBeCloseTo(1.2, 2);
    expect(thirstOfTest({ powderG: 10, waterG: 10.44 }, 0.08)).toBeCloseTo(0.6, 2);
    const [prior, data] = [1 / 0.12 ** 2, 1 / (TEST_SPREAD * shown) ** 2];
    const { learned } = learnThirst({ gPerG: 1, sd: 0.12 }, tests);
    expect(learned.gPerG).toBeCloseTo((prior + shown * data) / (prior + data), 9);
    expect(learned.sd).toBeLessThan(0.12);
    expect(packAsFood({ ...pack, thirstTests: tests }, kind).thirst?.gPerG).toBeCloseTo(learned.gPerG, 9);
  });
});
