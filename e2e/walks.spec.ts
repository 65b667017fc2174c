import type { Page } from 'puppeteer-core';
import { choose, press, sees, type } from './household';
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
    await walk.weigh([120, 4.6, 0.3, 250, 150, 118, 14]);
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
    expect(await page.$eval('#oven-c', (field) => (field as HTMLInputElement).value)).toBe('175');
    await walk.weigh([200, 150, 9.2, 150, 100, 74]);
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
    await walk.weigh([100, 150]);
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
});
