import { AT, type Brought, read, type Sums } from './brings';
import { type Given, givenOf, type Role } from './describe';

interface Solute {
  readonly at: Brought;
  /** g/mol. */
  readonly molarMass: number;
  /** Norrish's constant: ln(activity of water) = ln(mole fraction of water) + k x (mole fraction of the solute)^2. */
  readonly k: number;
}

/**
 * What lowers the freezing point, each with its own departure from the ideal [Norrish 1966; constants as collected in food
 * engineering handbooks, from memory]. Sucrose's constant stands for every twelve-carbon sugar and polyol, fructose's for
 * allulose and tagatose. Alcohol is taken as ideal.
 */
const SOLUTES: readonly Solute[] = [
  { at: 'disaccharideG', molarMass: 342.3, k: -6.47 },
  { at: 'hexoseG', molarMass: 180.16, k: -2.25 },
  { at: 'hexitolG', molarMass: 182.17, k: -1.65 },
  { at: 'xylitolG', molarMass: 152.15, k: -1.54 },
  { at: 'erythritolG', molarMass: 122.12, k: -1.34 },
  { at: 'glycerolG', molarMass: 92.09, k: -1.16 },
  { at: 'alcoholG', molarMass: 46.07, k: 0 },
];

const WATER = 18.015;
/** -ln(activity) of water over ice = a x drop + b x drop^2, drop in K below zero [Robinson & Stokes, Electrolyte Solutions, from memory]. */
const OVER_ICE = { a: 9.6934e-3, b: 4.761e-6 } as const;
/** °C that a gram of milk salts' solids in a gram of water adds [Goff & Hartel, Ice Cream, 7th ed., for milk solids without fat]. */
const OF_MILK_SALTS = 2.37;
/** Salt splits in two; its osmotic coefficient in a brine of kitchen strength [handbooks, from memory]. */
const SALT = { molarMass: 58.44, ions: 2, osmotic: 0.93 } as const;

function dropOf(minusLn: number): number {
  const { a, b } = OVER_ICE;
  return (Math.sqrt(a * a + 4 * b * minusLn) - a) / (2 * b);
}

function minusLnOf(grams: number, waterG: number, molarMass: number, k: number): number {
  const x = grams / molarMass / (grams / molarMass + waterG / WATER);
  return -Math.log(1 - x) - k * x * x;
}

/** °C by which a solution of sucrose (grams in 100 g of water) freezes below water. */
export function depressionOf(gPer100gWater: number): number {
  return gPer100gWater > 0 ? dropOf(minusLnOf(gPer100gWater, 100, 342.3, -6.47)) : 0;
}

/** What falls out of a cold solution, grams in 100 g of water at saturation, by °C. */
type Solubility = readonly (readonly [tempC: number, gPer100g: number])[];

/** Erythritol [handbook: 37 % of the solution at 25 °C; the others from memory]. */
const ERYTHRITOL: Solubility = [
  [-20, 10],
  [-10, 16],
  [0, 24],
  [10, 36],
  [25, 58.7],
  [40, 92],
];

/** Lactose, its two forms in balance [dairy handbooks, from memory: 11.9 at 0, 16.9 at 15, 21.6 at 25 °C]; below zero the logarithm runs on. */
const LACTOSE: Solubility = [
  [-20, 7.4],
  [-10, 9.4],
  [0, 11.9],
  [15, 16.9],
  [25, 21.6],
];

function heldAt(tempC: number, table: Solubility): number {
  const [first, last] = [table[0], table.at(-1)];
  if (!first || !last || tempC <= first[0]) return first?.[1] ?? 0;
  for (let i = 1; i < table.length; i++) {
    const [below, above] = [table[i - 1] ?? first, table[i] ?? last];
    if (tempC <= above[0]) return below[1] + ((above[1] - below[1]) * (tempC - below[0])) / (above[0] - below[0]);
  }
  return last[1];
}

/** Grams of erythritol that 100 g of water keep dissolved at °C. */
export function erythritolHeld(tempC: number): number {
  return heldAt(tempC, ERYTHRITOL);
}

/** Grams of a solute that are in solution: what has fallen out lowers nothing. Lactose is one of the twelve-carbon sugars. */
function dissolved(at: Brought, sums: Sums, unfrozenG: number, tempC: number): number {
  const grams = read(sums, AT[at]);
  if (at === 'erythritolG') return Math.min(grams, (unfrozenG * heldAt(tempC, ERYTHRITOL)) / 100);
  if (at !== 'disaccharideG') return grams;
  return Math.max(grams - Math.max(read(sums, AT.lactoseG) - (unfrozenG * heldAt(tempC, LACTOSE)) / 100, 0), 0);
}

