import {
  ALLERGENS,
  type Attribute,
  COUNTRIES,
  type Food,
  FOOD_KINDS,
  isAttribute,
  type Nutrient,
  POLYOLS,
  type RoleName,
  type Roles,
  type RoleValue,
  ROLE_NAMES,
  SUGARS,
  type Thirst,
} from '@fellmist/core';
import Papa from 'papaparse';
import * as z from 'zod';
import { choices, figure, idCell, known, list, pairs, split, words } from './cells';

/** The column of each figure per 100 g; the rest of the columns are named in `row` below. */
export const FIGURE_COLUMNS: Readonly<Record<Nutrient, string>> = {
  energyKcal: 'energy_kcal',
  waterG: 'water_g',
  proteinG: 'protein_g',
  fatG: 'fat_g',
  saturatesG: 'saturates_g',
  transG: 'trans_g',
  carbohydrateG: 'carbohydrate_g',
  fibreG: 'fibre_g',
  starchG: 'starch_g',
  sugarsG: 'sugars_g',
  addedSugarsG: 'added_sugars_g',
  polyolsG: 'polyols_g',
  erythritolG: 'erythritol_g',
  alluloseG: 'allulose_g',
  ashG: 'ash_g',
  alcoholG: 'alcohol_g',
  sodiumMg: 'sodium_mg',
  cholesterolMg: 'cholesterol_mg',
  calciumMg: 'calcium_mg',
  ironMg: 'iron_mg',
  potassiumMg: 'potassium_mg',
  vitaminDUg: 'vitamin_d_ug',
};

const MOST: Readonly<Partial<Record<Nutrient, number>>> = { energyKcal: 1000, vitaminDUg: 1000 };
const figures = Object.fromEntries(
  (Object.entries(FIGURE_COLUMNS) as [Nutrient, string][]).map(([nutrient, column]) => [column, figure(MOST[nutrient] ?? (nutrient.endsWith('Mg') ? 100_000 : 100))]),
);

const row = z.object({
  id: idCell,
  name: words.min(1, 'is empty: every food needs a name'),
  kind: z.preprocess((cell) => (cell === '' ? 'other' : cell), z.enum(FOOD_KINDS, `must be one of: ${FOOD_KINDS.join(', ')}`)),
  like: idCell,
  head: words,
  attributes: list.transform((given, context) => {
    const strangers = given.filter((word) => !isAttribute(word));
    if (strangers.length > 0) context.addIssue(`has an unknown attribute: ${strangers.join(', ')}`);
    return given as Attribute[];
  }),
  synonyms: list,
  usual_us: list,
  usual_uk: list,
  stands_for: list,
  ...figures,
  sugars_by: split(SUGARS, 'sugar'),
  polyols_by: split(POLYOLS, 'polyol'),
  density_g_per_ml: figure(25),
  measures_g: pairs,
  wetting: z.enum(['mass', 'dryMatter', 'dissolves', 'inert', ''], 'must be mass, dryMatter, dissolves, inert or empty'),
  thirst: figure(50),
  thirst_spread: figure(50),
  fat_state: z.preprocess((cell) => (cell === '' ? 'liquid' : cell), z.enum(['liquid', 'solid'], 'must be liquid or solid')),
  allergens: choices(ALLERGENS, 'allergen'),
  may_contain: choices(ALLERGENS, 'allergen'),
  is_whole: z.enum(['yes', 'no', ''], 'must be yes, no or empty'),
  keeps_opened_days: figure(10_000),
  source: words,
  measure_source: words,
});

/** Every column a table of foods may have, in the order in which it is written. */
export const FOOD_COLUMNS: readonly string[] = Object.keys(row.shape);

const role = z.strictObject({
  food_id: z.string(),
  role: z.enum(['thirst', ...ROLE_NAMES]),
  amount: figure(1e5),
  spread: figure(1e5),
  mark: z.enum(['S', 'P', 'M', 'H']),
  source: z.string().min(1, 'every role names its source'),
});

type FoodRoles = Partial<Record<RoleName | 'thirst', RoleValue>>;

function parseTable(csv: string, name: string): readonly Record<string, string>[] {
  const parsed = Papa.parse<Record<string, string>>(csv.replace(/^\ufeff/, ''), { header: true, skipEmptyLines: true });
  const fault = parsed.errors[0];
  if (fault) throw new Error(`${name}, row ${String((fault.row ?? 0) + 2)}: ${fault.message}`);
  return parsed.data;
}

/** Roles by food from their table; throws an Error that names the row of the first fault. */
export function readRoleTable(csv: string): ReadonlyMap<string, FoodRoles> {
  const byFood = new Map<string, FoodRoles>();
  parseTable(csv, 'roles table').forEach((cells, i) => {
    const read = role.safeParse(cells);
    if (!read.success || read.data.amount === undefined) throw new Error(`roles table, row ${i + 2}: ${read.error?.issues[0]?.message ?? 'the amount is empty'}`);
    const { food_id: foodId, role: roleName, amount, spread, mark, source } = read.data;
    byFood.set(foodId, { ...byFood.get(foodId), [roleName]: { amount, sd: spread ?? 0, mark, source } });
  });
  return byFood;
}

type Row = z.infer<typeof row> & Readonly<Record<string, unknown>>;

function thirstOf(cells: Row, prior: RoleValue | undefined): Thirst | undefined {
  if (cells.wetting === '') return undefined;
  const basis = cells.wetting;
  if (cells.thirst !== undefined) return { gPerG: cells.thirst, sd: cells.thirst_spread ?? 0.2 * cells.thirst, basis, mark: 'M', source: cells.source || 'as imported' };
  if (prior) return { gPerG: prior.amount, sd: prior.sd, basis, mark: prior.mark, source: prior.source };
  return basis === 'dissolves' || basis === 'inert' ? { gPerG: 0, sd: 0, basis, mark: 'H', source: 'holds no water by its kind' } : undefined;
}

