import { type Larder } from '../food';
import { allLines, type Figures, type Formula, idOfPart, LIMITS, type Line, type Loss, type Part, portionWordFor, readLine, totalsOf, viewsOf } from '../formula';
import { withMethod } from './fromMethod';
import { MEASURE_SYSTEMS, type MeasureSystem } from '../quantity';
import { claimOfNutrition } from './readClaim';
import { countingOf, setApart } from './setApart';
import { readRecipeText, type ReadResult } from './recipeText';
import { readYield } from './readYield';

type Json = Readonly<Record<string, unknown>>;

const USED = new Set([
  '@context',
  '@type',
  '@id',
  '@graph',
  'name',
  'recipeYield',
  'recipeIngredient',
  'ingredients',
  'supply',
  'recipeInstructions',
  'nutrition',
  'comment',
  'isBasedOn',
  'yield',
  'tool',
]);
function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isRecipe(value: Json): boolean {
  const type = value['@type'];
  return type === 'Recipe' || (Array.isArray(type) && type.includes('Recipe')) || type === 'https://schema.org/Recipe' || type === 'http://schema.org/Recipe';
}

function findRecipe(value: unknown, depth = 0): Json | undefined {
  if (depth > 6) return undefined;
  if (Array.isArray(value)) {
    for (const entry of value) {
      const found = findRecipe(entry, depth + 1);
      if (found) return found;
    }
    return undefined;
  }
  if (!isObject(value)) return undefined;
  if (isRecipe(value)) return value;
  return findRecipe(value['@graph'] ?? value['mainEntity'], depth + 1);
}

function everyRecipe(value: unknown, depth = 0): readonly Json[] {
  if (depth > 6) return [];
  if (Array.isArray(value)) return value.flatMap((entry) => everyRecipe(entry, depth + 1));
  if (!isObject(value)) return [];
  return isRecipe(value) ? [value] : everyRecipe(value['@graph'] ?? value['mainEntity'], depth + 1);
}

/** Every schema.org Recipe of a document, each as a document of its own; the text itself where it cannot be read, so that reading it says why. */
export function recipesOfDocument(text: string): readonly string[] {
  if (isTooDeep(text)) return [text];
  try {
    const all = everyRecipe(JSON.parse(text));
    return all.length > 0 ? all.map((recipe) => JSON.stringify(recipe)) : [text];
  } catch {
    return [text];
  }
}

function texts(value: unknown): readonly string[] {
  if (typeof value === 'string')
    return value
      .split(/\n+/)
      .map((line) => line.trim())
      .filter(Boolean);
  if (Array.isArray(value)) return value.flatMap(texts);
  if (!isObject(value)) return typeof value === 'number' ? [String(value)] : [];
  if (value['itemListElement'] !== undefined) return [...(typeof value['name'] === 'string' && value['name'] ? [`${value['name']}:`] : []), ...texts(value['itemListElement'])];
  return texts(value['text'] ?? value['name']);
}

function portionsOf(value: unknown): { portions: number; portionWord: string } {
  const said = Array.isArray(value) ? value : [value];
  const entries = said.map((entry) =>
    isObject(entry) ? `${String(entry['value'])} ${typeof entry['unitText'] === 'string' ? entry['unitText'] : ''}`.trim() : String(entry ?? ''),
  );
  for (const entry of [...entries].sort((a, b) => b.length - a.length)) {
    const read = readYield(entry) ?? readYield(`makes ${entry}`);
    if (read) return read;
  }
  return { portions: 1, portionWord: 'batch' };
}

interface Supply {
  readonly foodId?: string;
  readonly massG?: number;
}

function suppliesByText(value: unknown): ReadonlyMap<string, Supply> {
  const entries = Array.isArray(value) ? value : [];
  return new Map(
    entries.filter(isObject).flatMap((entry) => {
      if (typeof entry['name'] !== 'string') return [];
      const quantity = isObject(entry['requiredQuantity']) ? entry['requiredQuantity'] : {};
      const massG =
        quantity['unitCode'] === 'GRM' && typeof quantity['value'] === 'number' && Number.isFinite(quantity['value']) && quantity['value'] >= 0 ? quantity['value'] : undefined;
      const foodId = typeof entry['identifier'] === 'string' ? entry['identifier'] : undefined;
      return [[entry['name'], { ...(foodId === undefined ? {} : { foodId }), ...(massG === undefined ? {} : { massG }) }] as const];
    }),
  );
}

/** What the document says of grams and food outweighs what the words suggest. */
function withSupply(line: Line, supply: Supply | undefined, larder: Larder): Line {
  if (!supply) return line;
  const foodId = supply.foodId !== undefined && larder.foods.has(supply.foodId) ? supply.foodId : line.foodId;
  const sameFood = foodId === line.foodId;
  const sameMass = supply.massG === undefined || (line.massG !== undefined && Math.abs(line.massG - supply.massG) < 0.005);
  if (sameFood && sameMass) return line;
  const doubts = line.doubts.filter(
    (doubt) =>
      !(foodId !== undefined && ['food-unknown', 'food-guessed', 'alternative'].includes(doubt.code)) &&
      !(supply.massG !== undefined && !['food-unknown', 'food-guessed'].includes(doubt.code)),
  );
  const massG = supply.massG ?? line.massG;
  return { ...line, doubts, ...(foodId === undefined ? {} : { foodId }), ...(massG === undefined ? {} : { massG, basis: sameMass && line.basis ? line.basis : 'entered' }) };
}

