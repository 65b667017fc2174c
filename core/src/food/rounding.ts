/** Whose rules a nutrition panel follows: the US counts fibre as carbohydrate and rounds a serving, the EU and UK neither. */
export type Tradition = 'us' | 'eu';

/** What a panel may print. Grams, milligrams, kilocalories and kilojoules as the name says. */
export const LABEL_FIGURES = [
  'energyKcal',
  'energyKj',
  'fatG',
  'saturatesG',
  'transG',
  'carbohydrateG',
  'fibreG',
  'sugarsG',
  'addedSugarsG',
  'polyolsG',
  'erythritolG',
  'alluloseG',
  'proteinG',
  'saltG',
  'sodiumMg',
  'cholesterolMg',
] as const;
export type LabelFigure = (typeof LABEL_FIGURES)[number];

/** A figure as a panel prints it; `lessThan` for "less than 1 g" or "<0.5 g". */
export interface Printed {
  readonly figure: number;
  readonly lessThan?: boolean;
  /** Decimals that were printed: finer ones than the rule asks for say more. */
  readonly decimals?: number;
}

/** Everything from low to high, both ends possible. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** From this amount on a figure is printed to the nearest `step`; a step of 0 prints zero, `lessThan` prints "less than". */
interface RoundingBand {
  readonly from: number;
  readonly step: number;
  readonly lessThan?: boolean;
  /** The rule says "above": exactly `from` still belongs to the band below. */
  readonly above?: boolean;
}

const US_FAT: readonly RoundingBand[] = [
  { from: 0, step: 0 },
  { from: 0.5, step: 0.5 },
  { from: 5, step: 1 },
];
const US_GRAMS: readonly RoundingBand[] = [
  { from: 0, step: 0 },
  { from: 0.5, step: 1, lessThan: true },
  { from: 1, step: 1 },
];
const EU_GRAMS: readonly RoundingBand[] = [
  { from: 0, step: 0 },
  { from: 0.5, step: 0.1, above: true },
  { from: 10, step: 1 },
];

/** 21 CFR 101.9(c), for a serving. */
const US: Readonly<Partial<Record<LabelFigure, readonly RoundingBand[]>>> = {
  energyKcal: [
    { from: 0, step: 0 },
    { from: 5, step: 5 },
    { from: 50, step: 10 },
  ],
  fatG: US_FAT,
  saturatesG: US_FAT,
  transG: US_FAT,
  carbohydrateG: US_GRAMS,
  fibreG: US_GRAMS,
  sugarsG: US_GRAMS,
  addedSugarsG: US_GRAMS,
  polyolsG: US_GRAMS,
  erythritolG: US_GRAMS,
  alluloseG: US_GRAMS,
  proteinG: US_GRAMS,
  cholesterolMg: [
    { from: 0, step: 0 },
    { from: 2, step: 5, lessThan: true },
    { from: 5, step: 5 },
  ],
  sodiumMg: [
    { from: 0, step: 0 },
    { from: 5, step: 5 },
    { from: 140, step: 10 },
  ],
};

/** European Commission, guidance on tolerances, December 2012, section on rounding; for 100 g or 100 mL. */
const EU: Readonly<Partial<Record<LabelFigure, readonly RoundingBand[]>>> = {
  energyKcal: [{ from: 0, step: 1 }],
  energyKj: [{ from: 0, step: 1 }],
  fatG: EU_GRAMS,
  saturatesG: [
    { from: 0, step: 0 },
    { from: 0.1, step: 0.1, above: true },
    { from: 10, step: 1 },
  ],
  carbohydrateG: EU_GRAMS,
  fibreG: EU_GRAMS,
  sugarsG: EU_GRAMS,
  polyolsG: EU_GRAMS,
  erythritolG: EU_GRAMS,
  alluloseG: EU_GRAMS,
  proteinG: EU_GRAMS,
  saltG: [
    { from: 0, step: 0 },
    { from: 0.0125, step: 0.01, above: true },
    { from: 1, step: 0.1 },
  ],
};

