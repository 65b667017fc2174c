import { setImmediate as others } from 'node:timers/promises';
import { type ListedEntry, type ShoppingPage, type Tick, type UseUpPage } from '@fellmist/contract';
import { inOrderOfUse, shoppingList, type ShoppingEntry, SOON_DAYS, type ToBake, useBy, type UsesUp, usingUp } from '@fellmist/core';
import { type Plan } from '@fellmist/core/bake';
import { readBake, readBegun } from './bakes';
import { stockTaken } from './bakeStock';
import { type Store } from './database';
import { foldedBake } from './foldedBake';
import { type LarderStore } from './larderStore';
import { type OwnFormulas } from './ownFormulas';
import { readPacks } from './packs';
import { readPlan, readPlans } from './plans';
import { readStock } from './stock';

const TICKS = 'SELECT id, mass_g AS massG FROM shopping_tick';
const TICK = 'INSERT INTO shopping_tick (id, mass_g, ticked_at) VALUES (@id, @massG, @at) ON CONFLICT (id) DO UPDATE SET mass_g = @massG, ticked_at = @at';
const UNTICK = 'DELETE FROM shopping_tick WHERE id = @id';

const dayOf = (iso: string): string => iso.slice(0, 10);

/** What a begun bake wants: as poured, and what is to come as planned; nothing once it took it from the stock. */
function ofBake(larderStore: LarderStore, id: string, on: string): readonly ToBake[] {
  const stored = stockTaken(larderStore, id) ? undefined : readBake(larderStore.db, id);
  if (!stored) return [];
  const bake = foldedBake(stored, larderStore.larder, larderStore.contents.settings.settings);
  return [{ title: stored.formula.title, formula: bake.real, factor: 1, on }];
}

function ofPlan(
  larderStore: LarderStore,
  { plan, formulas }: { readonly plan: Plan; readonly formulas: Readonly<Record<string, ToBake['formula'] & { readonly title: string }>> },
): readonly ToBake[] {
  return Object.values(plan.treats).flatMap(({ formulaId, serveAt, bakeId }) => {
    const on = dayOf(serveAt ?? plan.serveAt);
    if (bakeId !== undefined) return ofBake(larderStore, bakeId, on);
    const formula = formulas[formulaId];
    return formula ? [{ title: formula.title, formula, factor: 1, on }] : [];
  });
}

/** Share by which what is needed may pass what was ticked: a scale does not show it. */
const HARDLY = 1.005;

function listed(entries: readonly ShoppingEntry[], db: Store): readonly ListedEntry[] {
  const ticks = new Map(
    db
      .prepare<[], { id: string; massG: number }>(TICKS)
      .all()
      .map(({ id, massG }) => [id, massG]),
  );
  return entries.map((entry) => ({ ...entry, isTicked: entry.needG <= (ticks.get(entry.id) ?? -1) * HARDLY }));
}

/** What has to be bought for days that are to come, or for those that are named, and for bakes that are begun. */
export function shoppingPage(larderStore: LarderStore, now: string, only?: readonly string[]): ShoppingPage {
  const { db, larder, today } = larderStore;
  const coming = readPlans(db).filter(({ serveAt, id }) => serveAt >= now || only?.includes(id));
  const chosen = coming.filter(({ id }) => !only || only.includes(id));
  const plans = chosen.flatMap(({ id }) => readPlan(db, id, now) ?? []);
  const planned = new Set(plans.flatMap(({ plan }) => Object.values(plan.treats).flatMap(({ bakeId }) => bakeId ?? [])));
  const begun = readBegun(db).filter(({ id }) => !planned.has(id));
  const all = [...plans.flatMap((stored) => ofPlan(larderStore, stored)), ...begun.flatMap(({ id }) => ofBake(larderStore, id, today))];
  const entries = shoppingList(
    all,
    larder,
    readStock(db).map(({ item }) => item),
    readPacks(db).map(({ pack }) => pack),
  );
  return {
    days: coming.map(({ id, name, serveAt }) => ({ id, name, serveAt, isListed: chosen.some((one) => one.id === id) })),
    begun: begun.map(({ title }) => title),
    entries: listed(entries, db),
  };
}

/** Ticks an entry for so many grams, or takes the tick off. */
export function tickEntry(db: Store, { id, massG }: Tick, at: string): void {
  if (massG === null) db.prepare(UNTICK).run({ id });
  else db.prepare(TICK).run({ id, massG, at });
}

/** So many formulas are looked at before others get their turn. */
const AT_A_TIME = 50;
/** So many formulas are told that use something up. */
const MOST_TOLD = 12;

/** What of the household's own formulas uses up what should be used. */
export async function useUpPage({ db, larder, contents, today }: LarderStore, own: OwnFormulas): Promise<UseUpPage> {
  const items = readStock(db).map(({ item }) => item);
  const formulas = await own.all(db);
  const due = inOrderOfUse(items, larder.foods, today).flatMap((item) => {
    const food = larder.foods.get(item.foodId);
    const by = food && useBy(item, food, today);
    return food && (item.origin === 'left over' || (by && by.daysLeft <= SOON_DAYS))
      ? [{ stockId: item.id, name: food.name, leftG: item.leftG, on: by?.on, isPast: (by?.daysLeft ?? 0) < 0 }]
      : [];
  });
  const wanted = new Set(due.filter(({ isPast }) => !isPast).map(({ stockId }) => stockId));
  const good = items.filter(({ id }) => wanted.has(id));
  const usesOf = usingUp(good, larder, contents, today);
  const found: UsesUp[] = [];
  for (let at = 0; at < formulas.length; at += AT_A_TIME) {
    found.push(...formulas.slice(at, at + AT_A_TIME).flatMap((one) => usesOf(one) ?? []));
    await others();
  }
  found.sort((a, b) => b.score - a.score);
  return { formulas: found.slice(0, MOST_TOLD), due: due.map(({ isPast: _isPast, ...one }) => one) };
}
