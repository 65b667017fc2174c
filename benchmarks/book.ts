import { openBrowser, openPage, reload } from '../e2e/household';
import { bigHouse, FORMULAS, TRIES_OF_EACH } from './bigHouse';
import { printRows, quantile } from './figures';
import { fromPress, watchFrames } from './frames';

/** A formula in the list of the book. */
const FORMULA = 'main a.grow[href^="/book/"]';

export async function timed(act: () => Promise<unknown>, rounds: number): Promise<readonly number[]> {
  const samples: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const from = performance.now();
    await act();
    samples.push(performance.now() - from);
  }
  return samples;
}

/** The book, its timeline and the one box over everything, in a house of 2,000 formulas and 10,000 tries. */
export async function measureBook(): Promise<void> {
  const { url, formulaId, close } = await bigHouse();
  const browser = await openBrowser();
  try {
    const get = async (path: string): Promise<unknown> => (await fetch(url + path)).json();
    const first = await timed(() => get('/api/find?q=damp'), 1);
    let i = 0;
    const words = ['damp', 'plum lo', 'brick', 'quinc', 'crumbs', 'with pea', 'pale rim', 'carot', 'seam 120', 'flour'];
    const found = await timed(() => get(`/api/find?q=${encodeURIComponent(words[i++ % words.length] ?? '')}`), 200);
    const list = await timed(() => get('/api/book'), 20);
    const opened = await timed(() => get(`/api/book/${formulaId}`), 60);
    await timed(() => get('/api/larder'), 1);
    const { page } = await openPage(browser, `${url}/book`);
    await watchFrames(page);
    await reload(page);
    const painted: number[] = [];
    for (let round = 0; round < 12; round++) {
      // The list shows the first of its formulas: any of them has as many tries.
      await page.waitForSelector(FORMULA);
      await new Promise((resolve) => setTimeout(resolve, 400));
      painted.push(await fromPress(page, FORMULA, '.landing .place', 'fm-try-advice'));
      await page.goBack();
    }
    printRows([
      [`the list of ${FORMULAS} formulas with ${FORMULAS * TRIES_OF_EACH} tries, at the server, median (aim 100 ms)`, `${quantile(list, 0.5).toFixed(1)} ms`],
      ['a formula’s page of the book, at the server, median (aim 100 ms)', `${quantile(opened, 0.5).toFixed(1)} ms`],
      ['the same from the press to the painted page, median (aim 300 ms)', `${quantile(painted.slice(2), 0.5).toFixed(1)} ms`],
      ['the first search of all, which takes everything in', `${quantile(first, 0.5).toFixed(0)} ms`],
      ['a search over everything, 95th percentile (aim 20 ms)', `${quantile(found, 0.95).toFixed(1)} ms`],
    ]);
  } finally {
    await browser.close();
    close();
  }
}
