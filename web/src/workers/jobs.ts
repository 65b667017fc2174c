import type { BakingAsk, BakingTime, DayPlan, HeatAsk, PlanAsk, Reckoned, TimeRefusal } from '@fellmist/core/bake';
import type { Food, MeasureSystem, RangePoint, ReadDocument, UncertainLine } from '@fellmist/core';

/** What is worked out away from the screen: what each job is asked with, and what it answers. */
export interface Jobs {
  /** The foods to read with: sent once, and again when they change. */
  readonly takeFoods: { readonly ask: { readonly foods: readonly Food[]; readonly inHand: ReadonlyMap<string, string> }; readonly answer: number };
  readonly readText: { readonly ask: { readonly text: string; readonly measures: MeasureSystem }; readonly answer: ReadDocument };
  readonly bakingTime: { readonly ask: BakingAsk; readonly answer: BakingTime | TimeRefusal };
  readonly treatHeat: { readonly ask: HeatAsk; readonly answer: Reckoned | undefined };
  readonly dayPlan: { readonly ask: PlanAsk; readonly answer: DayPlan };
  readonly curveRange: { readonly ask: { readonly lines: readonly UncertainLine[] }; readonly answer: readonly RangePoint[] };
}

export type JobName = keyof Jobs;

type Begin = { [N in JobName]: { readonly kind: 'begin'; readonly id: number; readonly job: N; readonly ask: Jobs[N]['ask'] } }[JobName];
export type ToWorker = Begin | { readonly kind: 'cancel'; readonly id: number };

export type FromWorker =
  | { readonly kind: 'progress'; readonly id: number; readonly share: number }
  | { readonly kind: 'done'; readonly id: number; readonly answer: unknown }
  | { readonly kind: 'failed'; readonly id: number; readonly words: string };
