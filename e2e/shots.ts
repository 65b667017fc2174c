import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { type Browser, type Page } from 'puppeteer-core';
import { choose, go, openBrowser, openPage, press, sees, type } from './household';
import { Household } from './ownHousehold';

interface View {
  readonly name: string;
  readonly path: string;
  readonly width?: number;
  readonly height?: number;
  readonly theme?: 'dark';
  /** What is done on the page before the picture is taken. */
  readonly act?: (page: Page) => Promise<void>;
}

/** A pack of the label shelf whose label does not add up. */
const BAD_LABEL = '2000000505626';

async function larderShown(page: Page): Promise<void> {
  await page.waitForSelector('.rows .name');
  await page.waitForSelector('fm-food-card table');
}

async function openLoaf(page: Page): Promise<void> {
  await press(page, 'Carrot-cardamom loaf');
  await page.waitForSelector('.rebuilt .row');
  await sees(page, 'Bake it');
}

async function swapFlour(page: Page): Promise<void> {
  await press(page, 'Buckwheat drop scones');
  await page.waitForSelector('.rebuilt .row');
  await press(page, 'Swap Plain wheat flour');
  await page.waitForSelector('fm-swap-panel .offer');
}

async function openCold(page: Page, title: string): Promise<void> {
  await press(page, title);
  await page.waitForSelector('.rebuilt .row');
  await press(page, 'Cold table');
  await sees(page, 'Also in the mix');
}

/** The loaf, aimed at so many kilocalories and grams of protein a slice. */
async function aimAt(page: Page, energy: string, protein: string): Promise<void> {
  await openLoaf(page);
  await go(page, `${page.url()}/goals`);
  await type(page, '[aria-label="Amount of goal 1"]', energy);
  await type(page, '[aria-label="Amount of goal 2"]', protein);
  await page.keyboard.press('Tab');
}

/** The loaf that is half weighed. */
async function openBake(page: Page): Promise<void> {
  await press(page, 'Go on weighing');
  await press(page, 'Leave kitchen');
  await page.waitForSelector('fm-vessel-drawing svg');
}

/** Weighing on, with something on the scale. */
async function weighOn(page: Page): Promise<void> {
  await press(page, 'Go on weighing');
  await page.waitForSelector('.keys button');
  const shown = (): Promise<string> => page.evaluate(() => document.querySelector('.step, .big')?.textContent ?? '');
  for (let now = await shown(); !/^[\d.]*–?g$/.test(now.trim()); now = await shown()) await press(page, now.includes('tsp') ? 'Took' : 'It is done');
  await page.evaluate(async () => {
    for (const deed of [
      { deed: 'step', stepG: 0.1 },
      { deed: 'pour', grams: 61.4 },
    ])
      await fetch('/api/devices/scale', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(deed) });
  });
  await page.waitForFunction(() => /^6[01]\.\dg$/.test(document.querySelector('.big:not(.moves)')?.textContent?.trim() ?? ''));
}

/** The main views, from the demo household, as docs/screenshots holds them. */
const VIEWS: readonly View[] = [
  { name: 'shelf', path: '/shelf' },
  { name: 'larder', path: '/larder?food=pack-mill-flour', act: larderShown },
  { name: 'shopping', path: '/larder/shopping', act: (page) => sees(page, 'Use it up') },
  {
    name: 'label-desk',
    path: '/larder/pack/new',
    act: async (page) => {
      await type(page, '#barcode', BAD_LABEL);
      await press(page, 'Look up');
      await sees(page, 'do not add up');
    },
  },
  { name: 'bench', path: '/shelf', act: openLoaf },
  { name: 'bench-dark', path: '/shelf', theme: 'dark', act: openLoaf },
  { name: 'bench-phone', path: '/shelf', width: 390, height: 844, act: openLoaf },
  { name: 'swap', path: '/shelf', act: swapFlour },
  {
    name: 'oven',
    path: '/bakes',
    act: async (page) => {
      await openBake(page);
      await press(page, 'In the oven');
      await page.waitForSelector('fm-oven-time canvas');
    },
  },
  {
    name: 'plan',
    path: '/bakes',
    act: async (page) => {
      await press(page, 'Saturday tea table');
      await page.waitForSelector('.day canvas');
      await sees(page, 'wanted twice');
    },
  },
  { name: 'weigh', path: '/bakes', act: weighOn },
  {
    name: 'cold',
    path: '/shelf',
    act: async (page) => {
      await openCold(page, 'Sour-cherry kefir ice');
      await page.waitForSelector('fm-chart canvas');
    },
  },
  {
    name: 'book',
    path: '/book',
    act: async (page) => {
      await press(page, 'Carrot-cardamom loaf');
      await press(page, 'Compare try 2');
      await press(page, 'Compare try 3');
      await sees(page, 'settles as a damp layer');
    },
  },
  {
    name: 'learned',
    path: '/book/learned',
    act: async (page) => {
      await sees(page, 'How sweet you like it');
      await page.waitForSelector('fm-chart canvas');
    },
  },
  {
    name: 'goals',
    path: '/shelf',
    act: async (page) => {
      await aimAt(page, '200', '8');
      await sees(page, 'These cannot all be had');
    },
  },
  {
    name: 'rebuilds',
    path: '/shelf',
    act: async (page) => {
      await aimAt(page, '200', '8');
      await press(page, 'With stand-ins');
      await page.waitForFunction(() => document.querySelectorAll('.cards .card').length >= 3 && !document.querySelector('[role=progressbar]'));
    },
  },
  {
    name: 'compare',
    path: '/shelf',
    act: async (page) => {
      await openLoaf(page);
      await press(page, 'Compare');
      await choose(page, 'lay-beside', 'Carrot cake, a cafe’s slice');
      await choose(page, 'lay-beside', 'Oat and whey bar, from the shop');
      await page.keyboard.press('Escape');
      await page.click('h1');
      await sees(page, 'For the same energy');
      await page.waitForSelector('fm-energy-bars canvas');
    },
  },
  { name: 'house', path: '/house', act: (page) => sees(page, 'Never wanted') },
  {
    name: 'tries',
    path: '/shelf',
    act: async (page) => {
      await openLoaf(page);
      await press(page, 'Tries');
      await page.waitForSelector('.sprout');
      await sees(page, 'against');
    },
  },
];

async function take(browser: Browser, url: string, folder: string, view: View): Promise<void> {
  const { page } = await openPage(browser, `${url}/shelf`, view.width, view.height);
  if (view.theme) await page.evaluate((theme) => localStorage.setItem('fellmist.theme', theme), view.theme);
  await go(page, url + view.path);
  await view.act?.(page);
  await page.evaluate(() => document.fonts.ready);
  // A list that was chosen from fades away first.
  await page.waitForFunction(() => document.querySelector('.ant-select-dropdown') === null);
  await page.screenshot({ path: join(folder, `${view.name}.png`) as `${string}.png` });
  await page.close();
}

const [folder = 'docs/screenshots', ...names] = process.argv.slice(2);
const household = new Household(true);
await household.open();
const browser = await openBrowser();
try {
  mkdirSync(folder, { recursive: true });
  for (const view of VIEWS) if (names.length === 0 || names.includes(view.name)) await take(browser, household.url, folder, view);
} finally {
  await browser.close();
  await household.dispose();
}
