import { allLines } from '../formula';
import { type ProposalAction, type Worksheet } from '../swap';
import { isSameAmount } from './changes';

/** What brings one food of a rebuild to an amount, grams: more of it, less of it, or nothing where nobody would tell. */
export function towards(sheet: Worksheet, foodId: string, massG: number): readonly ProposalAction[] {
  const lines = allLines(sheet.rebuild).filter((line) => line.foodId === foodId && line.massG !== undefined);
  const now = lines.reduce((sum, line) => sum + (line.massG ?? 0), 0);
  if (isSameAmount(now, massG)) return [];
  if (massG > now) return [{ kind: 'add', foodId, massG: massG - now, why: 'balance' }];
  let toGo = now - massG;
  return lines.flatMap((line): readonly ProposalAction[] => {
    const less = Math.min(toGo, line.massG ?? 0);
    toGo -= less;
    return less > 0 ? [{ kind: 'less', lineId: line.id, massG: less, why: 'balance' }] : [];
  });
}
