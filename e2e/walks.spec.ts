import type { Page } from 'puppeteer-core';
import { choose, comes, figure, press, sees, type } from './household';
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
    await sees(page, 'Into the jar first: oats, nuts');
    await walk.into('vessel', '28 cm griddle');
    await walk.asPlanned();
    await type(page, '#pieces', '5');
    await page.keyboard.press('Tab');
    await sees(page, '2 at once, 14 cm across; 3 batches, 1 in the last');
    await walk.cameOut(600);
    // 1.2 x 379 + 2.5 x 81 + 1.5 x 143 + 0.046 x 53 + 1.18 x 89 + 0.14 x 884 = 1103 kcal in five: 221.
    await comes(async () => expect(await walk.figure('Energy')).toBe(221));
    await walk.plate('Ada', '2');
    // Two of five: 441 kcal.
    await sees(page, '441 kcal');
    await walk.plate('Ben');
    // Five less three on plates.
    await press(page, 'Into the freezer');
    await sees(page, '2 in the freezer');
    await walk.taste({ Ada: { Thickness: '+' } });
    await walk.nextTry('Add ');
  });

  test('a loaf that leaves its tin half empty: the better tin, the oven as the recipe says it, slices cut unevenly and a strip', async () => {
    await walk.paste(
      'Orange yogurt loaf\nMakes 10 slices\n200 g plain flour\n150 g sugar\n2 tsp baking powder\n150 g Greek yogurt\n2 eggs\n80 ml sunflower oil\n\nMix the dry things. Whisk the wet things, stir together, and pour into the tin.\nBake 45 minutes at 175C until a skewer comes out clean.',
    );
    await walk.bake();
    await walk.into('vessel', '30 x 11 cm long tin');
    await sees(page, 'or make 1.8 times the batch');
    await press(page, 'Take the 19 x 10 cm loaf tin');
    await sees(page, 'The 19 x 10 cm loaf tin would be');
    await walk.asPlanned();
    await sees(page, 'The recipe says 45 minutes: that comes first.');
    await walk.ovenStandsAt('175');
    await sees(page, 'Into the oven');
    await walk.cameOut(660, 60);
    await press(page, 'piece by piece');
    for (const [grams, name] of [['48'], ['95'], ['30', 'strip']] as const) {
      await type(page, '#cut-grams', grams);
      if (name) await type(page, '#cut-name', name);
      await page.keyboard.press('Enter');
    }
    await sees(page, '427 g still there');
    // 2 x 364 + 1.5 x 387 + 0.092 x 53 + 1.5 x 97 + 143 + 0.74 x 884 = 2256 kcal in 600 g: 3.76 a gram, as a strip or a slice.
    const energies = await page.$$eval('fm-after-desk tbody td.now', (cells) => cells.map((cell) => cell.textContent?.trim() ?? ''));
    expect(energies.slice(0, 3)).toEqual([48, 95, 30].map((grams) => `${((2256 * grams) / 600).toFixed(0)} kcal`));
    await walk.taste({ Ada: { Sweetness: '+' } });
    await walk.nextTry('Take away');
  });

  test('soaked bread by the weight of the slice: heavier than usual, soak left in the dish, fruit and syrup at the table', async () => {
    await walk.paste(
      'Cinnamon toast\nServes 2\n4 slices white bread\n2 eggs\n150 g milk\n1 tbsp butter for the pan\n\nFor the table:\n80 g blueberries\n40 g maple syrup\n\nWhisk eggs and milk. Soak the bread in it. Fry in the butter.',
    );
    await walk.bake();
    await walk.asPlannedUntil('bread');
    // Four slices of this pack weigh half as much again: what follows from it is said before it is kept.
    await type(page, '#typed', '168');
    await page.keyboard.press('Enter');
    await sees(page, 'Scale the rest by 50 % more');
    await press(page, 'Keep it');
    await press(page, 'All the rest as planned');
    // Four slices of 168 g are 42 g each: noted on a pack of them, the next toast counts them so.
    await press(page, 'Note it for good');
    await walk.stock(600);
    await walk.cameOut(400);
    await page.waitForFunction(() => document.querySelector('.ant-select:has(#stay-where)')?.textContent?.includes('in the dish'));
    await type(page, '#stay-grams', '50');
    await press(page, 'It stayed');
    // Bread 1.68 x 266, of 250 g of soak four fifths: 0.8 x (143 + 1.5 x 61); butter 0.14 x 717; for two: 367 kcal. What is for the table is none of it.
    await comes(async () => expect(await walk.figure('Energy')).toBe(367));
    // Half of what is for the table, 120 g for two.
    await type(page, '[id^="topping-"]', '60');
    await walk.plate('Ada');
    // And 0.4 x 57 + 0.2 x 260: 442.
    await sees(page, '442 kcal');
    await walk.paste('Plain toast\nServes 2\n4 slices white bread\n2 eggs\n150 g milk');
    await sees(page, '42 g a slice');
    await sees(page, '168 g');
    await press(page, 'Bake day');
    await press(page, 'Cinnamon toast');
    await walk.taste({ Ada: { Sweetness: '–' } });
    await walk.nextTry('Add ');
  });

  test('a dough that is eaten raw: cautions, four tries by three tasters, what a batch costs, and as much of a bought one beside it', async () => {
    await walk.paste(
      'Cookie dough by the spoon\nMakes 6 portions\n120 g plain flour\n80 g butter\n90 g sugar\n1 egg\n60 g chocolate chips\n\nStir together and eat it raw, chilled.',
    );
    await sees(page, 'This is eaten raw: use heat-treated flour');
    await sees(page, 'This is eaten raw: use pasteurised egg');
    // 1.2 x 364 + 0.8 x 717 + 0.9 x 387 + 0.5 x 143 + 0.6 x 480 = 1718 kcal of 400 g in six.
    await comes(async () => expect(Number(await figure(page, 'energyKcal'))).toBe(286));
    // Four tries, three tasters: too sweet by one step at first, by the mean of one, two and none.
    const tryOf = async (said: Parameters<Walk['taste']>[0]): Promise<void> => {
      await walk.bake();
      await walk.asPlanned();
      await walk.taste(said, 'just right');
    };
    await tryOf({ Ada: { Sweetness: '+' }, Ben: { Sweetness: '+ +' }, Cleo: {} });
    await walk.nextTry('Take away 17 g White sugar');
    await tryOf({ Ada: {}, Ben: {}, Cleo: { Sweetness: '–' } });
    // A step too sweet at 90 g, a third of one too plain at 73: on the line between them right at 73 + 17 / 4 = 77 g.
    await sees(page, 'White sugar 77 g, all else as in try 2');
    await walk.nextTry('White sugar 77 g', 'Make it the next try');
    await tryOf({ Ada: { Thickness: '+' }, Ben: { Thickness: '+' }, Cleo: {} });
    await walk.nextTry('Add 17 g Whole milk');
    await tryOf({ Ada: {}, Ben: {}, Cleo: {} });
    await sees(page, 'Try 4 is there');
    await press(page, 'More');
    await press(page, 'Bench');
    await page.waitForFunction(() => location.pathname.startsWith('/bench/'));
    // Of the first 1718 kcal 13 g of sugar at 387 are gone and 17 g of milk at 61 came: 1678 of 404 g in six.
    await page.waitForFunction(() => document.querySelector('[data-figure="energyKcal"]')?.firstChild?.textContent?.trim() === '280');
    // 0.12 x 0.90 + 0.32 x 2.40 + 0.077 x 1.10 + 2.10 / 6 + 0.3 x 3.00 + 0.017 / 1.03 x 1.20 = 2.23 for a batch of six.
    await press(page, 'Nutrition');
    await press(page, 'Give prices');
    await walk.priced('Plain flour 1 kg 0.90\nButter 250 g 2.40\nSugar 1 kg 1.10\nEggs 6 pack 2.10\nChocolate chips 200 g 3.00\nWhole milk 1 L 1.20\nTotal 10.70');
    await sees(page, '2.23 a batch');
    await press(page, 'More for this formula');
    await press(page, 'Compare it');
    await page.waitForSelector('.plates li:nth-child(2)');
    await press(page, 'Enter a bought treat');
    await type(page, '#bought-weight', '50');
    await page.keyboard.press('Tab');
    await type(page, '[aria-label="Energy kcal, per 100"]', '460');
    await press(page, 'Save and compare');
    await page.waitForSelector('.plates');
    await press(page, 'Same weight');
    // As much of the one as of the other: a sixth of 404 g, 67.3 g at 460 kcal in 100 g is 310 kcal beside 280.
    await page.waitForFunction(() => [...document.querySelectorAll('.plates .name')].some((one) => one.textContent === 'Cookie dough by the spoon, bought'));
    const energies = await page.$$eval('fm-compare-place .figures tr', (rows) =>
      [...(rows.find((row) => row.querySelector('th')?.innerText.startsWith('Energy'))?.querySelectorAll('td') ?? [])].map(({ innerText }) => parseInt(innerText, 10)),
    );
    expect(energies).toEqual(expect.arrayContaining([280, 310]));
    await press(page, 'Same energy');
    // 280 kcal of the tub are 61 g.
    await sees(page, '61 g');
  });

  test('set custards in a water bath: six equal cups by weight, the oven uneven, one eaten warm and five kept', async () => {
    await walk.paste(
      'Vanilla custards\nMakes 6 cups\n4 eggs\n600 g milk\n60 g allulose\n1 tsp vanilla extract\n\nWhisk and pour into six cups.\nBake in a water bath at 150C for 40 minutes.',
    );
    await walk.bake();
    await walk.into('vessel', '6 ramekins');
    await walk.asPlanned();
    await walk.ovenStandsAt('150');
    await sees(page, 'in a water bath');
    await sees(page, 'a tray of boiling water scalds');
    await page.click('fm-oven-run label');
    await sees(page, 'Into the oven');
    await walk.cameOut(810);
    // 2 x 143 + 6 x 61 + 0.6 x 40 + 0.043 x 288 = 688 kcal in six: 115; 810 / 6 = 135 g each.
    await comes(async () => expect(await walk.figure('Energy')).toBe(115));
    await sees(page, '135 g');
    await walk.plate('Ada');
    // Six less one on a plate.
    await press(page, 'Into the fridge');
    await sees(page, '5 in the fridge, use by');
    await walk.taste({ Ada: { Sweetness: '–' } });
    await walk.nextTry('Add ');
    await press(page, 'Bake day');
    await sees(page, '5 in the fridge');
  });

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
    await sees(page, '6 silicone moulds How many chosen as the recipe says');
    await walk.asPlanned();
    await sees(page, 'Into the oven');
    await walk.cameOut(440);
    await comes(async () => expect(await walk.figure('Energy')).toBe(217));
    // One with 15 g of the frosting, of 60 g at 350 and 30 at 389: 3.63 a gram, 54 more.
    await type(page, '#topping-p2', '15');
    await walk.plate('Ben');
    await sees(page, '272 kcal');
    await walk.taste({ Ben: { Sweetness: '–' } });
    await walk.nextTry('Add ');
  });
});
