import { type Larder } from '../food';
import { AT } from '../role';
import { allLines, type Formula, type Line } from './formula';
import { type Counting, COUNTING, type Figure } from './figures';
import { countedParts, eatenShare, figureOfLine } from './totals';
import { broughtBy } from './tally';

export interface Contribution {
  readonly line: Line;
  /** In the figure's unit, for the whole batch; undefined where it is unknown. */
  readonly amount: number | undefined;
  /** Of the known sum, 0 to 1. */
  readonly share: number;
}

/** What each counted line brings of one figure, largest first, unknown ones last. */
export function contributionsOf(formula: Formula, figure: Figure, larder: Larder, counting: Counting = COUNTING): readonly Contribution[] {
  const rows = countedParts(formula).flatMap((part) => {
    const share = eatenShare(
      part,
      part.lines.reduce((sum, line) => sum + (line.massG ?? 0), 0),
    );
    return part.lines.map((line) => {
      const whole = figureOfLine(figure, line, larder, counting);
      return { line, amount: whole === undefined ? undefined : whole * share };
    });
  });
  const sum = rows.reduce((total, { amount = 0 }) => total + amount, 0);
  return rows.map((row) => ({ ...row, share: sum > 0 ? (row.amount ?? 0) / sum : 0 })).sort((a, b) => (b.amount ?? -1) - (a.amount ?? -1));
}

/** Baker's percentages by line id: grams for 100 g of flour-like solids in its part; absent where a part has none. */
export function bakersPercentages(formula: Formula, larder: Larder): ReadonlyMap<string, number> {
  return new Map(
    formula.parts.flatMap((part) => {
      const flourG = part.lines.reduce((sum, line) => sum + (broughtBy(line, larder)[AT.flourG] ?? 0), 0);
      return flourG > 0 ? part.lines.flatMap((line) => (line.massG === undefined ? [] : [[line.id, (line.massG * 100) / flourG] as const])) : [];
    }),
  );
}

export interface LineChange {
  readonly foodId: string | undefined;
  readonly name: string;
  readonly beforeG: number | undefined;
  readonly afterG: number | undefined;
  readonly kind: 'added' | 'gone' | 'changed';
}

function byFood(formula: Formula): ReadonlyMap<string, { readonly line: Line; readonly massG: number | undefined }> {
  const found = new Map<string, { line: Line; massG: number | undefined }>();
  for (const line of allLines(formula)) {
    const key = line.foodId ?? line.name.toLowerCase();
    const before = found.get(key);
    found.set(key, { line, massG: before ? (before.massG === undefined || line.massG === undefined ? undefined : before.massG + line.massG) : line.massG });
  }
  return found;
}

/** What differs between two formulas, food by food: added, gone, or of other grams. */
export function compareLines(before: Formula, after: Formula): readonly LineChange[] {
  const [from, to] = [byFood(before), byFood(after)];
  const changes = [...new Set([...from.keys(), ...to.keys()])].map((key): LineChange | undefined => {
    const [a, b] = [from.get(key), to.get(key)];
    const line = (b ?? a)?.line;
    if (a && b && Math.abs((a.massG ?? -1) - (b.massG ?? -1)) < 0.05) return undefined;
    return { foodId: line?.foodId, name: line?.name ?? key, beforeG: a?.massG, afterG: b?.massG, kind: !a ? 'added' : !b ? 'gone' : 'changed' };
  });
  return changes.filter((change) => change !== undefined);
}
