import { answersTo, type Food, type Larder } from '../food';
import { type Line } from '../formula';
import { ruleByRoles } from './byRoles';
import { refusalOf, type SwapRule } from './rule';

export type FoundRule = { readonly ok: true; readonly rule: SwapRule; readonly isEstimate: boolean } | { readonly ok: false; readonly error: string };

/** Beside its main stand-in a rule may bring water or a souring: it is still a rule for that one food. */
const BESIDE = new Set(['water', 'lemon-juice', 'cider-vinegar', 'whole-milk']);

function isForItAlone(rule: SwapRule): boolean {
  return rule.to.slice(1).every(({ foodId }) => BESIDE.has(foodId));
}

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
  const led = rules.filter((rule) => rule.from.some((name) => names.includes(name)) && answersTo(to).includes(rule.to[0]?.foodId ?? ''));
  const fitting = [...led.filter((rule) => isForItAlone(rule)), ...led.filter((rule) => !isForItAlone(rule))];
  const here = fitting.find((rule) => refusalOf(rule, classId) === undefined && (!rule.classes || classId === undefined || rule.classes.includes(classId)));
  if (here) return { ok: true, rule: meaning(here, to), isEstimate: false };
  const refusal = fitting.map((rule) => refusalOf(rule, classId)).find((reason) => reason !== undefined);
  if (refusal) return { ok: false, error: `${to.name} does not do for ${from.name.toLowerCase()} in this: ${refusal}` };
  const estimate = ruleByRoles(from, [{ food: to, share: 1 }]);
  return estimate ? { ok: true, rule: estimate, isEstimate: true } : { ok: false, error: `${from.name} cannot stand in for itself.` };
}
