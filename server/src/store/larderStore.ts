import { setImmediate as others } from 'node:timers/promises';
import { type FoodPage, type FoodQuery, type LearnedFacts, type StoredLarder, type ShippedLarder } from '@fellmist/contract';
import {
  type HouseholdSettings,
  type Food,
  kindIdOf,
  type Larder,
  matchFood,
  type Pack,
  packAsFood,
  packsInStock,
  type StockItem,
  stockLarder,
  type WordGroup,
} from '@fellmist/core';
import { type Batch } from '../imports/batch';
import { finishTakingIn, takeInByTurns } from './comingFoods';
import { type Store } from './database';
import { foodsAtHand, ownFoods, putOwnFoods, readFood, takeUpFoods } from './foods';
import { type Listed, listFoods, unlistFood } from './listing';
import { asLearned, LearnedBakes } from './learned';
import { deletePack, type PackSave, putPack, readPack, readPacks, restorePack, savePack } from './packs';
import { readTables, seedLarder } from './rules';
import { readVocabulary, searchFoods, withNamedFirst } from './search';
import { readSettings, saveSettings, type SettingsSave } from './settings';
import { deleteStock, putStock, readStock, readStockItem, saveStock, type StockSave } from './stock';

/** An import up to this many foods is at hand at once; of a larger one, what is used. */
const MOST_AT_HAND = 300;

interface Kept {
  readonly contents: StoredLarder;
  readonly larder: Larder;
  readonly facts: LearnedFacts;
  readonly shipped: StoredLarder;
}

/**
 * The household's foods, packs and stock as one thing: whatever is written is listed anew in the same transaction, and
 * what is read is kept until the next write.
 */
export class LarderStore {
  private words: readonly string[] | undefined;
  private kept: Kept | undefined;
  private readonly learned = new LearnedBakes();
  private lastTurn: Promise<unknown> = Promise.resolve();

  constructor(
    readonly db: Store,
    private readonly now: () => string,
    readonly wordGroups: readonly WordGroup[],
  ) {}

  get today(): string {
    return this.now().slice(0, 10);
  }

  private read(): Kept {
    if (this.kept) return this.kept;
    const foods = foodsAtHand(this.db);
    const packs = readPacks(this.db);
    const stock = readStock(this.db);
    const bare = packs.map(({ pack }) => pack);
    const inStock = packsInStock(
      stock.map(({ item }) => item),
      stockLarder(foods, bare).foods,
      this.today,
    );
    const larder = stockLarder(foods, bare, inStock);
    const contents = { foods, ...readTables(this.db), packs, stock, settings: readSettings(this.db), inStock };
    const facts = this.learned.facts(this.db, larder, contents);
    this.kept = { contents: asLearned(contents, facts), larder, facts, shipped: contents };
    return this.kept;
  }

  /** What the browser computes with. */
  get contents(): StoredLarder {
    return this.read().contents;
  }

  /** What bakes and readings teach, and the classes as they were before. */
  get facts(): Pick<Kept, 'facts' | 'shipped'> {
    return this.read();
  }

  get larder(): Larder {
    return this.read().larder;
  }

  /** Forgets what was read; the next reader reads anew. */
  changed(): void {
    this.kept = undefined;
    this.words = undefined;
  }

  /** A bake told something: what was learned is reckoned anew, foods and packs stay as they were read. */
  taught(): void {
    if (!this.kept) return;
    const { larder, shipped } = this.kept;
    const facts = this.learned.facts(this.db, larder, shipped);
    this.kept = { ...this.kept, facts, contents: asLearned(shipped, facts) };
  }

  /** A page of the list of foods and packs. */
  search(query: FoodQuery): FoodPage {
    const page = searchFoods(this.db, query, this.today, () => (this.words ??= readVocabulary(this.db)));
    const isPlain = query.q !== '' && query.sort === 'fit' && query.offset === 0 && !query.kind && !query.only && !query.school && !query.without?.length;
    const named = isPlain && page.total > 0 ? matchFood(query.q, this.larder.index, 1)[0] : undefined;
    return named && named.isExact ? withNamedFirst(this.db, page, named.foodId, query.limit) : page;
  }

