import table from '@fellmist/language/recipeWords.json' with { type: 'json' };
import { type Vessel, type VesselShape } from './vessel';

/** The shapes that words say. */
const SHAPE_WORDS = table.tinShapes as Readonly<Record<string, VesselShape>>;
const CM_PER_INCH = 2.54;
/** Sizes may differ by so much and still be meant: people measure rims. House value. */
const NEAR = 0.12;
/** The same where a recipe says it and nobody is asked: 9 in is 23 cm, 10 in no longer 24. House value. */
const MEANT = 0.06;

const shapeIn = (text: string): VesselShape | undefined => text.match(/[a-z]+/g)?.flatMap((word) => SHAPE_WORDS[word] ?? [])[0];

/** Of a shape the one that is nearest in size, both sides in cm; undefined where none is within `near`. Words of its name that are said too count first. */
function nearest(shape: VesselShape, [across, long = across]: readonly [across: number, long?: number], vessels: readonly Vessel[], near: number, words = ''): Vessel | undefined {
  // A frying pan is named by its rim and poured onto its foot.
  const rimOf = ({ name, acrossCm }: Vessel): number => (shape === 'plate' ? Number(/(\d+) cm/.exec(name)?.[1] ?? acrossCm) : acrossCm);
  const off = (one: Vessel): number => Math.max(Math.abs((one.lengthCm ?? rimOf(one)) / long - 1), Math.abs(rimOf(one) / across - 1));
  const said = ({ name }: Vessel): number => Number(['pie', 'tart', 'springform', 'frying', 'swiss'].some((word) => name.toLowerCase().includes(word) && words.includes(word)));
  const fit = vessels.filter((one) => one.shape === shape && off(one) <= near);
  return [...fit].sort((a, b) => said(b) - said(a) || off(a) - off(b))[0];
}

/** The vessel that words such as "23x13 loaf", "8 in square" or "20 round" mean: of that shape, the nearest in size; undefined where none is near. */
export function findVessel(words: string, vessels: readonly Vessel[]): Vessel | undefined {
  const text = words.toLowerCase();
  const exact = vessels.find(({ id, name }) => id === text || name.toLowerCase() === text);
  if (exact) return exact;
  const shape = shapeIn(text);
  const unit = /\b(?:in|inch|inches)\b|"/.test(text) ? CM_PER_INCH : 1;
  const sizes = (text.match(/\d+(?:\.\d+)?/g) ?? []).map((size) => Number(size) * unit).sort((a, b) => b - a);
  const [long, across = long] = sizes;
  if (shape === undefined || long === undefined || across === undefined) return undefined;
  if (shape === 'cups') return vessels.find((one) => one.shape === 'cups' && one.places === sizes[0]);
  return nearest(shape, [across, long], vessels, NEAR, text);
}

/** Nobody fills more tins of a kind at once. House value. */
const MOST_AT_ONCE = 20;
/** Letters of a step that are looked through. */
const LONGEST_READ = 2000;
/** Letters before the tin that may say how large it is. */
const BEFORE = 60;
const TIN =
  /\b(?:tins?|pans?|dish(?:es)?|mou?lds?|trays?|ramekins?|springform|skillet|sheet(?!\s+of))\b(?:\s*\([^()]{2,40}\)|,?\s+(?:of\s+)?\d[\d.,x× ]{0,14}(?:cm|in(?:ch(?:es)?)?)\b)?/gi;
const UNIT = '(cm|mm|in(?:ch(?:es)?)?|"|”|″)';
const TWO_SIDES = new RegExp(`(\\d+(?:[.,]\\d+)?)\\s*-?\\s*${UNIT}?\\s*(?:x|×|by)\\s*(\\d+(?:[.,]\\d+)?)\\s*-?\\s*${UNIT}?`, 'i');
const ONE_SIDE = new RegExp(`(\\d+(?:[.,]\\d+)?)\\s*-?\\s*${UNIT}(?![a-z])`, 'i');
const HOLES =
  /\b(\d{1,2}|four|six|eight|twelve)\b[\s-]*(?:hole|cup|well|count)?[\s-]+(?:(?:small|large|greased|buttered|silicone|standard|\d+\s*(?:ml|oz))\s+)*(muffin|cupcake|do(?:ugh)?nut|ramekins?|mou?lds)/i;
/** The same without a number, where it can be nothing else. */
const KIND = /\b(muffin|cupcake|do(?:ugh)?nut)\s+(?:tins?|pans?|trays?|mou?lds?)/i;
const POUNDS = /\b(?:([12])\s*-?\s*lb|(450|900)\s*-?\s*g)\b/i;
/** "A lined 2 lb tin": a tin that goes by pounds is a loaf tin [common practice]. */
const POUNDS_OF_TIN = /\b[12]\s*-?\s*lb\.?\s+(?:tin|pan)/i;
/** "Two 20 cm tins", "2 x 8-inch pans". */
const SO_MANY = /\b(two|three|[23])\s*[x×]?\s+(?=\d[^.;]*\b(?:tins|pans|dishes)\b)/;
const FEW: Readonly<Record<string, number>> = { two: 2, three: 3, four: 4, six: 6, eight: 8, twelve: 12 };
/** What shops call a one-pound and a two-pound loaf tin, cm [common practice]. */
const BY_POUNDS = { one: [9.5, 15.5], two: [13, 23] } as const;
/** Sides below so much without a unit are inches: "9 x 13", "8x8". House value. */
const INCHES_BELOW = 15;

