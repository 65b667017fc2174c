import { type Browser, type ElementHandle, type HTTPRequest, launch, type Page } from 'puppeteer-core';

export function openBrowser(): Promise<Browser> {
  return launch({
    executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium',
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--lang=en-GB',
      // The name under which another device asks for the household.
      '--host-resolver-rules=MAP kitchen.test 127.0.0.1',
    ],
  });
}

/** Whatever is waited for is there by then, even on a busy machine, milliseconds. */
const PATIENCE_MS = 60_000;
/** Nothing has been asked for so long, milliseconds: the page has what it needs. */
const QUIET_MS = 120;
const MOST_MS = 10_000;

/** Goes somewhere and waits until all that was asked for is there; what is listened to for as long as a page is open does not count. */
async function untilQuiet(page: Page, navigate: () => Promise<unknown>): Promise<void> {
  const open = new Set<HTTPRequest>();
  let last = Date.now();
  const asked = (request: HTTPRequest): void => {
    if (request.resourceType() !== 'eventsource') open.add(request);
    last = Date.now();
  };
  const answered = (request: HTTPRequest): void => {
    // Of what the page before had asked for, nobody hears any more.
    if (request.isNavigationRequest()) open.clear();
    open.delete(request);
    last = Date.now();
  };
  page.on('request', asked).on('requestfinished', answered).on('requestfailed', answered);
  const from = Date.now();
  await navigate();
  while ((open.size > 0 || Date.now() - last < QUIET_MS) && Date.now() - from < MOST_MS) await new Promise((resolve) => setTimeout(resolve, 20));
  page.off('request', asked).off('requestfinished', answered).off('requestfailed', answered);
}

/** Opens an address, and waits until all of it is there. A hand leaves no page whose last words are still on their way. */
export async function go(page: Page, url: string): Promise<void> {
  await page.waitForFunction(() => document.querySelector('[data-sending]') === null);
  await untilQuiet(page, () => page.goto(url, { waitUntil: 'load' }));
}

export async function reload(page: Page): Promise<void> {
  await page.waitForFunction(() => document.querySelector('[data-sending]') === null);
  await untilQuiet(page, () => page.reload({ waitUntil: 'load' }));
}

/** A page that remembers every error it logged. */
export async function openPage(browser: Browser, url: string, width = 1280, height = 800): Promise<{ page: Page; faults: string[] }> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  page.setDefaultTimeout(PATIENCE_MS);
  const faults: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  page.on('pageerror', (error) => faults.push(String(error)));
  await page.setViewport({ width, height });
  await go(page, url);
  return { page, faults };
}

/** Waits until the page's words hold `words`. */
export async function sees(page: Page, words: string): Promise<void> {
  const failed = new Error(`"${words}" is not seen`);
  await page
    .waitForFunction((wanted) => document.body.innerText.replace(/\s+/g, ' ').includes(wanted), {}, words)
    .catch(async () => {
      failed.message += ` in: ${await page.evaluate(() => document.querySelector('main')?.innerText.replace(/\s+/g, ' ').slice(0, 1500) ?? '')}`;
      throw failed;
    });
}

/** Waits until what is expected holds: a page follows when it can. What does not hold by then is told as it is. */
export async function comes(expected: () => Promise<void>): Promise<void> {
  for (const from = Date.now(); ; await new Promise((resolve) => setTimeout(resolve, 50))) {
    try {
      return await expected();
    } catch (error) {
      if (Date.now() - from > PATIENCE_MS) throw error;
    }
  }
}

/** Waits until the page's words hold nothing like `pattern` any more. */
export async function seesNoMore(page: Page, pattern: RegExp): Promise<void> {
  const failed = new Error(`"${pattern.source}" is still seen`);
  await page
    .waitForFunction((source) => !new RegExp(source).test(document.body.innerText), {}, pattern.source)
    .catch(async () => {
      failed.message += ` in: ${await page.evaluate(() => document.body.innerText.replace(/\s+/g, ' ').slice(0, 2500))}`;
      throw failed;
    });
}

/** Waits for the frame that shows what the last event changed. */
export async function shown(page: Page): Promise<void> {
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)))).catch(() => undefined);
}

