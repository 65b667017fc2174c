import { type RangePoint, type UncertainLine } from '@fellmist/core';

export interface RangeQuestion {
  readonly id: number;
  readonly lines: readonly UncertainLine[];
}

export interface RangeAnswer {
  readonly id: number;
  readonly range: readonly RangePoint[];
}
