import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import table from '@fellmist/language/daySteps.json' with { type: 'json' };
import { type ProductClass } from '../product';
import { APPLIANCES } from './dayStep';
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
    const listed = table.kinds.flatMap((kind) => kind.classes);
    expect([...listed].sort()).toEqual(classes.map(({ id }) => id).sort());
    for (const { id, heat } of classes) {
      const { steps } = of(id);
      expect([id, steps.length > 0, new Set(steps.map((one) => one.id)).size]).toEqual([id, true, steps.length]);
      expect([id, steps.every(({ busy, seconds }) => (busy === undefined || APPLIANCES.includes(busy)) && seconds > 0)]).toEqual([id, true]);
      const uses = { oven: 'oven', griddle: 'griddle', microwave: 'microwave', none: undefined }[heat];
      expect([id, uses === undefined ? steps.some(({ busy }) => busy === 'oven') : steps.some(({ busy }) => busy === uses)]).toEqual([id, heat !== 'none']);
    }
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
});
