import { type Formula } from '../formula';
import { type ProductClass } from '../product';
import { type PlanAsk } from './dayPlan';
import { type Held, HOME_ROOM, type Room } from './dayStep';
import { treatOf } from './treatSteps';

export interface PlannedTreat {
  readonly formulaId: string;
  /** Where it stands in the list. */
  readonly place: number;
  /** Served with the day, where it does not say. */
  readonly serveAt?: string | undefined;
  readonly bakeId?: string | undefined;
}

export interface HeldStep {
  readonly startAt: string;
  readonly endAt?: string | undefined;
  readonly by: 'begun' | 'pinned';
}

/** A day's plan as it is kept: what is to be served when, and what was begun, done or put somewhere by hand. Moments are ISO times. */
export interface Plan {
  readonly name: string;
  readonly from: PlanAsk['from'];
  readonly serveAt: string;
  readonly room: Readonly<Partial<Room>>;
  readonly treats: Readonly<Record<string, PlannedTreat>>;
  readonly held: Readonly<Record<string, HeldStep>>;
}

/** A change of a plan: what is not named stays, what is null goes. Two phones that change different things lose nothing. */
export type PlanChange = Partial<Omit<Plan, 'treats' | 'held'>> & {
  readonly treats?: Readonly<Record<string, PlannedTreat | null>> | undefined;
  readonly held?: Readonly<Record<string, HeldStep | null>> | undefined;
};

function merged<T>(before: Readonly<Record<string, T>>, change: Readonly<Record<string, T | null>> = {}): Record<string, T> {
  return Object.fromEntries(Object.entries({ ...before, ...change }).flatMap(([key, value]) => (value === null ? [] : [[key, value]])));
}

export function changedPlan(plan: Plan, change: PlanChange): Plan {
  const { room, treats, held, ...plain } = change;
  return { ...plan, ...plain, room: { ...plan.room, ...room }, treats: merged(plan.treats, treats), held: merged(plan.held, held) };
}

export interface KeptAsk {
  readonly plan: Plan;
  readonly formulas: Readonly<Record<string, Formula>>;
  readonly classOf: (formula: Formula) => ProductClass | undefined;
  readonly nowS: number;
  /** Seconds since 1970 of an ISO time. */
  readonly secondsOf: (iso: string) => number;
}

/** What is asked of the planner for a plan that is kept. A treat whose formula is gone is left out. */
export function askOf({ plan, formulas, classOf, nowS, secondsOf }: KeptAsk): PlanAsk {
  const treats = Object.entries(plan.treats)
    .sort(([, a], [, b]) => a.place - b.place)
    .flatMap(([id, { formulaId, serveAt }]) => {
      const formula = formulas[formulaId];
      return formula ? [treatOf({ id, formula, product: classOf(formula), serveS: secondsOf(serveAt ?? plan.serveAt) })] : [];
    });
  const held = Object.fromEntries(
    Object.entries(plan.held).map(([id, { startAt, endAt, by }]): [string, Held] => [
      id,
      { startS: secondsOf(startAt), isBegun: by === 'begun', ...(endAt === undefined ? {} : { endS: secondsOf(endAt) }) },
    ]),
  );
  return { treats, room: { ...HOME_ROOM, ...plan.room }, nowS, held, from: plan.from };
}
