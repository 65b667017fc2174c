import { type Formula, type Line, allLines, dietOfAll, type HouseholdSettings, NO_GOALS } from '../formula';
import { type Mark } from '../quantity';
import { type StepPlace } from './rule';

export type ProposalAction =
  /** Take `fromMassG` of a line away and put the stand-ins in its place. */
  | {
      readonly kind: 'replace';
      readonly lineId: string;
      readonly fromMassG: number;
      readonly to: readonly { readonly foodId: string; readonly massG: number; readonly soaked?: boolean }[];
    }
  | { readonly kind: 'add'; readonly foodId: string; readonly massG: number; readonly why: 'side change' | 'liquid' | 'balance' }
  | { readonly kind: 'less'; readonly lineId: string; readonly massG: number; readonly why: 'side change' | 'liquid' | 'balance' }
  | { readonly kind: 'step'; readonly text: string; readonly when?: StepPlace };

export interface Proposal {
  readonly id: string;
  readonly swapId: string;
  readonly ruleId: string;
  readonly partId: string;
  readonly action: ProposalAction;
  readonly reason: string;
  readonly mark: Mark;
  readonly source: string;
}

/** What the baker said of a proposal; kept with the try. */
export interface Decision {
  readonly proposal: Proposal;
  readonly outcome: 'accepted' | 'edited' | 'refused';
  /** For a refused correction: what its role measured when it was left as it was. */
  readonly leftGap?: number;
}

/** An original and its rebuild on the bench, with what is still proposed and what was decided. */
export interface Worksheet {
  readonly original: Formula;
  readonly rebuild: Formula;
  readonly open: readonly Proposal[];
  readonly decisions: readonly Decision[];
}

/** A fresh worksheet: the rebuild starts as the original, line for line. */
export function startWorksheet(original: Formula): Worksheet {
  const parts = original.parts.map((part) => ({
    ...part,
    lines: part.lines.map((line) => ({ ...line, id: `r${line.id}`, origin: { kind: 'kept', lineId: line.id } as const })),
  }));
  // What was stated was stated of the original.
  const { claim: _stated, ...rest } = original;
  return { original, rebuild: { ...rest, parts }, open: [], decisions: [] };
}

/** The sheet of a new formula with what the household and its people eat by and may not have, unless it says goals of its own. */
export function withDiet(sheet: Worksheet, settings: Pick<HouseholdSettings, 'schools' | 'excluded' | 'people' | 'diets'>): Worksheet {
  const { schools, excluded } = dietOfAll(settings);
  if (sheet.rebuild.goals || (schools.length === 0 && excluded.length === 0)) return sheet;
  return { ...sheet, rebuild: { ...sheet.rebuild, goals: { ...NO_GOALS, schools, excluded } } };
}

/** An id with this prefix that nothing on the sheet uses yet. */
export function freshId(sheet: Worksheet, prefix: string): string {
  const ids = [
    ...allLines(sheet.original).map((line) => line.id),
    ...allLines(sheet.rebuild).map((line) => line.id),
    ...sheet.open.flatMap((proposal) => [proposal.id, proposal.swapId]),
    ...sheet.decisions.flatMap(({ proposal }) => [proposal.id, proposal.swapId]),
    ...allLines(sheet.rebuild).flatMap((line) => (line.origin && 'swapId' in line.origin && line.origin.swapId ? [line.origin.swapId] : [])),
  ];
  const taken = ids.filter((id) => id.startsWith(prefix)).map((id) => Number(id.slice(prefix.length)));
  return `${prefix}${Math.max(0, ...taken.filter(Number.isFinite)) + 1}`;
}

/** One original line with what became of it; an empty `rebuilt` means it was left out. */
export interface Pair {
  readonly original?: Line;
  readonly rebuilt: readonly Line[];
}

export interface PairedPart {
  readonly partId: string;
  readonly heading: string;
  readonly pairs: readonly Pair[];
}

function originLine(line: Line): string | undefined {
  return line.origin && line.origin.kind !== 'added' ? line.origin.lineId : undefined;
}

/**
 * The two formulas side by side in the rebuild's order: each original line once, next to the lines that come from it;
 * added lines stand alone; original lines that were left out follow at their part's end.
 */
export function pairLines(sheet: Worksheet): readonly PairedPart[] {
  const originals = new Map(allLines(sheet.original).map((line) => [line.id, line]));
  const shown = new Set<string>();
  return sheet.rebuild.parts.map((part, i) => {
    const pairs: { original?: Line; rebuilt: Line[] }[] = [];
    const at = new Map<string, number>();
    for (const line of part.lines) {
      const from = originLine(line);
      const original = from === undefined ? undefined : originals.get(from);
      const index = from === undefined ? undefined : at.get(from);
      if (index !== undefined) pairs[index]?.rebuilt.push(line);
      else if (from !== undefined && original && !shown.has(from)) {
        shown.add(from);
        at.set(from, pairs.length);
        pairs.push({ original, rebuilt: [line] });
      } else pairs.push({ rebuilt: [line] });
    }
    const kept = new Set(allLines(sheet.rebuild).map(originLine));
    const gone = (sheet.original.parts.find((other) => other.id === part.id) ?? sheet.original.parts[i])?.lines.filter((line) => !kept.has(line.id)) ?? [];
    return { partId: part.id, heading: part.heading, pairs: [...pairs, ...gone.map((original) => ({ original, rebuilt: [] }))] };
  });
}
