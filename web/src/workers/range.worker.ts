/// <reference lib="webworker" />
import { curveRange } from '@fellmist/core';
import { type RangeAnswer, type RangeQuestion } from './range';

/** The same draws each time, so that a range moves only where the mix does. */
const SEED = 1;

/** Draws the likely range of a freezing curve away from the screen. */
addEventListener('message', ({ data: { id, lines } }: MessageEvent<RangeQuestion>) => {
  postMessage({ id, range: curveRange(lines, SEED) } satisfies RangeAnswer);
});
