import { type Formula } from '@fellmist/core';
import { APPLIANCES, type Plan, type PlanChange } from '@fellmist/core/bake';
import * as z from 'zod';

const id = z.string().min(1).max(120);
const name = z.string().trim().min(1).max(80);
const moment = z.iso.datetime();

/** One treat of a day, baked from a formula's last try; served with the day, where it does not say. */
const treat = z.strictObject({
  formulaId: id,
  place: z.number().int().min(0).max(1000),
  serveAt: moment.optional(),
  bakeId: id.optional(),
  vesselId: id.optional(),
  count: z.number().int().min(1).max(20).optional(),
  ovenC: z.number().min(60).max(300).optional(),
});
const held = z.strictObject({ startAt: moment, endAt: moment.optional(), by: z.enum(['begun', 'pinned']) });
const room = z.partialRecord(z.enum(['you', ...APPLIANCES]), z.number().int().min(1).max(20));

/** A day's plan as it is kept: what is to be served when, and what was begun, done or put somewhere by hand. */
export const planSchema = z.strictObject({
  name,
  from: z.enum(['serving', 'now']),
  serveAt: moment,
  room,
  treats: z.record(id, treat),
  held: z.record(id, held),
}) satisfies z.ZodType<Plan>;

/** A change of a plan: what is not named stays, what is null goes. Two phones that change different things lose nothing. */
export const planChangeSchema = z
  .strictObject({
    name,
    from: z.enum(['serving', 'now']),
    serveAt: moment,
    room,
    treats: z.record(id, treat.nullable()),
    held: z.record(id, held.nullable()),
  })
  .partial() satisfies z.ZodType<PlanChange>;

export const newPlanSchema = z.strictObject({ id: z.uuid(), plan: planSchema });

/** A plan with the formulas that it bakes; one that was taken off the shelf is not among them. */
export interface StoredPlan {
  readonly id: string;
  readonly version: number;
  readonly plan: Plan;
  readonly formulas: Readonly<Record<string, Formula>>;
  readonly now: string;
}

export interface PlanHead {
  readonly id: string;
  readonly name: string;
  readonly serveAt: string;
  readonly titles: readonly string[];
}
