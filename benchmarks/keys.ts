import { type Page } from 'puppeteer-core';
import { Household, openBrowser, openPage, press } from '../e2e/household';
import { printRows, quantile } from './figures';

/**
 * Milliseconds from an input event in an amount field of a saved loaf to the frame that shows the new figure, many times. Once
 * the strip has changed, the next animation frame and a task after it stand for the paint.
 */
function keystrokes(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const field = document.querySelector<HTMLInputElement>('[aria-label="Amount of Walnuts"]');
    const strip = document.querySelector('fm-strip');
    if (!field || !strip) throw new Error('no loaf on the bench');
    const samples: number[] = [];
    for (let i = 0; i < 160; i++) {
      const painted = new Promise<void>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          requestAnimationFrame(() => setTimeout(resolve));
        });
        watch.observe(strip, { childList: true, subtree: true, characterData: true });
      });
      field.value = String(30 + ((i * 7) % 60));
      const from = performance.now();
      field.dispatchEvent(new Event('input', { bubbles: true }));
      const worked = performance.now() - from;
      await painted;
      samples.push(performance.now() - from, worked);
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
    return samples.slice(40);
  });
}

/** What a key in an amount of the Bench takes until its result is painted. */
export async function measureKeys(): Promise<void> {
  const household = new Household(true);
  await household.open();
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${household.url}/shelf`);
    await press(page, 'Carrot-cardamom loaf');
    await page.waitForSelector('fm-ledger .track');
    const samples = await keystrokes(page);
    const ms = (from: 0 | 1, at: number): string =>
      `${quantile(
        samples.filter((_one, i) => i % 2 === from),
        at,
      ).toFixed(1)} ms`;
    printRows([
      ['a key in an amount to the painted Bench, median', ms(0, 0.5)],
      ['a key in an amount to the painted Bench, 95th percentile (aim 16 ms)', ms(0, 0.95)],
      ['of that until the event is worked off, median', ms(1, 0.5)],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
}

/** Milliseconds from a slider's input event to the frame that shows the freezing curve of the new amount. */
function drags(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const slider = document.querySelector<HTMLInputElement>('fm-line-sliders input[type=range]');
    const words = document.querySelector('fm-freeze-desk .words');
    if (!slider || !words) throw new Error('no ice on the cold table');
    const samples: number[] = [];
    for (let i = 0; i < 140; i++) {
      const painted = new Promise<void>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          requestAnimationFrame(() => setTimeout(resolve));
        });
        watch.observe(words, { childList: true, subtree: true, characterData: true });
      });
      slider.value = String(20 + ((i * 23) % 110));
      const from = performance.now();
      slider.dispatchEvent(new Event('input', { bubbles: true }));
      await painted;
      samples.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
    return samples.slice(20);
  });
}

/** What a drag of a sweetener takes until its curve, reckoned in the worker, is painted. */
export async function measureDrags(): Promise<void> {
  const household = new Household(true);
  await household.open();
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${household.url}/shelf`);
    await press(page, 'Sour-cherry kefir ice');
    await page.waitForSelector('.rebuilt .row');
    await press(page, 'Cold table');
    await page.waitForSelector('fm-chart canvas');
    await page.waitForFunction(() => document.querySelector('fm-freeze-desk .words')?.textContent?.includes('% ice') === true);
    const samples = await drags(page);
    printRows([
      ['a drag of a sweetener to its painted curve, median', `${quantile(samples, 0.5).toFixed(1)} ms`],
      ['a drag of a sweetener to its painted curve, 95th percentile (aim 16 ms)', `${quantile(samples, 0.95).toFixed(1)} ms`],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
}
