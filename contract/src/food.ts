import { ALLERGENS, type Attribute, COUNTRIES, type Food, FOOD_KINDS, isAttribute, NUTRIENTS, POLYOLS, ROLE_NAMES, SUGARS } from '@fellmist/core';
import * as z from 'zod';

const words = z.array(z.string().max(400));
const figure = z.number().min(0).max(1e6);
const value = { sd: z.number().min(0), mark: z.enum(['S', 'P', 'M', 'H']), source: z.string() };

/** A food as it is stored and sent. */
export const foodSchema = z.object({
  id: z.string().min(1).max(80),
  name: z.string().min(1).max(400),
  kind: z.enum(FOOD_KINDS),
  synonyms: words,
  usual: z.partialRecord(z.enum(COUNTRIES), words).optional(),
  standsFor: words.optional(),
  like: z.string().optional(),
  head: z.string().optional(),
  attributes: z.array(z.string().refine((word): word is Attribute => isAttribute(word), 'is no attribute that Fellmist knows')).optional(),
  per100g: z.partialRecord(z.enum(NUTRIENTS as readonly [(typeof NUTRIENTS)[number], ...(typeof NUTRIENTS)[number][]]), figure),
  sugarsBy: z.partialRecord(z.enum(SUGARS), figure).optional(),
  polyolsBy: z.partialRecord(z.enum(POLYOLS), figure).optional(),
  densityGPerMl: z.number().positive().optional(),
  measuresG: z.record(z.string(), figure),
  thirst: z.object({ gPerG: figure, basis: z.enum(['mass', 'dryMatter', 'dissolves', 'inert']), ...value }).optional(),
  roles: z.partialRecord(z.enum(ROLE_NAMES), z.object({ amount: z.number(), ...value })),
  fat: z.enum(['liquid', 'solid']),
  allergens: z.array(z.enum(ALLERGENS)),
  mayContain: z.array(z.enum(ALLERGENS)).optional(),
  isWhole: z.boolean(),
  keepsOpenedDays: figure.optional(),
  source: z.string(),
  measureSource: z.string(),
}) satisfies z.ZodType<Food>;
