import { allLines, type Amounts, type Analysis, type Figure, judgeGoals, type Proposal, settleOpen, standingOf, strainsOf, type Worksheet } from '@fellmist/core';
import type { Desk } from '../state/desk';

/** What a sheet would be with some proposals taken. */
export interface Outcome {
  readonly sheet: Worksheet;
  readonly analysis: Analysis;
  /** Roles out of their band, in words. */
  readonly strains: readonly string[];
  readonly goals: ReturnType<typeof judgeGoals>;
  /** What a portion costs; undefined while a price is missing. */
  readonly portionCost: number | undefined;
}

/** The sheet on the bench with these proposals taken, and no others. */
export function outcomeOf(desk: Desk, proposals: readonly Proposal[]): Outcome | undefined {
  const ready = desk.ready();
  if (!ready) return undefined;
  const sheet = settleOpen({ ...ready.sheet, open: proposals }, ready.larder);
  const analysis = desk.analysed(sheet.rebuild);
  const cost = desk.costOf(sheet.rebuild);
  if (!analysis || !cost) return undefined;
  const known = cost.unpricedLines.length === 0 ? cost.amount : undefined;
  return {
    sheet,
    analysis,
    strains: strainsOf(standingOf(sheet, ready.larder, ready.tables)),
    goals: judgeGoals(sheet.rebuild.goals?.targets ?? [], { views: analysis.views, cost: known, sweetness: analysis.measures.sweetness }),
    portionCost: known === undefined ? undefined : known / analysis.views.portions,
  };
}

export interface Weighed {
  readonly foodId: string;
  readonly name: string;
  readonly nowG: number;
  readonly thenG: number;
}

/** What is weighed out otherwise: each food with its grams now and then, what changes most by its own measure first. */
export function weighedOtherwise(before: Worksheet, after: Worksheet, nameOf: (id: string | undefined) => string | undefined): readonly Weighed[] {
  const sums = new Map<string, { name: string; nowG: number; thenG: number }>();
  const add = (sheet: Worksheet, place: 'nowG' | 'thenG'): void => {
    for (const { foodId, name, massG = 0 } of allLines(sheet.rebuild)) {
      const key = foodId ?? name;
      const sum = sums.get(key) ?? { name: nameOf(foodId) ?? name, nowG: 0, thenG: 0 };
      sum[place] += massG;
      sums.set(key, sum);
    }
  };
  add(before, 'nowG');
  add(after, 'thenG');
  return [...sums]
    .flatMap(([foodId, sum]) => (Math.abs(sum.thenG - sum.nowG) < 1e-6 ? [] : [{ foodId, ...sum }]))
    .sort((a, b) => Math.abs(b.thenG - b.nowG) - Math.abs(a.thenG - a.nowG));
}

/** Figures that are told beside the goals. */
export const TOLD: readonly Figure[] = ['energyKcal', 'proteinG', 'fatG', 'netCarbG', 'sugarsG', 'fibreG'];

export type FoundAmounts = Extract<Amounts, { kind: 'amounts' }>;
