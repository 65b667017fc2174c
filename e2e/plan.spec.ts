import type { Page } from 'puppeteer-core';
import { choose, comes, openPage, press, sees, type } from './household';
import { type Visit, visit } from './visit';

interface Answer {
  readonly plan: {
    readonly held: Readonly<Record<string, { readonly startAt: string; readonly endAt?: string; readonly by: string }>>;
    readonly treats: Readonly<Record<string, { readonly bakeId?: string }>>;
  };
}

describe('a day planned for the table', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/bakes', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const kept = (): Promise<Answer> => page.evaluate(async () => (await (await fetch(`/api/plans/${location.pathname.split('/').at(-1) ?? ''}`)).json()) as never);
  const next = (of: Page = page): Promise<readonly string[]> => of.$$eval('aside .next', (rows) => rows.map((row) => row.textContent?.replace(/\s+/g, ' ').trim() ?? ''));
  const times = (): Promise<readonly string[]> =>
    page.$$eval('.steps tbody tr', (rows) =>
      rows.map((row) => `${row.querySelector('input')?.value ?? row.querySelector('td')?.textContent?.trim() ?? ''} ${row.querySelectorAll('td')[1]?.textContent?.trim() ?? ''}`),
    );
  const settled = (): Promise<unknown> => page.waitForFunction(() => document.querySelector('[role=status]')?.textContent === 'saved');

  test('the demo’s Saturday: three treats at three, whose hands were wanted twice, as a chart and as a table', async () => {
    await press(page, 'Saturday tea table');
    await page.waitForSelector('.day canvas');
    await sees(page, 'wanted twice');
    expect((await next()).some((row) => row.includes('Turn the oven to 170'))).toBe(true);
    await press(page, 'As a table');
    await page.waitForSelector('.steps tbody tr');
    // The loaf's recipe bakes 50 minutes, it cools an hour and is sliced in five before three: by hand, unless hands are wanted.
    await comes(async () => expect(await times()).toEqual(expect.arrayContaining(['12:50 Bake', '13:40 Cool, ten minutes in the tin, then on a rack', '14:40 Slice'])));
  });

  test('a step put to a time by hand moves what comes before and after it, is undone by letting it move, and nonsense is told', async () => {
    const slice = '[aria-label="Beginning of: Carrot-cardamom loaf, Slice"]';
    await type(page, slice, 'soon');
    await page.keyboard.press('Tab');
    await sees(page, 'Give a time such as 15:00.');
    await type(page, slice, '13:00');
    await page.keyboard.press('Tab');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.steps tbody tr')].some((row) => row.textContent?.includes('Bake') && row.querySelector('input')?.value === '11:10'),
    );
    await press(page, 'Let it move');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.steps tbody tr')].some((row) => row.textContent?.includes('Bake') && row.querySelector('input')?.value === '12:50'),
    );
    // A bar that is dragged an hour to the left stays there.
    await page.$eval('.day canvas', (drawn) => drawn.scrollIntoView({ block: 'center' }));
    const canvas = await (await page.$('.day canvas'))?.boundingBox();
    if (!canvas) throw new Error('no chart of the day');
    await page.mouse.move(canvas.x + canvas.width * 0.5, canvas.y + 28 + 44 * 4.5);
    await page.mouse.down();
    await page.mouse.move(canvas.x + canvas.width * 0.4, canvas.y + 28 + 44 * 4.5, { steps: 6 });
    await page.mouse.up();
    await sees(page, 'put there by hand');
    await settled();
    const held = Object.values((await kept()).plan.held);
    expect(held.map(({ by, startAt }) => [by, Number(startAt.slice(14, 16)) % 5])).toEqual([['pinned', 0]]);
    await press(page, 'Undo');
    await settled();
    expect((await kept()).plan.held).toEqual({});
  });

  test('too late, midnight and one pair of hands are told; a second phone sees what the first changes; nothing is lost with the server', async () => {
    const second = await openPage(opened.browser, page.url());
    await type(page, '#serve-time', '25:99');
    await page.keyboard.press('Tab');
    await sees(page, 'Give a time such as 15:00.');
    await choose(page, 'add-treat', 'Buckwheat drop scones');
    await sees(page, 'Fry in batches');
    // A minute a piece is common; on a plate that is chosen the day goes by its batches, and so does the calendar.
    const minutesOfFrying = (): Promise<number> =>
      page.$$eval('.steps tbody tr', (rows) => Number(/(\d+) min/.exec(rows.find((row) => row.textContent?.includes('Fry in batches'))?.textContent ?? '')?.[1]));
    await sees(page, 'a time that is common for its kind; a tin tells more');
    await comes(async () => expect(await minutesOfFrying()).toBe(18));
    const tinField = await page.$$eval('[id^="tin-"]', (fields) => fields.at(-1)?.id ?? '');
    await choose(page, tinField, '28 cm griddle');
    await page.waitForFunction(() => /about \d+ minutes for all of them/.test(document.body.innerText));
    const onPlate = await page.evaluate(() => Number(/about (\d+) minutes for all of them/.exec(document.body.innerText)?.[1]));
    await page.waitForFunction((minutes) => document.body.innerText.includes(`${minutes} min`), {}, onPlate);
    expect(Math.abs((await minutesOfFrying()) - onPlate)).toBeLessThanOrEqual(1);
    await settled();
    const calendar = await page.evaluate(async () => (await fetch(`/api/plans/${location.pathname.split('/').at(-1) ?? ''}/plan.ics`)).text());
    const frying = /DTSTART:\d+T(\d\d)(\d\d)\d\dZ\r\nDTEND:\d+T(\d\d)(\d\d)\d\dZ\r\nSUMMARY:Buckwheat drop scones: Fry/.exec(calendar)?.slice(1).map(Number) ?? [];
    const [fromH = 0, fromM = 0, toH = 0, toM = 0] = frying;
    expect(((toH - fromH + 24) % 24) * 60 + toM - fromM).toBe(await minutesOfFrying());
    await household.kill();
    await type(page, '#room-oven', '1');
    await page.keyboard.press('Tab');
    await sees(page, 'Not saved yet');
    const kept = await page.evaluate(() => Object.entries(localStorage).filter(([key]) => key.startsWith('fellmist.plan.')));
    expect(kept.map(([, changes]) => changes)).toEqual(['[{"room":{"oven":1}}]']);
    await household.open();
    await settled();
    await comes(async () => expect(await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('fellmist.plan.')))).toEqual([]));
    await second.page.waitForFunction(() => document.body.innerText.includes('Fry in batches') && document.querySelector<HTMLInputElement>('#room-oven')?.value === '1');
    await second.page.close();
    // Yesterday's table cannot be laid any more: it says when it can.
    const yesterday = new Date(Date.now() - 86_400_000).toISOString();
    await page.evaluate(async (serveAt) => {
      await fetch(`/api/plans/${location.pathname.split('/').at(-1) ?? ''}`, {
        method: 'PATCH',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ serveAt }),
      });
    }, yesterday);
    await page.waitForFunction(() => /Too late for .*can be served at/.test(document.body.innerText));
  });

  test('the day goes on from what was begun: the first step begins its bake, a step that is done lets the wait behind it begin', async () => {
    await press(page, 'forward from now');
    await page.waitForFunction(() => !document.body.innerText.includes('Too late'));
    const url = page.url();
    await press(page, 'Begin: Hazelnut rye cookies');
    await page.waitForFunction(() => location.pathname.endsWith('/weigh'));
    await page.goto(url, { waitUntil: 'load' });
    await press(page, 'Done: Hazelnut rye cookies');
    await page.waitForFunction(
      async () => Object.keys(((await (await fetch(`/api/plans/${location.pathname.split('/').at(-1) ?? ''}`)).json()) as { plan: { held: object } }).plan.held).length === 2,
    );
    const { plan } = await kept();
    expect(Object.values(plan.held).map(({ by, endAt }) => [by, endAt !== undefined])).toEqual([
      ['begun', true],
      ['begun', false],
    ]);
    expect(Object.values(plan.treats).filter(({ bakeId }) => bakeId !== undefined)).toHaveLength(1);
    // The dough chills half an hour by its own timer, above every place.
    await page.waitForFunction(() => document.querySelector('.running')?.textContent?.includes('Chill the dough'));
    const file = await page.evaluate(async () => (await fetch(`/api/plans/${location.pathname.split('/').at(-1) ?? ''}/plan.ics`)).text());
    expect([file.startsWith('BEGIN:VCALENDAR'), file.includes('Hazelnut rye cookies: Chill the dough')]).toEqual([true, true]);
  });

  const anew = (page: Page, titles: readonly string[], serveAt: string): Promise<string> =>
    page.evaluate(
      async (wanted, at) => {
        const { entries } = (await (await fetch('/api/formulas')).json()) as { entries: { id: string; title: string }[] };
        const treats = Object.fromEntries(wanted.map((title, place) => [`t${place}`, { formulaId: entries.find((one) => one.title === title)?.id, place }]));
        const id = crypto.randomUUID();
        await fetch('/api/plans', {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ id, plan: { name: 'Another day', from: 'serving', serveAt: at, room: {}, treats, held: {} } }),
        });
        return id;
      },
      titles as string[],
      serveAt,
    );

  test('what would help is taken with one press, and taken back; what waited while its page was away is told when another day is opened', async () => {
    // Two panfuls by one pair of hands: each alone would be ready in forty minutes, both are not.
    const id = await anew(page, ['Buckwheat drop scones', 'Buckwheat drop scones'], new Date(Date.now() + 40 * 60_000).toISOString());
    await page.evaluate((of) => localStorage.setItem(`fellmist.plan.${of}`, '[{"name":"Scones for all"}]'), id);
    await page.goto(`${household.url}/bakes`, { waitUntil: 'load' });
    await sees(page, 'Saturday');
    await page.waitForFunction((of) => localStorage.getItem(`fellmist.plan.${of}`) === null, {}, id);
    await page.goto(`${household.url}/bakes/day/${id}`, { waitUntil: 'load' });
    await page.waitForFunction(() => document.querySelector<HTMLInputElement>('.title-field')?.value === 'Scones for all');
    await sees(page, 'can be served at');
    await press(page, 'Without Buckwheat drop scones');
    await page.waitForFunction(() => !document.body.innerText.includes('can be served at'));
    await press(page, 'Undo');
    await sees(page, 'can be served at');
    await settled();
    expect(Object.keys((await kept()).plan.treats).sort()).toEqual(['t0', 't1']);
  });

  test('the night of summer time: four hours of the clock on the wall are three of hardening', async () => {
    const { page: abroad } = await openPage(opened.browser, `${household.url}/bakes`);
    await abroad.emulateTimezone('Europe/Berlin');
    // In the EU clocks go from 2:00 to 3:00 on the last Sunday of March [Directive 2000/84/EC]: served at six, softened from ten to six, hardened three hours.
    const id = await anew(abroad, ['Sour-cherry kefir ice'], '2027-03-28T04:00:00.000Z');
    await abroad.goto(`${household.url}/bakes/day/${id}`, { waitUntil: 'load' });
    await press(abroad, 'As a table');
    await abroad.waitForSelector('.steps tbody tr');
    const rows = await abroad.$$eval('.steps tbody tr', (found) =>
      found.map(
        (row) => `${row.querySelector('input')?.value ?? ''} ${row.querySelectorAll('td')[1]?.textContent?.trim() ?? ''} ${/\d+ min/.exec(row.textContent ?? '')?.[0] ?? ''}`,
      ),
    );
    expect(rows.slice(-2)).toEqual(['01:50 Harden in the freezer 180 min', '05:50 Soften a little before scooping 10 min']);
    await comes(async () => expect(await abroad.$eval('#serve-time', (field) => (field as HTMLInputElement).value)).toBe('06:00'));
    // A time that the wall never shows is taken as the hour after it, and told as that.
    await type(abroad, '#serve-time', '2:30');
    await abroad.keyboard.press('Tab');
    await abroad.waitForFunction(() => document.querySelector<HTMLInputElement>('#serve-time')?.value === '03:30');
    await abroad.close();
  });
});
