import { randomUUID } from 'node:crypto';
import { type Page } from 'puppeteer-core';
import { openBrowser, openPage, press } from '../e2e/household';
import { Household } from '../e2e/ownHousehold';
import { printRows, quantile } from './figures';
import { fromPress, watchFrames } from './frames';

/** A bake of so many events, told to the server at once. */
const EVENTS = 400;

/** Tells a bake of the loaf a long day of pours and pourings back; gives its id. */
function longBake(page: Page, count: number, ids: readonly string[]): Promise<string> {
  return page.evaluate(
    async (events, [bakeId = '', plannedId = '', ...others]) => {
      const ask = async (url: string, body?: unknown): Promise<unknown> =>
        (await fetch(url, body === undefined ? {} : { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })).json();
      const shelf = (await ask('/api/formulas')) as { entries: { id: string; title: string }[] };
      const formulaId = shelf.entries.find(({ title }) => title.startsWith('Carrot'))?.id ?? '';
      const { thisTry } = (await ask(`/api/formulas/${formulaId}`)) as { thisTry: { id: string } };
      const stamp = { teller: 'bench', at: new Date().toISOString() };
      const begun = (await ask('/api/bakes', { id: bakeId, planned: { ...stamp, id: plannedId, turn: 1, kind: 'planned', formulaId, tryId: thisTry.id } })) as {
        formula: { parts: { lines: { id: string }[] }[] };
      };
      const lines = begun.formula.parts.flatMap((part) => part.lines.map(({ id }) => id));
      const list = others.slice(0, events - 1).map((id, i) => {
        const lineId = lines[i % lines.length] ?? '';
        return { ...stamp, id, turn: i + 2, ...(i % 3 === 2 ? { kind: 'poured back', lineId, massG: 2 } : { kind: 'poured', lineId, massG: 10, by: 'scale' }) };
      });
      await ask(`/api/bakes/${bakeId}/events`, list);
      return bakeId;
    },
    count,
    ids as string[],
  );
}

/** Milliseconds from a reading that arrives to the frame that shows it: what the scale says is put into the page's own stream. */
function readings(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const big = document.querySelector('.big');
    if (!big) throw new Error('nothing is weighed');
    const samples: number[] = [];
    for (let i = 0; i < 100; i++) {
      const shown = new Promise<number>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          const from = (window as unknown as { heardAt: number }).heardAt;
          void frames_.painted().then(() => resolve(performance.now() - from));
        });
        watch.observe(big, { childList: true, subtree: true, characterData: true });
      });
      await fetch('/api/devices/scale', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ deed: 'pour', grams: 7 }) });
      samples.push(await shown);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    return samples.slice(10);
  });
}

/** Notes when a reading reaches the page, before any of its own code hears it. */
function watchStreams(): void {
  const Plain = window.EventSource;
  window.EventSource = class extends Plain {
    constructor(url: string | URL) {
      super(url);
      if (String(url).includes('/devices/scale')) this.addEventListener('message', () => ((window as unknown as { heardAt: number }).heardAt = performance.now()));
    }
  };
}

/** Opening a bake of many events, and what a reading of the scale takes until it is painted. */
export async function measureBake(): Promise<void> {
  const household = new Household(true);
  await household.open();
  const browser = await openBrowser();
  try {
    const { page } = await openPage(browser, `${household.url}/bakes`);
    await watchFrames(page);
    await page.evaluateOnNewDocument(watchStreams);
    const ids = Array.from({ length: EVENTS + 2 }, () => randomUUID());
    const long = await longBake(page, EVENTS, ids);
    await page.goto(`${household.url}/bakes`, { waitUntil: 'networkidle0' });
    const opened: number[] = [];
    for (let i = 0; i < 20; i++) {
      await page.waitForSelector(`a[href="/bakes/${long}"]`);
      // The list itself is fetched by then.
      await new Promise((resolve) => setTimeout(resolve, 400));
      // A hand that presses a row has been on it for a moment.
      await page.hover(`a[href="/bakes/${long}"]`);
      await new Promise((resolve) => setTimeout(resolve, 200));
      opened.push(await fromPress(page, `a[href="/bakes/${long}"]`, '.order li', 'fm-plan-tab, fm-oven-tab, fm-after-tab'));
      await press(page, 'Bake day');
    }
    await page.goto(`${household.url}/bakes`, { waitUntil: 'networkidle0' });
    await press(page, 'Go on weighing');
    await page.waitForFunction(() => document.querySelector('.big')?.textContent?.includes('g') ?? false);
    const shown = await readings(page);
    printRows([
      [`a bake of ${EVENTS} events, from the press of its row to the painted page, median (aim 50 ms)`, `${quantile(opened.slice(3), 0.5).toFixed(1)} ms`],
      ['a reading of the scale to the painted figure, median', `${quantile(shown, 0.5).toFixed(1)} ms`],
      ['a reading of the scale to the painted figure, 95th percentile (aim 50 ms)', `${quantile(shown, 0.95).toFixed(1)} ms`],
    ]);
  } finally {
    await browser.close();
    await household.dispose();
  }
}
