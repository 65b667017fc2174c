import { type BookHead, type BookPage, type BookTry } from '@fellmist/contract';
import { foldBake, inOrder, standingEvents, tastedOf } from '@fellmist/core/bake';
import { readBake, readBakesTold } from './bakes';
import { type LarderStore } from './larderStore';

/** A finished bake as a try: what was really poured, and what was said of it. */
function tryOf({ db, larder, contents }: LarderStore, bakeId: string): BookTry | undefined {
  const stored = readBake(db, bakeId);
  if (!stored) return undefined;
  const events = stored.events.map(({ event }) => event);
  const bake = foldBake(events, { formula: stored.formula, larder, kitchen: contents.settings.settings, former: new Map(Object.entries(stored.former)) });
  const standing = standingEvents(inOrder(events));
  const notes = standing.flatMap((event) => (event.kind === 'note' ? [event.text] : []));
  return { bakeId, tryNumber: stored.tryNumber, at: bake.madeAt ?? events[0]?.at ?? '', poured: bake.real, scores: tastedOf(standing), notes };
}

/** A formula's finished bakes, the first baked first; one that was taken off the list is none. */
export function bookPage(larderStore: LarderStore, formulaId: string): BookPage | undefined {
  const bakes = readBakesTold(larderStore.db, 'finished').filter((bake) => bake.formulaId === formulaId);
  const title = bakes.at(-1)?.title;
  if (title === undefined) return undefined;
  const tries = bakes.flatMap(({ id }) => tryOf(larderStore, id) ?? []).sort((a, b) => a.at.localeCompare(b.at));
  return { formulaId, title, tries };
}

/** The formulas that were baked to the end, those with most tries first. */
export function bookList({ db }: LarderStore): readonly BookHead[] {
  const heads = new Map<string, BookHead>();
  for (const { formulaId, title } of readBakesTold(db, 'finished')) heads.set(formulaId, { formulaId, title, tries: (heads.get(formulaId)?.tries ?? 0) + 1 });
  return [...heads.values()].sort((a, b) => b.tries - a.tries || a.title.localeCompare(b.title));
}
