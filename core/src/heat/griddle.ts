import { type ProductClass } from '../product';
import { type BatterVolume, type Fit } from '../vessel';
import { bakedMatter, type Thermal } from './bakingTime';
import { type Face, heat } from './solver';

export interface GriddleAsk {
  readonly fit: Fit;
  readonly volume: BatterVolume;
  readonly thermal: Thermal;
  readonly product: ProductClass | undefined;
  readonly plateC: number;
  readonly pieces: number;
}

export interface Griddling {
  /** Pieces that lie on it at once, and how wide each is poured, cm. */
  readonly fits: number;
  readonly acrossCm: number;
  readonly batches: number;
  /** Seconds of a side; the second is 0 where an iron bakes both at once. */
  readonly firstSideS: number;
  readonly secondSideS: number;
  /** The first batch, while the plate is not yet even. */
  readonly firstBatchS: number;
  readonly totalS: number;
  /** The first pieces wait so long for the last. */
  readonly waitsS: number;
  /** Pieces in the last batch. */
  readonly last: number;
  /** Fewer pieces than these are wider than the plate. */
  readonly leastPieces: number;
}

/** W/m²K between a greased plate and batter, and between batter and the air of a kitchen. House values. */
const PLATE_H = 400;
const AIR: Face = { hWm2K: 12, beyondC: 25 };
/** The upper side is turned when it is that warm: its bubbles break and stay open. House value, set by two to three minutes for a pancake. */
const TURNS_C = 55;
/** In an iron the middle is to be so warm. House value. */
const IRON_C = 97;
/** The second side takes about half of the first, and the first batch a quarter longer. Common practice. */
const SECOND = 0.5;
const FIRST_BATCH = 1.25;
/** So much of a plate is covered by rounds with room to turn them. House value. */
const COVERED = 0.6;
/** Pouring, turning, lifting off, seconds a batch. House value. */
const HANDLING_S = 30;
const MOST_S = 3600;
export const PLATE_C = { least: 120, most: 260, usual: 180 } as const;

/** What is left in the bowl, as pieces, batches and seconds. A piece may be a tenth smaller than the others: nobody scrapes a bowl for less. House value. */
export function leftFor(plate: Griddling, leftG: number, pieceG: number): { readonly pieces: number; readonly batches: number; readonly seconds: number } {
  const pieces = Math.max(Math.floor(leftG / pieceG + 0.1), 0);
  const batches = Math.ceil(pieces / plate.fits);
  return { pieces, batches, seconds: batches * (plate.firstSideS + plate.secondSideS + HANDLING_S) };
}

/**
 * Baking on a hot plate piece by piece: how many fit, in how many batches, how long each takes by the heat that comes from
 * below, and how long the first waits. Undefined where the class is not one for a plate or its pieces have no thickness.
 */
export function griddling({ fit, volume, thermal, product, plateC, pieces }: GriddleAsk): Griddling | undefined {
  const { vessel, count } = fit;
  const isIron = vessel.places > 1 || product?.thickCm === 'iron';
  const thickCm = isIron ? vessel.heightCm : product?.thickCm;
  if (product?.heat !== 'griddle' || vessel.shape !== 'plate' || typeof thickCm !== 'number' || !(pieces >= 1) || !(volume.rawMl > 0)) return undefined;
  const pieceMl = volume.rawMl / pieces;
  const pieceCm2 = pieceMl / thickCm;
  const plateCm2 = vessel.lengthCm === undefined ? (Math.PI / 4) * vessel.acrossCm ** 2 : vessel.acrossCm * vessel.lengthCm;
  const fits = Math.max(isIron ? vessel.places * count : Math.floor((plateCm2 * COVERED) / pieceCm2) * count, 1);
  const matter = bakedMatter(volume, thermal);
  const depthM = (thickCm / 100) * (isIron ? 1 : matter.swells);
  const plate: Face = { hWm2K: PLATE_H, beyondC: plateC };
  const body = {
    axes: [{ kind: 'straight' as const, lengthM: Math.max(isIron ? depthM / 2 : depthM, 1e-3), cells: 8, from: plate, ...(isIron ? {} : { to: AIR }) }],
    ...matter.body,
    startC: 20,
  };
  const firstSideS = heat(body, { coreC: isIron ? IRON_C : TURNS_C, mostS: MOST_S }).reachedS;
  if (firstSideS === undefined) return undefined;
  const secondSideS = isIron ? 0 : firstSideS * SECOND;
  const whole = Math.ceil(pieces - 1e-9);
  const batches = Math.ceil(whole / fits);
  const batchS = firstSideS + secondSideS + HANDLING_S;
  const firstBatchS = (firstSideS + secondSideS) * FIRST_BATCH + HANDLING_S;
  const totalS = firstBatchS + (batches - 1) * batchS;
  return {
    fits,
    acrossCm: isIron ? vessel.acrossCm : Math.sqrt((4 * pieceCm2) / Math.PI),
    batches,
    firstSideS,
    secondSideS,
    firstBatchS,
    totalS,
    waitsS: totalS - firstBatchS,
    last: whole - (batches - 1) * fits,
    leastPieces: isIron ? 1 : Math.ceil(volume.rawMl / thickCm / ((Math.PI / 4) * Math.min(vessel.acrossCm, vessel.lengthCm ?? Infinity) ** 2) - 1e-9),
  };
}
