import { answersTo, foodInHand, kindIdOf, type Larder, kitchenMeasure, BY_THE_SPOON_G } from '../food';
import { allLines, type Line, type Part, sumsOfPart, broughtBy } from '../formula';
import { gramsNumber } from '../quantity';
import { addTimes, AT, bringsPerGram, readSum, type Sums, sweetnessPer100g } from '../role';
import { type ProductClass } from '../product';
import { type Heats, limitOf, refusalOf, ruleIn, standInMass, type SideChange, sweetnessMass, type SwapRule } from './rule';
import { isCrumbly } from './liquids';
import { freshId, type Proposal, type ProposalAction, type Worksheet } from './worksheet';

export type Opened = { readonly ok: true; readonly sheet: Worksheet; readonly swapId: string } | { readonly ok: false; readonly error: string };

function partOf(sheet: Worksheet, lineId: string): Part | undefined {
  return sheet.rebuild.parts.find((part) => part.lines.some((line) => line.id === lineId));
}

/** What the part would be without the grams that go: what a sweetener dissolves in and has to make up for. */
function mixWithout(part: Part, line: Line, fromMassG: number, larder: Larder): { readonly mix: Sums; readonly lostSucroseG: number } {
  const whole = sumsOfPart(part, larder);
  const mix = whole.slice();
  addTimes(mix, broughtBy(line, larder), -fromMassG / (line.massG || 1));
  const sweetG = (sums: Sums): number => (sweetnessPer100g(sums) * readSum(sums, AT.massG)) / 100;
  return { mix, lostSucroseG: sweetG(whole) - sweetG(mix) };
}

function replaceAction(part: Part, line: Line, rule: SwapRule, share: number, larder: Larder): ProposalAction | string {
  const from = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  if (!from || line.massG === undefined) return `"${line.name}" needs a food and grams before it can be swapped.`;
  const fromMassG = line.massG * share;
  const { mix, lostSucroseG } = mixWithout(part, line, fromMassG, larder);
  const to: { foodId: string; massG: number; soaked?: boolean }[] = [];
  for (const standIn of rule.to) {
    const food = foodInHand(standIn.foodId, larder);
    const basis = standIn.basis ?? rule.basis;
    if (food && kindIdOf(food) === kindIdOf(from)) return `${from.name} cannot stand in for itself: swap a smaller share of it instead.`;
    const massG = food && (basis === 'sweetness' ? sweetnessMass(mix, food, lostSucroseG * standIn.ratio) : standInMass(fromMassG, from, food, standIn.ratio, basis));
    if (massG === undefined && basis === 'sweetness' && food)
      return `No amount of ${food.name.toLowerCase()} alone makes up for that much sweetness: swap a smaller share, or blend it with another.`;
    if (food === undefined || massG === undefined) return `${from.name} cannot be turned into ${food?.name ?? standIn.foodId}: a density or piece weight is unknown.`;
    addTimes(mix, bringsPerGram(food), massG);
    to.push({ foodId: food.id, massG, ...(standIn.soaked ? { soaked: true } : {}) });
  }
  return { kind: 'replace', lineId: line.id, fromMassG, to };
}

/** What a swap has to know of the class: which it is, and how it is heated. */
export type SwapClass = Pick<ProductClass, 'id' | 'heat'>;

/** Oven words never in a cold class, raw starch never in what nothing cooks; where the class is unknown nothing is held back. */
function belongs(heat: Heats | undefined, product: SwapClass | undefined): boolean {
  return !heat || !product || heat.includes(product.heat);
}

function sideAction(change: SideChange, part: Part, swapped: Line, fromMassG: number, larder: Larder, product: SwapClass | undefined): ProposalAction | undefined {
  const classId = product?.id ?? '';
  if (change.kind !== 'less' && !belongs(change.heat, product)) return undefined;
  if (change.kind === 'step')
    return !change.classes || change.classes.includes(classId) ? { kind: 'step', text: change.text, ...(change.when ? { when: change.when } : {}) } : undefined;
  const massG = ((change.kind === 'add' ? change.byClass?.[classId] : undefined) ?? change.gramsPerGram) * fromMassG;
  const isOneOf = (line: Line, ids: readonly string[]): boolean => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food !== undefined && answersTo(food).some((name) => ids.includes(name));
  };
  if (massG <= 0) return undefined;
  if (change.kind === 'add') {
    if (larder.foods.get(change.foodId)?.kind === 'egg' && isCrumbly(part, larder)) return undefined;
    const present = part.lines.find((line) => line.id !== swapped.id && isOneOf(line, [change.foodId, ...(change.orOf ?? [])]));
    return { kind: 'add', foodId: present?.foodId ?? foodInHand(change.foodId, larder)?.id ?? change.foodId, massG, why: 'side change' };
  }
  const present = part.lines.find((line) => line.id !== swapped.id && isOneOf(line, change.foodIds) && (line.massG ?? 0) > 0);
  return present?.massG === undefined ? undefined : { kind: 'less', lineId: present.id, massG: Math.min(massG, present.massG), why: 'side change' };
}

