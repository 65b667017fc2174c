import { type Browser, type Page } from 'puppeteer-core';
import { comes, go, openBrowser, openFormula, openPage, paste, press, putOnBench, reload, sees, shown, type } from './household';
import { Household } from './ownHousehold';

const BUNS = 'Buns\nMakes 6\n200 g plain flour\n120 ml milk\n2 eggs';
const OATS = 'Oat bake\nServes 4\n100 g rolled oats\n200 ml milk';

async function pasteOnly(page: Page, url: string, text: string): Promise<void> {
  await go(page, `${url}/bench/paste`);
  await paste(page, text);
  await press(page, 'Put on the bench');
}

const words = (page: Page): Promise<string> => page.evaluate(() => document.body.innerText.replace(/\s+/g, ' '));
/** A draft is written 30 ms after the last change. */
const written = (page: Page): Promise<unknown> => page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 200)));

describe('what is not saved', () => {
  const household = new Household(false);
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    await household.open();
    browser = await openBrowser();
    ({ page } = await openPage(browser, `${household.url}/shelf`));
  });
  afterAll(async () => {
    await browser.close();
    await household.dispose();
  });

  test('what was done while the server was gone is there afterwards, the text, the change and the new recipe, and saved apart', async () => {
    // A browser that was never at rest has fetched no other place's code: the text stays, and goes on the bench once that is there.
    const context = await browser.createBrowserContext();
    const busy = await context.newPage();
    await busy.evaluateOnNewDocument(() => {
      globalThis.requestIdleCallback = () => 0;
    });
    await go(busy, `${household.url}/bench/paste`);
    await paste(busy, BUNS);
    await household.close();
    await press(busy, 'Put on the bench');
    await sees(busy, 'The bench could not be fetched');
    await household.open();
    await go(busy, `${household.url}/bench/paste`);
    await comes(async () => expect(await busy.$eval('#recipe-text', (field) => (field as HTMLTextAreaElement).value)).toBe(BUNS));
    await context.close();
    await page.bringToFront();
    await go(page, `${household.url}/bench/paste`);
    await paste(page, BUNS);
    await press(page, 'Put on the bench');
    await sees(page, 'try 1 of 1');
    await household.close();
    await press(page, 'Shelf');
    await press(page, 'Bench');
    await type(page, '[aria-label="Amount of Egg, whole"]', '4');
    await press(page, 'Save');
    await sees(page, 'Saved here, waits for the server');
    await type(page, '[aria-label="Amount of Egg, whole"]', '5');
    await press(page, 'Save');
    await sees(page, '2 saves wait');
    await type(page, '[aria-label="Amount of Egg, whole"]', '6');
    await written(page);
    await press(page, 'Shelf');
    await press(page, 'Paste a recipe');
    await paste(page, OATS);
    await press(page, 'Put on the bench');
    await sees(page, '3 saves wait');
    await household.open();
    await page.waitForFunction(() => !/waits? on this device/.test(document.body.innerText));
    await sees(page, 'try 1 of 1');
    await go(page, `${household.url}/shelf`);
    await sees(page, 'Oat bake');
    await sees(page, 'unsaved changes');
    await openFormula(page, household.url, 'Buns');
    // What was saved is there try by try, what was only typed lies above it.
    await sees(page, 'try 3 of 3');
    await comes(async () => expect(await page.$eval('[aria-label="Amount of Egg, whole"]', (field) => (field as HTMLInputElement).value)).toBe('6'));
    await press(page, 'Back to the saved one');
    await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[aria-label="Amount of Egg, whole"]')?.value === '5');
    await written(page);
    await go(page, `${household.url}/shelf`);
    await sees(page, 'Oat bake');
    expect([(await words(page)).includes('Buns'), (await words(page)).includes('unsaved')]).toEqual([true, false]);
  });

  test('two tabs on one formula keep what each typed; the shelf marks it; a save elsewhere meets the draft in the view of both', async () => {
    await openFormula(page, household.url, 'Buns');
    const other = await page.browserContext().newPage();
    await other.setViewport({ width: 1280, height: 800 });
    await openFormula(other, household.url, 'Buns');
    await page.bringToFront();
    await type(page, '[aria-label="Amount of Egg, whole"]', '3');
    await written(page);
    await other.bringToFront();
    await type(other, '[aria-label="Amount of Egg, whole"]', '7');
    await written(other);
    for (const [tab, eggs] of [
      [page, '3'],
      [other, '7'],
    ] as const) {
      await tab.bringToFront();
      await reload(tab);
      await sees(tab, 'These changes were kept');
      await comes(async () => expect(await tab.$eval('[aria-label="Amount of Egg, whole"]', (field) => (field as HTMLInputElement).value)).toBe(eggs));
    }
    await press(other, 'Save');
    await sees(other, 'try 4 of 4');
    await other.close();
    await page.bringToFront();
    await reload(page);
    await sees(page, 'This formula was saved meanwhile elsewhere');
    const sides = await page.$eval('.sides', (element) => (element as HTMLElement).innerText);
    expect([sides.includes('3 Egg') || sides.includes('3 egg'), sides.includes('7 egg') || sides.includes('7 Egg')]).toEqual([true, true]);
    await go(page, `${household.url}/shelf`);
    await sees(page, 'unsaved changes');
    await openFormula(page, household.url, 'Buns');
    await press(page, 'Save mine as the next try');
    await sees(page, 'try 5 of 5');
  });

  test('a formula removed in another tab is offered back when this one saves', async () => {
    await openFormula(page, household.url, 'Oat bake');
    const other = await page.browserContext().newPage();
    await go(other, `${household.url}/shelf`);
    await press(other, 'More for Oat bake');
    await press(other, 'Remove');
    await sees(other, 'was taken off the shelf');
    await other.close();
    await page.bringToFront();
    await type(page, '[aria-label="Amount of Rolled oats"]', '120');
    await press(page, 'Save');
    await sees(page, 'taken off the shelf elsewhere');
    await press(page, 'Bring it back and save');
    await sees(page, 'try 2 of 2');
    await comes(async () => expect(await page.$eval('[aria-label="Amount of Rolled oats"]', (field) => (field as HTMLInputElement).value)).toBe('120'));
  });

  test('a browser that keeps nothing says so, and the bench works on', async () => {
    const { page: bare } = await openPage(browser, `${household.url}/shelf`);
    await bare.evaluateOnNewDocument(() => {
      Object.defineProperty(window, 'indexedDB', {
        get: () => ({
          open: () => {
            throw new Error('blocked');
          },
        }),
      });
    });
    await openFormula(bare, household.url, 'Buns');
    await sees(bare, 'This browser keeps no drafts');
    await type(bare, '[aria-label="Amount of Plain wheat flour"]', '210');
    await press(bare, 'Save');
    await sees(bare, 'try 6 of 6');
    await comes(async () => expect(await bare.$eval('[aria-label="Amount of Plain wheat flour"]', (field) => (field as HTMLInputElement).value)).toBe('210'));
    await bare.close();
  });

  test('what is longer than can be kept is said before the bench, and nothing is lost', async () => {
    await pasteOnly(page, household.url, `${BUNS}\nMethod\n${'Stir. '.repeat(3400)}`);
    await sees(page, 'letters');
    expect(page.url()).toContain('/bench/paste');
    await pasteOnly(page, household.url, `Long buns\nServes 20000\n200 g plain flour\nMethod\n${'Stir it well and wait. '.repeat(200)}`);
    await sees(page, 'try 1 of 1');
    await reload(page);
    await sees(page, 'try 1 of 1');
  });
});

