import { type Food, INTENSE, type Polyol, type Sugar } from '../food';
import { bulkSweetness } from './bulkSweetness';

/** A weighed food in a mix; `melted` makes a solid fat flow, `beaten` counts the foam it can hold. */
export interface Measured {
  readonly food: Food;
  readonly massG: number;
  readonly melted?: boolean;
  readonly beaten?: boolean;
  /** Seeds that have drunk their fill before they go in; flour cooked to a paste with its liquid. */
  readonly wetted?: Wetted;
}

export type Wetted = 'soaked' | 'gelled';

/** Grams of water that a gram of soaked seed keeps to itself in a batter: what it was soaked in, near enough. House value. */
const SOAKED_HOLDS = 3.75;
/** How many times its thirst a flour holds once its starch is cooked to a paste: gelatinised starch takes up three to four times its weight. House value. */
const GELLED_HOLDS = 3.2;
/** Grams of fluid that a gram of melted chocolate thickens as a flour would: cocoa solids in their own fat. House value. */
const MELTED_CHOCOLATE_HOLDS = 0.45;

/**
 * What foods bring to a mix and what is summed over its lines. syrupG is sugar that comes dissolved already; waterG is free at once; allWaterG counts that inside flours too.
 * heldG is what is held after five minutes, heldNowG at once, heldHourG after an hour. bulkG is what dissolves as sugar does
 * and gives body; browningG is in grams of glucose; bindingG of xanthan; bulkSweetG of sucrose. unknownThirst and
 * unknownSugars count grams of foods that nobody can answer for.
 */
export const BROUGHT = [
  'massG',
  'volumeMl',
  'waterG',
  'allWaterG',
  'sugarsG',
  'syrupG',
  'liquidFatG',
  'solidFatG',
  'heldG',
  'heldNowG',
  'heldHourG',
  'gumG',
  'foamG',
  'starchG',
  'glutenG',
  'settingG',
  'bindingG',
  'bulkSweetG',
  'bulkG',
  'acidMmol',
  'baseMmol',
  'otherCo2Mmol',
  'browningG',
  'fatG',
  'saltG',
  'proteinG',
  'flourG',
  'powderG',
  'erythritolG',
  'seG',
  'disaccharideG',
  'hexoseG',
  'hexitolG',
  'xylitolG',
  'glycerolG',
  'freeSaltG',
  'milkSaltsG',
  'msnfG',
  'lactoseG',
  'alcoholG',
  'unknownThirstG',
  'unknownSugarsG',
  ...INTENSE,
] as const;
export type Brought = (typeof BROUGHT)[number];

/** Sums of a mix, in the order of `BROUGHT`. Plain arrays of doubles: they live on the heap, so that many small ones are cheap. */
export type Sums = number[];

/** The place of each sum. Copied once so that the engine keeps it as a plain record with fast properties. */
export const AT: Readonly<Record<Brought, number>> = { ...(Object.fromEntries(BROUGHT.map((name, i) => [name, i])) as Record<Brought, number>) };

/** Sucrose that splits in the oven counts a little towards browning. House value. */
const BROWNING_OF_SUCROSE = 0.05;

/** From this share of water a sweet food is a syrup or a drink: its sugars are in solution. House value. */
const SYRUP_WATER = 0.1;

function wetting({ thirst, per100g, roles, fat, kind }: Food, massG: number): Partial<Record<Brought, number>> {
  if (!thirst) return { unknownThirstG: massG };
  const binding = roles.binding?.amount ?? 0;
  const { sugarsG = 0, addedSugarsG = 0, polyolsG = 0, alluloseG = 0, fatG = 0 } = per100g;
  if (thirst.basis === 'inert') return kind === 'gum' ? { gumG: binding * massG } : {};
  const water = (per100g.waterG ?? 0) / 100;
  const stirredIn = kind === 'dairy' ? ((addedSugarsG + polyolsG + alluloseG) / 100) * massG : 0;
  const held = thirst.gPerG * (thirst.basis === 'dryMatter' ? Math.max(massG - water * massG - stirredIn, 0) : massG);
  const holds = { heldG: held, heldNowG: held * (roles.now?.amount ?? 1), heldHourG: held * (roles.hour?.amount ?? 1) };
  if (thirst.basis === 'mass') return holds;
  if (thirst.basis === 'dryMatter') return { ...holds, waterG: water * massG, syrupG: stirredIn };
  const fatHere = (fatG / 100) * massG;
  const dissolving = ((sugarsG + polyolsG + alluloseG) / 100) * massG;
  return {
    waterG: water * massG,
    ...(water >= SYRUP_WATER ? { syrupG: dissolving } : { sugarsG: dissolving }),
    ...(fat === 'liquid' ? { liquidFatG: fatHere } : { solidFatG: fatHere }),
  };
}

