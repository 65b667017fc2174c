import { setImmediate as others } from 'node:timers/promises';
import { type Food } from '@fellmist/core';
import { type Store } from './database';
import { putOwnFoods } from './foods';
import { listFoods } from './listing';

const WRITE_DOWN = 'INSERT INTO coming_food (body) VALUES (@body)';
const NEXT = 'SELECT place, body FROM coming_food ORDER BY place LIMIT @most';
const TAKEN = 'DELETE FROM coming_food WHERE place <= @place';
const FORGET = 'DELETE FROM coming_food';
const IS_SETTLED = 'SELECT 1 FROM coming';
const SETTLE = 'INSERT INTO coming (id) VALUES (1)';
const DONE = 'DELETE FROM coming';
/** Foods in one go: some 20 ms, in which nobody else is answered. */
const AT_ONCE = 200;

/** Writes foods down by turns, and then, in one stroke, that they are to be taken in: before that, none of them will be. */
async function writeDown(db: Store, foods: readonly Food[]): Promise<void> {
  db.prepare(FORGET).run();
  const add = db.prepare(WRITE_DOWN);
  for (let from = 0; from < foods.length; from += AT_ONCE) {
    db.transaction(() => foods.slice(from, from + AT_ONCE).forEach((food) => add.run({ body: JSON.stringify(food) })))();
    await others();
  }
  db.prepare(SETTLE).run();
}

/** Takes in the next few; true while there are more. */
function takeSome(db: Store, today: string): boolean {
  return db.transaction((): boolean => {
    const rows = db.prepare<{ most: number }, { place: number; body: string }>(NEXT).all({ most: AT_ONCE });
    const last = rows.at(-1);
    if (!last) {
      db.prepare(DONE).run();
      return false;
    }
    const foods = rows.map(({ body }) => JSON.parse(body) as Food);
    putOwnFoods(db, foods, false);
    listFoods(
      db,
      foods.map((food) => ({ food, stock: [], today })),
    );
    db.prepare(TAKEN).run({ place: last.place });
    return true;
  })();
}

/** Takes in a large table of foods, all of it, giving others their turn. Foods of which there is stock or a pack are listed anew by who asked. */
export async function takeInByTurns(db: Store, foods: readonly Food[], today: string): Promise<void> {
  await writeDown(db, foods);
  while (takeSome(db, today)) await others();
}

/** Goes on with what a stop left half taken in, and forgets what was never settled. True where there was something. */
export function finishTakingIn(db: Store, today: string): boolean {
  const wasSettled = db.prepare(IS_SETTLED).get() !== undefined;
  if (!wasSettled) db.prepare(FORGET).run();
  else while (takeSome(db, today));
  return wasSettled;
}
