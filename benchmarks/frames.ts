import type { Page } from 'puppeteer-core';

/** What a page that is measured knows of its own frames. */
export interface Frames {
  /** When the frame that is being made began; none between frames. */
  readonly began: () => number | undefined;
  /** Done when a frame that shows what the page is now is painted. */
  readonly painted: () => Promise<void>;
  /** Done when a frame that shows all of these is painted, at once where it already does; at the latest after five seconds. */
  readonly shows: (...selectors: readonly string[]) => Promise<void>;
}

declare global {
  // Put into the page before its own code.
  var frames_: Frames;
}

/**
 * Tells when a frame is painted: word of that is sent as the frame begins, so that nothing which the frame itself puts off comes before
 * it, and nothing is waited for that the frame has not to do.
 */
function watch(): void {
  const ask = window.requestAnimationFrame.bind(window);
  const sent = new MessageChannel();
  const done = new EventTarget();
  sent.port1.onmessage = () => done.dispatchEvent(new Event('painted'));
  let frame = 0;
  let began: number | undefined;
  window.requestAnimationFrame = (callback) =>
    ask((time) => {
      if (time !== frame) sent.port2.postMessage(0);
      if (time !== frame || began === undefined) began = performance.now();
      frame = time;
      callback(time);
      queueMicrotask(() => (began = undefined));
    });
  const painted = (): Promise<void> =>
    new Promise((resolve) => {
      const listen = (): void => done.addEventListener('painted', () => resolve(), { once: true });
      if (began === undefined) window.requestAnimationFrame(listen);
      else listen();
    });
  const shows = (...selectors: readonly string[]): Promise<void> =>
    new Promise((resolve) => {
      const all = (): boolean => selectors.every((one) => document.querySelector(one));
      if (all()) {
        resolve();
        return;
      }
      const finish = (): void => {
        seen.disconnect();
        clearTimeout(late);
        void painted().then(resolve);
      };
      const late = setTimeout(finish, 5000);
      const seen = new MutationObserver(() => {
        if (all()) finish();
      });
      seen.observe(document, { childList: true, subtree: true });
    });
  globalThis.frames_ = { began: () => began, painted, shows };
}

/** From the next page on that is opened there, `frames_` tells of its frames. */
export async function watchFrames(page: Page): Promise<void> {
  // The runner may name functions through a helper that the page does not have.
  await page.evaluateOnNewDocument('globalThis.__name = (named) => named');
  await page.evaluateOnNewDocument(watch);
}

/** Milliseconds from a press on what `pressed` names until a frame shows all that `wanted` names. */
export function fromPress(page: Page, pressed: string, ...wanted: readonly string[]): Promise<number> {
  return page.evaluate(
    async (link, signs) => {
      const from = performance.now();
      document.querySelector<HTMLElement>(link)?.click();
      await frames_.shows(...signs);
      return performance.now() - from;
    },
    pressed,
    wanted as string[],
  );
}