/** What is looked for, once it stands still and, for a finger, nothing lies over it. */
async function standing(page: Page, name: string, isFinger: boolean): Promise<ElementHandle<HTMLElement>> {
  const failed = new Error(`nothing to press is called "${name}"`);
  const handle = await page
    .waitForFunction(
      (wanted, finger) => {
        const found = [...document.querySelectorAll<HTMLElement>('button, a, [role=tab], [role=menuitem], fm-choice label')].find(
          (one) =>
            one.offsetParent !== null &&
            !(one as HTMLButtonElement).disabled &&
            ((one.getAttribute('aria-label') ?? '').startsWith(wanted) || one.innerText.trim().startsWith(wanted)),
        );
        if (!found) return undefined;
        if (finger) {
          found.scrollIntoView({ block: 'center', behavior: 'instant' });
          const { left, top, width, height } = found.getBoundingClientRect();
          if (!found.contains(document.elementFromPoint(left + width / 2, top + height / 2))) return undefined;
        }
        const { x, y } = found.getBoundingClientRect();
        const before = (globalThis as { stood?: readonly [Element, number, number] }).stood;
        (globalThis as { stood?: readonly [Element, number, number] }).stood = [found, x, y];
        return before?.[0] === found && before[1] === x && before[2] === y ? found : undefined;
      },
      { polling: 'raf' },
      name,
      isFinger,
    )
    .catch(async () => {
      failed.message += ` in: ${await page.evaluate(() => document.querySelector('main')?.innerText.replace(/\s+/g, ' ').slice(0, 1500) ?? '')}`;
      throw failed;
    });
  return handle.asElement() as unknown as ElementHandle<HTMLElement>;
}

/**
 * Clicks, or taps, the first visible button or link whose text or label begins with `name`: what is drawn above it may still move
 * it, a sheet that closes still cover it. What moved away between the look and the press is pressed where it is then.
 */
export async function press(page: Page, name: string, how: 'click' | 'tap' = 'click'): Promise<void> {
  for (let time = 0; time < 5; time++) {
    const target = await standing(page, name, how === 'tap');
    await target.evaluate((one) => {
      const kept = globalThis as { missed?: boolean };
      kept.missed = false;
      document.addEventListener('click', ({ target: hit }) => (kept.missed = !one.contains(hit as Node)), { capture: true, once: true });
    });
    await target[how]();
    const isMissed = await target.evaluate((one) => (globalThis as { missed?: boolean }).missed === true && one.isConnected).catch(() => false);
    if (!isMissed) return shown(page);
  }
  throw new Error(`what is called "${name}" lies under something else`);
}

/** Chooses from a list that opens, by the words that are shown. */
export async function choose(page: Page, fieldId: string, words: string): Promise<void> {
  const field = `.ant-select:has([id="${fieldId}"])`;
  await page.waitForSelector(field);
  // A list that is still closing would be taken for the one that opens.
  await page.waitForFunction(() => document.querySelector('.ant-select-dropdown') === null);
  await page.click(field);
  const isSought = await page.$eval(`[id="${fieldId}"]`, (one) => !(one as HTMLInputElement).readOnly);
  await shown(page);
  // Found and pressed in one go: the list scrolls to what is chosen, and is drawn anew while it is searched.
  const pressed = (wanted: string): boolean => {
    const option = [...document.querySelectorAll<HTMLElement>('.ant-select-dropdown .ant-select-item-option')].findLast(
      (one) => one.offsetParent !== null && one.innerText.trim() === wanted,
    );
    option?.click();
    return option !== undefined;
  };
  // A hand presses what it sees, and types what it has to look for.
  if (!(await page.evaluate(pressed, words))) {
    if (isSought) await page.keyboard.type(words);
    await page.waitForFunction(pressed, {}, words);
  }
  await shown(page);
}

export async function type(page: Page, selector: string, text: string): Promise<void> {
  await page.waitForSelector(selector);
  await page.$eval(selector, (field) => (field as HTMLInputElement).select());
  await page.focus(selector);
  await page.keyboard.type(text);
  await shown(page);
}

/** Pastes a recipe into the field for it, all at once as a clipboard does. */
export async function paste(page: Page, recipe: string): Promise<void> {
  await page.waitForSelector('#recipe-text');
  await page.$eval(
    '#recipe-text',
    (field, text) => {
      (field as HTMLTextAreaElement).value = text;
      field.dispatchEvent(new Event('input', { bubbles: true }));
    },
    recipe,
  );
  await shown(page);
}

/** Puts a pasted recipe on the bench, as its first try. */
export async function putOnBench(page: Page, url: string, recipe: string): Promise<void> {
  await go(page, `${url}/bench/paste`);
  await paste(page, recipe);
  await press(page, 'Put on the bench');
  await sees(page, 'try 1 of 1');
}

/** Takes a formula from the shelf to the bench. */
export async function openFormula(page: Page, url: string, title: string): Promise<void> {
  await go(page, `${url}/shelf`);
  await press(page, title);
  await page.waitForSelector('.rebuilt .row');
}

/** A large figure of the strip, as shown. */
export function figure(page: Page, key: string): Promise<string> {
  return page.$eval(`[data-figure="${key}"]`, (element) => (element.firstChild?.textContent ?? '').trim());
}

export async function rebuildLines(page: Page): Promise<readonly string[]> {
  return page.$$eval('.rebuilt .row', (rows) =>
    rows.map((row) =>
      `${row.querySelector('input')?.value ?? ''} ${row.querySelector('.unit')?.textContent?.trim() ?? ''} ${row.querySelector('.food')?.textContent?.trim() ?? ''}`.replace(
        /\s+/g,
        ' ',
      ),
    ),
  );
}
