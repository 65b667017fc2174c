import { type Larder } from '../food';
import { allLines, changeLine, type Formula, type Line } from '../formula';
import { type Amount, formatAmount, gramsNumber, kitchenNumber, middleOf, unitById } from '../quantity';
import { type StepPlace } from './rule';
import { freshId, type Proposal, type ProposalAction, type Worksheet } from './worksheet';

/** A line's text as a card would print it, from its amount, name and note. */
export function composeText(amountText: string, name: string, note?: string): string {
  return [amountText, name].filter(Boolean).join(' ') + (note ? `, ${note}` : '');
}

/** Most spoons that anybody counts out; more is weighed. House value. */
const MOST_SPOONS = 4;

/** Whether a kitchen can measure so much of a unit: jugs by the millilitre, cups by quarters and thirds, spoons by eighths up to a few. */
function isMeasurable(value: number, unit: string): boolean {
  const { factor, bySystem } = unitById(unit);
  if (factor !== undefined && bySystem === undefined && !['tsp', 'tbsp'].includes(unit)) return true;
  const isFraction = kitchenNumber(value).includes('/') || Math.abs(value - Math.round(value)) < 0.02;
  if (unit === 'tsp') return isFraction && value <= MOST_SPOONS && value >= 0.12;
  if (unit === 'tbsp') return Math.abs(value * 2 - Math.round(value * 2)) < 0.04 && value <= MOST_SPOONS && value >= 0.5;
  return isFraction && value >= 0.24 && [1, 2, 3, 4].some((parts) => Math.abs(value * parts - Math.round(value * parts)) < 0.05);
}

/** The same measure for other grams where it still reads well: "3" eggs become "5", 140 mL become 70 mL. */
function scaledAmount(line: Line, massG: number): Amount | undefined {
  if (!line.amount || !line.massG || line.basis === 'entered' || massG <= 0) return undefined;
  const { kind } = unitById(line.amount.unit);
  const value = (middleOf(line.amount) * massG) / line.massG;
  const readsWell = kind === 'volume' ? isMeasurable(value, line.amount.unit) : kind === 'count' && Math.abs(value * 2 - Math.round(value * 2)) < 0.04;
  return kind !== 'mass' && readsWell ? { value, unit: line.amount.unit } : undefined;
}

/** The line with new grams, in its own measure where that still reads well, else in grams. */
export function withMass(line: Line, massG: number): Line {
  const amount = scaledAmount(line, massG);
  const amountText = amount ? formatAmount(amount) : `${gramsNumber(massG)} g`;
  const doubts = line.doubts.filter((doubt) => ['food-guessed', 'food-unknown', 'alternative'].includes(doubt.code));
  const basis = amount && line.basis ? line.basis : 'weighed';
  return { ...line, amount: amount ?? { value: massG, unit: 'g' }, amountText, massG, basis, doubts, text: composeText(amountText, line.name, line.note) };
}

function newLine(id: string, foodId: string, massG: number, larder: Larder, origin: NonNullable<Line['origin']>): Line {
  const name = larder.foods.get(foodId)?.name ?? foodId;
  const amountText = `${gramsNumber(massG)} g`;
  return { id, text: composeText(amountText, name), amountText, amount: { value: massG, unit: 'g' }, name, foodId, massG, basis: 'weighed', doubts: [], origin };
}

export function ratioNote(massG: number, fromMassG: number): string {
  return fromMassG > 0 ? `× ${Number((massG / fromMassG).toFixed(2))}` : '';
}

function applyReplace(sheet: Worksheet, proposal: Proposal, action: Extract<ProposalAction, { kind: 'replace' }>, larder: Larder): Formula {
  const line = allLines(sheet.rebuild).find((candidate) => candidate.id === action.lineId);
  if (!line) return sheet.rebuild;
  const leftG = Math.max((line.massG ?? 0) - action.fromMassG, 0);
  const from = line.origin && line.origin.kind !== 'added' ? line.origin.lineId : undefined;
  const firstId = Number(freshId(sheet, 'r').slice(1));
  const stand = action.to.map(({ foodId, massG, soaked }, i): Line => {
    const origin: NonNullable<Line['origin']> =
      from === undefined
        ? { kind: 'added', why: 'side change', swapId: proposal.swapId }
        : { kind: 'swapped', lineId: from, swapId: proposal.swapId, note: ratioNote(massG, action.fromMassG) };
    const line = newLine(`r${firstId + i}`, foodId, massG, larder, origin);
    return soaked ? { ...line, wetted: 'soaked' } : line;
  });
  const rest = leftG > 0.005 ? [withMass(line, leftG)] : [];
  return changeLine(sheet.rebuild, action.lineId, () => [...rest, ...stand]);
}

