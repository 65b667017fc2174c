import { type Larder } from '../food';
import { allLines, type Formula, type Line } from '../formula';
import { ratioNote } from './decide';
import { startWorksheet, type Worksheet } from './worksheet';

function linkSame(lines: readonly Line[], originals: readonly Line[]): ReadonlyMap<Line, Line> {
  const free = [...originals];
  const linked = new Map<Line, Line>();
  const link = (line: Line, test: (other: Line) => boolean): void => {
    const at = free.findIndex(test);
    const [same] = at < 0 ? [] : free.splice(at, 1);
    if (same) linked.set(line, same);
  };
  for (const line of lines) link(line, (other) => other.text === line.text);
  for (const line of lines) if (!linked.has(line) && line.foodId !== undefined) link(line, (other) => other.foodId === line.foodId);
  return linked;
}

/** What a strange line most likely stands for: the original that went missing at its place, or its neighbour of the same kind. */
function standsFor(line: Line, before: Line | undefined, originals: readonly Line[], taken: ReadonlySet<Line>, larder: Larder): Line | undefined {
  const next = originals[before ? originals.indexOf(before) + 1 : 0];
  if (next && !taken.has(next)) return next;
  const kindOf = (one: Line | undefined): string | undefined => (one?.foodId === undefined ? undefined : larder.foods.get(one.foodId)?.kind);
  return before && kindOf(before) === kindOf(line) ? before : undefined;
}

/**
 * A worksheet from a rebuild and the original it was based on, as an exchanged document gives them. A line of the same
 * text or food is kept; a strange line at the place of one that went missing, or beside one of its own kind, is taken
 * to stand for it; any other was added.
 */
export function worksheetFrom(rebuild: Formula, original: Formula | undefined, larder: Larder): Worksheet {
  if (!original) return startWorksheet(rebuild);
  const originals = allLines(original);
  const linked = linkSame(allLines(rebuild), originals);
  const taken = new Set(linked.values());
  let before: Line | undefined;
  const originOf = (line: Line): NonNullable<Line['origin']> => {
    const same = linked.get(line);
    if (same) {
      before = same;
      return { kind: 'kept', lineId: same.id };
    }
    const stand = standsFor(line, before, originals, taken, larder);
    if (!stand) return { kind: 'added', why: 'by hand' };
    taken.add(stand);
    before = stand;
    return { kind: 'swapped', lineId: stand.id, swapId: 'imported', note: ratioNote(line.massG ?? 0, stand.massG ?? 0) };
  };
  const parts = rebuild.parts.map((part) => ({ ...part, lines: part.lines.map((line): Line => ({ ...line, id: `r${line.id}`, origin: originOf(line) })) }));
  return { original, rebuild: { ...rebuild, parts }, open: [], decisions: [] };
}
