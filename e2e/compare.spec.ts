import type { Page } from 'puppeteer-core';
import { choose, comes, press, putOnBench, sees, shown, type } from './household';
import { type Visit, visit } from './visit';

describe('Compare', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/shelf', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const cells = (row: string): Promise<readonly string[]> =>
    page.$$eval(
      'fm-compare-place .figures tr',
      (rows, name) => {
        const found = rows.find((one) => one.querySelector('th')?.innerText.startsWith(name));
        return [...(found?.querySelectorAll('td') ?? [])].map(({ innerText }) => innerText.replace(/\s+/g, ' ').trim());
      },
      row,
    );

  test('a cake beside its original and a cafe’s slice: same energy, same weight, and a plate that is dragged by key', async () => {
    await putOnBench(page, household.url, 'Plain sponge\nMakes 10 slices\n200 g plain flour\n200 g sugar\n200 g butter\n4 eggs\n8 g baking powder\n40 kcal, 3 g protein a slice');
    await press(page, 'Compare');
    await page.waitForSelector('.plates li:nth-child(2)');
    await choose(page, 'lay-beside', 'Carrot cake, a cafe’s slice');
    await page.waitForSelector('.plates li:nth-child(3)');
    // The same formula twice: nothing differs, and a slice of the cafe's with as much energy weighs energy / 4.12.
    expect((await cells('Protein'))[1]).toMatch(/equal$/);
    const energies = (await cells('Energy')).map((words) => parseInt(words, 10));
    expect(new Set(energies).size).toBe(1);
    const [own = 0, , cafe = 0] = (await cells('Weight')).map(Number);
    expect(Math.abs(cafe - (energies[0] ?? 0) / 4.12)).toBeLessThan(1);
    await sees(page, 'For the same energy you eat of Plain sponge');
    await press(page, 'Same weight');
    await comes(async () => expect(await cells('Weight')).toEqual([String(own), String(own), String(own)]));
    // A larger portion of one's own: the others follow.
    await page.focus('.plates li:first-child [role=slider]');
    for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp');
    await shown(page);
    await comes(async () => expect(await cells('Weight')).toEqual([String(own + 20), String(own + 20), String(own + 20)]));
    // What its label does not tell is unknown, not zero.
    expect((await cells('Fibre'))[2]).toBe('unknown');
  });

  test('the claim of a pasted recipe does not add up and says so; with the portions it needs it would', async () => {
    await sees(page, 'It does not add up.');
    await comes(async () => expect(await page.$eval('#claim-text', (field) => (field as HTMLTextAreaElement).value)).toBe('40 kcal, 3 g protein a slice'));
    await type(page, '#claim-text', 'per 100 g: 5 kcal');
    await sees(page, 'Read as in 100 g.');
    await type(page, '#claim-text', 'very light');
    await sees(page, 'No energy was read in this.');
  });

  test('a bought treat is entered by its label in the larder, is no ingredient, compares, and is taken away with a way back', async () => {
    await press(page, 'Enter a bought treat');
    await type(page, '#bought-name', 'Station flapjack');
    await press(page, 'Save');
    await sees(page, 'Give what one weighs');
    await type(page, '#bought-weight', '80');
    await page.keyboard.press('Tab');
    await type(page, '[aria-label="Energy kcal, per 100"]', '450');
    // Entered from here it lies here once it is saved.
    await press(page, 'Save');
    await page.waitForFunction(() => location.pathname === '/compare');
    await page.waitForSelector('.plates');
    await page.waitForFunction(() => [...document.querySelectorAll('.plates .name')].some((one) => one.textContent === 'Station flapjack'));
    await press(page, 'Take away: Station flapjack');
    await page.waitForFunction(() => ![...document.querySelectorAll('.plates .name')].some((one) => one.textContent === 'Station flapjack'));
    expect(opened.faults).toEqual([]);
  });
});
