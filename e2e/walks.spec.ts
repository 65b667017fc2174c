import type { Page } from 'puppeteer-core';
import { choose, figure, press, sees, type } from './household';
import { visit } from './visit';
import { Walk } from './walk';

/** From a pasted text to plates, reckoned by nobody but Fellmist; beside each figure, how it is reckoned by hand from the foods' rows (kcal in 100 g; most USDA FoodData Central SR Legacy). */
describe('walks from one end to the other', () => {
  let page: Page;
  let walk: Walk;
  const household = visit(false, '/shelf', (opened) => {
    page = opened.page;
    walk = new Walk(page, household.url);
  });

  const ovenStandsAt = (degrees: string): Promise<unknown> => page.waitForFunction((wanted) => document.querySelector<HTMLInputElement>('#oven-c')?.value === wanted, {}, degrees);

  test('griddle cakes from a blender: a jar that is too small, two in the pan at a time, five for two people, the rest frozen', async () => {
    await walk.paste(
      'Blender griddle cakes\nServes 2\n\n120 g rolled oats\n250 g cottage cheese\n3 eggs\n1 tsp baking powder\n1 ripe banana\na pinch of salt\n1 tbsp oil for the pan\n\nPut it all in the blender, oats first, and blend until smooth. Fry two at a time in the oiled pan.',
    );
    await walk.bake();
    await walk.into('mixed-in', '600 mL blender cup');
    await sees(page, 'blend in 2 goes');
    await sees(page, 'All into the jar: dry things');
    await walk.into('vessel', '28 cm griddle');
    await press(page, 'On the plate');
    await type(page, '#pieces', '5');
    await page.keyboard.press('Tab');
    await sees(page, '2 at once, 14 cm across; 3 batches, 1 in the last');
    await walk.weigh({ oats: 120, powder: 4.6, salt: 0.3, cheese: 250, egg: 150, banana: 118, oil: 14 });
    await press(page, 'On the plate');
    await walk.cameOut(600);
    // 1.2 x 379 + 2.5 x 81 + 1.5 x 143 + 0.046 x 53 + 1.18 x 89 + 0.14 x 884 = 1103 kcal in five: 221.
    expect(await walk.figure('Energy')).toBe(221);
    await walk.plate('Ada', '2');
    // Two of five: 441 kcal.
    await sees(page, '441 kcal');
    await walk.plate('Ben', '1');
    await type(page, '#keep-portions', '2');
    await press(page, 'Into the freezer');
    await sees(page, '2 in the freezer');
    await press(page, 'Finish this bake');
    await sees(page, 'finished');
  }, 90_000);

  test('a loaf that leaves its tin half empty: the better tin, the oven as the recipe says it, slices cut unevenly and a strip', async () => {
    await walk.paste(
      'Orange yogurt loaf\nMakes 10 slices\n200 g plain flour\n150 g sugar\n2 tsp baking powder\n150 g Greek yogurt\n2 eggs\n80 ml sunflower oil\n\nMix the dry things. Whisk the wet things, stir together, and pour into the tin.\nBake 45 minutes at 175C until a skewer comes out clean.',
    );
    await walk.bake();
    await walk.into('vessel', '30 x 11 cm long tin');
    await sees(page, 'or make 1.8 times the batch');
    await press(page, 'Take the 19 x 10 cm loaf tin');
    await sees(page, 'The 19 x 10 cm loaf tin would be');
    await press(page, 'In the oven');
    await sees(page, 'The recipe says 45 minutes: that comes first.');
    await ovenStandsAt('175');
    await walk.weigh({ flour: 200, sugar: 150, powder: 9.2, yogurt: 150, egg: 100, oil: 74 });
    await press(page, 'In the oven');
    await sees(page, 'Into the oven');
    await walk.cameOut(660, 60);
    await press(page, 'piece by piece');
    for (const [grams, name] of [
      ['48', 'thin'],
      ['95', 'thick'],
      ['30', 'strip'],
    ] as const) {
      await type(page, '#cut-grams', grams);
      await type(page, '#cut-name', name);
      await page.keyboard.press('Enter');
    }
    await sees(page, '427 g still there');
    // 2 x 364 + 1.5 x 387 + 0.092 x 53 + 1.5 x 97 + 143 + 0.74 x 884 = 2256 kcal in 600 g: 3.76 a gram, as a strip or a slice.
    const energies = await page.$$eval('fm-after-desk tbody td.now', (cells) => cells.map((cell) => cell.textContent?.trim() ?? ''));
    expect(energies.slice(0, 3)).toEqual([48, 95, 30].map((grams) => `${((2256 * grams) / 600).toFixed(0)} kcal`));
  }, 90_000);

  test('soaked bread by the weight of the slice: heavier than usual, soak left in the dish, fruit and syrup at the table', async () => {
    await walk.paste(
      'Cinnamon toast\nServes 2\n4 slices white bread\n2 eggs\n150 g milk\n1 tbsp butter for the pan\n\nFor the table:\n80 g blueberries\n40 g maple syrup\n\nWhisk eggs and milk. Soak the bread in it. Fry in the butter.',
    );
    await walk.bake();
    await walk.weigh({ egg: 100, milk: 150 });
    // Four slices of this pack weigh half as much again: what follows from it is said before it is kept.
    await type(page, '#typed', '168');
    await page.keyboard.press('Enter');
    await sees(page, 'Scale the rest by 50 % more');
    await press(page, 'Keep it');
    await walk.pour(14);
    await walk.steps();
    await walk.cameOut(400);
    await choose(page, 'stay-where', 'in the dish');
    await type(page, '#stay-grams', '50');
    await press(page, 'It stayed');
    // Bread 1.68 x 266, of 250 g of soak four fifths: 0.8 x (143 + 1.5 x 61); butter 0.14 x 717; for two: 367 kcal. What is for the table is none of it.
    expect(await walk.figure('Energy')).toBe(367);
    await walk.plate('Ada', '1', '40 g blueberries, 20 g maple syrup');
    // And 0.4 x 57 + 0.2 x 260: 442.
    await sees(page, '442 kcal');
  }, 90_000);

  test('a dough that is eaten raw: cautions, cut equally and by energy beside a bought one, with what a portion costs', async () => {
    await walk.paste(
      'Cookie dough by the spoon\nMakes 6 portions\n120 g plain flour\n80 g butter\n90 g sugar\n1 egg\n60 g chocolate chips\n\nStir together and eat it raw, chilled.',
    );
    await sees(page, 'This is eaten raw: use heat-treated flour');
    await sees(page, 'This is eaten raw: use pasteurised egg');
    // 1.2 x 364 + 0.8 x 717 + 0.9 x 387 + 0.5 x 143 + 0.6 x 480 = 1718 kcal of 400 g in six.
    expect(Number(await figure(page, 'energyKcal'))).toBe(286);
    await press(page, 'More for this formula');
    await press(page, 'Compare it');
    await page.waitForSelector('.plates li:nth-child(2)');
    await press(page, 'Enter a bought treat');
    await type(page, '#bought-name', 'Dough from a tub');
    await type(page, '#bought-weight', '50');
    await page.keyboard.press('Tab');
    await type(page, '[aria-label="Energy kcal, per 100"]', '460');
    await press(page, 'Save');
    await page.waitForFunction(() => location.pathname.startsWith('/larder/bought/') && !location.pathname.endsWith('new'));
    await page.click('a[href*="beside="]');
    await page.waitForSelector('.plates');
    await press(page, 'Same weight');
    // As much of the one as of the other: a sixth of 400 g, 66.7 g at 460 kcal in 100 g is 307 kcal beside 286.
    await page.waitForFunction(() => [...document.querySelectorAll('.plates .name')].some((one) => one.textContent === 'Dough from a tub'));
    const energies = await page.$$eval('fm-compare-place .figures tr', (rows) =>
      [...(rows.find((row) => row.querySelector('th')?.innerText.startsWith('Energy'))?.querySelectorAll('td') ?? [])].map(({ innerText }) => parseInt(innerText, 10)),
    );
    expect(energies).toEqual(expect.arrayContaining([286, 307]));
  }, 90_000);

  test('set custards in a water bath: six equal cups by weight, the oven uneven, one eaten warm and five kept', async () => {
    await walk.paste(
      'Vanilla custards\nMakes 6 cups\n4 eggs\n600 g milk\n60 g allulose\n1 tsp vanilla extract\n\nWhisk and pour into six cups.\nBake in a water bath at 150C for 40 minutes.',
    );
    await walk.bake();
    await walk.into('vessel', '6 ramekins');
    await press(page, 'In the oven');
    await ovenStandsAt('150');
    await sees(page, 'in a water bath');
    await sees(page, 'a tray of boiling water scalds');
    await page.click('fm-oven-run label');
    await walk.weigh({ egg: 200, milk: 600, allulose: 60, vanilla: 4.3 });
    await press(page, 'In the oven');
    await sees(page, 'Into the oven');
    await walk.cameOut(810);
    // 2 x 143 + 6 x 61 + 0.6 x 40 + 0.043 x 288 = 688 kcal in six: 115; 810 / 6 = 135 g each.
    expect(await walk.figure('Energy')).toBe(115);
    await sees(page, '135 g');
    await walk.plate('Ada', '1');
    await type(page, '#keep-portions', '5');
    await press(page, 'Into the fridge');
    await sees(page, '5 in the fridge, use by');
    await press(page, 'Finish this bake');
    await press(page, 'Bake day');
    await sees(page, '5 in the fridge');
  }, 90_000);

  test('little cheesecakes: frosting apart, on some of them only', async () => {
    await walk.paste(
      'Little cheesecakes\nMakes 6\n300 g cream cheese\n2 eggs\n30 g erythritol\n30 g whey protein isolate\n\nFrosting\n60 g cream cheese\n30 g icing sugar\n\nBeat all of the first until smooth, fill six moulds and bake 25 minutes at 150C.\nStir the cream cheese with the icing sugar for the frosting.',
    );
    await choose(page, 'counts-p2', 'a choice at the table');
    // 3 x 350 + 143 + 0.3 x 373 = 1305 kcal in six, without the frosting: 217.
    await page.waitForFunction(() => document.querySelector('[data-figure="energyKcal"]')?.firstChild?.textContent?.trim() === '217');
    await press(page, 'Save');
    await sees(page, 'try 2 of 2');
    await walk.bake();
    await walk.into('vessel', '6 silicone moulds');
    await walk.weigh({ 'cream cheese': 300, egg: 100, erythritol: 30, whey: 30 });
    await walk.pour(60);
    await walk.pour(30);
    await walk.steps();
    await press(page, 'In the oven');
    await sees(page, 'Into the oven');
    await walk.cameOut(440);
    expect(await walk.figure('Energy')).toBe(217);
    // One with 15 g of the frosting, of 60 g at 350 and 30 at 389: 3.63 a gram, 54 more.
    await type(page, '#topping-p2', '15');
    await walk.plate('Ben', '1');
    await sees(page, '272 kcal');
  }, 90_000);

  test('filled waffles: one base, three fillings, two at once in the iron, net carbs by two ways of counting', async () => {
    await walk.paste(
      'Waffles\nMakes 4\n150 g plain flour\n200 g milk\n2 eggs\n40 g butter\n30 g erythritol\n2 tsp baking powder\n\nTo serve\n60 g blueberries\n\nFor serving\n40 g peanut butter\n\nFor the table\n40 g maple syrup\n\nWhisk it all and bake in the iron.',
    );
    const netCarbs = (): Promise<string> => figure(page, 'netCarbG');
    const before = Number(await netCarbs());
    // Flour 1.5 x (76.31 - 2.7), milk 2 x 4.8, egg 0.72, baking powder 0.092 x 27.5, of four; erythritol is not counted, butter next to nothing.
    expect(Math.abs(before - (1.5 * 73.61 + 9.6 + 0.72 + 2.5) / 4)).toBeLessThan(0.2);
    await walk.bake();
    await walk.into('vessel', 'waffle iron, 2 plates');
    await press(page, 'On the plate');
    await sees(page, '2 at once');
    await sees(page, '2 batches');
    await walk.weigh({ flour: 150, erythritol: 30, powder: 9.2, milk: 200, egg: 100, butter: 40 });
    await press(page, 'On the plate');
    await walk.cameOut(450);
    await type(page, '#plate-who', 'Ada');
    await walk.plate('Ada', '1', '20 g peanut butter');
    await press(page, 'House');
    await choose(page, 'carb-count', 'total less fibre (the EU’s carbohydrate)');
    await press(page, 'Shelf');
    await press(page, 'Waffles');
    // The erythritol counts now: 30 g of four.
    await page.waitForFunction((was) => Math.abs(Number(document.querySelector('[data-figure="netCarbG"]')?.firstChild?.textContent?.trim()) - was - 7.5) < 0.15, {}, before);
    await press(page, 'House');
    await choose(page, 'carb-count', 'total less fibre, erythritol and allulose');
  }, 90_000);

  test('a whipped bowl that must fit, eaten within its time, and a churned ice that must not turn sandy', async () => {
    await walk.paste('Strawberry fluff\nServes 2\n150 g strawberries\n30 g casein\n60 g milk\n30 g erythritol\n\nWhip 5 minutes until doubled.');
    await press(page, 'Cold table');
    await sees(page, 'It fits the bowl. Eat within minutes.');
    await type(page, '#bowl', '300');
    await page.keyboard.press('Tab');
    await page.waitForFunction(() => !document.body.innerText.includes('It fits the bowl'));
    // 272 g, of which 1.5 x 32 + 0.3 x 357 + 0.6 x 61 = 192 kcal, for two: 96.
    await press(page, 'To the bench');
    expect(Number(await figure(page, 'energyKcal'))).toBe(96);
    await walk.paste('Vanilla ice\nMakes 6 scoops\n400 g milk\n150 g cream\n120 g erythritol\n\nChurn until set.');
    await press(page, 'Cold table');
    await sees(page, 'turns sandy');
  }, 90_000);

  test('a spread and a crustless pie: sweetened to taste with each spoon counted, and a claim that cannot be right', async () => {
    await walk.paste('Peanut spread\nMakes 10 spoons\n100 g peanut butter\n30 g whey protein isolate\n60 g water\n\n12 kcal a spoon');
    await press(page, 'More for this formula');
    await press(page, 'Compare it');
    await sees(page, 'It does not add up.');
    await press(page, 'Bench');
    await walk.bake();
    await walk.weigh({ peanut: 100, whey: 30, water: 60 });
    await press(page, 'Something else');
    await type(page, '#also', '2 tsp honey');
    await sees(page, 'Honey');
    await press(page, 'It went in');
    await sees(page, 'In the bowl');
    await walk.cameOut(200);
    // 5.98 x 100 + 0.3 x 373 = 710 kcal, and two teaspoons of honey (14 g, 304 kcal in 100 g): 43; in ten: 75.
    expect(await walk.figure('Energy')).toBe(75);
  }, 90_000);
});
