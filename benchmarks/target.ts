import { createRequire } from 'node:module';
import { join } from 'node:path';
import {
  amountsSteps,
  type AmountsAsk,
  COUNTING,
  type Formula,
  type Goal,
  type Larder,
  NO_GOALS,
  readRecipeText,
  rebuildSteps,
  solverOf,
  startWorksheet,
  stockLarder,
} from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import type loadHighs from 'highs';
import { printRows, quantile } from './figures';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);

const NAMES = [
  'plain flour',
  'sugar',
  'whole milk',
  'butter',
  'carrot',
  'skyr',
  'oat flour',
  'honey',
  'double cream',
  'apple puree',
  'almond flour',
  'golden syrup',
  'ricotta',
  'sunflower oil',
  'banana',
];
const THIRTY = `Loaf\nMakes 20 slices\n${Array.from({ length: 30 }, (_one, i) => `${String(20 + i * 3)} g ${NAMES[i % NAMES.length] ?? ''}`).join('\n')}`;
const TWELVE =
  'Carrot loaf\nMakes 10 slices\n180 g plain flour\n40 g oat flour\n150 g sugar\n120 g sunflower oil\n3 eggs\n200 g carrot\n60 g walnuts\n40 g raisins\n60 g whole milk\n10 g baking powder\n3 g salt\n5 g cinnamon';

function formulaOf(text: string, kitchen: Larder): Formula {
  const read = readRecipeText(text, kitchen, 'metric');
  if (!read.ok) throw new Error(read.error);
  return read.formula;
}

function askOf(text: string, targets: readonly Goal[]): AmountsAsk {
  const sheet = startWorksheet({ ...formulaOf(text, larder), goals: { ...NO_GOALS, excluded: ['tree nuts'], targets } });
  return { sheet, targets, keepsBalance: true, keepsSize: true, freedoms: {}, mayCome: [], prices: new Map(), counting: COUNTING, scaleStepG: 1 };
}

function runAll<S, T>(steps: Generator<S, T>, seen: (step: S) => void = () => undefined): T {
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    seen(step.value);
  }
}

/** Amounts for a target with thirty free lines, and a search with swaps on a formula of twelve lines, by HiGHS warm in this process. */
export async function measureTarget(): Promise<void> {
  const load = createRequire(import.meta.url)('highs') as typeof loadHighs;
  const solver = solverOf(await load());
  const targets = (energyKcal: number, proteinG: number): readonly Goal[] => [
    { figure: 'energyKcal', kind: 'at most', amount: energyKcal },
    { figure: 'proteinG', kind: 'at least', amount: proteinG },
  ];
  /** Goals that can be met, and then some that cannot: 313 kcal and 4.8 g of protein a slice as it lies. */
  const timed = (goals: (i: number) => readonly Goal[]): readonly number[] =>
    Array.from({ length: 60 }, (_one, i) => {
      const ask = askOf(THIRTY, goals(i));
      const from = performance.now();
      runAll(amountsSteps(ask, larder, shipped, solver));
      return performance.now() - from;
    }).slice(10);
  const times = timed((i) => targets(300 - i, 4.9 + i / 100));
  const fights = timed((i) => targets(180 - i, 6));
  const [firsts, alls]: [number[], number[]] = [[], []];
  for (let i = 0; i < 6; i++) {
    const ask = askOf(TWELVE, targets(200 + i, 10));
    const from = performance.now();
    let first: number | undefined;
    runAll(rebuildSteps(ask, larder, shipped, solver), ({ best }) => (first ??= best.length > 0 ? performance.now() - from : undefined));
    firsts.push(first ?? NaN);
    alls.push(performance.now() - from);
  }
  printRows([
    ['Amounts for two goals, 30 free lines, warm (median, 95th; aim 50 ms)', `${quantile(times, 0.5).toFixed(0)} ms, ${quantile(times, 0.95).toFixed(0)} ms`],
    ['The same where they cannot be met, with what fights (median, 95th)', `${quantile(fights, 0.5).toFixed(0)} ms, ${quantile(fights, 0.95).toFixed(0)} ms`],
    ['Rebuilds with stand-ins, 12 lines: first answer, settled (aims 300 ms, 3 s)', `${quantile(firsts, 0.5).toFixed(0)} ms, ${quantile(alls, 0.5).toFixed(0)} ms`],
  ]);
}
