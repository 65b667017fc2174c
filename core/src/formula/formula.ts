import { type Amount, type MeasureSystem } from '../quantity';
import { type MassBasis } from '../food';
import { type Wetted } from '../role';
import { type Claim } from './claim';
import { type ColdSetup } from './coldSetup';
import { type Goals } from './goals';

export const DOUBT_CODES = [
  'food-guessed',
  'food-unknown',
  'range',
  'heaped',
  'word-amount',
  'dash-before-amount',
  'sum',
  'comma',
  'no-amount',
  'unit-unknown',
  'two-amounts',
  'huge',
  'alternative',
  'usual-here',
  'customary',
  'amounts-differ',
  'mashed',
  'no-food',
  'no-density',
  'no-piece-mass',
] as const;
export type DoubtCode = (typeof DOUBT_CODES)[number];

/** Something about a line that a person should look at; `detail` is shown with the words for the code. */
export interface Doubt {
  readonly code: DoubtCode;
  readonly detail?: string;
}

/** Where a line of a rebuild comes from. */
export type Origin =
  | { readonly kind: 'kept'; readonly lineId: string }
  | { readonly kind: 'swapped'; readonly lineId: string; readonly swapId: string; readonly note: string }
  | { readonly kind: 'added'; readonly why: 'side change' | 'liquid' | 'balance' | 'by hand'; readonly swapId?: string };

export interface Line {
  readonly id: string;
  /** The whole line as typed or pasted. */
  readonly text: string;
  readonly amountText: string;
  readonly amount?: Amount;
  /** Words taken as the name of the food. */
  readonly name: string;
  readonly note?: string;
  /** "large", "medium": picks a piece weight. */
  readonly size?: string;
  /** The amount is what a tin's label says it holds, liquid and all. */
  readonly tinned?: boolean;
  readonly melted?: boolean;
  /** Measured as a mash, which leaves no gaps in a cup. */
  readonly mashed?: boolean;
  /** Beaten to a foam before it goes in. */
  readonly beaten?: boolean;
  /** Soaked, or cooked to a paste, before it goes in. */
  readonly wetted?: Wetted;
  readonly foodId?: string;
  readonly massG?: number;
  readonly basis?: MassBasis;
  readonly doubts: readonly Doubt[];
  readonly origin?: Origin;
}

export interface Part {
  readonly id: string;
  /** "For the icing"; empty for the main part. */
  readonly heading: string;
  readonly lines: readonly Line[];
  /** Not counted at all, or shown apart as a choice at the table; absent where the part counts. */
  readonly counting?: 'left out' | 'at the table';
  /** Grams of it that stay behind (soaking egg in the dish, syrup in the pan) and are not eaten. */
  readonly leftBehindG?: number;
}

/** The part of what was not mixed in: fat for the pan, what went over it before it was baked. Its share stays behind on its own. */
export const IN_THE_PAN = { id: 'pan', heading: 'In the pan' } as const;

/** The id of a part that is read, by its heading and where it stands among them, the first 0. */
export function idOfPart(heading: string, at: number): string {
  return heading === IN_THE_PAN.heading ? IN_THE_PAN.id : `p${at + 1}`;
}

export interface Formula {
  readonly title: string;
  readonly portions: number;
  /** What a portion is called: "slice", "muffin", "portion". */
  readonly portionWord: string;
  readonly measures: MeasureSystem;
  readonly parts: readonly Part[];
  readonly method: readonly string[];
  readonly notes: readonly string[];
  /** What it is, by the id of a product class; absent where nobody said. */
  readonly classId?: string;
  /** Grams of a portion where portions go by weight; else `portions` equal ones. */
  readonly portionMassG?: number;
  /** The weighed yield of the whole batch, grams; absent until somebody weighs it. */
  readonly yieldMassG?: number;
  /** What a portion should come to, and the diet it is for. */
  readonly goals?: Goals;
  /** Figures that were stated with it. */
  readonly claim?: Claim;
  /** The part that the balance is of, where it is not the batter or dough. */
  readonly judgedPartId?: string;
  /** How it is frozen or whipped; absent where nobody said. */
  readonly cold?: ColdSetup;
  /** Members of an imported document that Fellmist does not use and gives back on export. */
  readonly carried?: Readonly<Record<string, unknown>>;
}

export function allLines(formula: Pick<Formula, 'parts'>): readonly Line[] {
  return formula.parts.flatMap((part) => part.lines);
}

/** The formula with one line replaced by what `change` makes of it (several, or none); the same object if no line has that id. */
export function changeLine(formula: Formula, lineId: string, change: (line: Line) => readonly Line[]): Formula {
  for (let p = 0; p < formula.parts.length; p++) {
    const part = formula.parts[p];
    const at = part ? part.lines.findIndex((line) => line.id === lineId) : -1;
    const line = part?.lines[at];
    if (!part || !line) continue;
    const lines = part.lines.slice();
    lines.splice(at, 1, ...change(line));
    const parts = formula.parts.slice();
    parts[p] = { ...part, lines };
    return { ...formula, parts };
  }
  return formula;
}
