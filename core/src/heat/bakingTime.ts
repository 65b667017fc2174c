import { type Larder } from '../food';
import { type Part } from '../formula';
import { type ProductClass } from '../product';
import { type BatterVolume, type Fit, isRound, type Made, madeOf, mlOf, RING_TUBE } from '../vessel';
import { type Axis, type Body, type Face, type Heating, heatSteps, toItsEnd } from './solver';

/** What a mix is to heat, without the air in it. */
export interface Thermal {
  readonly kWmK: number;
  /** J/gK. */
  readonly capacityJgK: number;
  readonly waterShare: number;
}

/** Choi and Okos 1986 at 20 °C: conductivity W/mK, heat capacity J/gK; ethanol, CRC Handbook. */
const PURE: Readonly<Record<Made, readonly [kWmK: number, capacityJgK: number]>> = {
  water: [0.604, 4.181],
  protein: [0.202, 2.032],
  fat: [0.125, 2.013],
  carbohydrate: [0.227, 1.586],
  fibre: [0.206, 1.882],
  alcohol: [0.167, 2.44],
  rest: [0.356, 1.129],
};
const WATER: Readonly<Partial<Record<Made, number>>> = { water: 100 };

/**
 * Conductivity (by volume, side by side) and heat capacity (by mass) of a mix from what its foods are made of [Choi & Okos
 * 1986]. A food that is not known counts as water. Undefined where nothing weighs anything.
 */
export function thermalOf(part: Pick<Part, 'lines'>, larder: Larder): Thermal | undefined {
  let [massG, ml, conducts, capacity, waterG] = [0, 0, 0, 0, 0];
  for (const { massG: grams, foodId } of part.lines) {
    if (grams === undefined) continue;
    const food = foodId === undefined ? undefined : larder.foods.get(foodId);
    const made = (food && madeOf(food.per100g)) ?? WATER;
    massG += grams;
    for (const [name, share] of Object.entries(made) as [Made, number][]) {
      const [k, joules] = PURE[name];
      const own = (grams * share) / 100;
      ml += mlOf(name, own);
      conducts += mlOf(name, own) * k;
      capacity += own * joules;
      if (name === 'water') waterG += own;
    }
  }
  return massG > 0 ? { kWmK: conducts / ml, capacityJgK: capacity / massG, waterShare: waterG / massG } : undefined;
}

export interface OvenSetting {
  readonly ovenC: number;
  readonly isFan: boolean;
  readonly isInBath: boolean;
  /** Of the mix as it goes in. */
  readonly startC: number;
  /** What this household's oven takes of what is reckoned; 1 until it is known. */
  readonly factor?: number;
}

export const OVEN_C = { least: 60, most: 300 } as const;

/** W/m²K from hot air and walls to a top, and through a tin: with and without a fan. Radiation of walls at 180 °C is 16 of it (4σT³), moving air 8 or, with a fan, 17; spans of 15 to 35 are given for domestic ovens, from memory. */
const AIR = { still: 24, fan: 33 } as const;
/** The part of that which is moving air and dries a top; the rest is radiation. House values. */
const DRYING = { still: 8, fan: 17 } as const;
/** Water around a tin: it never boils, and is held lower by what steams off it. House values. */
const BATH = { hWm2K: 200, mostC: 93 } as const;
/** A batter is shallow while it rises and deep for most of its time: the depth that is reckoned with lies between. House value. */
const RISEN_SHARE = 2 / 3;
/**
 * Water that boils off the hot side of a pore and settles on its cold side carries heat beside conduction: crumb near 100 °C conducts
 * two to three times what its air would let it (measured for bread crumb by several laboratories, from memory). So much more for
 * each part of the mix that is pore. House value, set by common baking times.
 */
const PORES_HELP = 1.6;
/** What a mix weighs without air, kg/m³. House value: batters are 1,050 to 1,250. */
const DENSE_KG_M3 = 1150;
/** The most of its water that a crumb gives off where it is dry: the rest is bound. House value. */
const FREE_WATER = 0.6;
const CELL_M = 0.004;

function cellsOf(lengthM: number): number {
  return Math.min(Math.max(Math.round(lengthM / CELL_M), 6), 12);
}

/** One filled place of a vessel as a body in its oven. */
export function bodyOf({ vessel, rawCm, risenCm }: Fit, volume: BatterVolume, thermal: Thermal, { ovenC, isFan, isInBath, startC }: OvenSetting): Body {
  const depthM = (rawCm + (risenCm - rawCm) * RISEN_SHARE) / 100;
  const mean = 1 - (1 - vessel.taper) / 2;
  const air: Face = { hWm2K: isFan ? AIR.fan : AIR.still, beyondC: ovenC };
  const side: Face = isInBath ? { hWm2K: BATH.hWm2K, beyondC: Math.min(ovenC, BATH.mostC) } : air;
  const acrossM = (vessel.acrossCm * mean) / 100;
  const lengthM = ((vessel.lengthCm ?? vessel.acrossCm) * mean) / 100;
  const half = (wide: number): Axis => ({ kind: 'straight', lengthM: wide / 2, cells: cellsOf(wide / 2), to: side });
  const top: Face = { ...air, dryingWm2K: isFan ? DRYING.fan : DRYING.still };
  const up: Axis = { kind: 'straight', lengthM: depthM, cells: cellsOf(depthM), from: side, to: top };
  const round: Axis = { kind: 'radial', lengthM: acrossM / 2, cells: cellsOf(acrossM / 2), to: side };
  const flat = vessel.shape === 'ring' ? [half((acrossM * (1 - RING_TUBE)) / 2)] : isRound(vessel) ? [round] : [half(acrossM), half(lengthM)];
  return { axes: [...flat, up], startC, ...bakedMatter(volume, thermal).body };
}

