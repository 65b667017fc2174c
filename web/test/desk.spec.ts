import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';

import { FIRST_SETTINGS, allLines, type Line, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { provideStore, Store } from '@ngrx/store';
import { benchActions, benchFeature } from '../src/state/bench.feature';
import { Settling } from '../src/state/settling';
import { Desk } from '../src/state/desk';
import { LineDesk } from '../src/state/lineDesk';
import { SwapDesk } from '../src/state/swapDesk';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);
const MUFFINS = 'Muffins\nMakes 12 muffins\n250 g plain flour\n2 tsp baking powder\n120 g sugar\n2 eggs\n180 ml milk\n90 g butter, melted\n1/4 tsp salt';

describe('the desk', () => {
  let desk: Desk;
  let lineDesk: LineDesk;
  let swapDesk: SwapDesk;
  let store: Store;

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideStore({ [larderFeature.name]: larderFeature.reducer, [benchFeature.name]: benchFeature.reducer, [householdFeature.name]: householdFeature.reducer })],
    });
    store = TestBed.inject(Store);
    [desk, lineDesk, swapDesk] = [TestBed.inject(Desk), TestBed.inject(LineDesk), TestBed.inject(SwapDesk)];
    const packs = [
      { pack: { id: 'pack-sugar', name: 'Sugar, bag', kindId: 'sugar', netG: 1000, price: 1.3, measuresG: {}, mayContain: [], thirstTests: [], note: '' }, version: 1 },
    ];
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs, stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
  });

  function place(text: string): void {
    const read = readRecipeText(text, larder, 'us');
    if (!read.ok) throw new Error(read.error);
    store.dispatch(benchActions.placed({ id: 'f1', sheet: startWorksheet(read.formula) }));
  }
  const line = (foodId: string): Line => {
    const found = allLines(desk.sheet()?.rebuild ?? { parts: [] }).find((one) => one.foodId === foodId);
    if (!found) throw new Error(`no line holds ${foodId}`);
    return found;
  };
  const energy = (): number => desk.rebuild()?.views.portion.energyKcal.amount ?? NaN;

  test('without a sheet it has nothing to say, and nothing it is asked to do does anything', () => {
    expect([desk.sheet(), desk.rebuild(), desk.standing(), desk.advice(), desk.goals(), desk.cost()]).toEqual([undefined, undefined, undefined, [], [], undefined]);
    swapDesk.settle();
    lineDesk.remove('nowhere');
    expect(desk.sheet()).toBeUndefined();
  });

  test('of what settling did one correction is taken back and the others stay', () => {
    place(MUFFINS);
    lineDesk.edit(line('whole-milk').id, { kind: 'grams', massG: 40 });
    lineDesk.edit(line('sugar').id, { kind: 'grams', massG: 20 });
    const settling = TestBed.inject(Settling);
    settling.settle();
    const taken = settling.settled()?.taken ?? [];
    expect(taken.length).toBeGreaterThan(0);
    const [first, ...others] = taken;
    if (first) settling.without(first);
    expect(settling.settled()?.taken).toEqual(others);
    const decided = desk.sheet()?.decisions.map(({ proposal }) => proposal.id) ?? [];
    expect([decided.includes(first?.id ?? ''), others.every(({ id }) => decided.includes(id))]).toEqual([false, true]);
    expect(desk.standing()?.rows.some(({ state }) => state === 'low' || state === 'high')).toBe(true);
  });

  test('a swap is opened, taken whole, settled, and every step of it undone', () => {
    place(MUFFINS);
    const before = desk.sheet();
    const [first] = swapDesk.candidates(line('plain-flour'), 1).filter(({ rule }) => rule.id === 'wheat-almond');
    if (!first) throw new Error('almond flour is not offered');
    const promised = first.portion.energyKcal.amount;
    expect(swapDesk.takeCandidate(line('plain-flour').id, first.rule, 1)).toBeUndefined();
    expect(desk.advice()).toEqual([]);
    swapDesk.takeOpen();
    expect(line('almond-flour').massG).toBe(250);
    expect(Math.abs(energy() - promised)).toBeLessThan(promised * 0.05);
    const settling = TestBed.inject(Settling);
    settling.settle();
    expect(settling.settled()?.unmet).toEqual([]);
    expect(desk.standing()?.rows.filter(({ state }) => state === 'low' || state === 'high')).toEqual([]);
    for (let i = 0; i < 3; i++) store.dispatch(benchActions.undo());
    expect(desk.sheet()).toBe(before);
    expect(settling.settled()).toBeUndefined();
  });

  test('a swap that cannot be is refused in words and leaves the sheet', () => {
    place('Bun\nServes 1\nplain flour\n50 ml milk');
    const before = desk.sheet();
    const rule = shipped.rules.find(({ id }) => id === 'wheat-oat');
    expect(rule && swapDesk.takeCandidate(line('plain-flour').id, rule, 1)).toContain('grams');
    expect(desk.sheet()).toBe(before);
  });

  test('a role left as it is stays quiet until it moves; taking a correction brings it back', () => {
    place(MUFFINS);
    lineDesk.edit(line('whole-milk').id, { kind: 'amount', amount: { value: 60, unit: 'ml' }, text: '60 mL' });
    const asks = (): readonly string[] => desk.advice().map(({ row }) => row.role);
    expect(asks()).toContain('thickness');
    swapDesk.leave('thickness');
    expect(asks()).not.toContain('thickness');
    store.dispatch(benchActions.undo());
    const way = desk.advice().find(({ row }) => row.role === 'thickness')?.ways[0];
    if (!way) throw new Error('nothing mends it');
    swapDesk.accept(way.proposal);
    expect(asks()).not.toContain('thickness');
    expect(desk.sheet()?.decisions.at(-1)?.outcome).toBe('accepted');
  });

  test('goals of a portion are judged, of its price too, and a missing price leaves them open', () => {
    place('Sugar water\nServes 2\n100 g sugar\n100 ml water');
    const targets = [
      { figure: 'energyKcal', kind: 'at most', amount: 150 },
      { figure: 'cost', kind: 'at most', amount: 0.05 },
    ] as const;
    desk.describe({ goals: { schools: [], excluded: [], targets } }, 'goals');
    // 50 g of sugar hold about 194 kcal and cost 6.5 cents of a bag at 1.30.
    expect(desk.goals().map(({ state }) => state)).toEqual(['missed', 'missed']);
    expect(desk.cost()?.amount).toBeCloseTo(0.13, 6);
    lineDesk.add('p1', '10 g honey');
    expect(desk.goals().map(({ state }) => state)).toEqual(['missed', 'open']);
  });

  test('another pack takes a line’s place on both sides while they are the same', () => {
    place('Syrup\nServes 2\n100 g sugar\n100 ml water');
    expect(lineDesk.packsFor(line('sugar')).map(({ id }) => id)).toEqual(['sugar', 'pack-sugar']);
    lineDesk.usePack(line('sugar'), 'pack-sugar');
    expect(allLines(desk.sheet()?.original ?? { parts: [] })[0]?.foodId).toBe('pack-sugar');
    expect(line('pack-sugar').massG).toBe(100);
    expect(lineDesk.packsFor(line('water'))).toEqual([]);
  });

  test('lines are added, doubled, moved and left out, each a step of its own', () => {
    place(MUFFINS);
    const order = (): readonly string[] => allLines(desk.sheet()?.rebuild ?? { parts: [] }).map(({ foodId }) => foodId ?? '');
    const start = order();
    lineDesk.add('p1', '30 g inulin');
    lineDesk.duplicate(line('egg').id);
    lineDesk.move(line('sugar').id, -1);
    lineDesk.remove(line('salt').id);
    expect(order()).toEqual(['plain-flour', 'sugar', 'baking-powder', 'egg', 'egg', 'whole-milk', 'butter', 'inulin']);
    for (let i = 0; i < 4; i++) store.dispatch(benchActions.undo());
    expect(order()).toEqual(start);
  });

  test('a class that does not fit is told which does, and said so it is judged anew', () => {
    place('Any\nServes 4\n125 g plain flour\n300 ml milk\n2 eggs\n25 g butter, melted');
    desk.describe({ classId: 'rolled-cookie' }, 'class');
    const better = desk.better();
    expect(better?.heat).not.toBe('none');
    desk.describe({ classId: better?.id }, 'class');
    expect(desk.better()).toBeUndefined();
    expect(desk.standing()?.product?.id).toBe(better?.id);
  });
});
