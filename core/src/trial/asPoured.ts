import { allLines, type Formula, type Line } from '../formula';
import { withMass, type Worksheet } from '../swap';
import { isSameAmount } from './changes';

/** A line as it was poured, at the size of the formula. */
function atSize(line: Line, poured: readonly Line[], factor: number): readonly Line[] {
  const [only] = poured;
  const massG = (only?.massG ?? 0) / factor;
  if (poured.length === 1 && only?.foodId === line.foodId && line.massG !== undefined && isSameAmount(line.massG, massG)) return [line];
  return poured.map((one) => (one.massG === undefined ? one : withMass({ ...one, ...(line.origin ? { origin: line.origin } : {}) }, one.massG / factor)));
}

/**
 * A worksheet as its batch really was: every line as it was poured, at the size of the formula (a batch of `factor` times its
 * size was baked), what was left out gone, what was added in its part. A line within what a scale tells apart stays as it was written.
 */
export function asPoured(sheet: Worksheet, poured: Formula, factor: number): Worksheet {
  const written = new Set(allLines(sheet.rebuild).map(({ id }) => id));
  const wholeOf = (id: string): string => id.split('+')[0] ?? id;
  const parts = sheet.rebuild.parts.map((part) => {
    const real = poured.parts.find(({ id }) => id === part.id)?.lines ?? [];
    const kept = part.lines.flatMap((line) => {
      const mine = real.filter(({ id }) => wholeOf(id) === line.id);
      return atSize(line, mine, factor);
    });
    const added = real
      .filter(({ id }) => !written.has(wholeOf(id)))
      .map((line): Line => ({ ...(line.massG === undefined ? line : withMass(line, line.massG / factor)), origin: { kind: 'added', why: 'by hand' } }));
    return { ...part, lines: [...kept, ...added] };
  });
  return { ...sheet, rebuild: { ...sheet.rebuild, parts }, open: [] };
}
