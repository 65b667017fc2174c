import { type Food, INTENSE, type Larder, type RoleName } from '../food';
import { type Formula, mainPart, type Part, sumsOfPart, broughtBy } from '../formula';
import { gramsNumber } from '../quantity';
import { AT, type Brought, CONSISTENCY_MODEL as MODEL, intenseSweetness, type LedgerRole, liftOf, measureRole, ROLE_FACTS, type Sums } from '../role';
import { show, type Why } from './why';

interface LinePart {
  readonly amount: number;
  readonly words: string;
}

const of = (sums: Sums, name: Brought): number => sums[AT[name]] ?? 0;

/** What one line gives to a role, in the batch. */
function givenBy(role: LedgerRole, line: Sums, whole: Sums): LinePart | undefined {
  const grams = (amount: number, what: string): LinePart | undefined => (Math.abs(amount) > 1e-4 ? { amount, words: `${show(amount, 2)} g ${what}` } : undefined);
  switch (role) {
    case 'thickness': {
      const fluid = of(line, 'waterG') + MODEL.ofSugar * (of(line, 'sugarsG') + of(line, 'syrupG')) + MODEL.ofLiquidFat * of(line, 'liquidFatG');
      const holds =
        of(line, 'heldG') + MODEL.ofGum * of(line, 'gumG') + MODEL.ofFoam * of(line, 'foamG') + MODEL.ofGluten * of(line, 'glutenG') + MODEL.ofSolid * of(line, 'solidFatG');
      if (fluid < 0.05 && holds < 0.05) return undefined;
      return { amount: fluid - holds, words: [fluid >= 0.05 ? `${show(fluid, 0)} g fluid` : '', holds >= 0.05 ? `holds ${show(holds, 0)} g` : ''].filter(Boolean).join(', ') };
    }
    case 'structure':
      return grams(of(line, 'glutenG') + of(line, 'settingG') + 0.1 * of(line, 'starchG'), 'that sets');
    case 'binding':
      return grams(of(line, 'bindingG') + 0.1 * of(line, 'glutenG'), 'as xanthan');
    case 'sweetness': {
      const kg = of(whole, 'massG') / 1000;
      const intense = INTENSE.reduce((sum, one) => {
        const [mine, all] = [of(line, one), of(whole, one)];
        return mine > 0 && kg > 0 ? sum + (intenseSweetness(one, (all * 1000) / kg) * 10 * kg * mine) / all : sum;
      }, 0);
      return grams(of(line, 'bulkSweetG') + intense, 'as sugar');
    }
    case 'bulk':
      return grams(of(line, 'bulkG'), 'of body');
    case 'fat':
      return grams(of(line, 'fatG'), 'fat');
    case 'lift': {
      const gas = of(line, 'otherCo2Mmol') + 0.3 * of(line, 'foamG');
      const base = of(line, 'baseMmol');
      return base > 0 ? { amount: base, words: `${show(base, 1)} mmol of soda` } : gas > 0 ? { amount: gas, words: `${show(gas, 1)} mmol of gas` } : undefined;
    }
    case 'acid': {
      const left = of(line, 'acidMmol') - of(line, 'baseMmol');
      return Math.abs(left) > 0.01 ? { amount: left, words: left > 0 ? `${show(left, 1)} mmol acid` : `${show(-left, 1)} mmol soda` } : undefined;
    }
    case 'browning':
      return grams(of(line, 'browningG'), 'as glucose');
    case 'salt':
      return grams(of(line, 'saltG'), 'salt');
    case 'solids':
      return grams(of(line, 'massG') - of(line, 'allWaterG'), 'solids');
    case 'msnf':
      return grams(of(line, 'msnfG'), 'milk solids');
    case 'protein':
      return grams(of(line, 'proteinG'), 'protein');
    case 'lactose':
      return grams(of(line, 'lactoseG'), 'lactose');
    case 'freezes':
    case 'ice': {
      const se = of(line, 'seG');
      const water = of(line, 'allWaterG');
      return se < 0.05 && water < 0.05
        ? undefined
        : { amount: water - se, words: [water >= 0.05 ? `${show(water, 0)} g water` : '', se >= 0.05 ? `${show(se, 1)} g as sucrose` : ''].filter(Boolean).join(', ') };
    }
  }
}

/** The role values of a food that speak of a ledger role, with their sources. */
function sourceOf(role: LedgerRole, food: Food): string {
  const names: Readonly<Partial<Record<LedgerRole, readonly RoleName[]>>> = {
    structure: ['gluten', 'setting'],
    binding: ['binding'],
    sweetness: ['sweetness', ...INTENSE],
    bulk: ['bulk'],
    lift: ['co2', 'base', 'foam'],
    acid: ['acid', 'base'],
    browning: ['browning'],
  };
  if (role === 'thickness') return food.thirst ? food.thirst.source : 'thirst unknown: left out';
  const values = (names[role] ?? []).flatMap((name) => food.roles[name] ?? []);
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
  const facts = ROLE_FACTS[role];
  const given = part.lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const one = food && givenBy(role, broughtBy(line, larder), sums);
    return food && one ? [{ food, massG: line.massG ?? 0, ...one }] : [];
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
