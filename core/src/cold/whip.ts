import type { Food, Larder } from '../food';
import { type ColdSetup, type Part } from '../formula';
import { AT, addTimes, bringsPerGram, consistencyWord, noSums, readSum, scaleOfSums, type Sums, sweetnessPer100g } from '../role';
import { MOST_FOAM } from '../vessel';
import { FOAM_WORDS, foamOf, type Poured } from './foam';

/** What the simulation needs of a setup. */
export type WhipSetup = Pick<ColdSetup, 'mixer' | 'bowlMl' | 'liquidFirst' | 'splashes'>;

export type FoamFactor = 'protein' | 'gum' | 'thickness' | 'fat' | 'liquid' | 'draining';

/** How the bowl stands at one point. */
export interface WhipState {
  readonly after: string;
  readonly massG: number;
  /** Likely volume, and least and most. */
  readonly volumeMl: number;
  readonly lowMl: number;
  readonly highMl: number;
  readonly overrunPercent: number;
  readonly fits: boolean;
  readonly sweetnessPer100Ml: number;
  readonly proteinPer100Ml: number;
  /** Gum in per cent of the water. */
  readonly gumPercent: number;
  readonly mouthfeel: string;
  readonly thickness: string;
  /** Hours that it stands, two at the most: longer it is not left out either. */
  readonly standsH: number;
  /** What of the most overrun each of these leaves, 0 to 1. */
  readonly factors: Readonly<Record<FoamFactor, number>>;
  /** Rules of practice that act here, in words. */
  readonly acts: readonly string[];
}

/** House values of the model, from the rules of practice: see docs/science.md. */
const MODEL = {
  /** Most overrun that a stand mixer gets, per cent. */
  mostOverrun: 320,
  /** Protein that holds, in grams per 100 g of water, at which it no longer limits. */
  proteinEnough: 7,
  /** What a foam loses whose protein all drains. */
  drainingBreaks: 0.7,
  /** Gum in per cent of water at which it no longer limits, and from which it weighs the foam down. */
  gumEnough: 1.4,
  gumMuch: 3.5,
  fatHalves: 4,
  /** Loss where all the liquid is in before the mixer starts. */
  tooEarly: 0.35,
  handNeeds: 2,
  spread: 0.25,
} as const;

/** The most overrun that a mixer gets, per cent, before each factor takes of it. */
export const MOST_OVERRUN = MODEL.mostOverrun;

/** What takes air away from the most that a mixer gets in, in words. House model. */
export const FOAM_FACTORS: readonly { readonly key: FoamFactor; readonly name: string; readonly source: string }[] = [
  {
    key: 'protein',
    name: 'Protein that foams',
    source: `full from ${MODEL.proteinEnough} g of ${FOAM_WORDS.proteins}, in 100 g of water; ${FOAM_WORDS.weakProteins} of it`,
  },
  {
    key: 'gum',
    name: 'Gum that holds',
    source: `full from ${MODEL.gumEnough} % of the water; ${FOAM_WORDS.gums}; a hand mixer wants ${MODEL.handNeeds} times as much`,
  },
  { key: 'thickness', name: 'Thickness before whipping', source: 'neither soup nor paste takes up air' },
  { key: 'fat', name: 'Fat', source: `each ${MODEL.fatHalves} % of fat halves it` },
  { key: 'liquid', name: 'Liquid before whipping', source: `all of it at once takes ${MODEL.tooEarly * 100} % away` },
  { key: 'draining', ...FOAM_WORDS.draining },
];

/** Air goes into what is neither soup nor paste: 0 to 1 by the place on the spoon scale. */
function byThickness(scale: number): number {
  if (scale <= 0.2 || scale >= 3.95) return 0.05;
  if (scale < 1.3) return 0.05 + (0.95 * (scale - 0.2)) / 1.1;
  return scale <= 3.1 ? 1 : 0.05 + (0.95 * (3.95 - scale)) / 0.85;
}

/**
 * What the gum feels like, by its grams in 100 mL of foam: air spreads it, so that a bowl bears several times the 1 % of water
 * from which a sauce is slimy [common practice: 2.5 to 5 g of each gum for 225 g of yogurt and a scoop]. House values.
 */
function mouthfeelOf(gumPer100Ml: number): string {
  if (gumPer100Ml < 0.08) return 'airy, weeps soon';
  if (gumPer100Ml < 0.3) return 'light';
  if (gumPer100Ml < 0.8) return 'thick and creamy';
  return gumPer100Ml < 1.3 ? 'gummy' : 'slimy';
}

