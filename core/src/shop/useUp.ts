import { type StockItem, useBy } from '../cost';
import { type Food, foodInHand, kindIdOf, type Larder } from '../food';
import { countedParts, type Formula, type Line, NO_GOALS } from '../formula';
import { classOf } from '../product';
import { candidatesFor, limitOf, standInMass, type SwapRule, type SwapTables } from '../swap';

/** One thing that would be used up, and how. */
export interface Use {
  readonly stockId: string;
  readonly name: string;
  readonly leftG: number;
  readonly usedG: number;
  /** Nothing of it is left that is worth keeping. */
  readonly isAll: boolean;
  /** The line that it takes the place of, and the rule by which; absent where the formula asks for it as it is. */
  readonly swap: { readonly lineId: string; readonly name: string; readonly ruleId: string; readonly share: number } | undefined;
}

/** A formula that uses something up. */
export interface UsesUp {
  readonly formulaId: string;
  readonly title: string;
  readonly uses: readonly Use[];
  /** The higher the better: shares used, what is due sooner more. */
  readonly score: number;
}

export interface OwnFormula {
  readonly formulaId: string;
  readonly formula: Formula;
}

/** A swap counts less than a formula that asks for it as it is. House value. */
const OF_A_SWAP = 0.6;
/** Something due today counts twice what is due in this many days. House value. */
const HALF_DAYS = 4;
/** Nobody swaps for the sake of less than this share of what is left. House value. */
const WORTH_A_SWAP = 0.15;
/** What leaves less of a rest than this share is used up. House value. */
const ALL_BUT = 0.03;
const isAll = (usedG: number, leftG: number): boolean => usedG >= leftG * (1 - ALL_BUT);

interface Due {
  readonly item: StockItem;
  readonly kindId: string;
  readonly name: string;
  readonly weight: number;
}

/** What should be used, the sooner the heavier; what is past is not offered. */
function dueOf(items: readonly StockItem[], larder: Larder, today: string): readonly Due[] {
  return items.flatMap((item) => {
    const food = larder.foods.get(item.foodId);
    const due = food && useBy(item, food, today);
    if (!food || item.leftG <= 0 || (due && due.daysLeft < 0)) return [];
    return [{ item, kindId: kindIdOf(food), name: food.name, weight: due ? HALF_DAYS / (HALF_DAYS + due.daysLeft) : 0.1 }];
  });
}

/** A line, and a rule by which something that is due may stand in for it. */
interface Way {
  readonly line: Line;
  readonly from: Food;
  readonly rule: SwapRule;
}

/** What a line would use of something in its place by a rule; undefined where the rule says no weight. */
function bySwap({ line, from, rule }: Way, { item, kindId, name }: Due, classId: string | undefined, larder: Larder): Use | undefined {
  const [standIn] = rule.to;
  const basis = standIn?.basis ?? rule.basis;
  const to = standIn && foodInHand(standIn.foodId, larder);
  if (!to || !line.massG || basis === 'sweetness' || kindIdOf(from) === kindId) return undefined;
  const most = limitOf(rule, line.massG, classId).share;
  const whole = standInMass(line.massG, from, to, standIn.ratio, basis);
  if (!whole) return undefined;
  // No more of it than there is: a smaller share of the line gives way.
  const share = Math.min(most, item.leftG / whole);
  const usedG = whole * share;
  return { stockId: item.id, name, leftG: item.leftG, usedG, isAll: isAll(usedG, item.leftG), swap: { lineId: line.id, name: from.name, ruleId: rule.id, share } };
}

/** What is wanted of each kind as it is, and by which ways each kind may come in instead of a line. */
function opened(lines: readonly Line[], classId: string | undefined, rules: readonly SwapRule[], larder: Larder) {
  const wanted = new Map<string, number>();
  const ways = new Map<string, Way[]>();
  for (const line of lines) {
    const from = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!from) continue;
    wanted.set(kindIdOf(from), (wanted.get(kindIdOf(from)) ?? 0) + (line.massG ?? 0));
    for (const { rule } of rules.length === 0 ? [] : candidatesFor(line, rules, larder, NO_GOALS, classId)) {
      const kindId = rule.to[0]?.foodId ?? '';
      ways.set(kindId, [...(ways.get(kindId) ?? []), { line, from, rule }]);
    }
  }
  return { wanted, ways };
}

function usesOf({ formula }: OwnFormula, due: readonly Due[], rules: readonly SwapRule[], larder: Larder, tables: SwapTables): readonly (Use & { readonly weight: number })[] {
  const lines = countedParts(formula).flatMap((part) => part.lines);
  const classId = classOf(formula, tables)?.id;
  const { wanted, ways } = opened(lines, classId, rules, larder);
  /** A line gives way once. */
  const given = new Set<string>();
  return due.flatMap((one) => {
    const { item, name, weight } = one;
    const wantedG = wanted.get(one.kindId) ?? 0;
    if (wantedG > 0) return [{ stockId: item.id, name, leftG: item.leftG, usedG: Math.min(wantedG, item.leftG), isAll: isAll(wantedG, item.leftG), swap: undefined, weight }];
    const [best] = (ways.get(one.kindId) ?? []).flatMap((way) => (given.has(way.line.id) ? [] : (bySwap(way, one, classId, larder) ?? []))).sort((a, b) => b.usedG - a.usedG);
    if (!best?.swap || best.usedG < WORTH_A_SWAP * item.leftG) return [];
    given.add(best.swap.lineId);
    return [{ ...best, weight: weight * OF_A_SWAP }];
  });
}

/**
 * Own formulas by what they use up of what is in stock before it spoils, as they are or with one swap of the trade for each
 * thing. What should be used soonest counts most, and more where nothing of it is left over.
 */
export function useUp(formulas: readonly OwnFormula[], items: readonly StockItem[], larder: Larder, tables: SwapTables, today: string): readonly UsesUp[] {
  const due = [...dueOf(items, larder, today)].sort((a, b) => b.weight - a.weight);
  const kinds = new Set(due.map(({ kindId }) => kindId));
  const rules = tables.rules.filter(({ to: [standIn, ...others] }) => standIn && others.length === 0 && kinds.has(standIn.foodId));
  return formulas
    .flatMap((own): readonly UsesUp[] => {
      const uses = usesOf(own, due, rules, larder, tables);
      if (uses.length === 0) return [];
      const score = uses.reduce((sum, { usedG, leftG, weight }) => sum + weight * (isAll(usedG, leftG) ? 1 : (0.8 * usedG) / leftG), 0);
      return [{ formulaId: own.formulaId, title: own.formula.title, uses: uses.map(({ weight: _weight, ...use }) => use), score }];
    })
    .sort((a, b) => b.score - a.score);
}
