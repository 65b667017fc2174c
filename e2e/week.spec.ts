import type { Page } from 'puppeteer-core';
import { choose, comes, go, press, reload, sees } from './household';
import { visit } from './visit';

describe('the week', () => {
  let page: Page;
  const household = visit(true, '/bakes', (opened) => {
    page = opened.page;
  });
  /** Rows of the table that say all of these. */
  const rows = (...words: readonly string[]): Promise<readonly string[]> =>
    page.$$eval(
      'table.figures tr',
      (all, wanted) => all.map((row) => row.textContent?.replace(/\s+/g, ' ').trim() ?? '').filter((text) => wanted.every((word) => text.includes(word))),
      words,
    );

  test('tells what is planned and eaten; a portion eaten by somebody comes into their sum and goes out of the freezer', async () => {
    await page.evaluate(async () => {
      const { settings } = (await (await fetch('/api/settings')).json()) as { settings: object };
      await fetch('/api/settings', {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'if-none-match': '*' },
        body: JSON.stringify({ ...settings, people: ['Mara', 'Pim'] }),
      });
    });
    await reload(page);
    await press(page, 'Week');
    await sees(page, 'Week after');
    await comes(async () => expect((await rows('planned')).length + (await rows('baked')).length).toBeGreaterThan(0));
    // Summed is a week of which more than one day is told: on its first days that is the one before.
    if (!(await page.evaluate(() => document.body.innerText.includes('The whole week')))) {
      await press(page, 'Week before');
      await sees(page, 'The whole week');
      await press(page, 'This week');
      await comes(async () => expect((await rows('planned')).length).toBeGreaterThan(0));
    }
    const before = (await rows('eaten', 'Courgette waffles', 'Pim')).length;
    await choose(page, 'eaten-by', 'Pim');
    await press(page, 'Eat one: Courgette waffles');
    await page.waitForFunction(
      (was) => [...document.querySelectorAll('table.figures tr')].filter((row) => /eaten.*Courgette waffles.*Pim/s.test(row.textContent ?? '')).length === was + 1,
      {},
      before,
    );
    await sees(page, '1 in the freezer');
    await press(page, 'Undo');
    await page.waitForFunction(
      (was) => [...document.querySelectorAll('table.figures tr')].filter((row) => /eaten.*Courgette waffles.*Pim/s.test(row.textContent ?? '')).length === was,
      {},
      before,
    );
    await press(page, 'Week after');
    await page.waitForFunction(() => location.search.includes('from='));
    await comes(async () => expect(await rows('eaten', 'Courgette waffles')).toEqual([]));
  });

  test('switched off in the House it is nowhere to be seen', async () => {
    await go(page, `${household.url}/house`);
    await page.click('#week-page');
    await comes(async () => {
      await go(page, `${household.url}/bakes`);
      expect(await page.$$eval('a', (links) => links.filter((link) => link.textContent?.trim() === 'Week').length)).toBe(0);
    });
    await go(page, `${household.url}/bakes/week`);
    await sees(page, 'The week is switched off');
    await comes(async () => expect(await page.$('table.figures')).toBeNull());
  });
});
