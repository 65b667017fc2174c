import { type ColdStyle } from '../product';
import { AT, erythritolHeld, freezingPointOf, iceAt, readSum, type Sums } from '../role';

export interface CurvePoint {
  readonly tempC: number;
  /** Ice in per cent of the mix. */
  readonly icePercent: number;
}

export type Hardness = 'pours' | 'slush' | 'soft' | 'scoops' | 'firm' | 'a brick';

/** Ice in per cent of the mix up to which each word holds. House values, from ice cream that is dipped at -12 °C. */
const HARDNESS: readonly (readonly [mostIce: number, Hardness])[] = [
  [0.5, 'pours'],
  [15, 'slush'],
  [30, 'soft'],
  [52, 'scoops'],
  [60, 'firm'],
  [Infinity, 'a brick'],
];

/** How hard that much ice is under the spoon; where a style says what it wants there, that is what scoops, and more is a brick. */
export function hardnessOf(icePercent: number, wanted?: { readonly low: number; readonly high: number }): Hardness {
  if (wanted && icePercent > wanted.low) return icePercent > wanted.high ? 'a brick' : 'scoops';
  return HARDNESS.find(([most]) => icePercent <= most)?.[1] ?? 'a brick';
}

export function icePercentAt(sums: Sums, tempC: number): number {
  const massG = readSum(sums, AT.massG);
  return massG > 0 ? (iceAt(sums, tempC) * 100) / massG : 0;
}

const WARMEST_C = 0;
const COLDEST_C = -25;
const STEP_C = 0.5;

/** Ice in the mix from 0 to -25 °C, half a degree apart. */
export function freezingCurve(sums: Sums): readonly CurvePoint[] {
  const points: CurvePoint[] = [];
  for (let tempC = WARMEST_C; tempC >= COLDEST_C; tempC -= STEP_C) points.push({ tempC, icePercent: icePercentAt(sums, tempC) });
  return points;
}

/** Heat capacities in J/(g K) and heat of fusion in J/g of ice, water and solids [handbooks, from memory; dry solids a mean]. */
const HEAT = { ice: 2.05, water: 4.18, solids: 1.6, fusion: 334 } as const;
/** Heat that a tub on a worktop takes in, W/(m2 K): still air and radiation. House value. */
const INTAKE = 9;
const ROOM_C = 21;
/** Share of the whole warming that makes the outer part fit to scoop. House value. */
const OUTER_SHARE = 0.6;
const WARM_STEP_C = 0.25;

/** Surface of a tub as wide as it is high, m2, from its contents in mL. */
function tubSurface(volumeMl: number): number {
  return 5.54 * (volumeMl * 1e-6) ** (2 / 3);
}

/**
 * Minutes out of the freezer from `fromC` until a tub of the mix is at `toC` as far as one scoops: heat to be taken in
 * (ice that melts, and what is warmed) over what still air brings. House model, an estimate; 0 where it is warm enough.
 */
export function minutesOut(sums: Sums, fromC: number, toC: number, overrunPercent: number): number {
  const [massG, waterG] = [readSum(sums, AT.massG), readSum(sums, AT.allWaterG)];
  const volumeMl = readSum(sums, AT.volumeMl) * (1 + Math.max(overrunPercent, 0) / 100);
  if (massG <= 0 || volumeMl <= 0 || toC <= fromC) return 0;
  const surface = tubSurface(volumeMl);
  let seconds = 0;
  for (let tempC = fromC; tempC < toC; tempC += WARM_STEP_C) {
    const step = Math.min(WARM_STEP_C, toC - tempC);
    const [before, after] = [iceAt(sums, tempC), iceAt(sums, tempC + step)];
    const capacity = HEAT.ice * before + HEAT.water * (waterG - before) + HEAT.solids * (massG - waterG);
    const joules = capacity * step + HEAT.fusion * (before - after);
    seconds += joules / (INTAKE * surface * (ROOM_C - tempC));
  }
  return (seconds * OUTER_SHARE) / 60;
}