function applyAdd(sheet: Worksheet, proposal: Proposal, action: Extract<ProposalAction, { kind: 'add' }>, larder: Larder): Formula {
  const origin = { kind: 'added', why: action.why, swapId: proposal.swapId } as const;
  const partId = sheet.rebuild.parts.some((part) => part.id === proposal.partId) ? proposal.partId : sheet.rebuild.parts[0]?.id;
  const parts = sheet.rebuild.parts.map((part) => {
    if (part.id !== partId) return part;
    const present = part.lines.find((line) => line.foodId === action.foodId && line.massG !== undefined);
    if (present?.massG === undefined) return { ...part, lines: [...part.lines, newLine(freshId(sheet, 'r'), action.foodId, action.massG, larder, origin)] };
    const grown = withMass(present, present.massG + action.massG);
    return { ...part, lines: part.lines.map((line) => (line.id === present.id ? grown : line)) };
  });
  return { ...sheet.rebuild, parts };
}

/** A step of a method at which the mix leaves the bowl for the heat or the cold; heating the oven or a pan is not one. */
const LEAVES_THE_BOWL =
  /^(?:\d+[.)]\s*)?(?:then\s+)?(?:bake|cook|fry|griddle|grill|steam|simmer|microwave|freeze|churn|pour|ladle|drop|scoop|divide|turn (?:it |them )?into|put (?:it |them )?in|spread (?:it |the (?:mix|batter|dough) )|shape|roll|chill)\b/i;

/** A method with a step more, in its place: a rest of the batter before it is baked, not after. Without a place, or where the method says nothing of heat, last. */
function withStep(method: readonly string[], text: string, when: StepPlace | undefined): readonly string[] {
  const at = when === 'first' ? 0 : when === 'mixed' ? method.findIndex((step) => LEAVES_THE_BOWL.test(step.trim())) : -1;
  return at < 0 ? [...method, text] : [...method.slice(0, at), text, ...method.slice(at)];
}

function apply(sheet: Worksheet, proposal: Proposal, larder: Larder): Formula {
  const { action } = proposal;
  if (action.kind === 'replace') return applyReplace(sheet, proposal, action, larder);
  if (action.kind === 'add') return applyAdd(sheet, proposal, action, larder);
  if (action.kind === 'step') return { ...sheet.rebuild, method: withStep(sheet.rebuild.method, action.text, action.when) };
  return changeLine(sheet.rebuild, action.lineId, (line) => {
    const leftG = (line.massG ?? 0) - action.massG;
    return leftG > 0.005 ? [withMass(line, leftG)] : [];
  });
}

/** The action with other grams; for a replacement by several foods all keep their proportion. Steps have no grams. */
export function withEditedMass(action: ProposalAction, massG: number): ProposalAction {
  if (action.kind === 'step') return action;
  if (action.kind !== 'replace') return { ...action, massG };
  const sum = action.to.reduce((total, entry) => total + entry.massG, 0);
  return { ...action, to: action.to.map((entry) => ({ ...entry, massG: sum > 0 ? (entry.massG * massG) / sum : massG / action.to.length })) };
}

/** Grams a proposal would put in or take away; undefined for a step. */
export function proposedMass(action: ProposalAction): number | undefined {
  if (action.kind === 'step') return undefined;
  return action.kind === 'replace' ? action.to.reduce((total, entry) => total + entry.massG, 0) : action.massG;
}

/** Takes a proposal (with other grams if `massG` is given): the rebuild changes and the decision is kept. */
export function acceptProposal(sheet: Worksheet, proposal: Proposal, larder: Larder, massG?: number): Worksheet {
  const edited = massG !== undefined && Math.abs(massG - (proposedMass(proposal.action) ?? massG)) > 1e-9;
  const taken = edited ? { ...proposal, action: withEditedMass(proposal.action, massG) } : proposal;
  return {
    ...sheet,
    rebuild: apply(sheet, taken, larder),
    open: sheet.open.filter((other) => other.id !== proposal.id),
    decisions: [...sheet.decisions, { proposal: taken, outcome: edited ? 'edited' : 'accepted' }],
  };
}

/**
 * Refuses a proposal: the rebuild stays and the refusal is kept. Refusing the replacement itself withdraws what the
 * same swap proposed beside it. `leftGap` remembers how far off a refused liquid correction leaves the mix.
 */
export function refuseProposal(sheet: Worksheet, proposal: Proposal, leftGap?: number): Worksheet {
  const withdrawn = (other: Proposal): boolean => other.id === proposal.id || (proposal.action.kind === 'replace' && other.swapId === proposal.swapId);
  return {
    ...sheet,
    open: sheet.open.filter((other) => !withdrawn(other)),
    decisions: [...sheet.decisions, { proposal, outcome: 'refused', ...(leftGap === undefined ? {} : { leftGap }) }],
  };
}

/** The sheet as it would be if everything open were taken. */
export function settleOpen(sheet: Worksheet, larder: Larder): Worksheet {
  return sheet.open.reduce((settled, proposal) => acceptProposal(settled, proposal, larder), sheet);
}
