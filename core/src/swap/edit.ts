import { type Larder } from '../food';
import { allLines, changeLine, type Formula, type Line, type Mend, mendLine, type Part, readLine } from '../formula';
import { composeText } from './decide';
import { freshId, type Worksheet } from './worksheet';

/** A worksheet after the baker's own hand changed a line of the rebuild. */
export function editRebuildLine(sheet: Worksheet, lineId: string, mend: Mend, larder: Larder): Worksheet {
  const rebuild = changeLine(sheet.rebuild, lineId, (line) => {
    const mended = mendLine(line, mend, larder, sheet.rebuild.measures);
    const name = mend.kind === 'food' ? (larder.foods.get(mend.foodId)?.name ?? line.name) : line.name;
    return [{ ...mended, name, text: composeText(mended.amountText, name, mended.note) }];
  });
  return rebuild === sheet.rebuild ? sheet : { ...sheet, rebuild };
}

function isUntouched(original: Line, rebuilt: Line): boolean {
  return rebuilt.origin?.kind === 'kept' && original.text === rebuilt.text && original.massG === rebuilt.massG && original.foodId === rebuilt.foodId;
}

/** Mends a line of the original; a rebuild line that is still the same follows. */
export function mendOriginalLine(sheet: Worksheet, lineId: string, mend: Mend, larder: Larder): Worksheet {
  const before = allLines(sheet.original).find((line) => line.id === lineId);
  if (!before) return sheet;
  const after = mendLine(before, mend, larder, sheet.original.measures);
  const original = changeLine(sheet.original, lineId, () => [after]);
  const follower = allLines(sheet.rebuild).find((line) => line.origin?.kind === 'kept' && line.origin.lineId === lineId && isUntouched(before, line));
  const rebuild = follower?.origin ? changeLine(sheet.rebuild, follower.id, () => [{ ...after, id: follower.id, origin: { kind: 'kept', lineId } }]) : sheet.rebuild;
  return { ...sheet, original, rebuild };
}

/** Leaves a line out of the rebuild; what was proposed for it is withdrawn. */
export function removeRebuildLine(sheet: Worksheet, lineId: string): Worksheet {
  const gone = new Set(sheet.open.filter(({ action }) => action.kind === 'replace' && action.lineId === lineId).map((proposal) => proposal.swapId));
  const open = sheet.open.filter((proposal) => !gone.has(proposal.swapId) && !(proposal.action.kind === 'less' && proposal.action.lineId === lineId));
  return { ...sheet, rebuild: changeLine(sheet.rebuild, lineId, () => []), open };
}

/** Puts an original line back into the rebuild as it was. */
export function restoreLine(sheet: Worksheet, originalLineId: string): Worksheet {
  const index = sheet.original.parts.findIndex((part) => part.lines.some((line) => line.id === originalLineId));
  const part = sheet.original.parts[index];
  const line = part?.lines.find((candidate) => candidate.id === originalLineId);
  if (!part || !line) return sheet;
  const back: Line = { ...line, id: freshId(sheet, 'r'), origin: { kind: 'kept', lineId: originalLineId } };
  return { ...sheet, rebuild: appendLine(sheet.rebuild, part.id, back) };
}

/** Adds a line written by hand ("30 g inulin") to a part of the rebuild. */
export function addRebuildLine(sheet: Worksheet, partId: string, text: string, larder: Larder): Worksheet {
  const line = readLine(text, freshId(sheet, 'r'), larder, sheet.rebuild.measures);
  return { ...sheet, rebuild: appendLine(sheet.rebuild, partId, { ...line, origin: { kind: 'added', why: 'by hand' } }) };
}

function appendLine(formula: Formula, partId: string, line: Line): Formula {
  const target = formula.parts.some((part) => part.id === partId) ? partId : formula.parts[0]?.id;
  return { ...formula, parts: formula.parts.map((part) => (part.id === target ? { ...part, lines: [...part.lines, line] } : part)) };
}

/** Moves a rebuild line up (-1) or down (+1) within its part. */
export function moveRebuildLine(sheet: Worksheet, lineId: string, by: -1 | 1): Worksheet {
  const parts = sheet.rebuild.parts.map((part) => {
    const at = part.lines.findIndex((line) => line.id === lineId);
    const to = at + by;
    const [line, other] = [part.lines[at], part.lines[to]];
    if (at < 0 || !line || !other) return part;
    const lines = [...part.lines];
    lines[at] = other;
    lines[to] = line;
    return { ...part, lines };
  });
  return { ...sheet, rebuild: { ...sheet.rebuild, parts } };
}

