import { type ProductClass } from './productClass';

/** Words that say something is cooked, once those that say the opposite are taken out. */
const NOT_COOKED = /(?:no|without|do not|don't|never)[ -]+(?:bake|baking|cook|cooking|heat)\w*|heat[ -]treated|uncooked|unbaked/g;
const COOKED =
  /\b(?:bak(?:e|ed|ing)|cook(?:ed|ing)?|simmer\w*|boil\w*|heat(?:ed|ing)?|fry|fried|griddle|microwave|scald\w*|steam\w*|poach\w*|oven|grill(?:ed)?|golden(?! (?:syrup|caster|granulated|sugar|raisins))|pasteuri\w+)\b|\d\s*°\s*[cf]\b|\b\d{3}\s*(?:degrees\s*)?[cf]\b|\bgas\s*(?:mark\s*)?\d/;

/** What the method bakes is no class that is never heated, whatever it is chilled for afterwards. */
const BAKED = /\bbak(?:e|ed|ing)\b(?! (?:powder|soda|tray|sheet|tin|pan|dish|paper|parchment|beans))|\b(?:oven|preheat)/;
const CHILLED = /\b(?:fridge|refrigerat\w*|chill(?:ed|ing)?|freez(?:e|er|ing)(?! (?:for later|leftovers|the rest|what is left|any)))\b/;

/** What is cooked in a pan or on a plate, side by side. */
const FRIED = /\b(?:fr(?:y|ies|ied|ying)|griddle\w*|skillet|(?:hot|dry|buttered|oiled) (?:frying )?pan|(?:each|both|per|other) sides?|min(?:ute)?s? a side)\b/;

const OVEN_AT = '(?:(?:1[4-9]\\d|2[0-5]\\d)\\s*(?:°\\s*)?(?:c|degrees)?|(?:3\\d\\d|4[0-7]\\d)\\s*(?:°\\s*)?f?)\\s*(?:fan|conv(?:ection)?)?';
const SO_LONG = '\\d{1,3}(?:\\s*(?:-|–|to)\\s*\\d{1,3})?\\s*(?:min|hour|hr)';
/** "170 fan 22 mins", "350F, 40-45 minutes", "25 min at 180": the oven in short, without its name. */
const OVEN_IN_SHORT = new RegExp(`\\b(?:${OVEN_AT}[\\s,/]+(?:for\\s+|about\\s+)*${SO_LONG}|${SO_LONG}[a-z]*\\.?\\s*(?:at|@)\\s*${OVEN_AT}(?!\\d))`, 'i');

/** Where a text begins to give the oven in short; -1 where it does not, and for a pan that is as hot. */
export function ovenInShort(text: string): number {
  return FRIED.test(text.toLowerCase()) ? -1 : text.search(OVEN_IN_SHORT);
}

interface HeatTold {
  readonly text: string;
  readonly isCooked: boolean;
  /** Cooked in the oven. */
  readonly isBaked: boolean;
  /** Fried, and baked nowhere. */
  readonly isOnlyFried: boolean;
  /** Chilled until it sets, and cooked nowhere. */
  readonly isOnlyChilled: boolean;
  readonly isSaid: boolean;
}

const methods = new WeakMap<readonly string[], HeatTold>();

/** What a method tells of heat, looked up once: an edit of grams leaves it as it is. */
export function heatTold(method: readonly string[]): HeatTold {
  const known = methods.get(method);
  if (known !== undefined) return known;
  const text = method.join(' ').toLowerCase();
  const plain = text.replace(NOT_COOKED, ' ');
  const isBaked = BAKED.test(plain) || ovenInShort(plain) >= 0;
  const isCooked = isBaked || COOKED.test(plain);
  const fresh = {
    text,
    isCooked,
    isBaked,
    isOnlyFried: !isBaked && FRIED.test(plain),
    isOnlyChilled: !isCooked && CHILLED.test(plain),
    isSaid: plain.trim() !== '',
  };
  methods.set(method, fresh);
  return fresh;
}

/**
 * Whether what is in it reaches the plate unheated: a class that nothing heats, unless the method says that it is cooked; a
 * baked class never. Without a class the method alone can tell; without either it counts as heated, and the words for a raw
 * mix are said.
 */
export function isEatenUnheated(product: ProductClass | undefined, method: readonly string[]): boolean {
  const { isCooked, isSaid } = heatTold(method);
  return !isCooked && (product ? product.heat === 'none' : isSaid);
}

/** Where it is heated: as its class is, nowhere if the method says so, in the oven if nobody said what it is and the method bakes it; undefined where neither tells. */
export function heatOf(product: ProductClass | undefined, method: readonly string[]): ProductClass['heat'] | undefined {
  if (isEatenUnheated(product, method)) return 'none';
  return product ? product.heat : heatTold(method).isBaked ? 'oven' : undefined;
}
