import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import {
  allLines,
  analyse,
  candidatesFor,
  changeLine,
  type Formula,
  mendLine,
  rankCandidates,
  readRecipeText,
  standingOf,
  startWorksheet,
  stockLarder,
  totalsOf,
  viewsOf,
} from '@fellmist/core';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { HyperFormula } from 'hyperformula';
import { bakingTime, type DayStep, fitOf, HOME_ROOM, planDay, thermalOf, volumeOf } from '@fellmist/core/bake';
import { printRows, quantile } from './figures';

const root = process.cwd();
const shipped = loadShippedLarder(join(root, 'data'));
const larder = stockLarder(shipped.foods);

/** Median milliseconds of one `act`; what takes microseconds is timed by the `batch`, so that the clock does not count. */
function timeOf(act: (i: number) => void, rounds: number, batch = 1): number {
  for (let i = 0; i < (rounds * batch) / 4; i++) act(i);
  const samples = Array.from({ length: rounds }, (_, sample) => {
    const from = performance.now();
    for (let i = 0; i < batch; i++) act(sample * batch + i);
    return (performance.now() - from) / batch;
  });
  return quantile(samples, 0.5);
}

/** Size of what the first page loads: index.html, its scripts and styles, and what they import at once. */
function firstLoad(): { raw: number; zipped: number } {
  const folder = join(root, 'dist/web/browser');
  const wanted = new Set(['index.html']);
  const waiting = ['index.html'];
  const files = new Set(readdirSync(folder));
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop()) {
    const text = readFileSync(join(folder, name), 'utf8');
    const found = name.endsWith('.html') ? text.matchAll(/(?:src|href)="([^":]+\.(?:js|css))"/g) : text.matchAll(/(?:from|import)"\.\/([^"]+\.js)"/g);
    for (const [, next = ''] of found) {
      if (!files.has(next) || wanted.has(next)) continue;
      wanted.add(next);
      if (next.endsWith('.js')) waiting.push(next);
    }
  }
  const bodies = [...wanted].map((name) => readFileSync(join(folder, name)));
  return { raw: bodies.reduce((sum, body) => sum + body.length, 0), zipped: bodies.reduce((sum, body) => sum + gzipSync(body).length, 0) };
}

