import fc from 'fast-check';
import loadHighs from 'highs';
import { solveQP } from 'quadprog';
import { bench, larder, larderNotKnowing, lineOf, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { allLines, COUNTING, type Goal, type GoalFigure, type GoalKind, type Goals, judgeGoals, NO_GOALS } from '../formula';
import { acceptProposal, settleOpen, standingOf } from '../swap';
import {
  type Amounts,
  type AmountsAsk,
  amountsSteps,
  type TradeAxis,
  type Freedom,
  type LimitOf,
  type QuadraticModel,
  rebuildSteps,
  type Solver,
  solverOf,
  tradeOffSteps,
} from './index';

let solver: Solver;
beforeAll(async () => {
  solver = solverOf(await loadHighs());
});

type Found = Extract<Amounts, { kind: 'amounts' }>;
type Wanted = Partial<AmountsAsk> & { readonly recipe: string };
const askOf = ({ recipe, ...more }: Wanted): AmountsAsk => ({
  sheet: bench(recipe),
  targets: [],
  keepsBalance: true,
  keepsSize: true,
  freedoms: {},
  mayCome: [],
  prices: new Map(),
  counting: COUNTING,
  scaleStepG: 1,
  ...more,
});
function answer(wanted: Wanted, kitchen = larder): Amounts {
  const steps = amountsSteps(askOf(wanted), kitchen, shipped, solver);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}
function found(wanted: Wanted, kitchen = larder): Found {
  const amounts = answer(wanted, kitchen);
  if (amounts.kind !== 'amounts') throw new Error('nothing was free');
  return amounts;
}
const taken = (wanted: Wanted, { proposals }: Found) => settleOpen({ ...askOf(wanted).sheet, open: [...proposals] }, larder);
const most = (figure: GoalFigure, amount: number, per?: Goal['per']): Goal => ({ figure, kind: 'at most', amount, ...(per ? { per } : {}) });
const least = (figure: GoalFigure, amount: number, per?: Goal['per']): Goal => ({ ...most(figure, amount, per), kind: 'at least' });
const free = (leastG: number, mostG: number): Freedom => ({ kind: 'free', leastG, mostG });
const named = (of: LimitOf): string => (of.kind === 'target' ? of.goal.figure : of.kind === 'role' ? of.role : of.kind);
const gramsIn = (sheet: AmountsAsk['sheet'], foodId: string): number => allLines(sheet.rebuild).reduce((sum, line) => sum + (line.foodId === foodId ? (line.massG ?? 0) : 0), 0);

const LOAF = 'Carrot loaf\nMakes 10 slices\n200 g plain flour\n150 g sugar\n120 g sunflower oil\n3 eggs\n200 g carrot\n10 g baking powder\n3 g salt\n5 g cinnamon\n60 g walnuts';
const PANCAKES = 'Pancakes\nMakes 8\n150 g plain flour\n250 g whole milk\n2 eggs\n20 g sugar\n20 g butter, melted\n6 g baking powder\n2 g salt';
const ICE = 'Vanilla ice cream\nMakes 6\n300 g whole milk\n200 g double cream\n110 g sugar\n3 egg yolks\n20 g skimmed milk powder';

describe('the solver', () => {
  // quadprog 1.6.1, the dual method of Goldfarb & Idnani: min −dᵀx + ½ xᵀDx with Aᵀx ≥ b. Its places are counted from one.
  function byQuadprog({ columns, rows }: QuadraticModel): readonly number[] {
    const bounds = columns.flatMap(({ least: low, most: high }, i) => {
      const unit = (sign: number): number[] => columns.map((_one, j) => (i === j ? sign : 0));
      return [...(low > -Infinity ? [{ factors: unit(1), at: low }] : []), ...(high < Infinity ? [{ factors: unit(-1), at: -high }] : [])];
    });
    const said = rows.flatMap(({ factors, least: low, most: high }) => [
      ...(low > -Infinity ? [{ factors: [...factors], at: low }] : []),
      ...(high < Infinity ? [{ factors: factors.map((one) => -one), at: -high }] : []),
    ]);
    const all = [...bounds, ...said];
    const square = [[], ...columns.map(({ square: q }, i) => [0, ...columns.map((_one, j) => (i === j ? q : 0))])];
    const factors = [[], ...columns.map((_one, j) => [0, ...all.map((one) => one.factors[j] ?? 0)])];
    const { solution, message } = solveQP(square, [0, ...columns.map(({ cost }) => -cost)], factors, [0, ...all.map(({ at }) => at)]);
    expect(message).toBe('');
    return solution.slice(1);
  }

  test('agrees with another package on 200 random problems', () => {
    const real = (min: number, max: number) => fc.integer({ min: min * 100, max: max * 100 }).map((hundredths) => hundredths / 100);
    const model = fc.integer({ min: 2, max: 12 }).chain((size) =>
      fc.record({
        columns: fc.array(fc.record({ least: real(0, 5), cost: real(-20, 5), square: real(0.1, 4) }), { minLength: size, maxLength: size }),
        rows: fc.array(fc.record({ factors: fc.array(real(-3, 3), { minLength: size, maxLength: size }), room: real(0.5, 30) }), { minLength: 1, maxLength: 10 }),
      }),
    );
    let tried = 0;
    fc.assert(
      fc.property(model, ({ columns, rows }) => {
        // Room is left around a point within all bounds, so that there is an answer.
        const within = columns.map((one) => one.least + 1);
        const asked: QuadraticModel = {
          columns: columns.map((one) => ({ ...one, most: one.least + 40 })),
          rows: rows.map(({ factors, room }) => ({ factors, least: -Infinity, most: factors.reduce((sum, factor, i) => sum + factor * (within[i] ?? 0), 0) + room })),
        };
        const [ours, theirs] = [solver(asked), byQuadprog(asked)];
        tried += 1;
        theirs.forEach((one, i) => expect(ours?.[i]).toBeCloseTo(one, 4));
      }),
      { numRuns: 200, seed: 15 },
    );
    expect(tried).toBe(200);
  });

  test('says that there is no answer where there is none', () => {
    expect(solver({ columns: [{ least: 0, most: 1, cost: 0, square: 1 }], rows: [{ factors: [1], least: 2, most: 3 }] })).toBeUndefined();
  });
});

describe('amounts for a target', () => {
  // Pearson's square, the textbook way to mix two milks: parts of the one are how far the other lies from what is wanted.
  test('two foods come to what the Pearson square says', () => {
    const fat = (id: string): number => larder.foods.get(id)?.per100g.fatG ?? NaN;
    const [rich, lean] = [fat('double-cream'), fat('whole-milk')];
    const recipe = 'Mixture\nMakes 4\n300 g double cream\n500 g whole milk';
    const wanted = { recipe, keepsBalance: false, scaleStepG: 0.1 as const, targets: [most('fatG', 12.001, '100 g'), least('fatG', 12, '100 g')] };
    const sheet = taken(wanted, found(wanted));
    expect(gramsIn(sheet, 'double-cream') / gramsIn(sheet, 'whole-milk')).toBeCloseTo((12 - lean) / (rich - 12), 2);
  });

  test('what is promised is what the analysis says, to a thousandth, and nothing is pushed out of its band', () => {
    const figures: readonly GoalFigure[] = ['energyKcal', 'proteinG', 'fatG', 'carbohydrateG', 'sugarsG', 'fibreG', 'sodiumMg', 'sweetness'];
    const goal = fc.record({
      figure: fc.constantFrom(...figures),
      kind: fc.constantFrom<GoalKind>('at most', 'at least', 'near'),
      share: fc.double({ min: 0.75, max: 1.25, noNaN: true }),
      per: fc.constantFrom<NonNullable<Goal['per']>>('portion', '100 g', 'batch'),
    });
    const mayCome = ['skyr', 'whey-isolate', 'apple-puree', 'oat-flour', 'erythritol'].map((foodId) => ({ foodId, mostG: 80 }));
    let met = 0;
    fc.assert(
      fc.property(fc.constantFrom(LOAF, PANCAKES, ICE), fc.array(goal, { minLength: 1, maxLength: 3 }), (recipe, goals) => {
        const before = analyse(bench(recipe).rebuild, larder, shipped);
        const judgedOf = ({ views, measures }: typeof before) => ({ views, sweetness: measures.sweetness });
        const targets = goals.map(({ figure, kind, share, per }): Goal => {
          const [state] = judgeGoals([{ figure, kind, amount: 0, per }], judgedOf(before));
          return { figure, kind, per, amount: (state?.now ?? 1) * share };
        });
        const wanted = { recipe, targets, mayCome };
        const amounts = found(wanted);
        const sheet = taken(wanted, amounts);
        const after = analyse(sheet.rebuild, larder, shipped);
        const judged = judgeGoals(targets, judgedOf(after));
        targets.forEach((target, i) => {
          const line = amounts.lines.find(({ of }) => of.kind === 'target' && of.goal === target);
          expect(Math.abs((line?.value ?? NaN) - (judged[i]?.now ?? NaN))).toBeLessThanOrEqual(1e-3 * Math.abs(line?.value ?? 1) + 1e-9);
        });
        if (!amounts.isMet) return;
        met += 1;
        expect(judged.filter(({ missedBy, goal: { amount } }) => missedBy > 1e-3 * amount + 1e-4)).toEqual([]);
        expect(standingOf(sheet, larder, shipped).rows.filter(({ state }) => state === 'low' || state === 'high')).toEqual([]);
      }),
      { numRuns: 60, seed: 4 },
    );
    expect(met).toBeGreaterThan(20);
  });

  test('eggs stay whole, what may go can go, what comes in keeps its limit, and the batch keeps its weight', () => {
    const sheet = bench(LOAF);
    const wanted = {
      recipe: LOAF,
      targets: [most('energyKcal', 220), least('proteinG', 8)],
      mayCome: [{ foodId: 'whey-isolate', mostG: 40 }],
      freedoms: { [lineOf(sheet, 'walnuts').id]: free(0, 60) },
    };
    const after = taken(wanted, found(wanted));
    const eggG = gramsIn(after, 'egg') / (gramsIn(sheet, 'egg') / 3);
    expect(eggG).toBeCloseTo(Math.round(eggG), 9);
    expect(gramsIn(after, 'whey-isolate')).toBeLessThanOrEqual(40);
    expect(gramsIn(after, 'salt')).toBe(3);
    const massOf = ({ rebuild }: typeof after): number => allLines(rebuild).reduce((sum, { massG = 0 }) => sum + massG, 0);
    expect(massOf(after) / massOf(sheet)).toBeGreaterThan(0.919);
  });

  test('a price is a figure like others; a line without a price is named and nothing is promised', () => {
    const prices = new Map(allLines(bench(PANCAKES).rebuild).map(({ foodId = '' }) => [foodId, foodId === 'egg' ? 0.006 : 0.001]));
    const now = allLines(bench(PANCAKES).rebuild).reduce((sum, { foodId = '', massG = 0 }) => sum + massG * (prices.get(foodId) ?? 0), 0);
    const wanted = { recipe: PANCAKES, targets: [most('cost', now * 0.8, 'batch')], prices };
    const cheaper = found(wanted);
    expect(cheaper.isMet).toBe(true);
    expect(gramsIn(taken(wanted, cheaper), 'egg')).toBeLessThan(gramsIn(bench(PANCAKES), 'egg'));
    const [unknown] = found({ ...wanted, prices: new Map([...prices].filter(([id]) => id !== 'butter')) }).unknown;
    expect(unknown?.lineIds).toEqual([lineOf(bench(PANCAKES), 'butter').id]);
  });
});

describe('where it cannot be met', () => {
  const fightOf = (wanted: Wanted): readonly (readonly string[])[] => found(wanted).fights.map((fight) => fight.map(({ of }) => named(of)));

  test('the goals that fight are told, and without either of them the other is met', () => {
    const [energy, protein] = [most('energyKcal', 220), least('proteinG', 8)];
    const both = found({ recipe: LOAF, targets: [energy, protein] });
    expect([both.isMet, both.fights.map((fight) => fight.map(({ of }) => named(of)).sort())]).toEqual([false, [['energyKcal', 'proteinG']]]);
    for (const one of [energy, protein]) expect(found({ recipe: LOAF, targets: [one] }).isMet).toBe(true);
    // Loosened to what is offered, it can be had.
    const offered = both.fights[0]?.find(({ of, frees }) => frees && named(of) === 'proteinG');
    expect(found({ recipe: LOAF, targets: [energy, least('proteinG', Math.floor((offered?.value ?? 0) * 10) / 10)], scaleStepG: 0.1 }).isMet).toBe(true);
  });

  test('goals against each other, a goal out of reach alone, and two troubles side by side', () => {
    expect(fightOf({ recipe: LOAF, targets: [most('proteinG', 4), least('proteinG', 6)] })).toEqual([['proteinG', 'proteinG']]);
    expect(fightOf({ recipe: LOAF, targets: [least('proteinG', 60)] })).toEqual([['proteinG']]);
    expect(
      fightOf({ recipe: LOAF, targets: [most('energyKcal', 30), least('fibreG', 90)] })
        .flat()
        .sort(),
    ).toEqual(['energyKcal', 'fibreG']);
  });

  test('the nearest that is offered still bakes: the goal is missed, the balance is not', () => {
    const wanted = { recipe: LOAF, targets: [most('energyKcal', 150), least('proteinG', 9)] };
    const amounts = found(wanted);
    expect(amounts.lines.filter(({ isMet }) => !isMet).map(({ of }) => of.kind)).toEqual(['target', 'target']);
  });

  test('nothing free, one line free, no portions, sixty lines, zero as a target, and a food that nobody knows', () => {
    const fixed = Object.fromEntries(allLines(bench(LOAF).rebuild).map(({ id }): [string, Freedom] => [id, { kind: 'fixed' }]));
    expect(answer({ recipe: LOAF, targets: [most('energyKcal', 250)], freedoms: fixed }).kind).toBe('fixed');
    const oil = lineOf(bench(LOAF), 'sunflower-oil').id;
    const alone = { recipe: LOAF, targets: [most('fatG', 14)], freedoms: { ...fixed, [oil]: free(60, 120) } };
    expect(found(alone).proposals.map(({ action }) => action.kind === 'less' && action.lineId)).toEqual([oil]);
    const sheet = bench(LOAF);
    expect(found({ recipe: LOAF, sheet: { ...sheet, rebuild: { ...sheet.rebuild, portions: 0 } }, targets: [most('fatG', 160)] }).isMet).toBe(true);
    const many = `Loaf\nMakes 20 slices\n${Array.from({ length: 60 }, (_one, i) => `${i + 20} g ${['plain flour', 'sugar', 'whole milk', 'butter', 'carrot', 'skyr'][i % 6] ?? ''}`).join('\n')}`;
    const energy = analyse(bench(many).rebuild, larder, shipped).views.portion.energyKcal.amount;
    expect(found({ recipe: many, targets: [most('energyKcal', energy * 0.9)], keepsBalance: false }).isMet).toBe(true);
    expect(fightOf({ recipe: LOAF, targets: [most('sugarsG', 0)] })).toEqual([['sugarsG']]);
    const [unknown] = found({ recipe: LOAF, targets: [most('fibreG', 2)] }, larderNotKnowing('carrot', 'fibreG')).unknown;
    expect([unknown?.goal.figure, unknown?.lineIds]).toEqual(['fibreG', [lineOf(sheet, 'carrot').id]]);
  });
});

describe('stand-ins and amounts together', () => {
  const search = (recipe: string, targets: readonly Goal[], excluded: Goals['excluded']) => {
    const start = bench(recipe);
    const sheet = { ...start, rebuild: { ...start.rebuild, goals: { ...NO_GOALS, targets, excluded } } };
    const steps = rebuildSteps(askOf({ recipe, sheet, targets }), larder, shipped, solver);
    const shares: number[] = [];
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) return { sheet, shares, found: step.value.best, stuck: step.value.stuckLineIds };
      shares.push(step.value.share);
    }
  };

  test('under 250 kcal and 7 g protein a slice, no nuts: several rebuilds, each of them what it says when all of it is taken on the sheet', () => {
    const targets = [most('energyKcal', 250), least('proteinG', 7)];
    const { sheet, found: rebuilds, shares } = search(LOAF, targets, ['tree nuts']);
    expect(rebuilds.length).toBeGreaterThanOrEqual(3);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    for (const { proposals, portion, swaps, newAllergens } of rebuilds) {
      const after = proposals.reduce<AmountsAsk['sheet']>((now, proposal) => acceptProposal(now, proposal, larder), sheet);
      const { views, allergens } = analyse(after.rebuild, larder, shipped);
      expect([views.portion.energyKcal.amount, views.portion.proteinG.amount]).toEqual([expect.closeTo(portion.energyKcal.amount, 6), expect.closeTo(portion.proteinG.amount, 6)]);
      expect(judgeGoals(targets, { views }).map(({ state }) => state)).toEqual(['met', 'met']);
      expect(allergens.contains).not.toContain('tree nuts');
      expect(swaps.some(({ from }) => from === 'walnuts')).toBe(true);
      expect(newAllergens).not.toContain('tree nuts');
    }
    // Different ones: no two by the same stand-ins, none that only adds a swap to a better one.
    const sets = rebuilds.map(({ swaps }) => new Set(swaps.map(({ to }) => to.join('+'))));
    sets.forEach((one, i) => sets.slice(i + 1).forEach((other) => expect([...one].every((each) => other.has(each))).toBe(false)));
  });

  test('where all is as wanted already nothing is the best rebuild; what the diet keeps out and no rule replaces is named', () => {
    const [first] = search(LOAF, [most('energyKcal', 400)], []).found;
    expect([first?.swaps, first?.proposals]).toEqual([[], []]);
    const { found: none, stuck, sheet } = search('Cheesecake\nServes 8\n500 g mascarpone\n100 g sugar\n2 eggs', [], ['milk']);
    expect([none, stuck]).toEqual([[], [lineOf(sheet, 'mascarpone').id]]);
  });
});

