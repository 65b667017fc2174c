import type { BoughtTreat } from '@fellmist/core';
import * as z from 'zod';
import { packSchema } from './larder';

export const boughtSchema = z.strictObject({
  id: packSchema.shape.id,
  name: z.string().trim().min(1, 'Give the treat a name.').max(120),
  label: packSchema.shape.label.unwrap(),
  portionMassG: z.number().positive('Say what one weighs.').max(100_000),
  portionWord: z.string().trim().min(1).max(40),
  price: packSchema.shape.price,
  currency: packSchema.shape.currency,
  note: z.string().max(2000),
}) satisfies z.ZodType<BoughtTreat>;

/** A bought treat as stored; `version` counts its saves. */
export interface StoredBought {
  readonly bought: BoughtTreat;
  readonly version: number;
}