function stateOf(after: string, parts: readonly Poured[], setup: WhipSetup, earlyLoss: number): WhipState {
  const sums: Sums = noSums();
  for (const { food, massG } of parts) addTimes(sums, bringsPerGram(food), massG);
  sums[AT.foamG] = 0;
  const [massG, waterG] = [readSum(sums, AT.massG), readSum(sums, AT.allWaterG)];
  const foam = foamOf(parts);
  const gumPercent = waterG > 0 ? (foam.gumG * 100) / waterG : 0;
  const effective = setup.mixer === 'hand' ? gumPercent / MODEL.handNeeds : gumPercent;
  const scale = scaleOfSums(sums) ?? 0;
  const fatPercent = massG > 0 ? (readSum(sums, AT.fatG) * 100) / massG : 0;
  const protein = waterG > 0 ? Math.min((foam.proteinG * 100) / waterG / MODEL.proteinEnough, 1) : 0;
  const gum = foam.gumHolds * Math.min(effective / MODEL.gumEnough, 1) * (effective > MODEL.gumMuch ? MODEL.gumMuch / effective : 1);
  const factors = {
    protein,
    gum: 0.15 + 0.85 * gum,
    thickness: byThickness(scale),
    fat: 2 ** (-fatPercent / MODEL.fatHalves),
    liquid: 1 - earlyLoss,
    draining: 1 - MODEL.drainingBreaks * foam.drainingShare,
  };
  const overrunPercent = FOAM_FACTORS.reduce<number>((overrun, { key }) => overrun * factors[key], MODEL.mostOverrun);
  const mixMl = readSum(sums, AT.volumeMl);
  const volumeMl = mixMl * (1 + overrunPercent / 100);
  const per100Ml = (grams: number): number => (volumeMl > 0 ? (grams * 100) / volumeMl : 0);
  const acts = [
    ...foam.says,
    earlyLoss > 0.05 ? 'Much liquid before whipping: it takes up less air.' : '',
    setup.mixer === 'hand' && gumPercent / MODEL.handNeeds < MODEL.gumEnough ? 'A hand mixer wants about twice the gum, and more time.' : '',
    scale > 3.25 ? 'Too stiff to take up air: a splash of liquid opens it.' : '',
    scale < 1 && massG > 0 ? 'Too thin to hold air: it runs back.' : '',
    fatPercent > 4 ? 'Fat breaks the foam.' : '',
    gumPercent < 0.4 ? 'Hardly any gum: it falls within the hour.' : '',
  ].filter(Boolean);
  return {
    after,
    massG,
    volumeMl,
    lowMl: mixMl + (volumeMl - mixMl) * (1 - MODEL.spread),
    highMl: mixMl + (volumeMl - mixMl) * (1 + MODEL.spread),
    overrunPercent,
    fits: volumeMl <= setup.bowlMl * MOST_FOAM,
    sweetnessPer100Ml: per100Ml((sweetnessPer100g(sums) * massG) / 100),
    proteinPer100Ml: per100Ml(readSum(sums, AT.proteinG)),
    gumPercent,
    mouthfeel: mouthfeelOf(per100Ml(foam.gumG)),
    thickness: massG > 0 ? consistencyWord(scale) : 'nothing yet',
    standsH: 2 * Math.min(effective / MODEL.gumEnough, 1) * foam.gumStands * (1 - 0.75 * foam.drainingShare),
    factors,
    acts,
  };
}

function isPoured(food: Food): boolean {
  return food.kind === 'liquid' || food.kind === 'plant-drink' || (food.kind === 'dairy' && food.thirst?.basis === 'dissolves');
}

/**
 * A whipped bowl step by step: first with the share of its liquid that goes in before the mixer starts, then with the rest, then
 * after each splash. Each state is what the bowl would come to if it were whipped through there. House model, an estimate:
 * it says which way each step moves the volume, the taste and the thickness, so that the best point is found before whipping.
 */
export function whip(part: Part, setup: WhipSetup, larder: Larder): readonly WhipState[] {
  const all = part.lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food && line.massG ? [{ food, massG: line.massG }] : [];
  });
  const first = Math.min(Math.max(setup.liquidFirst, 0), 1);
  const early = all.map(({ food, massG }) => ({ food, massG: isPoured(food) ? massG * first : massG }));
  const loss = MODEL.tooEarly * Math.max(first - 0.5, 0) * 2;
  const states = [stateOf('with the first of the liquid', early, setup, loss)];
  if (first < 1 && all.some(({ food }) => isPoured(food))) states.push(stateOf('with the rest of the liquid, slowly', all, setup, loss));
  let parts = all;
  for (const { foodId, massG } of setup.splashes) {
    const food = larder.foods.get(foodId);
    if (!food || massG <= 0) continue;
    parts = [...parts, { food, massG }];
    states.push(stateOf(`after ${Math.round(massG)} g more ${food.name.toLowerCase()}`, parts, setup, loss));
  }
  return states;
}

/** How much more of a liquid, grams, and what the bowl then comes to. */
export interface Filling {
  readonly massG: number;
  readonly volumeMl: number;
  /** The bowl is full with it; else this is as far as it rises before more liquid lowers it again. */
  readonly fills: boolean;
}

/** Liquid is looked for by so many grams, up to so many. */
const [FILL_STEP_G, MOST_FILLED_G] = [5, 2000];

/** How much more of a food fills a bowl of `setup.bowlMl`, the mixer's room for the whisk left free; undefined where it is full already or nothing more lifts it. */
export function fillBowl(part: Part, setup: WhipSetup, foodId: string, larder: Larder): Filling | undefined {
  const room = setup.bowlMl * MOST_FOAM;
  const volumeWith = (massG: number): number => whip(part, { ...setup, splashes: [...setup.splashes, { foodId, massG }] }, larder).at(-1)?.volumeMl ?? 0;
  let best: Filling = { massG: 0, volumeMl: whip(part, setup, larder).at(-1)?.volumeMl ?? 0, fills: false };
  if (best.volumeMl >= room) return undefined;
  for (let massG = FILL_STEP_G; massG <= MOST_FILLED_G; massG += FILL_STEP_G) {
    const volumeMl = volumeWith(massG);
    // The last that still fits; where the very first is too much, the bowl is as good as full.
    if (volumeMl >= room) return massG > FILL_STEP_G ? { massG: massG - FILL_STEP_G, volumeMl: volumeWith(massG - FILL_STEP_G), fills: true } : undefined;
    if (volumeMl > best.volumeMl) best = { massG, volumeMl, fills: false };
  }
  return best.massG > 0 ? best : undefined;
}
