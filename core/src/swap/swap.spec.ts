import { bench, larder, larderNotKnowing, lineOf, opened as open, rule, shipped } from '../../test/larder';
import { allLines } from '../formula';
import { analyse } from '../analysis';
import {
  acceptProposal,
  addRebuildLine,
  adviceOf,
  editRebuildLine,
  mendOriginalLine,
  openSwap,
  pairLines,
  refuseProposal,
  removeRebuildLine,
  restoreLine,
  rowOf,
  type RowAdvice,
  settleLiquid,
  settleOpen,
  standingOf,
  type Worksheet,
} from './index';

const PANCAKES = 'Pancakes\nServes 4\n200 g plain flour\n300 ml milk\n2 eggs\n25 g sugar\n30 g butter, melted';

describe('swapping wheat for coconut flour', () => {
  const opened = open(bench(PANCAKES), 'plain-flour', 'wheat-coconut');

  // Common practice: a quarter to a third of the weight, an egg for each 25 to 30 g of coconut flour.
  test('the ratio and each side change stand as proposals of their own, and nothing changes by itself', () => {
    expect(opened.rebuild).toEqual(bench(PANCAKES).rebuild);
    expect(opened.open.map(({ action }) => action.kind)).toEqual(['replace', 'add', 'step']);
    const [replace] = opened.open;
    const massG = replace?.action.kind === 'replace' ? (replace.action.to[0]?.massG ?? 0) : 0;
    expect(massG).toBeGreaterThanOrEqual(200 * 0.25);
    expect(massG).toBeLessThanOrEqual(200 / 3);
  });

  test('taken, it pours as the original pours', () => {
    const done = settleLiquid(opened, larder, shipped);
    expect(rowOf(standingOf(done, larder, shipped), 'thickness')).toMatchObject({ state: 'in' });
    expect(lineOf(done, 'egg').amountText).toBe('4');
    expect(done.decisions.every(({ outcome }) => outcome === 'accepted')).toBe(true);
  });

  test('refusing the swap withdraws what it brought; refusing a side change leaves the rest', () => {
    const [replace, egg] = opened.open;
    if (!replace || !egg) throw new Error('no proposals');
    expect(refuseProposal(opened, replace).open).toEqual([]);
    const without = refuseProposal(opened, egg);
    expect(without.open).toHaveLength(2);
    expect(lineOf(settleLiquid(without, larder, shipped), 'egg').massG).toBe(100);
  });

  test('an edited amount is taken as edited and kept so in the record', () => {
    const [replace] = opened.open;
    if (!replace) throw new Error('no proposal');
    const edited = acceptProposal(opened, replace, larder, 60);
    expect(lineOf(edited, 'coconut-flour').massG).toBe(60);
    expect(edited.decisions[0]?.outcome).toBe('edited');
  });
});

describe('the liquid correction', () => {
  const thickness = (sheet: Worksheet): RowAdvice | undefined => adviceOf(sheet, standingOf(sheet, larder, shipped), larder, shipped).find(({ row }) => row.role === 'thickness');
  const drier = (sheet: Worksheet, ml: number): Worksheet =>
    editRebuildLine(sheet, lineOf(sheet, 'whole-milk').id, { kind: 'amount', amount: { value: ml, unit: 'ml' }, text: `${ml} mL` }, larder);

  test('a thirstier flour asks for the formula’s own liquid first; a less thirsty one gives liquid back', () => {
    const coconut = settleOpen(open(bench(PANCAKES), 'plain-flour', 'wheat-coconut'), larder);
    expect(thickness(drier(coconut, 90))?.ways[0]?.proposal.action).toMatchObject({ kind: 'add', foodId: 'whole-milk' });
    const almond = settleOpen(open(bench(PANCAKES), 'plain-flour', 'wheat-almond'), larder);
    expect(thickness(drier(almond, 380))?.ways[0]?.proposal.action).toMatchObject({ kind: 'less', lineId: lineOf(almond, 'whole-milk').id });
  });

  test('a loaf without milk is offered water before eggs', () => {
    const loaf = bench('Loaf\nServes 8\n200 g plain flour\n3 eggs\n140 ml oil\n160 g sugar');
    const pea = settleOpen(open(loaf, 'plain-flour', 'wheat-pea', 0.5), larder);
    expect(thickness(pea)?.ways[0]?.proposal.action).toMatchObject({ kind: 'add', foodId: 'water' });
  });

  test('once refused it stays away until the thickness moves again', () => {
    const sheet = drier(bench(PANCAKES), 120);
    const advice = thickness(sheet);
    if (!advice?.ways[0] || advice.row.rebuild === undefined) throw new Error('no correction');
    const refused = refuseProposal(sheet, advice.ways[0].proposal, advice.row.rebuild);
    expect(thickness(refused)).toBeUndefined();
    expect(rowOf(standingOf(refused, larder, shipped), 'thickness')).toMatchObject({ state: 'high', left: true });
    expect(thickness(drier(refused, 60))?.ways.length).toBeGreaterThan(0);
  });

  // A loose, syrupy batter: a practised baker pours a splash more for oats, not twice the milk.
  test('sticky gingerbread of oat flour asks for little or no more milk', () => {
    const gingerbread = bench('Sticky gingerbread\nMakes 12 slices\n300 g plain flour\n200 g treacle\n100 g brown sugar\n110 g butter, melted\n1 egg\n250 ml milk');
    const oat = settleLiquid(open(gingerbread, 'plain-flour', 'wheat-oat', 0.8), larder, shipped);
    expect(lineOf(oat, 'whole-milk').massG).toBeLessThan(1.25 * (lineOf(gingerbread, 'whole-milk').massG ?? NaN));
  });

  test('no flour, no liquid or only water are answered in words, never with a number', () => {
    for (const text of ['Syrup\n100 g sugar\n100 ml water', 'Dust\n100 g plain flour', 'Water\n1 l water']) {
      const sheet = bench(text);
      expect([text, analyse(sheet.original, larder, shipped).consistency.kind, thickness(sheet)]).toEqual([text, 'not-reckoned', undefined]);
    }
  });
});

