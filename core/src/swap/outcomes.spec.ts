import { bench, food, larder, lineOf, opened, shipped } from '../../test/larder';
import { allLines, sumsOfPart } from '../formula';
import { AT, bringsPerGram, readSum } from '../role';
import { roleRatio } from './byRoles';
import { wholePieces } from './bounds';
import { correctionsFor } from './correct';
import { acceptProposal, refuseProposal, settleOpen, withEditedMass } from './decide';
import { ruleForBlend } from './ruleFor';
import { settleAll, settleLiquid } from './settle';
import { askingRows, standingOf, unrestOf } from './standing';
import { measuresOf } from '../role';
import { type Worksheet } from './worksheet';

const MUFFINS = 'Muffins\nMakes 12 muffins\n250 g plain flour\n2 tsp baking powder\n120 g sugar\n2 eggs\n180 ml milk\n90 g butter, melted\n1/4 tsp salt';
const COOKIES = 'Cookies\nMakes 20 cookies\n220 g plain flour\n120 g butter\n100 g sugar\n80 g brown sugar\n1 egg\n1/2 tsp baking soda\n150 g chocolate chips';
const PANCAKES = 'Pancakes\nServes 4\n200 g plain flour\n2 tsp baking powder\n2 eggs\n280 ml milk\n30 g butter\n20 g sugar';
const LOAF = 'Loaf cake\nServes 10\n200 g self-raising flour\n180 g sugar\n180 g butter\n3 eggs\n60 ml milk';

const REBUILDS: readonly (readonly [string, string, string, string])[] = [
  ['muffins of oat flour', MUFFINS, 'plain-flour', 'oat-flour'],
  ['muffins with erythritol', MUFFINS, 'sugar', 'erythritol'],
  ['muffins with yogurt for butter', MUFFINS, 'butter', 'greek-yogurt'],
  ['cookies of almond flour', COOKIES, 'plain-flour', 'almond-flour'],
  ['pancakes of coconut flour', PANCAKES, 'plain-flour', 'coconut-flour'],
  ['pancakes of buckwheat', PANCAKES, 'plain-flour', 'buckwheat-flour'],
  ['a loaf with allulose', LOAF, 'sugar', 'allulose'],
  ['a loaf with apple for butter', LOAF, 'butter', 'apple-puree'],
];

function rebuilt(text: string, from: string, to: string): Worksheet {
  const sheet = bench(text);
  const found = ruleForBlend(lineOf(sheet, from), [{ food: food(to), share: 1 }], shipped.rules, larder, standingOf(sheet, larder, shipped).product?.id);
  if (!found?.ok) throw new Error(`no rule for ${from} to ${to}`);
  return opened(sheet, from, found.rule, Math.min(found.rule.maxShare, 1));
}

const calm = (sheet: Worksheet): { asking: number; unrest: number } => {
  const standing = standingOf(sheet, larder, shipped);
  return { asking: askingRows(standing).length, unrest: unrestOf(measuresOf(standing.sums), standing.rows) };
};

