import { type Loss } from '../formula';
import { type LedgerRole } from '../role';
import { type Mark } from '../quantity';

export interface Band {
  readonly low: number;
  readonly high: number;
  readonly reason: string;
}

/** The most of the dry weight (flours, starches and powders) that one kind of protein powder may be. */
export interface ProteinLimit {
  readonly foods: readonly string[];
  readonly mostShare: number;
  readonly reason: string;
}

/** What is seen when it is done. */
export const DONE_LOOKS = ['clean pick', 'moist pick', 'wobble', 'bubbles', 'set edge', 'set', 'hollow', 'dry cracks', 'crisp'] as const;
export type DoneLook = (typeof DONE_LOOKS)[number];

/** A kind of treat with what it wants of each role, how it is baked, when it is done and how it keeps. */
export interface ProductClass {
  readonly id: string;
  readonly name: string;
  /** Words of a title that mean it. */
  readonly words: readonly string[];
  readonly piece: string;
  /** Words of a method that hint at it. */
  readonly signs: readonly string[];
  /** Words one of which a line must hold for a title to mean it: yeast for a bread. */
  readonly needs?: readonly string[];
  /** With any of these it is something else: a "drizzle" with baking powder is a cake. */
  readonly refuses?: readonly string[];
  readonly heat: 'oven' | 'griddle' | 'microwave' | 'none';
  /** Eaten frozen, by its ice, or whipped cold, by its foam. */
  readonly cold?: 'frozen' | 'whipped';
  readonly bands: Readonly<Partial<Record<LedgerRole, Band>>>;
  readonly protein: readonly ProteinLimit[];
  /** Share of the mix from which its dry weight sets it at all; what holds less is set by egg or curd, whatever its powder is. */
  readonly dryFrom?: number;
  readonly doneness: string;
  /** What of that can be drawn. */
  readonly look?: DoneLook;
  readonly ovenC?: readonly [low: number, high: number];
  readonly coreC?: readonly [low: number, high: number];
  readonly restMin: number;
  readonly rest: string;
  readonly keeping: {
    readonly fridgeDays: number;
    readonly freezerDays: number;
    readonly words: string;
    /** How it comes out of the freezer, where it goes in. */
    readonly thaw?: string;
    /** How it is made warm or crisp again, where it is. */
    readonly reheat?: string;
  };
  readonly loss: Loss;
  /** Air beaten into the raw mix as a part of it, how many times larger it gets, how full of it its vessel goes. House values. */
  readonly volume?: { readonly air: number; readonly rise: number; readonly fill?: readonly [low: number, high: number] };
  /** What it usually goes into, the most usual first: shapes of vessels, or one by its id. Common practice. */
  readonly into?: readonly string[];
  /** What is other where it is fried in a pan: where the method says so and bakes it nowhere; where no method tells, what goes by one of these words and none of the others. */
  readonly fried?: { readonly words: readonly string[]; readonly refuses: readonly string[]; readonly doneness: string; readonly into: readonly string[] };
  /** How thick it is poured on a plate, cm, or that an iron gives it its thickness. House values. */
  readonly thickCm?: number | 'iron';
  /** How cold it is when it is eaten, or kept until then. */
  readonly servedC: number;
  readonly isEatenRaw: boolean;
  /** Often baked in a water bath. */
  readonly inBath?: true;
  readonly mark: Mark;
  readonly source: string;
}
