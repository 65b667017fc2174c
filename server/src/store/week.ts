import { type WeekItem, type WeekPage } from '@fellmist/contract';
import { analyse, type Formula } from '@fellmist/core';
import { isMade, ofPortions, plateFigures } from '@fellmist/core/bake';
import { addDays, subDays } from 'date-fns';
import { readBake, readBakesToldBetween, standingEventsOf } from './bakes';
import { foldedBake } from './foldedBake';
import { type LarderStore } from './larderStore';
import { readPlan, readPlans } from './plans';

/** A page that was out of reach tells what happened so many days later at most, and a clock that runs ahead so many before. House values. */
const TOLD = { laterDays: 30, soonerDays: 2 } as const;

function viewsOf({ larder, contents }: LarderStore, formula: Formula) {
  return analyse(formula, larder, contents, contents.settings.settings).views;
}

/** The treats of days that are served in that time and whose bakes are not made yet. */
function planned(larderStore: LarderStore, isWithin: (iso: string) => boolean, now: string): readonly WeekItem[] {
  const { db } = larderStore;
  const isBaked = (bakeId: string | undefined): boolean => {
    const stored = bakeId === undefined ? undefined : readBake(db, bakeId);
    return stored !== undefined && isMade(standingEventsOf(stored));
  };
  return readPlans(db).flatMap(({ id }) => {
    const stored = readPlan(db, id, now);
    return Object.entries(stored?.plan.treats ?? {}).flatMap(([treatId, { formulaId, serveAt, bakeId }]): readonly WeekItem[] => {
      const at = serveAt ?? stored?.plan.serveAt ?? '';
      const formula = stored?.formulas[formulaId];
      if (!formula || !isWithin(at) || isBaked(bakeId)) return [];
      const { portions, portion } = viewsOf(larderStore, formula);
      return [
        {
          kind: 'planned',
          id: `${id} ${treatId}`,
          planId: id,
          title: formula.title,
          at,
          portions,
          holds: ofPortions(portion, portions),
          ...(bakeId === undefined ? {} : { bakeId }),
        },
      ];
    });
  });
}

/** What a bake tells of that time: that it was made, and who ate of it. */
function ofBake(larderStore: LarderStore, bakeId: string, isWithin: (iso: string) => boolean): readonly WeekItem[] {
  const { db, larder, contents } = larderStore;
  const stored = readBake(db, bakeId);
  if (!stored) return [];
  const bake = foldedBake(stored, larder, contents.settings.settings);
  const { portions, portion, portionMassG: massG } = viewsOf(larderStore, bake.real);
  const head = { bakeId, title: stored.formula.title };
  const standing = standingEventsOf(stored);
  const made: readonly WeekItem[] =
    bake.madeAt !== undefined && isMade(standing) && isWithin(bake.madeAt)
      ? [{ ...head, kind: 'baked', id: `${bakeId} made`, at: bake.madeAt, portions, holds: ofPortions(portion, portions) }]
      : [];
  const eaten = standing.flatMap((event): readonly WeekItem[] => {
    if ((event.kind !== 'eaten' && event.kind !== 'plated') || !isWithin(event.at)) return [];
    const plate = event.kind === 'plated' ? bake.plates.find(({ eventId }) => eventId === event.id) : undefined;
    const holds = plate ? plateFigures(plate, bake, { massG, figures: portion }, larder, contents.settings.settings)?.figures : ofPortions(portion, event.portions);
    return [{ ...head, kind: 'eaten', id: event.id, at: event.at, portions: event.portions, holds, ...(event.name ? { name: event.name } : {}) }];
  });
  return [...made, ...eaten];
}

/** What is planned, was baked and was eaten between two moments. */
export function weekPage(larderStore: LarderStore, from: string, to: string, now: string): WeekPage {
  const isWithin = (iso: string): boolean => iso >= from && iso < to;
  const bakes = readBakesToldBetween(larderStore.db, subDays(from, TOLD.soonerDays).toISOString(), addDays(to, TOLD.laterDays).toISOString());
  return { items: [...planned(larderStore, isWithin, now), ...bakes.flatMap((id) => ofBake(larderStore, id, isWithin))] };
}
