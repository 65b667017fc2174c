import {
  BAKE_STEPS,
  type CautionRule,
  COLD_FIGURES,
  DONE_LOOKS,
  type ColdStyle,
  type Corrective,
  LEDGER_ROLES,
  type ProductClass,
  STEP_PLACES,
  type SwapRule,
  type WordGroup,
} from '@fellmist/core';
import type { Vessel } from '@fellmist/core/bake';
import * as z from 'zod';
import { vesselSchema } from '../bake';

const reason = z.string().min(1);
const heat = z.enum(['oven', 'griddle', 'microwave', 'none']);
const heats = z.array(heat).min(1).optional();
const side = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('add'),
    foodId: z.string(),
    orOf: z.array(z.string()).min(1).optional(),
    gramsPerGram: z.number().nonnegative(),
    byClass: z.record(z.string(), z.number().min(0)).optional(),
    heat: heats,
    reason,
  }),
  z.strictObject({ kind: z.literal('less'), foodIds: z.array(z.string()).min(1), gramsPerGram: z.number().positive(), reason }),
  z.strictObject({ kind: z.literal('step'), text: z.string().min(1), when: z.enum(STEP_PLACES).optional(), classes: z.array(z.string()).min(1).optional(), heat: heats, reason }),
]);

const basis = z.enum(['mass', 'volume', 'count', 'sweetness']);
const mark = z.enum(['S', 'P', 'M', 'H']);

const swapRule = z.strictObject({
  id: z.string(),
  from: z.array(z.string()).min(1),
  to: z.array(z.strictObject({ foodId: z.string(), ratio: z.number().positive(), basis: basis.optional(), soaked: z.boolean().optional() })).min(1),
  basis,
  classes: z.array(z.string()).min(1).optional(),
  maxShare: z.number().positive().max(1),
  maxShareReason: z.string().optional(),
  shareByClass: z.record(z.string(), z.number().positive().max(1)).optional(),
  byClass: z
    .record(
      z.string(),
      z.strictObject({ ratio: z.number().positive().optional(), maxShare: z.number().positive().max(1).optional(), maxShareReason: z.string().optional(), reason }),
    )
    .optional(),
  most: z.strictObject({ massG: z.number().positive(), reason }).optional(),
  not: z.strictObject({ classes: z.array(z.string()).min(1), reason }).optional(),
  side: z.array(side),
  reason,
  mark,
  source: z.string().min(1),
}) satisfies z.ZodType<SwapRule>;

const caution = z.strictObject({
  id: z.string(),
  topic: z.string().min(1),
  at: z.enum(BAKE_STEPS).optional(),
  when: z.strictObject({
    anyFood: z.array(z.string()).min(1).optional(),
    allFood: z.array(z.array(z.string()).min(1)).min(1).optional(),
    eatenRaw: z.boolean().optional(),
    classes: z.array(z.string()).min(1).optional(),
    heat: heat.optional(),
    methodWords: z
      .array(z.string().regex(/^[a-z -]+$/))
      .min(1)
      .optional(),
    polyolShareAbove: z.number().optional(),
    polyolPortionAboveG: z.number().optional(),
    portionsAbove: z.number().optional(),
    amount: z.strictObject({ foods: z.array(z.string()).min(1), perPortionAboveG: z.number().positive() }).optional(),
    proteinPortionAboveG: z.number().positive().optional(),
  }),
  text: z.string().min(1),
  more: z.string().min(1),
  source: z.string().min(1),
}) satisfies z.ZodType<CautionRule>;

const span = z.tuple([z.number(), z.number()]);
const band = z.strictObject({ low: z.number(), high: z.number(), reason }).refine(({ low, high }) => low < high, 'a band runs from low to high');

const titleWords = z.array(z.string().regex(/^[a-z ]+$/)).min(1);

