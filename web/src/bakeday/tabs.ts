import { SAY } from './words';

/** What the tab of the heat is called, by where a treat is baked. */
export const TABS = { oven: SAY.inTheOven, griddle: SAY.onThePlate, microwave: SAY.inTheMicrowave, none: SAY.timers } as const;
