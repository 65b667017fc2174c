import {
  acceptProposal,
  addRebuildLine,
  addRebuildPart,
  allLines,
  analyse,
  answersTo,
  CARB_COUNTS,
  classOf,
  compareLines,
  describeRebuildLine,
  duplicateRebuildLine,
  editRebuildLine,
  ENERGY_COUNTS,
  judgeGoals,
  limitOf,
  moveRebuildLine,
  openSwap,
  placeRebuildLines,
  type Proposal,
  refuseProposal,
  removeRebuildLine,
  restoreLine,
  settleAll,
  settleOpen,
  startWorksheet,
  type SwapRule,
  type Worksheet,
  writeRecipeJsonLd,
} from '@fellmist/core';
import { type Kitchen, shown } from './kitchen';

/** A rule at work in a plain bowl of its first class: what it proposes, where it stops, what it then takes to be calm. */
export function ruleOut(kitchen: Kitchen, rule: SwapRule): string {
  const from = kitchen.shipped.foods.find((food) => answersTo(food).some((name) => rule.from.includes(name)));
  if (!from) return 'no food answers';
  const classId = rule.classes?.[0] ?? 'muffin';
  const bowl = `A bowl\nServes 6\n150 g plain flour\n80 g sugar\n60 g butter\n2 eggs\n120 ml milk\n2 tsp baking powder\n1/4 tsp salt\n90 g ${from.name}`;
  const sheet = startWorksheet({ ...kitchen.formulaOf(bowl), classId });
  const line = allLines(sheet.rebuild).find(({ foodId }) => foodId === from.id);
  if (!line) return 'not read';
  const product = classOf(sheet.rebuild, kitchen.shipped);
  const limit = limitOf(rule, line.massG ?? 0, classId);
  const opened = openSwap(sheet, line.id, rule, limit.share, kitchen.larder, product);
  if (!opened.ok) return shown([limit, opened.error]);
  const { taken, sheet: settled } = settleAll(opened.sheet, kitchen.larder, kitchen.shipped);
  const other = acceptProposal(opened.sheet, opened.sheet.open[0] as Proposal, kitchen.larder, 40);
  return [
    shown([from.id, classId, limit, opened.sheet.open.map((one) => [one.action, one.reason])]),
    shown(allLines(settled.rebuild).map(({ text, massG }) => [text, massG])),
    shown(taken.map(({ action, reason }) => [action, reason])),
    shown(allLines(other.rebuild).map(({ text }) => text)),
    shown(
      allLines(
        settleOpen(
          opened.sheet.open.reduce((now, one) => refuseProposal(now, one), opened.sheet),
          kitchen.larder,
        ).rebuild,
      ).map(({ text }) => text),
    ),
  ].join('\n');
}

/** The portion under each way of counting, by count, by weight, and with parts left out or at the table. */
export function countsOut(kitchen: Kitchen, recipe: string): string {
  const formula = kitchen.formulaOf(recipe, 'metric');
  const parts = formula.parts.map((part, i) => (i === 0 ? part : { ...part, counting: i === 1 ? ('at the table' as const) : ('left out' as const), leftBehindG: 10 }));
  const ways = [formula, { ...formula, yieldMassG: 640 }, { ...formula, portionMassG: 45 }, { ...formula, parts }];
  const goals = [
    { figure: 'energyKcal', kind: 'at most', amount: 200 },
    { figure: 'proteinG', kind: 'at least', amount: 5 },
  ] as const;
  return ENERGY_COUNTS.flatMap((energy) =>
    CARB_COUNTS.flatMap((carbs) =>
      ways.map((way) => {
        const { views, atTable } = analyse(way, kitchen.larder, kitchen.shipped, { energy, carbs });
        return shown([views.portion, views.portions, views.yield, atTable, judgeGoals(goals, { views, cost: 1 }).map(({ state }) => state)]);
      }),
    ),
  ).join('\n');
}

/** A sheet that a baker works on by hand, and the document it becomes. */
export function handsOut(kitchen: Kitchen, recipe: string): string {
  const start = startWorksheet(kitchen.formulaOf(recipe, 'metric'));
  const [first, second, third] = allLines(start.rebuild);
  const part = start.rebuild.parts[0];
  if (!first || !second || !third || !part) return 'too short';
  const steps: readonly ((sheet: Worksheet) => Worksheet)[] = [
    (sheet) => editRebuildLine(sheet, first.id, { kind: 'grams', massG: 111 }, kitchen.larder),
    (sheet) => editRebuildLine(sheet, second.id, { kind: 'food', foodId: 'oat-flour' }, kitchen.larder),
    (sheet) => addRebuildLine(sheet, part.id, '2 tbsp golden syrup, warm', kitchen.larder),
    (sheet) => duplicateRebuildLine(sheet, third.id),
    (sheet) => moveRebuildLine(sheet, third.id, -1),
    (sheet) => describeRebuildLine(sheet, third.id, { melted: true, note: 'last' }),
    (sheet) => describeRebuildLine(sheet, third.id, { beaten: true }),
    (sheet) => addRebuildPart(sheet, 'For the topping'),
    (sheet) => placeRebuildLines(sheet, [third.id], sheet.rebuild.parts.at(-1)?.id ?? ''),
    (sheet) => removeRebuildLine(sheet, first.id),
    (sheet) => restoreLine(sheet, first.origin?.kind === 'kept' ? first.origin.lineId : ''),
  ];
  let sheet = start;
  const out: string[] = [];
  for (const step of steps) {
    sheet = step(sheet);
    out.push(
      shown(sheet.rebuild.parts.map(({ heading, lines }) => [heading, ...lines.map(({ text, massG, origin, melted, beaten }) => [text, massG, origin?.kind, melted, beaten])])),
    );
  }
  out.push(shown(compareLines(start.rebuild, sheet.rebuild)), writeRecipeJsonLd(sheet.rebuild, kitchen.larder, start.original));
  return out.join('\n');
}
