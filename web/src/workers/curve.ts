import { type CurvePoint } from '@fellmist/core';

export interface CurveQuestion {
  readonly id: number;
  readonly original: number[];
  readonly rebuild: number[];
  readonly storedC: number;
  readonly servedC: number;
  readonly overrunPercent: number;
}

export interface CurveSide {
  readonly points: readonly CurvePoint[];
  readonly storedIce: number;
  readonly servedIce: number;
  readonly minutesOut: number;
}

export interface CurveAnswer {
  readonly id: number;
  readonly original: CurveSide;
  readonly rebuild: CurveSide;
}