/** Ice in per cent of the mix at which a spoon goes in without waiting. House value, the edge of "scoops at once". */
const SCOOPS_AT = 44;

/** The coldest temperature, from the freezer's up, at which the mix can be scooped at once, °C. */
export function scoopsFromC(sums: Sums, storedC: number): number {
  let tempC = storedC;
  while (tempC < 0 && icePercentAt(sums, tempC) > SCOOPS_AT) tempC += WARM_STEP_C;
  return Math.min(tempC, 0);
}

/** A mix in the freezer and at the spoon: its curve, its ice at both, and how long it is taken out before. */
export interface ColdSide {
  readonly points: readonly CurvePoint[];
  readonly storedIce: number;
  readonly servedIce: number;
  readonly minutesOut: number;
}

/** Everything the freezing of one mix comes to, at the freezer's and the spoon's °C. */
export function coldSide(sums: Sums, storedC: number, servedC: number, overrunPercent: number): ColdSide {
  return {
    points: freezingCurve(sums),
    storedIce: icePercentAt(sums, storedC),
    servedIce: icePercentAt(sums, servedC),
    minutesOut: minutesOut(sums, storedC, scoopsFromC(sums, storedC), overrunPercent),
  };
}

export interface ColdWarning {
  readonly kind: 'no water' | 'too soft' | 'brick' | 'sandy lactose' | 'sandy erythritol' | 'alcohol';
  readonly words: string;
}

/** Lactose in 100 g of water from which an ice may turn sandy [Goff & Hartel, from memory]. */
const SANDY_LACTOSE = 10;
const MUCH_ALCOHOL = 3;

/** Ice in per cent of the mix from which a spoon bends, where the style does not want it harder. House value. */
const MOST_SCOOPED = 60;

/** What will go wrong in the freezer at `storedC`, and at the spoon at `servedC`; some styles are meant to be hard. */
export function coldWarnings(sums: Sums, storedC: number, servedC: number, style?: ColdStyle): readonly ColdWarning[] {
  const [massG, waterG] = [readSum(sums, AT.massG), readSum(sums, AT.allWaterG)];
  if (waterG <= 0 || freezingPointOf(sums) === undefined) return [{ kind: 'no water', words: 'There is no water in this mix, so nothing in it freezes: no curve can be drawn.' }];
  const warnings: ColdWarning[] = [];
  const [stored, served] = [icePercentAt(sums, storedC), icePercentAt(sums, servedC)];
  if (stored < 20)
    warnings.push({
      kind: 'too soft',
      words: `At ${storedC} °C only ${Math.round(stored)} % of it is ice: it stays soft. Less sugar, polyol or alcohol, or more water, lets it freeze.`,
    });
  if (served > (style?.bands.ice?.high ?? MOST_SCOOPED))
    warnings.push({ kind: 'brick', words: `At ${servedC} °C ${Math.round(served)} % of it is ice: a brick. Allulose, glucose or more solids soften it.` });
  const lactose = (readSum(sums, AT.lactoseG) * 100) / waterG;
  if (lactose > SANDY_LACTOSE)
    warnings.push({ kind: 'sandy lactose', words: `${Math.round(lactose)} g of lactose in 100 g of water: above about 10 it may turn sandy within weeks.` });
  const unfrozen = waterG - iceAt(sums, storedC);
  const held = (unfrozen * erythritolHeld(storedC)) / 100;
  const erythritol = readSum(sums, AT.erythritolG);
  if (erythritol > 1 && unfrozen > 0 && erythritol > held) {
    warnings.push({
      kind: 'sandy erythritol',
      words: `The water that stays liquid holds about ${Math.round(held)} g of the ${Math.round(erythritol)} g of erythritol: the rest turns sandy and softens nothing. Take allulose for part of it.`,
    });
  }
  const alcohol = (readSum(sums, AT.alcoholG) * 100) / massG;
  if (alcohol > MUCH_ALCOHOL) warnings.push({ kind: 'alcohol', words: `${alcohol.toFixed(1)} % alcohol keeps it soft, and it is not for children.` });
  return warnings;
}
