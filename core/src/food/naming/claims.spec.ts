import { larder } from '../../../test/larder';
import { type FoodMatch, LIKELY, matchFood, SURE } from '.';

/** What the reader makes of one food when a name is said. */
function said(name: string, foodId: string): FoodMatch | undefined {
  return matchFood(name, larder.index, 12).find((match) => match.foodId === foodId);
}

const sureOf = (name: string): string | undefined => {
  const [best] = matchFood(name, larder.index, 1);
  return best && best.score >= SURE && !best.conflicts ? best.foodId : undefined;
};

describe('what is said of a food is true of it, or not', () => {
  // By what the words mean in a shop or a kitchen [common practice]: "light" cream is not double cream, dried fruit is not fresh.
  test.each<[string, readonly string[], readonly string[]]>([
    ['skimmed milk', ['skimmed-milk'], ['whole-milk', 'semi-skimmed-milk', 'buttermilk']],
    ['full-fat milk', ['whole-milk'], ['skimmed-milk', 'low-fat-milk']],
    ['fat-free Greek yogurt', ['greek-yogurt'], ['greek-yogurt-full', 'greek-yogurt-5']],
    ['5 % Greek yogurt', ['greek-yogurt-5'], ['greek-yogurt-full', 'greek-yogurt']],
    ['light cream cheese', ['cream-cheese-light'], ['cream-cheese']],
    ['light coconut milk', ['coconut-milk-light'], ['coconut-milk']],
    ['light sour cream', ['sour-cream-light'], ['sour-cream']],
    ['salted butter', ['salted-butter'], ['butter']],
    ['unsalted butter', ['butter'], ['salted-butter']],
    ['dried apricots', ['dried-apricots'], ['apricot', 'apricots-canned']],
    ['fresh apricots', ['apricot'], ['dried-apricots', 'apricots-canned']],
    ['canned apricots', ['apricots-canned'], ['dried-apricots']],
    ['dried blueberries', ['dried-blueberries'], ['blueberries']],
    ['freeze-dried strawberries', ['freeze-dried-strawberries'], ['strawberries', 'strawberry-jam']],
    ['frozen mango', ['mango'], ['dried-mango']],
    ['fresh cranberries', ['cranberries'], ['dried-cranberries', 'cranberry-sauce']],
    ['dried chickpeas', ['chickpeas-dry'], ['chickpeas', 'chickpeas-boiled']],
    ['canned chickpeas', ['chickpeas'], ['chickpeas-dry']],
    ['cooked black beans', ['black-beans-boiled'], ['black-beans-dry']],
    ['dry kidney beans', ['kidney-beans-dry'], ['kidney-beans', 'kidney-beans-boiled']],
    ['cooked quinoa', ['quinoa-cooked'], ['quinoa', 'quinoa-flour']],
    ['fresh ginger', ['ginger-fresh'], ['ginger']],
    ['ground ginger', ['ginger'], ['ginger-fresh']],
    ['fresh yeast', ['fresh-yeast'], ['yeast']],
    ['whole milk powder', ['whole-milk-powder'], ['whole-milk', 'milk-powder']],
    ['buttermilk powder', ['buttermilk-powder'], ['buttermilk']],
    ['powdered erythritol', ['erythritol-powder'], ['allulose-syrup']],
    ['liquid allulose', ['allulose-syrup'], ['allulose-powder']],
    ['chia seeds, ground', ['chia-ground'], []],
    ['ground flaxseed', ['ground-flax'], []],
    ['sweetened condensed milk', ['condensed-milk'], ['evaporated-milk']],
    ['sweetened almond milk', ['almond-drink-sweet'], ['almond-drink']],
    ['unsweetened almond milk', ['almond-drink'], ['almond-drink-sweet']],
    ['unsweetened soy milk', ['soy-drink'], ['soy-drink-sweet']],
    ['sweetened coconut flakes', ['coconut-sweetened'], ['desiccated-coconut']],
    ['sugar-free chocolate chips', ['chocolate-chips-no-sugar'], ['chocolate-chips']],
    ['sugar-free milk chocolate', ['milk-chocolate-free'], ['milk-chocolate']],
    ['sugar-free syrup', ['syrup-sugar-free'], ['golden-syrup', 'maple-syrup']],
    ['85 % dark chocolate', ['dark-chocolate-85'], []],
    ['vanilla whey protein isolate', ['whey-isolate-vanilla'], ['whey-isolate-chocolate', 'whey-isolate']],
    ['chocolate casein', ['casein-chocolate'], ['casein-vanilla', 'casein']],
    ['unflavoured whey isolate', ['whey-isolate'], ['whey-isolate-vanilla', 'whey-isolate-chocolate']],
    ['vanilla Greek yogurt', ['greek-yogurt-vanilla'], ['greek-yogurt-full']],
    ['Dutch-processed cocoa', ['cocoa-alkalised'], []],
    ['vegan cream cheese', ['vegan-cream-cheese'], ['cream-cheese', 'cream-cheese-light']],
    ['vegan sour cream', ['vegan-sour-cream'], ['sour-cream']],
    ['dairy-free spread', ['plant-spread'], ['margarine', 'strawberry-jam']],
    ['mixed dried fruit', ['mixed-dried-fruit'], ['freeze-dried-fruit', 'mixed-fruit-frozen']],
    ['amaretto', ['liqueur'], ['rum']],
    ['vanilla vegan protein powder', ['plant-protein-blend'], ['plant-protein-plain', 'whey-vanilla']],
    ['gluten-free oats', ['gluten-free-oats'], []],
    ['gluten-free flour', ['gluten-free-blend'], ['plain-flour', 'bread-flour']],
    ['gluten-free self-raising flour', ['gluten-free-self-raising'], ['self-raising-flour', 'plain-flour']],
    ['lactose-free milk', ['lactose-free-milk'], []],
    ['liquid egg whites', ['egg-white-carton'], ['egg-white-powder']],
    ['egg white powder', ['egg-white-powder'], ['egg-white', 'egg-white-carton']],
    ['mashed banana', ['banana-puree'], ['banana-chips', 'banana-flour']],
    ['pumpkin puree', ['pumpkin-puree'], ['pumpkin-seed-flour', 'pumpkin-seeds']],
    ['sweet potato puree', ['sweet-potato-puree'], []],
    ['whole almonds', ['almonds'], ['almond-flour', 'almond-powder']],
    ['flaked almonds', ['almonds-flaked'], []],
    ['instant coffee', ['instant-coffee'], ['coffee']],
    ['lime juice', ['lime-juice'], ['lime', 'lemon-juice']],
    ['lemon zest', ['lemon-zest'], ['lemon', 'lemon-juice']],
  ])('%s', (name, itself, others) => {
    expect([name, sureOf(name)]).toEqual([name, itself[0]]);
    for (const other of others) {
      const match = said(name, other);
      expect([other, match === undefined || match.conflicts || match.score < SURE]).toEqual([other, true]);
    }
  });

  // Said of the very food, it conflicts: the best it can be is a question.
  test.each([
    ['skimmed whole milk', 'whole-milk'],
    ['unsalted salted butter', 'salted-butter'],
    ['dried strawberries', 'strawberries'],
    ['canned raisins', 'raisins'],
    ['fresh raisins', 'raisins'],
    ['cooked rolled oats', 'rolled-oats'],
    ['frozen dried figs', 'dried-figs'],
    ['powdered honey', 'honey'],
    ['liquid cocoa', 'cocoa'],
    ['pureed rice flour', 'rice-flour'],
    ['sugar-free maple syrup', 'maple-syrup'],
    ['unsweetened honey', 'honey'],
    ['unsweetened condensed milk', 'condensed-milk'],
    ['sweetened almond drink', 'almond-drink'],
    ['vegan mozzarella', 'mozzarella'],
    ['vegan egg', 'egg'],
    ['gluten-free rye flour', 'rye-flour'],
    ['fat-free mascarpone', 'mascarpone'],
    ['light double cream', 'double-cream'],
    ['20 % cottage cheese', 'cottage-cheese'],
    ['unsalted peanut butter', 'peanut-butter'],
    ['natural alkalised cocoa', 'cocoa-alkalised'],
    // A flavour is none of a plain food's, and what is called by a flavour alone comes in no other.
    ['chocolate milk', 'whole-milk'],
    ['vanilla protein', 'plant-protein-plain'],
    ['vanilla skyr', 'skyr'],
    ['mint chocolate', 'flavour-drops'],
    ['caramel syrup', 'syrup-caramel-free'],
    ['dairy-free spread', 'margarine'],
  ])('"%s" is never surely %s', (name, foodId) => {
    const match = said(name, foodId);
    expect(match === undefined || match.score < SURE).toBe(true);
  });

  // True of the food, though its row does not say so in words: nothing is taken from it.
  test.each([
    ['fresh strawberries', 'strawberries'],
    ['frozen raspberries', 'raspberries'],
    ['liquid honey', 'honey'],
    ['powdered gelatine', 'gelatine'],
    ['ground cinnamon', 'cinnamon'],
    ['unsweetened cocoa powder', 'cocoa'],
    ['whole eggs', 'egg'],
    ['full-fat cream cheese', 'cream-cheese'],
    ['vegan sunflower oil', 'sunflower-oil'],
    ['gluten-free rice flour', 'rice-flour'],
    ['light olive oil', 'olive-oil'],
    ['dried dates', 'dates'],
    ['fine salt', 'salt'],
  ])('"%s" is %s', (name, foodId) => {
    const match = said(name, foodId);
    expect([match?.foodId, match?.conflicts, (match?.score ?? 0) >= LIKELY]).toEqual([foodId, false, true]);
  });
});
