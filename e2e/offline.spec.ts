import type { Page } from 'puppeteer-core';
import { press, sees } from './household';
import { visit } from './visit';

describe('without the server', () => {
  let page: Page;
  const household = visit(true, '/house', (opened) => {
    page = opened.page;
  });
  const go = (path: string): Promise<unknown> => page.goto(household.url + path, { waitUntil: 'load' });

  test('a device that keeps its pages opens shelf, larder and a formula, says from when they are, and says when the server is back', async () => {
    await page.click('#keeps');
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.reload({ waitUntil: 'networkidle0' });
    for (const path of ['/shelf', '/larder', '/bakes']) {
      await go(path);
      await page.waitForNetworkIdle();
    }
    await go('/shelf');
    await press(page, 'Carrot-cardamom loaf');
    await page.waitForSelector('.rebuilt .row');
    const address = new URL(page.url()).pathname;
    const energy = await page.$eval('.strip, fm-strip', (one) => one.textContent ?? '');
    await household.close();

    await go('/shelf');
    await sees(page, 'Courgette waffles');
    await sees(page, 'Your Fellmist server does not answer');
    await go('/larder');
    await page.waitForSelector('.rows .name');
    await go(address);
    await page.waitForSelector('.rebuilt .row');
    expect(await page.$eval('.strip, fm-strip', (one) => one.textContent ?? '')).toBe(energy);
    await sees(page, 'Your Fellmist server does not answer');

    await household.open();
    await sees(page, 'answers again');
    await Promise.all([page.waitForNavigation({ waitUntil: 'networkidle0' }), press(page, 'Fetch it anew')]);
    await page.waitForSelector('.rebuilt .row');
    expect(await page.evaluate(() => document.body.innerText.includes('does not answer'))).toBe(false);
  }, 120_000);

  test('switched off it keeps nothing', async () => {
    await go('/house');
    await page.waitForSelector('#keeps');
    await page.click('#keeps');
    await page.waitForFunction(async () => (await caches.keys()).length === 0 && (await navigator.serviceWorker.getRegistrations()).length === 0);
    expect(await page.evaluate(() => localStorage.getItem('fellmist.offline'))).toBe('off');
  }, 60_000);
});
