import { type Formula, type Line } from '../formula';
import { startWorksheet, type Worksheet } from './worksheet';

/**
 * A worksheet from a rebuild and the original it was based on, as an exchanged document gives them: a line of the same
 * text or food is taken to be kept, any other to be added.
 */
export function worksheetFrom(rebuild: Formula, original?: Formula): Worksheet {
  if (!original) return startWorksheet(rebuild);
  const free: Line[] = original.parts.flatMap((part) => [...part.lines]);
  const take = (test: (line: Line) => boolean): Line | undefined => {
    const at = free.findIndex(test);
    return at < 0 ? undefined : free.splice(at, 1)[0];
  };
  const linked = new Map<Line, Line>();
  const lines = rebuild.parts.flatMap((part) => part.lines);
  for (const line of lines) {
    const same = take((other) => other.text === line.text) ?? take((other) => other.foodId !== undefined && other.foodId === line.foodId);
    if (same) linked.set(line, same);
  }
  const parts = rebuild.parts.map((part) => ({
    ...part,
    lines: part.lines.map((line): Line => {
      const same = linked.get(line);
      return { ...line, id: `r${line.id}`, origin: same ? { kind: 'kept', lineId: same.id } : { kind: 'added', why: 'by hand' } };
    }),
  }));
  return { original, rebuild: { ...rebuild, parts }, open: [], decisions: [] };
}
