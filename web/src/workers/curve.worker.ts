/// <reference lib="webworker" />
import { type CurveAnswer, type CurveQuestion } from './curve';
import { freezingCurve, icePercentAt, minutesOut, scoopsFromC } from '@fellmist/core';

/** Reckons the freezing curves of original and rebuild away from the screen. */
addEventListener('message', ({ data }: MessageEvent<CurveQuestion>) => {
  const { id, original, rebuild, storedC, servedC, overrunPercent } = data;
  const side = (sums: number[]): CurveAnswer['original'] => ({
    points: freezingCurve(sums),
    storedIce: icePercentAt(sums, storedC),
    servedIce: icePercentAt(sums, servedC),
    minutesOut: minutesOut(sums, storedC, scoopsFromC(sums, storedC), overrunPercent),
  });
  postMessage({ id, original: side(original), rebuild: side(rebuild) } satisfies CurveAnswer);
});
