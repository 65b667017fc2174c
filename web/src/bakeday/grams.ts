import { showNumber } from '../ui/figures';

/** Grams as a scale of that step shows them. */
export const grams = (massG: number, stepG = 1): string => showNumber(massG, stepG < 1 ? 1 : 0);