/** Moves rebuild lines, kept together and in their order, to before another line of a part, or to its end. */
export function placeRebuildLines(sheet: Worksheet, lineIds: readonly string[], partId: string, beforeId?: string): Worksheet {
  const moving = new Set(lineIds);
  const lines = allLines(sheet.rebuild).filter((line) => moving.has(line.id));
  if (lines.length === 0 || !sheet.rebuild.parts.some((part) => part.id === partId) || (beforeId !== undefined && moving.has(beforeId))) return sheet;
  const parts = sheet.rebuild.parts.map((part) => {
    const left = part.lines.filter((line) => !moving.has(line.id));
    if (part.id !== partId) return left.length === part.lines.length ? part : { ...part, lines: left };
    const found = left.findIndex((line) => line.id === beforeId);
    const at = found < 0 ? left.length : found;
    return { ...part, lines: [...left.slice(0, at), ...lines, ...left.slice(at)] };
  });
  return { ...sheet, rebuild: { ...sheet.rebuild, parts } };
}

/** The same line once more beneath itself, as an addition by hand. */
export function duplicateRebuildLine(sheet: Worksheet, lineId: string): Worksheet {
  const copyId = freshId(sheet, 'r');
  const rebuild = changeLine(sheet.rebuild, lineId, (line) => [line, { ...line, id: copyId, origin: { kind: 'added', why: 'by hand' } }]);
  return rebuild === sheet.rebuild ? sheet : { ...sheet, rebuild };
}

/** How a line goes in: melted, beaten to a foam, or with a note of its own; an empty note takes it away. */
export function describeRebuildLine(sheet: Worksheet, lineId: string, said: { readonly melted?: boolean; readonly beaten?: boolean; readonly note?: string }): Worksheet {
  const rebuild = changeLine(sheet.rebuild, lineId, (line) => {
    const { melted, beaten, note, ...rest } = line;
    const next = { melted: said.melted ?? melted ?? false, beaten: said.beaten ?? beaten ?? false, note: (said.note ?? note ?? '').trim() };
    const described = { ...rest, ...(next.melted ? { melted: true } : {}), ...(next.beaten ? { beaten: true } : {}), ...(next.note ? { note: next.note } : {}) };
    return [{ ...described, text: composeText(described.amountText, described.name, next.note || undefined) }];
  });
  return rebuild === sheet.rebuild ? sheet : { ...sheet, rebuild };
}

/** A new, empty part at the end of the rebuild. */
export function addRebuildPart(sheet: Worksheet, heading: string): Worksheet {
  const taken = new Set([...sheet.original.parts, ...sheet.rebuild.parts].map(({ id }) => id));
  let number = taken.size + 1;
  while (taken.has(`p${number}`)) number += 1;
  return { ...sheet, rebuild: { ...sheet.rebuild, parts: [...sheet.rebuild.parts, { id: `p${number}`, heading, lines: [] }] } };
}

function counted(part: Part, how: Part['counting'] | 'counted' | undefined): Part {
  if (how === undefined) return part;
  const { counting: _before, ...rest } = part;
  return how === 'counted' ? rest : { ...rest, counting: how };
}

function leaving(part: Part, leftBehindG: number | undefined): Part {
  if (leftBehindG === undefined) return part;
  const { leftBehindG: _before, ...rest } = part;
  return leftBehindG > 0 ? { ...rest, leftBehindG } : rest;
}

/**
 * A part's heading, how it counts (in original and rebuild alike, as they are compared), or what of it stays behind; an
 * empty part may be taken away by `removeRebuildPart`.
 */
export function describeRebuildPart(
  sheet: Worksheet,
  partId: string,
  said: { readonly heading?: string; readonly counting?: Part['counting'] | 'counted'; readonly leftBehindG?: number },
): Worksheet {
  const inPart = (formula: Formula, change: (part: Part) => Part): Formula => ({ ...formula, parts: formula.parts.map((part) => (part.id === partId ? change(part) : part)) });
  const rebuild = inPart(sheet.rebuild, (part) => counted(leaving({ ...part, heading: said.heading ?? part.heading }, said.leftBehindG), said.counting));
  const original = said.counting === undefined ? sheet.original : inPart(sheet.original, (part) => counted(part, said.counting));
  return { ...sheet, original, rebuild };
}

/** Takes an empty part away; one with lines, or the last one, stays. */
export function removeRebuildPart(sheet: Worksheet, partId: string): Worksheet {
  const part = sheet.rebuild.parts.find(({ id }) => id === partId);
  if (!part || part.lines.length > 0 || sheet.rebuild.parts.length < 2) return sheet;
  return { ...sheet, rebuild: { ...sheet.rebuild, parts: sheet.rebuild.parts.filter(({ id }) => id !== partId) } };
}
