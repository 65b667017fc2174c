import { type Page } from 'puppeteer-core';
import { Household, openBrowser, openPage, press } from '../e2e/household';
import { printRows, quantile } from './figures';

interface Sample {
  readonly ready: number;
  readonly painted: number;
}

const ROUNDS = 160;
const WARM = 20;

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
 * Milliseconds from each input event until what `selector` names is changed, and until a frame shows it: what is changed while a
 * frame is made is shown by it, what is changed between frames by the next.
 */
function watchInputs(selector: string): void {
  const samples: Sample[] = [];
  Object.assign(window, { inputSamples: samples });
  const watched = document.querySelector(selector);
  if (!watched) throw new Error(`no ${selector} on the page`);
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
  }).observe(watched, { childList: true, subtree: true, characterData: true });
}

const samplesOf = async (page: Page): Promise<readonly Sample[]> => (await page.evaluate(() => (window as unknown as { inputSamples: Sample[] }).inputSamples)).slice(WARM);

const ms = (samples: readonly Sample[], of: keyof Sample, at: number): string =>
  `${quantile(
    samples.map((sample) => sample[of]),
    at,
  ).toFixed(1)} ms`;

/** What a digit typed into an amount of the Bench takes until its result is drawn, and painted. */
export async function measureKeys(): Promise<void> {
  const household = new Household(true);
  await household.open();
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${household.url}/shelf`);
    await page.evaluateOnNewDocument(watchFrames);
    await page.reload({ waitUntil: 'networkidle0' });
    await press(page, 'Carrot-cardamom loaf');
    await page.waitForSelector('fm-ledger .track');
    await page.evaluate(watchInputs, 'fm-strip');
    await page.focus('[aria-label="Amount of Walnuts"]');
    for (let i = 0; i < ROUNDS; i++) {
      await page.keyboard.press(i % 2 ? '5' : 'Backspace');
      await new Promise((resolve) => setTimeout(resolve, 70 + ((i * 7) % 20)));
    }
    const samples = await samplesOf(page);
    printRows([
      [`a digit in an amount until the Bench is drawn, median of ${samples.length}`, ms(samples, 'ready', 0.5)],
      ['a digit in an amount until the Bench is drawn, 95th percentile', ms(samples, 'ready', 0.95)],
      ['the same until the screen shows it, with the wait for its next frame, median', ms(samples, 'painted', 0.5)],
      ['the same until the screen shows it, 95th percentile (aim 16 ms)', ms(samples, 'painted', 0.95)],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
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
    await page.evaluate(watchInputs, 'fm-freeze-desk .curve-words');
    const slider = await page.$('fm-line-sliders input[type=range]');
    const box = await slider?.boundingBox();
    if (!box) throw new Error('no slider on the cold table');
    await page.mouse.move(box.x + box.width * 0.4, box.y + box.height / 2);
    await page.mouse.down();
    for (let i = 0; i < ROUNDS; i++) {
      await page.mouse.move(box.x + box.width * (0.3 + 0.25 * Math.abs(((i * 7) % 100) / 50 - 1)), box.y + box.height / 2);
      await new Promise((resolve) => setTimeout(resolve, 37));
    }
    await page.mouse.up();
    const samples = await samplesOf(page);
    printRows([
      [`a drag of a sweetener until its curve is drawn, median of ${samples.length}`, ms(samples, 'ready', 0.5)],
      ['a drag of a sweetener until its curve is drawn, 95th percentile (aim 16 ms: one frame)', ms(samples, 'ready', 0.95)],
      ['the same until the screen shows it, with the wait for its next frame, median', ms(samples, 'painted', 0.5)],
      ['the same until the screen shows it, 95th percentile', ms(samples, 'painted', 0.95)],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
}
