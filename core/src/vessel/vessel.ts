import { type Mark } from '../quantity';

/** What a vessel is for: it is baked in, mixed in, blended in, churned or kept in, or poured onto. */
export const VESSEL_USES = ['bake', 'mix', 'blend', 'churn', 'keep', 'griddle'] as const;
export type VesselUse = (typeof VESSEL_USES)[number];

export const VESSEL_SHAPES = ['round', 'square', 'rectangle', 'loaf', 'ring', 'cups', 'bowl', 'jar', 'tub', 'plate'] as const;
export type VesselShape = (typeof VESSEL_SHAPES)[number];

/** A tin, bowl, jar or plate by its inner sizes at the rim, centimetres. */
export interface Vessel {
  readonly id: string;
  readonly name: string;
  readonly shape: VesselShape;
  readonly use: VesselUse;
  /** Diameter of what is round, the shorter side of what is not. */
  readonly acrossCm: number;
  /** The longer side; absent where both are the same. */
  readonly lengthCm?: number;
  readonly heightCm: number;
  /** Cups of a muffin tin, ramekins, moulds; pieces that fit on a griddle are reckoned. */
  readonly places: number;
  /** How much narrower it is at its foot: bottom over rim, 1 for straight sides. */
  readonly taper: number;
  /** Millilitres of one place, weighed with water: it replaces what the sizes say. */
  readonly measuredMl?: number;
  /** Grams of the empty vessel, so that it can be weighed with what is in it. */
  readonly emptyG?: number;
  readonly mark: Mark;
  readonly source: string;
}

/** The tube in the middle of a ring tin, as a part of its diameter. House value: a third. */
export const RING_TUBE = 1 / 3;

export const isRound = ({ shape }: Pick<Vessel, 'shape'>): boolean => ['round', 'ring', 'cups', 'bowl', 'jar'].includes(shape);

/** A vessel that the household measured itself. */
export const isOwn = ({ id }: Pick<Vessel, 'id'>): boolean => id.startsWith('own-');

/** Whether a vessel is for mixing and not for baking, freezing or keeping. */
export function isForMixing({ use }: Pick<Vessel, 'use'>): boolean {
  return use === 'mix' || use === 'blend';
}

/** Area inside the rim of one place, cm². */
export function rimArea({ shape, acrossCm, lengthCm = acrossCm }: Pick<Vessel, 'shape' | 'acrossCm' | 'lengthCm'>): number {
  if (!isRound({ shape })) return acrossCm * lengthCm;
  const disc = (Math.PI / 4) * acrossCm ** 2;
  return shape === 'ring' ? disc * (1 - RING_TUBE ** 2) : disc;
}

/** Millilitres up to a height in one place by its sizes: a frustum, whose sides run straight from foot to rim. */
function mlUpTo(vessel: Vessel, heightCm: number): number {
  const area = rimArea(vessel);
  if (vessel.shape === 'bowl') {
    // Half an ellipsoid on its tip: V(h) = area × h²/H × (1 − h/3H), two thirds of a cylinder when full.
    const part = heightCm / vessel.heightCm;
    return area * heightCm * part * (1 - part / 3);
  }
  const { taper } = vessel;
  const wide = taper + (1 - taper) * (heightCm / vessel.heightCm);
  return ((area * heightCm) / 3) * (taper ** 2 + taper * wide + wide ** 2);
}

/** Millilitres of one place, brimful: weighed with water where somebody did, else by its sizes. */
export function placeMl(vessel: Vessel): number {
  return vessel.measuredMl ?? mlUpTo(vessel, vessel.heightCm);
}

/** Millilitres of all places together, brimful. */
export function capacityMl(vessel: Vessel): number {
  return placeMl(vessel) * vessel.places;
}

/** How high so much stands in one place, centimetres; more than it holds stands above the rim. */
export function depthCm(vessel: Vessel, ml: number): number {
  const bySizes = mlUpTo(vessel, vessel.heightCm);
  const wanted = (ml * bySizes) / placeMl(vessel);
  if (wanted >= bySizes) return vessel.heightCm + (wanted - bySizes) / rimArea(vessel);
  let [low, high] = [0, vessel.heightCm];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (mlUpTo(vessel, middle) < wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

export interface VesselFault {
  readonly field: 'acrossCm' | 'lengthCm' | 'heightCm' | 'places' | 'taper' | 'measuredMl' | 'emptyG' | 'name';
  readonly words: string;
}

/** What is wrong with a vessel as somebody typed it, field by field; a tin of no size bakes nothing. */
export function vesselFaults(vessel: Vessel): readonly VesselFault[] {
  const faults: VesselFault[] = [];
  const size = (field: VesselFault['field'], value: number | undefined, least: number, most: number, unit: string): void => {
    if (value !== undefined && !(value >= least && value <= most)) faults.push({ field, words: `It is between ${least} and ${most}${unit}; this says ${String(value)}.` });
  };
  if (vessel.name.trim() === '') faults.push({ field: 'name', words: 'It needs a name.' });
  size('acrossCm', vessel.acrossCm, 1, 100, ' cm');
  size('lengthCm', vessel.lengthCm, 1, 100, ' cm');
  size('heightCm', vessel.heightCm, 0.3, 60, ' cm');
  size('places', vessel.places, 1, 60, '');
  size('taper', vessel.taper, 0.4, 1, '');
  size('measuredMl', vessel.measuredMl, 5, 30_000, ' mL');
  size('emptyG', vessel.emptyG, 1, 10_000, ' g');
  return faults;
}

/** How the side of a kind of vessel runs where nobody measured it: bottom over rim. House values, fitted to the pan tables named beside the shipped tins. */
export const TAPERS: Readonly<Record<VesselShape, number>> = { round: 0.9, square: 0.9, rectangle: 0.9, loaf: 0.85, ring: 0.7, cups: 0.78, bowl: 1, jar: 0.9, tub: 0.9, plate: 1 };
