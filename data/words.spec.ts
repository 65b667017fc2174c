import { readLine, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from './load';

const larder = stockLarder(loadShippedLarder(__dirname).foods);
const found = (words: string) => readLine(`100 g ${words}`, 'l1', larder, 'us');

/* What British, American and Australian cookery books call the same thing [common knowledge]. */
const SAME: readonly (readonly [foodId: string, ...names: string[]])[] = [
  ['plain-flour', 'all-purpose flour', 'AP flour', 'plain flour'],
  ['self-raising-flour', 'self raising flour'],
  ['self-rising-flour', 'self-rising flour'],
  ['bread-flour', 'strong white bread flour', 'bread flour'],
  ['whole-wheat-flour', 'wholemeal flour', 'whole wheat flour'],
  ['rolled-oats', 'porridge oats', 'old fashioned rolled oats', 'quick oats'],
  ['almond-flour', 'ground almonds', 'almond meal', 'almond flour'],
  ['cornflour', 'corn starch', 'cornstarch', 'cornflour'],
  ['chickpea-flour', 'gram flour', 'chickpea flour', 'besan'],
  ['tapioca-starch', 'tapioca flour', 'tapioca starch'],
  ['sugar', 'caster sugar', 'granulated sugar', 'superfine sugar'],
  ['icing-sugar', 'icing sugar', 'powdered sugar', 'confectioners sugar'],
  ['brown-sugar', 'light brown sugar', 'dark muscovado sugar'],
  ['molasses', 'black treacle', 'molasses'],
  ['baking-soda', 'bicarbonate of soda', 'baking soda', 'bicarb'],
  ['courgette', 'courgette', 'zucchini'],
  ['raisins', 'raisins', 'sultanas'],
  ['digestive-biscuits', 'digestive biscuits', 'digestives'],
  ['graham-crackers', 'graham crackers', 'graham cracker crumbs'],
  ['desiccated-coconut', 'desiccated coconut', 'shredded coconut'],
  ['curd-cheese', 'quark', 'curd cheese'],
  ['double-cream', 'double cream'],
  ['heavy-cream', 'heavy cream', 'heavy whipping cream'],
  ['single-cream', 'single cream', 'light cream'],
  ['half-and-half', 'half and half'],
  ['skimmed-milk', 'skim milk', 'skimmed milk'],
  ['semi-skimmed-milk', '2% milk', 'semi skimmed milk'],
  ['greek-yogurt', 'nonfat greek yogurt', 'fat free greek yoghurt'],
  ['yogurt', 'plain yoghurt', 'plain yogurt'],
  ['apple-puree', 'applesauce', 'apple puree'],
  ['pumpkin-puree', 'canned pumpkin', 'pumpkin puree'],
  ['egg-white', 'egg whites'],
  ['egg-white-carton', 'liquid egg whites', 'pasteurised egg whites'],
  ['gelatine', 'gelatin', 'gelatine'],
  ['ground-flax', 'flax meal', 'ground flaxseed', 'ground linseed'],
  ['whey-isolate', 'whey protein isolate'],
  ['casein', 'casein powder', 'micellar casein'],
  ['pea-isolate', 'pea protein', 'pea protein powder'],
  ['sucralose-drops', 'liquid sucralose', 'sucralose drops'],
  ['erythritol-powder', 'powdered erythritol'],
  ['mixed-spice', 'mixed spice', 'pumpkin pie spice'],
  ['cherries', 'cherries', 'sweet cherries'],
  ['sour-cherries', 'sour cherries', 'tart cherries', 'morello cherries'],
];

test.each(SAME.flatMap(([id, ...names]) => names.map((name) => [name, id] as const)))('"%s" is %s', (name, id) => {
  expect(found(name).foodId).toBe(id);
});

test.each([
  ['sauce of the house', 'no food of the table'],
  ['kryptonite', 'no food of the table'],
  ['bear fat powder mix', 'nothing sure'],
])('"%s" is %s', (name) => {
  expect(found(name).doubts.map(({ code }) => code)).toEqual([expect.stringMatching(/^food-(?:unknown|guessed)$/)]);
});
