import { type Food, foodInHand, kindIdOf, type Larder } from '../food';
import { type Line, mainPart, mixOfPart, type Part } from '../formula';
import { type Consistency, consistencyOf, massForHydration, type Measured } from '../role';
import { settleOpen } from './decide';
import { freshId, type Proposal, type ProposalAction, type Worksheet } from './worksheet';

/** Steps of the spoon scale that nobody notices: within it no correction is proposed. House value. */
export const UNNOTICED_STEPS = 0.15;
/** Corrections below this many grams are not worth a spoon. House value. */
const LEAST_G = 1;

export interface LiquidBalance {
  readonly original: Consistency;
  readonly rebuild: Consistency;
  /** Thickness if all that is open were taken; equals `rebuild` where nothing is open. */
  readonly settled: Consistency;
  /** Up to three ways to reach the original's thickness, best first; empty when it is there. */
  readonly corrections: readonly Proposal[];
  /** Why no correction is offered although the thickness differs; undefined otherwise. */
  readonly stuck?: string;
}

/** Liquids that a correction may add though the formula holds none; milk first only where milk is in it already. */
const AT_HAND = { withMilk: ['semi-skimmed-milk', 'water'], without: ['water', 'semi-skimmed-milk'] } as const;

function isLiquid(food: Food): boolean {
  return food.kind === 'liquid' || food.kind === 'plant-drink' || (food.kind === 'dairy' && food.thirst?.basis === 'dissolves' && (food.per100g.waterG ?? 0) > 70);
}

function isWetting(food: Food): boolean {
  return isLiquid(food) || ['egg', 'egg-white', 'egg-carton', 'egg-white-carton'].includes(kindIdOf(food)) || (food.kind === 'dairy' && (food.per100g.waterG ?? 0) > 78);
}

/** Vinegars, juices and extracts are there for their taste, never to thin with. */
function isForTaste(food: Food): boolean {
  const kindId = kindIdOf(food);
  return kindId.endsWith('vinegar') || kindId.endsWith('juice') || kindId === 'coffee' || (food.per100g.alcoholG ?? 0) > 1;
}

/** Liquids of the formula first, largest first; then what is at hand; eggs, yogurt and the like last. */
function rankedLiquids(part: Part, larder: Larder): readonly Food[] {
  const foods = [...part.lines].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0)).flatMap((line) => (line.foodId === undefined ? [] : (larder.foods.get(line.foodId) ?? [])));
  const wetting = foods.filter((food) => isWetting(food) && !isForTaste(food));
  const hasMilk = foods.some((food) => food.allergens.includes('milk'));
  const atHand = (hasMilk ? AT_HAND.withMilk : AT_HAND.without).flatMap((id) => foodInHand(id, larder) ?? []);
  return [...new Set([...wetting.filter(isLiquid), ...atHand, ...wetting])];
}

interface Aim {
  readonly sheet: Worksheet;
  readonly part: Part;
  readonly mix: readonly Measured[];
  readonly target: number;
  readonly larder: Larder;
}

function correction(aim: Aim, index: number, action: ProposalAction, reason: string): Proposal {
  const swapId = freshId(aim.sheet, 'q');
  return {
    id: `${swapId}.${index}`,
    swapId,
    ruleId: 'consistency',
    partId: aim.part.id,
    action,
    reason,
    mark: 'H',
    source: 'house model, an estimate: thickness from water, dissolved sugar, fat and what drinks it',
  };
}

function thinner(aim: Aim): readonly Proposal[] {
  const found = rankedLiquids(aim.part, aim.larder).flatMap((food) => {
    const massG = massForHydration(aim.mix, aim.target, food);
    return massG !== undefined && massG >= LEAST_G ? [{ food, massG }] : [];
  });
  return found
    .slice(0, 3)
    .map(({ food, massG }, i) =>
      correction(
        aim,
        i,
        { kind: 'add', foodId: food.id, massG, why: 'liquid' },
        `The rebuild drinks more than the original; this brings the same thickness back. Add it a little at a time, rest five minutes, then judge.`,
      ),
    );
}

