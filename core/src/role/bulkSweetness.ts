import { type Food, type Polyol, type Sugar } from '../food';

/** Times sucrose by mass [handbook ranges, from memory]. */
const OF_SUGAR: Readonly<Record<Sugar, number>> = { sucrose: 1, glucose: 0.74, fructose: 1.2, lactose: 0.2, maltose: 0.35, galactose: 0.6, tagatose: 0.9 };
const OF_POLYOL: Readonly<Record<Polyol, number>> = { xylitol: 1, sorbitol: 0.55, maltitol: 0.9, isomalt: 0.5, lactitol: 0.4, mannitol: 0.6, glycerol: 0.6 };
const OF_ERYTHRITOL = 0.65;
const OF_ALLULOSE = 0.7;
/** A polyol that nobody named. House value. */
const OF_SOME_POLYOL = 0.6;

function weighed<K extends string>(
  parts: Readonly<Partial<Record<K, number>>> | undefined,
  times: Readonly<Record<K, number>>,
): { readonly sweet: number; readonly grams: number } {
  let [sweet, grams] = [0, 0];
  for (const [name, amount] of Object.entries(parts ?? {}) as [K, number][]) {
    sweet += amount * times[name];
    grams += amount;
  }
  return { sweet, grams };
}

/**
 * Grams of sucrose as sweet as one gram of a food's sugars and polyols; its own sweetness where its row gives one. Sugars
 * that nobody told apart count as sucrose. Undefined where its sugars are unknown.
 */
export function bulkSweetness({ roles, per100g, sugarsBy, polyolsBy }: Pick<Food, 'roles' | 'per100g' | 'sugarsBy' | 'polyolsBy'>): number | undefined {
  if (roles.sweetness) return roles.sweetness.amount;
  const { sugarsG, polyolsG = 0, erythritolG = 0, alluloseG = 0 } = per100g;
  if (sugarsG === undefined) return undefined;
  const sugars = weighed(sugarsBy, OF_SUGAR);
  const polyols = weighed(polyolsBy, OF_POLYOL);
  const rest = Math.max(sugarsG - sugars.grams, 0) + OF_SOME_POLYOL * Math.max(polyolsG - erythritolG - polyols.grams, 0);
  return (sugars.sweet + polyols.sweet + rest + OF_ERYTHRITOL * erythritolG + OF_ALLULOSE * alluloseG) / 100;
}