function sucroseOf({ per100g, sugarsBy }: Food): number {
  if (sugarsBy?.sucrose !== undefined) return sugarsBy.sucrose;
  const named = Object.values(sugarsBy ?? {}).reduce((sum, amount) => sum + amount, 0);
  return Math.max((per100g.sugarsG ?? 0) - named, 0);
}

/** Density of what foods are made of at 20 °C, g/mL [Choi & Okos 1986, from memory]; alcohol from handbooks, from memory. */
const DENSITY = { waterG: 0.998, proteinG: 1.32, fatG: 0.917, carbohydrateG: 1.59, ashG: 2.42, alcoholG: 0.79 } as const;

/** Millilitres of a gram of a food without air; what its composition does not say counts as water. */
function volumeOf({ per100g }: Food): number {
  let [known, volume] = [0, 0];
  for (const [part, density] of Object.entries(DENSITY) as [keyof typeof DENSITY, number][]) {
    known += per100g[part] ?? 0;
    volume += (per100g[part] ?? 0) / density;
  }
  return (volume + Math.max(100 - known, 0) / DENSITY.waterG) / 100;
}

/** Molar mass of sucrose over that of each sugar, polyol and alcohol, 342.30 / M [as Goff & Hartel, Ice Cream, 7th ed.]. */
export const FREEZING_FACTOR: Readonly<Record<Sugar | Polyol | 'erythritol' | 'allulose' | 'alcohol', number>> = {
  sucrose: 1,
  lactose: 1,
  maltose: 1,
  glucose: 1.9,
  fructose: 1.9,
  galactose: 1.9,
  tagatose: 1.9,
  allulose: 1.9,
  xylitol: 2.25,
  sorbitol: 1.88,
  mannitol: 1.88,
  maltitol: 0.994,
  isomalt: 0.994,
  lactitol: 0.994,
  glycerol: 3.717,
  erythritol: 2.803,
  alcohol: 7.43,
};

/** Salt for a gram of sodium: molar masses of NaCl and Na. */
const SALT_OF_SODIUM = 2.542;

/** Lactose in milk solids without fat [Goff & Hartel]. A whey protein brings the salts that go with its lactose, not those of all its solids. */
const LACTOSE_OF_MSNF = 0.545;

function weightedBy(parts: Readonly<Partial<Record<Sugar | Polyol, number>>> | undefined): { readonly seG: number; readonly grams: number } {
  let [seG, grams] = [0, 0];
  for (const [name, amount] of Object.entries(parts ?? {}) as [Sugar | Polyol, number][]) {
    seG += amount * FREEZING_FACTOR[name];
    grams += amount;
  }
  return { seG, grams };
}

/** What a gram does to the freezing point. Sugars and polyols that nobody told apart count as sucrose and as maltitol. */
function freezing({ kind, per100g, sugarsBy, polyolsBy, roles }: Food): Partial<Record<Brought, number>> {
  const { waterG = 0, fatG = 0, sugarsG = 0, addedSugarsG = 0, polyolsG = 0, erythritolG = 0, alluloseG = 0, alcoholG = 0, sodiumMg = 0 } = per100g;
  const isMilk = kind === 'dairy' || (roles.setting !== undefined && kind === 'protein' && (sugarsBy?.lactose ?? 0) > 0);
  const msnfG = isMilk ? Math.max(100 - waterG - fatG - addedSugarsG, 0) : 0;
  const named = weightedBy(sugarsBy);
  const unnamed = Math.max(sugarsG - named.grams, 0);
  const polyols = weightedBy(polyolsBy);
  const lactoseG = sugarsBy?.lactose ?? (isMilk ? Math.min(unnamed, LACTOSE_OF_MSNF * msnfG) : 0);
  const seG =
    named.seG +
    unnamed +
    polyols.seG +
    Math.max(polyolsG - erythritolG - polyols.grams, 0) +
    FREEZING_FACTOR.erythritol * erythritolG +
    FREEZING_FACTOR.allulose * alluloseG +
    FREEZING_FACTOR.alcohol * alcoholG;
  const sum = (names: readonly (Sugar | Polyol)[]): number => names.reduce((total, name) => total + (sugarsBy?.[name as Sugar] ?? polyolsBy?.[name as Polyol] ?? 0), 0);
  const unnamedPolyols = Math.max(polyolsG - erythritolG - polyols.grams, 0);
  return {
    seG: seG / 100,
    disaccharideG: (sum(['sucrose', 'lactose', 'maltose', 'maltitol', 'isomalt', 'lactitol']) + unnamed + unnamedPolyols) / 100,
    hexoseG: (sum(['glucose', 'fructose', 'galactose', 'tagatose']) + alluloseG) / 100,
    hexitolG: sum(['sorbitol', 'mannitol']) / 100,
    xylitolG: sum(['xylitol']) / 100,
    glycerolG: sum(['glycerol']) / 100,
    freeSaltG: isMilk || kind === 'leavening' ? 0 : (sodiumMg * SALT_OF_SODIUM) / 100_000,
    milkSaltsG: (kind === 'dairy' ? msnfG : lactoseG / LACTOSE_OF_MSNF) / 100,
    msnfG: msnfG / 100,
    lactoseG: lactoseG / 100,
    alcoholG: alcoholG / 100,
  };
}

