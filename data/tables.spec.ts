import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  allLines,
  analyse,
  candidatesFor,
  consistencyOf,
  liquidBalance,
  openSwap,
  readRecipeText,
  settleOpen,
  startWorksheet,
  stockLarder,
  takeAll,
  totalsOf,
} from '@fellmist/core';
import { HyperFormula } from 'hyperformula';
import { loadShippedLarder } from './load';

const shipped = loadShippedLarder(__dirname);
const larder = stockLarder(shipped.foods);

interface Classic {
  readonly id: string;
  readonly scale: number;
  readonly grams: Readonly<Record<string, number>>;
  readonly melted: readonly string[];
}
const classics = JSON.parse(readFileSync(join(__dirname, 'classic-formulas.json'), 'utf8')) as readonly Classic[];

function scaleOfClassic({ grams, melted }: Classic): number {
  const mix = Object.entries(grams).map(([id, massG]) => {
    const food = larder.foods.get(id);
    if (!food) throw new Error(`no food ${id}`);
    return { food, massG, melted: melted.includes(id) };
  });
  const result = consistencyOf(mix);
  if (result.kind !== 'reckoned') throw new Error(result.words);
  return result.scale;
}

describe('the consistency model on formulas of common knowledge', () => {
  // Ratio classes of flour to liquid by volume (pour 1:1, drop 2:1, soft dough 3:1, stiff dough 6-8:1): Bennion & Scheule,
  // Introductory Foods, from memory. The others are weights of common knowledge, from memory.
  test.each(classics.map((classic) => [classic.id, classic] as const))('%s is within one class (0.75 of a step of the spoon scale)', (_id, classic) => {
    expect(Math.abs(scaleOfClassic(classic) - classic.scale)).toBeLessThanOrEqual(0.75);
  });

  test('nine in ten are within half a step', () => {
    const near = classics.filter((classic) => Math.abs(scaleOfClassic(classic) - classic.scale) <= 0.55).length;
    expect(near / classics.length).toBeGreaterThanOrEqual(0.9);
  });
});

describe('the swap rules', () => {
  test('there are at least fifteen, and every food and reason they name is there', () => {
    expect(shipped.rules.length).toBeGreaterThanOrEqual(15);
    for (const rule of shipped.rules) {
      const named = [
        ...rule.from,
        ...rule.to.map(({ foodId }) => foodId),
        ...rule.side.flatMap((side) => (side.kind === 'add' ? [side.foodId] : side.kind === 'less' ? side.foodIds : [])),
      ];
      expect([rule.id, named.filter((id) => !larder.foods.has(id))]).toEqual([rule.id, []]);
    }
  });

  test('every rule, on its own food in a plain batter, ends with known amounts and the thickness of the original where liquid can do it', () => {
    for (const rule of shipped.rules) {
      const from = larder.foods.get(rule.from[0] ?? '')?.name ?? '';
      const read = readRecipeText(`Batter\nServes 4\n150 g plain flour\n200 ml milk\n50 g sugar\n100 g ${from}`, larder, 'us');
      if (!read.ok) throw new Error(read.error);
      const sheet = startWorksheet(read.formula);
      const line = allLines(sheet.rebuild).find((candidate) => candidate.foodId === rule.from[0]);
      if (!line) throw new Error(`${rule.id}: its food was not read`);
      const opened = openSwap(sheet, line.id, rule, rule.maxShare, larder);
      if (!opened.ok) throw new Error(`${rule.id}: ${opened.error}`);
      const done = takeAll(opened.sheet, larder);
      const balance = liquidBalance(done, larder);
      expect([rule.id, allLines(done.rebuild).every(({ massG }) => Number.isFinite(massG) && (massG ?? -1) >= 0)]).toEqual([rule.id, true]);
      if (balance.original.kind === 'reckoned' && balance.rebuild.kind === 'reckoned' && balance.corrections.length === 0) {
        expect([rule.id, Math.abs(balance.rebuild.scale - balance.original.scale) < 0.2 || balance.stuck !== undefined]).toEqual([rule.id, true]);
      }
      expect(candidatesFor(line, shipped.rules, larder).map(({ rule: fitting }) => fitting.id)).toContain(rule.id);
      expect(settleOpen(done, larder)).toEqual(done);
    }
  });
});

// HyperFormula (a spreadsheet engine) recomputes the same sheet: grams x per-100-g, summed, and net carbohydrate a line.
test('sums agree with a spreadsheet of the same formula', () => {
  const text = readFileSync(join(__dirname, 'demo', 'carrot-cardamom-loaf.txt'), 'utf8');
  const read = readRecipeText(text, larder, 'uk');
  if (!read.ok) throw new Error(read.error);
  const lines = allLines(read.formula);
  const cells = lines.map((line, i) => {
    const { energyKcal = 0, proteinG = 0, fatG = 0, carbohydrateG = 0, fibreG = 0, sodiumMg = 0 } = larder.foods.get(line.foodId ?? '')?.per100g ?? {};
    return [line.massG ?? 0, energyKcal, proteinG, fatG, carbohydrateG, fibreG, sodiumMg, `=A${i + 1}*(E${i + 1}-F${i + 1})/100`];
  });
  const sums = ['B', 'C', 'D', 'E', 'F', 'G'].map((column) => `=SUMPRODUCT(A1:A${cells.length},${column}1:${column}${cells.length})/100`);
  const engine = HyperFormula.buildFromArray([...cells, [...sums, `=SUM(H1:H${cells.length})`, `=SUM(A1:A${cells.length})`]], { licenseKey: 'gpl-v3' });
  const sheet = engine.getSheetValues(0)[cells.length] as number[];
  const { figures, massG } = totalsOf(read.formula, larder);
  const ours = [figures.energyKcal, figures.proteinG, figures.fatG, figures.carbohydrateG, figures.fibreG, figures.sodiumMg, figures.netCarbG].map(({ amount }) => amount);
  [...ours, massG].forEach((amount, i) => expect(amount).toBeCloseTo(sheet[i] ?? NaN, 6));
  engine.destroy();
});

test('a formula of unknown foods only reckons nothing and says so', () => {
  const read = readRecipeText('Mystery\nServes 2\n100 g unobtainium\n2 cups moonlight', larder, 'us');
  if (!read.ok) throw new Error(read.error);
  const analysis = analyse(read.formula, larder, shipped.cautions);
  expect(analysis.gaps.map(({ text }) => text)).toEqual(['100 g unobtainium', '2 cups moonlight']);
  expect(analysis.totals.figures.energyKcal).toMatchObject({ amount: 0, gaps: ['l1', 'l2'] });
  expect(analysis.consistency).toMatchObject({ kind: 'not-reckoned' });
});
