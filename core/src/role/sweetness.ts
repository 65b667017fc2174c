import table from '@fellmist/language/sweeteners.json' with { type: 'json' };
import { type Intense, INTENSE } from '../food';
import { AT, read, type Sums } from './brings';
import { givenOf, type Role } from './describe';
import { erythritolHeld } from './freezing';

/** An intense sweetener: its curve by the mg/L at which half of the most is reached, or by how many times as sweet as sugar it is at 5 %. */
interface Known {
  readonly name: string;
  /** The most it can give, in per cent sucrose. */
  readonly mostPercent: number;
  readonly halfMgPerL?: number;
  readonly timesSugar?: number;
}

const KNOWN: Readonly<Record<Intense, Known>> = table.intense;

interface Curve {
  readonly mostPercent: number;
  readonly halfMgPerL: number;
}

/** R = Rm C/(K + C), K solved at R = 5 where only the times are known. */
function curveOf({ mostPercent, halfMgPerL, timesSugar = NaN }: Known): Curve {
  return { mostPercent, halfMgPerL: halfMgPerL ?? (50_000 / timesSugar) * (mostPercent / 5 - 1) };
}

/** Sweetness of intense sweeteners in water, R = Rm C/(K + C) [DuBois et al. 1991, ACS Symposium Series 450]; constants in data/language/sweeteners.json. */
const CURVES = Object.fromEntries(INTENSE.map((one) => [one, curveOf(KNOWN[one])])) as Readonly<Record<Intense, Curve>>;

/** Sweetness in per cent sucrose of an intense sweetener at mg/L. Example: 83 mg/L of sucralose is as 5 % sugar. */
export function intenseSweetness(sweetener: Intense, mgPerL: number): number {
  const { mostPercent, halfMgPerL } = CURVES[sweetener];
  return (mostPercent * mgPerL) / (halfMgPerL + mgPerL);
}

/** The most one intense sweetener can give, in per cent sucrose, however much is put in. */
export function sweetnessCeiling(sweetener: Intense): number {
  return CURVES[sweetener].mostPercent;
}

export interface Sweetness {
  /** Grams of sucrose that would be as sweet, in the whole mix. */
  readonly sucroseG: number;
  /** Of these, from sugars and polyols. */
  readonly bulkG: number;
  /** The same per 100 g of the mix. */
  readonly per100g: number;
  /** Intense sweeteners at nine tenths of all they can give: more of them adds next to nothing. */
  readonly atCeiling: readonly Intense[];
  /** Grams of foods whose sugars nobody knows; they count nothing. */
  readonly unknownG: number;
}

/** A share more or less of a sweetness is just noticed, and never less than this many grams in 100 g. House values. */
export const SWEETNESS_NOTICED = { share: 0.1, leastG: 0.5 } as const;

/** Share of its ceiling from which an intense sweetener counts as spent. House value. */
const SPENT = 0.9;

const PLACES = INTENSE.map((one) => ({ one, at: AT[one] }));

/** Sweetness of the intense sweeteners of a mix in per cent sucrose, unlike ones added: a mouthful is tasted as if dissolved in its own weight. House model. */
function intensePercent(sums: Sums, massG: number): number {
  let percent = 0;
  for (const { one, at } of PLACES) {
    const grams = read(sums, at);
    if (grams > 0) percent += intenseSweetness(one, (grams * 1e6) / massG);
  }
  return percent;
}

/** Grams of sucrose per 100 g of mix that would be as sweet; 0 for a mix that weighs nothing. */
export function sweetnessPer100g(sums: Sums): number {
  const massG = read(sums, AT.massG);
  return massG > 0 ? (read(sums, AT.bulkSweetG) * 100) / massG + intensePercent(sums, massG) : 0;
}

/** Grams of sugar that a line is as sweet as in a mix: of an intense sweetener its share of what all of that gives. */
function sweetnessOfLine(line: Sums, whole: Sums): number {
  const massG = read(whole, AT.massG);
  let sucroseG = read(line, AT.bulkSweetG);
  for (const { one, at } of PLACES) {
    const [mine, all] = [read(line, at), read(whole, at)];
    if (mine > 0 && massG > 0) sucroseG += (((intenseSweetness(one, (all * 1e6) / massG) * massG) / 100) * mine) / all;
  }
  return sucroseG;
}

