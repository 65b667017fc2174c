import {
  ALLERGENS,
  type Food,
  inOrderOfUse,
  kindIdOf,
  netCarbOf,
  type Pack,
  pricePer100g,
  pricePer100gProtein,
  proteinPer100Kcal,
  SCHOOLS,
  schoolsOf,
  type StockItem,
  tellingWords,
  useBy,
} from '@fellmist/core';
import { type Store } from './database';

const DROP = 'DELETE FROM listing WHERE id = @id';
const NUMBER = 'SELECT number FROM listing WHERE id = @id';
const DROP_WORDS = 'DELETE FROM listing_words WHERE rowid = @number';
const ADD = `INSERT INTO listing (id, kind_id, name, kind, position, energy, protein, fat, carbohydrate, net, fibre, sugars, protein_per_100_kcal,
    price_per_100_g, price_per_100_g_protein, allergens, schools, left_g, use_by)
  VALUES (@id, @kindId, @name, @kind, @position, @energy, @protein, @fat, @carbohydrate, @net, @fibre, @sugars, @proteinPer100Kcal,
    @pricePer100g, @pricePer100gProtein, @allergens, @schools, @leftG, @useBy)`;
const ADD_WORDS = 'INSERT INTO listing_words (rowid, name, other) VALUES (@number, @name, @other)';
const POSITION = 'SELECT position FROM food WHERE id = @id';

function mask<T>(all: readonly T[], some: readonly T[]): number {
  return some.reduce((bits, one) => bits | (1 << all.indexOf(one)), 0);
}

/** Bits for a set of allergens or schools, as the listing keeps them. */
export const maskOf = {
  allergens: (some: Food['allergens']): number => mask(ALLERGENS, some),
  schools: (some: ReturnType<typeof schoolsOf>): number => mask(SCHOOLS, some),
};

/** The words by which a name is found: as written, singular, without accents. */
export function searchWords(name: string): string {
  return tellingWords(name, true).join(' ');
}

/** What a food is listed with beside itself. */
export interface Listed {
  readonly food: Food;
  readonly pack?: Pack;
  readonly stock: readonly StockItem[];
  readonly today: string;
}

/** Lists foods and packs anew, each in place of what was listed under its id. Call it in a transaction. */
export function listFoods(db: Store, entries: readonly Listed[]): void {
  const [number, drop, dropWords, add, addWords, position] = [
    db.prepare<{ id: string }, { number: number }>(NUMBER),
    db.prepare(DROP),
    db.prepare(DROP_WORDS),
    db.prepare(ADD),
    db.prepare(ADD_WORDS),
    db.prepare<{ id: string }, { position: number }>(POSITION),
  ];
  for (const { food, pack, stock, today } of entries) {
    const before = number.get({ id: food.id });
    if (before) {
      dropWords.run(before);
      drop.run({ id: food.id });
    }
    const { per100g } = food;
    const left = inOrderOfUse(stock, new Map([[food.id, food]]), today);
    const leftG = left.reduce((sum, item) => sum + item.leftG, 0);
    const first = left[0];
    const added = add.run({
      id: food.id,
      kindId: food.packOf ?? null,
      name: food.name,
      kind: food.kind,
      position: (position.get({ id: kindIdOf(food) })?.position ?? 0) + (food.packOf === undefined ? 0 : 0.5),
      energy: per100g.energyKcal ?? null,
      protein: per100g.proteinG ?? null,
      fat: per100g.fatG ?? null,
      carbohydrate: per100g.carbohydrateG ?? null,
      net: netCarbOf(per100g) ?? null,
      fibre: per100g.fibreG ?? null,
      sugars: per100g.sugarsG ?? null,
      proteinPer100Kcal: proteinPer100Kcal(per100g) ?? null,
      pricePer100g: (pack && pricePer100g(pack)) ?? null,
      pricePer100gProtein: (pack && pricePer100gProtein(pack, food)) ?? null,
      allergens: maskOf.allergens(food.allergens),
      schools: maskOf.schools(schoolsOf(food)),
      leftG: left.length > 0 ? leftG : null,
      useBy: (first && useBy(first, food, today)?.on) ?? null,
    });
    addWords.run({ number: added.lastInsertRowid, name: searchWords(food.name), other: [...food.synonyms, food.kind].map(searchWords).join(' ') });
  }
}

/** Takes a food or pack off the list. Call it in a transaction. */
export function unlistFood(db: Store, id: string): void {
  const before = db.prepare<{ id: string }, { number: number }>(NUMBER).get({ id });
  if (!before) return;
  db.prepare(DROP_WORDS).run(before);
  db.prepare(DROP).run({ id });
}