describe.each(REBUILDS)('settling %s', (_name, text, from, to) => {
  const sheet = rebuilt(text, from, to);
  const { sheet: settled, taken, unmet } = settleAll(sheet, larder, shipped);

  test('takes nothing that is not needed: without any one of its corrections the ledger is less calm', () => {
    const start = settleOpen(sheet, larder);
    const whole = calm(settled);
    taken.forEach((_one, without) => {
      const fewer = calm(taken.reduce((now, proposal, i) => (i === without ? now : acceptProposal(now, proposal, larder)), start));
      expect([taken[without]?.action, fewer.asking > whole.asking || fewer.unrest > whole.unrest + 1e-6]).toEqual([taken[without]?.action, true]);
    });
    // The sheet is what its list of corrections makes of the start.
    const replayed = taken.reduce((now, proposal) => acceptProposal(now, proposal, larder), start);
    const grams = (of: Worksheet): readonly (readonly [string | undefined, number])[] =>
      allLines(of.rebuild).map(({ foodId, massG }) => [foodId, Math.round((massG ?? 0) * 10) / 10] as const);
    expect(grams(settled)).toEqual(grams(replayed));
    expect(unmet.map(({ role }) => role).sort()).toEqual(
      askingRows(standingOf(settled, larder, shipped))
        .map(({ role }) => role)
        .sort(),
    );
  });

  test('leaves no line twice under one id, nothing below zero, no correction larger than a quarter of the mix', () => {
    const ids = allLines(settled.rebuild).map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    const [part] = settled.rebuild.parts;
    const mixG = part ? (sumsOfPart(part, larder)[AT.massG] ?? 0) : 0;
    for (const { massG } of allLines(settled.rebuild)) expect(massG).toBeGreaterThan(0);
    for (const { action } of taken) {
      if (action.kind === 'add') expect(action.massG).toBeLessThan((action.why === 'liquid' ? 0.5 : 0.25) * mixG);
      if (action.kind === 'add') expect([action.foodId, action.foodId === from]).toEqual([action.foodId, false]);
    }
    expect(calm(settled).asking).toBeLessThanOrEqual(calm(settleOpen(sheet, larder)).asking);
  });

  test('takes of one line, or adds of one food, once; what is there for its taste stays', () => {
    const about = taken.map(({ action }) => (action.kind === 'add' ? `add ${action.foodId}` : action.kind === 'less' ? `less ${action.lineId}` : action.kind));
    expect(about.filter((one) => one !== 'step')).toEqual([...new Set(about.filter((one) => one !== 'step'))]);
    const standing = standingOf(settleOpen(sheet, larder), larder, shipped);
    const seasonings = allLines(sheet.rebuild).flatMap(({ id, foodId }) => (foodId === 'salt' ? [id] : []));
    for (const row of askingRows(standing))
      for (const { action } of correctionsFor(standing, row, larder, shipped)) if (action.kind === 'less') expect(seasonings).not.toContain(action.lineId);
  });

  test('the liquid alone brings the thickness nearer to the original, and nothing else in', () => {
    const [before, after] = [settleOpen(sheet, larder), settleLiquid(sheet, larder, shipped)];
    const off = (of: Worksheet): number => {
      const { sums, original } = standingOf(of, larder, shipped);
      return Math.abs((measuresOf(sums).thickness ?? 0) - (original.thickness ?? 0));
    };
    expect(off(after)).toBeLessThanOrEqual(off(before) + 1e-9);
    expect(after.decisions.length - before.decisions.length).toBeLessThanOrEqual(1);
  });
});

describe('two foods that no rule joins are held against each other by what they do', () => {
  const ratio = (from: string, to: string): number => roleRatio(food(from), food(to)).standIn.ratio;
  const role = (from: string, to: string): string => roleRatio(food(from), food(to)).role;
  const share = (id: string, of: number): number => readSum(bringsPerGram(food(id)), of);

  test.each([
    ['sugar', 'sucralose-drops', 'sweetness'],
    ['honey', 'erythritol', 'sweetness'],
    ['stevia-reba', 'allulose', 'sweetness'],
    ['teff-flour', 'lupin-flour', 'what they drink'],
    ['cornflour', 'oat-flour', 'what they drink'],
    ['butter', 'tahini', 'fat'],
    ['sunflower-oil', 'apple-puree', 'moisture, three quarters of the fat'],
    ['xanthan', 'guar', 'binding'],
    ['baking-powder', 'baking-soda', 'gas'],
    ['cream-of-tartar', 'citric-acid', 'acid'],
    ['whole-milk', 'orange-juice', 'weight'],
    ['coconut-milk', 'skimmed-milk', 'weight'],
    ['ricotta', 'cottage-cheese', 'weight'],
    ['banana-puree', 'pumpkin-puree', 'water'],
    ['rice-cooked', 'short-grain-rice', 'dry matter'],
    ['rice-cooked', 'quinoa-cooked', 'water'],
    ['raisins', 'walnuts', 'weight'],
    ['sugar', 'dates', 'weight'],
    ['dates', 'honey', 'sweetness'],
    ['condensed-milk', 'allulose', 'sweetness'],
    ['honey', 'dates', 'weight'],
    ['cinnamon', 'ginger', 'weight'],
  ])('%s and %s by %s', (from, to, by) => {
    expect(role(from, to)).toBe(by);
  });

  test('the ratios are those of what each brings, within what a baker would try', () => {
    expect(ratio('butter', 'sunflower-oil')).toBeCloseTo(share('butter', AT.fatG) / share('sunflower-oil', AT.fatG), 3);
    expect(ratio('whole-milk', 'greek-yogurt')).toBeCloseTo(Math.min(share('whole-milk', AT.allWaterG) / share('greek-yogurt', AT.allWaterG), 1.4), 3);
    // Rice grows to about two and a half to three times its weight [common practice].
    expect(1 / ratio('rice-cooked', 'short-grain-rice')).toBeGreaterThan(2.4);
    expect(1 / ratio('rice-cooked', 'short-grain-rice')).toBeLessThan(3.1);
    expect(ratio('plain-flour', 'coconut-flour')).toBeLessThan(0.6);
    expect(ratio('coconut-flour', 'plain-flour')).toBe(1);
    // Soda gives three to four times the gas of double-acting powder, weight for weight [handbooks].
    expect(ratio('baking-powder', 'baking-soda')).toBeGreaterThan(0.2);
    expect(ratio('baking-powder', 'baking-soda')).toBeLessThan(0.4);
    expect(ratio('baking-soda', 'baking-powder') * ratio('baking-powder', 'baking-soda')).toBeCloseTo(1, 1);
  });
});

