import {
  analyse,
  checkComposition,
  coldSide,
  curveRange,
  foamPortions,
  inOrderOfUse,
  learnOverrun,
  mainPart,
  packAsFood,
  type Pack,
  readDocument,
  type StockItem,
  uncertainLines,
  useBy,
  whip,
  whyFoam,
  whyOverrun,
  writeRecipeJsonLd,
} from '@fellmist/core';
import { type Kitchen, shown } from './kitchen';

const BOWLS = [
  '200 g water\n20 g casein\n2 g xanthan gum\n1 g guar gum\n40 g sugar',
  '150 g frozen strawberries\n30 g whey isolate\n2 g guar gum\n120 g almond milk',
  '300 g ice\n35 g micellar casein\n1 g xanthan gum\n60 g skimmed milk\n20 g allulose',
  '120 g egg white\n120 g sugar',
  '300 g whipping cream\n30 g sugar\n5 g vanilla extract',
  '400 g pumpkin puree\n25 g casein\n3 g xanthan gum\n10 g coconut oil\n100 g soy milk',
];

/** Whipped bowls by mixer and by how the liquid goes in, each with what its readings then teach. */
export function bowlOut(kitchen: Kitchen, bowl: string): string {
  const formula = { ...kitchen.formulaOf(`Bowl\nServes 1\n${bowl}`), classId: 'whipped-bowl' };
  const part = mainPart(formula, kitchen.larder);
  if (!part) return 'nothing';
  const splashes = [
    { foodId: 'water', massG: 25 },
    { foodId: 'skim-milk', massG: 60 },
  ];
  return (['stand', 'hand'] as const)
    .flatMap((mixer) => [0.2, 0.5, 1].map((liquidFirst) => whip(part, { mixer, bowlMl: 1500, liquidFirst, splashes }, kitchen.larder)))
    .flatMap((states) => [shown(states), shown(states.slice(-1).map(whyFoam))])
    .concat(shown(curveRange(uncertainLines(part, kitchen.larder), 7).filter((_point, i) => i % 6 === 0)))
    .join('\n');
}

/** Cups of mix and foam, few and many, light and heavy. */
export function readingsOut(kitchen: Kitchen): string {
  const readings = [
    { mixG: 262, foamG: 131, cupMl: 240, mixer: 'stand' },
    { mixG: 250, foamG: 180, cupMl: 240, mixer: 'hand' },
    { mixG: 255, foamG: 84, cupMl: 237, mixer: 'stand' },
  ] as const;
  const { views } = analyse(kitchen.formulaOf(`Ice\nServes 4\n${BOWLS[2]}`), kitchen.larder, kitchen.shipped);
  return [0, 1, 2, 3]
    .map((count) => {
      const taken = readings.slice(0, count);
      return shown([learnOverrun(120, 40, taken), learnOverrun(20, 0.5, taken), foamPortions(taken, views), whyOverrun(taken)]);
    })
    .join('\n');
}

/** Packs with their own scoop, cup, tests and price, over what their kind says. */
export function packOut(kitchen: Kitchen, kindId: string): string {
  const generic = kitchen.larder.foods.get(kindId);
  if (!generic) return 'no such kind';
  const plain: Pack = { id: 'p', name: 'Pack', kindId, measuresG: {}, mayContain: [], thirstTests: [], note: '' };
  const test = (id: string, waterG: number) => ({ id, powderG: 10, waterG, on: '2026-11-20' });
  const packs: readonly Pack[] = [
    plain,
    { ...plain, measuresG: { scoop: 31, piece: 12 }, cup: { cupMl: 237, massesG: [118, 124, 121] }, price: 4.2, netG: 750, mayContain: ['tree nuts'] },
    { ...plain, thirstTests: [test('a', 14)], cup: { cupMl: 240, massesG: [120] } },
    { ...plain, thirstTests: [test('a', 14), test('b', 15.5), test('c', 13)], allergens: ['soy'] },
  ];
  return packs
    .map((pack) => {
      const food = packAsFood(pack, generic);
      const { thirst, densityGPerMl, densitySpread, measuresG, allergens, mayContain } = food;
      return shown([thirst, densityGPerMl, densitySpread, measuresG, allergens, mayContain, checkComposition(food.per100g)]);
    })
    .join('\n');
}

export function stockOut(kitchen: Kitchen): string {
  const item = (id: string, foodId: string, dates: Pick<StockItem, 'openedOn' | 'bestBefore'>, leftG = 100): StockItem => ({
    id,
    foodId,
    leftG,
    origin: 'pack',
    note: '',
    ...dates,
  });
  const items = [
    item('a', 'whole-milk', { openedOn: '2026-11-20', bestBefore: '2026-12-01' }),
    item('b', 'plain-flour', { bestBefore: '2027-03-01' }),
    item('c', 'egg', { bestBefore: '2026-11-27' }),
    item('d', 'butter', {}),
    item('e', 'cream', { openedOn: '2026-11-25' }, 0),
    item('f', 'sugar', { openedOn: '2026-01-01' }),
    item('g', 'whole-milk', { openedOn: 'yesterday', bestBefore: '2026-11-30' }),
  ];
  const due = items.map((one) => {
    const food = kitchen.larder.foods.get(one.foodId);
    return food && [one.id, useBy(one, food, '2026-11-26')];
  });
  return [shown(due), shown(inOrderOfUse(items, kitchen.larder.foods, '2026-11-26').map(({ id }) => id))].join('\n');
}

/** A text as it is read, written as an open document, and read again. */
export function documentOut(kitchen: Kitchen, text: string): string {
  const once = kitchen.formulaOf(text, 'metric');
  const written = writeRecipeJsonLd(once, kitchen.larder);
  const again = readDocument(written, kitchen.larder, 'metric');
  const { sums } = analyse(once, kitchen.larder, kitchen.shipped);
  return [
    written,
    again.ok ? shown(again.formula.parts.map(({ heading, lines }) => [heading, lines.map(({ text: line, massG }) => [line, massG])])) : again.error,
    shown(coldSide(sums, -18, -12, 20)),
  ].join('\n');
}

const SHAPES = [
  '{"@type":"Recipe","name":"Plain","recipeIngredient":["200 g flour","2 eggs"],"recipeYield":"6 muffins","recipeInstructions":"Mix. Bake."}',
  '{"@graph":[{"@type":"WebPage"},{"@type":["Recipe"],"name":"Graph","recipeIngredient":"100 g sugar","recipeYield":["4","4 servings"],"recipeInstructions":[{"@type":"HowToStep","text":"Stir."},{"@type":"HowToSection","name":"Icing","itemListElement":[{"text":"Beat."}]}]}]}',
  '[{"@type":"Recipe","name":"","recipeIngredient":[],"yield":12}]',
  '{"@type":"Recipe","name":"Yield","recipeYield":{"@type":"QuantitativeValue","value":8,"unitText":"slices"},"recipeIngredient":[{"name":"x"},"1 cup oats"],"keywords":["a"]}',
  '{"@type":"Recipe"',
  '{"name":"No type"}',
];

export const shapesOut = (kitchen: Kitchen): string =>
  SHAPES.map((shape) => {
    const read = readDocument(shape, kitchen.larder, 'metric');
    return read.ok ? shown(read.formula) : read.error;
  }).join('\n');

export { BOWLS };
