import { type Larder } from '../food';
import { type Loss, sumsOfPart } from '../formula';
import { combined, type Normal } from '../quantity';
import { AT, fluidAndHolding, hydrationOf, readSum } from '../role';
import { standingOf, type SwapTables, type Worksheet } from '../swap';

/** What was believed, what was seen, and what holds now. */
export interface Learned {
  readonly prior: Normal;
  readonly measured: readonly number[];
  readonly now: Normal;
}

/** From bake to bake a loss differs by two parts in a hundred of what went in. House value. */
const LOSS_SD = 0.02;
/** A loss of more than three times the most that is usual was something else (half of it eaten, a wrong tin): it teaches nothing. House value. */
const MOST_TIMES = 3;

/** What a kind of treat loses in this kitchen: the class's own range is two standard deviations either side; weighed yields shift it. */
export function learnLoss({ low, high }: Loss, told: readonly number[]): Learned & { readonly loss: Loss } {
  const shares = told.filter((share) => share >= 0 && share <= MOST_TIMES * high);
  const prior = { mean: (low + high) / 2, sd: Math.max((high - low) / 4, 0.005) };
  const now = combined(
    prior,
    shares.map((mean) => ({ mean, sd: LOSS_SD })),
  );
  // The next bake differs from the mean as the last ones did from each other.
  const half = shares.length > 0 ? 2 * Math.min(Math.sqrt(now.sd ** 2 + LOSS_SD ** 2), prior.sd) : 2 * prior.sd;
  return { prior, measured: shares, now, loss: { low: Math.max(now.mean - half, 0), high: now.mean + half } };
}

/** One try's sweetness against its original's, and what the tasters said of it, -2 to 2. */
export interface SweetnessTold {
  readonly ratio: number;
  readonly score: number;
}

/**
 * On ln(sweetness over the original's): how far households are from an original, what a step of the scale is worth (a fifth
 * more or less), and how far one try's word may be off. House values; a tenth is just noticed.
 */
const LIKES = { sd: 0.15, step: 0.2, told: 0.15 } as const;

/** How sweet, against originals, this household likes it: ln of the factor. A try that is just right speaks for its own ratio, one that is too sweet for a lower one. */
export function learnSweetness(told: readonly SweetnessTold[]): Learned {
  const prior = { mean: 0, sd: LIKES.sd };
  const measured = told.filter(({ ratio }) => ratio > 0).map(({ ratio, score }) => Math.log(ratio) - LIKES.step * score);
  return {
    prior,
    measured,
    now: combined(
      prior,
      measured.map((mean) => ({ mean, sd: LIKES.told })),
    ),
  };
}

/** Fewer tries say nothing of a household, nor do those whose word may as well be chance. House values. */
const LEAST_TRIES = 3;

/** The factor that is reckoned with: what was learned where it is sure enough, else one. */
export function likedFactor({ measured, now }: Learned): number {
  return measured.length >= LEAST_TRIES && Math.abs(now.mean) > now.sd ? Math.exp(now.mean) : 1;
}

/** On ln(1 + overrun over what is predicted): how far mixers differ, and how far one reading may be off. House values. */
const MIXER = { sd: 0.25, told: 0.1 } as const;

/** What this mixer beats in, against what the model expects: ln of the factor on 1 + overrun. */
export function learnMixer(ratios: readonly number[]): Learned {
  const prior = { mean: 0, sd: MIXER.sd };
  const measured = ratios.filter((ratio) => ratio > 0).map(Math.log);
  return {
    prior,
    measured,
    now: combined(
      prior,
      measured.map((mean) => ({ mean, sd: MIXER.told })),
    ),
  };
}

/** The thickness model is off by a tenth of what holds a mix. House value, from its fit to classic formulas. */
const MODEL_SPREAD = 0.1;
/** A powder that holds less of the mix than this shows too little of itself; a thirst further from what is usual is a mistake elsewhere. House values. */
const [MOST_SPREAD, MOST_SDS] = [0.35, 4] as const;

/** What a try that came out as thick as the original teaches of one food's thirst. */
export interface TryThirst {
  readonly foodId: string;
  readonly gPerG: number;
  /** Relative standard deviation. */
  readonly spread: number;
  readonly powderG: number;
}

/**
 * Thirst of a food (g per g) from a try whose thickness was just right: what held the mix must have been its fluid over the
 * original's hydration; what the others hold is taken off, T = (fluid / h - others) / m. The spread is the model's, a tenth of all that
 * holds, on this food's share of it. Undefined where the food drinks by its dry matter or not at all, holds too little, or the figure is far from what is usual.
 */
export function thirstOfTry(sheet: Worksheet, foodId: string, larder: Larder, tables: SwapTables): TryThirst | undefined {
  const { part } = standingOf(sheet, larder, tables);
  const original = sheet.original.parts.find(({ id }) => id === part?.id) ?? sheet.original.parts[0];
  const food = larder.foods.get(foodId);
  const thirst = food?.thirst;
  const powderG = part?.lines.filter((line) => line.foodId === foodId).reduce((sum, { massG }) => sum + (massG ?? 0), 0) ?? 0;
  // What was soaked or gelled holds by that, not by its own thirst.
  if (part?.lines.some((line) => line.foodId === foodId && line.wetted)) return undefined;
  if (!part || !original || thirst?.basis !== 'mass' || powderG <= 0) return undefined;
  const [sums, wanted] = [sumsOfPart(part, larder), sumsOfPart(original, larder)];
  if (readSum(sums, AT.unknownThirstG) > 0 || readSum(wanted, AT.heldG) <= 0) return undefined;
  const { fluidG, holdingG } = fluidAndHolding(sums, sums);
  const gPerG = (fluidG / hydrationOf(wanted) - (holdingG - thirst.gPerG * powderG)) / powderG;
  const spread = (MODEL_SPREAD * holdingG) / (gPerG * powderG);
  if (!(gPerG > 0) || spread > MOST_SPREAD || Math.abs(gPerG - thirst.gPerG) > MOST_SDS * Math.max(thirst.sd, 0.2 * thirst.gPerG)) return undefined;
  return { foodId, gPerG, spread, powderG };
}