describe('one figure against another', () => {
  const curve = (recipe: string, x: TradeAxis, y: TradeAxis) => {
    const steps = tradeOffSteps({ ...askOf({ recipe }), x, y, drafted: [] }, larder, shipped, solver);
    for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
  };

  test('less energy costs sweetness, point by point, and each point is what its proposals make of the sheet', () => {
    const points = curve(LOAF, { figure: 'energyKcal', wants: 'less' }, { figure: 'sweetness', wants: 'more' });
    expect(points.length).toBeGreaterThanOrEqual(5);
    points.slice(1).forEach((point, i) => expect([point.x > (points[i]?.x ?? NaN), point.y > (points[i]?.y ?? NaN)]).toEqual([true, true]));
    for (const { x, y, proposals } of points) {
      const { views, measures } = analyse(settleOpen({ ...bench(LOAF), open: [...proposals] }, larder).rebuild, larder, shipped);
      expect([views.portion.energyKcal.amount, measures.sweetness]).toEqual([expect.closeTo(x, 3), expect.closeTo(y, 6)]);
    }
  });

  test('more protein makes it thicker, as far as the spoon scale is told', () => {
    const points = curve(PANCAKES, { figure: 'proteinG', wants: 'more' }, { figure: 'thickness', wants: 'less' });
    expect(points.length).toBeGreaterThanOrEqual(3);
    expect(points.every(({ y }) => y >= 0 && y <= 4)).toBe(true);
    expect(points.at(-1)?.y).toBeGreaterThan(points[0]?.y ?? NaN);
  });
});
