/* Fits the constants of the consistency model on the classic formulas that are not held out, and reports both sides. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CONSISTENCY_MODEL, CONSISTENCY_WORDS, type ConsistencyModel, type Food, hydrationOf, type RestTime, scaleOf, scaleOfPaste, type Sums, sumsOf } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';

const data = join(import.meta.dirname, '..', 'data');

interface Classic {
  readonly id: string;
  readonly scale: number;
  readonly grams: Readonly<Record<string, number>>;
  readonly melted?: readonly string[];
  readonly beaten?: readonly string[];
  readonly after?: 'hour';
  readonly gelled?: readonly string[];
  readonly heldOut?: boolean;
}
const foods = new Map<string, Food>(loadShippedLarder(data).foods.map((food) => [food.id, food]));

/** Foods of one kind whose thirst is fitted by one common factor; the table's thirsts are where the fit starts. */
const GROUPS = {
  oatFlour: ['oat-flour', 'oat-bran'],
  oats: ['rolled-oats', 'rye-flakes', 'barley-flakes'],
  grains: ['buckwheat-flour', 'rye-flour', 'rice-flour', 'chickpea-flour', 'gluten-free-blend', 'tapioca-starch', 'cornmeal', 'semolina'],
  meals: ['almond-flour', 'ground-hazelnuts'],
  butters: ['peanut-butter', 'almond-butter', 'tahini'],
  beans: ['chickpeas', 'black-beans', 'white-beans', 'kidney-beans'],
} as const;
type Group = keyof typeof GROUPS;
type Factors = Readonly<Record<Group, number>>;

function thirstier(food: Food, factors: Factors): Food {
  const group = (Object.keys(GROUPS) as Group[]).find((one) => (GROUPS[one] as readonly string[]).includes(food.id));
  return group && food.thirst ? { ...food, thirst: { ...food.thirst, gPerG: food.thirst.gPerG * factors[group] } } : food;
}

const classics = (JSON.parse(readFileSync(join(data, 'classic-formulas.json'), 'utf8')) as Classic[]).map((one) => ({
  ...one,
  when: (one.after ?? 'five') as RestTime,
}));
type Ready = (typeof classics)[number];
/** The ln(hydration) of the words above 2 as numbers of their own, to be fitted; up to 2, where thirst tests stand, the scale runs straight. */
type Places = Readonly<Record<`at${5 | 6 | 7 | 8}`, number>>;
type Model = Omit<ConsistencyModel, 'lnAt'> & Places & Factors;

function asModel(model: Model): ConsistencyModel {
  return { ...model, lnAt: [...CONSISTENCY_MODEL.lnAt.slice(0, 5), model.at5, model.at6, model.at7, model.at8] };
}

function sumsWith(one: Ready, factors: Factors): Sums {
  return sumsOf(
    Object.entries(one.grams).map(([id, massG]) => {
      const food = foods.get(id);
      if (!food) throw new Error(id);
      return {
        food: thirstier(food, factors),
        massG,
        melted: one.melted?.includes(id) ?? false,
        beaten: one.beaten?.includes(id) ?? false,
        ...(one.gelled?.includes(id) ? { wetted: 'gelled' as const } : {}),
      };
    }),
  );
}

const said = (one: Ready, model: Model): number => {
  const sums = sumsWith(one, model);
  return scaleOfPaste(sums) ?? scaleOf(hydrationOf(sums, one.when, asModel(model)), asModel(model));
};

/** Plausible ranges; the fit is pulled softly to where it starts, so that thirty formulas do not carry a constant away. */
const RANGE: Readonly<Record<keyof Model, readonly [number, number]>> = {
  at5: [-0.1, 0.35],
  at6: [-0.5, 0],
  at7: [-1.1, -0.45],
  at8: [-1.7, -0.9],
  ofSugar: [0.1, 0.8],
  ofLiquidFat: [0, 0.6],
  ofSolid: [0, 0.4],
  ofGum: [10, 60],
  ofFoam: [0.1, 1.2],
  ofGluten: [0, 2],
  oatFlour: [0.6, 1.4],
  oats: [0.6, 1.4],
  grains: [0.6, 1.4],
  meals: [0.6, 1.8],
  butters: [0.2, 1.8],
  beans: [0.6, 1.8],
};
const PULL = 0.15;
const [at5 = 0, at6 = 0, at7 = 0, at8 = 0] = CONSISTENCY_MODEL.lnAt.slice(5);
const START: Model = { ...CONSISTENCY_MODEL, at5, at6, at7, at8, oatFlour: 1, oats: 1, grains: 1, meals: 1, butters: 1, beans: 1 };