  /** Goes on with a large table that a stop left half taken in. */
  finishTakingIn(): void {
    if (!finishTakingIn(this.db, this.today)) return;
    this.relistHeld(new Set(ownFoods(this.db).map(({ id }) => id)));
  }

  private kindOf(pack: Pack): Food | undefined {
    return readFood(this.db, pack.kindId)?.food;
  }

  /** Lists foods and packs by id anew; what is gone is taken off. */
  relist(ids: readonly string[]): void {
    const stock = readStock(this.db).map(({ item }) => item);
    const entries = ids.flatMap((id): Listed[] => {
      const pack = readPack(this.db, id)?.pack;
      const kind = pack && this.kindOf(pack);
      const food = pack && kind ? packAsFood(pack, kind) : readFood(this.db, id)?.food;
      if (!food) {
        unlistFood(this.db, id);
        return [];
      }
      return [{ food, ...(pack ? { pack } : {}), stock: stock.filter((item) => item.foodId === id), today: this.today }];
    });
    listFoods(this.db, entries);
    this.changed();
  }

  private write<T>(act: () => T, relisted: readonly string[]): T {
    return this.db.transaction(() => {
      const result = act();
      this.relist(relisted);
      return result;
    })();
  }

  /** Saves a pack over a known version; undefined where its kind is no food of the table. */
  savePack(pack: Pack, knownVersion: number): PackSave | undefined {
    if (!this.kindOf(pack)) return undefined;
    return this.write(() => {
      takeUpFoods(this.db, [pack.kindId]);
      return savePack(this.db, pack, knownVersion, this.now());
    }, [pack.id]);
  }

  /** Takes in an accepted import, all of it, or nothing and the names of what was saved since it was looked at; a large table of foods by turns. */
  async takeIn(batch: Pick<Batch, 'foods' | 'packs' | 'stock'>): Promise<readonly string[]> {
    if (batch.foods.length <= MOST_AT_HAND) return this.takeInAtOnce(batch);
    // One after the other: what is written down is one table's.
    const turn = this.lastTurn.then(async () => {
      const moved = await this.takeInByTurns(batch.foods);
      return moved.length > 0 ? moved : this.takeInAtOnce({ ...batch, foods: [] });
    });
    this.lastTurn = turn.catch(() => undefined);
    return turn;
  }

  private async takeInByTurns(changes: Batch['foods']): Promise<readonly string[]> {
    const moved: string[] = [];
    for (const [at, { to, over }] of changes.entries()) {
      if (JSON.stringify(readFood(this.db, to.id)?.food) !== over) moved.push(to.name);
      if (at % 200 === 199) await others();
    }
    if (moved.length > 0) return moved;
    const foods = changes.map(({ to }) => to);
    await takeInByTurns(this.db, foods, this.today);
    this.relistHeld(new Set(foods.map(({ id }) => id)));
    return [];
  }

  /** Lists anew what is in stock or is a pack of foods that changed. */
  private relistHeld(foodIds: ReadonlySet<string>): void {
    const held = readStock(this.db).flatMap(({ item: { foodId } }) => (foodIds.has(foodId) ? [foodId] : []));
    const packs = readPacks(this.db).flatMap(({ pack }) => (foodIds.has(pack.kindId) ? [pack.id] : []));
    this.db.transaction(() => this.relist([...new Set([...held, ...packs])]))();
  }

