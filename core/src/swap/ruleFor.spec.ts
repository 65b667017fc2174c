import { bench, food, larder, lineOf, shipped } from '../../test/larder';
import { allLines } from '../formula';
import { type FoundRule, ruleFor, ruleForBlend } from './index';

const CAKE = bench('Cake\nServes 8\n200 g plain flour\n150 g sugar\n100 g butter\n2 eggs\n100 ml milk\n2 tsp baking powder\n1/2 cup stardust');
const find = (from: string, to: string, classId?: string): FoundRule => ruleFor(lineOf(CAKE, from), food(to), shipped.rules, larder, classId);
const blend = (from: string, shares: Readonly<Record<string, number>>): FoundRule =>
  ruleForBlend(
    lineOf(CAKE, from),
    Object.entries(shares).map(([id, share]) => ({ food: food(id), share })),
    shipped.rules,
    larder,
    'loaf-cake',
  );
const why = (found: FoundRule): string => (found.ok ? 'it is a rule' : found.error);

describe('one food for another', () => {
  test('the trade’s own rule comes before one worked out from roles, and says that it is no estimate', () => {
    const trade = find('plain-flour', 'almond-flour');
    expect(trade).toMatchObject({ ok: true, isEstimate: false, rule: { to: [{ foodId: 'almond-flour' }] } });
    const own = find('plain-flour', 'lupin-flour');
    expect(own.ok && own.rule.to[0]?.foodId).toBe('lupin-flour');
  });

  test('a food like the one of the rule goes the rule’s way under its own name', () => {
    const vanilla = find('plain-flour', 'whey-vanilla');
    const plain = find('plain-flour', 'whey-concentrate');
    expect([vanilla.ok && vanilla.rule.to[0]?.foodId, vanilla.ok && vanilla.rule.to[0]?.ratio]).toEqual(['whey-vanilla', plain.ok && plain.rule.to[0]?.ratio]);
  });

  // Common practice: what works by the pinch never takes a flour's or a sugar's weight.
  test.each([
    ['plain-flour', 'xanthan'],
    ['sugar', 'baking-powder'],
    ['butter', 'cinnamon'],
    ['plain-flour', 'sucralose'],
  ])('%s is never weighed out as %s', (from, to) => {
    expect(why(find(from, to))).toMatch(/works by the pinch|sweetens and does nothing else/);
  });

  // A bean is no flour and a starch no yolk by mere weight; where the trade knows how much, it is asked first.
  test.each([
    ['plain-flour', 'cottage-cheese'],
    ['egg', 'rice-flour'],
    ['whole-milk', 'cornflour'],
  ])('%s is not %s by weight: one is wet, the other dry', (from, to) => {
    expect(why(find(from, to, 'pancake'))).toContain('cannot take its place');
  });

  test('beans for flour: a can of 240 g for 120 g in a brownie, and nowhere else', () => {
    expect(find('plain-flour', 'black-beans', 'brownie')).toMatchObject({ ok: true, isEstimate: false, rule: { to: [{ ratio: 2 }] } });
    expect(find('plain-flour', 'black-beans', 'pancake').ok).toBe(false);
  });

  test('where the trade says no in a class, its reason is given and no estimate goes round it', () => {
    const egg = ['baked-custard', 'choux'].map((classId) => find('egg', 'ground-flax', classId));
    expect(egg.map(({ ok }) => ok)).toEqual([false, false]);
    for (const found of egg) expect(why(found)).toMatch(/does not do for .*egg.* in this: \S/);
  });

  test('a line without a food asks for one; a food is no stand-in for itself', () => {
    const stranger = allLines(CAKE.rebuild).find(({ foodId }) => foodId === undefined);
    expect(stranger && why(ruleFor(stranger, food('butter'), shipped.rules, larder, undefined))).toContain('needs a food before');
    expect(stranger && why(ruleForBlend(stranger, [], shipped.rules, larder, undefined))).toContain('needs a food before');
    expect(why(find('butter', 'butter'))).toContain('cannot stand in for itself');
  });
});

describe('a blend of one’s own', () => {
  test('of one food it is the way of that food; of several it is an estimate that holds them in their shares', () => {
    expect(blend('plain-flour', { 'almond-flour': 1 })).toEqual(find('plain-flour', 'almond-flour', 'loaf-cake'));
    const two = blend('plain-flour', { 'rice-flour': 3, 'tapioca-starch': 1 });
    if (!two.ok) throw new Error(two.error);
    const [rice, tapioca] = two.rule.to;
    expect([two.isEstimate, rice?.foodId, tapioca?.foodId]).toEqual([true, 'rice-flour', 'tapioca-starch']);
    expect((rice?.ratio ?? NaN) / (tapioca?.ratio ?? NaN)).toBeCloseTo(3, 1);
  });

  test('a pinch of gum may be in it, a quarter may not; a share of nothing is no blend', () => {
    expect(blend('plain-flour', { 'rice-flour': 98, xanthan: 2 }).ok).toBe(true);
    expect(why(blend('plain-flour', { 'rice-flour': 75, xanthan: 25 }))).toContain('works by the pinch');
    expect(why(blend('plain-flour', { 'rice-flour': 1, 'tapioca-starch': 0 }))).toContain('above zero');
  });
});
