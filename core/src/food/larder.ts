import { type Nutrient } from './composition';
import { energyByFactors } from './energy';
import { type Country, type Food, kindIdOf } from './food';
import { type FoodIndex, indexFoods } from './naming';
import { type Pack, packAsFood } from './pack';
import { CARB_COUNTS, countCarbs, isCarbCount } from './school';

/** A food's figures per gram in the order of `SUMMED`, ready to be added up; 0 where unknown, with its bit set. */
export interface GramFigures {
  readonly figures: Float64Array;
  /** Half-widths of what a label leaves open, per gram; absent where it leaves nothing. */
  readonly halves?: Float64Array;
  /** Bit i is set where figure i is unknown. */
  readonly unknown: number;
  /** Bit i is set where figure i is unknown or above zero: what an unknown amount of the food leaves open. */
  readonly open: number;
}

const ADDED = ['energyKcal', 'proteinG', 'fatG', 'saturatesG', 'carbohydrateG', 'fibreG', 'sugarsG', 'polyolsG', 'sodiumMg'] as const satisfies readonly Nutrient[];
/** What is added up over the lines of a formula: nutrients, energy by the two rules of law, net carbohydrate as each school counts it. */
export const SUMMED = [...ADDED, 'energyEu', 'energyUs', ...CARB_COUNTS] as const;
export type Summed = (typeof SUMMED)[number];

/** The foods and packs at hand, by id, with the index that finds them by name and their figures ready to be summed. */
export interface Larder {
  /** Foods of the table and, as foods, the packs of the kitchen. */
  readonly foods: ReadonlyMap<string, Food>;
  /** The packs of a kind, those in stock first, the one to use first foremost. */
  readonly packsOf: ReadonlyMap<string, readonly Food[]>;
  /** For a kind that is in stock, the pack to use first. */
  readonly inHand: ReadonlyMap<string, string>;
  /** Whose shops and eggs are meant, where the household said so; else its measures tell. */
  readonly country?: Country;
  readonly index: FoodIndex;
  readonly perGram: ReadonlyMap<string, GramFigures>;
}

/**
 * Where a part that is to be taken off is unknown nothing is taken off for it and the figure is marked unknown, so that it
 * can be shown as "at least" with a gap.
 */
function gramFigures({ per100g, per100gHalf, polyolsBy }: Food): GramFigures {
  const reckoned = (name: Summed): readonly [figure: number, isKnown: boolean] => {
    if (name === 'energyEu' || name === 'energyUs') {
      const energy = energyByFactors(per100g, name === 'energyEu' ? 'eu' : 'us', polyolsBy);
      return [energy ?? 0, energy !== undefined];
    }
    if (!isCarbCount(name)) return [per100g[name] ?? 0, per100g[name] !== undefined];
    return [countCarbs(per100g, name).atMost, countCarbs(per100g, name).isKnown];
  };
  const figures = new Float64Array(SUMMED.length);
  let unknown = 0;
  let open = 0;
  SUMMED.forEach((name, i) => {
    const [figure, isKnown] = reckoned(name);
    figures[i] = figure / 100;
    if (!isKnown) unknown |= 1 << i;
    if (!isKnown || figure > 0) open |= 1 << i;
  });
  if (!per100gHalf) return { figures, unknown, open };
  const halfOf = (nutrient: Nutrient): number => (per100gHalf[nutrient] ?? 0) / 100;
  const netHalf = Math.hypot(...(['carbohydrateG', 'fibreG', 'erythritolG', 'polyolsG', 'alluloseG'] as const).map(halfOf));
  const halves = Float64Array.from(SUMMED, (name) => (isCarbCount(name) ? netHalf : halfOf(name === 'energyEu' || name === 'energyUs' ? 'energyKcal' : name)));
  return { figures, unknown, open, halves };
}

/**
 * A larder of foods and packs. `inStock` names the packs that are in the kitchen, the one to use first foremost. A pack
 * whose kind is not among the foods is left out.
 */
export function stockLarder(foods: readonly Food[], packs: readonly Pack[] = [], inStock: readonly string[] = [], country?: Country): Larder {
  const table = new Map(foods.map((food) => [food.id, food]));
  const rank = (id: string): number => (inStock.includes(id) ? inStock.indexOf(id) : inStock.length);
  const packed = packs
    .flatMap((pack) => {
      const kind = table.get(pack.kindId);
      return kind ? [packAsFood(pack, kind)] : [];
    })
    .sort((a, b) => rank(a.id) - rank(b.id));
  const packsOf = new Map<string, Food[]>();
  for (const food of packed) packsOf.set(kindIdOf(food), [...(packsOf.get(kindIdOf(food)) ?? []), food]);
  const inHand = new Map([...packsOf].flatMap(([kind, [first]]) => (first && inStock.includes(first.id) ? [[kind, first.id] as const] : [])));
  const all = [...foods, ...packed];
  // Made when a name is first looked up: much of what a larder is made for never asks.
  let index: FoodIndex | undefined;
  return {
    foods: new Map(all.map((food) => [food.id, food])),
    packsOf,
    inHand,
    ...(country ? { country } : {}),
    get index() {
      return (index ??= indexFoods(all));
    },
    perGram: new Map(all.map((food) => [food.id, gramFigures(food)])),
  };
}

/** The same larder with some packs as they were at another time; those that are not in it, or whose kind is not, change nothing. */
export function withPacksAs(larder: Larder, packs: readonly Pack[]): Larder {
  const others = packs.flatMap((pack) => {
    const kind = larder.foods.get(pack.kindId);
    return kind && larder.foods.has(pack.id) ? [packAsFood(pack, kind)] : [];
  });
  return {
    ...larder,
    foods: new Map([...larder.foods, ...others.map((food) => [food.id, food] as const)]),
    perGram: new Map([...larder.perGram, ...others.map((food) => [food.id, gramFigures(food)] as const)]),
  };
}

/** The food to put in where a rule or a name asks for a kind: the pack in the kitchen, else the kind itself. */
export function foodInHand(kindId: string, larder: Larder): Food | undefined {
  return larder.foods.get(larder.inHand.get(kindId) ?? kindId);
}
