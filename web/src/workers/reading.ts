import { type Food, type MeasureSystem, type ReadDocument } from '@fellmist/core';

/** The foods to read with: sent once, and again when they change. */
export interface ReadingFoods {
  readonly kind: 'foods';
  readonly foods: readonly Food[];
  readonly inHand: ReadonlyMap<string, string>;
}

export interface ReadingQuestion {
  readonly kind: 'text';
  readonly id: number;
  readonly text: string;
  readonly measures: MeasureSystem;
}

export interface ReadingAnswer {
  readonly id: number;
  readonly read: ReadDocument;
}
