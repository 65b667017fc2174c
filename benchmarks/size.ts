import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openBrowser, openPage, reload } from '../e2e/household';
import { bigHouse } from './bigHouse';
import { timed } from './book';
import { printRows, quantile } from './figures';
import { fromPress, watchFrames } from './frames';

const [PACKS, FOODS] = [3000, 20_000];
const ROUNDS = 15;

/** What each place asks the server for when it is opened. */
const ASKED = [
  '/api/formulas',
  '/api/formulas?sort=energy',
  '/api/formulas?q=plum',
  '/api/larder',
  '/api/foods?q=oat',
  '/api/foods?sort=protein',
  '/api/bakes',
  '/api/kept',
  '/api/week?from=2026-11-23T00:00:00.000Z&to=2026-11-30T00:00:00.000Z',
  '/api/book',
  '/api/plans',
  '/api/shopping',
  '/api/use-up',
  '/api/bought',
  '/api/oven',
  '/api/timers',
  '/api/removed',
  '/api/settings',
];

/** Places, and what is there once they are painted. */
const PLACES = [
  ['/shelf', '.formula .title'],
  ['/larder', '.rows .row'],
  ['/bakes', '.listed .title'],
  ['/book', 'a[href^="/book/"]'],
  ['/compare', 'h1'],
  ['/house', '#people'],
] as const;

/** Every place of a house of many years: 2,000 formulas, 10,000 bakes, 20,000 foods of its own, 3,000 packs. */
export async function measureSize(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'fellmist-size-'));
  const { url, close } = await bigHouse({ file: join(folder, 'fellmist.db'), packs: PACKS, foods: FOODS });
  const browser = await openBrowser();
  try {
    const rows: [string, string][] = [];
    for (const path of ASKED) {
      let bytes = 0;
      const get = async (): Promise<void> => {
        bytes = (await (await fetch(url + path)).arrayBuffer()).byteLength;
      };
      const [first] = await timed(get, 1);
      const samples = await timed(get, ROUNDS);
      rows.push([path, `${quantile(samples, 0.5).toFixed(1)} ms, at first ${(first ?? 0).toFixed(0)} ms, ${(bytes / 1000).toFixed(0)} kB`]);
    }
    const { page } = await openPage(browser, `${url}/safety`);
    await watchFrames(page);
    await reload(page);
    // The code of the other places is fetched while nothing is done: a first press is one of a page that has stood for a moment.
    await new Promise((resolve) => setTimeout(resolve, 5000));
    for (const [place, sign] of PLACES) {
      const painted: number[] = [];
      for (let round = 0; round < 6; round++) {
        await page.evaluate(() => document.querySelector<HTMLElement>('a[href="/cold"]')?.click());
        await new Promise((resolve) => setTimeout(resolve, 700));
        painted.push(await fromPress(page, `a[href="${place}"]`, sign));
      }
      rows.push([
        `${place}, from the press on the rail to the painted page (aim 300 ms)`,
        `${quantile(painted.slice(1), 0.5).toFixed(0)} ms, at first ${(painted[0] ?? 0).toFixed(0)} ms`,
      ]);
    }
    printRows(rows);
  } finally {
    await browser.close();
    close();
    rmSync(folder, { recursive: true, force: true });
  }
}
