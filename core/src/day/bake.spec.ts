import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { food, larder, readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { allLines, type Formula, readLine, totalsOf } from '../formula';
import { classOf } from '../product';
import {
  answerOf,
  type Bake,
  type BakeAct,
  type BakeEvent,
  cutPortions,
  differences,
  foldBake,
  goodPour,
  inOrder,
  inWeighingOrder,
  nextLine,
  nextTurn,
  pourChoices,
  pourState,
  realMass,
  usedFoods,
  yieldCheck,
} from './index';

const PANCAKES = 'Oat pancakes\nMakes 8 pancakes\n120 g oat flour\n1 tsp baking powder\n1/4 tsp salt\n2 eggs\n200 ml milk\n20 g butter';
const formula: Formula = { ...readFormula(PANCAKES), classId: 'pancake' };
const product = classOf(formula, shipped);
const kitchen = { scaleStepG: 1, measures: 'us' } as const;
const setting = { formula, larder, kitchen };
const idOf = (foodId: string): string => allLines(formula).find((line) => line.foodId === foodId)?.id ?? '';
const [oats, eggs, milk, butter] = ['oat-flour', 'egg', 'whole-milk', 'butter'].map(idOf) as [string, string, string, string];

/** What one teller says, one after the other. */
function told(acts: readonly BakeAct[], teller = 'a', from = 1): readonly BakeEvent[] {
  return acts.map((act, i) => ({ ...act, id: `${teller}${i}`, teller, turn: from + i, at: '2026-11-26T10:00:00.000Z' }));
}
const bakeOf = (acts: readonly BakeAct[]): Bake => foldBake(told(acts), setting);
const pour = (lineId: string, massG: number): BakeAct => ({ kind: 'poured', lineId, massG, by: 'scale' });
const gramsOf = (bake: Bake, lineId: string): number => bake.lines.find(({ id }) => id === lineId)?.pouredG ?? -1;
const planned: BakeAct = { kind: 'planned', formulaId: 'f', tryId: 't' };

describe('a bake is what happened', () => {
  test('nothing told is the formula as planned; what is poured counts as poured, what is to come as planned, what is left out not at all', () => {
    const start = bakeOf([planned]);
    expect([start.factor, nextLine(start)?.state, start.isFinished]).toEqual([1, 'to come', false]);
    const bake = bakeOf([planned, pour(oats, 131), { kind: 'left out', lineId: butter }]);
    const real = new Map(allLines(bake.real).map(({ id, massG }) => [id, massG]));
    expect([real.get(oats), real.has(butter)]).toEqual([131, false]);
    expect(real.get(milk)).toBe(bake.lines.find(({ id }) => id === milk)?.plannedG);
  });

  test('a second splash adds, what is poured back comes off and never below nothing, another pack is a line of its own', () => {
    const bake = bakeOf([pour(milk, 180), pour(milk, 35), { kind: 'poured back', lineId: milk, massG: 10 }]);
    expect(gramsOf(bake, milk)).toBe(205);
    expect(gramsOf(bakeOf([pour(milk, 20), { kind: 'poured back', lineId: milk, massG: 500 }]), milk)).toBe(0);
    const two = bakeOf([pour(milk, 100), { kind: 'food changed', lineId: milk, foodId: 'oat-drink' }, pour(milk, 110)]);
    expect(
      allLines(two.real)
        .filter(({ id }) => id.startsWith(milk))
        .map(({ foodId, massG }) => [foodId, massG]),
    ).toEqual([
      ['whole-milk', 100],
      ['oat-drink', 110],
    ]);
  });

  test('what is added counts at once; undoing takes back one act, and undoing that brings it again', () => {
    const line = readLine('15 g vanilla whey protein', 'x1', larder, 'us');
    const events = told([planned, pour(oats, 120), { kind: 'added', partId: formula.parts[0]?.id ?? '', line }]);
    expect(realMass(foldBake(events, setting)) - realMass(foldBake(events.slice(0, 2), setting))).toBeCloseTo(15, 9);
    const undo: BakeEvent = { kind: 'undone', eventId: 'a1', id: 'u1', teller: 'a', turn: 9, at: '' };
    const redo: BakeEvent = { kind: 'undone', eventId: 'u1', id: 'u2', teller: 'a', turn: 10, at: '' };
    expect(gramsOf(foldBake([...events, undo], setting), oats)).toBe(0);
    expect(gramsOf(foldBake([...events, undo, redo], setting), oats)).toBe(120);
  });

  test.each<[string, BakeAct]>([
    ['no number', pour(oats, NaN)],
    ['below nothing', pour(oats, -5)],
    ['a ton', pour(oats, 1e7)],
    ['a hundredth of the batch', { kind: 'scaled', factor: 0.01, words: '' }],
    ['a line that is nowhere', pour('nowhere', 10)],
    ['a yield below its tin', { kind: 'yield weighed', massG: 100, tareG: 200 }],
    ['a piece of nothing', { kind: 'portion cut', massG: 0, name: '' }],
  ])('%s changes nothing', (_what, act) => {
    const strip = ({ lastId: _last, madeAt: _made, ...bake }: Bake): object => bake;
    expect(strip(bakeOf([planned, act]))).toEqual(strip(bakeOf([planned])));
  });
});

describe('told from several places', () => {
  const acts: fc.Arbitrary<BakeAct> = fc.oneof(
    fc.record({ kind: fc.constant('poured' as const), lineId: fc.constantFrom(oats, eggs, milk), massG: fc.integer({ min: 0, max: 300 }), by: fc.constant('scale' as const) }),
    fc.record({ kind: fc.constant('poured back' as const), lineId: fc.constantFrom(oats, milk), massG: fc.integer({ min: 0, max: 100 }) }),
    fc.record({ kind: fc.constant('scaled' as const), factor: fc.constantFrom(0.5, 1, 2), words: fc.constant('') }),
    fc.record({ kind: fc.constant('left out' as const), lineId: fc.constantFrom(butter, eggs) }),
    fc.record({ kind: fc.constant('food changed' as const), lineId: fc.constant(milk), foodId: fc.constantFrom('oat-drink', 'whole-milk') }),
    fc.record({ kind: fc.constant('portion cut' as const), massG: fc.integer({ min: 1, max: 90 }), name: fc.constant('') }),
    fc.record({ kind: fc.constant('undone' as const), eventId: fc.constantFrom('a0', 'a1', 'b0', 'b2') }),
  );
  const two = fc.tuple(fc.array(acts, { maxLength: 8 }), fc.array(acts, { maxLength: 8 }), fc.array(fc.boolean(), { minLength: 16, maxLength: 16 }));
  /** Both lists in some order of arrival that keeps each teller's own. */
  const merged = (a: readonly BakeEvent[], b: readonly BakeEvent[], first: readonly boolean[]): readonly BakeEvent[] => {
    const [x, y, all] = [[...a], [...b], [] as BakeEvent[]];
    for (let i = 0; x.length + y.length > 0; i++) all.push(...(x.length > 0 && (first[i] || y.length === 0) ? x.splice(0, 1) : y.splice(0, 1)));
    return all;
  };

  test('any order of arrival that keeps each teller’s own gives one state, and twice is once', () => {
    fc.assert(
      fc.property(two, ([a, b, first]) => {
        const [mine, theirs] = [told(a, 'a'), told(b, 'b')];
        const state = foldBake([...mine, ...theirs], setting);
        expect(foldBake(merged(mine, theirs, first), setting)).toEqual(state);
        expect(foldBake([...merged(mine, theirs, first), ...mine], setting)).toEqual(state);
      }),
      { numRuns: 60 },
    );
  });

  test('every prefix is a state: nothing weighs below nothing, and the mass of what is real is the sum of its lines', () => {
    fc.assert(
      fc.property(two, ([a, b, first]) => {
        const all = merged(told(a, 'a'), told(b, 'b'), first);
        for (let n = 0; n <= all.length; n++) {
          const bake = foldBake(all.slice(0, n), setting);
          for (const line of bake.lines) expect(line.pouredG).toBeGreaterThanOrEqual(0);
          const lines = bake.lines.reduce((sum, { state, pouredG, plannedG = 0 }) => sum + (state === 'poured' ? pouredG : state === 'to come' ? plannedG : 0), 0);
          expect(realMass(bake)).toBeCloseTo(lines, 6);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('turns, not clocks, order what happened: a clock set back moves nothing', () => {
    const events = told([planned, pour(oats, 60), { kind: 'poured back', lineId: oats, massG: 10 }]);
    const back = events.map((event, i) => ({ ...event, at: `2020-01-0${3 - i}T00:00:00.000Z` }));
    expect(gramsOf(foldBake(back, setting), oats)).toBe(50);
    expect([nextTurn(events), nextTurn([])]).toEqual([4, 1]);
    expect(inOrder([...events].reverse()).map(({ id }) => id)).toEqual(['a0', 'a1', 'a2']);
  });
});

describe('the order of weighing', () => {
  test('what was added on the day is weighed last, and the next line is the first to come', () => {
    const line = readLine('10 g honey', 'x1', larder, 'us');
    const bake = bakeOf([{ kind: 'added', partId: 'none', line }, pour(oats, 120)]);
    expect(inWeighingOrder(bake).at(-1)?.id).toBe('x1');
    expect(nextLine(bake)?.id).not.toBe(oats);
  });
});

describe('a pour that is off', () => {
  test('good is a fiftieth or a step of the scale, whichever is more', () => {
    expect([goodPour(240, 1), goodPour(10, 1)].map((band) => band.map((g) => Number(g.toFixed(1))))).toEqual([
      [235.2, 244.8],
      [9, 11],
    ]);
    expect([pourState(240, 230, 1), pourState(240, 238, 1), pourState(240, 246, 1)]).toEqual(['short', 'good', 'over']);
  });

  test('a tenth too much egg offers to keep it, to take it back and to scale the rest, each with what it does', () => {
    const bake = bakeOf([planned, pour(eggs, 110)]);
    const line = bake.lines.find(({ id }) => id === eggs);
    if (!line) throw new Error('no eggs');
    const choices = pourChoices(bake, line, larder, 1, product);
    expect(choices.map(({ kind }) => kind)).toEqual(['keep', 'take back', 'scale the rest']);
    // 116 g were planned (2 eggs of 58 g by the row): 110 g is 5 % less here.
    expect(line.plannedG).toBeGreaterThan(95);
    const scale = choices[2];
    expect(scale?.factor).toBeCloseTo(110 / (line.plannedG ?? 0), 9);
    const after = foldBake([...told([planned, pour(eggs, 110)]), ...told([{ kind: 'scaled', factor: scale?.factor ?? 1, words: '' }], 'z', 5)], setting);
    expect(after.lines.find(({ id }) => id === eggs)?.plannedG).toBeCloseTo(110, 0);
    expect(after.lines.find(({ id }) => id === oats)?.plannedG).toBeCloseTo(120 * (110 / (line.plannedG ?? 1)), 0);
  });

  test('less of the rest leaves in the bowl what is in it, and says so; several times the batch is no way out of one slip', () => {
    const choicesOf = (...acts: Parameters<typeof bakeOf>[0]) => {
      const bake = bakeOf(acts);
      const line = bake.lines.find(({ id }) => id === milk);
      if (!line) throw new Error('no milk');
      return pourChoices(bake, line, larder, 1, product);
    };
    const rest = (...acts: Parameters<typeof bakeOf>[0]) => choicesOf(...acts).find(({ kind }) => kind === 'scale the rest')?.answer;
    // Three quarters of the milk: nothing else is in yet, or all the oats are, and the mix is thicker for it.
    expect(rest(pour(milk, 155))).toMatch(/^nothing that is noticed/);
    expect(rest(pour(oats, 120), pour(milk, 155))).toMatch(/thicker|where the plan/);
    expect(choicesOf(pour(milk, 620)).map(({ kind }) => kind)).toEqual(['keep', 'take back']);
    // A nought too many, or one too few, is a slip: what mends it comes first.
    expect(choicesOf(pour(milk, 2000)).map(({ kind, answer }) => [kind, /mistyped|times/.test(answer)])).toEqual([
      ['take back', true],
      ['keep', true],
    ]);
    expect(choicesOf(pour(milk, 20)).map(({ kind }) => kind)).toEqual(['pour more', 'keep']);
  });

  test('what was poured before the batch was made larger is asked for again, with what it lacks', () => {
    const acts = [pour(oats, 120), pour(eggs, 130), { kind: 'scaled' as const, factor: 1.3, words: '' }];
    const bake = bakeOf(acts);
    expect([nextLine(bake)?.id, nextLine(bake)?.owesG]).toEqual([oats, 36]);
    expect(bakeOf([...acts, pour(oats, 36)]).lines.find(({ id }) => id === oats)?.owesG).toBe(0);
    // A pour that was short when it was taken and kept is not asked for again.
    expect(bakeOf([pour(oats, 100)]).lines.find(({ id }) => id === oats)?.owesG).toBe(0);
  });

  test('half as much milk again thins it in words before it is kept; a gram moves nothing', () => {
    const more = (massG: number): string => answerOf(bakeOf([]).plan, bakeOf([pour(milk, massG)]).real, larder, product);
    expect(more(310)).toMatch(/thinner|where the plan/);
    expect(more(207)).toBe('nothing that is noticed');
  });
});

describe('what came out of it', () => {
  const done = [planned, pour(oats, 120), pour(eggs, 116), pour(milk, 206), pour(butter, 29)];

  test('a bake’s nutrition is that of a formula of its pours: the same sums as a spreadsheet makes', () => {
    const bake = bakeOf([...done, { kind: 'left behind', where: 'bowl', massG: 18 }, { kind: 'yield weighed', massG: 470, tareG: 60 }]);
    const { views, totals } = analyse(bake.real, larder, shipped);
    const rows = allLines(bake.real).map(({ massG = 0, foodId = '' }) => [massG, food(foodId).per100g.energyKcal ?? 0, food(foodId).per100g.proteinG ?? 0]);
    const n = rows.length;
    const sheet = HyperFormula.buildFromArray(
      [...rows, [`=SUM(A1:A${n})`, `=SUMPRODUCT(A1:A${n},B1:B${n})/100*(1-18/A${n + 1})`, `=SUMPRODUCT(A1:A${n},C1:C${n})/100*(1-18/A${n + 1})`]],
      { licenseKey: 'gpl-v3' },
    );
    const [, energy, protein] = sheet.getSheetValues(0)[n] as number[];
    expect(totals.figures.energyKcal.amount).toBeCloseTo(energy ?? 0, 6);
    expect(totals.figures.proteinG.amount).toBeCloseTo(protein ?? 0, 6);
    expect([views.yield.found, views.yield.massG]).toEqual(['weighed', 410]);
  });

  test('uneven pieces get their own numbers by weight, what is left over is told, and portions by number or weight follow', () => {
    const bake = bakeOf([...done, { kind: 'yield weighed', massG: 400, tareG: 0 }, ...[60, 75].map((massG): BakeAct => ({ kind: 'portion cut', massG, name: '' }))]);
    const totals = totalsOf(bake.real, larder);
    const { pieces, leftG } = cutPortions(bake, totals, 400);
    expect(pieces.map(({ figures }) => figures.energyKcal.amount)).toEqual([60, 75].map((massG) => (totals.figures.energyKcal.amount * massG) / 400));
    expect(leftG).toBe(265);
    const byWeight = bakeOf([...done, { kind: 'yield weighed', massG: 400, tareG: 0 }, { kind: 'portioned', into: { by: 'weight', eachG: 50 } }]);
    expect(analyse(byWeight.real, larder, shipped).views.portions).toBe(8);
    const none = bakeOf([{ kind: 'portioned', into: { by: 'number', count: 0 } }]);
    expect(none.real.portions).toBe(8);
  });

  test('a loss beyond what the class loses is said as odd, either way, and a tin left on the scale too', () => {
    const check = (massG: number): string => yieldCheck(bakeOf([...done, { kind: 'yield weighed', massG, tareG: 0 }]), product)?.words ?? '';
    const inG = realMass(bakeOf(done));
    expect(check(inG * 0.92)).toMatch(/, as is usual \(5 to 12 %\)/);
    expect(check(inG * 0.97)).toMatch(/a little less than is usual \(5 to 12 %\)/);
    expect(check(inG * 0.7)).toMatch(/lost 30 %, 5 to 12 % is usual: something stayed behind/);
    expect(check(inG * 0.995)).toMatch(/may not be baked through/);
    expect(check(inG * 1.4)).toMatch(/40 % more than what went in: a tin not taken off/);
    expect(yieldCheck(bakeOf(done), product)).toBeUndefined();
    // What nothing heats loses nothing: no "usual" loss is spoken of, and nothing is dry.
    const fluff = classOf({ title: 'Protein fluff' }, shipped);
    const whipped = (massG: number): string => yieldCheck(bakeOf([...done, { kind: 'yield weighed', massG, tareG: 0 }]), fluff)?.words ?? '';
    expect([inG, inG * 0.98, inG * 0.8].map(whipped)).toEqual([
      'Nothing was lost on the way.',
      '2.0 % of it was lost on the way: to the bowl and what stirred it, or as steam if it was warmed.',
      '20 % of it is missing: something stayed behind, it was cooked down, or a line was not weighed.',
    ]);
  });

  test('what is chosen at the table is not in the tin: it is no loss', () => {
    const topped = readFormula('Loaf\nMakes 8\nFor the batter:\n200 g plain flour\n200 ml milk\nFor the topping:\n150 g icing sugar');
    const [batter, topping] = topped.parts;
    if (!batter || !topping) throw new Error('two parts');
    const atTable: Formula = { ...topped, parts: [batter, { ...topping, counting: 'at the table' }] };
    const bake = foldBake(told([{ kind: 'yield weighed', massG: 370, tareG: 0 }]), { formula: atTable, larder, kitchen });
    // By hand: 200 g of flour and 200 mL of milk at 1.03 are 406 g; 370 g are 9 % less.
    expect(yieldCheck(bake, classOf(topped, shipped))).toMatchObject({ isOdd: false });
    expect(bake.madeAt).toBe('2026-11-26T10:00:00.000Z');
  });

  test('why it came out otherwise: nine grams more butter are 64 kcal in the batch, a twelfth of it in each of eight', () => {
    const bake = bakeOf(done);
    const [first] = differences(bake.plan, bake.real, { plan: 8, real: 8 }, 'energyKcal', larder);
    expect([first?.name, Math.round(first?.byG ?? 0)]).toEqual([food('butter').name, 9]);
    // Butter at 717 kcal in 100 g (USDA FoodData Central): 9 g are 64.5 kcal, 8.1 in each of eight.
    expect(first?.amount).toBeCloseTo(8.07, 1);
  });

  test('what leaves the stock is what went in, by food', () => {
    const used = usedFoods(bakeOf(done).real);
    expect([used.get('oat-flour'), used.get('butter')]).toEqual([120, 29]);
  });

  test('portions kept are eaten from the oldest on, and none is left below nothing', () => {
    const bake = bakeOf([
      { kind: 'kept', place: 'fridge', portions: 2, useBy: '2026-11-28' },
      { kind: 'kept', place: 'fridge', portions: 3, useBy: '2026-11-29' },
      { kind: 'eaten', place: 'fridge', portions: 3 },
    ]);
    expect(bake.kept.map(({ left, useBy }) => [left, useBy])).toEqual([[2, '2026-11-29']]);
    expect(bakeOf([{ kind: 'eaten', place: 'freezer', portions: 9 }]).kept).toEqual([]);
  });
});