describe('what is decided', () => {
  const replace = {
    kind: 'replace',
    lineId: 'x',
    fromMassG: 100,
    to: [
      { foodId: 'oat-flour', massG: 60 },
      { foodId: 'almond-flour', massG: 20 },
    ],
  } as const;

  test('other grams keep the proportion of several stand-ins; where all were nothing they share alike', () => {
    expect(withEditedMass(replace, 40)).toMatchObject({ to: [{ massG: 30 }, { massG: 10 }] });
    expect(withEditedMass({ ...replace, to: replace.to.map((one) => ({ ...one, massG: 0 })) }, 40)).toMatchObject({ to: [{ massG: 20 }, { massG: 20 }] });
    expect(withEditedMass({ kind: 'add', foodId: 'water', massG: 10, why: 'liquid' }, 25)).toMatchObject({ massG: 25 });
    expect(withEditedMass({ kind: 'step', text: 'rest it' }, 25)).toEqual({ kind: 'step', text: 'rest it' });
  });

  test('stand-ins of one swap are lines of their own, and what is left of the line stays beside them', () => {
    const sheet = bench(MUFFINS);
    const line = lineOf(sheet, 'plain-flour');
    const proposal = {
      id: 'q1.0',
      swapId: 'q1',
      ruleId: 'r',
      partId: sheet.rebuild.parts[0]?.id ?? '',
      action: { ...replace, lineId: line.id, fromMassG: 150 },
      reason: '',
      mark: 'P',
      source: '',
    } as const;
    const flours = allLines(acceptProposal(sheet, proposal, larder).rebuild).slice(0, 3);
    expect(flours.map(({ foodId, massG }) => [foodId, massG])).toEqual([
      ['plain-flour', 100],
      ['oat-flour', 60],
      ['almond-flour', 20],
    ]);
    expect(new Set(flours.map(({ id }) => id)).size).toBe(3);
    expect(acceptProposal(sheet, proposal, larder, 40).decisions.at(-1)?.outcome).toBe('edited');
    expect(acceptProposal(sheet, proposal, larder, 80).decisions.at(-1)?.outcome).toBe('accepted');
    expect(refuseProposal(sheet, proposal).rebuild).toBe(sheet.rebuild);
  });

  test('eggs go in by the half, rounded up unless they are nearly enough; other foods by the gram', () => {
    const egg = food('egg').measuresG['piece'] ?? NaN;
    expect([0.1, 0.5, 0.54, 0.7, 1.02, 1.4].map((eggs) => wholePieces(food('egg'), eggs * egg) / egg)).toEqual([0.5, 0.5, 0.5, 1, 1, 1.5]);
    expect(wholePieces(food('banana'), 37)).toBe(37);
  });
});
