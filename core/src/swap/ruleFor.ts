import { answersTo, type Food, isIn, type Larder } from '../food';
import { type Line } from '../formula';
import { type Blend, BY_WEIGHT, isIntense, roleRatio, ruleByRoles } from './byRoles';
import { refusalOf, ruleIn, type SwapRule } from './rule';

export type FoundRule = { readonly ok: true; readonly rule: SwapRule; readonly isEstimate: boolean } | { readonly ok: false; readonly error: string };

/** The ids that a food is like, one after the other: a vanilla isolate is like a vanilla whey, and that like a whey. */
function likesOf(food: Food, larder: Larder): readonly string[] {
  const ids: string[] = [];
  for (let next = food.like; next !== undefined && !ids.includes(next); next = larder.foods.get(next)?.like) ids.push(next);
  return ids;
}

/** What works by the pinch is at most this share of a blend. House value. */
const MOST_OF_A_PINCH = 0.05;

const isWet = ({ per100g }: Food): boolean => (per100g.waterG ?? 0) > WET_G;
const isPowder = ({ kind, per100g }: Food): boolean => POWDERS.has(kind) && (per100g.waterG ?? 0) < DRY_G;
const POWDERS: ReadonlySet<Food['kind']> = new Set(['flour', 'starch', 'protein', 'sweetener']);
/** Water in 100 g above which a food is wet, and below which a powder is dry. House values. */
const WET_G = 50;
const DRY_G = 20;

/** Why one food never stands in for another by mere weight: it works by the pinch, and the other does not. */
function whyNever(from: Food, to: Food): string | undefined {
  const isPinch = to.kind === 'gum' || to.kind === 'leavening' || (to.kind === 'flavour' && to.measuresG['customary'] !== undefined);
  if (isPinch && from.kind !== to.kind)
    return `${to.name} works by the pinch and cannot take the place of ${from.name.toLowerCase()}: take that out by hand and add a little of this.`;
  if (isPowder(from) !== isPowder(to) && (isWet(from) || isWet(to)) && roleRatio(from, to).role === BY_WEIGHT)
    return `${to.name}: ${isWet(to) ? 'wet, and' : 'dry, and'} ${from.name.toLowerCase()} ${isWet(to) ? 'dry' : 'wet'}, so that it cannot take its place weight for weight. Take that out by hand, add this, and see what the balance says.`;
  return isIntense(to) && from.kind !== 'sweetener' ? `${to.name} sweetens and does nothing else: it cannot take the place of ${from.name.toLowerCase()}.` : undefined;
}

/** Beside its main stand-in a rule may bring water, milk or a souring: it is still a rule for that one food. */
function isForItAlone(rule: SwapRule, larder: Larder): boolean {
  return rule.to.slice(1).every(({ foodId }) => {
    const food = larder.foods.get(foodId);
    return food !== undefined && BESIDE.some((group) => isIn(group, food));
  });
}

const BESIDE = ['plain-water', 'drinking-milk', 'souring'] as const;

/** The rule with the very food asked for in the place of the one it is like. */
function meaning(rule: SwapRule, to: Food): SwapRule {
  return { ...rule, to: rule.to.map((one, i) => (i === 0 ? { ...one, foodId: to.packOf ?? to.id } : one)) };
}

/**
 * The rule of the trade, one for that food alone before a blend that it leads, by which one food stands in for a line's in a class, else one worked out from roles. Says why where
 * the trade's rule does not do in that class, or nothing can be worked out.
 */
export function ruleFor(line: Line, to: Food, rules: readonly SwapRule[], larder: Larder, classId: string | undefined): FoundRule {
  const from = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  if (!from) return { ok: false, error: `"${line.name}" needs a food before it can be swapped.` };
  const names = answersTo(from);
  const called = [...answersTo(to), ...likesOf(to, larder)];
  const led = rules.filter((rule) => rule.from.some((name) => names.includes(name)) && called.includes(rule.to[0]?.foodId ?? ''));
  const fitting = [...led.filter((rule) => isForItAlone(rule, larder)), ...led.filter((rule) => !isForItAlone(rule, larder))];
  const here = fitting.find((rule) => refusalOf(rule, classId) === undefined && (!rule.classes || classId === undefined || rule.classes.includes(classId)));
  if (here) return { ok: true, rule: meaning(ruleIn(here, classId), to), isEstimate: false };
  const refusal = fitting.map((rule) => refusalOf(rule, classId)).find((reason) => reason !== undefined);
  if (refusal) return { ok: false, error: `${to.name} does not do for ${from.name.toLowerCase()} in this: ${refusal}` };
  const never = whyNever(from, to);
  if (never) return { ok: false, error: never };
  const estimate = ruleByRoles(from, [{ food: to, share: 1 }]);
  return estimate ? { ok: true, rule: estimate, isEstimate: true } : { ok: false, error: `${from.name} cannot stand in for itself.` };
}

/**
 * The rule for a blend of one's own. One food alone goes the way of `ruleFor`; of several, none may be what never stands in
 * for the line's food in so large a share.
 */
export function ruleForBlend(line: Line, blend: readonly Blend[], rules: readonly SwapRule[], larder: Larder, classId: string | undefined): FoundRule {
  const [only] = blend;
  if (only && blend.length === 1 && only.share > 0) return ruleFor(line, only.food, rules, larder, classId);
  const from = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  if (!from) return { ok: false, error: `"${line.name}" needs a food before it can be swapped.` };
  const whole = blend.reduce((sum, { share }) => sum + share, 0);
  const never = blend.flatMap(({ food, share }) => (share > MOST_OF_A_PINCH * whole ? (whyNever(from, food) ?? []) : []))[0];
  if (never) return { ok: false, error: never };
  const rule = ruleByRoles(from, blend);
  return rule
    ? { ok: true, rule, isEstimate: true }
    : { ok: false, error: `${from.name} cannot stand in for itself, and every share must be above zero: swap a smaller share instead.` };
}
