import { type Food, type FoodKind, GROWN } from '../food';
import { type Attribute, type NameAxis, axisOf } from './grammar';

/**
 * What a food says to an attribute that a name claims: how much of the certainty it costs, 0 where it holds, `CONFLICT`
 * where the food is something else. House values: a cost of `ASK` alone leaves a match unsure.
 */
export type Cost = number;
export const CONFLICT: Cost = 1;
const ASK: Cost = 0.2;
const SLIGHT: Cost = 0.05;

/** Water above which a food is no powder, below which it is not fresh or canned, g per 100 g. House values. */
const WET_G = 30;
const DRY_G = 25;
/** From here on a sweetener is a syrup. */
const POURS_G = 15;

const FAT_MATTERS: ReadonlySet<FoodKind> = new Set(['dairy', 'fat', 'plant-drink', 'topping', 'nut', 'egg', 'biscuit', 'other']);
const POWDERS: ReadonlySet<FoodKind> = new Set(['flour', 'starch', 'protein', 'gum', 'sweetener', 'leavening', 'flavour', 'chocolate']);
/** Kinds that are made in flavours, so that a word of a flavour before the head is one. */
export const FLAVOURED_KINDS: ReadonlySet<FoodKind> = new Set(['protein', 'dairy', 'plant-drink', 'starch', 'topping', 'sweetener', 'flavour', 'leavening', 'other']);

type Tags = ReadonlySet<Attribute>;

function has(tags: Tags, ...attributes: Attribute[]): boolean {
  return attributes.some((attribute) => tags.has(attribute));
}

function isSweet(food: Food, tags: Tags): boolean {
  const { addedSugarsG, sugarsG } = food.per100g;
  return has(tags, 'sweet:yes') || (addedSugarsG ?? 0) > 1 || ((sugarsG ?? 0) > 10 && ['sweetener', 'topping', 'chocolate', 'biscuit'].includes(food.kind));
}

function fat(value: string, food: Food, tags: Tags): Cost {
  // Light and dark of a flour say how much of the grain is in it, of an oil how it tastes.
  if (food.kind === 'flour') return ASK;
  if (food.kind === 'fat' && food.fat === 'liquid') return 0;
  if (!FAT_MATTERS.has(food.kind)) return value === 'none' && (food.per100g.fatG ?? 0) > 3 ? ASK : 0;
  const fatG = food.per100g.fatG;
  if (value === 'full') return has(tags, 'fat:none', 'fat:low') ? CONFLICT : fatG !== undefined && fatG >= 3 ? 0 : ASK;
  if (has(tags, 'fat:full')) return CONFLICT;
  if (value === 'none') return has(tags, 'fat:low') || (fatG ?? 0) > 1 ? CONFLICT : fatG === undefined ? ASK : 0;
  return has(tags, 'fat:none') ? ASK : food.kind === 'dairy' || food.kind === 'fat' ? CONFLICT : ASK;
}

function sweet(value: string, food: Food, tags: Tags): Cost {
  if (value === 'yes') return isSweet(food, tags) ? 0 : has(tags, 'sweet:none') || food.per100g.addedSugarsG === 0 ? CONFLICT : ASK;
  if (value === 'less') return ASK;
  if (isSweet(food, tags)) return CONFLICT;
  if (value === 'free')
    return has(tags, 'sweet:none') ? SLIGHT : ['topping', 'chocolate', 'biscuit'].includes(food.kind) ? ASK : food.kind === 'sweetener' && food.per100g.sugarsG === 0 ? 0 : ASK / 2;
  return has(tags, 'sweet:free') ? CONFLICT : 0;
}

function salt(value: string, food: Food): Cost {
  const sodium = food.per100g.sodiumMg;
  if (value === 'none') return sodium !== undefined && sodium >= 200 ? CONFLICT : 0;
  if (sodium === undefined || sodium >= 150) return 0;
  return food.kind === 'fat' ? CONFLICT : SLIGHT;
}

function state(value: string, food: Food, tags: Tags): Cost {
  const water = food.per100g.waterG ?? (POWDERS.has(food.kind) ? 5 : 50);
  const dry = water < DRY_G;
  if (value === 'fresh')
    return has(tags, 'state:dried', 'state:canned', 'state:cooked', 'state:freeze-dried') || (dry && (GROWN.has(food.kind) || food.kind === 'flavour')) ? CONFLICT : 0;
  if (value === 'dried') return has(tags, 'state:fresh', 'state:canned', 'state:cooked', 'state:frozen') ? CONFLICT : water <= WET_G ? 0 : CONFLICT;
  if (value === 'freeze-dried') return water > 10 ? CONFLICT : ASK;
  if (value === 'canned')
    return has(tags, 'state:dried', 'state:frozen', 'state:fresh') || (dry && GROWN.has(food.kind))
      ? CONFLICT
      : has(tags, 'state:cooked')
        ? SLIGHT
        : GROWN.has(food.kind)
          ? ASK
          : 0;
  if (value === 'cooked')
    return has(tags, 'state:dried') || (dry && (food.kind === 'flour' || GROWN.has(food.kind)))
      ? CONFLICT
      : has(tags, 'state:canned', 'form:puree') || !GROWN.has(food.kind)
        ? 0
        : ASK / 2;
  return has(tags, 'state:dried', 'state:canned') || (dry && GROWN.has(food.kind)) ? CONFLICT : 0;
}

