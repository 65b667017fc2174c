import { type StockItem, useBy } from '../cost';
import { type Food, foodInHand, kindIdOf, type Larder } from '../food';
import { countedParts, type Formula, type Line, NO_GOALS } from '../formula';
import { classOf, isEatenUnheated } from '../product';
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

/** The rules by which something that is due may stand in for a line. */
type RulesFor = (line: Line, classId: string | undefined, isEatenRaw: boolean) => readonly SwapRule[];

/** Asked once for each food and class, raw and heated, however many formulas have them. */
function rulesFor(rules: readonly SwapRule[], larder: Larder): RulesFor {
  const known = new Map<string, readonly SwapRule[]>();
  return (line, classId, isEatenRaw) => {
    if (line.massG === undefined) return [];
    const key = `${line.foodId ?? ''}|${classId ?? ''}|${isEatenRaw ? 'raw' : ''}`;
    const found = known.get(key) ?? candidatesFor(line, rules, larder, NO_GOALS, classId, isEatenRaw).map(({ rule }) => rule);
    known.set(key, found);
    return found;
  };
}

/** What should be used, what weighs most first, and where each kind stands in it. */
interface InOrder {
  readonly due: readonly Due[];
  readonly byKind: ReadonlyMap<string, readonly number[]>;
}

function inOrder(due: readonly Due[]): InOrder {
  const byKind = new Map<string, number[]>();
  for (const [at, { kindId }] of due.entries()) {
    const kind = byKind.get(kindId);
    if (kind) kind.push(at);
    else byKind.set(kindId, [at]);
  }
  return { due, byKind };
}

/** What is wanted of each kind that is due, as it is, and by which ways each may come in instead of a line. */
function opened(lines: readonly Line[], rulesOf: (line: Line) => readonly SwapRule[], larder: Larder, { byKind }: InOrder) {
  const wanted = new Map<string, number>();
  const ways = new Map<string, Way[]>();
  for (const line of lines) {
    const from = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!from) continue;
    const kindId = kindIdOf(from);
    if (byKind.has(kindId)) wanted.set(kindId, (wanted.get(kindId) ?? 0) + (line.massG ?? 0));
    for (const rule of rulesOf(line)) {
      const standsIn = rule.to[0]?.foodId ?? '';
      ways.set(standsIn, [...(ways.get(standsIn) ?? []), { line, from, rule }]);
    }
  }
  return { wanted, ways };
}

function usesOf({ formula }: OwnFormula, order: InOrder, rules: RulesFor, larder: Larder, tables: SwapTables): readonly (Use & { readonly weight: number })[] {
  const lines = countedParts(formula).flatMap((part) => part.lines);
  const product = classOf(formula, tables);
  const [classId, isEatenRaw] = [product?.id, isEatenUnheated(product, formula.method)];
  const { wanted, ways } = opened(lines, (line) => rules(line, classId, isEatenRaw), larder, order);
  const concerned = [...new Set([...wanted.keys(), ...ways.keys()])].flatMap((kindId) => order.byKind.get(kindId) ?? []).sort((a, b) => a - b);
  /** A line gives way once. */
  const given = new Set<string>();
  return concerned.flatMap((at) => {
    const one = order.due[at];
    if (!one) return [];
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
 * What a formula of one's own uses up of what is in stock before it spoils, as it is or with one swap of the trade for each
 * thing; undefined where it uses nothing. What should be used soonest counts most, and more where nothing of it is left over.
 */
export function usingUp(items: readonly StockItem[], larder: Larder, tables: SwapTables, today: string): (own: OwnFormula) => UsesUp | undefined {
  const order = inOrder([...dueOf(items, larder, today)].sort((a, b) => b.weight - a.weight));
  const rules = rulesFor(
    tables.rules.filter(({ to: [standIn, ...others] }) => standIn && others.length === 0 && order.byKind.has(standIn.foodId)),
    larder,
  );
  return (own) => {
    const uses = usesOf(own, order, rules, larder, tables);
    if (uses.length === 0) return undefined;
    const score = uses.reduce((sum, { usedG, leftG, weight }) => sum + weight * (isAll(usedG, leftG) ? 1 : (0.8 * usedG) / leftG), 0);
    return { formulaId: own.formulaId, title: own.formula.title, uses: uses.map(({ weight: _weight, ...use }) => use), score };
  };
}
