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

/** Remembers whether a frame is being made, to tell which frame shows what was changed. */
function watchFrames(): void {
  const ask = window.requestAnimationFrame.bind(window);
  window.requestAnimationFrame = (callback) =>
    ask((time) => {
      document.documentElement.dataset['frame'] = 'making';
      callback(time);
      delete document.documentElement.dataset['frame'];
    });
}

/**
 * Milliseconds from each input event of a slider until the words of the new curve, and the curve with them, are drawn, and
 * until a frame shows them: what is changed while a frame is made is shown by it, what is changed between frames by the next.
 */
function watchDrags(): void {
  const samples: { readonly ready: number; readonly painted: number }[] = [];
  Object.assign(window, { dragSamples: samples });
  const words = document.querySelector('fm-freeze-desk .curve-words');
  if (!words) throw new Error('no ice on the cold table');
  let from: number | undefined;
  document.addEventListener('input', () => (from = performance.now()), true);
  new MutationObserver(() => {
    const [start, ready] = [from, performance.now()];
    from = undefined;
    if (start === undefined) return;
    const shown = (): void => {
      setTimeout(() => samples.push({ ready: ready - start, painted: performance.now() - start }));
    };
    if (document.documentElement.dataset['frame']) shown();
    else requestAnimationFrame(shown);
  }).observe(words, { childList: true, subtree: true, characterData: true });
}

/** What a drag of a sweetener with the mouse takes until its curve is painted. */
export async function measureDrags(): Promise<void> {
  const household = new Household(true);
  await household.open();
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${household.url}/shelf`);
    await page.evaluateOnNewDocument(watchFrames);
    await page.reload({ waitUntil: 'networkidle0' });
    await press(page, 'Sour-cherry kefir ice');
    await page.waitForSelector('.rebuilt .row');
    await press(page, 'Cold table');
    await page.waitForSelector('fm-chart canvas');
    await page.waitForFunction(() => document.querySelector('fm-freeze-desk .curve-words')?.textContent?.includes('% ice') === true);
    await page.evaluate(watchDrags);
    const slider = await page.$('fm-line-sliders input[type=range]');
    const box = await slider?.boundingBox();
    if (!box) throw new Error('no slider on the cold table');
    await page.mouse.move(box.x + box.width * 0.4, box.y + box.height / 2);
    await page.mouse.down();
    for (let i = 0; i < 160; i++) {
      await page.mouse.move(box.x + box.width * (0.3 + 0.25 * Math.abs(((i * 7) % 100) / 50 - 1)), box.y + box.height / 2);
      await new Promise((resolve) => setTimeout(resolve, 37));
    }
    await page.mouse.up();
    const samples = (await page.evaluate(() => (window as unknown as { dragSamples: { ready: number; painted: number }[] }).dragSamples)).slice(20);
    const ms = (of: 'ready' | 'painted', at: number): string =>
      `${quantile(
        samples.map((sample) => sample[of]),
        at,
      ).toFixed(1)} ms`;
    printRows([
      [`a drag of a sweetener until its curve is drawn, median of ${samples.length}`, ms('ready', 0.5)],
      ['a drag of a sweetener until its curve is drawn, 95th percentile (aim 16 ms: one frame)', ms('ready', 0.95)],
      ['the same until the screen shows it, with the wait for its next frame, median', ms('painted', 0.5)],
      ['the same until the screen shows it, 95th percentile', ms('painted', 0.95)],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
}
