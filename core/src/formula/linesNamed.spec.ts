import { food, larder, readFormula } from '../../test/larder';
import { linesNamed } from './index';

const CAKE = readFormula(`Banana bread
Serves 10
120 g plain flour
60 g wholemeal flour
30 g vanilla whey protein powder
2 ripe bananas
2 eggs
80 g light brown sugar
1 tsp baking powder
60 ml sunflower oil
For the icing
100 g icing sugar
20 ml milk`);

const named = (words: string): readonly string[] => linesNamed(CAKE, words, larder).map(({ name }) => name);

// What a baker says of the lines before them, as they would say it aloud: the lines meant were chosen by hand.
test.each<[string, readonly string[]]>([
  ['plain flour', ['plain flour']],
  ['banana', ['ripe bananas']],
  ['eggs', ['eggs']],
  ['protein powder', ['vanilla whey protein powder']],
  ['whey', ['vanilla whey protein powder']],
  ['brown sugar', ['light brown sugar']],
  ['icing sugar', ['icing sugar']],
  ['oil', ['sunflower oil']],
  ['milk', ['milk']],
])('"%s" means %j', (words, lines) => {
  expect(named(words)).toEqual(lines);
});

test.each(['walnuts', 'gelatine', '', '   ', '%%'])('"%s" is nothing of it', (words) => {
  expect(named(words)).toEqual([]);
});

test('a kind means its lines; a food means every line of it', () => {
  expect(named('flour').length).toBeGreaterThan(0);
  const twice = readFormula('Buns\n100 g plain flour\n2 eggs\nFor the glaze\n1 egg\n20 g sugar');
  expect(linesNamed(twice, 'egg', larder).map(({ foodId }) => foodId)).toEqual([food('egg').id, food('egg').id]);
});
