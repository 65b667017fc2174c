import { type Food, kindIdOf } from './food';
import { partsOfName } from './naming';
import { INTENSE } from './roles';

/** Groups that rules, limits and cautions speak of: each says what a food is, so that the next food does not fall through. */
export const GROUPS = [
  'flour',
  'raw-egg',
  'egg',
  'whey',
  'casein',
  'whey-and-casein',
  'plant-protein',
  'collagen',
  'hydrolysed-whey',
  'erythritol',
  'allulose',
  'xylitol',
  'maltitol',
  'aspartame',
  'sucralose',
  'stevia',
  'other-intense',
  'honey',
  'dry-pulse',
  'bitter-kernel',
  'nutmeg',
  'ammonia',
  'whole-nut',
  'small-hard',
  'gum',
  'drinking-fibre',
  'alcohol',
  'soft-cheese-or-cream',
  'starch',
  'oat',
  'granular-polyol',
] as const;
export type Group = (typeof GROUPS)[number];

function nameWords(food: Food): readonly string[] {
  return [food.head ?? '', food.name, ...food.synonyms].flatMap((name) => partsOfName(name).all);
}

interface Known {
  readonly food: Food;
  readonly words: ReadonlySet<string>;
}

const IS: Readonly<Record<Group, (known: Known) => boolean>> = {
  flour: ({ food }) => food.kind === 'flour' && !food.attributes?.includes('process:heated'),
  'raw-egg': ({ food }) => isEgg(food) && (food.per100g.waterG ?? 100) > 40 && !food.attributes?.includes('form:liquid'),
  egg: ({ food }) => isEgg(food),
  whey: ({ food, words }) => food.kind === 'protein' && words.has('whey') && !words.has('casein'),
  casein: ({ food, words }) =>
    food.kind === 'protein' && !words.has('whey') && (words.has('casein') || words.has('caseinate') || (food.allergens.includes('milk') && words.has('milk'))),
  'whey-and-casein': ({ food, words }) => food.kind === 'protein' && words.has('whey') && words.has('casein'),
  'plant-protein': ({ food, words }) =>
    food.kind === 'protein' && !food.allergens.some((one) => one === 'milk' || one === 'egg') && !words.has('collagen') && !food.allergens.includes('gluten'),
  collagen: ({ food, words }) => food.kind === 'protein' && words.has('collagen'),
  'hydrolysed-whey': ({ food, words }) => food.kind === 'protein' && words.has('whey') && (words.has('hydrolysed') || words.has('hydrolysate')),
  erythritol: ({ food }) => (food.per100g.erythritolG ?? 0) > 5,
  allulose: ({ food }) => (food.per100g.alluloseG ?? 0) > 5,
  xylitol: ({ food }) => (food.polyolsBy?.xylitol ?? 0) > 0,
  maltitol: ({ food }) => (food.polyolsBy?.maltitol ?? 0) > 5,
  aspartame: ({ food }) => food.roles.aspartame !== undefined,
  sucralose: ({ food }) => food.roles.sucralose !== undefined,
  stevia: ({ food }) => food.roles['rebaudioside-a'] !== undefined || food.roles.stevioside !== undefined,
  'other-intense': ({ food }) => INTENSE.some((one) => (one === 'acesulfame-k' || one === 'saccharin' || one === 'cyclamate') && food.roles[one] !== undefined),
  honey: ({ words, food }) => food.kind === 'sweetener' && words.has('honey'),
  'dry-pulse': ({ food }) => food.kind === 'pulse' && (food.attributes?.includes('state:dried') ?? false),
  'bitter-kernel': ({ food, words }) => words.has('bitter') && (words.has('almond') || words.has('apricot')) && food.kind === 'nut',
  nutmeg: ({ words, food }) => food.kind === 'flavour' && (words.has('nutmeg') || words.has('mace')),
  ammonia: ({ food, words }) => food.kind === 'leavening' && (words.has('ammonium') || words.has('ammonia')),
  'whole-nut': ({ food }) => food.kind === 'nut' && food.allergens.some((one) => one === 'tree nuts' || one === 'peanut') && !isSpread(food),
  'small-hard': ({ food, words }) =>
    words.has('popcorn') ||
    words.has('grape') ||
    words.has('candy') ||
    (food.kind === 'fruit' && words.has('cherry') && (food.per100g.waterG ?? 0) > 60) ||
    words.has('marshmallow'),
  gum: ({ food }) => food.kind === 'gum' && (food.roles.binding?.amount ?? 0) > 0.3,
  'drinking-fibre': ({ food }) => food.kind === 'gum' && (food.thirst?.gPerG ?? 0) >= 5,
  alcohol: ({ food }) => (food.per100g.alcoholG ?? 0) > 1 && food.kind === 'liquid',
  'soft-cheese-or-cream': ({ food }) => food.kind === 'dairy' && food.allergens.includes('milk') && (food.per100g.waterG ?? 0) > 35,
  starch: ({ food }) => food.kind === 'starch' && food.thirst?.basis === 'mass' && food.thirst.gPerG < 1.5,
  oat: ({ food, words }) => words.has('oat') && food.allergens.includes('gluten') && food.kind !== 'biscuit',
  'granular-polyol': ({ food }) => food.kind === 'sweetener' && (food.per100g.polyolsG ?? 0) > 50 && !food.attributes?.includes('form:powder') && (food.per100g.waterG ?? 0) < 5,
};

function isEgg(food: Food): boolean {
  return food.kind === 'egg' && food.allergens.includes('egg');
}

function isSpread(food: Food): boolean {
  return food.thirst?.basis !== 'inert';
}

const known = new WeakMap<Food, readonly string[]>();

/**
 * The names by which rules, limits and cautions know a food: its own id or, for a pack, its kind's; the food it is like; and
 * "@" with each group that it belongs to.
 */
export function answersTo(food: Food): readonly string[] {
  const before = known.get(food);
  if (before) return before;
  const facts: Known = { food, words: new Set(nameWords(food)) };
  const names = [kindIdOf(food), ...(food.like ? [food.like] : []), ...GROUPS.filter((group) => IS[group](facts)).map((group) => `@${group}`)];
  known.set(food, names);
  return names;
}