  private takeInAtOnce({ foods: foodChanges, packs: packChanges, stock }: Pick<Batch, 'foods' | 'packs' | 'stock'>): readonly string[] {
    return this.db.transaction((): readonly string[] => {
      const moved = [
        ...foodChanges.filter(({ to, over }) => JSON.stringify(readFood(this.db, to.id)?.food) !== over).map(({ to }) => to.name),
        ...packChanges.filter(({ to, over }) => JSON.stringify(readPack(this.db, to.id)?.pack) !== over).map(({ to }) => to.name),
      ];
      if (moved.length > 0) return moved;
      const [foods, packs] = [foodChanges.map(({ to }) => to), packChanges.map(({ to }) => to)];
      putOwnFoods(this.db, foods, true);
      for (const pack of packs) {
        takeUpFoods(this.db, [pack.kindId]);
        putPack(this.db, pack, this.now());
      }
      for (const item of stock) putStock(this.db, item, this.now());
      this.listAll(foods);
      this.relist(packs.map(({ id }) => id));
      return moved;
    })();
  }

  deletePack(id: string): boolean {
    return this.write(() => deletePack(this.db, id, this.now()), [id]);
  }

  restorePack(id: string): boolean {
    return this.write(() => restorePack(this.db, id), [id]);
  }

  /** Saves something in stock over the version known, 0 for a new one. */
  saveStock(item: StockItem, knownVersion: number): StockSave {
    const before = readStockItem(this.db, item.id)?.item.foodId;
    return this.write(() => saveStock(this.db, item, knownVersion, this.now()), [item.foodId, ...(before && before !== item.foodId ? [before] : [])]);
  }

  /** Puts something in stock, whatever stood there. */
  putStock(item: StockItem): void {
    this.write(() => putStock(this.db, item, this.now()), [item.foodId]);
  }

  /** Saves the household's settings over the version known. */
  saveSettings(settings: HouseholdSettings, knownVersion: number): SettingsSave {
    const packs = readPacks(this.db).map(({ pack }) => pack.id);
    return this.write(() => saveSettings(this.db, settings, knownVersion, this.now()), packs);
  }

  deleteStock(id: string): boolean {
    const before = readStockItem(this.db, id);
    return before ? this.write(() => deleteStock(this.db, id), [before.item.foodId]) : false;
  }

  /** Foods that a formula uses stay at hand from now on. */
  takeUp(ids: readonly string[]): void {
    if (takeUpFoods(this.db, ids)) this.changed();
  }

  /** Lists every food that `foods` names and the packs of their kinds. */
  listAll(foods: readonly Food[]): void {
    const ids = new Set(foods.map(({ id }) => id));
    const packs = readPacks(this.db).filter(({ pack }) => ids.has(pack.kindId));
    const stock = readStock(this.db).map(({ item }) => item);
    const byFood = new Map<string, StockItem[]>();
    for (const item of stock) byFood.set(item.foodId, [...(byFood.get(item.foodId) ?? []), item]);
    listFoods(
      this.db,
      foods.map((food) => ({ food, stock: byFood.get(food.id) ?? [], today: this.today })),
    );
    this.relist(packs.map(({ pack }) => pack.id));
  }

  /** The kind a food or pack answers to, whether it is at hand or not. */
  kindIdOf(id: string): string | undefined {
    const food = this.larder.foods.get(id) ?? readFood(this.db, id)?.food;
    return food && kindIdOf(food);
  }
}

/** Lists all foods and packs of a household anew, after something was added to it from outside. */
export function listHousehold(db: Store, wordGroups: readonly WordGroup[], now: () => string): void {
  new LarderStore(db, now, wordGroups).listAll([...new Map([...foodsAtHand(db), ...ownFoods(db)].map((food) => [food.id, food])).values()]);
}

/** Brings what ships into the database and lists it, both or neither, however often it is stopped on the way. */
export function openLarderStore(db: Store, shipped: ShippedLarder, now: () => string): LarderStore {
  const larderStore = new LarderStore(db, now, shipped.wordGroups);
  db.transaction(() => {
    if (seedLarder(db, shipped)) larderStore.listAll(shipped.foods.flatMap(({ id }) => readFood(db, id)?.food ?? []));
  })();
  larderStore.finishTakingIn();
  return larderStore;
}
