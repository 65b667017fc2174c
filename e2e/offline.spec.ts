import type { StoredFormula } from '@fellmist/contract';
import { allLines } from '@fellmist/core';
import type { Page } from 'puppeteer-core';
import { comes, press, reload, sees, seesNoMore, type } from './household';
import { visit } from './visit';

describe('without the server', () => {
  let page: Page;
  const household = visit(true, '/house', (opened) => {
    page = opened.page;
  });
  const stored = async (id: string): Promise<StoredFormula> => (await fetch(`${household.url}/api/formulas/${id}`)).json() as Promise<StoredFormula>;
  const go = (path: string): Promise<unknown> => page.goto(household.url + path, { waitUntil: 'load' });

  /** Waits until the browser keeps an answer of the server. */
  const isKept = (path: string): Promise<unknown> =>
    page.waitForFunction(async (wanted) => (await caches.match(wanted, { ignoreSearch: true })) !== undefined, { polling: 100 }, path);

  test('a device that keeps its pages opens shelf, larder and a formula, says from when they are, and says when the server is back', async () => {
    await page.click('#keeps');
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await reload(page);
    // The larder asks for its tables first, and then for the foods that it lists.
    for (const [path, ...data] of [
      ['/shelf', '/api/formulas'],
      ['/larder', '/api/larder', '/api/foods'],
      ['/bakes', '/api/bakes'],
    ] as const) {
      await go(path);
      for (const one of data) await isKept(one);
    }
    await go('/shelf');
    await press(page, 'Carrot-cardamom loaf');
    await page.waitForSelector('.rebuilt .row');
    const address = new URL(page.url()).pathname;
    await isKept(`/api/formulas/${address.split('/').at(-1) ?? ''}`);
    const figures = (): Promise<readonly string[]> => page.$$eval('[data-figure]', (all) => all.map((one) => one.textContent ?? ''));
    const before = await figures();
    expect(before.length).toBeGreaterThan(6);
    await household.close();

    await go('/shelf');
    await sees(page, 'Courgette waffles');
    await sees(page, 'Your Fellmist server does not answer');
    await go('/larder');
    await page.waitForSelector('.rows .name');
    await go(address);
    await page.waitForSelector('.rebuilt .row');
    await comes(async () => expect(await figures()).toEqual(before));
    await sees(page, 'Your Fellmist server does not answer');

    await household.open();
    await sees(page, 'answers again');
    await press(page, 'Fetch it anew');
    await page.waitForFunction(() => document.querySelector('.rebuilt .row') !== null && !/answers again|does not answer/.test(document.body.innerText));
  });

  const flour = '[aria-label^="Amount of"]';
  const firstAmount = (of: Page): Promise<string> => of.$eval(`.rebuilt ${flour}`, (field) => (field as HTMLInputElement).value);

  test('what is saved without the server is there after a reload, is sent once in order when it is back', async () => {
    await go('/shelf');
    await press(page, 'Carrot-cardamom loaf');
    await page.waitForSelector('.rebuilt .row');
    const address = new URL(page.url()).pathname;
    const id = address.split('/').at(-1) ?? '';
    const before = (await stored(id)).tries.length;
    await household.close();
    for (const grams of ['111', '112']) {
      await type(page, `.rebuilt ${flour}`, grams);
      await press(page, 'Save');
    }
    await sees(page, '2 saves wait');
    // The page is left and opened again, all without the server.
    await go('/shelf');
    await sees(page, 'saved here, waits for the server');
    await go(address);
    await sees(page, 'Saved here, waits for the server');
    await comes(async () => expect(await firstAmount(page)).toBe('112'));
    await household.open();
    await seesNoMore(page, /waits? on this device/);
    const after = await stored(id);
    expect(after.tries.length).toBe(before + 2);
    expect(allLines(after.worksheet.rebuild).filter(({ amount }) => amount?.value === 112)).toHaveLength(1);
  });

  test('where another device saved meanwhile, both versions are shown, and the choice loses neither', async () => {
    await go('/shelf');
    await press(page, 'Courgette waffles');
    await page.waitForSelector('.rebuilt .row');
    const id = new URL(page.url()).pathname.split('/').at(-1) ?? '';
    await page.setOfflineMode(true);
    await type(page, `.rebuilt ${flour}`, '113');
    await press(page, 'Save');
    await sees(page, 'One save waits');
    const { worksheet, thisTry } = await stored(id);
    const body = JSON.stringify({ tryId: crypto.randomUUID(), label: 'elsewhere', worksheet });
    expect(
      (await fetch(`${household.url}/api/formulas/${id}`, { method: 'PUT', body, headers: { 'If-Match': `"${thisTry.id}"`, 'Content-Type': 'application/json' } })).status,
    ).toBe(200);
    await page.setOfflineMode(false);
    await sees(page, 'This formula was saved meanwhile elsewhere');
    await comes(async () => expect(await page.$eval('.sides', (sides) => (sides as HTMLElement).innerText)).toContain('113'));
    await press(page, 'Save mine as the next try');
    await seesNoMore(page, /waits? on this device/);
    const { tries } = await stored(id);
    expect(tries.slice(-2).map(({ label }) => label)[0]).toBe('elsewhere');
    await comes(async () => expect(await firstAmount(page)).toBe('113'));
  });

  test('switched off it keeps nothing', async () => {
    await go('/house');
    await page.waitForSelector('#keeps');
    await page.click('#keeps');
    await page.waitForFunction(async () => (await caches.keys()).length === 0 && (await navigator.serviceWorker.getRegistrations()).length === 0);
    await comes(async () => expect(await page.evaluate(() => localStorage.getItem('fellmist.offline'))).toBe('off'));
  });
});
