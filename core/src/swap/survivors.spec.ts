import { bench, larder, lineOf, opened, partOf, readFormula, rule, shipped } from '../../test/larder';
import { whyIce, whyRole, whyYield } from '../analysis';
import { analyse } from '../analysis';
import { icePercentAt, whip, type WhipSetup } from '../cold';
import { compareLines, sumsOfPart, totalsOf } from '../formula';
import { COLD_ROLES, roleOf } from '../role';
import { adviceOf, candidatesFor, removeRebuildLine, settleAll, standingOf, startWorksheet } from './index';

/* Places of the computation that were once changed without any test noticing. */
const LOAF = 'Loaf cake\nMakes 10 slices\n200 g plain flour\n160 g sugar\n3 eggs\n120 ml oil\n2 tsp baking powder\n60 ml milk';
const firstNumbers = (words: string): readonly number[] => [...words.matchAll(/-?\d+(?:\.\d+)?/g)].map(([figure]) => Number(figure));

describe('what is taken away takes its questions with it', () => {
  test('a line that goes takes along the proposals of its swap, and no others', () => {
    const sheet = opened(opened(bench(LOAF), 'plain-flour', rule('wheat-oat')), 'sugar', rule('sugar-ery-allulose'), 0.5);
    const flour = lineOf(sheet, 'plain-flour').id;
    const ofFlour = sheet.open.filter(({ ruleId }) => ruleId === 'wheat-oat').length;
    const after = removeRebuildLine(sheet, flour);
    expect([ofFlour > 1, after.open.length, after.open.some(({ ruleId }) => ruleId === 'wheat-oat')]).toEqual([true, sheet.open.length - ofFlour, false]);
  });
});

describe('what stands doubled is counted doubled', () => {
  test('two lines of one food against one line: their sum is compared, and the difference has the right sign', () => {
    const [one, two] = [readFormula('A\n100 g plain flour\n50 g sugar'), readFormula('A\n60 g plain flour\n70 g plain flour\n50 g sugar')];
    expect(compareLines(one, two)).toEqual([expect.objectContaining({ foodId: 'plain-flour', beforeG: 100, afterG: 130, kind: 'changed' })]);
  });
});

describe('a gap stands where it is and nowhere else', () => {
  test('an unknown figure of one food marks that figure, not its neighbours; no amount of nothing marks nothing', () => {
    const { figures } = totalsOf(readFormula('Bun\n100 g plain flour\n20 g semolina\n30 g unobtainium'), larder);
    expect(figures.energyKcal.gaps.length).toBe(1);
    const known = totalsOf(readFormula('Bun\n100 g plain flour\n0 g unobtainium'), larder).figures;
    expect([known.energyKcal.gaps, known.fibreG.gaps]).toEqual([[], []]);
    const water = totalsOf(readFormula('Bun\n100 g plain flour\nwater'), larder).figures;
    expect([water.energyKcal.gaps, water.proteinG.gaps]).toEqual([[], []]);
  });
});

describe('figures that are printed are those that were reckoned', () => {
  // 330 mL of a drink with 35 g of sugar: as sweet as 35 g, 10.6 g in 100 mL (label arithmetic).
  test('sweetness of a batch, of 100 g and of 100 mL', () => {
    const note = whyRole('sweetness', readFormula('Drink\nServes 1\n315 g water\n35 g sugar'), larder)?.notes[0] ?? '';
    const [batch = 0, per100g = 0, , per100ml = 0] = firstNumbers(note.replace('in 100 g', 'in G').replace('in 100 mL', 'in ML').replace('in G', 'in 100 g'));
    expect(batch).toBe(35);
    expect(per100g).toBeCloseTo(10, 0);
    expect(per100ml).toBeGreaterThan(10);
    expect(per100ml).toBeLessThan(11);
  });

  test('the yield shows the raw weight, the loss and the rest so that they add up', () => {
    const formula = readFormula(LOAF);
    const { totals, views, product } = analyse(formula, larder, shipped);
    const why = whyYield(formula, totals, views, product, larder);
    const raw = why.inputs.reduce((sum, { name }) => sum + (firstNumbers(name)[0] ?? 0), 0);
    expect(Math.abs(raw - totals.massG)).toBeLessThan(why.inputs.length);
    const [grams = 0, , loss = 0, rest = 0] = firstNumbers(why.equation);
    expect(Math.abs(grams * (1 - loss / 100) - rest)).toBeLessThan(1.5);
    expect(Math.abs((firstNumbers(why.result)[0] ?? 0) - rest)).toBeLessThan(1);
  });

  test('the ice that is said is the ice of the curve at both temperatures', () => {
    const formula = readFormula('Kefir ice\nServes 6\n400 g kefir\n120 ml double cream\n120 g sugar');
    const part = partOf('Kefir ice\nServes 6\n400 g kefir\n120 ml double cream\n120 g sugar');
    const why = whyIce(formula, { storedC: -18, servedC: -11 }, undefined, larder);
    const sums = sumsOfPart(part, larder);
    const said = [...(why?.result ?? '').matchAll(/(\d+) % ice at (-?\d+)/g)].map(([, ice, tempC]) => [Number(ice), Number(tempC)]);
    expect(said).toEqual([-18, -11].map((tempC) => [Math.round(icePercentAt(sums, tempC)), tempC]));
  });
});

