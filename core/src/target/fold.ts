import { type Proposal, type ProposalAction, type Worksheet } from '../swap';
import { type Move, proposalsFor } from './amounts';

/** The action with a move of its food or line taken in; undefined where the move is not of it. */
function takenIn(action: ProposalAction, { lineId, foodId, byG }: Move, isNew: boolean): ProposalAction | undefined {
  if (action.kind === 'replace' && isNew) {
    const at = action.to.findIndex((one) => one.foodId === foodId);
    return at < 0 ? undefined : { ...action, to: action.to.map((one, i) => (i === at ? { ...one, massG: one.massG + byG } : one)) };
  }
  // More of a line of which a part goes: less of it goes.
  if (action.kind === 'replace' && action.lineId === lineId && byG > 0 && action.fromMassG - byG > 0) return { ...action, fromMassG: action.fromMassG - byG };
  if (action.kind === 'add' && action.foodId === foodId && (isNew || action.massG + byG > 0)) return { ...action, massG: action.massG + byG };
  if (action.kind === 'less' && action.lineId === lineId && action.massG - byG > 0) return { ...action, massG: action.massG - byG };
  return undefined;
}

/**
 * What has to be done to a sheet for some moves of it with swaps taken: the swaps' own proposals with their
 * final grams, then what is left to change of the lines that stay. Each can be taken on the sheet as it lies.
 */
export function folded(sheet: Worksheet, opened: readonly Proposal[], swapped: Worksheet, moves: readonly Move[]): readonly Proposal[] {
  const before = new Set(sheet.rebuild.parts.flatMap(({ lines }) => lines.map(({ id }) => id)));
  let proposals = opened;
  const rest: Move[] = [];
  for (const move of moves) {
    const isNew = move.lineId !== undefined && !before.has(move.lineId);
    const at = proposals.findIndex(({ action, partId }) => partId === move.partId && takenIn(action, move, isNew) !== undefined);
    const found = proposals[at];
    const action = found && takenIn(found.action, move, isNew);
    if (found && action) proposals = proposals.map((one, i) => (i === at ? { ...found, action } : one));
    else rest.push(move);
  }
  return [...proposals, ...proposalsFor(swapped, rest)];
}