function loss(model: Model, set: readonly Ready[]): number {
  const misses = set.reduce((sum, one) => sum + (said(one, model) - one.scale) ** 2, 0);
  const pulls = (Object.keys(RANGE) as (keyof Model)[]).reduce((sum, key) => sum + ((model[key] - START[key]) / (RANGE[key][1] - RANGE[key][0])) ** 2, 0);
  return misses + PULL * pulls;
}

/** With --places the words above 2 alone are fitted, all else stays. */
const FITTED = (Object.keys(RANGE) as (keyof Model)[]).filter((key) => !process.argv.includes('--places') || /^at\d$/.test(key));

function fit(set: readonly Ready[]): Model {
  let best = { ...START };
  let width = 0.5;
  while (width > 0.002) {
    let moved = false;
    for (const key of FITTED) {
      const [low, high] = RANGE[key];
      for (const direction of [-1, 1]) {
        const trial = { ...best, [key]: Math.min(Math.max(best[key] + direction * width * (high - low), low), high) };
        if (loss(trial, set) < loss(best, set) - 1e-9) {
          best = trial;
          moved = true;
        }
      }
    }
    if (!moved) width /= 2;
  }
  return best;
}

function report(name: string, set: readonly Ready[], model: Model): void {
  const off = set.map((one) => Math.abs(Math.round(said(one, model) * 2) - Math.round(one.scale * 2)));
  const share = (most: number): string => `${off.filter((steps) => steps <= most).length}/${set.length}`;
  const rms = Math.sqrt(set.reduce((sum, one) => sum + (said(one, model) - one.scale) ** 2, 0) / set.length);
  process.stdout.write(`${name}: same word ${share(0)}, within one word ${share(1)}, within two ${share(2)}; root mean square miss ${rms.toFixed(2)} steps\n`);
}

const fitted = process.argv.includes('--fit') ? fit(classics.filter((one) => !one.heldOut)) : START;
process.stdout.write(`${JSON.stringify(fitted, (_key, amount: unknown) => (typeof amount === 'number' ? Number(amount.toFixed(3)) : amount))}\n`);
report(
  'in the fit',
  classics.filter((one) => !one.heldOut),
  fitted,
);
report(
  'held out',
  classics.filter((one) => one.heldOut),
  fitted,
);
for (const one of [...classics].sort((a, b) => Math.abs(said(b, fitted) - b.scale) - Math.abs(said(a, fitted) - a.scale))) {
  const scale = said(one, fitted);
  process.stdout.write(`${one.heldOut ? 'out' : 'fit'}\t${one.id}\t${one.scale}\t${scale.toFixed(2)}\t${CONSISTENCY_WORDS[Math.round(scale * 2)] ?? ''}\n`);
}

/** Five classes of the textbook: thin, pour, drop, soft dough, stiff or short. */
const CLASSES = ['thin', 'pour', 'drop', 'soft dough', 'stiff'] as const;
const classOf = (scale: number): number => [0.75, 1.75, 2.75, 3.25, Infinity].findIndex((most) => scale < most);

for (const [name, set] of [
  ['in the fit', classics.filter((one) => !one.heldOut)],
  ['held out', classics.filter((one) => one.heldOut)],
] as const) {
  const table = CLASSES.map(() => CLASSES.map(() => 0));
  for (const one of set) {
    const row = table[classOf(one.scale)];
    const column = classOf(said(one, fitted));
    if (row) row[column] = (row[column] ?? 0) + 1;
  }
  const hits = table.reduce((sum, row, i) => sum + (row[i] ?? 0), 0);
  process.stdout.write(`${name}: ${hits}/${set.length} in class\n${table.map((row, i) => `${CLASSES[i] ?? ''}\t${row.join('\t')}`).join('\n')}\n`);
}
