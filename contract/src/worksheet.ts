import { ALLERGENS, DOUBT_CODES, FIGURES, GOAL_KINDS, GOAL_SIZES, type Formula, LIMITS, type Line, MEASURE_SYSTEMS, SCHOOLS, STEP_PLACES, type Worksheet } from '@fellmist/core';
import * as z from 'zod';

const id = z.string().min(1).max(40);
const text = z.string().max(LIMITS.text);
const mass = z.number().min(0).max(1e10);

const amount = z.strictObject({ value: z.number().min(0).max(1e9), high: z.number().min(0).max(1e9).optional(), unit: z.string().max(20) });

const origin = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('kept'), lineId: id }),
  z.strictObject({ kind: z.literal('swapped'), lineId: id, swapId: id, note: text }),
  z.strictObject({ kind: z.literal('added'), why: z.enum(['side change', 'liquid', 'balance', 'by hand']), swapId: id.optional() }),
]);

export const lineSchema = z.strictObject({
  id,
  text,
  amountText: text,
  amount: amount.optional(),
  name: text,
  note: text.optional(),
  size: z.string().max(40).optional(),
  tinned: z.boolean().optional(),
  melted: z.boolean().optional(),
  mashed: z.boolean().optional(),
  wetted: z.enum(['soaked', 'gelled']).optional(),
  beaten: z.boolean().optional(),
  foodId: z.string().max(80).optional(),
  massG: mass.optional(),
  basis: z.enum(['weighed', 'entered', 'own-piece', 'own-density', 'piece', 'density', 'custom']).optional(),
  doubts: z.array(z.strictObject({ code: z.enum(DOUBT_CODES), detail: text.optional() })).max(20),
  origin: origin.optional(),
}) satisfies z.ZodType<Line>;

const part = z.strictObject({
  id,
  heading: z.string().max(LIMITS.line),
  lines: z.array(lineSchema).max(LIMITS.lines),
  counting: z.enum(['left out', 'at the table']).optional(),
  leftBehindG: mass.optional(),
});

const goals = z.strictObject({
  schools: z.array(z.enum(SCHOOLS)).max(SCHOOLS.length),
  excluded: z.array(z.enum(ALLERGENS)).max(ALLERGENS.length),
  targets: z
    .array(z.strictObject({ figure: z.enum([...FIGURES, 'cost', 'sweetness']), kind: z.enum(GOAL_KINDS), amount: z.number().min(0).max(1e7), per: z.enum(GOAL_SIZES).optional() }))
    .max(40),
});

const claim = z.strictObject({
  per: z.enum(GOAL_SIZES),
  figures: z.partialRecord(z.enum(FIGURES), z.strictObject({ amount: z.number().min(0).max(1e7), half: z.number().min(0).max(1e6) })),
  text: z.string().max(2000),
});

const positive = z.number().positive().max(1e7);

const cold = z.strictObject({
  styleId: z.string().max(40).optional(),
  storedC: z.number().min(-40).max(10),
  servedC: z.number().min(-40).max(10),
  bowlMl: positive,
  mixer: z.enum(['stand', 'hand']),
  liquidFirst: z.number().min(0).max(1),
  splashes: z.array(z.strictObject({ foodId: z.string().max(80), massG: mass })).max(40),
  readings: z.array(z.strictObject({ mixG: positive, foamG: positive, cupMl: positive, mixer: z.enum(['stand', 'hand']).optional() })).max(100),
});

export const formulaSchema = z.strictObject({
  title: z.string().trim().min(1, 'A formula needs a title.').max(LIMITS.title),
  portions: z.number().positive().max(LIMITS.portions),
  portionWord: z.string().max(40),
  measures: z.enum(MEASURE_SYSTEMS),
  parts: z.array(part).min(1).max(LIMITS.parts),
  method: z.array(text).max(LIMITS.steps),
  notes: z.array(text).max(LIMITS.steps),
  classId: z.string().max(40).optional(),
  judgedPartId: z.string().max(40).optional(),
  portionMassG: z.number().positive().max(1e7).optional(),
  yieldMassG: z.number().positive().max(1e7).optional(),
  goals: goals.optional(),
  claim: claim.optional(),
  cold: cold.optional(),
  carried: z.record(z.string(), z.unknown()).optional(),
}) satisfies z.ZodType<Formula>;

const addedWhy = z.enum(['side change', 'liquid', 'balance']);

const action = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('replace'),
    lineId: id,
    fromMassG: mass,
    to: z.array(z.strictObject({ foodId: z.string().max(80), massG: mass, soaked: z.boolean().optional() })).max(20),
  }),
  z.strictObject({ kind: z.literal('add'), foodId: z.string().max(80), massG: mass, why: addedWhy }),
  z.strictObject({ kind: z.literal('less'), lineId: id, massG: mass, why: addedWhy }),
  z.strictObject({ kind: z.literal('step'), text, when: z.enum(STEP_PLACES).optional() }),
]);

const proposal = z.strictObject({ id, swapId: id, ruleId: z.string().max(80), partId: id, action, reason: text, mark: z.enum(['S', 'P', 'M', 'H']), source: text });

export const worksheetSchema = z.strictObject({
  original: formulaSchema,
  rebuild: formulaSchema,
  open: z.array(proposal).max(200),
  decisions: z.array(z.strictObject({ proposal, outcome: z.enum(['accepted', 'edited', 'refused']), leftGap: z.number().optional() })).max(2000),
}) satisfies z.ZodType<Worksheet>;