/** Milliseconds from starting the server on an empty data folder to its first answer. */
async function coldStart(): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'fellmist-bench-'));
  const from = performance.now();
  const server = spawn('node', [join(root, 'dist/server/main.mjs')], {
    env: { ...process.env, FELLMIST_ROOT: root, FELLMIST_DATA: folder, FELLMIST_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const port = await new Promise<string>((resolve) => server.stdout.on('data', (words: Buffer) => resolve(/localhost:(\d+)/.exec(words.toString())?.[1] ?? '')));
  await (await fetch(`http://127.0.0.1:${port}/api/larder`)).json();
  const taken = performance.now() - from;
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  rmSync(folder, { recursive: true });
  return taken;
}

function thirtyLines(): Formula {
  const foods = shipped.foods.slice(0, 30).map(({ name }, i) => `${50 + i} g ${name}`);
  const read = readRecipeText(`Thirty lines\nServes 12\n${foods.join('\n')}`, larder, 'us');
  if (!read.ok) throw new Error(read.error);
  return read.formula;
}

const NUTRIENTS = ['energyKcal', 'proteinG', 'fatG', 'saturatesG', 'carbohydrateG', 'fibreG', 'sugarsG', 'sodiumMg', 'polyolsG', 'erythritolG', 'alluloseG', 'waterG'] as const;

/** The same sheet in a spreadsheet engine: 30 lines by 12 nutrients, summed per batch, per portion and per 100 g. */
function spreadsheet(formula: Formula): HyperFormula {
  const column = (i: number): string => String.fromCharCode(66 + i);
  const lines = allLines(formula).map((line) => [line.massG ?? 0, ...NUTRIENTS.map((key) => larder.foods.get(line.foodId ?? '')?.per100g[key] ?? 0)]);
  const last = lines.length;
  const batch = [`=SUM(A1:A${last})`, ...NUTRIENTS.map((_, i) => `=SUMPRODUCT($A1:$A${last},${column(i)}1:${column(i)}${last})/100`)];
  const portion = ['', ...NUTRIENTS.map((_, i) => `=${column(i)}${last + 1}/12`)];
  const per100g = ['', ...NUTRIENTS.map((_, i) => `=${column(i)}${last + 1}*100/$A${last + 1}`)];
  return HyperFormula.buildFromArray([...lines, batch, portion, per100g], { licenseKey: 'gpl-v3' });
}

/** The computation by itself, the first load and the cold start. */
export async function measureCore(): Promise<void> {
  const formula = thirtyLines();
  const lineId = allLines(formula)[4]?.id ?? '';
  const edited = (i: number): Formula =>
    changeLine(formula, lineId, (line) => [mendLine(line, { kind: 'amount', amount: { value: 40 + (i % 50), unit: 'g' }, text: '' }, larder, 'us')]);
  const engine = spreadsheet(formula);
  const inSheet = (i: number): void => {
    engine.setCellContents({ sheet: 0, row: 4, col: 0 }, 40 + (i % 50));
    engine.getCellValue({ sheet: 0, row: 31, col: 1 });
  };
  const toNutrition = (i: number): void => {
    const changed = edited(i);
    viewsOf(changed, totalsOf(changed, larder));
  };
  const original = startWorksheet(formula);
  const toWhole = (i: number): void => {
    const rebuild = edited(i);
    analyse(rebuild, larder, shipped);
    standingOf({ ...original, rebuild }, larder, shipped);
  };
  timeOf(toNutrition, 200, 100);
  timeOf(toWhole, 200, 100);
  /** The three by turns, so that a machine that runs now faster, now slower is the same to each; the ratios are medians of the turns. */
  const turns = Array.from({ length: 40 }, () => ({ sheet: timeOf(inSheet, 10), nutrition: timeOf(toNutrition, 20, 20), whole: timeOf(toWhole, 20, 20) }));
  const median = (of: (turn: (typeof turns)[number]) => number): number => quantile(turns.map(of), 0.5);
  const [sheet, nutrition, whole] = [median((turn) => turn.sheet), median((turn) => turn.nutrition), median((turn) => turn.whole)];
  const swapped = allLines(original.rebuild).find(({ foodId }) => foodId === 'plain-flour');
  const diet = { schools: ['lean'], excluded: [] } as const;
  const stand = swapped ? candidatesFor(swapped, shipped.rules, larder, diet) : [];
  const ranking = timeOf(() => swapped && rankCandidates(original, swapped, stand, 1, larder, shipped, diet), 60);
  const recipe = readFileSync(join(root, 'data/demo/carrot-cardamom-loaf.txt'), 'utf8');
  const reading = timeOf(() => readRecipeText(recipe, larder, 'uk'), 40);
  /** A cake of 900 g in a loaf tin, to its core. */
  const loafClass = shipped.classes.find(({ id }) => id === 'loaf');
  const heating = ((): number => {
    const read = readRecipeText('Loaf\nMakes 10\n225 g butter\n225 g sugar\n4 eggs\n225 g plain flour\n5 g baking powder', larder, 'uk');
    const part = read.ok ? read.formula.parts[0] : undefined;
    const [tin, thermal] = [loadVessels(join(root, 'data')).find(({ id }) => id === 'loaf-large'), part && thermalOf(part, larder)];
    if (!part || !tin || !thermal) throw new Error('nothing to bake');
    const volume = volumeOf(part, larder, loafClass);
    const ask = { fit: fitOf(tin, 1, volume, loafClass), volume, thermal, product: loafClass, setting: { ovenC: 170, isFan: false, isInBath: false, startC: 21 } };
    return timeOf(() => bakingTime(ask), 12);
  })();
  /** Six treats of ten steps each: hands, an oven at two settings, a mixer, waits; all for one table. */
  const planning = ((): number => {
    const serveS = Date.UTC(2026, 10, 28, 15) / 1000;
    const stepOf = (t: number, n: number): DayStep => {
      const [id, seconds, kind] = [`${t} ${n}`, (8 + ((t * 7 + n * 11) % 25)) * 60, (t * 3 + n * 5) % 4];
      const plain = { id, words: id, seconds, needsYou: kind === 1 || kind === 2 };
      return kind === 0 ? { ...plain, busy: 'oven', ovenC: t % 2 ? 180 : 160 } : kind === 2 ? { ...plain, busy: 'mixer' } : plain;
    };
    const treats = Array.from({ length: 6 }, (_, t) => ({ id: `t${t}`, title: `t${t}`, serveS, steps: Array.from({ length: 10 }, (_s, n) => stepOf(t, n)) }));
    return timeOf(() => planDay({ treats, room: HOME_ROOM, nowS: serveS - 2 * 86_400, held: {}, from: 'serving' }), 12);
  })();
  const size = firstLoad();
  const starts = [await coldStart(), await coldStart(), await coldStart()];

  printRows([
    ['first load, raw', `${(size.raw / 1000).toFixed(0)} kB`],
    ['first load, gzipped (aim under 250 kB)', `${(size.zipped / 1000).toFixed(0)} kB`],
    ['cold start of the server to its first answer (aim under 1 s)', `${quantile(starts, 0.5).toFixed(0)} ms`],
    ['one edit of a 30-line formula to its nutrition', `${(nutrition * 1000).toFixed(1)} µs`],
    ['one edit of a 30-line formula to the whole analysis, ledger and cautions', `${(whole * 1000).toFixed(1)} µs`],
    ['the same edit in the spreadsheet engine', `${(sheet * 1000).toFixed(1)} µs`],
    ['spreadsheet / nutrition (aim 80)', `${median((turn) => turn.sheet / turn.nutrition).toFixed(1)} times`],
    ['spreadsheet / whole analysis (aim 20)', `${median((turn) => turn.sheet / turn.whole).toFixed(1)} times`],
    [`ranking all ${stand.length} stand-ins of flour, each with its ledger (aim under 30 ms)`, `${ranking.toFixed(1)} ms`],
    ['heat of one tin to its core (aim under 100 ms)', `${heating.toFixed(1)} ms`],
    ['a day of 6 treats with 60 steps (aim under 200 ms)', `${planning.toFixed(1)} ms`],
    ['reading a pasted recipe of 14 lines', `${reading.toFixed(2)} ms`],
  ]);
}
