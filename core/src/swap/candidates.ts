import { againstDiet, answersTo, barredAllergens, type Diet, foodInHand, type Food, isIn, kindIdOf, type Larder, type School } from '../food';
import { type Counting, COUNTING, type Figure, type Line, totalsOf, viewsOf, type Views } from '../formula';
import { classOf } from '../product';
import { type LedgerRole, roleOf } from '../role';
import { type SwapTables } from './swapTables';
import { openSwap } from './propose';
import { limitOf, refusalOf, ruleIn, type SwapRule } from './rule';
import { settleLiquid } from './settle';
import { type Standing, standingOf } from './standing';
import { type Worksheet } from './worksheet';

export interface Candidate {
  readonly rule: SwapRule;
  readonly names: readonly string[];
}

function standIns(rule: SwapRule, larder: Larder): readonly Food[] {
  return rule.to.flatMap(({ foodId }) => foodInHand(foodId, larder) ?? []);
}

/** What is not safe before it has been heated through: FDA consumer advice on raw flour, USDA FSIS on eggs, from memory. */
const RAW = ['flour', 'raw-egg'];

/** Whether a rule brings raw flour or raw egg to where there was neither: not for what nothing heats. */
function bringsRaw(rule: SwapRule, food: Food, larder: Larder): boolean {
  return RAW.some((group) => !isIn(group, food) && standIns(rule, larder).some((one) => isIn(group, one)));
}

/**
 * The rules that fit a line and a class, in the order of the table; none for a line whose food or grams are unknown. What
 * brings an allergen that the diet keeps out is never among them, and neither is what its side changes would bring; nor, in what
 * is eaten raw, what brings raw flour or egg that was not there.
 */
export function candidatesFor(line: Line, rules: readonly SwapRule[], larder: Larder, diet?: Diet, classId?: string, isEatenRaw = false): readonly Candidate[] {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  if (!food || line.massG === undefined) return [];
  const [names, kindId] = [answersTo(food), kindIdOf(food)];
  return rules
    .filter((rule) => {
      if (!names.some((name) => rule.from.includes(name)) || (rule.classes && classId !== undefined && !rule.classes.includes(classId)) || refusalOf(rule, classId) !== undefined)
        return false;
      if (!rule.to.every(({ foodId: to }) => larder.foods.has(to) && to !== kindId)) return false;
      if (isEatenRaw && bringsRaw(rule, food, larder)) return false;
      const added = rule.side.flatMap((side) => (side.kind === 'add' ? (foodInHand(side.foodId, larder) ?? []) : []));
      return !diet || [...standIns(rule, larder), ...added].every((one) => barredAllergens(one, diet).length === 0);
    })
    .map((rule) => ({ rule: ruleIn(rule, classId), names: rule.to.map(({ foodId: to }) => foodInHand(to, larder)?.name ?? to) }));
}

export interface RankedCandidate extends Candidate {
  /** The portion with this swap and its side changes taken, and the liquid set right. */
  readonly portion: Views['portion'];
  /** Roles that are then out of their band, in words: "too thick". */
  readonly strains: readonly string[];
  /** The sheet that the figures are of, to price it. */
  readonly sheet: Worksheet;
  /** Why it does not suit the schools chosen, if it does not; such come last. */
  readonly against?: string;
}

/** A role out of its band in a word or two: "too thick". */
export function strainWords(role: LedgerRole, state: 'low' | 'high'): string {
  return roleOf(role).strains[state === 'low' ? 0 : 1];
}

/** Roles that are out of their band and not left so, in words. */
export function strainsOf(standing: Standing): readonly string[] {
  return standing.rows.flatMap(({ role, state, left }) => ((state === 'low' || state === 'high') && !left ? [strainWords(role, state)] : []));
}

function schoolCost(school: School, portion: Views['portion'], foods: readonly Food[]): number {
  const figure = (name: Figure): number => portion[name].amount;
  if (school === 'lean') return figure('energyKcal') - 8 * figure('proteinG');
  if (school === 'low-carb') return 10 * figure('netCarbG');
  return foods.filter(({ isWhole }) => !isWhole).length * 1000 - 4 * figure('fibreG');
}

/**
 * The candidates of a line ranked for the schools of its diet (lean: fewer kcal and more protein; low-carb: net
 * carbohydrate; whole-food: nothing isolated, then fibre), each with the portion and the strains it would leave. Without a
 * school the table's order holds, calmer ledgers first.
 */
export function rankCandidates(
  sheet: Worksheet,
  line: Line,
  candidates: readonly Candidate[],
  share: number,
  larder: Larder,
  tables: SwapTables,
  diet: Diet,
  counting: Counting = COUNTING,
): readonly RankedCandidate[] {
  const product = classOf(sheet.rebuild, tables);
  const ranked = candidates.flatMap((candidate, index) => {
    const opened = openSwap(sheet, line.id, candidate.rule, Math.min(share, limitOf(candidate.rule, line.massG ?? 0, product?.id).share), larder, product);
    if (!opened.ok) return [];
    const end = settleLiquid(opened.sheet, larder, tables);
    const standing = standingOf(end, larder, tables);
    const { portion } = viewsOf(end.rebuild, totalsOf(end.rebuild, larder, counting), standing.product?.loss);
    const foods = standIns(candidate.rule, larder);
    const against = foods.map((food) => againstDiet(food, diet)).find((words) => words !== undefined);
    const strains = strainsOf(standing);
    const cost =
      diet.schools.reduce((sum, school) => sum + schoolCost(school, portion, foods), 0) + (diet.schools.length === 0 ? strains.length + index * 0.1 : strains.length * 0.5);
    return [{ cost: cost + (against === undefined ? 0 : 1e6), ranked: { ...candidate, portion, strains, sheet: end, ...(against === undefined ? {} : { against }) } }];
  });
  return ranked.sort((a, b) => a.cost - b.cost).map((one) => one.ranked);
}