function nonEmpty<T extends object>(key: string, record: T): object {
  return Object.keys(record).length > 0 ? { [key]: record } : {};
}

function toFood(cells: Row, given: FoodRoles = {}): Food {
  const { thirst: prior, ...roles } = given;
  const thirst = thirstOf(cells, prior);
  return {
    id: cells.id,
    name: cells.name,
    kind: cells.kind,
    synonyms: cells.synonyms,
    ...(cells.usual_us.length + cells.usual_uk.length > 0 ? { usual: { us: cells.usual_us, uk: cells.usual_uk } } : {}),
    ...(cells.stands_for.length > 0 ? { standsFor: cells.stands_for } : {}),
    ...(cells.like ? { like: cells.like } : {}),
    ...(cells.head ? { head: cells.head } : {}),
    ...(cells.attributes.length > 0 ? { attributes: cells.attributes } : {}),
    per100g: known(Object.fromEntries((Object.entries(FIGURE_COLUMNS) as [Nutrient, string][]).map(([nutrient, column]) => [nutrient, cells[column] as number | undefined]))),
    ...nonEmpty('sugarsBy', cells.sugars_by),
    ...nonEmpty('polyolsBy', cells.polyols_by),
    ...(cells.density_g_per_ml ? { densityGPerMl: cells.density_g_per_ml } : {}),
    measuresG: cells.measures_g,
    ...(thirst ? { thirst } : {}),
    roles: roles as Roles,
    fat: cells.fat_state,
    allergens: cells.allergens,
    ...(cells.may_contain.length > 0 ? { mayContain: cells.may_contain } : {}),
    isWhole: cells.is_whole === 'yes',
    ...(cells.keeps_opened_days === undefined ? {} : { keepsOpenedDays: cells.keeps_opened_days }),
    source: cells.source,
    measureSource: cells.measure_source,
  };
}

export type ReadRow = { readonly row: number; readonly food: Food } | { readonly row: number; readonly name: string; readonly errors: readonly string[] };

/** Each row of a table as a food, or with its faults by column. Absent columns count as empty; rows number from 2. */
export function readFoodRows(rows: readonly Readonly<Record<string, string>>[], roles: ReadonlyMap<string, FoodRoles> = new Map()): readonly ReadRow[] {
  const empty = Object.fromEntries(FOOD_COLUMNS.map((column) => [column, '']));
  return rows.map((cells, i): ReadRow => {
    const read = row.safeParse({ ...empty, ...cells });
    if (!read.success) return { row: i + 2, name: cells['name'] ?? '', errors: read.error.issues.map((issue) => `${issue.path.join('.')} ${issue.message}`) };
    return { row: i + 2, food: toFood(read.data as Row, roles.get(read.data.id)) };
  });
}

/** Foods of the shipped table with their roles; throws an Error that names the row and column of the first fault, or a doubled id. */
export function readFoodTable(csv: string, rolesCsv: string): readonly Food[] {
  const roles = readRoleTable(rolesCsv);
  const seen = new Set<string>();
  const foods = readFoodRows(parseTable(csv, 'foods table'), roles).map((read) => {
    if ('errors' in read) throw new Error(`foods table, row ${read.row}: ${read.errors.join('; ')}`);
    const { food } = read;
    if (food.id === '' || seen.has(food.id)) throw new Error(`foods table, row ${read.row}: the id "${food.id}" is empty or stands twice`);
    if (food.source === '') throw new Error(`foods table, row ${read.row}: every food names its source`);
    seen.add(food.id);
    return food;
  });
  const stranger = [...roles.keys()].find((id) => !seen.has(id));
  if (stranger !== undefined) throw new Error(`roles table: no food is called "${stranger}"`);
  return foods;
}

function pairsOut(record: Readonly<Record<string, number | undefined>> | undefined): string {
  return Object.entries(record ?? {})
    .map(([word, amount]) => `${word}=${String(amount)}`)
    .join('|');
}

function cellsOf(food: Food): Readonly<Record<string, string | number | undefined>> {
  return {
    id: food.id,
    name: food.name,
    kind: food.kind,
    like: food.like,
    head: food.head,
    attributes: food.attributes?.join('|'),
    synonyms: food.synonyms.join('|'),
    ...Object.fromEntries(COUNTRIES.map((country) => [`usual_${country}`, food.usual?.[country]?.join('|')])),
    stands_for: food.standsFor?.join('|'),
    ...Object.fromEntries((Object.entries(FIGURE_COLUMNS) as [Nutrient, string][]).map(([nutrient, column]) => [column, food.per100g[nutrient]])),
    sugars_by: pairsOut(food.sugarsBy),
    polyols_by: pairsOut(food.polyolsBy),
    density_g_per_ml: food.densityGPerMl,
    measures_g: pairsOut(food.measuresG),
    wetting: food.thirst?.basis,
    thirst: food.thirst?.gPerG,
    thirst_spread: food.thirst?.sd,
    fat_state: food.fat,
    allergens: food.allergens.join('|'),
    may_contain: food.mayContain?.join('|'),
    is_whole: food.isWhole ? 'yes' : 'no',
    keeps_opened_days: food.keepsOpenedDays,
    source: food.source,
    measure_source: food.measureSource,
  };
}

/** A table of foods as CSV; cells that a spreadsheet would run as a formula are defused with a leading apostrophe. */
export function writeFoodTable(foods: readonly Food[]): string {
  return Papa.unparse({ fields: [...FOOD_COLUMNS], data: foods.map(cellsOf) }, { escapeFormulae: true, newline: '\r\n' });
}
