import { type HouseholdSettings, inOrderOfUse, type StockItem } from '@fellmist/core';
import { usedFoods } from '@fellmist/core/bake';
import { readBake } from './bakes';
import { foldedBake } from './foldedBake';
import { type LarderStore } from './larderStore';
import { readStock, readStockItem } from './stock';

const TAKEN = 'SELECT body FROM bake_stock WHERE bake_id = @id';
const TAKE = 'INSERT INTO bake_stock (bake_id, body, taken_at) VALUES (@id, @body, @at)';
const GIVE_BACK = 'DELETE FROM bake_stock WHERE bake_id = @id';

/** What was taken of one thing in stock. */
export interface Taken {
  readonly itemId: string;
  readonly foodId: string;
  readonly massG: number;
}

export interface StockTaken {
  readonly taken: readonly Taken[];
  /** Foods that are kept count of and of which there was less in stock than was used, by id. */
  readonly short: readonly string[];
}

/** What a bake took from the stock; undefined until it did. */
export function stockTaken({ db }: LarderStore, id: string): StockTaken | undefined {
  const row = db.prepare<{ id: string }, { body: string }>(TAKEN).get({ id });
  return row && (JSON.parse(row.body) as StockTaken);
}

/** Takes what a bake used out of the stock, what is due first foremost; a second time it changes nothing. Undefined where there is no such bake. */
export function takeFromStock(larderStore: LarderStore, id: string, kitchen: HouseholdSettings, at: string): StockTaken | undefined {
  const { db, larder, today } = larderStore;
  return db.transaction((): StockTaken | undefined => {
    const before = stockTaken(larderStore, id);
    if (before) return before;
    const stored = readBake(db, id);
    if (!stored) return undefined;
    const bake = foldedBake(stored, larder, kitchen);
    const items = readStock(db).map(({ item }) => item);
    const taken: Taken[] = [];
    const short: string[] = [];
    for (const [foodId, usedG] of usedFoods(bake.real)) {
      let left = usedG;
      // A line that names no pack was poured from whichever of its kind is open.
      const own = items.filter((one) => one.foodId === foodId || larder.foods.get(one.foodId)?.packOf === foodId);
      for (const item of inOrderOfUse(own, larder.foods, today)) {
        const massG = Math.min(item.leftG, left);
        if (massG <= 0) continue;
        left -= massG;
        taken.push({ itemId: item.id, foodId, massG });
        larderStore.putStock({ ...item, leftG: item.leftG - massG } satisfies StockItem);
      }
      if (own.length > 0 && left > 0.5) short.push(foodId);
    }
    const answer = { taken, short };
    db.prepare(TAKE).run({ id, body: JSON.stringify(answer), at });
    return answer;
  })();
}

/** Puts back what a bake took; what was removed from the stock since stays removed. False where it took nothing. */
export function giveBack(larderStore: LarderStore, id: string): boolean {
  const { db } = larderStore;
  return db.transaction((): boolean => {
    const before = stockTaken(larderStore, id);
    if (!before) return false;
    for (const { itemId, massG } of before.taken) {
      const item = readStockItem(db, itemId)?.item;
      if (item) larderStore.putStock({ ...item, leftG: item.leftG + massG });
    }
    db.prepare(GIVE_BACK).run({ id });
    return true;
  })();
}
