import { kjFromKcal } from './composition';
import { readLabelFigure } from './labelFigure';
import { behindFigure, type Interval, LABEL_FIGURES, type LabelFigure, type Tradition } from './rounding';

/** Figures as typed, by name; an absent or empty one is not printed. */
export type TypedFigures = Readonly<Partial<Record<LabelFigure, string>>>;

/** One column of a panel: for a serving, or for 100 g or 100 mL. */
export interface LabelServing {
  /** The household measure as printed: "1 scoop", "2 biscuits". */
  readonly measure: string;
  readonly massG?: number;
  readonly volumeMl?: number;
  readonly figures: TypedFigures;
}

export interface Label {
  readonly tradition: Tradition;
  /** Figures "as prepared" are of the drink or the baked thing, not of what is in the pack. */
  readonly state: 'as sold' | 'as prepared';
  readonly serving?: LabelServing;
  readonly per100?: { readonly of: 'g' | 'mL'; readonly figures: TypedFigures };
}

export type LabelColumnName = 'serving' | 'per100';

/** What a panel says of a figure, per 100 g. */
export interface Stated extends Interval {
  /** The printed figure taken to 100 g; 0 for a printed zero, the upper end for "less than". */
  readonly printed: number;
  readonly isZero: boolean;
  readonly column: LabelColumnName;
}

export type StatedFigures = Readonly<Partial<Record<LabelFigure, Stated>>>;

/** A figure that cannot be read, or a column that cannot be taken to 100 g. */
export interface LabelSlip {
  readonly field: string;
  readonly words: string;
}

export interface ReadLabel {
  /** Per 100 g by the label, the narrower of two columns where both agree. */
  readonly figures: StatedFigures;
  readonly columns: Readonly<Record<LabelColumnName, StatedFigures>>;
  readonly slips: readonly LabelSlip[];
}

/** Grams that a column is for; undefined where a volume has no density to weigh it by. */
export function columnMass(label: Label, column: LabelColumnName, densityGPerMl?: number): number | undefined {
  if (column === 'per100') return !label.per100 || label.per100.of === 'g' ? 100 : densityGPerMl && 100 * densityGPerMl;
  const serving = label.serving;
  return serving?.massG ?? (serving?.volumeMl !== undefined && densityGPerMl ? serving.volumeMl * densityGPerMl : undefined);
}

function readColumn(label: Label, column: LabelColumnName, massG: number | undefined, slips: LabelSlip[]): StatedFigures {
  const typed = (column === 'serving' ? label.serving?.figures : label.per100?.figures) ?? {};
  const stated: Partial<Record<LabelFigure, Stated>> = {};
  let isWaiting = false;
  for (const figure of LABEL_FIGURES) {
    const text = typed[figure]?.trim();
    if (!text) continue;
    const read = readLabelFigure(text, figure);
    if (!read.ok) slips.push({ field: `${column}.${figure}`, words: read.error });
    else if (massG === undefined) isWaiting = true;
    else {
      const { low, high } = behindFigure(read.printed, figure, label.tradition);
      const scale = 100 / massG;
      const isZero = read.printed.figure === 0 || read.printed.lessThan === true;
      const high100 = isZero ? Math.min(high * scale, mostIn100g(figure)) : high * scale;
      stated[figure] = { low: low * scale, high: high100, printed: read.printed.figure * scale, isZero, column };
    }
  }
  if (isWaiting) {
    const needs = column === 'serving' ? 'Give the grams of a serving' : 'Give the density (or weigh a cup)';
    slips.push({ field: column === 'serving' ? 'serving.massG' : 'per100.of', words: `${needs}, so that these figures can be taken to 100 g.` });
  }
  return stated;
}

/** No 100 g of anything holds more: all of it, or the energy of pure fat. */
function mostIn100g(figure: LabelFigure): number {
  if (figure === 'energyKcal') return 900;
  if (figure === 'energyKj') return kjFromKcal(900);
  return figure.endsWith('Mg') ? 100_000 : 100;
}

export function overlaps(one: Interval, other: Interval): boolean {
  return one.low <= other.high + 1e-9 && other.low <= one.high + 1e-9;
}

function width({ low, high }: Interval): number {
  return high - low;
}

/**
 * A label as typed, taken to intervals per 100 g by inverting its rounding. Where both columns state a figure the
 * narrower interval counts. A serving in millilitres needs `densityGPerMl`. Never throws; what cannot be read is a slip.
 */
export function readLabel(label: Label, densityGPerMl?: number): ReadLabel {
  const slips: LabelSlip[] = [];
  const serving = readColumn(label, 'serving', columnMass(label, 'serving', densityGPerMl), slips);
  const per100 = readColumn(label, 'per100', columnMass(label, 'per100', densityGPerMl), slips);
  const figures: Partial<Record<LabelFigure, Stated>> = {};
  for (const figure of LABEL_FIGURES) {
    const [one, other] = [serving[figure], per100[figure]];
    const best = one && other ? (width(one) < width(other) ? one : other) : (one ?? other);
    if (best) figures[figure] = best;
  }
  return { figures, columns: { serving, per100 }, slips };
}