/** What one gram of a food brings. */
function reckon(food: Food): Sums {
  const { per100g, roles, kind } = food;
  const { sugarsG = 0, polyolsG = 0, alluloseG = 0 } = per100g;
  const sweet = bulkSweetness(food);
  const isBaseless = (roles.base?.amount ?? 0) === 0;
  const brought: Partial<Record<Brought, number>> = {
    massG: 1,
    volumeMl: volumeOf(food),
    ...wetting(food, 1),
    allWaterG: (per100g.waterG ?? 0) / 100,
    foamG: roles.foam?.amount ?? 0,
    starchG: (per100g.starchG ?? 0) / 100,
    glutenG: roles.gluten?.amount ?? 0,
    settingG: roles.setting?.amount ?? 0,
    bindingG: roles.binding?.amount ?? 0,
    ...(sweet === undefined ? { unknownSugarsG: 1 } : { bulkSweetG: sweet }),
    bulkG: roles.bulk?.amount ?? (sugarsG + polyolsG + alluloseG) / 100,
    acidMmol: (roles.acid?.amount ?? 0) / 100,
    baseMmol: (roles.base?.amount ?? 0) / 100,
    otherCo2Mmol: isBaseless ? (roles.co2?.amount ?? 0) / 100 : 0,
    browningG: (roles.browning?.amount ?? 0) + (BROWNING_OF_SUCROSE * sucroseOf(food)) / 100,
    fatG: (per100g.fatG ?? 0) / 100,
    saltG: kind === 'leavening' ? 0 : ((per100g.sodiumMg ?? 0) * 2.5) / 100_000,
    proteinG: (per100g.proteinG ?? 0) / 100,
    flourG: kind === 'flour' || kind === 'starch' ? 1 : 0,
    powderG: kind === 'protein' ? 1 : 0,
    erythritolG: (per100g.erythritolG ?? 0) / 100,
    ...freezing(food),
  };
  for (const sweetener of INTENSE) brought[sweetener] = roles[sweetener]?.amount ?? 0;
  const sums = noSums();
  BROUGHT.forEach((name, i) => {
    sums[i] = brought[name] ?? 0;
  });
  return sums;
}

const perGram = new WeakMap<Food, Sums>();

/** What one gram of a food brings, reckoned once for each food. */
export function bringsPerGram(food: Food): Sums {
  const known = perGram.get(food);
  if (known) return known;
  const fresh = reckon(food);
  perGram.set(food, fresh);
  return fresh;
}

/** So many zeros, held as doubles from the start. */
export function zeros(count: number): number[] {
  return Array.from({ length: count }, () => 0.5).fill(0);
}

const NOTHING = zeros(BROUGHT.length);

export function noSums(): Sums {
  return NOTHING.slice();
}

/** Adds `by` times what `part` holds, in place. */
export function addTimes(sums: Sums, part: Sums, by: number): void {
  for (let i = 0; i < part.length; i++) sums[i] = (sums[i] as number) + (part[i] as number) * by;
}

const HELD = ['heldG', 'heldNowG', 'heldHourG'] as const;

function wet(sums: Sums, massG: number, wetted: Wetted): void {
  for (const one of HELD) {
    const held = sums[AT[one]] ?? 0;
    sums[AT[one]] = wetted === 'soaked' ? Math.min(held, SOAKED_HOLDS * massG) : GELLED_HOLDS * (sums[AT.heldG] ?? 0);
  }
}

/** What one line brings: its food's, with melted fat flowing, only beaten foam counted, and what was soaked or cooked before it went in. */
export function bringsOf({ food, massG, melted, beaten, wetted }: Measured): Sums {
  const sums = noSums();
  addTimes(sums, bringsPerGram(food), massG);
  if (!beaten) sums[AT.foamG] = 0;
  if (melted) {
    sums[AT.liquidFatG] = (sums[AT.liquidFatG] ?? 0) + (sums[AT.solidFatG] ?? 0);
    sums[AT.solidFatG] = 0;
    if (food.kind === 'chocolate' && food.thirst?.basis === 'inert') for (const one of HELD) sums[AT[one]] = MELTED_CHOCOLATE_HOLDS * massG;
  }
  if (wetted) wet(sums, massG, wetted);
  return sums;
}

/** What a mix brings together. */
export function sumsOf(mix: readonly Measured[]): Sums {
  const sums = noSums();
  for (const part of mix) addTimes(sums, bringsOf(part), 1);
  return sums;
}

/** One sum, by its place in `AT`. */
export function read(sums: Sums, place: number): number {
  return sums[place] ?? 0;
}