describe('the house', () => {
  const household = new Household(true);
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    await household.open();
    browser = await openBrowser();
    ({ page } = await openPage(browser, `${household.url}/house`));
  });
  afterAll(async () => {
    await browser.close();
    await household.dispose();
  });

  async function choose(name: string): Promise<void> {
    await press(page, name);
    await shown(page);
  }

  test('what is settled here holds on another device: °F at the cold table, kJ on the bench', async () => {
    await sees(page, 'Never wanted');
    await choose('°F');
    await choose('kJ');
    await page.waitForFunction(() => (document.querySelector('#freezer') as HTMLInputElement | null)?.value === '-0.4');
    await written(page);
    const { page: phone } = await openPage(browser, `${household.url}/house`, 390, 844);
    await phone.waitForFunction(() => (document.querySelector('#freezer') as HTMLInputElement | null)?.value === '-0.4');
    await go(phone, `${household.url}/shelf`);
    await sees(phone, 'kJ');
    await comes(async () => expect(await words(phone)).not.toContain('kcal'));
    await openFormula(phone, household.url, 'Sour-cherry kefir ice');
    await phone.waitForSelector('[data-figure="energyKj"]');
    await press(phone, 'Cold table');
    await sees(phone, '°F');
    await comes(async () => expect(await words(phone)).not.toMatch(/\d °C/));
    await phone.close();
  });

  test('what was removed is brought back after a reload', async () => {
    await go(page, `${household.url}/shelf`);
    await press(page, 'More for Carrot-cardamom loaf');
    await press(page, 'Remove');
    await sees(page, 'was taken off the shelf');
    await go(page, `${household.url}/house`);
    await press(page, 'Bring back Carrot-cardamom loaf');
    await sees(page, 'Nothing was removed');
    await go(page, `${household.url}/shelf`);
    await sees(page, 'Carrot-cardamom loaf');
    await comes(async () => expect(await page.$$eval('.formula', (formulas) => formulas.length)).toBe(7));
  });
});

test('putting a recipe on the bench gives it an address of its own at once', async () => {
  const household = new Household(false);
  await household.open();
  const browser = await openBrowser();
  const { page } = await openPage(browser, household.url);
  await putOnBench(page, household.url, BUNS);
  expect(page.url()).toMatch(/\/bench\/[0-9a-f-]{36}$/);
  await browser.close();
  await household.dispose();
});
