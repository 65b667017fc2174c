import { type Analysis, type Intense, LIFT_NOTICED, SOAPY_SHARE, type Sweetness, SWEETNESS_NOTICED } from '@fellmist/core';
import { showNumber } from '../ui/figures';

/** A role on a line: the original, the rebuild, and how far apart nobody would notice; places in per cent. */
export interface Gauge {
  readonly name: string;
  readonly ends: readonly [string, string];
  readonly from: number;
  readonly to: number;
  readonly bandLeft: number;
  readonly bandWidth: number;
  readonly isOff: boolean;
  readonly spoken: string;
  readonly words: string;
  readonly why: string;
}

interface Scale {
  readonly name: string;
  readonly ends: readonly [string, string];
  readonly low: number;
  readonly high: number;
  /** Half of the band around the original that nobody would notice, in the scale's own unit. */
  unnoticed(original: number): number;
}

function gaugeOf(scale: Scale, original: number, rebuild: number, words: string, why: string, isBad = false): Gauge {
  const place = (amount: number): number => Math.min(Math.max(((amount - scale.low) / (scale.high - scale.low)) * 100, 0), 100);
  const half = scale.unnoticed(original);
  const [left, right] = [place(original - half), place(original + half)];
  return {
    name: scale.name,
    ends: scale.ends,
    from: place(original),
    to: place(rebuild),
    bandLeft: left,
    bandWidth: right - left,
    isOff: isBad || Math.abs(rebuild - original) > half,
    spoken: `${scale.name}: ${words}`,
    words,
    why,
  };
}

const SWEETNESS: Scale = {
  name: 'Sweetness',
  ends: ['plain', 'very sweet'],
  low: 0,
  high: 40,
  unnoticed: (original) => Math.max(SWEETNESS_NOTICED.share * original, SWEETNESS_NOTICED.leastG),
};
const GAS: Scale = { name: 'Gas', ends: ['flat', 'coarse'], low: 0, high: 14, unnoticed: (original) => Math.max(LIFT_NOTICED.gasShare * original, LIFT_NOTICED.leastGasMmol) };
const ACID: Scale = { name: 'Acid', ends: ['soapy', 'sour'], low: -6, high: 10, unnoticed: () => LIFT_NOTICED.acidMmol };

const SWEETENER_NAMES: Readonly<Partial<Record<Intense, string>>> = { 'rebaudioside-a': 'stevia', stevioside: 'stevia', mogroside: 'monk fruit', 'acesulfame-k': 'acesulfame K' };

function ceilingWords({ atCeiling }: Sweetness): string {
  if (atCeiling.length === 0) return '';
  const names = [...new Set(atCeiling.map((sweetener) => SWEETENER_NAMES[sweetener] ?? sweetener))].join(' and ');
  return ` More ${names} adds next to nothing here: a second, unlike sweetener would.`;
}

/** How sweet the mix is, as grams of sugar in 100 g of it. */
export function sweetnessGauge(before: Analysis, now: Analysis): Gauge | undefined {
  const [original, rebuild] = [before.sweetness, now.sweetness];
  if (!original || !rebuild) return undefined;
  const gaps = rebuild.unknown.length > 0 ? ` The sugars of ${rebuild.unknown.join(', ')} are not known and left out.` : '';
  return gaugeOf(
    SWEETNESS,
    original.per100g,
    rebuild.per100g,
    `As sweet as ${showNumber(rebuild.per100g, 1)} g of sugar in 100 g of the mix, the original ${showNumber(original.per100g, 1)} g.${ceilingWords(rebuild)}${gaps}`,
    'Each sugar and polyol by its sweetness against sugar (handbook ranges, from memory); intense sweeteners by their curves in the water of the raw mix (DuBois et al. 1991, from memory), unlike ones added. Chewing dilutes, so in a dry crumb an intense sweetener tastes of more than this says. House model, an estimate.',
  );
}

/** Carbon dioxide that soda, acid and baking powder give. */
export function gasGauge(before: Analysis, now: Analysis): Gauge | undefined {
  const [original, rebuild] = [before.lift, now.lift];
  if (!original || !rebuild) return undefined;
  return gaugeOf(
    GAS,
    original.co2MmolPer100g,
    rebuild.co2MmolPer100g,
    `${showNumber(rebuild.co2Mmol, 0)} mmol of gas in the batch, the original ${showNumber(original.co2Mmol, 0)}.`,
    'Soda that meets acid gives all of its gas, the rest half of it by heat; baking powder at least 12 % of its weight (US trade standard, from memory). Beaten eggs, creaming, steam and yeast lift too and are not counted here.',
  );
}

/** Acid or soda that finds no partner. */
export function acidGauge(before: Analysis, now: Analysis): Gauge | undefined {
  const [original, rebuild] = [before.lift, now.lift];
  if (!original || !rebuild) return undefined;
  const isSoapy = rebuild.sodaLeftShare > SOAPY_SHARE;
  const left =
    rebuild.leftMmol < -0.5
      ? `${showNumber(rebuild.sodaLeftTsp, 2)} tsp of soda find no acid${isSoapy ? ': soapy and brown. Take soda away or add something sour.' : '.'}`
      : `${showNumber(Math.max(rebuild.leftMmol, 0), 0)} mmol of acid are left over, in the original ${showNumber(Math.max(original.leftMmol, 0), 0)}.`;
  return gaugeOf(
    ACID,
    original.leftMmolPer100g,
    rebuild.leftMmolPer100g,
    left,
    'Soda and acid meet mole for mole. Titratable acidity of each food from handbooks, from memory; kitchen tables that give half a teaspoon of soda to a spoon of vinegar overstate.',
    isSoapy,
  );
}
