import { food } from '../../test/larder';
import { type Food } from '../food';
import { AT, BROUGHT, type Brought, bringsOf, FREEZING_FACTOR, noSums, readSum, sweetenerWarnings } from './index';

const of = (one: Food, what: Brought, massG = 1): number => readSum(bringsOf({ food: one, massG }), AT[what]);

/** A food of nothing but what is said of it. */
function made(more: Partial<Food>): Food {
  return { ...food('sugar'), id: 'made-up', name: 'Made up', sugarsBy: undefined, polyolsBy: undefined, roles: {}, ...more } as Food;
}

describe('room that foods take in a mix', () => {
  // Densities at 20 °C, g/mL: milk 1.030, skimmed 1.035, cream of 48 % fat 0.98, egg 1.03, honey 1.42, rapeseed oil 0.917,
  // sucrose 1.59, salt 2.16 [handbooks of food properties, from memory]. Air between grains does not count.
  test.each([
    ['water', 0.998],
    ['whole-milk', 1.03],
    ['skimmed-milk', 1.035],
    ['double-cream', 0.98],
    ['egg', 1.035],
    ['honey', 1.42],
    ['rapeseed-oil', 0.917],
    ['sugar', 1.59],
  ])('%s weighs %d g a millilitre', (id, density) => {
    expect(1 / of(food(id), 'volumeMl')).toBeGreaterThan(density * 0.97);
    expect(1 / of(food(id), 'volumeMl')).toBeLessThan(density * 1.03);
  });

  test('what a composition does not say counts as water; half fat and half water takes the room of both', () => {
    expect(of(made({ per100g: {} }), 'volumeMl')).toBeCloseTo(1 / 0.998, 6);
    expect(of(made({ per100g: { fatG: 50 } }), 'volumeMl')).toBeCloseTo((50 / 0.917 + 50 / 0.998) / 100, 6);
    expect(of(made({ per100g: { alcoholG: 40, waterG: 60 } }), 'volumeMl', 250)).toBeCloseTo(2.5 * (40 / 0.79 + 60 / 0.998), 6);
  });
});

// Molar masses: sucrose 342.30, glucose 180.16, xylitol 152.15, erythritol 122.12, sorbitol 182.17, ethanol 46.07 g/mol.
describe('how much each solute lowers the freezing point, against sucrose', () => {
  test.each([
    ['glucose', 180.16],
    ['fructose', 180.16],
    ['allulose', 180.16],
    ['xylitol', 152.15],
    ['sorbitol', 182.17],
    ['erythritol', 122.12],
    ['alcohol', 46.07],
    ['lactose', 342.3],
  ] as const)('%s', (solute, molarMass) => {
    expect(FREEZING_FACTOR[solute]).toBeCloseTo(342.3 / molarMass, 1);
  });

  test('named sugars go by their own factor, what is not named as sucrose; polyols the same, erythritol apart', () => {
    const sugars = made({ per100g: { sugarsG: 90 }, sugarsBy: { glucose: 50, sucrose: 30 } });
    expect(of(sugars, 'seG', 100)).toBeCloseTo(50 * FREEZING_FACTOR.glucose + 30 + 10, 6);
    expect([of(sugars, 'hexoseG', 100), of(sugars, 'disaccharideG', 100)]).toEqual([expect.closeTo(50, 6), expect.closeTo(40, 6)]);
    const polyols = made({ per100g: { sugarsG: 0, polyolsG: 60, erythritolG: 20, alluloseG: 10 }, polyolsBy: { xylitol: 15 } });
    expect(of(polyols, 'seG', 100)).toBeCloseTo(15 * FREEZING_FACTOR.xylitol + 25 + 20 * FREEZING_FACTOR.erythritol + 10 * FREEZING_FACTOR.allulose, 6);
    expect([of(polyols, 'xylitolG', 100), of(polyols, 'disaccharideG', 100), of(polyols, 'hexoseG', 100)]).toEqual([
      expect.closeTo(15, 6),
      expect.closeTo(25, 6),
      expect.closeTo(10, 6),
    ]);
  });

  test('salt splits in two where it is free; that of milk comes with its lactose, and added sugar is no milk solid', () => {
    expect(of(food('salt'), 'freeSaltG', 10)).toBeCloseTo(10, 0);
    expect([of(food('whole-milk'), 'freeSaltG'), of(food('baking-soda'), 'freeSaltG')]).toEqual([0, 0]);
    // Milk of 87.7 % water and 3.5 % fat has 8.8 % of milk solids not fat [dairy handbooks].
    expect(of(food('whole-milk'), 'milkSaltsG', 100)).toBeCloseTo(8.8, 0);
    const sweet = made({ kind: 'dairy', per100g: { waterG: 75, fatG: 3, sugarsG: 14, addedSugarsG: 9 } });
    expect(of(sweet, 'milkSaltsG', 100)).toBeCloseTo(100 - 75 - 3 - 9, 6);
  });
});

