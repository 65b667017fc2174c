import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { allLines, analyse, readRecipeText, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { DoorError, rebuildFormula } from '../src/door/door';

const data = join(__dirname, '../../data');
const shipped = loadShippedLarder(data);
const larder = stockLarder(shipped.foods);

/**
 * Swaps as a practised baker would judge them, by the trade's own ranges [common practice]: grams of what stands in, what has to
 * be said, what must never be put in to settle it. Each goes the way of the Bench, once with the liquid alone and once settled.
 */
interface Judged {
  readonly recipe: string;
  readonly swap?: string;
  readonly caution?: string;
  readonly grams?: Readonly<Record<string, readonly [low: number, high: number]>>;
  readonly says?: string;
  readonly quiet?: string;
  readonly stopped?: string;
  readonly strains?: string;
  readonly refuses?: string;
  readonly never?: readonly string[];
  readonly gone?: readonly string[];
}
const judged = JSON.parse(readFileSync(join(data, 'judged-swaps.json'), 'utf8')) as readonly Judged[];

function formulaOf(recipe: string) {
  const read = readRecipeText(recipe, larder, 'us');
  if (!read.ok) throw new Error(read.error);
  return read.formula;
}

/** What a rebuild says to the baker: steps, reasons, warnings, limits and strains, in one text. */
function wordsOf(report: object): string {
  const { accepted, rebuilt, stopped } = report as {
    accepted: readonly { change: string; reason: string }[];
    rebuilt: { warnings: readonly string[]; balance: readonly { role: string; state: string; band: unknown }[] };
    stopped: readonly { why: string }[];
  };
  return JSON.stringify([accepted.map(({ change, reason }) => [change, reason]), rebuilt.warnings, stopped]);
}

const swaps = judged.filter((one): one is Judged & { readonly swap: string } => one.swap !== undefined);

test('there are at least sixty of them', () => {
  expect(judged.length).toBeGreaterThanOrEqual(60);
});

test.each(swaps.map((one) => [`${one.recipe.split('\n')[0] ?? ''}: ${one.swap}`, one] as const))(
  '%s',
  (_name, { recipe, swap, grams = {}, says, quiet, stopped, strains, refuses, never = [], gone = [] }) => {
    const formula = formulaOf(recipe);
    if (refuses !== undefined) {
      expect(() => rebuildFormula(formula, swap, shipped)).toThrow(DoorError);
      expect(() => rebuildFormula(formula, swap, shipped)).toThrow(new RegExp(refuses));
      return;
    }
    const { sheet, report } = rebuildFormula(formula, swap, shipped);
    const massOf = (id: string, lines = allLines(sheet.rebuild)): number => lines.reduce((sum, { foodId, massG = 0 }) => sum + (foodId === id ? massG : 0), 0);
    for (const [id, [low, high]] of Object.entries(grams)) expect([id, massOf(id), massOf(id) >= low && massOf(id) <= high]).toEqual([id, massOf(id), true]);
    for (const id of gone) expect([id, massOf(id)]).toEqual([id, 0]);
    const words = wordsOf(report);
    if (says !== undefined) expect(words).toMatch(new RegExp(says));
    if (quiet !== undefined) expect(words).not.toMatch(new RegExp(quiet));
    const { stopped: limits, rebuilt } = report as { stopped: object; rebuilt: { balance: object } };
    if (stopped !== undefined) expect(JSON.stringify(limits)).toMatch(new RegExp(stopped));
    if (strains !== undefined) expect(JSON.stringify(rebuilt.balance)).toMatch(new RegExp(strains));
    const settled = allLines(rebuildFormula(formula, swap, shipped, true).sheet.rebuild);
    const before = new Set(allLines(formula).map(({ foodId }) => foodId));
    for (const id of never) expect([id, massOf(id, settled)]).toEqual([id, 0]);
    for (const id of ['vital-gluten', 'oat-fibre', 'whey-isolate', 'soy-isolate', 'egg-white-powder']) if (!before.has(id)) expect([id, massOf(id, settled)]).toEqual([id, 0]);
  },
);

test.each(judged.filter(({ caution }) => caution !== undefined).map((one) => [one.recipe.split('\n')[0] ?? '', one.recipe, one.caution ?? ''] as const))(
  '%s',
  (_name, recipe, caution) => {
    expect(analyse(formulaOf(recipe), larder, shipped).cautions.map(({ id }) => id)).toContain(caution);
  },
);
