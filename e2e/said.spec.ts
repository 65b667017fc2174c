import { comes, go, openFormula, openPage, press, putOnBench, sees } from './household';
import { type Visit, visit } from './visit';

describe('what is said, and in which measure', () => {
  let opened: Visit;
  const household = visit(true, '/shelf', (begun) => {
    opened = begun;
  });

  test('strong sweeteners come in the measure people use, and bitter is told by the dose', async () => {
    const { page: own, faults } = await openPage(opened.browser, `${household.url}/shelf`);
    const notes = (): Promise<readonly string[]> => own.$$eval('.rebuilt .note', (all) => all.map((note) => note.textContent?.trim() ?? ''));
    const balance = (): Promise<string> => own.$eval('fm-ledger', (ledger) => ledger.textContent ?? '');
    // By hand: a drop of water is 0.05 g (20 to the millilitre), so that 0.3 g are six.
    await putOnBench(own, household.url, 'Sweet tea\nServes 1\n250 g water\n0.3 g stevia drops');
    await comes(async () => expect(await notes()).toContain('6 drops'));
    await press(own, 'Balance');
    await sees(own, 'Sweetness');
    await comes(async () => expect(await balance()).not.toMatch(/bitter/));
    await putOnBench(own, household.url, 'Sweet tea\nServes 1\n250 g water\n0.12 g pure stevia extract');
    await press(own, 'Balance');
    await own.waitForFunction(() => /stevia .*bitter/.test(document.querySelector('fm-ledger')?.textContent ?? ''));
    expect(faults).toEqual([]);
    await own.close();
  });

  test('on the first level stand words a baker knows: nothing of files, units of the laboratory or models', async () => {
    const { page: own, faults } = await openPage(opened.browser, `${household.url}/shelf`);
    const strange = /\.json|\bln\b|mmol|house model|house value|undefined|\bNaN\b|\bnull\b/i;
    for (const place of ['/shelf', '/larder', '/larder/tables', '/house', '/safety', '/bench/paste', '/cold']) {
      await go(own, household.url + place);
      expect((await own.evaluate(() => document.body.innerText)).match(strange)?.[0] ?? place).toBe(place);
    }
    await go(own, `${household.url}/book`);
    for (const words of ['Carrot-cardamom loaf', 'Compare try 2', 'Compare try 3']) await press(own, words);
    await sees(own, 'Lift is');
    expect((await own.evaluate(() => document.body.innerText)).match(strange)?.[0] ?? 'the tries').toBe('the tries');
    await openFormula(own, household.url, 'Carrot-cardamom loaf');
    for (const tab of ['Balance', 'Nutrition', 'Lines', 'Notes']) {
      await press(own, tab);
      expect((await own.evaluate(() => document.body.innerText)).match(strange)?.[0] ?? tab).toBe(tab);
    }
    expect(faults).toEqual([]);
    await own.close();
  });
});
