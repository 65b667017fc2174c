import { ALLERGENS, type Allergen, type Food, FOOD_KINDS } from '@fellmist/core';
import Papa from 'papaparse';
import * as z from 'zod';

const list = z.string().transform((cell) =>
  cell
    .split('|')
    .map((word) => word.trim())
    .filter(Boolean),
);
/** An empty cell is unknown, never zero. */
const figure = z
  .string()
  .trim()
  .refine((cell) => cell === '' || (/^\d+(\.\d+)?$/.test(cell) && Number.isFinite(Number(cell))), 'must be a number of zero or more, or empty for unknown')
  .transform((cell) => (cell === '' ? undefined : Number(cell)));

const measures = z.string().transform((cell, context) => {
  const pairs = cell
    .split('|')
    .filter(Boolean)
    .map((pair) => pair.split('='));
  if (pairs.some(([word, grams]) => !word || !(Number(grams) > 0))) context.addIssue('must be like "piece=50|large=56"');
  return Object.fromEntries(pairs.map(([word, grams]) => [(word ?? '').trim(), Number(grams)]));
});

const allergens = list.transform((words, context) => {
  const unknown = words.filter((word) => !(ALLERGENS as readonly string[]).includes(word));
  if (unknown.length > 0) context.addIssue(`has an unknown allergen: ${unknown.join(', ')}`);
  return words as Allergen[];
});

const row = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(1),
  kind: z.enum(FOOD_KINDS),
  synonyms: list,
  water_g: figure,
  energy_kcal: figure,
  protein_g: figure,
  fat_g: figure,
  saturates_g: figure,
  carbohydrate_g: figure,
  fibre_g: figure,
  sugars_g: figure,
  polyols_g: figure,
  erythritol_g: figure,
  allulose_g: figure,
  ash_g: figure,
  alcohol_g: figure,
  sodium_mg: figure,
  density_g_per_ml: figure,
  measures_g: measures,
  thirst: figure,
  thirst_basis: z.enum(['mass', 'dryMatter', 'dissolves', 'inert', '']),
  fat_state: z.enum(['liquid', 'solid']),
  allergens,
  source: z.string().min(1, 'every food names its source'),
  measure_source: z.string(),
  thirst_source: z.string().min(1, 'every thirst names its source, or "unknown"'),
});

type Row = z.infer<typeof row>;

function known<T extends object>(record: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as { [K in keyof T]: Exclude<T[K], undefined> };
}

function toFood(cells: Row): Food {
  return {
    id: cells.id,
    name: cells.name,
    kind: cells.kind,
    synonyms: cells.synonyms,
    per100g: known({
      waterG: cells.water_g,
      energyKcal: cells.energy_kcal,
      proteinG: cells.protein_g,
      fatG: cells.fat_g,
      saturatesG: cells.saturates_g,
      carbohydrateG: cells.carbohydrate_g,
      fibreG: cells.fibre_g,
      sugarsG: cells.sugars_g,
      polyolsG: cells.polyols_g,
      erythritolG: cells.erythritol_g,
      alluloseG: cells.allulose_g,
      ashG: cells.ash_g,
      alcoholG: cells.alcohol_g,
      sodiumMg: cells.sodium_mg,
    }),
    ...(cells.density_g_per_ml === undefined ? {} : { densityGPerMl: cells.density_g_per_ml }),
    measuresG: cells.measures_g,
    ...(cells.thirst === undefined || cells.thirst_basis === '' ? {} : { thirst: { gPerG: cells.thirst, basis: cells.thirst_basis } }),
    fat: cells.fat_state,
    allergens: cells.allergens,
    source: cells.source,
    measureSource: cells.measure_source,
    thirstSource: cells.thirst_source,
  };
}

/** Foods from a CSV table; throws an Error that names the row and column of the first fault, or a doubled id. */
export function readFoodTable(csv: string): readonly Food[] {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\ufeff/, ''), { header: true, skipEmptyLines: true });
  const fault = parsed.errors[0];
  if (fault) throw new Error(`foods table, row ${String((fault.row ?? 0) + 2)}: ${fault.message}`);
  const seen = new Set<string>();
  return parsed.data.map((cells, i) => {
    const read = row.safeParse(cells);
    const issue = read.error?.issues[0];
    if (!read.success) throw new Error(`foods table, row ${i + 2}, ${issue?.path.join('.') ?? '?'}: ${issue?.message ?? 'unreadable'}`);
    if (seen.has(read.data.id)) throw new Error(`foods table, row ${i + 2}: the id "${read.data.id}" stands twice`);
    seen.add(read.data.id);
    return toFood(read.data);
  });
}
