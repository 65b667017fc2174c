import type { Pack } from '@fellmist/core';
import { SAY } from './words';

const NAMES: Readonly<Record<keyof Pack, string>> = {
  id: SAY.id,
  name: SAY.name2,
  kindId: SAY.kind,
  barcode: SAY.barCode,
  label: SAY.label,
  measuresG: SAY.scoopAndPiecesG,
  cup: SAY.cup,
  allergens: SAY.allergens,
  mayContain: SAY.mayContain3,
  netG: SAY.netWeightG,
  price: SAY.price,
  currency: SAY.paidIn,
  thirstTests: SAY.thirstTests,
  note: SAY.note,
};

/** A part of a pack in plain words: "scoop 33", "3 tests". */
function words(value: unknown): string {
  if (value === undefined || value === '') return '–';
  if (Array.isArray(value)) return value.length === 0 ? '–' : typeof value[0] === 'object' ? SAY.noted(String(value.length)) : value.join(', ');
  if (typeof value !== 'object' || value === null) return String(value);
  return (
    Object.entries(value)
      .map(([key, one]) => `${key} ${typeof one === 'object' ? words(one) : String(one)}`)
      .join(', ') || '–'
  );
}

export interface PackDifference {
  readonly name: string;
  readonly one: string;
  readonly other: string;
}

/** What differs between two states of a pack, in words. */
export function packDifferences(one: Pack, other: Pack): readonly PackDifference[] {
  return (Object.keys(NAMES) as (keyof Pack)[])
    .filter((key) => JSON.stringify(one[key]) !== JSON.stringify(other[key]))
    .map((key) => ({ name: NAMES[key], one: words(one[key]), other: words(other[key]) }));
}
