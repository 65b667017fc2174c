import { type ProductClass } from '../product';
import { type BatterVolume } from './batterVolume';
import { type Fit, fitOf, goesIn } from './fit';
import { isOwn, type Vessel, type VesselUse } from './vessel';

/** So many are offered. */
const MOST = 3;

/** A plate is poured or laid upon; nothing fills it. */
const isFilled = ({ shape }: Vessel): boolean => shape !== 'plate';
const ownFirst = (a: Vessel, b: Vessel): number => Number(isOwn(b)) - Number(isOwn(a));

function off({ vessel, filled, count, raw, wanted }: Fit): number {
  return (1 - filled / (vessel.places * count)) * 2 + Math.abs(raw - (wanted[0] + wanted[1]) / 2);
}

/** Cups of a tin that stay empty, as a part of it, from which another tin comes first. House value. */
const MUCH_EMPTY = 0.25;

/** What is offered: a tin with how the mix sits in it, a plate without. */
export interface Offered {
  readonly vessel: Vessel;
  readonly fit?: Fit;
}

/**
 * What a class is usually put into, in its order: of each shape that it names the one that the mix fits best (no empty cups, then by
 * fill), but a house's own before any other that it fits; of plates a house's own or else the first. A tin that is named itself stands
 * for a house's own of its kind, too. A shape of which none fits is left out, a tin of which much stays empty comes last, the emptiest at the end. Nothing where
 * the class names nothing.
 */
export function usualVessels(vessels: readonly Vessel[], volume: BatterVolume, product: ProductClass): readonly Offered[] {
  const heated = ({ use }: Vessel): boolean => (product.heat === 'none' ? use === 'keep' || use === 'churn' : use === (product.heat === 'griddle' ? 'griddle' : 'bake'));
  const found = (product.into ?? []).flatMap((named): readonly Offered[] => {
    // What nothing heats may lie in what else is for the oven: a bark on its sheet, pops in moulds.
    const itself = vessels.find((one) => one.id === named && (product.heat === 'none' || heated(one)));
    const isLike = (one: Vessel): boolean => isOwn(one) && one.shape === itself?.shape && one.use === itself.use && one.places > 1 === itself.places > 1;
    const those = vessels.filter((one) => one === itself || isLike(one) || (one.shape === named && heated(one))).sort(ownFirst);
    const [plate] = those;
    if (plate && !isFilled(plate)) return [{ vessel: plate }];
    const fits = those.map((vessel) => fitOf(vessel, 1, volume, product)).filter(({ state }) => state === 'good');
    const [fit] = fits.sort((a, b) => ownFirst(a.vessel, b.vessel) || off(a) - off(b));
    return fit ? [{ vessel: fit.vessel, fit }] : [];
  });
  const empty = ({ vessel, fit }: Offered): number => (fit ? 1 - fit.filled / vessel.places : 0);
  const spare = (one: Offered): number => (empty(one) > MUCH_EMPTY ? empty(one) : 0);
  const inOrder = [...found].sort((a, b) => spare(a) - spare(b));
  return inOrder.filter(({ vessel }, i) => inOrder.findIndex((one) => one.vessel === vessel) === i).slice(0, MOST);
}

/** The jars or bowls that a mix may be blended or whipped in: a house's own first, then those that hold it in the fewest goes, the smallest of them foremost. */
export function usualMixers(vessels: readonly Vessel[], volume: BatterVolume, use: VesselUse): readonly Offered[] {
  return vessels
    .filter((vessel) => vessel.use === use)
    .map((vessel) => ({ vessel, fit: fitOf(vessel, 1, volume) }))
    .sort((a, b) => ownFirst(a.vessel, b.vessel) || goesIn(a.vessel, volume) - goesIn(b.vessel, volume) || b.fit.raw - a.fit.raw)
    .slice(0, MOST);
}