function partsOf(recipe: Json, larder: Larder, measures: MeasureSystem): readonly Part[] {
  const supplies = suppliesByText(recipe['supply']);
  const parts: { heading: string; lines: Line[] }[] = [];
  let count = 0;
  for (const entry of texts(recipe['recipeIngredient'] ?? recipe['ingredients'])) {
    if (/:$/.test(entry) && !/\d/.test(entry)) {
      parts.push({ heading: entry.slice(0, -1), lines: [] });
      continue;
    }
    const line = withSupply(readLine(entry, `l${++count}`, larder, measures), supplies.get(entry), larder);
    const part = parts.at(-1);
    if (part) part.lines.push(line);
    else parts.push({ heading: '', lines: [line] });
  }
  const read = parts.filter((part) => part.lines.length > 0).map((part, i) => ({ id: idOfPart(part.heading, i), ...part, ...countingOf(part.heading) }));
  return setApart(read, larder);
}

const MEASURES_TOOL = 'measuring-cups:';

function toolsOf(value: unknown): readonly unknown[] {
  return value === undefined ? [] : Array.isArray(value) ? value : [value];
}

function measuresTool(tool: unknown): string | undefined {
  return isObject(tool) && typeof tool['identifier'] === 'string' && tool['identifier'].startsWith(MEASURES_TOOL) ? tool['identifier'].slice(MEASURES_TOOL.length) : undefined;
}

function measuresOf(tools: unknown): MeasureSystem | undefined {
  const said = toolsOf(tools)
    .map(measuresTool)
    .find((name) => name !== undefined);
  return MEASURE_SYSTEMS.find((one) => one === said);
}

function otherTools(tools: unknown): Json {
  const others = toolsOf(tools).filter((tool) => measuresTool(tool) === undefined);
  return others.length > 0 ? { tool: others } : {};
}

export type ReadDocument = { readonly ok: true; readonly formula: Formula; readonly basedOn?: Formula; readonly remarks: readonly string[] } | Extract<ReadResult, { ok: false }>;

function readRecipe(recipe: Json, larder: Larder, measures: MeasureSystem): ReadResult {
  if (typeof recipe['name'] !== 'string' || recipe['name'].trim() === '') return { ok: false, error: 'The Recipe has no "name". Add one as text.' };
  const entries = texts(recipe['recipeIngredient'] ?? recipe['ingredients']);
  if (entries.length === 0) return { ok: false, error: 'The Recipe has no "recipeIngredient" texts. It must be a list of lines such as "200 g plain flour".' };
  if (entries.length > LIMITS.lines) return { ok: false, error: `"recipeIngredient" has ${entries.length} entries; up to ${LIMITS.lines} can be read.` };
  const carried = { ...Object.fromEntries(Object.entries(recipe).filter(([key]) => !USED.has(key))), ...otherTools(recipe['tool']) };
  const system = measuresOf(recipe['tool']) ?? measures;
  const yieldQuantity =
    isObject(recipe['yield']) && recipe['yield']['unitCode'] === 'GRM' && typeof recipe['yield']['value'] === 'number' && recipe['yield']['value'] > 0
      ? recipe['yield']['value']
      : undefined;
  const claim = recipe['supply'] === undefined && isObject(recipe['nutrition']) ? claimOfNutrition(recipe['nutrition']) : undefined;
  const formula: Formula = {
    title: recipe['name'].trim(),
    ...portionsOf(recipe['recipeYield']),
    measures: system,
    parts: partsOf(recipe, larder, system),
    method: texts(recipe['recipeInstructions']),
    notes: texts(recipe['comment']),
    ...(yieldQuantity === undefined ? {} : { yieldMassG: yieldQuantity }),
    ...(claim ? { claim } : {}),
    ...(Object.keys(carried).length > 0 ? { carried } : {}),
  };
  return { ok: true, formula: recipe['supply'] === undefined ? withMethod(formula, larder) : formula, remarks: [] };
}

/** House limit: recipes of the web lie within a dozen levels. */
const DEEPEST = 100;

/** Whether brackets outside of strings lie deeper than `DEEPEST`; one pass. */
function isTooDeep(text: string): boolean {
  let [depth, isString] = [0, false];
  for (let i = 0; i < text.length; i++) {
    const one = text[i];
    if (isString) {
      if (one === '\\') i++;
      else if (one === '"') isString = false;
    } else if (one === '"') isString = true;
    else if (one === '{' || one === '[') {
      if (++depth > DEEPEST) return true;
    } else if (one === '}' || one === ']') depth--;
  }
  return false;
}

/**
 * A formula from a schema.org Recipe in JSON-LD: an object, a list, or a @graph that holds one. `basedOn` is the recipe
 * it was rebuilt from, where the document says so. Members Fellmist does not use are carried and given back on export.
 */
