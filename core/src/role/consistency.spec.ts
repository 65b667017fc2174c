import { join } from 'node:path';
import { loadShippedLarder } from '@fellmist/data';
import fc from 'fast-check';
import { BLOB_HYDRATION, type Food } from '../food';
import { CONSISTENCY_WORDS, consistencyOf, consistencyWord, hydrationOf, massForHydration, type Measured, noSums, SCALE_MOST, scaleOf, sumsOf } from './index';

const foods = new Map(loadShippedLarder(join(__dirname, '../../../data')).foods.map((food) => [food.id, food]));

function food(id: string): Food {
  const found = foods.get(id);
  if (!found) throw new Error(id);
  return found;
}

function mix(grams: Readonly<Record<string, number>>): Measured[] {
  return Object.entries(grams).map(([id, massG]) => ({ food: food(id), massG }));
}

function scale(parts: readonly Measured[]): number {
  const result = consistencyOf(sumsOf(parts));
  if (result.kind !== 'reckoned') throw new Error(result.words);
  return result.scale;
}

const flours = ['plain-flour', 'oat-flour', 'almond-flour', 'coconut-flour', 'whey-isolate', 'casein', 'psyllium-husk'];
const amount = fc.double({ min: 5, max: 800, noNaN: true });
const batter = fc.record({ flour: fc.constantFrom(...flours), flourG: amount, waterG: amount, eggG: amount, sugarG: amount });
const made = ({ flour, flourG, waterG, eggG, sugarG }: { flour: string; flourG: number; waterG: number; eggG: number; sugarG: number }): Measured[] =>
  mix({ [flour]: flourG, water: waterG, egg: eggG, sugar: Math.min(sugarG, 0.6 * (flourG + waterG + eggG)) });

describe('how thick a mix is', () => {
  test('more water never thickens, more flour never thins', () => {
    fc.assert(
      fc.property(batter, amount, (parts, more) => {
        const now = scale(made(parts));
        return scale([...made(parts), ...mix({ water: more })]) <= now + 1e-9 && scale([...made(parts), ...mix({ [parts.flour]: more })]) >= now - 1e-9;
      }),
    );
  });

  test('neither the order of the foods nor the size of the batch matters', () => {
    fc.assert(
      fc.property(batter, fc.double({ min: 0.01, max: 100, noNaN: true }), (parts, factor) => {
        const one = made(parts);
        const scaled = one.map((part) => ({ ...part, massG: part.massG * factor }));
        return Math.abs(scale([...one].reverse()) - scale(one)) < 1e-9 && Math.abs(scale(scaled) - scale(one)) < 1e-6;
      }),
    );
  });

  test('the grams found for a thickness bring that thickness', () => {
    fc.assert(
      fc.property(batter, fc.double({ min: 0.4, max: 4, noNaN: true }), (parts, target) => {
        const one = made(parts);
        const waterG = massForHydration(sumsOf(one), target, food('water'));
        if (waterG === undefined) return true;
        return Math.abs(scale([...one, ...mix({ water: waterG })]) - scaleOf(target)) < 0.02;
      }),
    );
  });

  test('the scale runs from milk to crumbs and its words stand half a step apart', () => {
    expect([scaleOf(1e9), scaleOf(1e-9)]).toEqual([0, SCALE_MOST]);
    expect(CONSISTENCY_WORDS.map((_, i) => consistencyWord(i / 2))).toEqual(CONSISTENCY_WORDS);
    expect(scaleOf(BLOB_HYDRATION)).toBeCloseTo(2, 9);
  });

  test('melted, a solid fat loosens what it stiffened', () => {
    const dough = mix({ 'plain-flour': 200, water: 120 });
    const butter = { food: food('butter'), massG: 150 };
    expect(scale([...dough, { ...butter, melted: true }])).toBeLessThan(scale([...dough, butter]));
  });

  test('what cannot be reckoned says what it lacks; what was left out is named', () => {
    const said = (grams: Readonly<Record<string, number>>): unknown => consistencyOf(sumsOf(mix(grams)));
    expect(said({ sugar: 100, water: 100 })).toMatchObject({ kind: 'not-reckoned', lacks: 'thirst' });
    expect(said({ 'plain-flour': 100 })).toMatchObject({ kind: 'not-reckoned', lacks: 'liquid' });
    expect(said({})).toMatchObject({ kind: 'not-reckoned' });
    expect(said({ 'plain-flour': 100, water: 100, gelatine: 5 })).toMatchObject({ unknownThirstG: 5 });
    expect(hydrationOf(noSums())).toBe(12);
  });

  test('a rest thickens, seeds and casein most; gum and beaten white thicken at once', () => {
    const rest = (grams: Readonly<Record<string, number>>): number => {
      const said = consistencyOf(sumsOf(mix(grams)));
      return said.kind === 'reckoned' ? said.scaleHour - said.scaleNow : NaN;
    };
    expect(rest({ 'plain-flour': 100, water: 110 })).toBeGreaterThan(0);
    expect(rest({ chia: 20, water: 200 })).toBeGreaterThan(3 * rest({ 'plain-flour': 100, water: 110 }));
    const batter = { 'plain-flour': 100, water: 150, 'egg-white': 60 };
    expect(scale(mix({ ...batter, xanthan: 2 }))).toBeGreaterThan(scale(mix(batter)));
    expect(scale(mix(batter).map((part) => ({ ...part, beaten: true })))).toBeGreaterThan(scale(mix(batter)));
  });
});
