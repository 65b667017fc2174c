import { type ProductClass } from '../product';

/** The middle of what the class is baked at, to five degrees; undefined where it is not. */
export function settingOf(product: ProductClass | undefined): number | undefined {
  const [lowC, highC = lowC] = product?.ovenC ?? [];
  return lowC === undefined || highC === undefined ? undefined : Math.round((lowC + highC) / 10) * 5;
}
