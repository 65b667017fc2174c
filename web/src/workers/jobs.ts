import type { BakingAsk, BakingTime, DayPlan, HeatAsk, PlanAsk, Reckoned, TimeRefusal } from '@fellmist/core/bake';
import type { Amounts, AmountsAsk, Food, MeasureSystem, RangePoint, ReadDocument, Search, SwapTables, TradeOffAsk, TradePoint, UncertainLine } from '@fellmist/core';

/** What a worker works with: foods and packs, which pack is used first, which packs a kind has, and the tables of the trade. */
export interface Kitchen {
  readonly foods: readonly Food[];
  readonly inHand: ReadonlyMap<string, string>;
  readonly packsOf: ReadonlyMap<string, readonly Food[]>;
  readonly tables: SwapTables | undefined;
}

/** What is worked out away from the screen: what each job is asked with, and what it answers. */
export interface Jobs {
  /** The foods to read with, and the tables to work with where they are there: sent once, and again when they change. */
  readonly takeKitchen: { readonly ask: Kitchen; readonly answer: number };
  readonly readText: { readonly ask: { readonly text: string; readonly measures: MeasureSystem }; readonly answer: ReadDocument };
  readonly bakingTime: { readonly ask: BakingAsk; readonly answer: BakingTime | TimeRefusal };
  readonly treatHeat: { readonly ask: HeatAsk; readonly answer: Reckoned | undefined };
  readonly dayPlan: { readonly ask: PlanAsk; readonly answer: DayPlan };
  readonly amounts: { readonly ask: AmountsAsk; readonly answer: Amounts };
  /** Its steps bring the best so far along. */
  readonly rebuilds: { readonly ask: AmountsAsk; readonly answer: Search };
  readonly tradeOff: { readonly ask: TradeOffAsk; readonly answer: readonly TradePoint[] };
  readonly curveRange: { readonly ask: { readonly lines: readonly UncertainLine[] }; readonly answer: readonly RangePoint[] };
}

export type JobName = keyof Jobs;

type Begin = { [N in JobName]: { readonly kind: 'begin'; readonly id: number; readonly job: N; readonly ask: Jobs[N]['ask'] } }[JobName];
export type ToWorker = Begin | { readonly kind: 'cancel'; readonly id: number };

export type FromWorker =
  | { readonly kind: 'progress'; readonly id: number; readonly share: number; readonly soFar?: unknown }
  | { readonly kind: 'done'; readonly id: number; readonly answer: unknown }
  | { readonly kind: 'failed'; readonly id: number; readonly words: string };
