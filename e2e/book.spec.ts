import type { Page } from 'puppeteer-core';
import { openPage, press, sees, type } from './household';
import { type Visit, visit } from './visit';

describe('the Tasting book', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/book', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const words = (of: Page, selector: string): Promise<string> => of.$eval(selector, (element) => element.textContent?.replace(/\s+/g, ' ').trim() ?? '');
  const answer = (of: Page, scale: string, label: string): Promise<void> =>
    of.evaluate(
      (name, wanted) => {
        const group = [...document.querySelectorAll('fieldset')].find((one) => one.querySelector('legend')?.textContent === name);
        [...(group?.querySelectorAll<HTMLElement>('label') ?? [])].find((one) => one.innerText.trim() === wanted)?.click();
      },
      scale,
      label,
    );

  test('the demo’s drop scones: five tries by three tasters, of which four were tasted; milk alone moved, and the next amount is named', async () => {
    await press(page, 'Buckwheat drop scones');
    await sees(page, 'From try 4 to try 5');
    expect(await page.$$eval('tbody tr', (rows) => rows.map((row) => row.querySelector('th')?.textContent))).toEqual(['Whole milk']);
    // Thickness means by hand: 300 ml of milk (309 g) 4/3, 365 g -1, 328 g 1/3, 340 g -1/3: the line's zero lies between the last two.
    const [, grams = ''] = /(\d+) g/.exec(await words(page, '.next')) ?? [];
    expect([Number(grams) > 328, Number(grams) < 340]).toEqual([true, true]);
    await sees(page, 'Likely right between');
    // The first and the third: where just right lies is a guess from all four still, since milk alone differs.
    await press(page, 'Compare try 1');
    await press(page, 'Compare try 3');
    await sees(page, 'From try 1 to try 3');
    expect(await page.$$eval('.did', (rows) => rows.map((row) => row.querySelector('[role=img]')?.getAttribute('aria-label')))).toEqual([
      'Thickness: too thick 1.3, too thin 1.0',
      'Sweetness: just right, just right',
      'Lift: too flat 0.7, just right',
    ]);
  }, 60_000);

  test('a phone is handed round: who says nothing is asked, what is kept is told, outlives the server, and is on the page', async () => {
    const { page: phone } = await openPage(opened.browser, `${household.url}/book`, 390, 844);
    await press(phone, 'Buckwheat drop scones');
    await press(phone, 'Taste it');
    await phone.waitForSelector('#taster');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Say who tastes first.');
    await type(phone, '#taster', 'Mara');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Give at least one score.');
    await answer(phone, 'How much do you like it?', '7');
    await answer(phone, 'Thickness', '+');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Mara’s scores are kept. Hand the phone on.');
    // The next taster's form is empty, and loses nothing when the server is killed between.
    expect(await phone.$$eval('input:checked', (inputs) => inputs.length)).toBe(0);
    await household.kill();
    await type(phone, '#taster', 'Pim');
    await answer(phone, 'How much do you like it?', '5');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Pim’s scores are kept. Hand the phone on.');
    await household.open();
    await phone.waitForFunction(
      async () => {
        const { events } = (await (await fetch(`/api/bakes/${location.pathname.split('/').at(-1) ?? ''}`)).json()) as { events: { event: { kind: string } }[] };
        return events.filter(({ event }) => event.kind === 'tasted').length === 2;
      },
      { timeout: 20_000 },
    );
    await press(phone, 'Tasting book');
    await press(phone, 'Buckwheat drop scones');
    await sees(phone, 'Where each try landed');
    // (7 + 5) / 2.
    await phone.waitForFunction(() => document.querySelectorAll('li.line')[1]?.lastElementChild?.textContent === '6.0', { timeout: 10_000 });
    await phone.close();
  }, 60_000);

  test('a formula that was never baked to the end is told to be none of the book', async () => {
    await page.goto(`${household.url}/book/nothing-there`, { waitUntil: 'load' });
    await sees(page, 'Nothing in the book');
  }, 30_000);
});
