import { bakeEventSchema, boughtSchema, foodSchema, householdSchema, packSchema, planSchema, stockSchema, tastingSchema, vesselSchema, worksheetSchema } from '@fellmist/contract';
import type * as z from 'zod';

/** A kind of document that is stored as JSON: the schema it is of now, and how each earlier one becomes the next. */
export interface DocumentKind<T> {
  readonly name: string;
  readonly schema: number;
  readonly shape: z.ZodType<T>;
  /** From schema n to n + 1, by n. */
  readonly upgrades: Readonly<Record<number, (body: unknown) => unknown>>;
}

/** A document as it lies in the database. */
export interface StoredDocument {
  readonly schema: number;
  readonly body: string;
}

export type ReadDocument<T> = { readonly ok: true; readonly document: T } | { readonly ok: false; readonly words: string };

/** The schema of each kind of document that this version of Fellmist writes. */
export const DOCUMENTS = {
  food: { name: 'food', schema: 1, shape: foodSchema, upgrades: {} },
  pack: { name: 'pack', schema: 1, shape: packSchema, upgrades: {} },
  stock: { name: 'stock', schema: 1, shape: stockSchema, upgrades: {} },
  worksheet: { name: 'formula', schema: 1, shape: worksheetSchema, upgrades: {} },
  bakeEvent: { name: 'event', schema: 1, shape: bakeEventSchema, upgrades: {} },
  bought: { name: 'treat', schema: 1, shape: boughtSchema, upgrades: {} },
  vessel: { name: 'vessel', schema: 1, shape: vesselSchema, upgrades: {} },
  plan: { name: 'plan', schema: 1, shape: planSchema, upgrades: {} },
  tasting: { name: 'tasting', schema: 1, shape: tastingSchema, upgrades: {} },
  household: { name: 'household', schema: 1, shape: householdSchema, upgrades: {} },
} as const satisfies Readonly<Record<string, DocumentKind<unknown>>>;

/** A stored document brought up to its present schema and checked; what cannot be read is said in words and harms nothing else. */
export function readDocument<T>(kind: DocumentKind<T>, { schema, body }: StoredDocument): ReadDocument<T> {
  if (schema > kind.schema) return { ok: false, words: `This ${kind.name} was written by a newer Fellmist; start that one to open it.` };
  try {
    let upgraded: unknown = JSON.parse(body);
    for (let at = schema; at < kind.schema; at++) upgraded = kind.upgrades[at]?.(upgraded) ?? upgraded;
    const read = kind.shape.safeParse(upgraded);
    if (read.success) return { ok: true, document: read.data };
    const issue = read.error.issues[0];
    return { ok: false, words: `This ${kind.name} cannot be read: ${issue?.path.map(String).join('.') ?? ''} ${issue?.message ?? ''}`.trim() };
  } catch {
    return { ok: false, words: `This ${kind.name} cannot be read: its text is damaged.` };
  }
}

/** The documents of a list that can be read, in order; the others are left out. */
export function readable<T>(kind: DocumentKind<T>, rows: readonly StoredDocument[]): readonly T[] {
  return rows.flatMap((row) => {
    const read = readDocument(kind, row);
    return read.ok ? [read.document] : [];
  });
}
