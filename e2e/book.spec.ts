import type { Page } from 'puppeteer-core';
import { comes, go, openPage, press, sees, type } from './household';
import { type Visit, visit } from './visit';

describe('the Tasting book', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/book', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const words = (of: Page, selector: string): Promise<string> => of.$eval(selector, (element) => element.textContent?.replace(/\s+/g, ' ').trim() ?? '');
  const answer = (of: Page, scale: string, label: string): Promise<void> =>
    of.evaluate(
      (name, wanted) => {
        const group = [...document.querySelectorAll('fieldset')].find((one) => one.querySelector('legend')?.textContent === name);
        [...(group?.querySelectorAll<HTMLElement>('label') ?? [])].find((one) => one.innerText.trim() === wanted)?.click();
      },
      scale,
      label,
    );

  test('the demo’s drop scones: five tries by three tasters, of which four were tasted; milk alone moved, and the next amount is named', async () => {
    await press(page, 'Buckwheat drop scones');
    await sees(page, 'From try 4 to try 5');
    await comes(async () => expect(await page.$$eval('fm-try-compare tbody:first-of-type tr', (rows) => rows[0]?.querySelector('th')?.textContent)).toBe('Whole milk'));
    await sees(page, 'Try 5 is there');
    // Thickness means by hand: 300 ml of milk (309 g) 4/3, 365 g -1, 328 g 1/3, 340 g -1/3: the line's zero lies between the last two.
    await press(page, 'Compare try 1');
    await press(page, 'Compare try 3');
    await sees(page, 'From try 1 to try 3');
    const [, grams = ''] = /(\d+) g/.exec(await words(page, '.next')) ?? [];
    expect([Number(grams) > 328, Number(grams) < 340]).toEqual([true, true]);
    await sees(page, 'Likely right between');
    expect((await page.$$eval('.did', (rows) => rows.map((row) => row.querySelector('[role=img]')?.getAttribute('aria-label')))).slice(0, 3)).toEqual([
      'Thickness: too thick 1.3, too thin 1.0',
      'Sweetness: just right, just right',
      'Lift: too flat 0.7, just right',
    ]);
  });

  test('a phone is handed round: who says nothing is asked, what is kept is told, outlives the server, and is on the page', async () => {
    const { page: phone } = await openPage(opened.browser, `${household.url}/book`, 390, 844);
    await press(phone, 'Buckwheat drop scones');
    await press(phone, 'Taste it');
    await phone.waitForSelector('#taster');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Say who tastes first.');
    await type(phone, '#taster', 'Mara');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Give at least one score.');
    await answer(phone, 'How much do you like it?', '7');
    await answer(phone, 'Thickness', '+');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Mara’s scores are kept. Hand the phone on.');
    // The next taster's form is empty, and loses nothing when the server is killed between.
    await comes(async () => expect(await phone.$$eval('input:checked', (inputs) => inputs.length)).toBe(0));
    await household.kill();
    await type(phone, '#taster', 'Pim');
    await answer(phone, 'How much do you like it?', '5');
    await press(phone, 'Keep my scores');
    await sees(phone, 'Pim’s scores are kept. Hand the phone on.');
    await household.open();
    await phone.waitForFunction(async () => {
      const { events } = (await (await fetch(`/api/bakes/${location.pathname.split('/').at(-1) ?? ''}`)).json()) as { events: { event: { kind: string } }[] };
      return events.filter(({ event }) => event.kind === 'tasted').length === 2;
    });
    await press(phone, 'Tasting book');
    await press(phone, 'Buckwheat drop scones');
    await sees(phone, 'Where each try landed');
    // (7 + 5) / 2.
    await phone.waitForFunction(() => document.querySelectorAll('li.line')[1]?.lastElementChild?.textContent === '6.0');
    await phone.close();
  });

  test('the loaf says why it came out so, each cause once with what it explains; what is put on the Bench is a proposal with its reason, and undone in one step', async () => {
    await go(page, `${household.url}/book`);
    await press(page, 'Carrot-cardamom loaf');
    await press(page, 'Compare try 2');
    await press(page, 'Compare try 3');
    await sees(page, 'Why try 3 came out so');
    await sees(page, 'gummy: More liquid than the flours hold settles as a damp layer.');
    const causes = await page.$$eval('.cause > p:first-child', (all) => all.map((one) => one.textContent));
    expect(new Set(causes).size).toBe(causes.length);
    await press(page, 'To the Bench: Add 75 g Egg');
    await page.waitForFunction(() => location.pathname.startsWith('/bench/'));
    await sees(page, 'Add 75 g Egg');
    await press(page, 'why');
    await sees(page, 'Nothing in it sets firmly enough to hold the crumb open.');
    await press(page, 'Undo');
    await page.waitForFunction(() => !document.body.innerText.includes('Add 75 g Egg'));
    // What lies unsaved on the Bench is not saved over by a next try: it stays one step of undo beneath it.
    const walnuts = (): Promise<string> => page.$eval('[aria-label="Amount of Walnuts"]', (field) => (field as HTMLInputElement).value);
    await type(page, '[aria-label="Amount of Walnuts"]', '61');
    await page.keyboard.press('Tab');
    for (const words of ['Tasting book', 'Carrot-cardamom loaf', 'Compare try 2', 'Compare try 3', 'Make it the next try: Add 75 g Egg']) await press(page, words);
    await page.waitForFunction(() => location.pathname.startsWith('/bench/'));
    await comes(async () => expect(await walnuts()).toBe('60'));
    await sees(page, 'not saved');
    for (const before of ['61', '60']) {
      await press(page, 'Undo');
      await comes(async () => expect(await walnuts()).toBe(before));
    }
  });

  test('pictures: one is dropped, described and taken away with a way back; a page with a script is none', async () => {
    await go(page, `${household.url}/book`);
    await press(page, 'Hazelnut rye cookies');
    const drop = (name: string, type: string, make: 'picture' | 'script'): Promise<void> =>
      page.evaluate(
        async (file, kind, what) => {
          const canvas = new OffscreenCanvas(40, 30);
          canvas.getContext('2d')?.fillRect(0, 0, 40, 30);
          const bytes =
            what === 'picture'
              ? await canvas.convertToBlob({ type: kind })
              : new Blob(['<svg xmlns="http://www.w3.org/2000/svg"><script>document.title="taken"</script></svg>'], { type: kind });
          const carried = new DataTransfer();
          carried.items.add(new File([bytes], file, { type: kind }));
          document.querySelector('fm-try-pictures')?.dispatchEvent(new DragEvent('drop', { dataTransfer: carried, bubbles: true, cancelable: true }));
        },
        name,
        type,
        make,
      );
    await page.waitForSelector('fm-try-pictures');
    await drop('bad.png', 'image/png', 'script');
    await sees(page, 'That file is no picture');
    await drop('crumb.png', 'image/png', 'picture');
    await page.waitForSelector('figure img');
    await comes(async () => expect(await page.$eval('figure img', (one) => one.getAttribute('alt'))).toBe('Picture of try 1'));
    await type(page, 'figure input', 'The crumb, cut');
    await page.keyboard.press('Tab');
    await page.waitForFunction(() => document.querySelector('figure img')?.getAttribute('alt') === 'The crumb, cut');
    await press(page, 'Take it away');
    await page.waitForFunction(() => !document.querySelector('figure'));
    await press(page, 'Undo');
    await page.waitForSelector('figure img');
  });

  test('a tasting behind codes: every taster has an order of their own, nobody reads a name, the phone goes on by itself; the odd one is reckoned', async () => {
    await go(page, `${household.url}/book`);
    await press(page, 'Carrot-cardamom loaf');
    await press(page, 'Taste behind codes');
    await page.waitForSelector('#tasters');
    await press(page, 'Lay it out');
    await sees(page, 'Write the codes on plates');
    const codes = await page.$$eval('.codes', (all) => all.map((one) => one.textContent?.match(/\d{3}/g) ?? []));
    expect([codes.length, codes[0]?.length, codes[0]?.join() !== codes[1]?.join(), [...(codes[0] ?? [])].sort().join() === [...(codes[1] ?? [])].sort().join()]).toEqual([
      2,
      2,
      true,
      true,
    ]);
    await press(page, 'Mara tastes now');
    for (const code of codes[0] ?? []) {
      await sees(page, `Sample ${code}`);
      await comes(async () => expect(await page.$eval('main', (one) => /loaf/i.test(one.textContent ?? ''))).toBe(false));
      await answer(page, 'How much do you like it?', '8');
      await press(page, 'Keep my scores');
    }
    await page.waitForFunction(() => document.querySelectorAll('.codes').length === 2);
    await sees(page, 'once more');
    await press(page, 'Its tries');
    await press(page, 'Taste behind codes');
    await press(page, 'Find the odd one');
    await type(page, '#tasters', 'Ada, Ben, Cem');
    await sees(page, '3 of 3 must find it');
    await press(page, 'Lay it out');
    for (const name of ['Ada', 'Ben', 'Cem']) {
      await press(page, `${name} tastes now`);
      await sees(page, 'Two of the three are the same');
      await (await page.waitForSelector('.codes button'))?.click();
      await sees(page, 'found the odd one');
    }
    await sees(page, 'By luck alone');
  });

  test('a try is written down afterwards, and tasted', async () => {
    await go(page, `${household.url}/book`);
    await press(page, 'Write down a try');
    await press(page, 'Keep it');
    await sees(page, 'Which formula?');
    await go(page, `${household.url}/book`);
    await press(page, 'Courgette waffles');
    await press(page, 'More');
    await press(page, 'Write down a try');
    await type(page, '#written-note', 'At a friend’s, crisp.');
    await type(page, '#written-yield', 'nonsense');
    await press(page, 'Keep it');
    await sees(page, 'That is no weight in grams.');
    await type(page, '#written-yield', '410');
    await press(page, 'Keep it');
    await page.waitForSelector('#taster');
    await press(page, 'Its tries');
    await sees(page, 'At a friend’s, crisp.');
    await sees(page, '2 tries');
  });

  test('one box finds anything by keyboard, typos forgiven, and gives the focus back', async () => {
    await go(page, `${household.url}/book`);
    await page.focus('.rail a');
    const find = async (q: string): Promise<void> => {
      await page.keyboard.down('Control');
      await page.keyboard.press('k');
      await page.keyboard.up('Control');
      await page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'combobox');
      await page.keyboard.type(q);
    };
    await find('damp saem');
    await page.waitForFunction(() => document.querySelector('[role=option].at')?.textContent?.includes('a damp seam'));
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.activeElement?.matches('.rail a'));
    await find('carrot');
    await page.waitForFunction(() => document.querySelector('[role=option].at')?.textContent?.includes('Carrot-cardamom loaf'));
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname.startsWith('/bench/'));
  });

  test('a formula that was never baked to the end is told to be none of the book', async () => {
    await page.goto(`${household.url}/book/nothing-there`, { waitUntil: 'load' });
    await sees(page, 'Nothing in the book');
  });
});
