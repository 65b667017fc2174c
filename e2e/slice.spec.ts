import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type ElementHandle, type Page } from 'puppeteer-core';
import { comes, figure, go, openPage, paste, press, rebuildLines, reload, sees, type } from './household';
import { visit } from './visit';

const RECIPE = `Sunday griddle cakes
Serves 4

1 1/2 cups AP flour, sifted
2 tsp baking powder
1 cup milk
2 large eggs
2 tbsp moonlight syrup
a glug of oil

Method
1. Whisk and griddle.`;

describe('from a pasted recipe to a saved rebuild', () => {
  let browser: Browser;
  let page: Page;
  let faults: string[];
  const household = visit(false, '', (opened) => ({ browser, page, faults } = opened));

  async function pressSwapOn(food: string): Promise<void> {
    await page.evaluate((name) => [...document.querySelectorAll<HTMLElement>('button.food')].find((one) => one.innerText.includes(name))?.focus(), food);
    await page.keyboard.press('s');
  }

  test('an empty shelf leads to the paste, and bad pastes are answered in place', async () => {
    await press(page, 'Paste your first recipe');
    await press(page, 'Put on the bench');
    await sees(page, 'There is nothing here yet');
    await paste(page, 'flour and water\n'.repeat(130_000));
    await sees(page, 'can be read. Paste only the recipe');
    await paste(page, '\u0000\u0001\u0002\u0003PNG\u0005\u0006');
    await sees(page, 'This is not text');
    await paste(page, '<img src=x onerror="document.title=\'broken\'">\nServes 2\n100 g <script>document.title="broken"</script>');
    await sees(page, 'No food on the shelf has this name');
    await comes(async () => expect(await page.title()).toBe('Paste a recipe · Fellmist'));
  });

  test('each line is read as it is typed, and what is unsure is mended in place', async () => {
    await type(page, '#recipe-text', RECIPE);
    await sees(page, '6 lines · 1 not counted yet');
    await sees(page, 'a customary pinch, splash or handful is taken');
    await press(page, 'Mend 2 tbsp moonlight syrup');
    await page.waitForSelector('fm-food-select nz-select');
    await page.click('fm-food-select nz-select');
    await page.keyboard.type('golden sy');
    await page.waitForSelector('.ant-select-item-option-active');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => !document.body.innerText.includes('not counted yet'));
    await press(page, 'Mend a glug of oil');
    await type(page, '[id^="amount-l6"]', '1 tbsp');
    await sees(page, 'What Fellmist reads');
    await page.waitForFunction(() => !document.body.innerText.includes('not counted yet'));
    await press(page, 'Put on the bench');
    await sees(page, 'try 1 of 1');
    await page.waitForFunction(() => /bench\/[0-9a-f-]{36}$/.test(location.pathname));
    expect(await rebuildLines(page)).toEqual([
      '1 1/2 cup Plain wheat flour',
      '2 tsp Baking powder',
      '1 cup Whole milk',
      '2 Egg, whole',
      '2 tbsp Golden syrup',
      '1 tbsp Sunflower oil',
    ]);
  });

  test('a swap proposes ratio, side changes and liquid apart; each is taken, edited or refused; all of it undone and redone', async () => {
    const before = await rebuildLines(page);
    await pressSwapOn('Plain wheat flour');
    await press(page, 'Take Coconut flour');
    await sees(page, 'becomes');
    await comes(async () => expect(await rebuildLines(page)).toEqual(before));
    await type(page, '[aria-label^="Grams for: 187 g"]', '90');
    await press(page, 'Take: 187 g');
    await sees(page, 'Coconut flour');
    await press(page, 'Refuse: Add 94 g Egg');
    await press(page, 'Take: Let the mix rest');
    await page.waitForFunction(() => document.querySelector('fm-proposals section') === null);
    await press(page, 'Take: Add');
    await page.waitForFunction(() => document.querySelector('fm-ledger .track')?.querySelector('.off') === null);
    const after = await rebuildLines(page);
    expect(after).toContain('90 g Coconut flour');
    expect(after).toContain('2 Egg, whole');
    for (let i = 0; i < 4; i++)
      await page.keyboard
        .down('Control')
        .then(() => page.keyboard.press('z'))
        .then(() => page.keyboard.up('Control'));
    await page.waitForFunction((first) => document.querySelector('.rebuilt .food')?.textContent?.trim() === first, {}, 'Plain wheat flour');
    for (let i = 0; i < 4; i++) await press(page, 'Redo');
    await comes(async () => expect(await rebuildLines(page)).toEqual(after));
  });

  test('nutrition follows each keystroke, original and rebuilt side by side', async () => {
    const energy = Number(await figure(page, 'energyKcal'));
    const label = '[aria-label="Amount of Sunflower oil"]';
    await page.click(label, { count: 3 });
    await page.keyboard.type('3');
    await page.waitForFunction((before) => document.querySelector('[data-figure="energyKcal"]')?.firstChild?.textContent?.trim() !== before, {}, String(energy));
    const more = Number(await figure(page, 'energyKcal'));
    // Two tablespoons of oil more, 27.2 g at 8.84 kcal (USDA SR Legacy, from memory), over four portions.
    expect(more - energy).toBeCloseTo((2 * 14.787 * 0.92 * 8.84) / 4, -1);
    await page.keyboard.type('x');
    await sees(page, 'is not a unit Fellmist knows');
    // What cannot be read changes nothing: the spoon of oil that stood there stands again.
    await comes(async () => expect(Number(await figure(page, 'energyKcal'))).toBe(energy));
    await page.click(label, { count: 3 });
    await page.keyboard.type('-5');
    await sees(page, 'An amount cannot be below zero');
    await type(page, label, '1');
    await press(page, 'Nutrition');
    await page.waitForFunction(() => document.querySelectorAll('fm-nutrition tbody tr').length === 12);
  });

  test('saved, it is the same after a reload, in a second tab and after a restart of the server', async () => {
    await press(page, 'Save');
    await sees(page, 'try 2 of 2');
    const [lines, energy] = [await rebuildLines(page), await figure(page, 'energyKcal')];
    await household.close();
    await household.open();
    await reload(page);
    await page.waitForSelector('.rebuilt .row');
    await comes(async () => expect([await rebuildLines(page), await figure(page, 'energyKcal')]).toEqual([lines, energy]));
    const other = await openPage(browser, page.url());
    await comes(async () => expect(await rebuildLines(other.page)).toEqual(lines));
    await type(other.page, '[aria-label="Amount of Egg, whole"]', '3');
    await press(other.page, 'Save');
    await sees(other.page, 'try 3 of 3');
    await other.page.close();
  });

  test('a stale save is refused and shows both versions; mine goes on top', async () => {
    await type(page, '[aria-label="Amount of Egg, whole"]', '4');
    await press(page, 'Save');
    await sees(page, 'This formula was saved meanwhile elsewhere');
    const sides = await page.$eval('.sides', (element) => (element as HTMLElement).innerText);
    expect([sides.includes('3 large eggs'), sides.includes('4 large eggs')]).toEqual([true, true]);
    await press(page, 'Save mine as the next try');
    await sees(page, 'try 4 of 4');
    await comes(async () => expect(await rebuildLines(page)).toContain('4 Egg, whole'));
  });

  test('with the server gone a save waits, also over a reload, and is sent when the server is back', async () => {
    await type(page, '[aria-label="Amount of Baking powder"]', '3');
    await household.close();
    await press(page, 'Save');
    await sees(page, 'Saved here, waits for the server');
    await household.open();
    await reload(page);
    await page.waitForFunction(() => !/waits? on this device/.test(document.body.innerText));
    await sees(page, 'try 5 of 5');
    await comes(async () => expect(await rebuildLines(page)).toContain('3 tsp Baking powder'));
    faults.splice(0, faults.length, ...faults.filter((words) => !/ERR_CONNECTION_REFUSED|409|Failed to load resource/.test(words)));
    expect(faults).toEqual([]);
  });

  test('exported and imported again, the lines and figures are the same; a wrong file is refused by name', async () => {
    const [lines, energy] = [await rebuildLines(page), await figure(page, 'energyKcal')];
    const text = await page.evaluate(async () => (await fetch(location.pathname.replace('/bench/', '/api/formulas/') + '/recipe.jsonld')).text());
    const folder = mkdtempSync(join(tmpdir(), 'fellmist-file-'));
    writeFileSync(join(folder, 'griddle.jsonld'), text);
    writeFileSync(join(folder, 'wrong.jsonld'), '{"@type":"Recipe","name":"x"}');
    await go(page, `${household.url}/shelf`);
    const input = (await page.waitForSelector('input[type=file]')) as unknown as ElementHandle<HTMLInputElement>;
    await input.uploadFile(join(folder, 'wrong.jsonld'));
    await sees(page, 'wrong.jsonld: The Recipe has no "recipeIngredient"');
    await input.uploadFile(join(folder, 'griddle.jsonld'));
    await sees(page, 'try 1 of 1');
    await comes(async () => expect([await rebuildLines(page), await figure(page, 'energyKcal')]).toEqual([lines, energy]));
    await go(page, `${household.url}/shelf`);
    await press(page, 'More for Sunday griddle cakes');
    await press(page, 'Remove');
    await press(page, 'Undo');
    await page.waitForFunction(() => document.querySelectorAll('.formula').length === 2 && !document.body.innerText.includes('taken off'));
  });
});
