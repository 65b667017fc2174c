import { readFileSync } from 'node:fs';
import { type FoodPage, type ImportPreview } from '@fellmist/contract';
import { loadShippedLarder } from '@fellmist/data';
import { type Page } from 'puppeteer-core';
import { openBrowser, openPage } from '../e2e/household';
import { Household } from '../e2e/ownHousehold';
import { printRows, quantile } from './figures';

const FOODS = 20_000;
const ADJECTIVES = [
  'roasted',
  'ground',
  'whole',
  'light',
  'dark',
  'sweet',
  'toasted',
  'raw',
  'milled',
  'rolled',
  'dried',
  'fresh',
  'smoked',
  'creamy',
  'crisp',
  'mild',
  'village',
  'upland',
  'river',
  'valley',
];
const QUERIES = [
  'flour',
  'oat',
  'zucc',
  'almond bu',
  'protein',
  'whey van',
  'choclate',
  'hazlenut',
  'milk',
  'mi',
  'upland oat flo',
  'creamy',
  'soya',
  'village rye',
  'qqxz',
  'sugar alc',
  'dried appl',
  'p',
];
const SORTS = ['fit', 'name', 'protein', 'net', 'energy'];

/** Twenty thousand invented foods from the names that ship, the same on every run. */
function inventedFoods(): string {
  const base = loadShippedLarder('data').foods;
  const rows = Array.from({ length: FOODS }, (_, i) => {
    const food = base[i % base.length];
    const name = `${ADJECTIVES[i % ADJECTIVES.length] ?? ''} ${food?.name.replace(/,/g, '').toLowerCase() ?? ''} no ${Math.floor(i / base.length)}`;
    const { energyKcal = '', proteinG = '', fatG = '', carbohydrateG = '', fibreG = '' } = food?.per100g ?? {};
    return `bench-${i},${name},${food?.kind ?? 'other'},${energyKcal},${proteinG},${fatG},${carbohydrateG},${fibreG}`;
  });
  return ['id,name,kind,energy_kcal,protein_g,fat_g,carbohydrate_g,fibre_g', ...rows].join('\n');
}

async function fill(url: string): Promise<{ readonly previewMs: number; readonly acceptMs: number }> {
  const from = performance.now();
  const preview = (await (await fetch(`${url}/api/imports?of=foods`, { method: 'POST', headers: { 'Content-Type': 'text/csv' }, body: inventedFoods() })).json()) as ImportPreview;
  const between = performance.now();
  await (await fetch(`${url}/api/imports/${preview.id}/accept`, { method: 'POST' })).json();
  return { previewMs: between - from, acceptMs: performance.now() - between };
}

async function timed(paths: readonly string[], rounds: number): Promise<readonly number[]> {
  const samples: number[] = [];
  for (let round = -1; round < rounds; round++) {
    for (const path of paths) {
      const from = performance.now();
      (await (await fetch(path)).json()) as FoodPage;
      if (round >= 0) samples.push(performance.now() - from);
    }
  }
  return samples;
}

/** Milliseconds from a key in the search field to the frame in which the new list is painted. */
async function keystrokes(page: Page): Promise<readonly number[]> {
  // The runner names functions through a helper that the page does not have.
  await page.evaluate('globalThis.__name = (named) => named');
  return page.evaluate(async (queries) => {
    const field = document.querySelector<HTMLInputElement>('#find-food');
    const rows = document.querySelector('.rows');
    const host = document.querySelector('.work');
    if (!field || !rows || !host) throw new Error('the larder is not open');
    const samples: number[] = [];
    const painted = (): Promise<void> =>
      new Promise((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          clearTimeout(same);
          requestAnimationFrame(() => setTimeout(resolve));
        });
        watch.observe(host.parentElement ?? host, { childList: true, subtree: true, characterData: true, attributes: true, attributeFilter: ['aria-rowcount'] });
        const same = setTimeout(() => {
          watch.disconnect();
          resolve();
        }, 600);
      });
    for (const query of queries) {
      for (let length = 1; length <= query.length; length++) {
        field.value = query.slice(0, length);
        const from = performance.now();
        const done = painted();
        field.dispatchEvent(new Event('input', { bubbles: true }));
        await done;
        const taken = performance.now() - from;
        if (taken < 590) samples.push(taken);
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
    }
    return samples;
  }, QUERIES);
}

function residentMb(pid: number): number {
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
}

/** Search and list at 20,000 foods, at the server and at the screen, and what the server takes in memory. */
export async function measureLarder(): Promise<void> {
  const household = new Household(true);
  await household.open();
  try {
    await measure(household);
  } finally {
    await household.dispose();
  }
}

async function measure(household: Household): Promise<void> {
  const before = residentMb(household.pid);
  const { previewMs, acceptMs } = await fill(household.url);
  const ms = (value: number): string => `${value.toFixed(1)} ms`;
  const searches = await timed(
    QUERIES.map((q) => `${household.url}/api/foods?q=${encodeURIComponent(q)}&limit=60`),
    12,
  );
  const lists = await timed(
    SORTS.flatMap((sort) => [0, 5000, 19_900].map((offset) => `${household.url}/api/foods?sort=${sort}&offset=${offset}&limit=60`)),
    12,
  );
  const browser = await openBrowser();
  const { page } = await openPage(browser, `${household.url}/larder`);
  const screen = await keystrokes(page).finally(() => browser.close());
  printRows([
    [`reading a table of ${FOODS} foods to its preview`, ms(previewMs)],
    ['taking it in', ms(acceptMs)],
    ['search at the server, median', ms(quantile(searches, 0.5))],
    ['search at the server, 95th percentile (aim 5 ms)', ms(quantile(searches, 0.95))],
    ['a page of the list at the server, median', ms(quantile(lists, 0.5))],
    ['a page of the list at the server, 95th percentile (aim 5 ms)', ms(quantile(lists, 0.95))],
    ['a key in the search to the painted list, median', ms(quantile(screen, 0.5))],
    ['a key in the search to the painted list, 95th percentile (aim 50 ms)', ms(quantile(screen, 0.95))],
    ['memory of the server before and after', `${before.toFixed(0)} MB, ${residentMb(household.pid).toFixed(0)} MB`],
  ]);
}
