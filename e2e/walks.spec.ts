import type { Page } from 'puppeteer-core';
import { press, sees, type } from './household';
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
});