/**
 * Opens a swap of `share` (0 to 1) of a rebuild line by a rule: its ratio and side changes become open proposals, and
 * nothing else changes. An earlier swap of the same line that is still open gives way. A share above the rule's limit is
 * allowed; the limit's reason then leads the proposal. In a class that the rule does not do in, it is refused with the reason.
 */
export function openSwap(sheet: Worksheet, lineId: string, general: SwapRule, share: number, larder: Larder, product?: SwapClass): Opened {
  const rule = ruleIn(general, product?.id);
  const part = partOf(sheet, lineId);
  const line = part?.lines.find((candidate) => candidate.id === lineId);
  if (!part || !line) return { ok: false, error: 'That line is no longer on the bench.' };
  if (!(share > 0 && share <= 1)) return { ok: false, error: 'The share to swap must be above 0 and at most 100 %.' };
  const refusal = refusalOf(rule, product?.id);
  if (refusal) return { ok: false, error: `${line.name}: ${refusal}` };
  const replace = replaceAction(part, line, rule, share, larder);
  if (typeof replace === 'string') return { ok: false, error: replace };
  const fromMassG = replace.kind === 'replace' ? replace.fromMassG : 0;
  const stale = new Set(sheet.open.filter(({ action }) => action.kind === 'replace' && action.lineId === lineId).map((proposal) => proposal.swapId));
  const kept = { ...sheet, open: sheet.open.filter((proposal) => !stale.has(proposal.swapId)) };
  const swapId = freshId(kept, 's');
  const bound = limitOf(rule, line.massG ?? 0, product?.id);
  const limit = share > bound.share + 1e-9 ? `Above the ${Math.round(bound.share * 100)} % that works well${bound.reason ? `: ${bound.reason}` : ''}. ` : '';
  const make = (action: ProposalAction, reason: string, index: number): Proposal => ({
    id: `${swapId}.${index}`,
    swapId,
    ruleId: rule.id,
    partId: part.id,
    action,
    reason,
    mark: rule.mark,
    source: rule.source,
  });
  const sides = rule.side.flatMap((change) => {
    const action = sideAction(change, part, line, fromMassG, larder, product);
    return action ? [{ action, reason: change.reason }] : [];
  });
  const proposals = [make(replace, limit + rule.reason, 0), ...sides.map(({ action, reason }, i) => make(action, reason, i + 1))];
  return { ok: true, swapId, sheet: { ...kept, open: [...kept.open, ...proposals] } };
}

/** A proposal in words: "200 g Plain wheat flour becomes 56 g Coconut flour". */
export function proposalWords(action: ProposalAction, sheet: Worksheet, larder: Larder): string {
  const food = (id: string): string => larder.foods.get(id)?.name ?? id;
  const lineName = (id: string): string => {
    const line = allLines(sheet.rebuild).find((candidate) => candidate.id === id);
    return line ? (line.foodId === undefined ? line.name : food(line.foodId)) : 'a line';
  };
  const spooned = (id: string, massG: number): string => {
    const found = larder.foods.get(id);
    const words = found && kitchenMeasure(found, massG, sheet.rebuild.measures);
    return words ? ` (${words})` : '';
  };
  if (action.kind === 'step') return action.text;
  if (action.kind === 'add') return `Add ${gramsNumber(action.massG)} g ${food(action.foodId)}${spooned(action.foodId, action.massG)}`;
  if (action.kind === 'less') return `Take away ${gramsNumber(action.massG)} g ${lineName(action.lineId)}`;
  const stand = action.to.map(({ foodId, massG }) => `${gramsNumber(massG)} g ${food(foodId)}${massG < BY_THE_SPOON_G ? spooned(foodId, massG) : ''}`).join(' and ');
  return `${gramsNumber(action.fromMassG)} g ${lineName(action.lineId)} becomes ${stand}`;
}