function removable(line: Line, aim: Aim): Proposal | undefined {
  const food = line.foodId === undefined ? undefined : aim.larder.foods.get(line.foodId);
  if (!food || !isLiquid(food) || isForTaste(food) || line.massG === undefined) return undefined;
  const massG = massForHydration(aim.mix, aim.target, food, line.massG);
  const goesG = massG === undefined ? line.massG : -massG;
  if (goesG < LEAST_G) return undefined;
  const reason =
    massG === undefined
      ? 'The rebuild is looser than the original; without this liquid it comes nearer, though not all the way.'
      : 'The rebuild drinks less than the original; with less liquid it keeps its thickness.';
  return correction(aim, 0, { kind: 'less', lineId: line.id, massG: goesG, why: 'liquid' }, reason);
}

/** More of the main flour is offered only while it stays below this share of what is there. House value. */
const MOST_MORE_FLOUR = 0.3;

function moreFlour(lines: readonly Line[], aim: Aim): readonly Proposal[] {
  for (const line of lines) {
    const food = line.foodId === undefined ? undefined : aim.larder.foods.get(line.foodId);
    if (!food || line.massG === undefined || food.thirst?.basis !== 'mass' || food.thirst.gPerG < 0.3) continue;
    const massG = massForHydration(aim.mix, aim.target, food);
    if (massG === undefined || massG < LEAST_G || massG > MOST_MORE_FLOUR * line.massG) return [];
    return [correction(aim, 0, { kind: 'add', foodId: food.id, massG, why: 'liquid' }, 'The rebuild is looser than the original; a little more of what drinks brings it back.')];
  }
  return [];
}

function thicker(aim: Aim): readonly Proposal[] {
  const byMass = [...aim.part.lines].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0));
  const less = byMass.flatMap((line) => removable(line, aim) ?? []).slice(0, 2);
  return [...less, ...moreFlour(byMass, aim)].slice(0, 3).map((proposal, i) => ({ ...proposal, id: `${proposal.swapId}.${i}` }));
}

function refusedHere(sheet: Worksheet, gap: number): boolean {
  const last = [...sheet.decisions].reverse().find(({ proposal }) => proposal.ruleId === 'consistency');
  return last?.outcome === 'refused' && last.leftGap !== undefined && Math.abs(last.leftGap - gap) < UNNOTICED_STEPS;
}

/**
 * Thickness of original and rebuild (of the part that holds the flour), and the liquid correction that would bring the
 * rebuild back to the original, reckoned as if everything open were taken. Alternatives are whole corrections: take one.
 */
export function liquidBalance(sheet: Worksheet, larder: Larder): LiquidBalance {
  const settledSheet = settleOpen(sheet, larder);
  const originalPart = mainPart(sheet.original, larder);
  const part = settledSheet.rebuild.parts.find((candidate) => candidate.id === originalPart?.id) ?? mainPart(settledSheet.rebuild, larder);
  const nowPart = sheet.rebuild.parts.find((candidate) => candidate.id === part?.id);
  const original = consistencyOf(originalPart ? mixOfPart(originalPart, larder) : []);
  const rebuild = consistencyOf(nowPart ? mixOfPart(nowPart, larder) : []);
  const mix = part ? mixOfPart(part, larder) : [];
  const settled = consistencyOf(mix);
  const base = { original, rebuild, settled };
  if (!part || original.kind !== 'reckoned') return { ...base, corrections: [] };
  if (settled.kind !== 'reckoned' && settled.lacks === 'thirst') return { ...base, corrections: [] };
  const gap = settled.kind === 'reckoned' ? settled.scale - original.scale : 4;
  if (Math.abs(gap) < UNNOTICED_STEPS || refusedHere(sheet, gap)) return { ...base, corrections: [] };
  const aim: Aim = { sheet, part, mix, target: original.hydration, larder };
  const corrections = gap > 0 ? thinner(aim) : thicker(aim);
  if (corrections.length > 0) return { ...base, corrections };
  const stuck =
    gap > 0
      ? 'The rebuild is thicker than the original, and no liquid here can bring it back alone.'
      : 'The rebuild is looser than the original, and there is no spare liquid to take away nor flour to add.';
  return { ...base, corrections: [], stuck };
}
