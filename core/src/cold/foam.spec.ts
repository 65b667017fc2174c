import { food, shipped } from '../../test/larder';
import { foamOf, FOAM_WORDS } from './foam';
import { isIn } from '../food';

const of = (grams: Readonly<Record<string, number>>) => foamOf(Object.entries(grams).map(([id, massG]) => ({ food: food(id), massG })));
const protein = (id: string): number => (food(id).per100g.proteinG ?? NaN) / 100;

// Common practice: casein and egg white hold a foam, whey makes one that falls; a base of skyr or yogurt brings its own casein.
describe('what makes a foam', () => {
  test('casein counts whole, a blend of both in between, whey an eighth at most, flour and butter nothing', () => {
    const counts = (id: string): number => of({ [id]: 100 }).proteinG / (100 * protein(id));
    expect(counts('casein')).toBeCloseTo(1, 9);
    expect(counts('whey-isolate')).toBeLessThan(0.125);
    expect(counts('whey-casein')).toBeGreaterThan(counts('whey-isolate'));
    expect(counts('whey-casein')).toBeLessThan(1);
    expect(counts('skyr')).toBeCloseTo(0.5, 9);
    expect([counts('plain-flour'), of({ butter: 100 }).proteinG]).toEqual([0, 0]);
  });

  test('a flavoured powder counts as its plain kind does, by its own protein', () => {
    for (const [plain, flavoured] of [
      ['casein', 'casein-chocolate'],
      ['whey-isolate', 'whey-isolate-vanilla'],
      ['whey-casein', 'whey-casein-chocolate'],
    ] as const)
      expect(of({ [flavoured]: 100 }).proteinG / protein(flavoured)).toBeCloseTo(of({ [plain]: 100 }).proteinG / protein(plain), 9);
  });

  test('what drains is the whey among what foams, weighed by protein; none where nothing foams', () => {
    const equal = of({ casein: 1 / protein('casein'), 'whey-isolate': 1 / protein('whey-isolate') });
    expect(equal.drainingShare).toBeCloseTo(0.5, 9);
    expect([of({ 'whey-isolate': 30 }).drainingShare, of({ casein: 30 }).drainingShare, of({ water: 200 }).drainingShare, of({}).drainingShare]).toEqual([1, 0, 0, 0]);
  });

  test('whey is told from four tenths of the protein, guar where it stands alone, and neither of a good bowl', () => {
    const says = (grams: Readonly<Record<string, number>>): string => of(grams).says.join(' ');
    expect(says({ 'whey-isolate': 30, xanthan: 2, guar: 2 })).toContain('casein does');
    expect(says({ casein: 20, guar: 3 })).toContain('Guar alone');
    expect(says({ casein: 20, 'whey-isolate': 5, xanthan: 2, guar: 2 })).toBe('');
    expect(says({ casein: 20, xanthan: 3 })).toBe('');
  });
});

// Common practice: one part xanthan to one of guar is best, xanthan alone lighter, guar alone poor and soon down.
describe('what holds it', () => {
  const holds = (xanthan: number, guar: number): number => of({ xanthan, guar }).gumHolds;
  const stands = (xanthan: number, guar: number): number => of({ xanthan, guar }).gumStands;

  test('the pair holds best at equal parts, falls off evenly to either side, and is never better than whole', () => {
    const shares = [0, 0.25, 0.5, 0.75, 1].map((share) => holds(10 * share, 10 * (1 - share)));
    expect(Math.max(...shares)).toBeCloseTo(1, 9);
    expect(shares[2]).toBe(Math.max(...shares));
    expect([shares[0], shares[4]]).toEqual([expect.closeTo(0.6, 9), expect.closeTo(0.85, 9)]);
    expect(shares[1]).toBeGreaterThan(shares[0] ?? NaN);
    expect(shares[3]).toBeGreaterThan(shares[4] ?? NaN);
  });

  test('how much there is changes nothing of how well it holds; it stands longest as a pair and shortest as guar alone', () => {
    expect(holds(1, 3)).toBeCloseTo(holds(10, 30), 9);
    expect([stands(2, 2), stands(4, 0), stands(0, 4)]).toEqual([expect.closeTo(1, 9), expect.closeTo(0.9, 9), expect.closeTo(0.4, 9)]);
  });

  test('another gum counts by what it binds against xanthan', () => {
    const gelatine = food('gelatine').roles.binding?.amount ?? NaN;
    expect(of({ gelatine: 10 }).gumG).toBeCloseTo(10 * gelatine, 9);
    expect(of({ gelatine: 10, xanthan: 1 }).gumG).toBeCloseTo(10 * gelatine + 1, 9);
  });
});

test('the printed whys name the proteins and gums that the table has', () => {
  expect(FOAM_WORDS.proteins).toBe('casein, or as much of white');
  expect([FOAM_WORDS.weakProteins, FOAM_WORDS.gums]).toEqual(['whey counts 12 %', 'xanthan with guar best, guar alone poor']);
});

test('every protein powder of milk is one of those that foam', () => {
  const milky = shipped.foods.filter(({ kind, allergens, name }) => kind === 'protein' && allergens.includes('milk') && !/bar|mix|pudding|drink/i.test(name));
  const strangers = milky.filter((one) => !['casein', 'whey', 'whey-and-casein'].some((group) => isIn(group, one)));
  expect(strangers.map(({ id }) => id)).toEqual([]);
});
