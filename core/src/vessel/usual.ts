import { type ProductClass } from '../product';
import { type BatterVolume } from './batterVolume';
import { type Fit, fitOf } from './fit';
import { type Vessel } from './vessel';

/** So many are offered. */
const MOST = 3;

/** A plate is poured or laid upon; nothing fills it. */
const isFilled = ({ shape }: Vessel): boolean => shape !== 'plate';

function off({ vessel, filled, count, raw, wanted }: Fit): number {
  return (1 - filled / (vessel.places * count)) * 2 + Math.abs(raw - (wanted[0] + wanted[1]) / 2);
}

/** Cups of a tin that stay empty, as a part of it, from which another tin comes first. House value. */
const MUCH_EMPTY = 0.25;

/**
 * What a class is usually put into, in its order: of each shape that it names the one that the mix fits best (no empty cups, then by
 * fill), of plates a house's own or else the first. A shape of which none fits is left out, a tin of which much stays empty comes last.
 * Nothing where the class names nothing.
 */
export function usualVessels(vessels: readonly Vessel[], volume: BatterVolume, product: ProductClass): readonly Vessel[] {
  const heated = ({ use }: Vessel): boolean => (product.heat === 'none' ? use === 'keep' || use === 'churn' : use === (product.heat === 'griddle' ? 'griddle' : 'bake'));
  const found = (product.into ?? []).flatMap((named): readonly { readonly vessel: Vessel; readonly isSpare: boolean }[] => {
    const those = vessels.filter((vessel) => vessel.id === named || (vessel.shape === named && heated(vessel)));
    const plate = those.find(({ id }) => id.startsWith('own-')) ?? those[0];
    if (plate && !isFilled(plate)) return [{ vessel: plate, isSpare: false }];
    const fits = those.map((vessel) => fitOf(vessel, 1, volume, product)).filter(({ state }) => state === 'good');
    const [best] = fits.sort((a, b) => off(a) - off(b));
    return best ? [{ vessel: best.vessel, isSpare: best.filled < best.vessel.places * (1 - MUCH_EMPTY) }] : [];
  });
  const inOrder = [...found.filter(({ isSpare }) => !isSpare), ...found.filter(({ isSpare }) => isSpare)];
  return [...new Set(inOrder.map(({ vessel }) => vessel))].slice(0, MOST);
}
