import { type PlanAsk } from './dayPlan';
import { type Room } from './dayStep';

export interface PlannedTreat {
  readonly formulaId: string;
  /** Where it stands in the list. */
  readonly place: number;
  /** Served with the day, where it does not say. */
  readonly serveAt?: string | undefined;
  readonly bakeId?: string | undefined;
  /** What it goes into, and how many of it. */
  readonly vesselId?: string | undefined;
  readonly count?: number | undefined;
  /** The oven's setting, where it is not the class's own, °C. */
  readonly ovenC?: number | undefined;
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
