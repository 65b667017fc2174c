import { food, larder } from '../../test/larder';
import { whip, type WhipSetup, type WhipState } from './index';

const setup: WhipSetup = { mixer: 'stand', bowlMl: 10_000, liquidFirst: 0.5, splashes: [] };

/** A bowl of foods and grams, whipped. */
function bowl(grams: Readonly<Record<string, number>>, change: Partial<WhipSetup> = {}): WhipState {
  const lines = Object.entries(grams).map(([foodId, massG], i) => ({
    id: `l${i}`,
    text: foodId,
    amountText: '',
    name: foodId,
    doubts: [],
    foodId,
    massG,
    basis: 'weighed' as const,
  }));
  const state = whip({ id: 'p', heading: '', lines }, { ...setup, ...change }, larder).at(-1);
  if (!state) throw new Error('nothing was whipped');
  return state;
}

const factor = (grams: Readonly<Record<string, number>>, key: keyof WhipState['factors'], change: Partial<WhipSetup> = {}): number => bowl(grams, change).factors[key];
/** Casein, water and gums: nothing else takes of the air. */
const plain = { casein: 20, water: 200, xanthan: 3, guar: 3 };

// The house model as docs/science.md tells it, each factor worked by hand in a bowl where the others stand still.
describe('what each thing takes of the air', () => {
  test('protein: full from 7 g of casein in 100 g of water, half of it half; whey counts 12 % of casein', () => {
    const protein = food('casein').per100g.proteinG ?? NaN;
    const water = food('casein').per100g.waterG ?? 0;
    const share = (massG: number): number => (massG * protein) / (200 + (massG * water) / 100) / 7;
    expect(factor({ ...plain, casein: 20 }, 'protein')).toBe(1);
    expect(factor({ ...plain, casein: 8 }, 'protein')).toBeCloseTo(share(8), 2);
    const [whey, isolate] = [{ water: 200, 'whey-isolate': 40, xanthan: 3, guar: 3 }, food('whey-isolate')];
    const wheyG = (40 * (isolate.per100g.proteinG ?? NaN)) / 100;
    expect(factor(whey, 'protein')).toBeCloseTo((0.12 * wheyG) / (2 + (0.4 * (isolate.per100g.waterG ?? 0)) / 100) / 7, 2);
  });

  test('whey in the protein: all whey leaves 30 %, half and half by protein 65 %, none all', () => {
    expect(factor({ water: 200, 'whey-isolate': 40, xanthan: 3, guar: 3 }, 'draining')).toBeCloseTo(0.3, 6);
    const equal = { ...plain, casein: 1000 / (food('casein').per100g.proteinG ?? NaN), 'whey-isolate': 1000 / (food('whey-isolate').per100g.proteinG ?? NaN) };
    expect(factor(equal, 'draining')).toBeCloseTo(0.65, 6);
    expect(factor(plain, 'draining')).toBe(1);
  });

  // Gum holds 15 % less what is missing of it: 1.4 % of the water is enough, xanthan alone holds 0.85, guar alone 0.6.
  test.each<[string, Readonly<Record<string, number>>, number]>([
    ['one to one, enough', { xanthan: 1.5, guar: 1.5 }, 1],
    ['one to one, half of it', { xanthan: 0.7, guar: 0.7 }, 0.15 + 0.85 * 0.5],
    ['xanthan alone', { xanthan: 3 }, 0.15 + 0.85 * 0.85],
    ['guar alone', { guar: 3 }, 0.15 + 0.85 * 0.6],
    ['none', {}, 0.15],
    ['far too much, 7 %', { xanthan: 7, guar: 7 }, 0.15 + 0.85 * 0.5],
  ])('gum: %s', (_name, gums, expected) => {
    expect(factor({ casein: 20, water: 200, ...gums }, 'gum')).toBeCloseTo(expected, 1);
  });

  test('a hand mixer wants twice the gum; liquid in early costs up to 35 %; each 4 % of fat halves', () => {
    const little = { ...plain, xanthan: 0.7, guar: 0.7 };
    expect(factor(little, 'gum', { mixer: 'hand' })).toBeCloseTo(factor({ ...plain, xanthan: 0.35, guar: 0.35 }, 'gum'), 1);
    expect([0, 0.5, 0.75, 1].map((liquidFirst) => factor(plain, 'liquid', { liquidFirst }))).toEqual([1, 1, 0.825, 0.65]);
    const fatG = (state: Readonly<Record<string, number>>): number => (((state['double-cream'] ?? 0) * (food('double-cream').per100g.fatG ?? NaN)) / bowl(state).massG) * 1;
    const creamed = { ...plain, 'double-cream': 40 };
    const inCasein = factor(plain, 'fat');
    expect(factor(creamed, 'fat') / inCasein ** (bowl(plain).massG / bowl(creamed).massG)).toBeCloseTo(2 ** (-fatG(creamed) / 4), 2);
  });
});

