import { type Pack } from '@fellmist/core';

const NAMES: Readonly<Record<keyof Pack, string>> = {
  id: 'Id',
  name: 'Name',
  kindId: 'Kind',
  barcode: 'Bar code',
  label: 'Label',
  measuresG: 'Scoop and pieces, g',
  cup: 'Cup',
  allergens: 'Allergens',
  mayContain: 'May contain',
  netG: 'Net weight, g',
  price: 'Price',
  currency: 'Paid in',
  thirstTests: 'Thirst tests',
  note: 'Note',
};

/** A part of a pack in plain words: "scoop 33", "3 tests". */
function words(value: unknown): string {
  if (value === undefined || value === '') return '–';
  if (Array.isArray(value)) return value.length === 0 ? '–' : typeof value[0] === 'object' ? `${String(value.length)} noted` : value.join(', ');
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
