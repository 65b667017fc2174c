import { showNumber } from '../ui/figures';
import { SAY } from './words';

/** Below so many hours a foam stands minutes. House value. */
const MINUTES_H = 0.4;

/** How long a foam stands, as it is said. */
export const standingText = (standsH: number): string => (standsH < MINUTES_H ? SAY.minutes : `${showNumber(standsH, 1)} h`);
