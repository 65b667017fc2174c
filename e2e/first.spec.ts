import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Page } from 'puppeteer-core';
import { comes, go, press, reload, sees } from './household';
import { visit } from './visit';

/** Red, a pixel wide: PNG (RFC 2083). */
const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');

describe('an empty house', () => {
  let page: Page;
  const household = visit(false, '/shelf', (begun) => {
    page = begun.page;
  });
  const at = (step: string): Promise<void> => sees(page, step);

  test('offers a treat to take apart in five steps on the real screen, each of which ends as it is done', async () => {
    await press(page, 'Take a treat apart first');
    await at('1 of 5');
    await press(page, 'Put on the bench');
    await at('2 of 5');
    await press(page, 'Swap Plain wheat flour');
    await (await page.waitForSelector('#find-stand-in'))?.type('almond flour');
    await press(page, 'Take Almond flour');
    await at('3 of 5');
    await press(page, 'Take all');
    await at('4 of 5');
    await press(page, 'Settle all');
    await at('5 of 5');
    const makes = await page.waitForSelector('fm-bench-head input[inputmode]');
    await makes?.click({ count: 3 });
    await makes?.type('8');
    await page.keyboard.press('Tab');
    await at('That was all.');
    await press(page, 'Take it off');
    await at('was taken off the shelf');
    await at('The shelf is empty');
  });

  test('does not offer it again unasked; the help does', async () => {
    await reload(page);
    await sees(page, 'The shelf is empty');
    await comes(async () => expect(await page.evaluate(() => document.body.textContent?.includes('Take a treat apart'))).toBe(false));
    await page.keyboard.press('?');
    await press(page, 'Take a first treat apart');
    await at('1 of 5');
    await press(page, 'Put on the bench');
    await at('2 of 5');
    await press(page, 'Stop');
    await page.waitForFunction(() => document.querySelector('fm-first-steps') === null);
  });

  test('a formula gets a picture, keeps it, and gives it up with a way back; what is no picture is told', async () => {
    await go(page, `${household.url}/shelf`);
    const choose = async (words: string, file: string): Promise<void> => {
      await press(page, 'More for Plain muffins');
      const [chooser] = await Promise.all([page.waitForFileChooser(), press(page, words)]);
      await chooser.accept([file]);
    };
    const [picture, words] = [join(tmpdir(), 'fellmist-red.png'), join(tmpdir(), 'fellmist-words.png')];
    writeFileSync(picture, PNG);
    writeFileSync(words, 'no picture at all');
    await choose('Add a picture', words);
    await sees(page, 'is no picture that this browser can read');
    await choose('Add a picture', picture);
    await page.waitForFunction(() => (document.querySelector<HTMLImageElement>('.formula img')?.naturalWidth ?? 0) > 0);
    await reload(page);
    await page.waitForSelector('.formula img');
    await press(page, 'More for Plain muffins');
    await press(page, 'Take the picture away');
    await page.waitForFunction(() => document.querySelector('.formula img') === null);
    await press(page, 'Undo');
    await page.waitForSelector('.formula img');
  });
});
