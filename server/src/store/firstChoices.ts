import { type Into, isForMixing, type Vessel, vesselSaid } from '@fellmist/core/bake';
import { readEvents, standingEventsOf } from './bakes';
import { type Store } from './database';
import { readFormula } from './formulas';
import { readVessels } from './vessels';

/** So many of its bakes are looked through for the tin that it went into. */
const LOOKED_THROUGH = 3;
const LAST_OF = 'SELECT id FROM bake WHERE formula_id = @formulaId AND deleted_at IS NULL ORDER BY begun_at DESC LIMIT @most';

type Chosen = Into['vessels'][number];

/** What a bake stood chosen into at its end: the tin, and what it was mixed in. */
function chosenIn(db: Store, bakeId: string): readonly Chosen[] {
  const last = new Map<boolean, Chosen>();
  for (const event of standingEventsOf(readEvents(db, bakeId))) {
    const chosen = event.kind === 'planned' ? (event.into?.vessels ?? []) : event.kind === 'vessel chosen' ? [{ vessel: event.vessel, count: event.count }] : [];
    for (const one of chosen) last.set(isForMixing(one.vessel), one);
  }
  return [...last.values()];
}

/** What a bake of a try begins with in the way of tins and jars: what the formula went into last time, else the tin that its words name, the method first; undefined where neither is known. */
export function intoFor(db: Store, formulaId: string, tryId: string, shipped: readonly Vessel[]): Into | undefined {
  const before = db
    .prepare<{ formulaId: string; most: number }, { id: string }>(LAST_OF)
    .all({ formulaId, most: LOOKED_THROUGH })
    .map(({ id }) => chosenIn(db, id))
    .find((chosen) => chosen.length > 0);
  if (before?.some(({ vessel }) => !isForMixing(vessel))) return { as: 'last time', vessels: before };
  const rebuild = readFormula(db, formulaId, tryId)?.worksheet.rebuild;
  const texts = rebuild ? [...rebuild.method, rebuild.title, ...rebuild.parts.map(({ heading }) => heading), ...rebuild.notes] : [];
  const said = vesselSaid(texts, [...readVessels(db), ...shipped]);
  if (said) return { as: 'the recipe', vessels: [...(before ?? []), said] };
  return before && { as: 'last time', vessels: before };
}
