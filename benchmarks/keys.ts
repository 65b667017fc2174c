import { type Page } from 'puppeteer-core';
import { openBrowser, openPage, press } from '../e2e/household';
import { Household } from '../e2e/ownHousehold';
import { printRows, quantile } from './figures';
import { watchFrames } from './frames';

interface Sample {
  /** From the input until the page is changed. */
  readonly ready: number;
  /** From the input until a frame shows it. */
  readonly painted: number;
  /** What of that was spent waiting for the screen to ask for its next frame: nothing of ours runs then. */
  readonly waited: number;
}

const ROUNDS = 160;
const WARM = 20;

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
  let handled = 0;
  document.addEventListener('input', () => (from = performance.now()), true);
  window.addEventListener('input', () => (handled = performance.now()));
  new MutationObserver(() => {
    const [start, ready] = [from, performance.now()];
    from = undefined;
    if (start === undefined) return;
    const making = frames_.began();
    let next: number | undefined;
    if (making === undefined) requestAnimationFrame(() => (next = performance.now()));
    void frames_.painted().then(() => {
      samples.push({ ready: ready - start, painted: performance.now() - start, waited: making === undefined ? (next ?? ready) - ready : making - handled });
    });
  }).observe(watched, { attributes: true, childList: true, subtree: true, characterData: true });
}

interface Series {
  readonly name: string;
  /** The formula opened for it; none for a page that holds nothing else. */
  readonly formula?: string;
  /** Opens what is watched, and says its selector. */
  readonly open: (page: Page) => Promise<string>;
  readonly rounds: (page: Page) => Promise<void>;
}

/** Opens a demo formula, watches one place of it through `ROUNDS` inputs, and prints what they took. */
async function measure({ name, formula, open, rounds }: Series): Promise<void> {
  const household = new Household(true);
  await household.open();
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${household.url}/shelf`);
    await watchFrames(page);
    await page.reload({ waitUntil: 'networkidle0' });
    if (formula) await press(page, formula);
    await page.evaluate(watchInputs, await open(page));
    await rounds(page);
    const samples = (await page.evaluate(() => (window as unknown as { inputSamples: Sample[] }).inputSamples)).slice(WARM);
    const row = (of: (sample: Sample) => number, at: number): string => `${quantile(samples.map(of), at).toFixed(1)} ms`;
    const worked = ({ painted, waited }: Sample): number => painted - waited;
    printRows([
      [`${name} until the page is changed, median of ${samples.length}`, row(({ ready }) => ready, 0.5)],
      ['... 95th percentile', row(({ ready }) => ready, 0.95)],
      ['the work until it is painted (changed, laid out, painted), median', row(worked, 0.5)],
      ['... 95th percentile (aim 16 ms: it fits one frame)', row(worked, 0.95)],
      ['... with the wait for the next frame of a 60 Hz screen (0 to 16.7 ms), median', row(({ painted }) => painted, 0.5)],
      ['... 95th percentile', row(({ painted }) => painted, 0.95)],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
}

async function typeDigits(page: Page): Promise<void> {
  for (let i = 0; i < ROUNDS; i++) {
    await page.keyboard.press(i % 2 ? '5' : 'Backspace');
    await new Promise((resolve) => setTimeout(resolve, 70 + ((i * 7) % 20)));
  }
}

/** The least a browser takes here: one field, one figure that follows it, nothing else on the page. */
export const measureBarePage = (): Promise<void> =>
  measure({
    name: 'a digit on a page of one field and one figure',
    open: async (page) => {
      await page.evaluate(() => {
        const [field, figure] = [document.createElement('input'), document.createElement('output')];
        field.value = '60';
        field.addEventListener('input', () => requestAnimationFrame(() => (figure.textContent = field.value)));
        document.body.replaceChildren(field, figure);
        field.focus();
      });
      return 'output';
    },
    rounds: typeDigits,
  });

const digitOnTheBench = (name: string, watched: string): Promise<void> =>
  measure({
    name,
    formula: 'Carrot-cardamom loaf',
    open: async (page) => {
      await page.waitForSelector('fm-ledger .track');
      await page.focus('[aria-label="Amount of Walnuts"]');
      return watched;
    },
    rounds: typeDigits,
  });

/** What a digit typed into an amount of the Bench takes until its result is drawn, and painted. */
export const measureKeys = (): Promise<void> => digitOnTheBench('a digit in an amount', 'fm-strip');

/** ... and until the balance, which follows a frame behind. */
export const measureBalance = (): Promise<void> => digitOnTheBench('the balance, a frame behind,', 'fm-ledger');

/** What a drag of a sweetener with the mouse takes until its curve is painted. */
export const measureDrags = (): Promise<void> =>
  measure({
    name: 'a drag of a sweetener',
    formula: 'Sour-cherry kefir ice',
    open: async (page) => {
      await page.waitForSelector('.rebuilt .row');
      await press(page, 'Cold table');
      await page.waitForSelector('fm-chart canvas');
      await page.waitForFunction(() => document.querySelector('fm-freeze-desk .curve-words')?.textContent?.includes('% ice') === true);
      return 'fm-freeze-desk .curve-words';
    },
    rounds: async (page) => {
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
    },
  });
