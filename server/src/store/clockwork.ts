import { type OvenEntry, type RunningTimer } from '@fellmist/contract';
import { classOf } from '@fellmist/core';
import { heatedOf, ovenTold, type Timer, timersOf } from '@fellmist/core/bake';
import { readBake, readBakesTold, readEvents, standingEventsOf } from './bakes';
import { type Store } from './database';
import { type LarderStore } from './larderStore';

/** A timer that nobody stopped for so long is of another day. */
const FORGOTTEN_MS = 8 * 86_400_000;

/** When a timer rings. */
const ringsAt = ({ setAt, seconds }: Timer): string => new Date(Date.parse(setAt) + seconds * 1000).toISOString();

/** The timers of all bakes that run or ring, the next one first. */
export function runningTimers(db: Store, now: string): readonly RunningTimer[] {
  const since = new Date(Date.parse(now) - FORGOTTEN_MS).toISOString();
  return readBakesTold(db, 'timer set', since)
    .flatMap(({ id, title }) =>
      timersOf(standingEventsOf(readEvents(db, id)))
        .filter(({ rang }) => !rang)
        .map((timer): RunningTimer => ({ bakeId: id, title, timerId: timer.id, name: timer.name, says: timer.says, endsAt: ringsAt(timer) })),
    )
    .filter(({ endsAt }) => endsAt >= since)
    .sort((a, b) => a.endsAt.localeCompare(b.endsAt));
}

/** How long bakes were in the oven against what was reckoned for them, the last first. */
export function ovenLog({ db, contents }: LarderStore): readonly OvenEntry[] {
  return readBakesTold(db, 'out of the heat')
    .flatMap(({ id, title }): readonly OvenEntry[] => {
      const standing = standingEventsOf(readEvents(db, id));
      const [told, at, formula] = [ovenTold(standing, (iso) => Date.parse(iso) / 1000), heatedOf(standing)?.to, readBake(db, id)?.formula];
      return told && at !== undefined && formula ? [{ bakeId: id, title, at, classId: classOf(formula, contents)?.id, ...told }] : [];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}
