import { type Food, type Formula, LIMITS, type Loss } from '@fellmist/core';
import { MOST_SAMPLES, MOST_TASTERS, type Process, type SweetnessTold, type TasteScore, type Tasting } from '@fellmist/core/bake';
import * as z from 'zod';

const id = z.string().min(1).max(80);
const taster = z.string().trim().min(1).max(LIMITS.person);
const code = z.string().regex(/^[1-9]\d\d$/, 'must be three digits');

/** Tries tasted together behind codes. */
export const tastingSchema = z.strictObject({
  kind: z.enum(['scores', 'odd one']),
  formulaId: id,
  sheets: z
    .array(
      z.strictObject({
        taster,
        samples: z
          .array(z.strictObject({ code, bakeId: id }))
          .min(2)
          .max(MOST_SAMPLES),
      }),
    )
    .min(1)
    .max(MOST_TASTERS),
}) satisfies z.ZodType<Tasting>;

/** Which of three a taster took for the odd one. */
export const oddAnswerSchema = z.strictObject({ taster, code });
export type OddAnswer = z.infer<typeof oddAnswerSchema>;

/** A tasting as it stands: whoever has answered, with what. */
export interface StoredTasting {
  readonly id: string;
  readonly madeAt: string;
  readonly title: string;
  readonly tasting: Tasting;
  /** Of a test for the odd one. */
  readonly answers: readonly OddAnswer[];
  /** Of tries that are scored: who has scored which. */
  readonly scored: readonly { readonly bakeId: string; readonly taster: string }[];
}

/** What one finished bake teaches of this kitchen, or the readings of one formula's foam. */
export interface LearnedFact {
  readonly bakeId: string;
  readonly title: string;
  readonly at: string;
  readonly classId?: string;
  readonly lossShare?: number;
  /** Sweetness over the original's, and the tasters' mean, -2 to 2. */
  readonly sweetness?: SweetnessTold;
}

export interface MixerFact {
  readonly formulaId: string;
  readonly title: string;
  readonly at: string;
  readonly mixer: 'stand' | 'hand';
  /** What was weighed of 1 + overrun over what the model expects. */
  readonly ratio: number;
}

/** All that bakes and readings teach, that which was forgotten left out. */
export interface LearnedFacts {
  readonly bakes: readonly LearnedFact[];
  readonly mixers: readonly MixerFact[];
}

/** What was learned, with what each class loses as it ships. */
export interface LearnedAnswer extends LearnedFacts {
  readonly losses: Readonly<Record<string, Loss>>;
}

export interface TastingHead {
  readonly id: string;
  readonly madeAt: string;
  readonly kind: Tasting['kind'];
  readonly tasters: number;
}

export type FoundKind = 'formula' | 'try' | 'note' | 'taste' | 'food' | 'pack';

/** Something found by its words: what it says, and what it belongs to. */
export interface FoundRow {
  readonly kind: FoundKind;
  readonly id: string;
  readonly formulaId?: string;
  readonly title: string;
  readonly said: string;
}

export interface FoundPage {
  readonly rows: readonly FoundRow[];
  /** The words that were looked for instead, where those typed fit nothing. */
  readonly corrected?: string;
}

/** A picture of a try. */
export interface TryPicture {
  readonly id: string;
  /** What it shows, for those who cannot see it. */
  readonly alt: string;
}

export const PICTURE_ALT = 200;

/** A finished bake as a try of the Tasting book: what was really poured, and what the tasters said of it. */
export interface BookTry {
  readonly bakeId: string;
  readonly tryId: string;
  readonly tryNumber: number;
  readonly at: string;
  /** How many times the formula's size was baked. */
  readonly factor: number;
  readonly poured: Formula;
  readonly process: Process;
  readonly scores: readonly TasteScore[];
  readonly notes: readonly string[];
  readonly pictures: readonly TryPicture[];
}

/** A formula's page of the book, its tries in the order in which they were baked. */
export interface BookPage {
  readonly formulaId: string;
  readonly title: string;
  readonly tries: readonly BookTry[];
  readonly tastings: readonly TastingHead[];
  /** Foods that these tries hold and the larder no longer does. */
  readonly foods: readonly Food[];
}

/** A formula that was baked to the end, and how many tries of it there are. */
export interface BookHead {
  readonly formulaId: string;
  readonly title: string;
  readonly tries: number;
}
