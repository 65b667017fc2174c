import { readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { type LabelAnswer, lookedUpSchema } from '@fellmist/contract';
import { isBarcode } from '@fellmist/core';
import * as z from 'zod';

/** Something that knows packs by their bar code: a service elsewhere, or the stand-in that ships with Fellmist. */
export interface LabelLookup {
  /** What the pack of that code says of itself. Rejects with a LookupDown where the service does not answer. */
  find(code: string, signal: AbortSignal): Promise<LabelAnswer>;
}

/** The service did not answer; nothing is known of the code. */
export class LookupDown extends Error {}

const shelf = z.array(lookedUpSchema);

/** How long the stand-in takes for a slow code, milliseconds. */
const SLOW_MS = 4000;

/**
 * A stand-in on a shelf of invented packs. Some of its codes answer slowly and some find the service down, so that the
 * screens can be seen to bear both. Throws at once where the shelf's file holds a wrong row or a wrong check digit.
 */
export function shelfLookup(file: string): LabelLookup {
  const packs = new Map(shelf.parse(JSON.parse(readFileSync(file, 'utf8'))).map((pack) => [pack.code, pack]));
  const wrong = [...packs.keys()].find((code) => !isBarcode(code));
  if (wrong !== undefined) throw new Error(`label shelf: the check digit of ${wrong} is wrong`);
  return {
    async find(code, signal): Promise<LabelAnswer> {
      const found = packs.get(code);
      if (!found) return { kind: 'not-found' };
      const { behaves, ...pack } = found;
      if (behaves === 'slow') await pause(SLOW_MS, undefined, { signal });
      if (behaves === 'down') throw new LookupDown('The label service does not answer.');
      return { kind: 'found', draft: { ...pack, barcode: code, allergens: pack.allergens } };
    },
  };
}
