import { type Page } from 'puppeteer-core';
import { comes, figure, openFormula, press, putOnBench, rebuildLines, sees, type } from './household';
import { visit } from './visit';

const LOAF = 'Tea loaf cake\nMakes 8 slices\n\n200 g plain flour\n100 g sugar\n2 eggs\n120 ml milk\n60 g butter, melted\n2 tsp baking powder';

/** The demo household's flour is a pack. */
const FLOUR = 'Mill-door plain flour';
const flour = `[aria-label="Amount of ${FLOUR}"]`;

describe('the bench under the hand', () => {
  let page: Page;
  let faults: readonly string[];
  const household = visit(true, '', (opened) => ({ page, faults } = opened));

  const foods = async (): Promise<readonly string[]> => (await rebuildLines(page)).map((line) => line.replace(/^[\d/ .]+(?:g|mL|tsp)? /, ''));
  const until = (names: readonly string[]): Promise<unknown> =>
    page.waitForFunction((wanted) => [...document.querySelectorAll('.rebuilt .food')].map((one) => one.textContent?.trim()).join() === wanted, {}, names.join());
  const value = (label: string): Promise<string> => page.$eval(`[aria-label="${label}"]`, (field) => (field as HTMLInputElement).value);

  /** Drags a row by its grip to where another stands. */
  async function drag(name: string, to: string): Promise<void> {
    const at = (food: string): Promise<{ x: number; y: number }> =>
      page.evaluate((wanted) => {
        const pair = [...document.querySelectorAll<HTMLElement>('.pair')].find((one) => one.querySelector('.food')?.textContent?.includes(wanted));
        const box = pair?.querySelector('.grip')?.getBoundingClientRect();
        if (!box) throw new Error(`no grip for ${wanted}`);
        return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      }, food);
    const [from, end] = [await at(name), await at(to)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    for (let i = 1; i <= 12; i++) await page.mouse.move(from.x, from.y + ((end.y - from.y) * i) / 12 + (end.y > from.y ? 6 : -6) * (i / 12));
    await page.mouse.up();
  }

  test('a line dragged by its grip stands where it was dropped, and one undo takes it back', async () => {
    await putOnBench(page, household.url, LOAF);
    const before = await foods();
    const energy = await figure(page, 'energyKcal');
    await drag(FLOUR, 'Whole milk');
    const after = [...before.slice(1, 4), ...before.slice(0, 1), ...before.slice(4)];
    await until(after);
    await comes(async () => expect(await figure(page, 'energyKcal')).toBe(energy));
    await press(page, 'Undo');
    await until(before);
    await press(page, 'Redo');
    await until(after);
    await drag(FLOUR, 'White sugar');
    await until(before);
  });

  test('arrow keys move a line, D doubles it, Delete leaves it out, S swaps it: the hands never leave the keys', async () => {
    const before = await foods();
    await page.focus('button.food');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Alt');
    await until([before[1] ?? '', before[0] ?? '', ...before.slice(2)]);
    await page.keyboard.press('d');
    await until([before[1] ?? '', before[0] ?? '', before[0] ?? '', ...before.slice(2)]);
    await page.keyboard.press('s');
    await page.waitForSelector('fm-swap-panel');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('fm-swap-panel') === null && document.activeElement?.classList.contains('food'));
    await page.keyboard.press('Delete');
    await page.waitForFunction((count) => document.querySelectorAll('.rebuilt .food').length === count, {}, before.length);
    for (let i = 0; i < 3; i++) {
      await page.keyboard.down('Control');
      await page.keyboard.press('z');
      await page.keyboard.up('Control');
    }
    await until(before);
    await comes(async () => expect(await page.$$eval('.rebuilt .food', (foods) => foods.length)).toBe(before.length));
  });

  test('an amount takes cups, fractions and sums, and says what it cannot read without losing what stood there', async () => {
    await type(page, flour, '1 1/2 cup');
    await page.keyboard.press('Tab');
    await page.waitForFunction(() => document.querySelector('.rebuilt .note')?.textContent?.includes('g') === true);
    const energy = await figure(page, 'energyKcal');
    for (const nonsense of ['lots', '-5', '1e9 kg', '3 blorps', '∞']) {
      await type(page, flour, nonsense);
      await page.waitForSelector(`${flour}[aria-invalid="true"]`);
      await comes(async () => expect(await figure(page, 'energyKcal')).toBe(energy));
    }
    await page.keyboard.press('Escape');
    await page.waitForFunction((selector) => document.querySelector(selector)?.getAttribute('aria-invalid') !== 'true', {}, flour);
    await comes(async () => expect(await figure(page, 'energyKcal')).toBe(energy));
    await type(page, flour, '200 g');
    await page.keyboard.press('ArrowUp');
    await page.waitForFunction((selector) => Number(document.querySelector<HTMLInputElement>(selector)?.value) > 200, {}, flour);
    await type(page, flour, '200');
  });

  test('zero of everything, and ten kilograms of one thing, are answered and never NaN', async () => {
    const fields = await page.$$eval('.rebuilt input', (all) => all.map((one) => one.getAttribute('aria-label') ?? ''));
    for (const label of fields) await type(page, `[aria-label="${label}"]`, '0');
    await page.waitForFunction(() => document.querySelector('[data-figure="energyKcal"]')?.firstChild?.textContent?.trim() === '0');
    await comes(async () => expect(await page.evaluate(() => document.body.innerText)).not.toMatch(/NaN|undefined|Infinity/));
    await type(page, flour, '10 kg');
    await sees(page, 'no water in this mix');
    await comes(async () => expect(await page.evaluate(() => document.body.innerText)).not.toMatch(/NaN|undefined|Infinity/));
  });

  test('yield and price open what they are made of, by keyboard too', async () => {
    await openFormula(page, household.url, 'Carrot-cardamom loaf');
    await press(page, 'Why about');
    await sees(page, 'common practice of the trade');
    await comes(async () => expect(await page.$eval('fm-why-card .result', (one) => one.textContent ?? '')).toMatch(/^\d+ g, likely \d+ to \d+ g$/));
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('fm-why-card') === null);
    await press(page, 'Nutrition');
    await press(page, 'Why this price');
    await sees(page, 'price of the pack');
    await press(page, 'Close');
    await type(page, '#yield', '812');
    await page.keyboard.press('Tab');
    await press(page, 'Why this yield');
    await sees(page, 'your own scale');
    await press(page, 'Close');
    await press(page, 'Undo');
  });

  test('a figure of the shelf opens what stands behind it, and closing gives the focus back', async () => {
    await press(page, 'Shelf');
    const label = 'Why Protein of Hazelnut rye cookies';
    await press(page, label);
    await page.waitForFunction(() => document.activeElement?.textContent?.startsWith('Why: protein') === true);
    const [said, shown] = [
      await page.$eval('fm-why-card .result', (one) => one.textContent ?? ''),
      await page.$eval(`[aria-label="${label}"]`, (one) => one.parentElement?.querySelector('.now')?.textContent?.trim() ?? ''),
    ];
    expect(said.split(' ')[0]).toBe(shown.split(/\s/)[0]);
    await page.keyboard.press('Escape');
    await page.waitForFunction((wanted) => document.activeElement?.getAttribute('aria-label') === wanted, {}, label);
  });

  test('a renaming is undone where it was done', async () => {
    await press(page, 'Hazelnut rye cookies');
    await page.waitForSelector('.rebuilt .row');
    await press(page, 'try 1 of 1');
    const name = 'Name of try 1';
    await page.waitForSelector(`[aria-label="${name}"]`);
    const was = await value(name);
    await type(page, `[aria-label="${name}"]`, 'For the fete');
    await page.keyboard.press('Tab');
    await sees(page, 'is called “For the fete” now');
    await press(page, 'Undo');
    await page.waitForFunction((label, words) => document.querySelector<HTMLInputElement>(`[aria-label="${label}"]`)?.value === words, {}, name, was);
    expect(faults).toEqual([]);
  });
});
