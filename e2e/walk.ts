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

  /** In the kitchen: what goes in as the plan has it is one press, until the food is asked for that does not. */
  async asPlannedUntil(food: string): Promise<void> {
    await press(this.page, 'Weigh out');
    for (let line = 0; line < 12; line++) {
      await this.steps();
      if ((await this.page.$eval('.food', (one) => one.textContent ?? '')).toLowerCase().includes(food)) return;
      await press(this.page, 'As planned');
    }
    throw new Error(`${food} is never asked for`);
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

  /** What came out is typed, the tin with it where it stands in one; or it is put on the scale, and taken from there. */
  async cameOut(grams: number, tin = 0, by: 'typed' | 'scale' = 'typed'): Promise<void> {
    if (!(await this.page.$('#yield'))) await press(this.page, 'What came out');
    await sees(this.page, 'What it weighs');
    if (tin > 0) await type(this.page, '#tin-weighs', String(tin));
    if (by === 'scale') {
      for (const deed of [{ deed: 'clear' }, { deed: 'tare' }, { deed: 'pour', grams }]) await this.scale(deed);
      await press(this.page, `Take ${String(grams)} g from the scale`);
    } else {
      await type(this.page, '#yield', String(grams));
      await press(this.page, 'Weighed');
    }
    await sees(this.page, 'on the way');
  }

  /** What happens at the kitchen's scale. */
  private scale(deed: object): Promise<void> {
    return this.page.evaluate(async (body) => {
      await fetch('/api/devices/scale', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
    }, deed);
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

  /** The bake is done with and tasted, by one or by several at one table, each with what they say on which scale; `rest` was just right for all: from its end to the page of its tries. */
  async taste(said: Readonly<Record<string, Readonly<Record<string, string>>>>, rest: 'just right' | 'not said' = 'not said'): Promise<void> {
    const tasters = Object.keys(said);
    // Who ate of it or of another before is one press, with that which ends the bake.
    if (!(await this.pressed('fm-after-desk a', `as ${tasters.join(', ')}`))) {
      await press(this.page, 'Finish and taste');
      await this.page.waitForSelector('#taster');
      await type(this.page, '#taster', tasters.join(','));
    }
    await this.page.waitForSelector('fm-taste-form fieldset');
    const wanted = Object.entries(said).flatMap(([taster, scales]) =>
      Object.entries(scales).map(([scale, words]) => [tasters.length === 1 ? scale : `${taster}: ${scale}`, words] as const),
    );
    const asked = await this.page.evaluate((all) => {
      const found = all.map(([legend, words]) => {
        const group = [...document.querySelectorAll('fieldset')].find((one) => one.querySelector('legend')?.textContent === legend);
        const label = [...(group?.querySelectorAll<HTMLElement>('label') ?? [])].find((one) => one.innerText.trim() === words);
        label?.click();
        return label !== undefined;
      });
      return found.every(Boolean);
    }, wanted);
    if (!asked) throw new Error(`not asked for on the tasting sheet: one of ${wanted.map(([legend]) => legend).join(', ')}`);
    if (rest === 'just right') await press(this.page, 'All else is just right');
    await press(this.page, 'Keep them, and on to its tries');
    await sees(this.page, 'The next try');
  }

  /** What the page of its tries proposes first, by its words, is the next try: saved on the Bench, which opens with it. */
  async nextTry(proposed: string, by = `Make it the next try: ${proposed}`): Promise<void> {
    await sees(this.page, proposed);
    await press(this.page, by);
    await this.page.waitForFunction(() => location.pathname.startsWith('/bench/'));
    await this.page.waitForFunction(() => [...document.querySelectorAll('button, a')].some((one) => one.textContent?.trim() === 'Bake it'));
  }

  /** What was bought for it, as the receipt has it, on the Bench. */
  async priced(receipt: string): Promise<void> {
    await this.page.waitForSelector('#receipt');
    await this.page.$eval(
      '#receipt',
      (field, text) => {
        (field as HTMLTextAreaElement).value = text;
        field.dispatchEvent(new Event('input', { bubbles: true }));
      },
      receipt,
    );
    await press(this.page, 'Take the');
  }

  /** A pack that was just saved is put into the kitchen. */
  async stock(grams: number): Promise<void> {
    await type(this.page, '[id^="stock-pack-"]', String(grams));
    await this.page.keyboard.press('Enter');
    await this.page.waitForSelector('[id^="stock-pack-"]', { hidden: true });
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
