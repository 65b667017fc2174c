import type { Page } from 'puppeteer-core';
import { choose, go, press, sees, shown, type } from './household';

/** What a home baker does, step by step, through the page alone. */
export class Walk {
  constructor(
    readonly page: Page,
    private readonly url: string,
  ) {}

  /** A recipe as it was kept somewhere, pasted and put on the Bench. */
  async paste(recipe: string): Promise<void> {
    await go(this.page, `${this.url}/bench/paste`);
    await this.page.$eval(
      '#recipe-text',
      (field, text) => {
        (field as HTMLTextAreaElement).value = text;
        field.dispatchEvent(new Event('input', { bubbles: true }));
      },
      recipe,
    );
    await press(this.page, 'Put on the bench');
    await sees(this.page, 'try 1 of 1');
  }

  /** The next step after a save, where Save was. */
  async bake(): Promise<void> {
    await press(this.page, 'Bake it');
    await sees(this.page, 'In which order');
  }

  async into(field: 'mixed-in' | 'vessel', name: string): Promise<void> {
    await choose(this.page, field, name);
  }

  /** Weighs the lines out by typing the grams of each, by a word of its name, in whatever order they are asked for; steps between are done. */
  async weigh(grams: Readonly<Record<string, number>>): Promise<void> {
    await press(this.page, 'Weigh out');
    for (const _one of Object.keys(grams)) {
      await this.steps();
      const food = await this.page.$eval('.food', (one) => one.textContent ?? '');
      const name = Object.keys(grams).find((word) => food.toLowerCase().includes(word));
      if (name === undefined) throw new Error(`nothing is said of ${food}`);
      await this.pour(grams[name] ?? 0);
    }
    await this.steps();
  }

  async pour(grams: number): Promise<void> {
    await this.steps();
    await type(this.page, '#typed', String(grams));
    await this.page.keyboard.press('Enter');
    await this.page.waitForFunction(() => (document.querySelector<HTMLInputElement>('#typed')?.value ?? '') === '');
    await shown(this.page);
  }

  /** Does the steps that stand between two lines. */
  async steps(): Promise<void> {
    for (let step = 0; step < 12; step++) {
      await this.page.waitForFunction(() => document.querySelector('.step, .food') !== null);
      if (!(await this.page.$('.step'))) return;
      const words = await this.page.$eval('.step', (one) => one.textContent ?? '');
      await this.page.keyboard.press('Enter');
      await this.page.waitForFunction((before) => document.querySelector('.step')?.textContent !== before, {}, words);
    }
  }

  async cameOut(grams: number, tin = 0): Promise<void> {
    await press(this.page, 'What came out');
    await sees(this.page, 'What it weighs');
    await type(this.page, '#yield', String(grams));
    if (tin > 0) await type(this.page, '#tin-weighs', String(tin));
    await press(this.page, 'Weighed');
    await sees(this.page, 'on the way');
  }

  /** What a portion really holds, by the row of the table: "Energy kcal" and its like. */
  figure(name: string): Promise<number> {
    return this.page.$$eval(
      'fm-after-desk tr',
      (rows, wanted) => {
        const row = rows.find((one) => one.querySelector('th')?.textContent?.replace(/\s+/g, ' ').trim().startsWith(wanted));
        return Number(/[\d.]+/.exec(row?.querySelector('td')?.textContent ?? '')?.[0]);
      },
      name,
    );
  }

  async plate(who: string, portions: string, also = ''): Promise<void> {
    await type(this.page, '#plate-who', who);
    await type(this.page, '#plate-portions', portions);
    if (also) await type(this.page, '#plate-also', also);
    await press(this.page, 'Add a plate');
    await sees(this.page, who);
  }
}
