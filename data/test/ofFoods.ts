import {
  answersTo,
  bringsOf,
  checkLabel,
  energyOfParts,
  type Food,
  hiddenZeros,
  icePercentAt,
  kitchenMeasure,
  type Label,
  LABEL_FIGURES,
  type LabelFigure,
  liftOf,
  matchFood,
  measuresOf,
  minutesOut,
  type Nutrient,
  printFigure,
  readLabel,
  readLine,
  roleRatio,
  schoolsOf,
  scoopsFromC,
  type Sums,
  sumsOf,
  sweetenerWarnings,
  sweetnessOf,
  type Tradition,
  type TypedFigures,
  unlikeKind,
  weighPiece,
} from '@fellmist/core';
import { type Kitchen, shown } from './kitchen';

/** Amounts that every food is put in front of. */
const AMOUNTS = [
  '1 cup',
  '2 tbsp',
  '1 heaped tsp',
  'a handful of',
  '3',
  '1 large',
  '1 x 400 g tin',
  '2-3 slices',
  'a pinch of',
  '1 scoop',
  '6 drops',
  '1 stick',
  'a splash of',
  '150 ml',
  '2 oz',
];

/** Sums without their zeros, by place. */
const shortened = (sums: Sums): Readonly<Record<number, number>> => Object.fromEntries([...sums].flatMap((amount, i) => (amount === 0 ? [] : [[i, amount]])));

/** A food as it is measured, what it brings, what could stand in for it by its roles. */
export function foodOut(kitchen: Kitchen, food: Food): string {
  const plain = { food, massG: 100 };
  const kin = kitchen.shipped.foods.filter(({ kind, id }) => kind === food.kind && id !== food.id);
  const [first, last] = [kin[0], kin[Math.floor(kin.length / 2)]];
  return [
    shown([1.3, 17, 62, 240, 900].map((massG) => [kitchenMeasure(food, massG, 'us'), kitchenMeasure(food, massG, 'uk')])),
    shown(AMOUNTS.map((words) => readLine(`${words} ${food.name}`, 'l1', kitchen.larder, 'us').massG)),
    shown([bringsOf(plain), bringsOf({ ...plain, beaten: true, melted: true }), bringsOf({ ...plain, wetted: 'soaked' }), bringsOf({ ...plain, wetted: 'gelled' })].map(shortened)),
    shown([schoolsOf(food), answersTo(food).filter((name) => name.startsWith('@'))]),
    shown([first, last].map((to) => to && [to.id, roleRatio(food, to)])),
    shown(matchFood(food.name.split(/[ ,]+/).at(-1) ?? '', kitchen.larder.index, 3).map(({ foodId, score }) => [foodId, score])),
  ].join('\n');
}

/** What a food's panel would say under both traditions, once right and three times wrong, and what is made of it. */
export function printedOut(food: Food): string {
  const figures = (tradition: Tradition, change: (amount: number, figure: LabelFigure) => number): TypedFigures =>
    Object.fromEntries(
      LABEL_FIGURES.flatMap((figure) => {
        const amount = figure === 'saltG' ? (food.per100g.sodiumMg ?? 0) / 400 : figure === 'energyKj' ? 4.184 * (food.per100g.energyKcal ?? 0) : food.per100g[figure as Nutrient];
        if (amount === undefined) return [];
        const printed = printFigure(change(amount, figure), figure, tradition);
        return [[figure, `${printed.lessThan ? '<' : ''}${printed.figure}`]];
      }),
    );
  const wrongs: readonly ((amount: number, figure: LabelFigure) => number)[] = [
    (amount) => amount,
    (amount, figure) => (figure === 'proteinG' ? amount * 1.4 + 4 : amount),
    (amount, figure) => (figure === 'energyKcal' ? amount * 4.2 : figure === 'sodiumMg' || figure === 'saltG' ? amount * 2.5 + 0.1 : amount),
    (amount, figure) => (figure === 'sugarsG' ? amount + 30 : figure === 'fatG' ? amount / 3 : amount),
  ];
  return (['eu', 'us'] as const)
    .flatMap((tradition) =>
      wrongs.map((change) => {
        const serving = { measure: '1 piece', massG: 30, figures: figures(tradition, (amount, figure) => change(amount, figure) * 0.3) };
        const label: Label = { tradition, state: 'as sold', serving, per100: { of: 'g', figures: figures(tradition, change) } };
        const read = readLabel(label);
        return shown([
          checkLabel(label, read, { piece: 36 }),
          hiddenZeros(read, 500).length,
          unlikeKind(read, food),
          weighPiece(label, read, 36),
          energyOfParts(read.figures, tradition),
        ]);
      }),
    )
    .join('\n');
}

/** A sweetener in a cold mix and a sponge, from a little to a lot. */
export function sweetOut(kitchen: Kitchen, food: Food): string {
  return [5, 40, 160, 400]
    .map((massG) => {
      const sums = sumsOf(kitchen.mixOf({ [food.id]: massG, 'whole-milk': 500, cream: 200, egg: 60 }));
      const baked = sumsOf(kitchen.mixOf({ [food.id]: massG, 'plain-flour': 200, egg: 150, butter: 120, 'baking-powder': 8 }));
      return shown([
        [4, 20].map((servedC) => sweetenerWarnings(sums, servedC).map(({ words }) => words)),
        sweetnessOf(baked),
        liftOf(baked),
        measuresOf(baked),
        measuresOf(sums),
        [-4, -8, -12, -18, -25].map((tempC) => icePercentAt(sums, tempC)),
        minutesOut(sums, -18, -12, 30),
        scoopsFromC(sums, -18),
      ]);
    })
    .join('\n');
}
