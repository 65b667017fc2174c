import { type ProductClass } from '../product';
import { type Thermal } from './bakingTime';

/** An oven's rated output, W: what a litre of water takes up [IEC 60705]. */
export const WATTS = { least: 300, most: 1500, usual: 800 } as const;
/** A small load takes up less than a litre of water does: 250 g of water boil in two to two and a half minutes at 800 W (from memory). House value. */
const TAKES_UP = 0.72;
/** Of a mug cake so much goes off as steam until it is set. House value: its class loses five to fifteen parts in a hundred. */
const STEAMS = 0.05;
const STEAM_J_G = 2257;
/** How far it may be off, either way: mugs, their places and ovens differ. House value. */
const OFF = 0.25;
/** It is cooked in goes of so long, and looked at between them. Common practice. */
export const GO_S = 20;

export interface MugSpan {
  readonly fromS: number;
  readonly toS: number;
}

/**
 * How long one mug of a mix cooks in a microwave oven: the heat that it and its steam want, over the part of the rated output
 * that so small a load takes up. An estimate. Undefined where the class is not cooked like that, or nothing weighs anything.
 */
export function mugTime(massG: number, thermal: Thermal, product: Pick<ProductClass, 'heat' | 'coreC'> | undefined, watts: number, startC = 20): MugSpan | undefined {
  const coreC = product?.coreC?.[0];
  if (product?.heat !== 'microwave' || coreC === undefined || !(massG > 0) || !(watts > 0)) return undefined;
  const joules = massG * (thermal.capacityJgK * (coreC - startC) + STEAMS * STEAM_J_G);
  const seconds = joules / (watts * TAKES_UP);
  return { fromS: seconds * (1 - OFF), toS: seconds * (1 + OFF) };
}
