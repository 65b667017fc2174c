import { type CautionRule, type SwapRule, type WordGroup } from '@fellmist/core';
import * as z from 'zod';

const reason = z.string().min(1);
const side = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('add'), foodId: z.string(), gramsPerGram: z.number().positive(), reason }),
  z.strictObject({ kind: z.literal('less'), foodIds: z.array(z.string()).min(1), gramsPerGram: z.number().positive(), reason }),
  z.strictObject({ kind: z.literal('step'), text: z.string().min(1), reason }),
]);

const swapRule = z.strictObject({
  id: z.string(),
  from: z.array(z.string()).min(1),
  to: z.array(z.strictObject({ foodId: z.string(), ratio: z.number().positive() })).min(1),
  basis: z.enum(['mass', 'volume', 'count']),
  maxShare: z.number().positive().max(1),
  maxShareReason: z.string().optional(),
  side: z.array(side),
  reason,
  mark: z.enum(['S', 'P', 'M', 'H']),
  source: z.string().min(1),
}) satisfies z.ZodType<SwapRule>;

const caution = z.strictObject({
  id: z.string(),
  when: z.strictObject({ anyFood: z.array(z.string()).optional(), polyolShareAbove: z.number().optional() }),
  text: z.string().min(1),
  source: z.string().min(1),
}) satisfies z.ZodType<CautionRule>;

/** Swap rules from their JSON table; throws a ZodError with the path of the first fault. */
export function readSwapRules(json: string): readonly SwapRule[] {
  return z.array(swapRule).parse(JSON.parse(json));
}

/** Cautions from their JSON table; throws a ZodError with the path of the first fault. */
export function readCautions(json: string): readonly CautionRule[] {
  return z.array(caution).parse(JSON.parse(json));
}

/** Words for one thing in different kitchens, from their JSON table; throws a ZodError with the path of the first fault. */
export function readWordGroups(json: string): readonly WordGroup[] {
  return z.array(z.array(z.string().regex(/^[a-z][a-z ]*$/)).min(2)).parse(JSON.parse(json));
}