/** A mix as it is for most of its time in the heat: risen to a part, its pores helping the heat along; `swells` is how many times as deep. */
export function bakedMatter(volume: BatterVolume, thermal: Thermal): { readonly swells: number; readonly body: Pick<Body, 'kWmK' | 'heatCapacity' | 'waterKgM3'> } {
  const ml = volume.rawMl + (volume.risenMl - volume.rawMl) * RISEN_SHARE;
  const density = (volume.massG / ml) * 1000;
  const solid = Math.min(density / DENSE_KG_M3, 1);
  return {
    swells: ml / volume.rawMl,
    body: {
      kWmK: thermal.kWmK * solid * (1 + PORES_HELP * (1 - solid)),
      heatCapacity: density * thermal.capacityJgK * 1000,
      waterKgM3: density * thermal.waterShare * FREE_WATER,
    },
  };
}

export interface BakingTime {
  /** Seconds: when to look first, and from when to when it should be done. */
  readonly lookS: number;
  readonly fromS: number;
  readonly toS: number;
  /** The middle of the time without what is known of the oven: what a real time is held against. */
  readonly plainS: number;
  readonly curve: Heating['samples'];
}

/** Look first at so much of the time. Common practice: four fifths. */
export const LOOK = 0.8;
/** How far a reckoned time may be off, either way: ovens, tins and batters differ. House value. */
const OFF = 0.12;
/** A core goes on to 100 °C ever more slowly: what wants more than this is done by then. House value. */
const LAST_C = 97.5;
/** Nothing is baked longer in a tin at home. House value. */
const MOST_S = 4 * 3600;
export interface BakingAsk {
  readonly fit: Fit;
  readonly volume: BatterVolume;
  readonly thermal: Thermal;
  readonly product: ProductClass | undefined;
  readonly setting: OvenSetting;
}

export type TimeRefusal = 'no kind' | 'no oven' | 'no tin' | 'pieces' | 'no core' | 'never';

/** Why a class's time in a vessel cannot be reckoned (one that fills no tin lies in pieces of its own shape); undefined where it can. */
export function timeRefusal(fit: Fit | undefined, product: ProductClass | undefined): TimeRefusal | undefined {
  if (!product) return 'no kind';
  if (product.heat !== 'oven' || (fit && fit.vessel.use !== 'bake' && fit.vessel.shape !== 'plate')) return 'no oven';
  if (!fit) return 'no tin';
  if (product.volume?.fill === undefined || fit.vessel.shape === 'plate') return 'pieces';
  return product.coreC ? undefined : 'no core';
}

/**
 * How long a mix bakes in a vessel until its coldest place has its class's core temperature: conduction from all sides, the
 * surface held at 100 °C until it is dry. An estimate; a recipe's own time and a look come first. Refuses, by name, what it
 * does not know: pieces on a sheet, classes without a core temperature, an oven that never gets them there.
 */
export function* bakingTimeSteps({ fit, volume, thermal, product, setting }: BakingAsk): Generator<number, BakingTime | TimeRefusal> {
  const refusal = timeRefusal(fit, product);
  const core = product?.coreC;
  if (refusal !== undefined || !core) return refusal ?? 'no core';
  const [low, high] = core;
  const heating = yield* heatSteps(bodyOf(fit, volume, thermal, setting), { coreC: Math.min(high, LAST_C), mostS: MOST_S, samples: 480 });
  const done = heating.samples.find(({ coreC }) => coreC >= low)?.seconds ?? heating.reachedS;
  const last = heating.reachedS;
  if (last === undefined || done === undefined) return 'never';
  const { factor = 1 } = setting;
  const plainS = (done + last) / 2;
  return {
    lookS: plainS * factor * LOOK,
    plainS,
    fromS: done * factor * (1 - OFF),
    toS: last * factor * (1 + OFF),
    curve: heating.samples.map((one) => ({ ...one, seconds: one.seconds * factor })),
  };
}

/** A middle that is colder has hardly begun to warm, one that is hotter has nearly stopped: neither tells how long it took. House values. */
const TELLING_C = [45, 95] as const;

/** How long is reckoned, without what is known of the oven, until the middle is so warm; undefined where the curve says little. */
export function reckonedUntil({ curve, plainS, lookS }: BakingTime, tempC: number): number | undefined {
  if (tempC < TELLING_C[0] || tempC > TELLING_C[1]) return undefined;
  const after = curve.findIndex(({ coreC }) => coreC >= tempC);
  const [a, b] = [curve[after - 1], curve[after]];
  if (!a || !b) return undefined;
  const seconds = a.seconds + ((b.seconds - a.seconds) * (tempC - a.coreC)) / (b.coreC - a.coreC);
  return seconds / (lookS / (plainS * LOOK));
}

/** The same at once. */
export function bakingTime(ask: BakingAsk): BakingTime | TimeRefusal {
  return toItsEnd(bakingTimeSteps(ask));
}
