import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { comes, go, openPage, press, putOnBench, sees, type } from './household';
import { type Visit, visit } from './visit';

describe('the house', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/house', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const titles = async (): Promise<readonly string[]> => {
    await go(page, `${household.url}/shelf`);
    await page.waitForSelector('.formula .title');
    return page.$$eval('.formula .title', (all) => all.map((one) => one.textContent?.trim() ?? ''));
  };
  const house = (): Promise<unknown> => go(page, `${household.url}/house`);

  test('a copy is made, something is removed, the copy says so, is restored, and that is undone', async () => {
    await press(page, 'Make a copy now');
    await sees(page, 'made by hand');
    const before = await titles();
    await page.evaluate(() =>
      fetch('/api/formulas')
        .then((answer) => answer.json())
        .then((shelf: { entries: { id: string; title: string }[] }) =>
          fetch(`/api/formulas/${shelf.entries.find(({ title }) => title === 'Courgette waffles')?.id ?? ''}`, { method: 'DELETE' }),
        ),
    );
    await comes(async () => expect(await titles()).not.toContain('Courgette waffles'));
    await house();
    await page.evaluate(() =>
      [...document.querySelectorAll('li')]
        .find((row) => row.textContent?.includes('made by hand'))
        ?.querySelector('button')
        ?.click(),
    );
    await sees(page, 'come back: 1');
    await Promise.all([page.waitForNavigation({ waitUntil: 'networkidle0' }), press(page, 'Restore it')]);
    await sees(page, 'The copy is restored');
    await comes(async () => expect(await titles()).toEqual(before));
    await page.goBack({ waitUntil: 'networkidle0' });
    await Promise.all([page.waitForNavigation({ waitUntil: 'networkidle0' }), press(page, 'Undo: bring back what was there before')]);
    await comes(async () => expect(await titles()).not.toContain('Courgette waffles'));
  });

  test('another device is let in by the passphrase, saves a formula in a page without TLS, and is sent away', async () => {
    await house();
    await page.click('#share');
    await type(page, '#passphrase', 'six warm plum buns');
    await press(page, 'Take it');
    await sees(page, 'Whoever gives the passphrase is let in');
    household.name = 'kitchen.test';
    await household.close();
    await household.open();

    const phone = (await openPage(opened.browser, `${household.urlAs('kitchen.test')}/bench`, 1024, 768)).page;
    await type(phone, '#passphrase', 'five warm plum buns');
    await Promise.all([phone.waitForNavigation(), phone.click('button')]);
    await sees(phone, 'That is not the passphrase');
    await type(phone, '#passphrase', 'six warm plum buns');
    await type(phone, '#name', 'phone of the test');
    await Promise.all([phone.waitForNavigation({ waitUntil: 'networkidle0' }), phone.click('button')]);
    await sees(phone, 'Shelf');
    await comes(async () => expect(await phone.evaluate(() => isSecureContext)).toBe(false));
    await putOnBench(phone, household.urlAs('kitchen.test'), 'Plum slices\nMakes 8 slices\n200 g plain flour\n100 g sugar');
    await comes(async () => expect(await titles()).toContain('Plum slices'));

    await house();
    await sees(page, 'phone of the test');
    await press(page, 'Send away: phone of the test');
    await sees(page, 'No device was let in yet');
    await phone.goto(`${household.urlAs('kitchen.test')}/shelf`);
    await sees(phone, 'This device is new here');
    await type(phone, '#passphrase', 'six warm plum buns');
    await Promise.all([phone.waitForNavigation({ waitUntil: 'networkidle0' }), phone.click('button')]);
    await go(phone, `${household.urlAs('kitchen.test')}/house`);
    await sees(phone, 'Copies are restored, and their folder is chosen, on the machine');
    await comes(async () => expect(await phone.$('#copies-folder')).toBeNull());
    await Promise.all([phone.waitForNavigation({ waitUntil: 'networkidle0' }), press(phone, 'Leave on this device')]);
    await sees(phone, 'This device is new here');
    await phone.close();
  });

  test('tins of the household stand here: one is added by its inner sizes, forgotten, and brought back', async () => {
    await house();
    await press(page, 'Add a tin, bowl or jar');
    for (const [field, text] of [
      ['#own-name', 'grey loaf tin'],
      ['#own-acrossCm', '10'],
      ['#own-lengthCm', '20'],
      ['#own-heightCm', '7'],
    ] as const)
      await type(page, field, text);
    await press(page, 'Keep this tin');
    await sees(page, 'grey loaf tin');
    await press(page, 'Forget it: grey loaf tin');
    await page.waitForFunction(() => !document.querySelector('[aria-label="Forget it: grey loaf tin"]'));
    await press(page, 'Undo');
    await page.waitForSelector('[aria-label="Forget it: grey loaf tin"]');
  });

  test('a file of many recipes is looked at, chosen from, put on the shelf and taken off again in one press', async () => {
    await go(page, `${household.url}/shelf/recipes`);
    const file = join(mkdtempSync(join(tmpdir(), 'fellmist-many-')), 'many.md');
    writeFileSync(
      file,
      '# Plum bars\n\nMakes 12 bars\n\n- 200 g rolled oats\n- 90 g butter\n\n# Carrot-cardamom loaf\n\nMakes 8\n\n- 200 g plain flour\n\n# Talk\n\nNo amounts here.\n',
    );
    const [chooser] = await Promise.all([page.waitForFileChooser(), page.evaluate(() => document.querySelector<HTMLElement>('nz-upload .ant-btn')?.click())]);
    await chooser.accept([file]);
    await sees(page, 'one of this title is on the shelf');
    await sees(page, 'No ingredient line was found');
    await press(page, 'Put on the shelf: 1');
    await sees(page, 'Put on the shelf: 1.');
    const { entries } = (await (await fetch(`${household.url}/api/formulas?q=plum bars`)).json()) as { readonly entries: readonly unknown[] };
    expect(entries).toHaveLength(1);
    await press(page, 'Undo');
    await page.waitForFunction(async () => ((await (await fetch('/api/formulas?q=plum bars')).json()) as { entries: unknown[] }).entries.length === 0);
  });
});
