import fc from 'fast-check';
import { checkComposition } from './check';
import { type Composition, kjFromKcal, saltFromSodium } from './composition';
import { energyByFactors } from './energy';
import { type Food } from './food';
import { massOf, massSpread } from './massOf';
import { netCarbOf, proteinPer100Kcal, schoolsOf } from './school';
import { isBarcode } from './barcode';

const dry: Composition = { proteinG: 0, fatG: 0, carbohydrateG: 0, fibreG: 0, polyolsG: 0, erythritolG: 0, alluloseG: 0 };

describe('energy by the regulations', () => {
  // Reg. (EU) 1169/2011 annex XIV: carbohydrate 4, polyols 2.4, erythritol 0, protein 4, fat 9, alcohol 7, fibre 2 kcal/g.
  test.each<[string, Composition, number]>([
    ['protein', { proteinG: 10 }, 40],
    ['fat', { fatG: 10 }, 90],
    ['carbohydrate', { carbohydrateG: 10 }, 40],
    ['fibre', { carbohydrateG: 10, fibreG: 10 }, 20],
    ['polyols', { carbohydrateG: 10, polyolsG: 10 }, 24],
    ['erythritol', { carbohydrateG: 10, polyolsG: 10, erythritolG: 10 }, 0],
    ['alcohol', { alcoholG: 10 }, 70],
  ])('EU: 10 g of %s', (_name, parts, kcal) => {
    expect(energyByFactors({ ...dry, ...parts }, 'eu')).toBeCloseTo(kcal, 9);
  });

  // 21 CFR 101.9(c)(1)(i)(F): erythritol 0, maltitol 2.1, from memory; FDA guidance of 2020: allulose 0.4 kcal/g.
  test('US: erythritol and allulose', () => {
    expect(energyByFactors({ ...dry, carbohydrateG: 10, polyolsG: 10, erythritolG: 10 }, 'us')).toBeCloseTo(0, 9);
    expect(energyByFactors({ ...dry, carbohydrateG: 10, polyolsG: 10 }, 'us', { maltitol: 10 })).toBeCloseTo(21, 9);
    expect(energyByFactors({ ...dry, carbohydrateG: 10, alluloseG: 10 }, 'us')).toBeCloseTo(4, 9);
  });

  test('is not reckoned while a main part is unknown', () => {
    expect(energyByFactors({ proteinG: 1, fatG: 1 }, 'eu')).toBeUndefined();
  });

  // ISO 80000-5: 4.184 J a thermochemical calorie. Reg. (EU) 1169/2011 annex I: salt = sodium x 2.5.
  test('kilojoules and salt', () => {
    expect(kjFromKcal(100)).toBeCloseTo(418.4, 9);
    expect(saltFromSodium(400)).toBe(1);
  });
});

describe('a composition that cannot be', () => {
  const sound: Composition = { waterG: 10, energyKcal: 364, proteinG: 10, fatG: 1, saturatesG: 0.2, carbohydrateG: 78.5, fibreG: 3, sugarsG: 1, ashG: 0.5, alcoholG: 0 };

  test.each<[string, Composition, string]>([
    ['parts that weigh too much', { ...sound, waterG: 20 }, 'mass'],
    ['energy that is not its parts', { ...sound, energyKcal: 500 }, 'energy'],
    ['more saturates than fat', { ...sound, saturatesG: 2 }, 'part-above-whole'],
    ['more fibre than carbohydrate', { ...sound, fibreG: 90 }, 'part-above-whole'],
    ['less than nothing', { ...sound, sodiumMg: -1 }, 'out-of-range'],
  ])('%s', (_name, composition, code) => {
    expect(checkComposition(sound)).toEqual([]);
    expect(checkComposition(composition).map((fault) => fault.code)).toContain(code);
  });

  test('an unknown part stays silent', () => {
    const { waterG: _water, ...rest } = sound;
    expect(checkComposition(rest)).toEqual([]);
  });
});

