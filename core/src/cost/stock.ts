import { addDays, differenceInCalendarDays, formatISO, isValid, parseISO } from 'date-fns';
import { type Food } from '../food';

/** Something in the kitchen: a pack, or what was left over (yolks, half a can). Dates are ISO days, masses grams. */
export interface StockItem {
  readonly id: string;
  /** A pack, or a food of the table for what has no pack. */
  readonly foodId: string;
  readonly leftG: number;
  readonly openedOn?: string;
  readonly bestBefore?: string;
  readonly origin: 'pack' | 'left over';
  readonly note: string;
}

export interface UseBy {
  readonly on: string;
  readonly why: 'opened' | 'best before';
  /** Whole days from `today`; negative when it is past. */
  readonly daysLeft: number;
}

/** What is due within this many days should be used soon. House value. */
export const SOON_DAYS = 5;

/**
 * The day by which something should be used: its best-before date, or the day it was opened plus the days its kind keeps,
 * whichever comes first. Undefined where neither is known.
 */
export function useBy(item: StockItem, food: Food, today: string): UseBy | undefined {
  const opened = item.openedOn === undefined || food.keepsOpenedDays === undefined ? undefined : addDays(parseISO(item.openedOn), food.keepsOpenedDays);
  const best = item.bestBefore === undefined ? undefined : parseISO(item.bestBefore);
  const isOpened = opened !== undefined && isValid(opened) && (best === undefined || opened < best);
  const day = isOpened ? opened : best;
  if (day === undefined || !isValid(day)) return undefined;
  return { on: formatISO(day, { representation: 'date' }), why: isOpened ? 'opened' : 'best before', daysLeft: differenceInCalendarDays(day, parseISO(today)) };
}

/** Stock in the order of use: what is due first foremost, then what is opened, the longest open first, then the rest. */
export function inOrderOfUse(items: readonly StockItem[], foods: ReadonlyMap<string, Food>, today: string): readonly StockItem[] {
  const due = (item: StockItem): number => {
    const food = foods.get(item.foodId);
    return (food && useBy(item, food, today)?.daysLeft) ?? (item.openedOn === undefined ? 1e9 : 1e6);
  };
  return items.filter(({ leftG }) => leftG > 0).sort((a, b) => due(a) - due(b) || (a.openedOn ?? '9').localeCompare(b.openedOn ?? '9'));
}

/** Ids of the packs that are in stock, in the order of use. */
export function packsInStock(items: readonly StockItem[], foods: ReadonlyMap<string, Food>, today: string): readonly string[] {
  return [...new Set(inOrderOfUse(items, foods, today).map(({ foodId }) => foodId))].filter((id) => foods.get(id)?.packOf !== undefined);
}
