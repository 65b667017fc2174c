import { type Formula } from '../formula';
import { type ProductClass } from '../product';
import { type PlanAsk } from './dayPlan';
import { type Held, HOME_ROOM } from './dayStep';
import { type Plan } from './keptPlan';
import { type Reckoned } from './treatHeat';
import { treatOf } from './treatSteps';

export interface KeptAsk {
  readonly plan: Plan;
  readonly formulas: Readonly<Record<string, Formula>>;
  readonly classOf: (formula: Formula) => ProductClass | undefined;
  readonly nowS: number;
  /** What is reckoned for its tin, by the treat's id. */
  readonly reckoned?: Readonly<Record<string, Reckoned | undefined>>;
  /** What bakes is turned at half time. */
  readonly isTurned?: boolean;
  /** Seconds since 1970 of an ISO time. */
  readonly secondsOf: (iso: string) => number;
}

/** What is asked of the planner for a plan that is kept. A treat whose formula is gone is left out. */
export function askOf({ plan, formulas, classOf, nowS, reckoned = {}, isTurned = false, secondsOf }: KeptAsk): PlanAsk {
  const treats = Object.entries(plan.treats)
    .sort(([, a], [, b]) => a.place - b.place)
    .flatMap(([id, { formulaId, serveAt, ovenC }]) => {
      const formula = formulas[formulaId];
      return formula ? [treatOf({ id, formula, product: classOf(formula), serveS: secondsOf(serveAt ?? plan.serveAt), reckoned: reckoned[id], ovenC, isTurned })] : [];
    });
  const held = Object.fromEntries(
    Object.entries(plan.held).map(([id, { startAt, endAt, by }]): [string, Held] => [
      id,
      { startS: secondsOf(startAt), isBegun: by === 'begun', ...(endAt === undefined ? {} : { endS: secondsOf(endAt) }) },
    ]),
  );
  return { treats, room: { ...HOME_ROOM, ...plan.room }, nowS, held, from: plan.from };
}