function form(value: string, food: Food, tags: Tags): Cost {
  const water = food.per100g.waterG ?? 0;
  if (value === 'powder') {
    if (has(tags, 'form:liquid', 'form:whole', 'form:puree') || water > WET_G || (food.kind === 'sweetener' && water >= POURS_G)) return CONFLICT;
    // A ground nut is that nut; whether as flour or as meal is for the baker to say.
    return POWDERS.has(food.kind) ? 0 : food.kind === 'nut' ? ASK : CONFLICT;
  }
  if (value === 'liquid') return has(tags, 'form:powder', 'form:whole') ? CONFLICT : water >= POURS_G || food.kind === 'fat' ? 0 : CONFLICT;
  if (value === 'whole') return has(tags, 'form:powder', 'form:puree') || (food.kind === 'dairy' && has(tags, 'fat:none', 'fat:low')) ? CONFLICT : 0;
  if (value === 'puree') return water < DRY_G ? CONFLICT : GROWN.has(food.kind) ? SLIGHT : ASK;
  return food.kind === 'sweetener' ? ASK : 0;
}

function diet(value: string, food: Food): Cost {
  if (value === 'vegan') return food.allergens.includes('milk') || food.allergens.includes('egg') || food.kind === 'egg' ? CONFLICT : 0;
  if (value === 'gluten-free') return food.allergens.includes('gluten') ? CONFLICT : 0;
  if (value === 'lactose-free') return food.allergens.includes('milk') ? ASK : 0;
  return food.kind === 'sweetener' && (food.per100g.sugarsG ?? 0) < 1 ? 0 : ASK;
}

/** What it costs to take a food for one that `attribute` is said of; `tags` are its own attributes and those of the name it answers to. */
export function costOf(attribute: Attribute, food: Food, tags: Tags): Cost {
  if (tags.has(attribute)) return 0;
  const [axis, value] = axisOf(attribute);
  if (axis === 'fat') return fat(value, food, tags);
  if (axis === 'sweet') return sweet(value, food, tags);
  if (axis === 'salt') return salt(value, food);
  if (axis === 'state') return state(value, food, tags);
  if (axis === 'form') return form(value, food, tags);
  if (axis === 'diet') return diet(value, food);
  if (axis === 'flavour') return flavour(value, tags);
  // "Natural" skyr is skyr; only what was treated is none.
  if (attribute === 'process:natural') return has(tags, 'process:alkalised', 'process:heated') ? CONFLICT : 0;
  if (axis === 'process') return has(tags, 'process:natural') ? CONFLICT : ASK;
  return food.kind === 'protein' ? 0 : ASK;
}

function flavour(value: string, tags: Tags): Cost {
  const own = [...tags].filter((tag) => tag.startsWith('flavour:'));
  if (value === 'none') return own.some((tag) => tag !== 'flavour:none') ? CONFLICT : 0;
  if (own.includes('flavour:other')) return SLIGHT;
  return own.length > 0 ? CONFLICT : ASK;
}

/** Grams in 100 g by which the sugars of a chocolate may miss what its cocoa leaves. House value. */
const SUGAR_SLACK = 12;

/** A percentage said of a food: of fat in a dairy food, of cocoa in a chocolate. */
export function costOfPercent(percent: number, food: Food, aliasPercent: number | undefined): Cost {
  if (aliasPercent !== undefined) return Math.abs(aliasPercent - percent) <= Math.max(0.1 * percent, 0.4) ? 0 : CONFLICT;
  // What is not cocoa in a chocolate is nearly all sugar.
  if (food.kind === 'chocolate') return Math.abs(100 - percent - (food.per100g.sugarsG ?? 0)) <= SUGAR_SLACK ? 0 : ASK;
  if (food.kind !== 'dairy' || food.per100g.fatG === undefined) return 0;
  const off = Math.abs(food.per100g.fatG - percent);
  return off <= Math.max(0.6, 0.2 * percent) ? 0 : CONFLICT;
}

const UNSAID: Readonly<Record<NameAxis, Cost>> = { fat: 0.05, sweet: 0.06, salt: 0.03, state: 0.06, form: 0.04, flavour: 0.07, process: 0.05, diet: 0.05, grade: 0.07 };

/** What it costs that a food is something more particular than was said. */
export function costUnsaid(attribute: Attribute): Cost {
  if (attribute === 'sweet:none' || attribute === 'state:fresh' || attribute === 'flavour:none') return 0;
  return UNSAID[axisOf(attribute)[0]];
}
