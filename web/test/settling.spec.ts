import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import { allLines, FIRST_SETTINGS, type Line, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { provideStore, Store } from '@ngrx/store';
import { benchActions, benchFeature } from '../src/state/bench.feature';
import { Desk } from '../src/state/desk';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';
import { LineDesk } from '../src/state/lineDesk';
import { Settling } from '../src/state/settling';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);
const TART = `Lemon tart
Serves 8
200 g plain flour
100 g butter
For the filling
4 eggs
150 g sugar
100 ml lemon juice
150 ml double cream`;

describe('parts and settling', () => {
  let desk: Desk;
  let lines: LineDesk;
  let settling: Settling;
  let store: Store;

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideStore({ [larderFeature.name]: larderFeature.reducer, [benchFeature.name]: benchFeature.reducer, [householdFeature.name]: householdFeature.reducer })],
    });
    [desk, lines, settling, store] = [TestBed.inject(Desk), TestBed.inject(LineDesk), TestBed.inject(Settling), TestBed.inject(Store)];
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
  });

  function place(text: string): void {
    const read = readRecipeText(text, larder, 'metric');
    if (!read.ok) throw new Error(read.error);
    store.dispatch(benchActions.placed({ id: 'f1', sheet: startWorksheet(read.formula) }));
  }
  const parts = () => desk.sheet()?.rebuild.parts ?? [];
  const line = (foodId: string): Line => allLines({ parts: parts() }).find((one) => one.foodId === foodId) ?? fail(foodId);
  const fail = (what: string): never => {
    throw new Error(`no ${what}`);
  };
  const undo = (): void => {
    store.dispatch(benchActions.undo());
  };

  test('a part can be named, left out of the count, emptied into another and put away; each is one step back', () => {
    place(TART);
    const [crust, filling] = parts();
    const whole = desk.rebuild()?.views.batch.energyKcal.amount ?? NaN;
    lines.describePart(crust?.id ?? '', { heading: 'Crust', counting: 'left out' });
    expect([parts()[0]?.heading, parts()[0]?.counting]).toEqual(['Crust', 'left out']);
    expect(desk.rebuild()?.views.batch.energyKcal.amount).toBeLessThan(whole);
    undo();
    lines.place([line('butter').id, line('plain-flour').id], filling?.id ?? '', line('egg').id);
    expect(
      parts()[1]
        ?.lines.slice(0, 3)
        .map(({ foodId }) => foodId),
    ).toEqual(['plain-flour', 'butter', 'egg']);
    lines.removePart(crust?.id ?? '');
    expect(parts().map(({ id }) => id)).toEqual([filling?.id]);
    undo();
    undo();
    expect(desk.rebuild()?.views.batch.energyKcal.amount).toBeCloseTo(whole, 6);
    lines.addPart('For the topping');
    lines.add(parts()[2]?.id ?? '', '30 g icing sugar');
    expect([parts().length, line('icing-sugar').massG]).toEqual([3, 30]);
  });

  test('original and rebuild are judged by the same part, the one that was chosen', () => {
    place(TART);
    const before = desk.original()?.measures;
    desk.describe({ judgedPartId: parts()[1]?.id }, 'judged part');
    expect(desk.original()?.measures).not.toEqual(before);
    expect(desk.original()?.measures).toEqual(desk.rebuild()?.measures);
  });

  test('a line taken out comes back where it was, with its grams; how it is readied is said of the line', () => {
    place(TART);
    const cream = line('double-cream');
    lines.remove(cream.id);
    expect(desk.pairs().flatMap(({ pairs }) => pairs).length).toBeGreaterThan(0);
    lines.restore(cream.origin?.kind === 'kept' ? cream.origin.lineId : '');
    expect(line('double-cream').massG).toBe(cream.massG);
    lines.describeLine(line('butter').id, { melted: true, note: 'brown it' });
    expect(line('butter')).toMatchObject({ melted: true, note: 'brown it' });
    expect(lines.line('nowhere')).toBeUndefined();
  });

  test('what settling did is listed, and each of it can be taken back while the sheet lies as it left it', () => {
    place('Loaf\nServes 10\n250 g plain flour\n150 g sugar\n100 g butter\n3 eggs\n120 ml milk\n2 tsp baking powder');
    lines.edit(line('whole-milk').id, { kind: 'grams', massG: 20 });
    lines.edit(line('baking-powder').id, { kind: 'grams', massG: 1 });
    settling.settle();
    const settled = settling.settled();
    const first = settled?.taken[0];
    if (!settled || !first) throw new Error('nothing was settled');
    const whole = desk.sheet();
    settling.without(first);
    expect(settling.settled()?.taken).toEqual(settled.taken.slice(1));
    expect(desk.sheet()).not.toEqual(whole);
    undo();
    expect(desk.sheet()).toEqual(whole);
    lines.edit(line('sugar').id, { kind: 'grams', massG: 99 });
    expect(settling.settled()).toBeUndefined();
    const edited = desk.sheet();
    settling.without(first);
    expect(desk.sheet()).toBe(edited);
  });
});