export function readRecipeJsonLd(text: string, larder: Larder, measures: MeasureSystem): ReadDocument {
  if (isTooDeep(text)) return { ok: false, error: `This document is nested deeper than ${DEEPEST} levels; a recipe is not. Export it anew, or paste its words.` };
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    return { ok: false, error: `This is not valid JSON: ${error instanceof Error ? error.message : 'it cannot be parsed'}.` };
  }
  const recipe = findRecipe(document);
  if (!recipe) return { ok: false, error: 'No schema.org Recipe was found: the document needs an object with "@type": "Recipe".' };
  const read = readRecipe(recipe, larder, measures);
  if (!read.ok) return read;
  const base = isObject(recipe['isBasedOn']) && isRecipe(recipe['isBasedOn']) ? readRecipe(recipe['isBasedOn'], larder, measures) : undefined;
  const carriesBase = !base?.ok && recipe['isBasedOn'] !== undefined;
  const formula = carriesBase ? { ...read.formula, carried: { ...read.formula.carried, isBasedOn: recipe['isBasedOn'] } } : read.formula;
  return { ok: true, formula, remarks: read.remarks, ...(base?.ok ? { basedOn: base.formula } : {}) };
}

/** A recipe in words, or in JSON-LD where the text is that. */
export function readDocument(text: string, larder: Larder, measures: MeasureSystem): ReadDocument {
  return /^\s*[{[]/.test(text) ? readRecipeJsonLd(text, larder, measures) : readRecipeText(text, larder, measures);
}

function rounded(value: number): number {
  return Number(value.toFixed(2));
}

function nutritionOf(formula: Formula, figures: Figures): Json {
  const grams = (key: keyof Figures): string | undefined => (figures[key].gaps.length > 0 ? undefined : `${rounded(figures[key].amount)} g`);
  const members = {
    calories: figures.energyKcal.gaps.length > 0 ? undefined : `${rounded(figures.energyKcal.amount)} kcal`,
    proteinContent: grams('proteinG'),
    fatContent: grams('fatG'),
    saturatedFatContent: grams('saturatesG'),
    carbohydrateContent: grams('carbohydrateG'),
    fiberContent: grams('fibreG'),
    sugarContent: grams('sugarsG'),
    sodiumContent: figures.sodiumMg.gaps.length > 0 ? undefined : `${rounded(figures.sodiumMg.amount)} mg`,
  };
  return {
    '@type': 'NutritionInformation',
    servingSize: formula.portionMassG === undefined ? `1 ${formula.portionWord}` : `${rounded(formula.portionMassG)} g`,
    ...Object.fromEntries(Object.entries(members).filter(([, value]) => value !== undefined)),
  };
}

function supplyOf(line: Line): Json {
  const quantity = line.massG === undefined ? {} : { requiredQuantity: { '@type': 'QuantitativeValue', value: Number(line.massG.toFixed(4)), unitCode: 'GRM' } };
  return { '@type': 'HowToSupply', name: line.text, ...(line.foodId === undefined ? {} : { identifier: line.foodId }), ...quantity };
}

function recipeOf(formula: Formula, larder: Larder, loss: Loss | undefined): Json {
  const portion = viewsOf(formula, totalsOf(formula, larder), loss).portion;
  return {
    '@type': 'Recipe',
    ...formula.carried,
    name: formula.title,
    recipeYield: `${formula.portions} ${portionWordFor(formula.portionWord, formula.portions)}`,
    recipeIngredient: formula.parts.flatMap((part) => [...(part.heading ? [`${part.heading}:`] : []), ...part.lines.map((line) => line.text)]),
    supply: allLines(formula).map(supplyOf),
    recipeInstructions: formula.method.map((text) => ({ '@type': 'HowToStep', text })),
    nutrition: nutritionOf(formula, portion),
    tool: [
      ...toolsOf(formula.carried?.['tool']),
      { '@type': 'HowToTool', name: `Measuring cups and spoons: ${formula.measures}`, identifier: `${MEASURES_TOOL}${formula.measures}` },
    ],
    ...(formula.yieldMassG === undefined ? {} : { yield: { '@type': 'QuantitativeValue', value: formula.yieldMassG, unitCode: 'GRM' } }),
    ...(formula.notes.length > 0 ? { comment: formula.notes.map((text) => ({ '@type': 'Comment', text })) } : {}),
  };
}

/**
 * A schema.org Recipe for a formula, with the original as `isBasedOn` where one is given. Grams and foods ride along as
 * HowToSupply. Nutrition is per portion, by weight after the class's `loss` in the oven where portions go by weight; a figure with gaps is left out rather than understated.
 */
export function writeRecipeJsonLd(formula: Formula, larder: Larder, original?: Formula, loss?: Loss): string {
  const recipe = recipeOf(formula, larder, loss);
  const document = { '@context': 'https://schema.org', ...recipe, ...(original ? { isBasedOn: recipeOf(original, larder, loss) } : {}) };
  return JSON.stringify(document, undefined, 2);
}
