import { type StockItem, useBy } from '../cost';
import { type Food, type FoodKind, isIn, kindIdOf, type Larder, type Pack } from '../food';
import { type Formula, type Line } from '../formula';

/** Something to be baked that has to be bought for. */
export interface ToBake {
  readonly title: string;
  readonly formula: Pick<Formula, 'parts'>;
  /** How many times the formula. */
  readonly factor: number;
  /** The day it is baked on, ISO: what is due before does not count as there. */
  readonly on: string;
}

/** A pack to buy, as it was bought before. */
export interface PackToBuy {
  readonly packId: string;
  readonly name: string;
  readonly netG: number;
  readonly count: number;
  /** What so many cost, in the currency they were paid in; undefined without a price. */
  readonly cost: number | undefined;
  readonly currency: string | undefined;
}

export interface ShoppingEntry {
  /** The kind of food; for what no food is known of, its words. */
  readonly id: string;
  readonly name: string;
  readonly kind: FoodKind | undefined;
  readonly wantedG: number;
  readonly inStockG: number;
  /** What has to be bought, grams; 0 where enough is there. */
  readonly needG: number;
  /** Lines without grams want it too: some of it, nobody says how much. */
  readonly isOpen: boolean;
  readonly pack: PackToBuy | undefined;
  readonly of: readonly string[];
}

interface Wanted {
  readonly food: Food | undefined;
  readonly name: string;
  massG: number;
  isOpen: boolean;
  readonly of: Set<string>;
  /** The first day it is wanted on. */
  on: string;
}

function gather(all: readonly ToBake[], larder: Larder): ReadonlyMap<string, Wanted> {
  const wanted = new Map<string, Wanted>();
  const take = (line: Line, { title, factor, on }: ToBake): void => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (line.massG === 0 || (food && isIn('plain-water', food))) return;
    const id = food ? kindIdOf(food) : line.name.toLowerCase();
    const one = wanted.get(id) ?? { food: food && (larder.foods.get(id) ?? food), name: line.name, massG: 0, isOpen: false, of: new Set<string>(), on };
    one.massG += (line.massG ?? 0) * factor;
    one.isOpen ||= line.massG === undefined;
    one.of.add(title);
    if (on < one.on) one.on = on;
    wanted.set(id, one);
  };
  for (const toBake of all) for (const part of toBake.formula.parts) if (part.counting !== 'left out') for (const line of part.lines) take(line, toBake);
  return wanted;
}

/** Grams of a kind that are there and still good on a day. */
function inStock(kindId: string, on: string, stock: readonly StockItem[], larder: Larder): number {
  return stock.reduce((sum, item) => {
    const food = larder.foods.get(item.foodId);
    if (!food || kindIdOf(food) !== kindId) return sum;
    const due = useBy(item, food, on);
    return due && due.daysLeft < 0 ? sum : sum + item.leftG;
  }, 0);
}

/** Share of a pack by which a need may pass it before another is bought: what a scale does not show. House value. */
const HARDLY_MORE = 0.005;

function packFor(kindId: string, needG: number, larder: Larder, packs: ReadonlyMap<string, Pack>): PackToBuy | undefined {
  const known = (larder.packsOf.get(kindId) ?? []).flatMap(({ id }) => packs.get(id) ?? []).find(({ netG }) => netG !== undefined);
  if (!known?.netG || needG <= 0) return undefined;
  const count = Math.max(Math.ceil(needG / known.netG - HARDLY_MORE), 1);
  return { packId: known.id, name: known.name, netG: known.netG, count, cost: known.price === undefined ? undefined : known.price * count, currency: known.currency };
}

/**
 * What has to be bought for what is to be baked, less what is in stock and still good on the day, in grams and in packs as they
 * were bought before. Parts left out are left out, water is not bought, what nobody knows stays as its words. What is enough
 * already is told with a need of 0. Example: 500 g of flour wanted, 320 there, packs of 1,000: 180 g, one pack.
 */
export function shoppingList(all: readonly ToBake[], larder: Larder, stock: readonly StockItem[], packs: readonly Pack[]): readonly ShoppingEntry[] {
  const byId = new Map(packs.map((pack) => [pack.id, pack]));
  return [...gather(all, larder)]
    .map(([id, { food, name, massG, isOpen, of, on }]): ShoppingEntry => {
      const inStockG = food ? inStock(id, on, stock, larder) : 0;
      const needG = Math.max(massG - inStockG, 0);
      return { id, name: food?.name ?? name, kind: food?.kind, wantedG: massG, inStockG, needG, isOpen, pack: packFor(id, needG, larder, byId), of: [...of] };
    })
    .sort((a, b) => (a.kind ?? '~').localeCompare(b.kind ?? '~') || a.name.localeCompare(b.name));
}
