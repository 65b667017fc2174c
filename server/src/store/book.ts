import { type BookHead, type BookPage, type BookTry } from '@fellmist/contract';
import { allLines, classOf, type Food, packAsFood } from '@fellmist/core';
import { type Bake, type BakeEvent, inOrder, ovenTold, type Process, standingEvents, tastedOf, yieldCheck } from '@fellmist/core/bake';
import { finishedEach, finishedOf, readBake } from './bakes';
import { foldedBake } from './foldedBake';
import { readFood } from './foods';
import { packHistory } from './packs';
import { tastingsOf } from './tastings';
import { picturesOf } from './tryPictures';
import { type LarderStore } from './larderStore';

/** What the thermometer, the clock and the scale said of it. */
function processOf(bake: Bake, standing: readonly BakeEvent[], { contents }: LarderStore): Process {
  const cores = bake.readings.filter(({ of }) => of === 'core').map(({ tempC }) => tempC);
  const oven = ovenTold(standing, (iso) => Date.parse(iso) / 1000);
  return {
    ...(cores.length > 0 ? { coreC: Math.max(...cores) } : {}),
    ...(oven ? { heatS: oven.realS, reckonedS: oven.reckonedS } : {}),
    lossShare: yieldCheck(bake, classOf(bake.real, contents))?.lossShare,
  };
}

/** A finished bake as a try: what was really poured, and what was said of it. */
function tryOf(larderStore: LarderStore, bakeId: string): BookTry | undefined {
  const { db, larder, contents } = larderStore;
  const stored = readBake(db, bakeId);
  if (!stored) return undefined;
  const events = stored.events.map(({ event }) => event);
  const bake = foldedBake(stored, larder, contents.settings.settings);
  const standing = standingEvents(inOrder(events));
  const notes = standing.flatMap((event) => (event.kind === 'note' ? [event.text] : []));
  return {
    bakeId,
    tryId: stored.tryId,
    tryNumber: stored.tryNumber,
    at: bake.madeAt ?? events[0]?.at ?? '',
    factor: bake.factor,
    poured: bake.real,
    process: processOf(bake, standing, larderStore),
    scores: tastedOf(standing),
    notes,
    pictures: picturesOf(db, bakeId),
  };
}

/** A formula's finished bakes, the first baked first; one that was taken off the list is none. */
export function bookPage(larderStore: LarderStore, formulaId: string): BookPage | undefined {
  const tries = finishedOf(larderStore.db, formulaId)
    .flatMap((id) => tryOf(larderStore, id) ?? [])
    .sort((a, b) => a.at.localeCompare(b.at));
  const title = tries.at(-1)?.poured.title;
  if (title === undefined) return undefined;
  return { formulaId, title, tries, tastings: tastingsOf(larderStore.db, formulaId), foods: foodsGone(larderStore, tries) };
}

/** Foods that old tries hold and the larder no longer does, such as a pack that was removed: they are still reckoned with. */
function foodsGone({ db, larder }: LarderStore, tries: readonly BookTry[]): readonly Food[] {
  const ids = new Set(tries.flatMap(({ poured }) => allLines(poured).flatMap(({ foodId }) => (foodId === undefined || larder.foods.has(foodId) ? [] : [foodId]))));
  return [...ids].flatMap((id) => {
    const pack = packHistory(db, id)[0]?.pack;
    const kind = pack && readFood(db, pack.kindId)?.food;
    return pack && kind ? [packAsFood(pack, kind)] : (readFood(db, id)?.food ?? []);
  });
}

/** The formulas that were baked to the end, those with most tries first. */
export function bookList({ db }: LarderStore): readonly BookHead[] {
  return [...finishedEach(db)].sort((a, b) => b.tries - a.tries || a.title.localeCompare(b.title));
}
