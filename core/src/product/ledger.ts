import { COLD_ROLES, LEDGER_ROLES, type LedgerRole, type Measures, roleOf } from '../role';
import { outside } from './classFit';
import { type ProductClass } from './productClass';

/** How near every role stays to the original where no class is known. House value. */
const FOLLOWS_UNCLASSED = { share: 0.3, times: 2 };

/** What lies outside what its class wants may change by such a share of itself before anyone speaks of it. House value. */
const SLACK = 0.1;

export interface WantedBand {
  readonly low: number;
  readonly high: number;
  readonly reason: string;
}

export interface LedgerRow {
  readonly role: LedgerRole;
  readonly original: number | undefined;
  /** What the original would be as this household likes it; the original itself where nothing else is known. */
  readonly liked?: number | undefined;
  readonly rebuild: number | undefined;
  readonly band: WantedBand | undefined;
  readonly state: 'in' | 'low' | 'high' | 'unknown';
  /** Widths of the band by which the rebuild lies outside; 0 inside. */
  readonly off: number;
  /** Whether the baker saw it out of its band and said to leave it. */
  readonly left: boolean;
}

function nearOriginal(role: LedgerRole, original: number, isClassed: boolean): { readonly low: number; readonly high: number } | undefined {
  if (COLD_ROLES.includes(role) && !isClassed) return undefined;
  const { follows, noticedLeast, runsBelowZero } = roleOf(role);
  if (!follows && isClassed) return undefined;
  const reach = follows
    ? Math.max(follows.share * Math.abs(original), follows.least)
    : Math.max(FOLLOWS_UNCLASSED.share * Math.abs(original), FOLLOWS_UNCLASSED.times * noticedLeast);
  const [low, high] = [original - reach, original + reach];
  // Acid and soda in balance are never a fault, whatever the original left over.
  return runsBelowZero ? { low: Math.min(low, 0), high: Math.max(high, 0) } : { low, high };
}

/**
 * What is wanted of a role: what the class wants, drawn in towards the original where the role should follow it, and
 * stretched to hold the original where that lies outside the class (a treat somebody likes is right as it is). Undefined
 * where nothing is known to aim at.
 */
export function wantedBand(role: LedgerRole, original: number | undefined, product: ProductClass | undefined): WantedBand | undefined {
  const band = bandAround(role, original, product);
  const { plainBelow } = roleOf(role);
  // What nobody calls sweet may be less so.
  return band && original !== undefined && plainBelow !== undefined && original < plainBelow ? { ...band, low: 0 } : band;
}

function bandAround(role: LedgerRole, original: number | undefined, product: ProductClass | undefined): WantedBand | undefined {
  const band = product?.bands[role];
  const floor = roleOf(role).runsBelowZero ? -Infinity : 0;
  if (original === undefined) return band && { low: band.low, high: band.high, reason: band.reason };
  const near = nearOriginal(role, original, product !== undefined);
  if (!band) return near && { ...near, low: Math.max(near.low, floor), reason: 'near the original' };
  const { aimsAtOriginal, noticedLeast } = roleOf(role);
  if (original < band.low || original > band.high) {
    const slack = aimsAtOriginal ? noticedLeast : Math.max(noticedLeast, SLACK * Math.abs(original));
    return {
      low: Math.min(band.low, Math.max(original - slack, floor)),
      high: Math.max(band.high, original + slack),
      reason: `${band.reason} The original lies outside what is usual, so the band reaches to it.`,
    };
  }
  if (!near) return { low: band.low, high: band.high, reason: band.reason };
  return { low: Math.max(band.low, near.low), high: Math.min(band.high, near.high), reason: `${band.reason} Kept near the original.` };
}

/** How much of a role of the original a household likes, by role; one where it is not there. */
export type Liking = Readonly<Partial<Record<LedgerRole, number>>>;

/** Liked as it is. */
const AS_IT_IS: Liking = {};

const likedOf = (role: LedgerRole, original: Measures, liking: Liking): number | undefined => {
  const measure = original[role];
  return measure === undefined ? undefined : measure * (liking[role] ?? 1);
};

/** Widths of a band by which a role may lie outside before anyone speaks of it. House value. */
const HARDLY = 0.02;

/** The bands wanted last: an original and its class stay while a rebuild is worked on. */
let last:
  | { readonly original: Measures; readonly product: ProductClass | undefined; readonly liking: Liking; readonly bands: Readonly<Partial<Record<LedgerRole, WantedBand>>> }
  | undefined;

function bandsFor(original: Measures, product: ProductClass | undefined, liking: Liking): Readonly<Partial<Record<LedgerRole, WantedBand>>> {
  if (last?.original === original && last.product === product && last.liking === liking) return last.bands;
  const bands: Partial<Record<LedgerRole, WantedBand>> = {};
  for (const role of LEDGER_ROLES) {
    const band = wantedBand(role, likedOf(role, original, liking), product);
    if (band) bands[role] = band;
  }
  last = { original, product, liking, bands };
  return bands;
}

const WARM_ROLES = LEDGER_ROLES.filter((role) => !COLD_ROLES.includes(role));

/** Roles of what is frozen come first where they are asked for, and not at all elsewhere. */
function rolesOf(bands: Readonly<Partial<Record<LedgerRole, WantedBand>>>): readonly LedgerRole[] {
  const cold = COLD_ROLES.filter((role) => bands[role]);
  return cold.length > 0 ? [...cold, ...WARM_ROLES] : WARM_ROLES;
}

/** The ledger: for each role original, rebuild, what is wanted, and whether the rebuild is there. */
export function ledgerOf(original: Measures, rebuild: Measures, product: ProductClass | undefined, liking: Liking = AS_IT_IS): readonly LedgerRow[] {
  const bands = bandsFor(original, product, liking);
  return rolesOf(bands).map((role): LedgerRow => {
    const [before, now, band, liked] = [original[role], rebuild[role], bands[role], likedOf(role, original, liking)];
    if (now === undefined || !band) return { role, original: before, liked, rebuild: now, band, state: 'unknown', off: 0, left: false };
    const tolerance = HARDLY * (band.high - band.low);
    const state = now < band.low - tolerance ? 'low' : now > band.high + tolerance ? 'high' : 'in';
    return { role, original: before, liked, rebuild: now, band, state, off: state === 'in' ? 0 : outside(now, band.low, band.high), left: false };
  });
}