describe('what the bowl comes to', () => {
  test('the volume is the mix and its air; the air is known to a quarter; the bowl fits while it is not quite full', () => {
    const state = bowl(plain);
    const mixMl = state.volumeMl / (1 + state.overrunPercent / 100);
    expect(state.overrunPercent).toBeCloseTo(
      Object.values(state.factors).reduce((air, one) => air * one, 320),
      6,
    );
    expect([state.lowMl, state.highMl].map((ml) => (ml - mixMl) / (state.volumeMl - mixMl))).toEqual([expect.closeTo(0.75, 6), expect.closeTo(1.25, 6)]);
    expect([state.volumeMl / 0.96, state.volumeMl / 0.94].map((bowlMl) => bowl(plain, { bowlMl }).fits)).toEqual([false, true]);
    const proteinG = Object.entries(plain).reduce((sum, [id, massG]) => sum + (massG * (food(id).per100g.proteinG ?? 0)) / 100, 0);
    expect(state.proteinPer100Ml).toBeCloseTo((proteinG * 100) / state.volumeMl, 6);
  });

  test('it stands two hours at best: xanthan alone a tenth less, guar alone two fifths of it, whey alone a quarter', () => {
    const hours = (grams: Readonly<Record<string, number>>): number => bowl({ casein: 20, water: 200, ...grams }).standsH;
    expect([hours({ xanthan: 2, guar: 2 }), hours({ xanthan: 4 }), hours({ guar: 4 })]).toEqual([expect.closeTo(2, 6), expect.closeTo(1.8, 6), expect.closeTo(0.8, 6)]);
    expect(bowl({ water: 200, 'whey-isolate': 30, xanthan: 2, guar: 2 }).standsH).toBeCloseTo(0.5, 6);
    expect(hours({ xanthan: 0.7, guar: 0.7 })).toBeCloseTo(1, 1);
  });

  test('more gum in the same foam is felt: airy, light, creamy, gummy, slimy, in this order', () => {
    const felt = [0.2, 1, 4, 9, 20, 40].map((massG) => bowl({ casein: 20, water: 200, guar: massG }).mouthfeel);
    const order = ['airy, weeps soon', 'light', 'thick and creamy', 'gummy', 'slimy'];
    const places = felt.map((word) => order.indexOf(word));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(new Set(places).size).toBeGreaterThanOrEqual(4);
  });

  test.each<[string, Readonly<Record<string, number>>, Partial<WhipSetup>, string]>([
    ['whey', { water: 200, 'whey-isolate': 30, xanthan: 2, guar: 2 }, {}, 'does not hold'],
    ['guar alone', { casein: 20, water: 200, guar: 4 }, {}, 'Guar alone'],
    ['liquid in early', plain, { liquidFirst: 1 }, 'before whipping'],
    ['a hand mixer', { casein: 20, water: 200, xanthan: 1.2, guar: 1.2 }, { mixer: 'hand' }, 'hand mixer'],
    ['fat', { ...plain, butter: 30 }, {}, 'Fat breaks'],
    ['no gum', { casein: 20, water: 200 }, {}, 'Hardly any gum'],
    ['soup', { casein: 2, water: 400 }, {}, 'Too thin'],
  ])('%s is said, and is not said of a good bowl', (_name, grams, change, words) => {
    expect(bowl(grams, change).acts.join(' ')).toContain(words);
    expect(bowl({ skyr: 225, casein: 30, xanthan: 3, guar: 3, 'semi-skimmed-milk': 120 }).acts.join(' ')).not.toContain(words);
  });

  test('white stiffens as casein does; what is half whey counts half of each', () => {
    const white = bowl({ 'egg-white': 120, water: 60, xanthan: 1.5, guar: 1.5 });
    expect([white.factors.protein > 0.9, white.factors.draining]).toEqual([true, 1]);
    expect(bowl({ water: 200, 'whey-casein': 30, xanthan: 2, guar: 2 }).factors.draining).toBeCloseTo(0.65, 6);
  });
});
