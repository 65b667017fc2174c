import { type Browser, type Page } from 'puppeteer-core';
import { openBrowser, openPage } from './household';
import { Household } from './ownHousehold';

export interface Visit {
  readonly page: Page;
  /** Every error that the page logged. */
  readonly faults: string[];
  readonly browser: Browser;
}

/** A household of its own for the tests of one `describe`, with a page open at `path`; `begin` takes what was opened. */
export function visit(demo: boolean, path: string, begin: (opened: Visit) => void): Household {
  const household = new Household(demo);
  let browser: Browser | undefined;
  beforeAll(async () => {
    await household.open();
    browser = await openBrowser();
    begin({ ...(await openPage(browser, household.url + path)), browser });
  });
  afterAll(async () => {
    await browser?.close();
    await household.dispose();
  });
  return household;
}
