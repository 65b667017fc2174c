import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import type { StoredBake } from '@fellmist/contract';
import { allLines, FIRST_SETTINGS, type Formula, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { type BakeEvent, isInOwnTin, restAsPlanned } from '@fellmist/core/bake';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { Store } from '@ngrx/store';
import { bakeActions } from '../src/state/bake.actions';
import { BakeDesk } from '../src/state/bakeDesk';
import { larderActions } from '../src/state/larder.actions';
import { bakeStore } from './bakeStore';

const data = join(process.cwd(), 'data');
const shipped = loadShippedLarder(data);
const larder = stockLarder(shipped.foods);
const vessels = loadVessels(data);

function formulaOf(text: string): Formula {
  const read = readRecipeText(text, larder, 'us');
  if (!read.ok) throw new Error(read.error);
  return startWorksheet(read.formula).rebuild;
}

describe('the bake on the table', () => {
  let store: Store;
  let desk: BakeDesk;

  beforeEach(() => {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [...bakeStore()],
    });
    store = TestBed.inject(Store);
    desk = TestBed.inject(BakeDesk);
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
    store.dispatch(bakeActions.vesselsLoaded({ vessels }));
  });

  function open(text: string, original = text, into?: Extract<BakeEvent, { kind: 'planned' }>['into'], id = 'b1'): void {
    const planned: BakeEvent = { kind: 'planned', formulaId: 'f1', tryId: 't1', ...(into ? { into } : {}), id: 'e1', teller: 'me', turn: 1, at: '2026-11-26T10:00:00.000Z' };
    const stored: StoredBake = {
      id,
      formula: formulaOf(text),
      original: formulaOf(original),
      former: {},
      tryId: 't1',
      tryNumber: 1,
      events: [{ place: 1, event: planned }],
      faults: [],
    };
    store.dispatch(bakeActions.opened({ stored, kept: [] }));
  }
  const lineOf = (foodId: string): string => allLines(desk.bake()?.plan ?? { parts: [] }).find((line) => line.foodId === foodId)?.id ?? '';
  const realKcal = (): number => desk.real()?.totals.figures.energyKcal.amount ?? NaN;

  test('what went in as planned is taken back in one, and never in another bake that is open by then', () => {
    const cakes = 'Oat cakes\nServes 4\n120 g oat flour\n50 g sugar\n2 eggs\n200 g milk';
    open(cakes);
    const undo = desk.tell(...restAsPlanned(desk.bake() ?? { stages: [], stagesDone: [], lines: [] }));
    expect(desk.bake()?.lines.map(({ pouredG }) => pouredG)).toEqual([120, 50, 100, 200]);
    undo();
    expect(desk.bake()?.lines.map(({ pouredG }) => pouredG)).toEqual([0, 0, 0, 0]);
    const late = desk.tell({ kind: 'poured', lineId: lineOf('sugar'), massG: 50, by: 'plan' });
    open(cakes, cakes, undefined, 'b2');
    late();
    expect(desk.events()?.map(({ kind }) => kind)).toEqual(['planned']);
  });

  test('what is poured, added and taken back counts at once, and waits for the server', () => {
    open('Oat cakes\nServes 4\n120 g oat flour\n50 g sugar\n2 eggs\n200 g milk');
    const planned = realKcal();
    desk.tell({ kind: 'poured', lineId: lineOf('sugar'), massG: 70, by: 'scale' });
    // Sugar holds 387 kcal in 100 g (USDA FoodData Central): 20 g more are 77.4.
    expect(realKcal() - planned).toBeCloseTo(77.4, 1);
    desk.tellAdded(desk.mainPartId(), desk.readLines('10 g butter, 5 g honey'));
    expect(
      desk
        .bake()
        ?.lines.map(({ foodId, state }) => [foodId, state])
        .slice(-2),
    ).toEqual([
      ['butter', 'poured'],
      ['honey', 'poured'],
    ]);
    expect(desk.waiting().map(({ turn }) => turn)).toEqual([2, 3, 4, 5, 6]);
    // The last thing told was the honey's weight; without it the honey is still there and not weighed.
    desk.undoLast();
    expect(desk.bake()?.lines.at(-1)?.state).not.toBe('poured');
    expect(desk.events()).toHaveLength(7);
  });

  test('where it is heated is told by its class, else by its method, and by nobody where neither says', () => {
    const heatOf = (text: string): string | undefined => {
      open(text);
      return desk.heat();
    };
    const mix = '200 g plain flour\n2 eggs\n100 g sugar';
    expect([
      heatOf(`Plain muffins\nMakes 6\n${mix}`),
      heatOf(`Lemon tart\nServes 8\n${mix}\n\nMethod\nBake at 150 C for 30 minutes.`),
      heatOf(`Lemon thing\nServes 8\n${mix}\n\nMethod\nStir and eat.`),
      heatOf(`Lemon thing\nServes 8\n${mix}`),
      heatOf('Protein bars\nMakes 8\n150 g oat flour\n90 g whey\n80 g peanut butter\n\nMethod\nPress into a tin and chill for two hours.'),
      heatOf('Courgette waffles\nMakes 4\n200 g plain flour\n2 eggs'),
    ]).toEqual(['oven', 'oven', 'none', undefined, 'none', 'griddle']);
  });

  test('a tin that the recipe names is its own until another is taken or the batch is another', () => {
    const tray = vessels.find(({ id }) => id === 'tray-23x33');
    if (!tray) throw new Error('no tray');
    const text = 'Swiss roll\nServes 8\n4 eggs\n100 g sugar\n100 g plain flour';
    const isOwn = (): boolean | undefined => {
      const bake = desk.bake();
      return bake && isInOwnTin(bake);
    };
    open(text, text, { as: 'the recipe', vessels: [{ vessel: tray, count: 1 }] });
    expect([isOwn(), desk.bake()?.vessel?.vessel.id]).toEqual([true, 'tray-23x33']);
    desk.tell({ kind: 'scaled', factor: 2, words: 'twice' });
    expect(isOwn()).toBe(false);
    desk.undoLast();
    expect(isOwn()).toBe(true);
    desk.tell({ kind: 'vessel chosen', vessel: tray, count: 2 });
    expect(isOwn()).toBe(false);
    open(text, text, { as: 'last time', vessels: [{ vessel: tray, count: 1 }] });
    expect(isOwn()).toBe(false);
  });

  test('an allergen that the original had not is told as soon as it is in the bowl', () => {
    open('Oat cakes\nServes 4\n120 g oat flour\n100 g almond flour\n2 eggs', 'Oat cakes\nServes 4\n220 g oat flour\n2 eggs');
    expect(desk.newAllergens()).toEqual(['tree nuts']);
    desk.tellAdded(desk.mainPartId(), desk.readLines('20 g peanut butter'));
    expect([...desk.newAllergens()].sort()).toEqual(['peanut', 'tree nuts']);
  });

  test('a whipped bowl is reckoned by its foam, a batter by what was poured', () => {
    const filled = (text: string): number => {
      open(text);
      const { rawMl = NaN, massG = NaN } = desk.volume() ?? {};
      return rawMl / massG;
    };
    // Batters weigh about a gram a millilitre, a foam of casein half of that and less (common practice).
    expect(filled('Plain pancakes\nMakes 8\n200 g plain flour\n300 g milk\n2 eggs')).toBeLessThan(1.3);
    expect(filled('Protein fluff\nServes 2\n150 g frozen strawberries\n30 g casein\n60 g milk\n2 g xanthan gum')).toBeGreaterThan(2);
  });

  test('an amount is weighed as this household measures, and what cannot be known stays unknown', () => {
    // A US cup of plain flour weighs 125 g (USDA FoodData Central).
    expect(desk.massOf({ value: 1, unit: 'cup' }, 'plain-flour')).toBeCloseTo(125, 0);
    expect(desk.massOf({ value: 1, unit: 'cup' }, undefined)).toBeUndefined();
    expect([desk.readLines('  '), desk.readLines('40 g raspberries, 20 g honey').map(({ foodId }) => foodId)]).toEqual([[], ['raspberries', 'honey']]);
  });

  test('one that is open or on its way is not fetched again', () => {
    const wanted: string[] = [];
    const dispatch = store.dispatch.bind(store);
    store.dispatch = ((action: { readonly type: string; readonly id?: string }) => {
      if (action.type === bakeActions.openWanted.type) wanted.push(action.id ?? '');
      return dispatch(action);
    }) as unknown as typeof store.dispatch;
    desk.open('b1');
    desk.open('b1');
    open('Bun\n100 g plain flour');
    desk.open('b1');
    desk.open('b3');
    expect(wanted).toEqual(['b1', 'b3']);
  });
});