export const SWEETNESS: Role = {
  name: 'Sweetness',
  ends: ['plain', 'very sweet'],
  strains: ['less sweet', 'too sweet'],
  low: 0,
  high: 45,
  unit: 'g of sugar in 100 g',
  digits: 1,
  noticedLeast: 0.7,
  noticedShare: SWEETNESS_NOTICED.share,
  plainBelow: 4,
  leastG: 0.01,
  tells: 1,
  follows: { share: 0.2, least: 1.5 },
  aimsAtOriginal: true,
  measure: sweetnessPer100g,
  given: (line, whole) => givenOf(sweetnessOfLine(line, whole), { amount: sweetnessOfLine(line, whole), unit: 'g as sugar', digits: 2 }),
  equation: 'each sugar and polyol × its sweetness + Σ Rm C ÷ (K + C) of the intense sweeteners, C in mg a kg of the mix',
  mark: 'M',
  source: 'handbook ranges for bulk sweeteners; DuBois et al. 1991 for the curves, from memory; that a mouthful is tasted as if dissolved in its own weight is a house model',
  values: ['sweetness', ...INTENSE],
};

const NONE: readonly Intense[] = [];

function atCeiling(sums: Sums, massG: number): readonly Intense[] {
  let spent: Intense[] | undefined;
  for (const { one, at } of PLACES) {
    const grams = read(sums, at);
    if (grams > 0 && intenseSweetness(one, (grams * 1e6) / massG) >= SPENT * sweetnessCeiling(one)) (spent ??= []).push(one);
  }
  return spent ?? NONE;
}

/**
 * How sweet a mix is: bulk sweeteners by mass, intense ones by their concentration in it, unlike sweeteners added.
 * Undefined for a mix that weighs nothing.
 */
export function sweetnessOf(sums: Sums): Sweetness | undefined {
  const massG = read(sums, AT.massG);
  if (massG <= 0) return undefined;
  const per100g = sweetnessPer100g(sums);
  return { sucroseG: (per100g * massG) / 100, bulkG: read(sums, AT.bulkSweetG), per100g, atCeiling: atCeiling(sums, massG), unknownG: read(sums, AT.unknownSugarsG) };
}

/** Share of a mouthful from which erythritol cools the tongue [common practice]. */
const COOLS_FROM = 0.1;

interface Bitter {
  readonly name: string;
  readonly of: readonly Intense[];
  /** Shares of the most it can give from which it is noticed, and from which most people mind. */
  readonly from: number;
  readonly much: number;
  readonly tastes: string;
}

const BITTER = table.bitter as readonly Bitter[];

/** What sweeteners taste of beside sweet at this dose, those that tell; one that is spent is told as such. */
function bitterness(sums: Sums, massG: number, spent: readonly Intense[]): readonly SweetenerWarning[] {
  return BITTER.flatMap(({ name, of, from, much, tastes }): readonly SweetenerWarning[] => {
    const gives = of.reduce((sum, one) => sum + intenseSweetness(one, (read(sums, AT[one]) * 1e6) / massG), 0);
    const share = gives / Math.max(...of.map(sweetnessCeiling));
    if (share < from || of.some((one) => spent.includes(one))) return [];
    const [how, to] = share < much ? ['a little ', 'some'] : ['', 'most'];
    return [
      {
        kind: 'bitter',
        words: `So much ${name} tastes ${how}${tastes} to ${to}: it is as sweet here as ${gives.toFixed(0)} % sugar would be. Another sweetener for part of it hides that.`,
      },
    ];
  });
}

export interface SweetenerWarning {
  readonly kind: 'sandy' | 'cooling' | 'bitter' | 'ceiling';
  readonly words: string;
}

/**
 * What sweeteners will do when the mix is eaten at `servedC`, °C: erythritol that its water cannot hold turns sandy, much of
 * it cools, one that turns bitter by the dose is said, and an intense sweetener at its ceiling adds no more.
 */
export function sweetenerWarnings(sums: Sums, servedC: number): readonly SweetenerWarning[] {
  const [massG, waterG, erythritolG] = [read(sums, AT.massG), read(sums, AT.allWaterG), read(sums, AT.erythritolG)];
  const warnings: SweetenerWarning[] = [];
  const keepsG = (waterG * erythritolHeld(servedC)) / 100;
  if (erythritolG > 1 && erythritolG > keepsG) {
    warnings.push({
      kind: 'sandy',
      words: `At ${servedC} °C the water holds about ${Math.round(keepsG)} g of the ${Math.round(erythritolG)} g of erythritol: the rest turns sandy. Put allulose or another sweetener for part of it.`,
    });
  }
  if (massG > 0 && erythritolG / massG > COOLS_FROM) {
    warnings.push({ kind: 'cooling', words: `Erythritol is ${Math.round((erythritolG * 100) / massG)} % of it: above about 10 % it cools the tongue.` });
  }
  if (massG <= 0) return warnings;
  const spent = atCeiling(sums, massG);
  warnings.push(...bitterness(sums, massG, spent));
  for (const one of spent) {
    const tastes = BITTER.find(({ of }) => of.includes(one))?.tastes;
    const taste = tastes === undefined ? '' : ` but tastes ${tastes}`;
    warnings.push({ kind: 'ceiling', words: `More ${KNOWN[one].name} adds next to nothing here${taste}: a second, unlike sweetener would.` });
  }
  return warnings;
}
