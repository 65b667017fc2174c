import { ALLERGENS, CARB_COUNTS, COUNTRIES, ENERGY_COUNTS, type HouseholdSettings, LIMITS, MEASURE_SYSTEMS, SCHOOLS } from '@fellmist/core';
import * as z from 'zod';

const person = z.string().trim().min(1).max(LIMITS.person);
const tempC = (low: number, high: number) => z.number().min(low, `The coldest is ${low} °C.`).max(high, `The warmest is ${high} °C.`);

/** What a household settled once for all its devices. */
export const householdSchema = z.strictObject({
  /** Whose cups and spoons a recipe means where it does not say. */
  measures: z.enum(MEASURE_SYSTEMS),
  temperature: z.enum(['C', 'F']),
  energyUnit: z.enum(['kcal', 'kJ']),
  /** Whose shops and eggs are meant: the usual member of a head such as "cream". */
  country: z.enum(COUNTRIES),
  currency: z.string().regex(/^[A-Z]{3}$/, 'A currency is three capitals, such as EUR.'),
  carbs: z.enum(CARB_COUNTS),
  energy: z.enum(ENERGY_COUNTS),
  /** What a new formula is held against, and what nobody here may have. */
  schools: z.array(z.enum(SCHOOLS)).max(SCHOOLS.length),
  excluded: z.array(z.enum(ALLERGENS)).max(ALLERGENS.length),
  scaleStepG: z.union([z.literal(0.1), z.literal(0.5), z.literal(1), z.literal(2), z.literal(5)]),
  freezerC: tempC(-40, -5),
  fridgeC: tempC(0, 12),
  people: z.array(person).max(20).optional(),
  diets: z.record(person, z.strictObject({ schools: z.array(z.enum(SCHOOLS)).max(SCHOOLS.length), excluded: z.array(z.enum(ALLERGENS)).max(ALLERGENS.length) })).optional(),
  weekIsOff: z.boolean().optional(),
  ovenSince: z.iso.datetime().optional(),
  ovenIsUneven: z.boolean().optional(),
  forgotten: z.record(z.string().max(80), z.iso.datetime()).optional(),
}) satisfies z.ZodType<HouseholdSettings>;

/** The settings as stored; version 0 where nobody changed any. */
export interface StoredSettings {
  readonly settings: HouseholdSettings;
  readonly version: number;
}
