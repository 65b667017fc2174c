import { type Food, type Larder } from '../food';
import { type Formula, mainPart, type Part, sumsOfPart, broughtBy } from '../formula';
import { gramsNumber } from '../quantity';
import { AT, type Brought, type Given, type LedgerRole, liftOf, measureRole, roleOf, type Sums } from '../role';
import { show, type Why } from './why';

const of = (sums: Sums, name: Brought): number => sums[AT[name]] ?? 0;

const wordsOf = ({ figures }: Given): string => figures.map(({ amount, unit, digits }) => `${show(amount, digits)} ${unit}`).join(', ');

/** The role values of a food that speak of a ledger role, with their sources. */
function sourceOf(role: LedgerRole, food: Food): string {
  if (role === 'thickness') return food.thirst ? food.thirst.source : 'thirst unknown: left out';
  const values = (roleOf(role).values ?? []).flatMap((name) => food.roles[name] ?? []);
  return values.length > 0 ? [...new Set(values.map(({ source }) => source))].join('; ') : food.source;
}

/** Foods that surely hold starch, of which nobody knows how much: structure leaves it out. */
function starchUnknown(part: Part, larder: Larder): readonly string[] {
  const foods = part.lines.flatMap(({ foodId }) => (foodId === undefined ? [] : (larder.foods.get(foodId) ?? [])));
  return [...new Set(foods.filter(({ kind, per100g }) => (kind === 'flour' || kind === 'starch') && per100g.starchG === undefined).map(({ name }) => name.toLowerCase()))];
}

function notesOf(role: LedgerRole, sums: Sums, part: Part, larder: Larder): readonly string[] {
  const massG = of(sums, 'massG');
  if (role === 'sweetness' && massG > 0) {
    const sweet = ((measureRole('sweetness', sums) ?? 0) * massG) / 100;
    const volumeMl = of(sums, 'volumeMl');
    return [
      `As sweet as ${show(sweet, 0)} g of sugar in the batch, ${show((sweet * 100) / massG)} g in 100 g${volumeMl > 0 ? `, ${show((sweet * 100) / volumeMl)} g in 100 mL of the mix without air` : ''}. Of the whole ${show(of(sums, 'bulkSweetG'), 0)} g come from sugars and polyols.`,
      'Air dilutes: beaten to twice its volume it tastes half as sweet for each spoon.',
    ];
  }
  if (role === 'structure') {
    const unknown = starchUnknown(part, larder);
    return unknown.length > 0 ? [`The starch of ${unknown.join(', ')} is unknown and left out.`] : [];
  }
  if (role === 'acid' || role === 'lift') {
    const lift = liftOf(sums);
    if (!lift) return [];
    return [
      `${show(lift.acidMmol, 0)} mmol of acid meet ${show(lift.baseMmol, 0)} mmol of soda; ${show(lift.co2Mmol, 0)} mmol of gas in the batch.`,
      lift.leftMmol < -0.5 ? `${show(lift.sodaLeftTsp, 2)} tsp of soda find no acid, ${show(lift.sodaLeftShare * 100, 2)} % of the mix; above 0.3 % it tastes of soap.` : '',
    ].filter(Boolean);
  }
  return [];
}

/** What stands behind one role of a formula's batter or dough; undefined where there is no part. */
export function whyRole(role: LedgerRole, formula: Formula, larder: Larder): Why | undefined {
  const part = mainPart(formula, larder);
  if (!part) return undefined;
  const sums = sumsOfPart(part, larder);
  const facts = roleOf(role);
  const given = part.lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const one = food && facts.given(broughtBy(line, larder), sums);
    return food && one ? [{ food, massG: line.massG ?? 0, amount: one.amount, words: wordsOf(one) }] : [];
  });
  const most = given.reduce((sum, { amount }) => sum + Math.abs(amount), 0);
  const measure = measureRole(role, sums);
  return {
    title: facts.name,
    result: measure === undefined ? 'not reckoned' : `${show(measure, facts.digits)} ${facts.unit}`,
    inputs: given
      .sort((a, b) => Math.abs(b.amount) - Math.abs(a.amount))
      .map(({ food, massG, amount, words }) => ({ name: `${gramsNumber(massG)} g ${food.name}`, words, share: most > 0 ? amount / most : 0, source: sourceOf(role, food) })),
    equation: facts.equation,
    mark: facts.mark,
    source: facts.source,
    notes: notesOf(role, sums, part, larder),
  };
}
