import table from '@fellmist/language/sweeteners.json' with { type: 'json' };
import { type Country, type Larder } from '../food';
import { countedParts, eatenShare, type Formula, sumsOfPart } from '../formula';
import { AT, readSum } from '../role';

interface DailyLimit {
  readonly name: string;
  /** Milligrams of what is limited in a milligram of each. */
  readonly of: Readonly<Record<string, number>>;
  readonly mgPerKg: Readonly<Partial<Record<Country, number>>>;
  readonly source: string;
}

/** What a portion brings of a sweetener that has a daily limit. */
export interface DailyShare {
  readonly name: string;
  readonly mg: number;
  /** Acceptable daily intake, mg a kg of body weight. */
  readonly mgPerKg: number;
  /** Of the day's limit for the body weight given, 0 and up. */
  readonly share: number;
  readonly source: string;
}

/** The body weight that EFSA reckons an adult with, kg (EFSA 2012, guidance on default values, from memory). */
export const USUAL_BODY_KG = 70;

const DAILY = table.limits as unknown as readonly DailyLimit[];
const PLACES: Readonly<Record<string, number | undefined>> = { ...AT, erythritol: AT.erythritolG };

function at(name: string): number {
  const place = PLACES[name];
  if (place === undefined) throw new Error(`sweeteners.json limits "${name}", which no food brings: name an intense sweetener's role or erythritol.`);
  return place;
}

const PLACED = DAILY.map((limit) => ({ limit, parts: Object.entries(limit.of).map(([name, times]) => ({ place: at(name), times })) }));

/**
 * What one of `portions` of a formula brings of each sweetener that has a daily limit where the household lives, and the share
 * of that limit for a body of `bodyKg`; those that it does not hold are left out. How much powders and packs carry is an
 * estimate, so this is one. Amounts are of the counted parts, what stays behind in the dish left out.
 */
export function dailyShares(formula: Formula, portions: number, larder: Larder, country: Country, bodyKg = USUAL_BODY_KG): readonly DailyShare[] {
  if (!(portions > 0) || !(bodyKg > 0)) return [];
  const parts = countedParts(formula).map((part) => {
    const sums = sumsOfPart(part, larder);
    return { sums, share: eatenShare(part, readSum(sums, AT.massG)) };
  });
  return PLACED.flatMap(({ limit: { name, mgPerKg, source }, parts: brought }) => {
    const limit = mgPerKg[country];
    const grams = parts.reduce((sum, { sums, share }) => sum + share * brought.reduce((all, { place, times }) => all + times * readSum(sums, place), 0), 0);
    const mg = (grams * 1000) / portions;
    return limit === undefined || mg < 0.5 ? [] : [{ name, mg, mgPerKg: limit, share: mg / (limit * bodyKg), source }];
  });
}
