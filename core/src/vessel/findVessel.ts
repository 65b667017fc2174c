import { type Vessel, type VesselShape } from './vessel';

const SHAPE_WORDS: Readonly<Record<string, VesselShape>> = {
  round: 'round',
  springform: 'round',
  square: 'square',
  loaf: 'loaf',
  rectangle: 'rectangle',
  rectangular: 'rectangle',
  tray: 'rectangle',
  ring: 'ring',
  muffin: 'cups',
  muffins: 'cups',
  cups: 'cups',
  ramekins: 'cups',
  moulds: 'cups',
  bowl: 'bowl',
  jar: 'jar',
  tub: 'tub',
};
const CM_PER_INCH = 2.54;
/** Sizes may differ by so much and still be meant: people measure rims. House value. */
const NEAR = 0.12;

/** The vessel that words such as "23x13 loaf", "8 in square" or "20 round" mean: of that shape, the nearest in size; undefined where none is near. */
export function findVessel(words: string, vessels: readonly Vessel[]): Vessel | undefined {
  const text = words.toLowerCase();
  const exact = vessels.find(({ id, name }) => id === text || name.toLowerCase() === text);
  if (exact) return exact;
  const shape = text.match(/[a-z]+/g)?.flatMap((word) => SHAPE_WORDS[word] ?? [])[0];
  const unit = /\b(?:in|inch|inches)\b|"/.test(text) ? CM_PER_INCH : 1;
  const sizes = (text.match(/\d+(?:\.\d+)?/g) ?? []).map((size) => Number(size) * unit).sort((a, b) => b - a);
  const [long, across = long] = sizes;
  if (shape === undefined || long === undefined || across === undefined) return undefined;
  const off = ({ acrossCm, lengthCm = acrossCm, places }: Vessel): number =>
    shape === 'cups' ? (places === sizes[0] ? 0 : 1) : Math.max(Math.abs(lengthCm / long - 1), Math.abs(acrossCm / across - 1));
  const [best] = vessels.filter((one) => one.shape === shape).sort((a, b) => off(a) - off(b));
  return best && off(best) <= NEAR ? best : undefined;
}
