import { type StoredPlan } from '@fellmist/contract';
import { classOf, type Formula, type ProductClass } from '@fellmist/core';
import { askOf, heatsOf, ovenFactor, type PlanAsk, reckonSteps, toItsEnd, type Vessel } from '@fellmist/core/bake';
import { ovenLog } from './clockwork';
import { type LarderStore } from './larderStore';
import { readVessels } from './vessels';

const secondsOf = (iso: string): number => Date.parse(iso) / 1000;

/** What is asked of the planner for a stored plan: with what is reckoned for its tins in this household's oven, as its page asks. */
export function askOfPlan(larderStore: LarderStore, shipped: readonly Vessel[], { plan, formulas }: StoredPlan, now: string): PlanAsk {
  const { db, contents, larder } = larderStore;
  const { ovenSince = '', ovenIsUneven } = contents.settings.settings;
  const log = ovenLog(larderStore).filter(({ at }) => at >= ovenSince);
  const classed = (formula: Formula): ProductClass | undefined => classOf(formula, contents);
  const heats = heatsOf({ plan, formulas, vessels: [...readVessels(db), ...shipped], larder, classOf: classed, factorOf: (classId) => ovenFactor(log, classId).factor });
  const reckoned = Object.fromEntries(heats.map(({ treatId, heat }) => [treatId, toItsEnd(reckonSteps(heat))]));
  return askOf({ plan, formulas, classOf: classed, nowS: secondsOf(now), secondsOf, reckoned, isTurned: ovenIsUneven === true });
}
