/* How long reading takes: a recipe of forty lines, new and as it is typed on, and texts that are meant to be slow, as ratios of growing sizes in one run. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { indexFoods, type Larder, readLine, readRecipeText, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import Papa from 'papaparse';
import { quantile } from './figures';

const data = join(process.cwd(), 'data');
const larder = stockLarder(loadShippedLarder(data).foods);
const index = indexFoods([...larder.foods.values()]);
const typed = Papa.parse<{ line: string }>(readFileSync(join(data, 'reading-lines.csv'), 'utf8'), { header: true, skipEmptyLines: true }).data.map(({ line }) => line);

/** A larder that has read nothing yet. */
const fresh = (): Larder => ({ ...larder, index: { ...index, near: new Map(), found: new Map() } });

function timed(act: () => void): number {
  const from = performance.now();
  act();
  return performance.now() - from;
}

function median(rounds: number, act: (i: number) => void): number {
  return quantile(
    Array.from({ length: rounds }, (_one, i) => timed(() => act(i))),
    0.5,
  );
}

const recipeAt = (i: number): string => `Cake ${i}\nServes 8\n${Array.from({ length: 40 }, (_one, k) => typed[(i * 7 + k) % typed.length] ?? '').join('\n')}`;
/** How long each of so many recipes takes, all new to the reader, from the process' first on: the engine warms up on the way. */
const first = timed(() => readRecipeText(recipeAt(0), fresh(), 'us'));
const soon = median(40, (i) => readRecipeText(recipeAt(i), fresh(), 'us'));
for (let i = 0; i < 200; i++) readRecipeText(recipeAt(i), fresh(), 'us');
const larders = Array.from({ length: 60 }, fresh);
const [anew, typedOn] = [
  median(60, (i) => readRecipeText(recipeAt(i), larders[i] ?? larder, 'us')),
  median(60, (i) => readRecipeText(`${recipeAt(3)}\n${i} g sugar`, larder, 'us')),
];
process.stdout.write(`the first recipe of a process: ${first.toFixed(0)} ms; the next forty: ${soon.toFixed(1)} ms\n`);
process.stdout.write(`forty lines, all of them new to the reader, warmed up (aim 5 ms): ${anew.toFixed(2)} ms; with one line typed on: ${typedOn.toFixed(2)} ms\n`);

const HOSTILE: readonly (readonly [name: string, text: (size: number) => string])[] = [
  ['a figure and spaces', (size) => `1${' '.repeat(size)}x`],
  ['serves and digits', (size) => `Serves ${'9'.repeat(size)}`],
  ['brackets', (size) => `100 g flour ${'('.repeat(size)}`],
  ['commas', (size) => `100 g flour ${', '.repeat(size / 2)}`],
];
for (const [name, text] of HOSTILE) {
  const at = (size: number): number => median(15, () => (readLine(text(size), 'l1', larder, 'us'), readRecipeText(`Cake\n${text(size)}`, larder, 'us')));
  const [small, large] = [at(5_000), at(50_000)];
  process.stdout.write(`${name}: ten times the text takes ${(large / small).toFixed(1)} times as long (${large.toFixed(2)} ms)\n`);
}
const misspelt = (lines: number): string => `Cake\n${Array.from({ length: lines }, (_one, i) => `100 g flxour${String.fromCharCode(97 + (i % 26))}q`).join('\n')}`;
const [few, many] = [median(8, () => readRecipeText(misspelt(39), fresh(), 'us')), median(8, () => readRecipeText(misspelt(390), fresh(), 'us'))];
process.stdout.write(`misspelt lines: ten times as many take ${(many / few).toFixed(1)} times as long (${many.toFixed(0)} ms for 390)\n`);