const productClass = z.strictObject({
  id: z.string(),
  name: z.string().min(1),
  words: titleWords,
  piece: z.string().min(1),
  signs: z.array(z.string().regex(/^[a-z -]+$/)),
  needs: z.array(z.string()).min(1).optional(),
  refuses: z.array(z.string()).min(1).optional(),
  heat,
  bands: z.partialRecord(z.enum(LEDGER_ROLES), band),
  dryFrom: z.number().min(0).max(1).optional(),
  protein: z.array(z.strictObject({ foods: z.array(z.string()).min(1), mostShare: z.number().min(0).max(1), reason })),
  doneness: z.string().min(1),
  ovenC: span.optional(),
  coreC: span.optional(),
  restMin: z.number().min(0),
  rest: z.string().min(1),
  keeping: z.strictObject({ fridgeDays: z.number().min(0), freezerDays: z.number().min(0), words: z.string(), thaw: z.string().optional(), reheat: z.string().optional() }),
  loss: z.strictObject({ low: z.number().min(0).max(1), high: z.number().min(0).max(1) }),
  volume: z.strictObject({ air: z.number().min(0).max(0.9), rise: z.number().min(1).max(5), fill: span.optional() }).optional(),
  servedC: z.number().min(-30).max(80),
  isEatenRaw: z.boolean(),
  inBath: z.literal(true).optional(),
  cold: z.enum(['frozen', 'whipped']).optional(),
  thickCm: z.union([z.number().min(0.1).max(5), z.literal('iron')]).optional(),
  into: z.array(z.string().min(1).max(40)).max(6).optional(),
  fried: z
    .strictObject({ words: z.array(z.string().min(1)), refuses: z.array(z.string().min(1)), doneness: z.string().min(1), into: z.array(z.string().min(1).max(40)).max(6) })
    .optional(),
  look: z.enum(DONE_LOOKS).optional(),
  mark,
  source: z.string().min(1),
}) satisfies z.ZodType<ProductClass>;

const corrective = z.strictObject({
  classes: z.array(z.string().min(1)).optional(),
  notClasses: z.array(z.string().min(1)).optional(),
  role: z.enum(LEDGER_ROLES),
  direction: z.enum(['more', 'less']),
  foods: z.array(z.string()).min(1),
  mostPer100g: z.number().positive(),
  reason,
  mark,
  source: z.string().min(1),
}) satisfies z.ZodType<Corrective>;

const range = z.strictObject({ low: z.number(), high: z.number() }).refine(({ low, high }) => low < high, 'a band runs from low to high');

const coldStyle = z.strictObject({
  id: z.string(),
  name: z.string().min(1),
  classId: z.string(),
  words: titleWords,
  bands: z.partialRecord(z.enum(COLD_FIGURES), range),
  overrun: range,
  servedC: z.number().min(-30).max(10),
  into: z.array(z.string()).min(1).optional(),
  out: z.string().min(1).optional(),
  steps: z.array(z.strictObject({ words: z.string().min(1), minutes: z.number().min(0), isHandsOn: z.boolean(), stands: z.boolean().optional() })).min(1),
  source: z.string().min(1),
}) satisfies z.ZodType<ColdStyle>;

/** Styles of frozen treats from their JSON table; throws a ZodError with the path of the first fault. */
export function readColdStyles(json: string): readonly ColdStyle[] {
  return z.array(coldStyle).parse(JSON.parse(json));
}

/** Product classes from their JSON table; throws a ZodError with the path of the first fault. */
export function readProductClasses(json: string): readonly ProductClass[] {
  return z.array(productClass).parse(JSON.parse(json));
}

/** Correctives from their JSON table; throws a ZodError with the path of the first fault. */
export function readCorrectives(json: string): readonly Corrective[] {
  return z.array(corrective).parse(JSON.parse(json));
}

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

/** Tins, bowls and jars from their JSON table; throws a ZodError with the path of the first fault. */
export function readVessels(json: string): readonly Vessel[] {
  return z.array(vesselSchema).parse(JSON.parse(json));
}