describe('what holds water', () => {
  const powder = (thirst: Partial<Food['thirst']>, more: Partial<Food> = {}): Food =>
    made({ kind: 'protein', per100g: { waterG: 10 }, thirst: { gPerG: 0.5, sd: 0, mark: 'H', source: '', ...thirst } as never, ...more });

  test('by weight, or by what is dry of it; sugar stirred into a dairy food drinks nothing and comes as syrup', () => {
    expect(of(powder({ basis: 'mass' }), 'heldG', 100)).toBeCloseTo(50, 6);
    expect(of(powder({ basis: 'dryMatter' }), 'heldG', 100)).toBeCloseTo(45, 6);
    const yogurt = powder({ basis: 'dryMatter' }, { kind: 'dairy', per100g: { waterG: 70, addedSugarsG: 8, alluloseG: 4, polyolsG: 2 } });
    expect([of(yogurt, 'heldG', 100), of(yogurt, 'syrupG', 100), of(yogurt, 'waterG', 100)]).toEqual([
      expect.closeTo(0.5 * (30 - 14), 6),
      expect.closeTo(14, 6),
      expect.closeTo(70, 6),
    ]);
  });

  test('what dissolves is sugar while it is dry and syrup once it is wet; fat is solid or liquid as the food is', () => {
    const dry = powder({ basis: 'dissolves' }, { per100g: { waterG: 1, sugarsG: 80, fatG: 10 }, fat: 'solid' });
    const wet = powder({ basis: 'dissolves' }, { per100g: { waterG: 20, sugarsG: 70, fatG: 10 }, fat: 'liquid' });
    expect([of(dry, 'sugarsG', 100), of(dry, 'syrupG', 100), of(dry, 'solidFatG', 100), of(dry, 'liquidFatG', 100)]).toEqual(
      [80, 0, 10, 0].map((grams) => expect.closeTo(grams, 6)),
    );
    expect([of(wet, 'sugarsG', 100), of(wet, 'syrupG', 100), of(wet, 'solidFatG', 100), of(wet, 'liquidFatG', 100)]).toEqual(
      [0, 70, 0, 10].map((grams) => expect.closeTo(grams, 6)),
    );
    expect(of(made({ thirst: undefined }), 'unknownThirstG', 30)).toBe(30);
  });

  test('everything goes by the gram: ten times the food brings ten times of each', () => {
    for (const id of ['plain-flour', 'whole-milk', 'xanthan', 'erythritol', 'egg', 'baking-powder', 'chia']) {
      const [one, ten] = [bringsOf({ food: food(id), massG: 1 }), bringsOf({ food: food(id), massG: 10 })];
      for (const what of BROUGHT) expect([id, what, readSum(ten, AT[what])]).toEqual([id, what, expect.closeTo(10 * readSum(one, AT[what]), 6)]);
    }
  });
});

describe('what the method does to a food', () => {
  test('melted, its fat is liquid and none is lost; only what is beaten brings foam', () => {
    const [cold, warm] = [bringsOf({ food: food('butter'), massG: 100 }), bringsOf({ food: food('butter'), massG: 100, melted: true })];
    expect([readSum(cold, AT.solidFatG), readSum(warm, AT.solidFatG)]).toEqual([readSum(warm, AT.liquidFatG), 0]);
    expect(readSum(cold, AT.solidFatG)).toBeCloseTo(food('butter').per100g.fatG ?? NaN, 6);
    const [whites, foam] = [bringsOf({ food: food('egg-white'), massG: 100 }), bringsOf({ food: food('egg-white'), massG: 100, beaten: true })];
    expect([readSum(whites, AT.foamG), readSum(foam, AT.foamG) > 50]).toEqual([0, true]);
  });
});

describe('what sweeteners do in the mouth', () => {
  function mix(erythritolG: number, waterG: number, massG = 100) {
    const sums = noSums();
    sums[AT.massG] = massG;
    sums[AT.allWaterG] = waterG;
    sums[AT.erythritolG] = erythritolG;
    return sweetenerWarnings(sums, 20).map(({ kind }) => kind);
  }

  // Erythritol: about 37 g dissolve in 63 g of water at 25 °C; from a tenth of the food the cooling is plain [reviews of polyols, from memory].
  test('erythritol cools from a tenth on, turns sandy beyond what the water holds; a gram of it never does', () => {
    expect([mix(8, 60), mix(12, 60), mix(30, 20), mix(0.9, 0.01, 5)]).toEqual([[], ['cooling'], ['sandy', 'cooling'], ['cooling']]);
    expect(sweetenerWarnings(noSums(), 20)).toEqual([]);
  });
});
