import { type Food } from '../food';

/** A weighed food in a mix; `melted` makes a solid fat flow. */
export interface Measured {
  readonly food: Food;
  readonly massG: number;
  readonly melted?: boolean;
}

export type Consistency =
  | {
      readonly kind: 'reckoned';
      /** Fluid over what holds it, capped at 12. */
      readonly hydration: number;
      /** Spoon scale, 0 pours like milk to 4 short and crumbly. */
      readonly scale: number;
      readonly word: string;
      /** Names of foods whose thirst nobody has told us; they were left out. */
      readonly unknownThirst: readonly string[];
    }
  | { readonly kind: 'not-reckoned'; readonly lacks: 'liquid' | 'thirst'; readonly words: string };

/** House model constants, see docs/science.md. */
const FLUID_OF_DISSOLVED = 0.3;
const FLUID_OF_LIQUID_FAT = 0.2;
const HOLD_OF_SOLID = 0.1;
const SUGAR_PER_WATER = 2;
const MOST_HYDRATION = 12;

/** Classes of the spoon scale, half a step apart [house model; anchors: Bennion & Scheule, Introductory Foods, from memory]. */
export const CONSISTENCY_WORDS: readonly string[] = [
  'pours like milk',
  'pours like cream',
  'pours',
  'pours slowly and ribbons',
  'drops in blobs',
  'holds on the spoon',
  'scoops or rolls soft',
  'stiff dough or paste',
  'short, crumbly or dry',
];

export const SCALE_MOST = 4;

/** Water, sugars, fats and thirst of a mix, in grams: what the consistency is reckoned from. */
export interface Moisture {
  readonly waterG: number;
  readonly sugarsG: number;
  readonly liquidFatG: number;
  readonly solidFatG: number;
  /** Water the dry foods can hold. */
  readonly heldG: number;
}

const DRY: Moisture = { waterG: 0, sugarsG: 0, liquidFatG: 0, solidFatG: 0, heldG: 0 };

/** Sugars that dissolve into the fluid: sugars, polyols and allulose. */
function dissolvingSugars(food: Food): number {
  const { sugarsG = 0, polyolsG = 0, alluloseG = 0 } = food.per100g;
  return sugarsG + polyolsG + alluloseG;
}

/** What one weighed food brings to the mix; nothing where its thirst is unknown. */
export function moistureOf({ food, massG, melted }: Measured): Moisture {
  const thirst = food.thirst;
  if (!thirst || thirst.basis === 'inert') return DRY;
  const share = massG / 100;
  if (thirst.basis === 'mass') return { ...DRY, heldG: thirst.gPerG * massG };
  const waterG = (food.per100g.waterG ?? 0) * share;
  if (thirst.basis === 'dryMatter') return { ...DRY, waterG, heldG: thirst.gPerG * (massG - waterG) };
  const fatG = (food.per100g.fatG ?? 0) * share;
  const flows = food.fat === 'liquid' || melted === true;
  return { waterG, sugarsG: dissolvingSugars(food) * share, liquidFatG: flows ? fatG : 0, solidFatG: flows ? 0 : fatG, heldG: 0 };
}

function sumMoisture(parts: readonly Moisture[]): Moisture {
  let [waterG, sugarsG, liquidFatG, solidFatG, heldG] = [0, 0, 0, 0, 0];
  for (const part of parts) {
    waterG += part.waterG;
    sugarsG += part.sugarsG;
    liquidFatG += part.liquidFatG;
    solidFatG += part.solidFatG;
    heldG += part.heldG;
  }
  return { waterG, sugarsG, liquidFatG, solidFatG, heldG };
}

/**
 * h = (water + 0.3 dissolved sugars + 0.2 liquid fat) / (sum of thirsts + 0.1 (solid fat + undissolved sugars)).
 * Sugars dissolve up to 2 g per gram of water. House model.
 */
export function hydrationOf(moisture: Moisture): number {
  const dissolvedG = Math.min(moisture.sugarsG, SUGAR_PER_WATER * moisture.waterG);
  const fluidG = moisture.waterG + FLUID_OF_DISSOLVED * dissolvedG + FLUID_OF_LIQUID_FAT * moisture.liquidFatG;
  const holdingG = moisture.heldG + HOLD_OF_SOLID * (moisture.solidFatG + moisture.sugarsG - dissolvedG);
  return holdingG > 0 ? Math.min(fluidG / holdingG, MOST_HYDRATION) : MOST_HYDRATION;
}

/** Spoon scale from hydration: s = 3.0 - 1.5 ln h, held to 0..4. House model. */
export function scaleOf(hydration: number): number {
  const scale = 3 - 1.5 * Math.log(Math.max(hydration, 1e-6));
  return Math.min(Math.max(scale, 0), SCALE_MOST);
}

/** The class word nearest to a place on the spoon scale (0..4). */
export function consistencyWord(scale: number): string {
  const step = Math.round(Math.min(Math.max(scale, 0), SCALE_MOST) * 2);
  return CONSISTENCY_WORDS[step] ?? '';
}

/**
 * How thick a mix is five minutes after mixing. Foods of unknown thirst are left out and named. Says what it lacks
 * where there is no liquid, or nothing that holds liquid. Gums act as binders and are not counted here.
 * Example: 125 g plain flour and 237 g water, a cup of each, gives scale 1.3, "pours slowly and ribbons".
 */
export function consistencyOf(mix: readonly Measured[]): Consistency {
  const moisture = sumMoisture(mix.map(moistureOf));
  const unknownThirst = mix.filter((part) => !part.food.thirst && part.massG > 0).map((part) => part.food.name);
  if (moisture.heldG <= 0) {
    return { kind: 'not-reckoned', lacks: 'thirst', words: 'Nothing here holds liquid (no flour, powder, puree or egg), so thickness is not reckoned.' };
  }
  if (moisture.waterG <= 0) {
    return { kind: 'not-reckoned', lacks: 'liquid', words: 'There is no water in this mix, so thickness is not reckoned.' };
  }
  const hydration = hydrationOf(moisture);
  const scale = scaleOf(hydration);
  return { kind: 'reckoned', hydration, scale, word: consistencyWord(scale), unknownThirst };
}

const MOST_SEARCHED_G = 1e5;

/**
 * Grams of a food to add (or, negative, to take away, at most `availableG` of it) so that the mix reaches a hydration.
 * Undefined where no amount of that food can do it. House model; bisection to 0.01 g.
 */
export function massForHydration(mix: readonly Measured[], target: number, food: Food, availableG = 0): number | undefined {
  const base = sumMoisture(mix.map(moistureOf));
  const per1 = moistureOf({ food, massG: 1 });
  const at = (x: number): number =>
    hydrationOf({
      waterG: base.waterG + per1.waterG * x,
      sugarsG: base.sugarsG + per1.sugarsG * x,
      liquidFatG: base.liquidFatG + per1.liquidFatG * x,
      solidFatG: base.solidFatG + per1.solidFatG * x,
      heldG: base.heldG + per1.heldG * x,
    }) - target;
  let low = -availableG;
  let high = base.heldG > 0 ? Math.min(MOST_SEARCHED_G, 20 * (base.heldG + base.waterG) * Math.max(1, target)) : 0;
  const [atLow, atHigh] = [at(low), at(high)];
  if (atLow * atHigh > 0) return undefined;
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (at(middle) * atLow > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
