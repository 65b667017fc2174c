import { ownOven } from '../heat';
import { type ProductClass } from '../product';

/** What a conventional oven is set to where a recipe gives a fan's temperature, °C more. Common practice. */
const WITHOUT_FAN_C = 20;

/** The oven as the method says it, else the middle of what the class is baked at, to five degrees; undefined where it is not. */
export function settingOf(product: ProductClass | undefined, method: readonly string[] = []): number | undefined {
  const own = product?.heat === 'oven' ? ownOven(method) : undefined;
  if (own) return own.ovenC + (own.isFan ? WITHOUT_FAN_C : 0);
  const [lowC, highC = lowC] = product?.ovenC ?? [];
  return lowC === undefined || highC === undefined ? undefined : Math.round((lowC + highC) / 10) * 5;
}
