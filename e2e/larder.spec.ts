import { readFileSync, writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type ElementHandle, type Page } from 'puppeteer-core';
import { choose, comes, go, openPage, paste, press, rebuildLines, reload, sees, type } from './household';
import { visit } from './visit';

const shelf = JSON.parse(readFileSync('data/label-shelf.json', 'utf8')) as readonly { code: string; name: string; behaves?: string }[];

function codeOf(test: (pack: { name: string; behaves?: string }) => boolean): string {
  return shelf.find(test)?.code ?? '';
}

describe('the larder', () => {
  let browser: Browser;
  let page: Page;
  let faults: readonly string[];
  const household = visit(true, '/larder', (opened) => ({ browser, page, faults } = opened));

  const summary = (): Promise<string> => page.$eval('.verdict', (one) => one.textContent ?? '');
  async function fill(label: string, text: string): Promise<void> {
    await type(page, `[aria-label="${label}"]`, text);
  }

  test('search, filters and sort narrow the list; a food opens beside it; two are compared', async () => {
    await type(page, '#find-food', 'zuchini');
    await page.waitForFunction(() => document.querySelector('.rows .name')?.textContent?.includes('Courgette') === true);
    await sees(page, 'searched for “zucchini”');
    await type(page, '#find-food', '');
    await page.keyboard.press('Backspace');
    await choose(page, 'kind', 'protein');
    await choose(page, 'sort', 'price of 100 g protein');
    await page.waitForFunction(() => document.querySelector('.rows .row .tag') !== null && document.querySelectorAll('.rows .row').length > 4);
    await press(page, 'Plain whey, paper pouch');
    await sees(page, 'per 100 g of protein');
    await press(page, 'Compare with another');
    await press(page, 'Pea protein, village co-op');
    await page.waitForFunction(() => document.querySelectorAll('fm-food-card thead th').length === 3);
    await comes(async () => expect(await page.$eval('fm-food-card thead', (head) => (head as HTMLElement).innerText)).toMatch(/Pea protein[\s\S]*Plain whey/));
    await press(page, 'Close');
  });

  test('looking a label up: a slip, an unknown code, a service that is down or slow, and a label that does not add up', async () => {
    await press(page, 'Enter a pack');
    await page.waitForSelector('#barcode');
    await type(page, '#barcode', '1234567890123');
    await press(page, 'Look up');
    await sees(page, 'That is no bar code');
    await type(page, '#barcode', '6291041500213');
    await press(page, 'Look up');
    await sees(page, 'Nobody knows this code');
    await type(
      page,
      '#barcode',
      codeOf(({ behaves }) => behaves === 'down'),
    );
    await press(page, 'Look up');
    await sees(page, 'does not answer. Type the label in by hand');
    await type(
      page,
      '#barcode',
      codeOf(({ behaves }) => behaves === 'slow'),
    );
    await press(page, 'Look up');
    await sees(page, 'Asking the label service');
    await press(page, 'Stop asking');
    await sees(page, 'Stopped asking');
    await type(
      page,
      '#barcode',
      codeOf(({ name }) => name.startsWith('Hazelnut spread')),
    );
    await press(page, 'Look up');
    await sees(page, 'More sugars than carbohydrate');
    await comes(async () => expect(await summary()).toContain('3 things do not add up'));
  });

  test('a label typed by hand: faults in words beside their field, mended as it is typed; zeros and a weighed piece', async () => {
    await go(page, `${household.url}/larder/pack/new?kind=oat-flour`);
    await press(page, 'US');
    await fill('Grams of a serving', '30');
    await fill('Calories kcal, a serving', '470');
    await fill('Total fat g, a serving', '2');
    await fill('Total carbohydrate g, a serving', 'lots');
    await sees(page, 'is not a figure');
    await fill('Total carbohydrate g, a serving', '20');
    await fill('Protein g, a serving', '-4');
    await sees(page, 'A panel prints nothing below zero');
    await fill('Protein g, a serving', '4');
    await sees(page, 'The figure looks like kilojoules');
    await fill('Calories kcal, a serving', '110');
    await fill('Sodium mg, a serving', '0');
    await page.waitForFunction(() => document.querySelector('.verdict')?.textContent?.includes('adds up'));
    await type(page, '#used', '600');
    await sees(page, 'The printed zero for sodium may hide up to 100 mg in 600 g');
    await type(page, '#piece', '33');
    await sees(page, '10 % heavier than the label');
    // It is called as its kind until it is named; without any name it is not kept.
    await comes(async () => expect(await page.$eval('#pack-name', (field) => (field as HTMLInputElement).value)).toBe('Oat flour, our pack'));
    await type(page, '#pack-name', ' ');
    await press(page, 'Save');
    await sees(page, 'Give the pack a name');
    await type(page, '#pack-name', 'Oats from the fair');
    await press(page, 'Save');
    await page.waitForFunction(() => /larder\/pack\/pack-/.test(location.pathname) && document.body.innerText.includes('saved'));
    await comes(async () => expect(await page.$eval('#pack-name', (field) => (field as HTMLInputElement).value)).toBe('Oats from the fair'));
  });

  test('its scoop, cup and thirst are used at once by a recipe that names its kind, and the line says so', async () => {
    await press(page, 'Scoop and cup');
    await type(page, '#measure-scoop', '21');
    for (const [i, grams] of ['90', '96', '93'].entries()) await type(page, `#weighing-${i}`, grams);
    await page.keyboard.press('Tab');
    await sees(page, '93 g a cup, give or take 3.0 g');
    await press(page, 'Thirst');
    await type(page, '#water', '30');
    await press(page, 'Note the test');
    await sees(page, '10.0 g took 30.0 g');
    await page.waitForSelector('fm-chart canvas');
    await press(page, 'Save');
    await page.waitForFunction(() => document.querySelector<HTMLButtonElement>('.head .ant-btn-primary')?.disabled === true);
    await press(page, 'Stock and price');
    await type(page, '[id^="add-pack-"]', '400');
    await press(page, 'Add');
    await page.waitForSelector('[id^="opened-"]');
    for (const [field, day] of [
      ['opened-', '2020-01-02'],
      ['best-', '2020-02-01'],
    ] as const) {
      await page.click(`[id^="${field}"]`);
      await page.keyboard.type(day);
      await page.keyboard.press('Enter');
    }
    await sees(page, 'days past');
    await go(page, `${household.url}/bench/paste`);
    await paste(page, 'Flapjack\nServes 4\n2 cups oat flour\n3 scoops oat flour\n100 ml milk');
    await sees(page, 'Oats from the fair');
    await sees(page, 'your own cup');
    await sees(page, 'your own measure');
    await sees(page, '186 g');
    await press(page, 'Put on the bench');
    await sees(page, 'try 1 of 1');
    expect((await rebuildLines(page)).slice(0, 2)).toEqual(['2 cup Oats from the fair', '3 scoop Oats from the fair']);
    await sees(page, '186 g · your own cup');
    const energy = await page.$eval('[data-figure="energyKcal"]', (one) => one.textContent);
    await press(page, 'Swap Oats from the fair');
    await press(page, 'any oat flour');
    await page.waitForFunction((before) => document.querySelector('[data-figure="energyKcal"]')?.textContent !== before, {}, energy);
    expect((await rebuildLines(page))[0]).toBe('2 cup Oat flour');
  });

  test('a table is previewed, accepted, and found; what is wrong is said by row', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'fellmist-csv-'));
    writeFileSync(join(folder, 'foods.csv'), 'name,kind,energy_kcal,protein_g\nMoonlight syrup,sweetener,300,0\nBroken,sweetener,plenty,0\n');
    writeFileSync(join(folder, 'wrong.csv'), 'a,b\n1,2\n');
    await go(page, `${household.url}/larder/tables`);
    const input = (await page.waitForSelector('input[type=file]')) as unknown as ElementHandle<HTMLInputElement>;
    await input.uploadFile(join(folder, 'wrong.csv'));
    await sees(page, 'The column "name" is missing');
    await input.uploadFile(join(folder, 'foods.csv'));
    await sees(page, 'energy_kcal must be a number');
    await press(page, 'Take in 1 foods');
    await sees(page, '1 foods taken in');
    await go(page, `${household.url}/larder`);
    await type(page, '#find-food', 'moonlight');
    await page.waitForFunction(() => document.querySelector('.rows .name')?.textContent?.includes('Moonlight syrup') === true);
    await comes(async () => expect(await page.$$eval('.rows .name', (names) => names.length)).toBe(1));
  });

  test('two tabs on one pack: the later save is refused in words and nothing typed is lost', async () => {
    await go(page, `${household.url}/larder/pack/pack-drops`);
    const other = await openPage(browser, `${household.url}/larder/pack/pack-drops`);
    await type(other.page, '#pack-name', 'Drops, other tab');
    await press(other.page, 'Save');
    await other.page.waitForFunction(() => document.querySelector<HTMLButtonElement>('.head .ant-btn-primary')?.disabled === true);
    await other.page.close();
    await type(page, '#pack-name', 'Drops, this tab');
    await press(page, 'Save');
    await sees(page, 'This pack was saved from another place');
    await comes(async () =>
      expect(await page.$eval('fm-pack-conflict tbody', (rows) => (rows as HTMLElement).innerText.replace(/\s+/g, ' ').trim())).toBe('Name Drops, this tab Drops, other tab'),
    );
    await reload(page);
    await comes(async () => expect(await page.$eval('#pack-name', (field) => (field as HTMLInputElement).value)).toBe('Drops, this tab'));
    await press(page, 'Save mine');
    await page.waitForFunction(() => document.querySelector<HTMLButtonElement>('.head .ant-btn-primary')?.disabled === true);
  });

  test('an unsaved pack is there again in another tab once its own is closed; its saves are listed and any can be taken up', async () => {
    const other = await page.browserContext().newPage();
    await go(other, `${household.url}/larder/pack/pack-rye`);
    await type(other, '#pack-name', 'Rye, half written');
    await sees(other, 'not saved');
    await new Promise((resolve) => setTimeout(resolve, 200));
    await other.close();
    await go(page, `${household.url}/larder/pack/pack-rye`);
    await sees(page, 'Taken up as you left it');
    const name = (): Promise<string> => page.$eval('#pack-name', (field) => (field as HTMLInputElement).value);
    await comes(async () => expect(await name()).toBe('Rye, half written'));
    await press(page, 'Save');
    await page.waitForFunction(() => document.querySelector('header [role=status]')?.textContent === 'saved');
    await press(page, 'History');
    await sees(page, '→ Rye, half written');
    await page.click('fm-pack-history li:nth-child(2) button');
    await sees(page, 'not saved');
    await comes(async () => expect(await name()).not.toBe('Rye, half written'));
    await press(page, 'Take it up again');
    await comes(async () => expect(await name()).toBe('Rye, half written'));
  });

  test('with the server gone a pack is not saved, says so, and is saved when it is back', async () => {
    await go(page, `${household.url}/larder/pack/pack-skyr`);
    await press(page, 'Stock and price');
    await type(page, '#price', '2,10');
    await page.keyboard.press('Tab');
    await household.close();
    await press(page, 'Save');
    await sees(page, 'The Fellmist server does not answer');
    await household.open();
    await press(page, 'Save');
    await page.waitForFunction(() => document.querySelector<HTMLButtonElement>('.head .ant-btn-primary')?.disabled === true);
    await reload(page);
    await press(page, 'Stock and price');
    await page.waitForSelector('#price');
    await comes(async () => expect(await page.$eval('#price', (field) => (field as HTMLInputElement).value)).toBe('2.1'));
    await type(page, '#price', 'a lot');
    await page.keyboard.press('Tab');
    await sees(page, 'Give the price as a number');
  });

  test('the long list is fetched as it is scrolled, and a food far down is opened by keyboard', async () => {
    await go(page, `${household.url}/larder`);
    await page.$eval('.rows', (viewport) => viewport.scrollTo(0, 300 * 40));
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.rows .row')].some((row) => Number(row.getAttribute('aria-rowindex')) > 300 && row.querySelector('.name') !== null),
    );
    const first = await page.evaluate(() => {
      const name = [...document.querySelectorAll<HTMLElement>('.rows .row')].find((row) => Number(row.getAttribute('aria-rowindex')) > 305)?.querySelector<HTMLElement>('.name');
      name?.focus();
      return name?.innerText ?? '';
    });
    await page.keyboard.press('Enter');
    await page.waitForFunction((name) => document.querySelector('fm-food-card h2')?.textContent === name, {}, first);
    await page.focus('.rows .row.here .name');
    await page.keyboard.press('ArrowDown');
    await comes(async () => expect(await page.evaluate(() => document.activeElement?.classList.contains('name') === true && !document.activeElement.closest('.here'))).toBe(true));
  });

  test('a pack that is removed can be brought back, and nothing went wrong on the way', async () => {
    await go(page, `${household.url}/larder?food=pack-curd`);
    await press(page, 'Remove');
    await sees(page, 'was taken out of the larder');
    await press(page, 'Undo');
    await page.waitForFunction(() => !document.body.innerText.includes('was taken out'));
    await type(page, '#find-food', 'curd cheese, lean');
    await page.waitForFunction(() => [...document.querySelectorAll('.rows .name')].some((name) => name.textContent?.trim() === 'Curd cheese, lean'));
    expect(faults.filter((words) => !/Failed to load resource|ERR_CONNECTION_REFUSED/.test(words))).toEqual([]);
  });
});
