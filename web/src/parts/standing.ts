import { showNumber } from '../ui/figures';
import { SAY } from './words';

/** Below so many hours a foam stands minutes. House value. */
const MINUTES_H = 0.4;

/** Below so many hours it is said in minutes, to the nearest ten. */
const IN_MINUTES_H = 1.5;

/** How long a foam stands, as it is said. */
export function standingText(standsH: number): string {
  if (standsH < MINUTES_H) return SAY.minutes;
  return standsH < IN_MINUTES_H ? SAY.someMinutes(Math.round(standsH * 6) * 10) : `${showNumber(standsH, 1)} h`;
}
