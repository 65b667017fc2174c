import type { Page } from 'puppeteer-core';
import { choose, press, putOnBench, sees, shown, type } from './household';

/** What a home baker does, step by step, through the page alone. */
export class Walk {
  constructor(
    readonly page: Page,
    private readonly url: string,
  ) {}

  /** A recipe as it was kept somewhere, pasted and put on the Bench. */
  async paste(recipe: string): Promise<void> {
    await putOnBench(this.page, this.url, recipe);
  }

  /** The next step after a save, where Save was. */
  async bake(): Promise<void> {
    await press(this.page, 'Bake it');
    await sees(this.page, 'In which order');
  }

  /** The oven is set as the recipe says it. */
  async ovenStandsAt(degrees: string): Promise<void> {
    await this.page.waitForFunction((wanted) => document.querySelector<HTMLInputElement>('#oven-c')?.value === wanted, {}, degrees);
  }

  /** What is offered as usual for it is one press, any other is looked for. */
  async into(field: 'mixed-in' | 'vessel', name: string): Promise<void> {
    const offered = await this.page.$$eval('fm-plan-tab button', (buttons) => buttons.map(({ innerText }) => innerText.trim()));
    if (offered.some((words) => words.startsWith(name))) await press(this.page, name);
    else await choose(this.page, field, name);
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

  /** Weighed on a scale of their own by the list, each as the plan has it: said once for all, and the page of what comes next opens: the oven, the plate, or what came out. */
  async asPlanned(): Promise<void> {
    await press(this.page, 'All went in as planned');
    await this.page.waitForFunction(() => document.querySelector('fm-plan-tab') === null);
  }

  async pour(grams: number): Promise<void> {
    await this.steps();
    await type(this.page, '#typed', String(grams));
    await this.page.keyboard.press('Enter');
    await this.page.waitForFunction(() => (document.querySelector<HTMLInputElement>('#typed')?.value ?? '') === '');
    await shown(this.page);
  }

  /** Does the steps that stand between two lines; the last one leads on to the heat. */
  async steps(): Promise<void> {
    for (let step = 0; step < 12; step++) {
      await this.page.waitForFunction(() => document.querySelector('.step, .food, fm-bake-place .head') !== null);
      if (!(await this.page.$('.step'))) return;
      const words = await this.page.$eval('.step', (one) => one.textContent ?? '');
      await this.page.keyboard.press('Enter');
      await this.page.waitForFunction((before) => document.querySelector('.step')?.textContent !== before, {}, words);
    }
  }

  async cameOut(grams: number, tin = 0): Promise<void> {
    if (!(await this.page.$('#yield'))) await press(this.page, 'What came out');
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

  /** The bake is done with and tasted, by one after the other, each with what they say on which scale: from its end to the page of its tries. */
  async taste(said: Readonly<Record<string, Readonly<Record<string, string>>>>): Promise<void> {
    const tasters = Object.keys(said);
    // Who ate of it or of another before is one press, the first of them with that which ends the bake.
    if (!(await this.pressed('fm-after-desk a', `as ${tasters[0] ?? ''}`))) await press(this.page, 'Finish and taste');
    for (const [taster, scales] of Object.entries(said)) {
      await this.page.waitForSelector('#taster');
      const isAsked = await this.page.$eval('#taster', (field, name) => (field as HTMLInputElement).value === name, taster);
      if (!isAsked && !(await this.pressed('form button', taster))) await type(this.page, '#taster', taster);
      const asked = await this.page.evaluate((wanted) => {
        const groups = [...document.querySelectorAll('fieldset')].filter((group) => Object.hasOwn(wanted, group.querySelector('legend')?.textContent ?? ''));
        for (const group of groups) {
          const words = wanted[group.querySelector('legend')?.textContent ?? ''];
          [...group.querySelectorAll<HTMLElement>('label')].find((one) => one.innerText.trim() === words)?.click();
        }
        return groups.length;
      }, scales);
      if (asked !== Object.keys(scales).length) throw new Error(`not asked for on the tasting sheet: one of ${Object.keys(scales).join(', ')}`);
      if (taster === tasters.at(-1)) await press(this.page, 'Keep them, and on to its tries');
      else {
        await press(this.page, 'Keep my scores');
        await sees(this.page, `${taster}’s scores are kept`);
      }
    }
    await sees(this.page, 'The next try');
  }

  /** What the page of its tries proposes first, by its words, is the next try: saved on the Bench, which opens with it. */
  async nextTry(proposed: string, by = `Make it the next try: ${proposed}`): Promise<void> {
    await sees(this.page, proposed);
    await press(this.page, by);
    await this.page.waitForFunction(() => location.pathname.startsWith('/bench/'));
    await this.page.waitForFunction(() => [...document.querySelectorAll('button, a')].some((one) => one.textContent?.trim() === 'Bake it'));
  }

  /** What a full pack of each food holds and costs, on the Bench, from field to field. */
  async priced(packs: Readonly<Record<string, readonly [string, string]>>): Promise<void> {
    for (const [food, [holds, costs]] of Object.entries(packs)) {
      await type(this.page, `#net-${food}`, holds);
      await type(this.page, `#price-${food}`, costs);
      await this.page.keyboard.press('Tab');
    }
  }

  /** A pack that was just saved is put into the kitchen. */
  async stock(grams: number): Promise<void> {
    await press(this.page, 'Put it in stock');
    await type(this.page, '[id^="add-pack-"]', String(grams));
    await press(this.page, 'Add');
    await this.page.waitForSelector('[id^="opened-"]');
  }

  /** One portion lies on a plate, unless another number is said. */
  async plate(who: string, portions = '', also = ''): Promise<void> {
    if (portions) await type(this.page, '#plate-portions', portions);
    if (also) await type(this.page, '#plate-also', also);
    if (!(await this.pressed('fm-plates form button', `for ${who}`))) {
      await type(this.page, '#plate-who', who);
      await press(this.page, 'Add a plate');
    }
    await this.page.waitForFunction((name) => [...document.querySelectorAll('fm-plates td, fm-plates th')].some((one) => one.textContent?.includes(name)), {}, who);
  }

  /** Presses one of these that says just that, if there is one. */
  private pressed(among: string, words: string): Promise<boolean> {
    return this.page.$$eval(
      among,
      (buttons, wanted) => {
        const found = buttons.find(({ textContent }) => textContent?.trim() === wanted) as HTMLElement | undefined;
        found?.click();
        return found !== undefined;
      },
      words,
    );
  }
}
