import type { Page } from 'puppeteer-core';
import { choose, comes, figure, go, press, sees, type } from './household';
import { visit } from './visit';
import { Walk } from './walk';

/** From a pasted text to plates, reckoned by nobody but Fellmist; beside each figure, how it is reckoned by hand from the foods' rows (kcal in 100 g; most USDA FoodData Central SR Legacy). */
describe('further walks from one end to the other', () => {
  let page: Page;
  let walk: Walk;
  const household = visit(false, '/shelf', (opened) => {
    page = opened.page;
    walk = new Walk(page, household.url);
  });

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
    await walk.asPlanned();
    await sees(page, '2 at once');
    await sees(page, '2 batches');
    await walk.cameOut(450);
    // The second of three parts for the table is the peanut butter.
    await type(page, '[id="topping-p3"]', '20');
    await walk.plate('Ada');
    await walk.taste({ Ada: { Sweetness: '–' } });
    await walk.nextTry('Add 6.2 g Erythritol');
    await press(page, 'House');
    await choose(page, 'carb-count', 'total less fibre (the EU’s carbohydrate)');
    await press(page, 'Shelf');
    await press(page, 'Waffles');
    // The erythritol counts now, 30 g and the 6.2 g that the next try has more, of four.
    await page.waitForFunction((was) => Math.abs(Number(document.querySelector('[data-figure="netCarbG"]')?.firstChild?.textContent?.trim()) - was - 36.2 / 4) < 0.15, {}, before);
    await press(page, 'House');
    await choose(page, 'carb-count', 'total less fibre, erythritol and allulose');
  });

  test('a whipped bowl that must fit, eaten within its time, and a churned ice that must not turn sandy', async () => {
    await walk.paste('Strawberry fluff\nServes 2\n150 g strawberries\n30 g casein\n60 g milk\n30 g erythritol\n\nWhip 5 minutes until doubled.');
    await walk.bake();
    await walk.into('mixed-in', 'small bowl, 1 L');
    // Milk, berries and powders are some 250 mL; hardly any gum and little protein lift them by a third or so.
    await sees(page, '340 mL in the small bowl, 1 L of 1005 mL: it has room.');
    await walk.asPlanned();
    await walk.cameOut(265);
    await sees(page, 'Eat it within minutes');
    // 272 g, of which 1.5 x 32 + 0.3 x 357 + 0.6 x 61 = 192 kcal, for two: 96.
    await comes(async () => expect(await walk.figure('Energy')).toBe(96));
    await walk.plate('Ada');
    await walk.taste({ Ada: { Sweetness: '–' } });
    await walk.nextTry('Add ');
    await walk.paste('Vanilla ice\nMakes 6 scoops\n400 g milk\n150 g cream\n120 g erythritol\n\nChurn until set.');
    // On the Bench already.
    await sees(page, 'turns sandy');
  });

  test('a spread: as much water as a new powder wants, sweetened to taste with each spoon counted, and a claim that cannot be right', async () => {
    // The new powder is tested in a cup: its pack drinks more than such powders do.
    await go(page, `${household.url}/larder/pack/new?kind=whey-isolate`);
    await press(page, 'Thirst');
    await type(page, '#water', '20');
    await press(page, 'Note the test');
    await sees(page, 'together 0.69');
    await press(page, 'Save');
    await walk.stock(400);
    await walk.paste('Peanut spread\nMakes 10 spoons\n100 g peanut butter\n40 g soy protein isolate\n120 g water\n\n12 kcal a spoon');
    // 12 kcal a spoon, it says: of 747 in ten.
    await sees(page, 'does not add up: these lines come to something else');
    await press(page, 'Swap Soy');
    // What stands in the kitchen is one press.
    await press(page, 'Whey protein isolate, plain, our pack');
    await press(page, 'Take Whey protein isolate, plain, our pack');
    // Thirst by the rows: peanut butter 36 g and 40 x 0.69 are 64 g; 120 g of water wetted 36 + 40 x 3.0, 156 g before. As thick as
    // before it would be with 49 g, and noticeably sweeter: 72 g bring it to where such a spread begins.
    await sees(page, 'Take away 48 g Water');
    await press(page, 'Take: Take away 48 g Water');
    await walk.bake();
    await press(page, 'Weigh out');
    await press(page, 'All the rest as planned');
    // Sweetened to taste: a press for each spoon.
    await press(page, 'Something else');
    await press(page, '1 tsp honey');
    await press(page, '1 tsp honey');
    await sees(page, 'In the bowl');
    await walk.cameOut(223, 0, 'scale');
    // 1.0 x 598 + 0.4 x 373 and two teaspoons of honey (14 g, 304 kcal in 100 g): 790 kcal in ten.
    await comes(async () => expect(await walk.figure('Energy')).toBe(79));
    await walk.taste({ Ada: { Thickness: '+' } });
    await walk.nextTry('Add ');
  });

  test('a crustless pie: half of its sugar swapped, all whisked together, tasted, and the next try on the bench', async () => {
    await walk.paste(
      'No-crust pumpkin pie\nMakes 8 slices\n425 g pumpkin puree\n3 eggs\n340 g evaporated milk\n120 g sugar\n16 g cornflour\n\nWhisk everything together until smooth. Pour into a 23 cm pie dish. Bake at 180 C for 45 minutes.',
    );
    await press(page, 'Swap White sugar');
    await press(page, 'half');
    await press(page, 'Take Xylitol');
    await press(page, 'Take');
    await walk.bake();
    // The recipe names its dish.
    await sees(page, '23 cm pie dish How many chosen as the recipe says');
    await sees(page, '% full');
    await walk.asPlanned();
    await walk.ovenStandsAt('180');
    await walk.cameOut(1400, 420, 'scale');
    // 4.25 x 34 + 1.5 x 143 + 3.4 x 134 + 0.6 x 387 + 0.6 x 240 + 0.16 x 381 = 1252 kcal in eight.
    await comes(async () => expect(await walk.figure('Energy')).toBe(156));
    await walk.taste({ Ada: { Sweetness: '+' } });
    // Too sweet for her: what would mend it is a proposal on the bench, and then the next try.
    await walk.nextTry('Take away');
    await sees(page, 'try 3 of 3');
  });
});
