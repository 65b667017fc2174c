import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ShippedLarder } from '@fellmist/contract';
import { type Formula, type Larder, type Measured, type MeasureSystem, readDocument, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '../load';

/** What comes out for one thing that goes in, in words and figures a person can read and compare. */
export interface Section {
  readonly title: string;
  readonly make: () => string;
}

/** Figures to five places: what a person would call the same stays the same. */
export const shown = (value: unknown): string =>
  JSON.stringify(value, (_key, one: unknown) => {
    if (one instanceof Map) return Object.fromEntries(one);
    if (one instanceof Set) return [...one];
    return typeof one === 'number' ? Number(one.toPrecision(5)) : one;
  });

export const firstLine = (text: string): string => text.split('\n').find(Boolean) ?? '';

/** The shipped tables of a data folder and what is cooked with them. */
export class Kitchen {
  readonly shipped: ShippedLarder;
  readonly larder: Larder;

  constructor(private readonly folder: string) {
    this.shipped = loadShippedLarder(folder);
    this.larder = stockLarder(this.shipped.foods);
  }

  textOf(name: string): string {
    return readFileSync(join(this.folder, name), 'utf8');
  }

  jsonOf<T>(name: string): T {
    return JSON.parse(this.textOf(name)) as T;
  }

  formulaOf(text: string, measures: MeasureSystem = 'us'): Formula {
    const read = readDocument(text, this.larder, measures);
    if (!read.ok) throw new Error(read.error);
    return read.formula;
  }

  mixOf(grams: Readonly<Record<string, number>>): readonly Measured[] {
    return Object.entries(grams).flatMap(([id, massG]) => {
      const food = this.larder.foods.get(id);
      return food ? [{ food, massG }] : [];
    });
  }
}

const HEAD = '=== ';

/** The sections of a kept record, by title. */
export function readRecord(text: string): ReadonlyMap<string, string> {
  return new Map(
    text
      .split(`\n${HEAD}`)
      .slice(1)
      .map((section) => {
        const end = section.indexOf('\n');
        return [section.slice(0, end), section.slice(end + 1).trimEnd()] as const;
      }),
  );
}

export function writeRecord(sections: readonly Section[]): string {
  const told = `What comes out, to be compared with what came out before; no proof that it is right. "npm run record" writes it anew: read the difference.\n`;
  return told + sections.map(({ title, make }) => `\n${HEAD}${title}\n${make().trimEnd()}\n`).join('');
}
