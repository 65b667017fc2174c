import { bench, larder, opened } from '../../test/larder';
import { acceptProposal, type Worksheet } from './index';

/** The sheet with every step of a swap taken, and the other proposals left open. */
function withSteps(text: string, foodId: string, ruleId: string): Worksheet {
  const sheet = opened(bench(text), foodId, ruleId);
  return sheet.open.filter(({ action }) => action.kind === 'step').reduce((now, step) => acceptProposal(now, step, larder), sheet);
}

describe('where a step of a swap goes in the method', () => {
  // Common practice: what soaks does so first, a thirsty batter rests before it is baked, a tender cake cools in its tin.
  const method = 'Method\nHeat the oven to 175 C.\nWhisk everything together.\nBake 35 minutes in a lined tin.\nCool on a rack.';
  const at = ({ rebuild }: Worksheet, words: RegExp): number => rebuild.method.findIndex((step) => words.test(step));

  test('a rest comes before the oven, not after it', () => {
    const sheet = withSteps(`Loaf\nMakes 10 slices\n200 g plain flour\n2 eggs\n100 g sugar\n120 ml milk\n2 tsp baking powder\n${method}`, 'plain-flour', 'wheat-oat');
    expect(at(sheet, /rest 5 minutes/)).toBe(2);
    expect(at(sheet, /^Bake 35/)).toBe(3);
    expect(sheet.rebuild.method).toHaveLength(5);
  });

  test('without a step of heat, or without a method, it stands at the end', () => {
    const quiet = withSteps('Loaf\nMakes 10 slices\n200 g plain flour\n2 eggs\n100 g sugar\n120 ml milk\nMethod\nWhisk all.\nServe warm.', 'plain-flour', 'wheat-oat');
    expect(quiet.rebuild.method.map((step) => step.split(' ')[0])).toEqual(['Whisk', 'Serve', 'Let']);
  });
});
