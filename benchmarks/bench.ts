import { measureBake } from './bake';
import { measureBook } from './book';
import { measureCore } from './core';
import { measured } from './figures';
import { measureHostile } from './hostile';
import { measureBalance, measureBarePage, measureDrags, measureKeys } from './keys';
import { measureLarder } from './larder';
import { measureSize } from './size';
import { measureTarget } from './target';

const MEASUREMENTS: Readonly<Record<string, () => unknown>> = {
  core: measureCore,
  target: measureTarget,
  hostile: measureHostile,
  bare: measureBarePage,
  keys: measureKeys,
  balance: measureBalance,
  drags: measureDrags,
  bake: measureBake,
  book: measureBook,
  size: measureSize,
  larder: measureLarder,
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in MEASUREMENTS));
if (unknown.length > 0) throw new Error(`no measurement is called ${unknown.join(', ')}: there are ${Object.keys(MEASUREMENTS).join(', ')}`);
for (const [name, measure] of Object.entries(MEASUREMENTS)) if (asked.length === 0 || asked.includes(name)) await measured(name, measure);
