import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import table from '@fellmist/language/daySteps.json' with { type: 'json' };
import { classOf, type ProductClass } from '../product';
import { loadVessels } from '@fellmist/data';
import { larder, readFormula } from '../../test/larder';
import { toItsEnd } from '../heat';
import { APPLIANCES } from './dayStep';
import { type PlannedTreat } from './keptPlan';
import { heatsOf, reckonSteps } from './treatHeat';
import { treatOf } from './treatSteps';

const classes = JSON.parse(readFileSync(join(__dirname, '../../../data/product-classes.json'), 'utf8')) as readonly ProductClass[];
const product = (id: string): ProductClass | undefined => classes.find((one) => one.id === id);
const formula = (lines: number, method: readonly string[] = [], portions = 8) => ({
  title: 'Treat',
  portions,
  portionWord: 'piece',
  method,
  parts: [{ id: 'p', heading: '', lines: Array.from({ length: lines }, (_, i) => ({ id: `l${i}`, text: '', name: 'x', massG: 10 })) }],
});
const of = (id: string, method: readonly string[] = [], reckoned?: { bakeS: number; lookS: number }) =>
  treatOf({ id: 't', formula: formula(6, method) as never, product: product(id), serveS: 0, ...(reckoned ? { reckoned } : {}) });

describe('the steps of a treat’s day', () => {
  it('are there for every class, each once, with what is known of appliances and baking', () => {
    // What is fried instead of baked has a row of its own.
    const listed = table.kinds.filter((kind) => !('heat' in kind)).flatMap((kind) => kind.classes);
    expect([...listed].sort()).toEqual(classes.map(({ id }) => id).sort());
    for (const { id, heat } of classes) {
      const { steps } = of(id);
      expect([id, steps.length > 0, new Set(steps.map((one) => one.id)).size]).toEqual([id, true, steps.length]);
      expect([id, steps.every(({ busy, seconds }) => (busy === undefined || APPLIANCES.includes(busy)) && seconds > 0)]).toEqual([id, true]);
      const uses = { oven: 'oven', griddle: 'griddle', microwave: 'microwave', none: undefined }[heat];
      expect([id, uses === undefined ? steps.some(({ busy }) => busy === 'oven') : steps.some(({ busy }) => busy === uses)]).toEqual([id, heat !== 'none']);
    }
  });

  it('stand at the plate where the method fries what is usually baked, and ask nothing of the oven', () => {
    const [fried, baked] = ['Fry the slices in butter, each side golden.', 'Bake 25 minutes.'].map((method) =>
      treatOf({ id: 't', formula: formula(4, [method], 4) as never, product: classOf({ title: 'French toast', method: [method] }, { classes, coldStyles: [] }), serveS: 0 }),
    );
    expect(fried?.steps.map(({ busy, ovenC }) => [busy, ovenC])).toEqual([
      [undefined, undefined],
      [undefined, undefined],
      ['griddle', undefined],
    ]);
    // Two slices lie in a pan at once, two to three minutes a side (common practice): four slices and a hot pan take ten to fifteen minutes.
    expect(fried?.steps.at(-1)?.seconds).toBeGreaterThanOrEqual(10 * 60);
    expect(fried?.steps.at(-1)?.seconds).toBeLessThanOrEqual(15 * 60);
    expect(baked?.steps.at(-1)).toMatchObject({ busy: 'oven', seconds: 25 * 60 });
  });

  it('take the oven’s time from the recipe, else from what is reckoned, else as is common for the class', () => {
    const bake = (method: readonly string[], reckoned?: { bakeS: number; lookS: number }) => of('loaf', method, reckoned).steps.find(({ busy }) => busy === 'oven');
    expect(bake([])).toMatchObject({ seconds: 55 * 60, lookS: 44 * 60, ovenC: 170, withinS: 20 * 60 });
    expect(bake([], { bakeS: 4000, lookS: 3000 })).toMatchObject({ seconds: 4000, lookS: 3000 });
    // The recipe's longer end, and a look at four fifths of its shorter one, unless heat says earlier.
    expect(bake(['Bake for 40 to 50 minutes.'], { bakeS: 4000, lookS: 3000 })).toMatchObject({ seconds: 3000, lookS: 32 * 60 });
  });

  it('weigh longer with more lines, fry longer with more pieces, and rest as long as the class does', () => {
    const at = (lines: number, portions: number) =>
      treatOf({ id: 't', formula: formula(lines, [], portions) as never, product: product('crepe'), serveS: 0 }).steps.map(({ seconds }) => seconds / 60);
    // Six lines: four minutes to weigh, five to mix; half an hour's rest for a crêpe (common practice); a minute a piece and two for the pan.
    expect(at(6, 8)).toEqual([9, 30, 10]);
    expect(at(12, 16)).toEqual([13, 30, 18]);
  });

  it('fry as long as the plate is reckoned to take, a recipe’s minutes on a side being no whole time', () => {
    const fry = (reckoned?: { bakeS: number; lookS: number }) => of('pancake', ['Bake 2 minutes on each side.'], reckoned).steps.find(({ busy }) => busy === 'griddle')?.seconds;
    expect([fry(), fry({ bakeS: 1500, lookS: 150 })]).toEqual([10 * 60, 1500]);
  });

  it('are turned at half time where the oven browns on one side: in two halves with hands between, at once, and the look in the second', () => {
    const { steps } = treatOf({ id: 't', formula: formula(6, ['Bake for 50 minutes.']) as never, product: product('loaf'), serveS: 0, isTurned: true });
    const baked = steps
      .filter(({ busy }) => busy === 'oven')
      .map(({ seconds, needsYou, ovenC, withinS, lookS }) => ({ minutes: seconds / 60, needsYou, ovenC, withinS, look: lookS && lookS / 60 }));
    expect(baked).toEqual([
      { minutes: 25, needsYou: false, ovenC: 170, withinS: 1200, look: undefined },
      { minutes: 1, needsYou: true, ovenC: 170, withinS: 0, look: undefined },
      // Four fifths of fifty minutes are forty: fifteen after the turn.
      { minutes: 25, needsYou: false, ovenC: 170, withinS: 0, look: 15 },
    ]);
  });
});