describe('the worksheet', () => {
  test('mass goes where the ratio says: part of a line is swapped, the rest is kept beside it', () => {
    const done = settleOpen(open(bench(PANCAKES), 'plain-flour', 'wheat-buckwheat', 0.4), larder);
    expect([lineOf(done, 'plain-flour').massG, lineOf(done, 'buckwheat-flour').massG]).toEqual([120, 80]);
    const [pair] = pairLines(done)[0]?.pairs ?? [];
    expect([pair?.original?.foodId, pair?.rebuilt.map(({ foodId }) => foodId)]).toEqual(['plain-flour', ['plain-flour', 'buckwheat-flour']]);
  });

  test('wheat to oat and back again gives the nutrition of the wheat it started with', () => {
    const start = bench(PANCAKES);
    const takeSwap = (sheet: Worksheet): Worksheet => {
      const swap = sheet.open.findLast(({ action }) => action.kind === 'replace');
      return swap ? acceptProposal(sheet, swap, larder) : sheet;
    };
    const oat = takeSwap(open(start, 'plain-flour', 'wheat-oat'));
    const wheat = takeSwap(open(oat, 'oat-flour', 'oats-wheat'));
    const energy = (sheet: Worksheet): number => analyse(sheet.rebuild, larder).views.batch.energyKcal.amount;
    expect(energy(wheat)).toBeCloseTo(energy(start), 6);
    expect(energy(oat)).not.toBeCloseTo(energy(start), 0);
  });

  test('a mended original takes its untouched copy along; a line left out can be put back; a new one is read', () => {
    const sheet = bench('Buns\nServes 2\n100 g plain flour\n2 tbsp unobtainium\n50 ml milk');
    const [, unknown] = allLines(sheet.original);
    if (!unknown) throw new Error('the second line is missing');
    const mended = mendOriginalLine(sheet, unknown.id, { kind: 'food', foodId: 'honey' }, larder);
    expect(lineOf(mended, 'honey').massG).toBeCloseTo(2 * 14.78676478125 * 1.42, 6);
    const without = removeRebuildLine(mended, lineOf(mended, 'honey').id);
    expect(pairLines(without)[0]?.pairs.find(({ original }) => original?.id === unknown.id)?.rebuilt).toEqual([]);
    expect(lineOf(restoreLine(without, unknown.id), 'honey').origin).toEqual({ kind: 'kept', lineId: unknown.id });
    expect(lineOf(addRebuildLine(sheet, 'p1', '30 g inulin', larder), 'inulin').massG).toBe(30);
  });

  test('a swap of a line without grams, or of nothing, is refused in words', () => {
    const sheet = bench('Buns\nServes 2\nplain flour\n50 ml milk');
    expect(openSwap(sheet, lineOf(sheet, 'plain-flour').id, rule('wheat-oat'), 1, larder)).toMatchObject({ ok: false, error: expect.stringContaining('grams') });
    expect(openSwap(sheet, 'nowhere', rule('wheat-oat'), 1, larder)).toMatchObject({ ok: false });
    expect(openSwap(bench(PANCAKES), lineOf(bench(PANCAKES), 'plain-flour').id, rule('wheat-oat'), 0, larder)).toMatchObject({ ok: false });
  });
});

describe('what is said of the result', () => {
  test('allergens and cautions follow the swap', () => {
    const done = settleOpen(open(bench(PANCAKES), 'plain-flour', 'wheat-almond'), larder);
    const said = analyse(done.rebuild, larder, shipped);
    expect(said.allergens.contains).toEqual(['egg', 'milk', 'tree nuts']);
    expect(said.cautions.map(({ id }) => id)).toEqual(['raw-flour-egg', 'griddle']);
    const sweet = analyse(bench('Fudge\nServes 4\n100 g xylitol\n50 g butter').rebuild, larder, shipped);
    expect(sweet.cautions.map(({ id }) => id)).toEqual(['polyols-laxative', 'polyols-portion', 'xylitol-dogs', 'clinician']);
  });

  test('a food with unknown fibre leaves a named gap in fibre and net carbs, not in energy', () => {
    const { figures } = analyse(bench('Ice\nServes 2\n100 g blackcurrants\n100 g yogurt').rebuild, larderNotKnowing('blackcurrants', 'fibreG')).totals;
    expect([figures.fibreG.gaps, figures.netCarbG.gaps, figures.energyKcal.gaps]).toEqual([['rl1'], ['rl1'], []]);
  });

  test('scaling a formula scales its sums and leaves its thickness', () => {
    const once = analyse(bench(PANCAKES).rebuild, larder);
    const thrice = analyse(
      bench(PANCAKES.replace('200 g', '600 g').replace('300 ml', '900 ml').replace('2 eggs', '6 eggs').replace('25 g', '75 g').replace('30 g', '90 g')).rebuild,
      larder,
    );
    expect(thrice.totals.figures.proteinG.amount).toBeCloseTo(3 * once.totals.figures.proteinG.amount, 6);
    if (once.consistency.kind !== 'reckoned' || thrice.consistency.kind !== 'reckoned') throw new Error('not reckoned');
    expect(thrice.consistency.scale).toBeCloseTo(once.consistency.scale, 9);
  });
});
