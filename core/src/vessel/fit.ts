import { type ProductClass } from '../product';
import { type BatterVolume } from './batterVolume';
import { capacityMl, depthCm, isForMixing, placeMl, type Vessel } from './vessel';

/** How full a vessel goes where its class does not say. House value. */
const ANY_FILL: readonly [number, number] = [0.45, 0.9];
/** A blender jar runs over above two thirds, a bowl slops above half; a churn needs room for air. Common practice. */
const USE_FILL: Readonly<Partial<Record<Vessel['use'], readonly [number, number]>>> = { blend: [0.15, 0.67], mix: [0.05, 0.5], churn: [0.3, 0.65], keep: [0.4, 0.95] };
/** A whipped bowl stands in its bowl up to here: the room that the whisk wants. House value. */
export const MOST_FOAM = 0.95;
/** What a band of fill may be missed by before anyone speaks of it: nobody knows a batter's volume better. House value. */
const SLACK = 0.07;
/** A risen dome holds together above the brim up to so much of what the vessel holds, then it runs over. House value. */
const RUNS_OVER = 1.36;

export interface Fit {
  readonly vessel: Vessel;
  /** How many of that vessel. */
  readonly count: number;
  /** Places that get something: cups of a muffin tin. */
  readonly filled: number;
  /** Part of what one filled place holds: raw, and once it has risen. */
  readonly raw: number;
  readonly risen: number;
  readonly rawCm: number;
  readonly risenCm: number;
  readonly wanted: readonly [low: number, high: number];
  readonly state: 'thin' | 'good' | 'full' | 'over';
}

/** How full a class wants a vessel of its raw mix. */
export function wantedFill(vessel: Vessel, product?: ProductClass): readonly [low: number, high: number] {
  return USE_FILL[vessel.use] ?? product?.volume?.fill ?? ANY_FILL;
}

/** Of cups, ramekins and moulds as many as there are to be pieces, if that fills them right, else as many as the mix fills; the others all alike. */
function placesFilled(vessel: Vessel, count: number, { rawMl, pieces = 0 }: BatterVolume, [low, high]: readonly [number, number], product?: ProductClass): number {
  const all = vessel.places * count;
  if (vessel.shape !== 'cups') return all;
  const each = rawMl / pieces / placeMl(vessel);
  const isRight = Number.isInteger(pieces) && pieces <= all && each >= low * (1 - SLACK) && each <= high * (1 + SLACK);
  if (isRight && product?.piece !== 'slice') return pieces;
  const best = Math.round(rawMl / (placeMl(vessel) * ((low + high) / 2)));
  return Math.min(Math.max(best, 1), all);
}

/** What a vessel is there for with this class: a frying pan that goes into the oven is a tin, and no griddle stands in for it. */
function useFor({ use }: Vessel, product?: ProductClass): Vessel['use'] {
  return use === 'griddle' && product?.heat === 'oven' ? 'bake' : use;
}

/**
 * How a mix sits in a vessel, or in several of it: how full, how deep, and whether that is what its class wants. An estimate. Where
 * the class wants nothing, or the recipe names the tin itself (`isGiven`), a thin sheet is as good as a deep cake: only what runs over is wrong.
 */
export function fitOf(vessel: Vessel, count: number, volume: BatterVolume, product?: ProductClass, isGiven = false): Fit {
  const use = useFor(vessel, product);
  const isOpen = use === 'bake' && (isGiven || product?.volume?.fill === undefined);
  const wanted = wantedFill(vessel, product);
  const filled = placesFilled(vessel, count, volume, wanted, product);
  const [rawMl, risenMl] = [volume.rawMl / filled, (use === 'bake' || use === 'churn' ? volume.risenMl : volume.rawMl) / filled];
  const [raw, risen] = [rawMl / placeMl(vessel), risenMl / placeMl(vessel)];
  const state = risen > RUNS_OVER || raw > 1 ? 'over' : isOpen ? 'good' : raw > wanted[1] * (1 + SLACK) ? 'full' : raw < wanted[0] * (1 - SLACK) ? 'thin' : 'good';
  return { vessel, count, filled, raw, risen, rawCm: depthCm(vessel, rawMl), risenCm: depthCm(vessel, risenMl), wanted, state };
}

/** The factor at which a mix fills a vessel as its class wants it. */
export function factorToFill(vessel: Vessel, count: number, volume: BatterVolume, product?: ProductClass): number {
  const [low, high] = wantedFill(vessel, product);
  return volume.rawMl > 0 ? (capacityMl(vessel) * count * ((low + high) / 2)) / volume.rawMl : 1;
}

/** In how many goes a mix is blended, stirred or whipped: what misses the band by as little as nobody speaks of is one. */
export function goesIn(vessel: Vessel, { rawMl, isFoam = false }: Pick<BatterVolume, 'rawMl' | 'isFoam'>): number {
  const most = isFoam && vessel.use === 'mix' ? MOST_FOAM : wantedFill(vessel)[1] * (1 + SLACK);
  return Math.max(Math.ceil(rawMl / (placeMl(vessel) * most)), 1);
}