/**
 * °C below zero at which a mix with so much unfrozen water is in balance with ice at `tempC`: activities of its solutes
 * multiply [Ross 1975], erythritol and lactose only as far as they stay dissolved; milk salts and salt beside them.
 */
function dropWith(sums: Sums, unfrozenG: number, tempC: number): number {
  if (unfrozenG <= 0) return Infinity;
  let minusLn = 0;
  for (const { at, molarMass, k } of SOLUTES) {
    const grams = dissolved(at, sums, unfrozenG, tempC);
    if (grams > 0) minusLn += minusLnOf(grams, unfrozenG, molarMass, k);
  }
  const saltMol = read(sums, AT.freeSaltG) / SALT.molarMass / (unfrozenG / 1000);
  minusLn += (SALT.ions * SALT.osmotic * saltMol * WATER) / 1000;
  return dropOf(minusLn) + (OF_MILK_SALTS * read(sums, AT.milkSaltsG)) / unfrozenG;
}

/** Where what falls out depends on the temperature that is looked for: passes until it stands still. */
const PASSES = 4;

/** The temperature at which the first ice forms, °C; undefined for a mix without water. */
export function freezingPointOf(sums: Sums): number | undefined {
  const waterG = read(sums, AT.allWaterG);
  if (waterG <= 0) return undefined;
  let tempC = 0;
  for (let i = 0; i < PASSES; i++) tempC = -dropWith(sums, waterG, tempC);
  return tempC;
}

const STEPS = 40;

/** Grams of ice in a mix at a temperature, °C: the unfrozen water has the freezing point that it is at. Bisection to a billionth. */
export function iceAt(sums: Sums, tempC: number): number {
  const waterG = read(sums, AT.allWaterG);
  if (waterG <= 0 || tempC >= 0 || dropWith(sums, waterG, tempC) >= -tempC) return 0;
  let [low, high] = [0, waterG];
  for (let i = 0; i < STEPS; i++) {
    const middle = (low + high) / 2;
    if (dropWith(sums, middle, tempC) > -tempC) low = middle;
    else high = middle;
  }
  return waterG - (low + high) / 2;
}

/** The temperature at which ice is scooped, °C. */
const SCOOPED_C = -12;

/** With so much flour nobody means to freeze it as an ice. House value. */
function isDough(sums: Sums): boolean {
  return read(sums, AT.flourG) > 0.1 * read(sums, AT.massG);
}

function waterAndSugars(line: Sums): Given | undefined {
  const [water, se] = [read(line, AT.allWaterG), read(line, AT.seG)];
  return givenOf(water - se, { amount: water, unit: 'g water', digits: 0 }, { amount: se, unit: 'g as sucrose', digits: 1 });
}

export const FIRST_ICE: Role = {
  name: 'First ice',
  ends: ['late, soft', 'early, hard'],
  strains: ['freezes late', 'freezes early'],
  low: -6,
  high: 0,
  unit: '°C',
  digits: 1,
  noticedLeast: 0.2,
  leastG: 1,
  tells: 0.5,
  isCold: true,
  runsBelowZero: true,
  measure: (sums) => (isDough(sums) ? undefined : freezingPointOf(sums)),
  given: waterAndSugars,
  equation: `activity of the water: that of each sugar, polyol, alcohol and salt (Norrish), multiplied, erythritol and lactose as far as they are dissolved; + ${OF_MILK_SALTS} × milk solids without fat ÷ water; below zero`,
  mark: 'M',
  source: 'Norrish 1966, Ross 1975 and Goff & Hartel, Ice Cream, 7th ed., constants from memory',
};

export const ICE: Role = {
  name: 'Ice',
  ends: ['slush', 'brick'],
  strains: ['too soft to freeze', 'freezes to a brick'],
  low: 0,
  high: 80,
  unit: `% of the mix at −${-SCOOPED_C} °C`,
  digits: 0,
  noticedLeast: 3,
  leastG: 1,
  tells: 1,
  isCold: true,
  measure: (sums) => (isDough(sums) ? undefined : (iceAt(sums, SCOOPED_C) * 100) / read(sums, AT.massG)),
  given: waterAndSugars,
  equation: `the water that is frozen when the rest has a freezing point of −${-SCOOPED_C} °C: activities of every sugar, polyol, alcohol and salt dissolved in it (Norrish) multiplied, + ${OF_MILK_SALTS} × milk solids without fat ÷ unfrozen water`,
  mark: 'M',
  source: 'Norrish 1966, Ross 1975 and Goff & Hartel, Ice Cream, 7th ed., constants from memory; what hardness is wanted is a house value',
};