const toCm = (size: number, unit: string): number => (unit === 'cm' ? size : unit === 'mm' ? size / 10 : size * CM_PER_INCH);
const read = (figure: string): number => Number(figure.replace(',', '.'));

/** The sides that words give a tin, the shorter first, cm. */
function sidesIn(words: string): readonly [number, number?] | undefined {
  const two = TWO_SIDES.exec(words);
  if (two?.[1] && two[3]) {
    const sides = [read(two[1]), read(two[3])].sort((a, b) => a - b);
    const unit = (two[4] ?? two[2] ?? (Math.max(...sides) < INCHES_BELOW ? 'in' : 'cm')).toLowerCase();
    const [across = 0, long = 0] = sides.map((side) => toCm(side, unit));
    return [across, long];
  }
  const one = ONE_SIDE.exec(words);
  return one?.[1] && one[2] ? [toCm(read(one[1]), one[2].toLowerCase())] : undefined;
}

/** What one mention of a tin means, with the words before it. */
function meant(words: string, tin: string, vessels: readonly Vessel[]): { readonly vessel: Vessel; readonly count: number } | undefined {
  const [, figure = '', kind = KIND.exec(words)?.[1] ?? ''] = HOLES.exec(words) ?? [];
  if (kind !== '') {
    const called = kind.toLowerCase().replace(/s$/, '').replace('cupcake', 'muffin').replace('donut', 'doughnut').replace('mold', 'mould');
    const ofKind = vessels.filter(({ shape, name }) => shape === 'cups' && name.toLowerCase().includes(called) && !name.includes('mini'));
    // How many cups it has need not be said where only one of its kind stands in the cupboard.
    const [only, other] = ofKind;
    if (figure === '') return only && !other ? { vessel: only, count: 1 } : undefined;
    const places = FEW[figure.toLowerCase()] ?? Number(figure);
    const [fit] = ofKind.filter((one) => places % one.places === 0).sort((a, b) => b.places - a.places);
    return fit && { vessel: fit, count: places / fit.places };
  }
  const sides = sidesIn(words.replace(SO_MANY, ' '));
  const pounds = /loaf/.test(words) || POUNDS_OF_TIN.test(words) ? POUNDS.exec(words) : null;
  const isFrying = /frying|skillet/.test(words);
  const fit = vessels.filter(({ use }) => use === (isFrying ? 'griddle' : 'bake'));
  const [, many = '1'] = SO_MANY.exec(words) ?? [];
  const count = FEW[many] ?? Number(many);
  if (pounds) {
    const vessel = nearest('loaf', BY_POUNDS[pounds[1] === '1' || pounds[2] === '450' ? 'one' : 'two'], fit, MEANT);
    return vessel && { vessel, count };
  }
  if (!sides) return undefined;
  const [across, long] = sides;
  const isEven = long !== undefined && Math.abs(long / across - 1) < MEANT;
  // A cake tin with one measure is round, a tin with two unlike ones a rectangle [common practice].
  const shape = shapeIn(words) ?? (isEven ? 'square' : long !== undefined ? 'rectangle' : /\bcake\s+(?:tin|pan)/.test(words) ? 'round' : undefined);
  if (shape === undefined || shape === 'cups' || (/^sheet|^tray/.test(tin) && long === undefined)) return undefined;
  const vessel = nearest(shape, isEven ? [across] : [across, long], fit, MEANT, words);
  return vessel && { vessel, count };
}

/**
 * The tin that a recipe's method names with its size: "a lined 20 cm square tin", "9x13 inch pan", "a 2 lb loaf tin", "two 8-inch
 * sandwich tins", "a 12-hole muffin tin"; undefined where it names none, or none that stands in the cupboard.
 */
export function vesselSaid(texts: readonly string[], vessels: readonly Vessel[]): { readonly vessel: Vessel; readonly count: number } | undefined {
  const canBe = ({ count }: { readonly count: number }): boolean => count >= 1 && count <= MOST_AT_ONCE;
  for (const text of texts) {
    const lower = text.slice(0, LONGEST_READ).toLowerCase();
    for (const { 0: tin, index } of lower.matchAll(TIN)) {
      const before = lower.slice(Math.max(0, index - BEFORE), index);
      const found = meant((before.split(/[.;:!]\s|\bthen\b/).at(-1) ?? '') + tin, tin, vessels);
      if (found && canBe(found)) return found;
    }
  }
  return undefined;
}
