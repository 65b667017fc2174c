import { readFileSync } from 'node:fs';
import { type Browser, type Page } from 'puppeteer-core';
import { comes, go, openPage, press, sees } from './household';
import { visit } from './visit';

const LOAF = 'Carrot-cardamom loaf';
const DAY = 'Saturday tea table';
const OVEN = 'In the oven';
const ICE = 'Sour-cherry kefir ice';
const BOOK = 'Buckwheat drop scones';
const TOGETHER = 'Taste behind codes';
const COMPARE = 'Compare';
const GOALS = 'Reach a goal';
const TASTE = 'Hand the phone round';

// WCAG 2.2 A and AA as far as axe-core can tell by itself.
describe('every place, light and dark, wide and narrow', () => {
  let browser: Browser;
  const household = visit(true, '/shelf', (opened) => ({ browser } = opened));
  const axe = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

  async function violations(page: Page, within = 'html'): Promise<readonly string[]> {
    if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe);
    return page.evaluate(async (place) => {
      const run = (window as unknown as { axe: { run(place: string, options: object): Promise<{ violations: { id: string; nodes: { target: unknown }[] }[] }> } }).axe;
      const result = await run.run(place, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], resultTypes: ['violations'] });
      return result.violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => String(target)).join(' ')}`);
    }, within);
  }
  /** What lies over a page that cannot be reached meanwhile: half of a button shows beside it. */
  const OVERLAY = '.cdk-overlay-container';

  const opened = new Map<string, { readonly page: Page; readonly faults: string[] }>();
  /** A page of that width and theme, on the shelf; the next of its kind is the same one, so that nothing is fetched twice. */
  async function pageOf(width: number, theme: string): Promise<{ readonly page: Page; readonly faults: string[] }> {
    const known = opened.get(`${width} ${theme}`);
    if (known) {
      known.faults.length = 0;
      return known;
    }
    const made = await openPage(browser, `${household.url}/shelf`, width, 844);
    await made.page.evaluate((chosen) => localStorage.setItem('fellmist.theme', chosen), theme);
    opened.set(`${width} ${theme}`, made);
    return made;
  }

  // What lies over the bench: panels beside it on a table screen, sheets over it on a phone, menus and help.
  test.each([
    [1280, 'light'],
    [390, 'dark'],
  ])('with its panels and overlays open at %i, %s', async (width, theme) => {
    const { page, faults } = await pageOf(width, theme);
    await go(page, `${household.url}/shelf`);
    await press(page, `More for ${LOAF}`);
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await press(page, LOAF);
    await page.waitForSelector('.rebuilt .row');
    for (const [opener, words] of [
      ['Goals', 'Never any'],
      ['Tries', 'against'],
      ['Why Energy', 'The rule'],
    ] as const) {
      await press(page, opener);
      await sees(page, words);
      await new Promise((resolve) => setTimeout(resolve, 500));
      expect([opener, await violations(page)]).toEqual([opener, []]);
      await page.keyboard.press('Escape');
      await page.waitForFunction(() => document.querySelector('fm-sheet') === null);
    }
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[role=combobox][aria-controls=found]:focus');
    await page.keyboard.type('carrot');
    await page.waitForSelector('[role=option].at');
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(await violations(page, OVERLAY)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('fm-finder') === null);
    await press(page, 'Help');
    await sees(page, 'Anywhere here');
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(await violations(page, OVERLAY)).toEqual([]);
    expect(faults).toEqual([]);
  });

  test.each([
    ['/shelf', 1280, 'light'],
    ['/larder?food=pack-casein', 1280, 'dark'],
    ['/larder/pack/pack-coconut-flour', 1280, 'light'],
    ['/larder/pack/pack-casein', 390, 'dark'],
    ['/larder/tables', 1280, 'light'],
    ['/larder/bought/new', 390, 'light'],
    ['/shelf/recipes', 1280, 'light'],
    ['/shelf/recipes', 390, 'dark'],
    ['/bakes/week', 1280, 'light'],
    ['/bakes/week', 390, 'dark'],
    ['/larder/shopping', 1280, 'dark'],
    ['/larder/shopping', 390, 'light'],
    [COMPARE, 1280, 'dark'],
    [COMPARE, 390, 'light'],
    [GOALS, 1280, 'light'],
    [GOALS, 390, 'dark'],
    ['/larder', 390, 'light'],
    ['/bench/paste', 1280, 'light'],
    [LOAF, 1280, 'light'],
    [LOAF, 1280, 'dark'],
    [LOAF, 390, 'light'],
    ['/shelf', 390, 'dark'],
    ['/bakes', 1280, 'light'],
    ['/bakes', 390, 'dark'],
    [DAY, 1280, 'light'],
    [DAY, 390, 'dark'],
    [OVEN, 1280, 'dark'],
    [OVEN, 390, 'light'],
    [BOOK, 1280, 'light'],
    [BOOK, 390, 'dark'],
    [TASTE, 1280, 'dark'],
    [TASTE, 390, 'light'],
    [TOGETHER, 1280, 'light'],
    [TOGETHER, 390, 'dark'],
    ['/book/learned', 1280, 'dark'],
    ['/book/learned', 390, 'light'],
    ['/book/new/written', 390, 'dark'],
    ['/safety', 390, 'light'],
    ['/house', 1280, 'dark'],
    ['/house', 390, 'light'],
    [ICE, 1280, 'light'],
    [ICE, 1280, 'dark'],
    [ICE, 390, 'light'],
  ])('%s at %i, %s: no violation, nothing wider than the screen, no error', async (place, width, theme) => {
    const { page, faults } = await pageOf(width, theme);
    const loaf = await page.evaluate(
      async (title) =>
        `/bench/${((await (await fetch('/api/formulas')).json()) as { entries: { id: string; title: string }[] }).entries.find((one) => one.title === title)?.id ?? ''}`,
      LOAF,
    );
    const ofLoaf: Readonly<Record<string, string>> = { [LOAF]: loaf, [COMPARE]: loaf.replace('/bench/', '/compare?of='), [GOALS]: `${loaf}/goals` };
    const path = ofLoaf[place] ?? place;
    await go(page, household.url + (path === ICE ? '/shelf' : path === DAY || path === OVEN ? '/bakes' : path === BOOK || path === TASTE || path === TOGETHER ? '/book' : path));
    if (place === LOAF) {
      await page.waitForSelector('button.food');
      await page.click('button.food');
      await page.waitForSelector('.offer');
    }
    if (place === COMPARE) await page.waitForSelector('fm-energy-bars canvas');
    if (place === GOALS) await sees(page, 'All is as wanted already');
    if (place === DAY) {
      await press(page, DAY);
      await press(page, 'As a table');
      await page.waitForSelector('.day canvas');
    }
    if (place === OVEN) {
      await press(page, 'Go on weighing');
      await press(page, 'Leave kitchen');
      await press(page, OVEN);
      await page.waitForSelector('fm-oven-time canvas');
    }
    if (place === TOGETHER) {
      await press(page, LOAF);
      await press(page, 'Compare try 2');
      await press(page, 'Compare try 3');
      await sees(page, 'settles as a damp layer');
      expect(await violations(page)).toEqual([]);
      await press(page, TOGETHER);
      await page.waitForSelector('#tasters');
      expect(await violations(page)).toEqual([]);
      await press(page, 'Lay it out');
      await sees(page, 'Which is which');
    }
    if (place === BOOK || place === TASTE) {
      await press(page, BOOK);
      await sees(page, 'Where each try landed');
    }
    if (place === TASTE) {
      await press(page, TASTE);
      await page.waitForSelector('#taster');
    }
    if (place === ICE) {
      await press(page, ICE);
      await page.waitForSelector('.rebuilt .row');
      await press(page, 'Cold table');
      await sees(page, 'Draw the sweeteners');
    }
    expect(await violations(page)).toEqual([]);
    await comes(async () => expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0));
    expect(faults).toEqual([]);
  });

  test.each([
    ['', 'Carrot-cardamom loaf', 1280, 'light'],
    ['', 'In which order', 390, 'dark'],
    ['/weigh', 'In the bowl', 1280, 'dark'],
    ['/weigh', 'In the bowl', 390, 'light'],
    ['/after', 'A portion as it really was', 1280, 'light'],
    ['/after', 'Where it goes', 390, 'dark'],
    ['/cards', 'Weigh-out sheet', 1280, 'light'],
  ])('a bake%s (%s) at %i, %s: no violation, nothing wider than the screen, no error', async (part, words, width, theme) => {
    const { page, faults } = await pageOf(width, theme);
    const id = await page.evaluate(
      async (isDone) => ((await (await fetch('/api/bakes')).json()) as { id: string; isFinished: boolean }[]).find(({ isFinished }) => isFinished === isDone)?.id ?? '',
      part === '/after' || part === '/cards',
    );
    // A bake is listened to as long as it is open: its page never falls idle.
    await page.goto(`${household.url}/bakes/${id}${part === '/after' ? '' : part}`, { waitUntil: 'load' });
    await sees(page, words);
    expect(await violations(page)).toEqual([]);
    await comes(async () => expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0));
    expect(faults).toEqual([]);
  });

  test('by keyboard alone: from the shelf to a swap and back', async () => {
    const { page } = await openPage(browser, `${household.url}/shelf`);
    await page.keyboard.press('2');
    await page.waitForSelector('#find-food');
    await page.keyboard.press('1');
    await page.waitForSelector('.title');
    await page.focus('.title');
    await page.keyboard.press('Enter');
    await page.waitForSelector('button.food');
    await page.focus('button.food');
    await page.keyboard.press('s');
    await page.waitForSelector('fm-swap-panel');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.activeElement?.classList.contains('food') === true && document.querySelector('fm-swap-panel') === null);
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Alt');
    await page.waitForFunction(() => [...document.querySelectorAll('.rebuilt .food')][1] === document.activeElement);
    await comes(async () => expect(await page.$$eval('fm-swap-panel', (panels) => panels.length)).toBe(0));
    await page.close();
  });
});