describe('the heat that planned treats want', () => {
  const LOAF = readFormula('Loaf\nMakes 10\n225 g butter\n225 g sugar\n4 eggs\n225 g plain flour\n5 g baking powder\n30 g milk');
  const SCONES = readFormula('Drop scones\nMakes 8\n200 g plain flour\n300 g whole milk\n100 g egg\n30 g butter\n10 g baking powder');
  const classes = { loaf: LOAF, pancake: SCONES };
  const heats = (treats: Readonly<Record<string, Omit<PlannedTreat, 'place'>>>, factor = 1) =>
    heatsOf({
      plan: { treats: Object.fromEntries(Object.entries(treats).map(([id, treat]) => [id, { ...treat, place: 0 }])) },
      formulas: classes,
      vessels: loadVessels(join(__dirname, '../../../data')),
      larder,
      classOf: (formula) => product(formula === LOAF ? 'loaf' : 'pancake'),
      factorOf: () => factor,
    }).map(({ treatId, heat }) => ({ treatId, minutes: (toItsEnd(reckonSteps(heat))?.bakeS ?? NaN) / 60 }));

  it('are the minutes of cookery books for a pound cake in its tin (60 to 90 at its longer end, from memory), less by a fast oven and a hotter one', () => {
    const of = (treat: object, factor?: number): number => heats({ a: { formulaId: 'loaf', vesselId: 'loaf-large', ...treat } }, factor)[0]?.minutes ?? NaN;
    expect([of({}) > 60, of({}) < 90]).toEqual([true, true]);
    expect(of({}, 0.8)).toBeCloseTo(of({}) * 0.8, 6);
    expect(of({ ovenC: 200 })).toBeLessThan(of({}));
    // The same batter in two small tins is shallower.
    expect(of({ vesselId: 'loaf-small', count: 3 })).toBeLessThan(of({}));
  });

  it('are all the batches of a plate; nothing without a tin, for a tin that is no plate, and for a formula that is gone', () => {
    const [plate] = heats({ a: { formulaId: 'pancake', vesselId: 'griddle-28' } });
    // Eight pancakes of some four minutes each, two to four at once on 28 cm (from memory): eight minutes to half an hour.
    expect([(plate?.minutes ?? 0) > 8, (plate?.minutes ?? 0) < 30]).toEqual([true, true]);
    expect(heats({ a: { formulaId: 'loaf' }, b: { formulaId: 'gone', vesselId: 'loaf-large' } })).toEqual([]);
    expect(heats({ a: { formulaId: 'pancake', vesselId: 'loaf-large' } })).toEqual([{ treatId: 'a', minutes: NaN }]);
  });
});
