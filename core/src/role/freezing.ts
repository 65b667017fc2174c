import { AT, read, type Sums } from './brings';

/**
 * Depression of the freezing point by sucrose, grams in 100 g of water to °C [Leighton 1927, as in Goff & Hartel, Ice Cream,
 * 7th ed., from memory]. Below 3 g the colligative law holds: 1.86 K kg/mol and 342.30 g/mol. Beyond 180 g it goes on as its
 * last stretch does, which comes near the freeze-concentrated sucrose of phase diagrams.
 */
const LEIGHTON: readonly (readonly [gPer100gWater: number, dropC: number])[] = [
  [0, 0],
  [1, 0.0543],
  [1.6, 0.0885],
  [3, 0.18],
  [6, 0.35],
  [9, 0.53],
  [12, 0.72],
  [15, 0.9],
  [18, 1.1],
  [21, 1.29],
  [24, 1.47],
  [27, 1.67],
  [30, 1.86],
  [42, 2.6],
  [60, 3.85],
  [90, 6.23],
  [120, 8.92],
  [150, 11.41],
  [180, 13.68],
];

/** °C by which a solution of sucrose (grams in 100 g of water) freezes below water. */
export function depressionOf(gPer100gWater: number): number {
  const amount = Math.max(gPer100gWater, 0);
  let i = 1;
  while (i < LEIGHTON.length - 1 && (LEIGHTON[i]?.[0] ?? Infinity) < amount) i++;
  const [below, above] = [LEIGHTON[i - 1] ?? [0, 0], LEIGHTON[i] ?? [1, 0]];
  return below[1] + ((above[1] - below[1]) * (amount - below[0])) / (above[0] - below[0]);
}

/** °C that a gram of milk solids without fat, or of whey solids, in a gram of water adds by its salts [Goff & Hartel]. */
const OF_SALTS = 2.37;

/** °C below zero at which a mix with so much unfrozen water is in balance with ice. */
function dropWith(seG: number, msnfG: number, unfrozenG: number): number {
  return unfrozenG > 0 ? depressionOf((seG * 100) / unfrozenG) + (OF_SALTS * msnfG) / unfrozenG : Infinity;
}

/** The temperature at which the first ice forms, °C; undefined for a mix without water. */
export function freezingPointOf(sums: Sums): number | undefined {
  const waterG = read(sums, AT.allWaterG);
  return waterG > 0 ? -dropWith(read(sums, AT.seG), read(sums, AT.msnfG), waterG) : undefined;
}

const STEPS = 40;

/** Grams of ice in a mix at a temperature, °C: the unfrozen water has the freezing point that it is at. Bisection to a billionth. */
export function iceAt(sums: Sums, tempC: number): number {
  const waterG = read(sums, AT.allWaterG);
  const [seG, msnfG] = [read(sums, AT.seG), read(sums, AT.msnfG)];
  if (waterG <= 0 || tempC >= 0 || dropWith(seG, msnfG, waterG) >= -tempC) return 0;
  let [low, high] = [0, waterG];
  for (let i = 0; i < STEPS; i++) {
    const middle = (low + high) / 2;
    if (dropWith(seG, msnfG, middle) > -tempC) low = middle;
    else high = middle;
  }
  return waterG - (low + high) / 2;
}
