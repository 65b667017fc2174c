import type { Page } from 'puppeteer-core';
import { comes, go, openPage, press, reload, sees } from './household';
import { type Visit, visit } from './visit';

describe('the shopping list', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/bakes', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const tick = (of: Page, name: string): Promise<void> =>
    of.evaluate((wanted) => {
      const entry = [...document.querySelectorAll('.entry')].find((one) => one.querySelector('.name')?.textContent?.trim() === wanted);
      entry?.querySelector('input')?.click();
    }, name);
  const isTicked = (of: Page, name: string): Promise<boolean> =>
    of.evaluate((wanted) => [...document.querySelectorAll('.entry.done .name')].some((one) => one.textContent?.trim() === wanted), name);

  test('from the planned Saturday to a list in packs and grams; ticked on a phone it is ticked on the table, and what is ticked while the server is away is told when it is back', async () => {
    await press(page, 'Saturday tea table');
    await press(page, 'What to buy');
    await sees(page, 'Still to get');
    const first = await page.$eval('.entry .name', (one) => one.textContent?.trim() ?? '');
    const { page: phone } = await openPage(opened.browser, page.url(), 390, 844);
    await sees(phone, 'Still to get');
    await tick(phone, first);
    await phone.waitForFunction(() => document.querySelector('.entry.done') !== null);
    // The phone shows the tick before the server has it.
    await comes(async () => {
      await reload(page);
      expect(await isTicked(page, first)).toBe(true);
    });
    await household.kill();
    await tick(phone, first);
    await sees(phone, '1 tick is kept here');
    expect(await isTicked(phone, first)).toBe(false);
    await household.open();
    await comes(async () => {
      await reload(page);
      expect(await isTicked(page, first)).toBe(false);
    });
    await phone.close();
  });

  test('what should be used up, and the own formulas that take it, lead to the bench', async () => {
    await go(page, `${household.url}/larder/shopping`);
    await sees(page, 'Use it up');
    await sees(page, 'Egg yolk');
    await page.waitForSelector('.listed a');
    const text = await (await fetch(`${household.url}/api/shopping.txt`)).text();
    expect(text).toMatch(/^- .+ g/m);
    await page.click('.listed a');
    await page.waitForSelector('.rebuilt .row');
  });
});