describe('settling', () => {
  test('names what it took: each correction it lists is in the sheet, by its own line and grams', () => {
    const sheet = { ...startWorksheet(readFormula(LOAF.replace('160 g sugar', '60 g sugar'))), original: readFormula(LOAF) };
    const { sheet: settled, taken } = settleAll(sheet, larder, shipped);
    expect(taken.length).toBeGreaterThan(0);
    const decided = settled.decisions.map(({ proposal }) => proposal.id);
    for (const { id, action } of taken) {
      expect(decided).toContain(id);
      if (action.kind === 'add') expect(settled.rebuild.parts[0]?.lines.some(({ foodId, massG }) => foodId === action.foodId && (massG ?? 0) >= action.massG - 0.1)).toBe(true);
    }
  });

  test('of two ways that calm the ledger alike, what is in the bowl and costs less comes first', () => {
    const sheet = startWorksheet(readFormula(LOAF.replace('160 g sugar', '60 g sugar')));
    const before = { ...sheet, original: readFormula(LOAF) };
    const ways = adviceOf(before, standingOf(before, larder, shipped), larder, shipped).find(({ row }) => row.role === 'sweetness')?.ways ?? [];
    const first = ways[0]?.proposal.action;
    expect(first?.kind === 'add' ? first.foodId : '').toBe('sugar');
  });
});

describe('roles that are asked of what is frozen', () => {
  test('are the six, first ice among them, and no warm bake is asked for any', () => {
    expect([...COLD_ROLES].sort()).toEqual(['freezes', 'ice', 'lactose', 'msnf', 'protein', 'solids']);
    const rows = standingOf(bench(LOAF), larder, shipped).rows.map(({ role }) => role);
    expect(rows.filter((role) => COLD_ROLES.includes(role))).toEqual([]);
    expect([roleOf('freezes').runsBelowZero, roleOf('acid').runsBelowZero, roleOf('fat').runsBelowZero]).toEqual([true, true, undefined]);
  });
});

describe('a whipped bowl', () => {
  // A splash is more mix: it weighs more, and of the same foam a portion by volume weighs the same [conservation of mass].
  test('each splash adds its grams, and sweetness in 100 mL is that of the mix over its volume', () => {
    const setup: WhipSetup = { mixer: 'stand', bowlMl: 4000, liquidFirst: 1, splashes: [{ foodId: 'water', massG: 30 }] };
    const states = whip(partOf('Whipped bowl\nServes 2\n225 g fat-free greek yogurt\n40 g casein\n30 g sugar\n2.5 g xanthan\n2.5 g guar'), setup, larder);
    const [first, splashed] = [states[0], states.at(-1)];
    expect((splashed?.massG ?? 0) - (first?.massG ?? 0)).toBeCloseTo(30, 6);
    const sugarG = ((first?.sweetnessPer100Ml ?? 0) * (first?.volumeMl ?? 0)) / 100;
    expect(sugarG).toBeGreaterThan(29);
    expect(sugarG).toBeLessThan(40);
  });
});

test('a swap that a rule knows is offered for every food of its group and for none beside it', () => {
  const offered = (text: string, id: string): boolean => candidatesFor(lineOf(bench(text), id), shipped.rules, larder).some(({ rule: one }) => one.id === 'wheat-oat');
  expect([
    offered('A\n100 g strong white bread flour', 'bread-flour'),
    offered('A\n100 g oat flour', 'oat-flour'),
    offered('A\n100 g self-raising flour', 'self-raising-flour'),
  ]).toEqual([true, false, false]);
});
