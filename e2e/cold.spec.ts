import { type Page } from 'puppeteer-core';
import { choose, comes, go, openFormula, press, putOnBench, sees, type } from './household';
import { visit } from './visit';

describe('the cold table', () => {
  let page: Page;
  let faults: readonly string[];
  const household = visit(true, '', (opened) => ({ page, faults } = opened));

  const put = (recipe: string): Promise<void> => putOnBench(page, household.url, recipe);

  const drawTo = (name: string, grams: number): Promise<void> =>
    page.evaluate(
      (wanted, massG) => {
        const field = [...document.querySelectorAll<HTMLInputElement>('input[type=range]')].find((one) => one.getAttribute('aria-label')?.startsWith(wanted));
        if (!field) throw new Error(`no slider for ${wanted}`);
        field.value = String(massG);
        field.dispatchEvent(new Event('input', { bubbles: true }));
      },
      name,
      grams,
    );

  /** Ice at the spoon, of the rebuild and of the original, as the sentence says it. */
  const iceAtSpoon = async (): Promise<{ now: number; before: number }> => {
    const words = await page.$eval('fm-freeze-desk .curve-words', (one) => (one as HTMLElement).innerText);
    const found = /at [^ ]+ °C (\d+) % ice[^(]*\(the original (\d+) % ice/.exec(words);
    const [now, before] = [Number(found?.[1]), Number(found?.[2])];
    return { now, before };
  };

  test('an empty cold table offers what is cold on the shelf; from there every place opens with the same formula', async () => {
    await go(page, `${household.url}/cold`);
    await press(page, 'Sour-cherry kefir ice');
    await sees(page, 'Freezing curve');
    await press(page, 'To the bench');
    await press(page, 'More for this formula');
    await press(page, 'Its tries in the book');
    await sees(page, '1 try');
    await comes(async () => expect(await page.$eval('h1', (one) => one.textContent)).toBe('Sour-cherry kefir ice'));
    await press(page, 'More');
    await press(page, 'Compare it');
    await page.waitForFunction(() => document.querySelector('.plates li')?.textContent?.includes('Sour-cherry kefir ice') === true);
    await press(page, 'Cold table');
    await sees(page, 'Freezing curve');
  });

  test('frozen yogurt from sugar to allulose with a little erythritol and sucralose: as hard and as sweet as before', async () => {
    await put('Plain frozen yogurt\nMakes 8 scoops\n\n500 g yogurt\n100 ml double cream\n110 g sugar\n2 g guar gum');
    await press(page, 'Swap White sugar');

    await press(page, 'Show all');
    await press(page, 'Take Erythritol, granulated');
    await press(page, 'Take: ');
    await press(page, 'Cold table');
    await sees(page, 'Freezing curve');
    await page.waitForFunction(() => document.querySelector('fm-freeze-desk .curve-words')?.textContent?.includes('% ice') === true);
    // Most of the erythritol falls out in the cold and softens nothing: for all its small molecules the ice is as hard as before, and says why.
    const hard = await iceAtSpoon();
    expect(hard.now).toBeGreaterThanOrEqual(hard.before - 2);
    await sees(page, 'the rest turns sandy and softens nothing');
    await drawTo('White sugar', 0);
    await drawTo('Erythritol', 24);
    await press(page, 'To the bench');
    await type(page, '#add-line', '70 g allulose');
    await press(page, 'Add');
    await sees(page, 'Allulose');
    await type(page, '#add-line', '0.3 g sucralose drops');
    await press(page, 'Add');
    await page.waitForFunction(() => [...document.querySelectorAll('.rebuilt .food')].some((one) => one.textContent?.includes('drops')));
    await press(page, 'Cold table');
    await page.waitForFunction(() => document.querySelector('fm-freeze-desk .curve-words')?.textContent?.includes('% ice') === true);
    await new Promise((resolve) => setTimeout(resolve, 400));
    const { now, before } = await iceAtSpoon();
    expect(Math.abs(now - before)).toBeLessThanOrEqual(5);
    await press(page, 'in numbers');
    const sweet = await page.$$eval('fm-ledger .gauge', (rows) => rows.find((row) => row.textContent?.includes('Sweetness'))?.nextElementSibling?.textContent ?? '');
    const [is = NaN, was = NaN] = [...sweet.matchAll(/(?:^|was )([\d.]+)/g)].map(([, figure]) => Number(figure));
    expect(Math.abs(is / was - 1)).toBeLessThan(0.15);
    await press(page, 'Save');
    await page.waitForFunction(() => document.querySelector<HTMLButtonElement>('.head .ant-btn-primary')?.disabled === true);
  });

  test('a freezer in °F is read, nonsense is refused in words, and the curve has its table', async () => {
    await type(page, '#stored', '0 F');
    await page.keyboard.press('Tab');
    await sees(page, 'At −17.8 °C');
    await type(page, '#stored', 'very');
    await page.keyboard.press('Tab');
    await sees(page, 'Give a temperature such as');
    await comes(async () => expect(await page.$$eval('details tbody tr', (rows) => rows.length)).toBe(6));
    await comes(async () => expect(await page.$eval('fm-chart [role=img]', (chart) => chart.getAttribute('aria-label'))).toContain('% ice'));
  });

  test('an ice is judged by its style, settled towards it, and says why it is as hard as it is', async () => {
    await openFormula(page, household.url, 'Sour-cherry kefir ice');
    await press(page, 'Cold table');
    await sees(page, 'usual of churned frozen yogurt or kefir ice');
    const off = (): Promise<number> => page.$$eval('fm-ledger .off', (pegs) => pegs.length);
    await comes(async () => expect(await off()).toBe(0));
    await choose(page, 'cold-style', 'Churned ice cream');
    await sees(page, 'usual of churned ice cream');
    await drawTo('White sugar', 0);
    await drawTo('Allulose', 156);
    await page.waitForFunction(() => document.querySelectorAll('fm-ledger .off').length > 0);
    const before = await off();
    await press(page, 'Settle all');
    // Where nothing a baker would put in mends it, that is said, and not that all is well.
    await page.waitForFunction(() => /Settled with|Nothing was taken\..*stays too near/.test(document.querySelector('fm-ledger .notice')?.textContent ?? ''));
    await comes(async () => expect(await off()).toBeLessThanOrEqual(before));
    await press(page, 'Why this hardness');
    await sees(page, '334 J a gram of ice');
    await press(page, 'Close');
    await press(page, 'Undo');
    await sees(page, 'Freezing curve');
  });

  test('a whipped bowl is fitted to its bowl before it is whipped', async () => {
    await openFormula(page, household.url, 'Whipped blackcurrant bowl');
    await press(page, 'Cold table');
    await sees(page, 'Liquid before whipping');
    await type(page, '#bowl', '1200');
    await page.keyboard.press('Tab');
    await sees(page, 'it is full before the foam is done');
    await type(page, '#bowl', '3.5 l');
    await page.keyboard.press('Tab');
    await sees(page, 'It fits the bowl');
    const steps = () => page.$$eval('fm-whip-desk tbody tr', (rows) => rows.length);
    const before = await steps();
    await press(page, 'Try it');
    await page.waitForFunction((count) => document.querySelectorAll('fm-whip-desk tbody tr').length === count + 1, {}, before);
    await press(page, 'Keep these in the formula');
    await page.waitForFunction((count) => document.querySelectorAll('fm-whip-desk tbody tr').length === count, {}, before);
    await press(page, 'Hand mixer');
    await sees(page, 'A hand mixer wants about twice the gum');
    await type(page, '#splash-grams', 'much');
    await press(page, 'Try it');
    await sees(page, 'Give a splash in grams above zero');
    await comes(async () => expect(await page.$$eval('fm-whip-desk tbody tr', (rows) => rows.length)).toBe(before));
  });

  test('two weights make the overrun, and swapped weights are noticed', async () => {
    await press(page, 'Overrun');
    await type(page, '#mix-g', '130');
    await type(page, '#foam-g', '260');
    await press(page, 'Take the reading');
    await sees(page, 'were the two weights swapped');
    await type(page, '#mix-g', '260');
    await type(page, '#foam-g', '130');
    await press(page, 'Take the reading');
    // Goff & Hartel, Ice Cream: (260 - 130) / 130 is 100 %.
    await sees(page, '100 %');
    await press(page, 'Whip');
    await sees(page, 'Your readings make it about');
    await press(page, 'Why this volume');
    await sees(page, 'Protein that foams');
    await press(page, 'Close');
    await press(page, 'Overrun');
    await press(page, 'Why this density');
    await sees(page, 'Goff & Hartel');
    expect(faults).toEqual([]);
  });
});