function bandsFor(tradition: Tradition, figure: LabelFigure): readonly RoundingBand[] {
  return (tradition === 'us' ? US : EU)[figure] ?? [];
}

function nearest(amount: number, step: number): number {
  return Number((Math.round(amount / step) * step).toFixed(6));
}

/**
 * An amount as a panel rounds it: US for a serving [21 CFR 101.9(c)], EU for 100 g [Commission guidance 2012]. A figure
 * the rule does not name is printed as it is. Example: 4.9 kcal a serving prints as 0 in the US.
 */
export function printFigure(amount: number, figure: LabelFigure, tradition: Tradition): Printed {
  const band = [...bandsFor(tradition, figure)].reverse().find(({ from, above }) => (above ? amount > from : amount >= from));
  if (!band) return { figure: amount };
  if (band.step === 0) return { figure: 0 };
  return band.lessThan ? { figure: band.step, lessThan: true } : { figure: nearest(amount, band.step) };
}

function onGrid(figure: number, step: number): boolean {
  return step > 0 && Math.abs(figure / step - Math.round(figure / step)) < 1e-6;
}

function decimalsOf(step: number): number {
  return /\.(\d+)$/.exec(String(step))?.[1]?.length ?? 0;
}

/** What may lie behind a figure printed to the nearest step, by every band that prints so many decimals. */
function behindBands(figure: number, decimals: number, bands: readonly RoundingBand[]): readonly Interval[] {
  return bands.flatMap((band, i): Interval[] => {
    const to = bands[i + 1]?.from ?? Infinity;
    if (band.step === 0) return figure === 0 ? [{ low: 0, high: to }] : [];
    if (decimals > decimalsOf(band.step) || !onGrid(figure, band.step)) return [];
    const [low, high] = [Math.max(figure - band.step / 2, band.from), Math.min(figure + band.step / 2, to)];
    return high >= low ? [{ low, high }] : [];
  });
}

/**
 * The amounts that may lie behind a printed figure. One printed more finely than the rule asks for, or off its grid, is
 * taken to half of its last decimal. Example: "0" kcal on a US panel is anything from 0 to 5.
 */
export function behindFigure({ figure, lessThan, decimals = 0 }: Printed, name: LabelFigure, tradition: Tradition): Interval {
  if (lessThan) return { low: 0, high: figure };
  const byRule = behindBands(figure, decimals, bandsFor(tradition, name));
  const half = 10 ** -decimals / 2;
  const byDigits = { low: Math.max(figure - half, 0), high: figure + half };
  const parts = byRule.length === 0 || (decimals > 0 && figure > 0) ? [...byRule, byDigits] : byRule;
  return { low: Math.min(...parts.map(({ low }) => low)), high: Math.max(...parts.map(({ high }) => high)) };
}

/**
 * How far the law lets the true figure of 100 g lie from the printed one, either way, in the figure's unit [European
 * Commission, guidance on tolerances, December 2012, table 1; from memory]. Undefined for figures it does not name.
 */
export function lawfulTolerance(figure: LabelFigure, per100: number): number | undefined {
  const stepped = (low: number, lowTolerance: number, high: number, highTolerance: number): number => (per100 < low ? lowTolerance : per100 > high ? highTolerance : 0.2 * per100);
  switch (figure) {
    case 'carbohydrateG':
    case 'sugarsG':
    case 'proteinG':
    case 'fibreG':
      return stepped(10, 2, 40, 8);
    case 'fatG':
      return stepped(10, 1.5, 40, 8);
    case 'saturatesG':
      return per100 < 4 ? 0.8 : 0.2 * per100;
    case 'saltG':
      return per100 < 1.25 ? 0.375 : 0.2 * per100;
    default:
      return undefined;
  }
}
