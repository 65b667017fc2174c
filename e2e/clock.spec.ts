import type { Page } from 'puppeteer-core';
import { comes, openPage, press, sees, type } from './household';
import { type Visit, visit } from './visit';

describe('timers and the oven on the day', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/bakes', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const clocks = (of: Page): Promise<readonly string[]> => of.$$eval('.running li', (rows) => rows.map((row) => row.textContent?.replace(/\s+/g, ' ').trim() ?? ''));
  /** The half weighed loaf of the demo household, at its oven. */
  const openLoaf = async (): Promise<void> => {
    const id = await page.evaluate(
      async () => ((await (await fetch('/api/bakes')).json()) as { id: string; isFinished: boolean }[]).find(({ isFinished }) => !isFinished)?.id ?? '',
    );
    await page.goto(`${household.url}/bakes/${id}`, { waitUntil: 'load' });
    await press(page, 'In the oven');
  };
  const told = (): Promise<readonly string[]> =>
    page.evaluate(async () => {
      const bakes = (await (await fetch('/api/bakes')).json()) as { id: string; isFinished: boolean }[];
      const { events } = (await (await fetch(`/api/bakes/${bakes.find(({ isFinished }) => !isFinished)?.id ?? ''}`)).json()) as { events: { event: { kind: string } }[] };
      return events.map(({ event }) => event.kind);
    });

  test('two timers run through a killed server and a reload, ring in every place, and more minutes are one press', async () => {
    await openLoaf();
    await press(page, 'Into the oven');
    await sees(page, 'In the oven since');
    await type(page, '#timer-name', 'the glaze');
    await type(page, '#timer-minutes', 'soon');
    await page.keyboard.press('Enter');
    await sees(page, 'Give minutes such as 10');
    await type(page, '#timer-minutes', '0.2');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelectorAll('.running li').length === 2);
    expect((await clocks(page)).map((row) => row.replace(/[\d:]+✕$/, ''))).toEqual(['Carrot-cardamom loaf: the glaze', 'Carrot-cardamom loaf: look']);
    // The loaf's recipe says 50 minutes: a look is never later than at four fifths of it.
    const left = /look(\d+):/.exec((await clocks(page))[1] ?? '')?.[1];
    expect([Number(left) > 20, Number(left) < 40]).toEqual([true, true]);

    await household.kill();
    await household.open();
    await page.goto(`${household.url}/larder`, { waitUntil: 'load' });
    await page.waitForFunction(() => document.querySelector('.ringing')?.textContent?.includes('the glaze: rang'));
    const second = await openPage(opened.browser, `${household.url}/house`);
    await second.page.waitForSelector('.ringing');
    await press(page, '4 more minutes');
    await page.waitForFunction(() => document.querySelector('.ringing') === null && /glaze\s*3:5/.test(document.querySelector('.running')?.textContent ?? ''));
    // The other page hears of it by itself.
    await second.page.waitForFunction(() => document.querySelector('.ringing') === null && document.querySelectorAll('.running li').length === 2);
    await second.page.close();
    await page.click('[aria-label="Stop the timer “the glaze”"]');
    await press(page, 'Undo');
    await page.waitForFunction(() => document.querySelectorAll('.running li').length === 2);
    const ofTimers = async (): Promise<readonly string[]> => (await told()).filter((kind) => ['into the heat', 'timer set', 'timer rang', 'looked'].includes(kind));
    // The page shows what was pressed before the server has it.
    for (let tries = 0; tries < 50 && (await ofTimers()).length < 7; tries++) await new Promise((resolve) => setTimeout(resolve, 100));
    await comes(async () => expect(await ofTimers()).toEqual(['into the heat', 'timer set', 'timer set', 'looked', 'timer set', 'timer rang', 'timer set']));
  });

  test('a bake that is out tells of the oven; what was learned can be forgotten and brought back', async () => {
    await openLoaf();
    await press(page, 'Out of the oven');
    // Seconds in the oven are a slip: nothing is learned from that.
    await sees(page, 'so far apart that nothing is learned from it');
    await sees(page, 'from 5 bakes)');
    await press(page, 'Forget it');
    await page.waitForFunction(() => !document.querySelector('fm-oven-run')?.textContent?.includes('Your oven takes'));
    await press(page, 'Undo');
    await sees(page, 'from 5 bakes)');
    await press(page, 'Not out yet');
    await sees(page, 'In the oven since');
  });

  test('the thermometer tells what it reads, how fast that rises and when it is enough; unplugged, it says so and nothing is written down', async () => {
    await page.click('#probe-on');
    await press(page, 'No thermometer: practise');
    await page.waitForFunction(() => /rises \d+\.\d °C a minute: about \d+ minutes to 96 °C/.test(document.querySelector('fm-probe-desk')?.textContent ?? ''));
    await press(page, 'Write it down');
    await page.waitForFunction(() => /\d °C at /.test(document.querySelector('fm-probe-desk .soft')?.textContent ?? ''));
    await page.evaluate(async () => {
      await fetch('/api/devices/probe', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ deed: 'unplug' }) });
    });
    await sees(page, 'The thermometer is unplugged');
    await comes(async () =>
      expect(await page.$$eval('fm-probe-desk button', (buttons) => buttons.find(({ textContent }) => textContent?.includes('Write it down'))?.disabled)).toBe(true),
    );
    expect((await told()).filter((kind) => kind === 'reading')).toHaveLength(1);
  });
});