/** Of vessels for the same use, the one that a mix fits best; undefined where none holds it as its class wants. */
export function betterVessel(vessels: readonly Vessel[], chosen: Fit, volume: BatterVolume, product?: ProductClass): Fit | undefined {
  const middle = (chosen.wanted[0] + chosen.wanted[1]) / 2;
  const wanted = useFor(chosen.vessel, product);
  return vessels
    .filter(({ id, use, places }) => use === wanted && id !== chosen.vessel.id && (places === 1) === (chosen.vessel.places === 1))
    .map((vessel) => fitOf(vessel, 1, volume, product))
    .filter(({ state }) => state === 'good')
    .sort((a, b) => Math.abs(a.raw - middle) + likeness(a.vessel, chosen.vessel) - Math.abs(b.raw - middle) - likeness(b.vessel, chosen.vessel))[0];
}

/** Another shape is another treat: one of the same is preferred unless it fits much worse. House value. */
function likeness(one: Vessel, other: Vessel): number {
  return one.shape === other.shape ? 0 : 0.25;
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** A factor as a baker says it: 1.7, 0.45, 12. */
export function factorWords(factor: number): string {
  return factor >= 10 ? factor.toFixed(0) : factor >= 1 ? String(Number(factor.toFixed(1))) : String(Number(factor.toFixed(2)));
}

/** A fit in a word or two: how many cups are filled, in how many goes it is mixed, or how full it is. */
export function fitBriefly({ vessel, count, filled, raw }: Fit, volume: BatterVolume): string {
  if (isForMixing(vessel)) {
    const goes = goesIn(vessel, volume);
    return goes === 1 ? 'in one go' : `in ${goes} goes`;
  }
  const cups = vessel.places * count;
  return vessel.shape === 'cups' && cups > 1 ? `${filled} of ${cups} cups` : `${percent(raw)} full`;
}

/** What a fit means, in words, with the way out where it does not fit. */
export function fitWords(fit: Fit, volume: BatterVolume, vessels: readonly Vessel[], product?: ProductClass): string {
  const { vessel, count, filled, raw, risenCm, state } = fit;
  if (volume.rawMl <= 0) return 'There is nothing to put into it yet.';
  if (isForMixing(vessel)) {
    const goes = goesIn(vessel, volume);
    const what = `${Math.round(volume.rawMl / 10) * 10} mL in the ${vessel.name} of ${Math.round(placeMl(vessel))} mL`;
    if (goes === 1) return `${what}: it has room.`;
    return vessel.use === 'blend' ? `${what}: blend in ${goes} goes.` : `${what}: mix in ${goes} goes, or take a larger bowl.`;
  }
  const bare = vessel.name.replace(/^(?:the|a|an)\s+/i, '');
  const name = `${count > 1 ? `${count} of the ` : 'The '}${bare}`;
  const high = product?.heat === 'oven' ? `${product.piece === 'slice' ? 'slices ' : ''}about ${Number(risenCm.toFixed(1))} cm high` : `${Number(risenCm.toFixed(1))} cm deep`;
  if (vessel.shape === 'cups' && vessel.places * count > 1) {
    if (state === 'good') return `${filled} of ${vessel.places * count} cups, each ${percent(raw)} full.`;
    if (state === 'thin') return `Even one cup would be only ${percent(raw)} full.`;
    const sets = Math.ceil(volume.rawMl / (capacityMl(vessel) * fit.wanted[1]));
    return `${vessel.places * count} cups would be ${percent(raw)} full${state === 'over' ? ' and run over' : ''}: bake in ${Math.max(Math.ceil(sets / count), 2)} goes.`;
  }
  const now = `${name} would be ${percent(raw)} full, ${high}`;
  if (state === 'good') return `${now}.`;
  const better = betterVessel(vessels, fit, volume, product);
  const factor = factorWords(factorToFill(vessel, count, volume, product));
  const over = state === 'over' ? ' and run over' : '';
  const more = state === 'thin' || vessel.use !== 'bake' ? undefined : fitOf(vessel, count + 1, volume, product);
  const ways = [
    ...(better ? [`take the ${better.vessel.name} (${percent(better.raw)})`] : []),
    ...(more?.state === 'good' ? [`take ${count + 1} of them (${percent(more.raw)})`] : []),
    `make ${factor} times the batch`,
  ];
  return `${now}${over}: ${ways.length > 1 ? `${ways.slice(0, -1).join(', ')}, or ${ways.at(-1) ?? ''}` : ways.join('')}.`;
}

/** What a depth that differs from the one it was written for asks for; undefined where it hardly differs. Common practice, an estimate. */
export function depthWords(beforeCm: number, nowCm: number): string | undefined {
  const ratio = nowCm / beforeCm;
  if (!(ratio > 0 && Number.isFinite(ratio)) || (ratio > 0.85 && ratio < 1.18)) return undefined;
  // Heat comes through a slab in a time that goes with its depth squared, through a small thing with its size: between the two lies a tin.
  const [a, b] = [ratio, ratio ** 2].map((one) => Number(one.toFixed(1))).sort((one, other) => one - other) as [number, number];
  return ratio > 1
    ? `It stands ${Number(nowCm.toFixed(1))} cm deep instead of ${Number(beforeCm.toFixed(1))}: bake it 10 to 15 °C cooler and ${a} to ${b} times as long, look early; deep and wide tins take a little less baking powder to the same flour.`
    : `It stands ${Number(nowCm.toFixed(1))} cm deep instead of ${Number(beforeCm.toFixed(1))}: it is done in ${a} to ${b} of the time, look early.`;
}
