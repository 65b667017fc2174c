import type { Page } from 'puppeteer-core';
import { choose, comes, figure, go, openFormula, press, putOnBench, sees, type } from './household';
import { type Visit, visit } from './visit';

describe('amounts for a goal', () => {
  let opened: Visit;
  let page: Page;
  const household = visit(true, '/shelf', (begun) => {
    opened = begun;
    page = begun.page;
  });
  const goalsPage = async (): Promise<void> => {
    await go(page, `${page.url().split('?')[0] ?? ''}/goals`);
    await page.waitForSelector('fm-goal-rows');
  };
  const goal = async (number: number, amount: string): Promise<void> => {
    await type(page, `[aria-label="Amount of goal ${String(number)}"]`, amount);
    await page.keyboard.press('Tab');
  };
  const answer = (): Promise<string> => page.$eval('.answer', (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' '));
  const shownG = async (): Promise<readonly [energy: number, protein: number]> => [Number(await figure(page, 'energyKcal')), Number(await figure(page, 'proteinG'))];

  test('under 230 kcal and 6.2 g of protein a slice: laid on the bench as proposals, taken, the strip shows it, and one undo after the other brings all back', async () => {
    await openFormula(page, household.url, 'Carrot-cardamom loaf');
    const before = await shownG();
    await goalsPage();
    await goal(1, '230');
    await goal(2, '6.2');
    await sees(page, 'Reached by changing');
    await press(page, 'Put on the Bench');
    await sees(page, 'Proposed');
    await comes(async () => expect(await shownG()).toEqual(before));
    await press(page, 'Take all');
    await page.waitForFunction(() => !document.querySelector('fm-proposals section'));
    await comes(async () => {
      const [energy, protein] = await shownG();
      expect([energy <= 230, protein >= 6.2]).toEqual([true, true]);
    });
    await press(page, 'Undo');
    await comes(async () => expect(await shownG()).toEqual(before));
  });

  test('what cannot be had says which goals fight and what each would come to; loosened to that, it can be had', async () => {
    await goalsPage();
    await goal(1, '200');
    await goal(2, '8');
    await sees(page, 'That cannot be had with these lines');
    await sees(page, 'These cannot all be had: at least 8.0 g protein a slice; at most 200 kcal a slice.');
    await press(page, 'Loosen to 7');
    await sees(page, 'Reached by changing');
    // Nothing may change: said, not guessed.
    for (const box of await page.$$('fm-line-freedoms input[type=checkbox]:not(:checked)')) await box.click();
    await sees(page, 'Nothing may change: let a line go, or a food come in.');
    await press(page, 'All as usual again');
    await sees(page, 'Reached by changing');
  });

  test('with stand-ins: several rebuilds side by side, the first within the search, one of them put on the bench by its own proposals', async () => {
    await goal(1, '200');
    await goal(2, '8');
    await press(page, 'With stand-ins');
    await page.waitForFunction(() => document.querySelectorAll('.cards .card').length >= 3 && !document.querySelector('[role=progressbar]'));
    await sees(page, 'Ways to reach it');
    const heads = await page.$$eval('.cards h3', (all) => all.map((one) => one.innerText));
    expect(new Set(heads).size).toBe(heads.length);
    await press(page, 'Trade-off');
    await page.waitForFunction(() => document.querySelectorAll('fm-trade-off-view tbody tr').length >= 4);
    await press(page, 'With stand-ins');
    await page.waitForFunction(() => document.querySelector('.cards .card button:not([disabled])') && !document.querySelector('[role=progressbar]'));
    await press(page, 'Put on the Bench');
    await sees(page, 'becomes');
    await press(page, 'Take all');
    await page.waitForFunction(() => !document.querySelector('fm-proposals section'));
    await comes(async () => {
      const [energy, protein] = await shownG();
      expect([energy <= 200, protein >= 8]).toEqual([true, true]);
    });
  });

  test('an allergen kept out that no rule replaces is named; a food of unknown make-up is named and nothing is promised of it', async () => {
    await putOnBench(page, household.url, 'Cheesecake\nServes 8\n500 g mascarpone\n100 g sugar\n2 eggs\n60 g unobtainium');
    await press(page, 'Goals:');
    await page.evaluate(() => [...document.querySelectorAll<HTMLElement>('fm-goals-panel label')].find(({ innerText }) => innerText.trim() === 'milk')?.click());
    await press(page, 'Add a target');
    await press(page, 'Find the amounts');
    await sees(page, 'Nobody has told what these bring to it: unobtainium');
    await choose(page, 'goal-kind-0', 'at least');
    await press(page, 'With stand-ins');
    await sees(page, 'No rule of the trade replaces Mascarpone');
    await comes(async () => expect(await answer()).not.toContain('Put on the Bench'));
    expect(opened.faults).toEqual([]);
  });
});