describe('grams of an amount', () => {
  const flour = { kind: 'flour', fat: 'liquid', densityGPerMl: 0.5, measuresG: { piece: 10, large: 14 } } as unknown as Food;

  test('a mass needs no food, a volume its density, a count its own weight, and what lacks one says so', () => {
    expect(massOf({ value: 2, unit: 'oz' }, undefined, 'us')).toEqual({ massG: 56.69904625, basis: 'weighed' });
    expect(massOf({ value: 2, unit: 'cup' }, flour, 'metric')).toEqual({ massG: 250, basis: 'density' });
    expect(massOf({ value: 3, unit: 'piece' }, flour, 'us', 'large')).toEqual({ massG: 42, basis: 'piece' });
    expect(massOf({ value: 2, high: 4, unit: 'piece' }, flour, 'us')).toEqual({ massG: 30, basis: 'piece' });
    expect(massOf({ value: 1, unit: 'pinch' }, flour, 'us')).toEqual({ massG: 0.3, basis: 'custom' });
    expect(massOf(undefined, flour, 'us')).toEqual({ gap: 'no-amount' });
    expect(massOf({ value: 1, unit: 'cup' }, undefined, 'us')).toEqual({ gap: 'no-food' });
    expect(massOf({ value: 1, unit: 'slice' }, flour, 'us')).toEqual({ gap: 'no-piece-mass' });
    expect(massOf({ value: 1, unit: 'cup' }, { ...flour, densityGPerMl: undefined } as unknown as Food, 'us')).toEqual({ gap: 'no-density' });
  });

  test('the surer the way, the narrower the spread', () => {
    const spreads = (['weighed', 'own-piece', 'own-density', 'piece', 'custom'] as const).map((basis) => massSpread(basis, flour));
    expect([...spreads].sort((a, b) => a - b)).toEqual(spreads);
    expect(massSpread('own-density', { ...flour, densitySpread: 0.11 })).toBe(0.11);
  });
});

describe('what a food is for', () => {
  test('net carbohydrate takes off fibre, erythritol and allulose, and is unknown where one of them is', () => {
    expect(netCarbOf({ ...dry, carbohydrateG: 80, fibreG: 10, polyolsG: 60, erythritolG: 50, alluloseG: 5 })).toBe(15);
    expect(netCarbOf({ ...dry, carbohydrateG: 80, fibreG: undefined } as Composition)).toBeUndefined();
    expect(netCarbOf({ ...dry, carbohydrateG: 5, fibreG: 6 })).toBe(0);
  });

  test('protein per 100 kcal of next to no energy is not reckoned', () => {
    expect(proteinPer100Kcal({ proteinG: 11, energyKcal: 55 })).toBe(20);
    expect([proteinPer100Kcal({ proteinG: 1, energyKcal: 0 }), proteinPer100Kcal({ energyKcal: 100 })]).toEqual([undefined, undefined]);
  });

  test('schools take what they are known to take, and nothing unknown', () => {
    const schools = (per100g: Composition, isWhole: boolean) => schoolsOf({ per100g, isWhole } as Food);
    expect(schools({ ...dry, energyKcal: 52, proteinG: 11 }, true)).toEqual(['lean', 'low-carb', 'whole-food']);
    expect(schools({ ...dry, energyKcal: 387, carbohydrateG: 100 }, false)).toEqual([]);
    expect(schools({}, false)).toEqual([]);
  });
});

describe('bar codes', () => {
  // GS1 General Specifications, calculation of the check digit: 629104150021 takes 3; GTIN-8 1234567 takes 0.
  test('a wrong last digit, and any single wrong digit, is found out', () => {
    expect([isBarcode('6291041500213'), isBarcode('12345670'), isBarcode('6291041500214'), isBarcode('123'), isBarcode('62910415002ab')]).toEqual([
      true,
      true,
      false,
      false,
      false,
    ]);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 1, max: 9 }), (place, by) => {
        const digits = [...'6291041500213'].map(Number);
        digits[place] = ((digits[place] ?? 0) + by) % 10;
        return !isBarcode(digits.join(''));
      }),
    );
  });
});
