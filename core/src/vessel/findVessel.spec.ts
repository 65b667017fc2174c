import { join } from 'node:path';
import { loadVessels } from '@fellmist/data';
import { vesselSaid } from './index';

const vessels = loadVessels(join(process.cwd(), 'data'));

describe('the tin that a method names', () => {
  // Sizes as pan tables of home economics give them in both measures: 8 in is 20 cm, 9 in 23, 10 in 26; 9 x 13 in is 33 x 23 cm; a two-pound loaf tin is 23 x 13 cm.
  test.each<[string, string, number]>([
    ['Press into a lined 20cm square tin & bake 22-25 mins at 175c.', '20 cm square tin', 1],
    ['Pour into a greased 9x13 inch pan.', '33 x 23 cm tin', 1],
    ['Spread in an 8x8 pan and bake.', '20 cm square tin', 1],
    ['Scrape into an 8-inch square pan.', '20 cm square tin', 1],
    ['Grease a 9 x 5-inch loaf pan.', '23 x 13 cm loaf tin', 1],
    ['Spoon into a lined 2lb loaf tin.', '23 x 13 cm loaf tin', 1],
    ['Fold in the flours. 2lb tin, 170C 50 mins.', '23 x 13 cm loaf tin', 1],
    ['Turn into a 450 g loaf tin.', '15.5 x 9.5 cm loaf tin (1 lb)', 1],
    ['Pour into a 23 cm pie dish. Bake at 180 C for 45 minutes.', '23 cm pie dish', 1],
    ['Line a 24cm springform tin.', '24 cm springform', 1],
    ['Line a 9-inch cake tin with paper.', '23 cm round tin', 1],
    ['Divide between two 20cm sandwich tins.', '20 cm round tin', 2],
    ['Divide between 2 x 8-inch round cake pans', '20 cm round tin', 2],
    ['Fill a 12-hole muffin tin.', 'muffin tin of 12', 1],
    ['Pipe into a greased 6-hole donut tin.', 'doughnut tin of 6', 1],
    ['Pipe into a donut tin.', 'doughnut tin of 6', 1],
    ['Fill six moulds and bake 25 minutes.', '6 silicone moulds', 1],
    ['Pour into 8 ramekins.', '4 ramekins', 2],
    ['Strain into six 150 ml ramekins.', '6 ramekins', 1],
    ['Put it in a loaf tin (23 x 13 cm), then level it.', '23 x 13 cm loaf tin', 1],
    ['Use a loaf tin of 23 x 13 cm.', '23 x 13 cm loaf tin', 1],
    ['Line a 20 cm square tin with a 23 x 33 cm sheet of paper.', '20 cm square tin', 1],
    ['Pour into the tray (28 x 18 cm).', '28 x 18 cm tray', 1],
    ['Fry in a 24 cm frying pan.', '24 cm frying pan', 1],
    ['Butter a 10 inch bundt pan.', '25 cm ring tin', 1],
  ])('%s', (method, name, count) => {
    const found = vesselSaid(['Heat the oven to 180 °C.', method], vessels);
    expect(found && [found.vessel.name, found.count]).toEqual([name, count]);
  });

  // Nothing is said of the size, or nothing like it stands in the cupboard: it is asked, not guessed.
  test.each([
    'Pour into a greased tin.',
    'Spoon into a muffin tin.',
    'Bake in a 9 inch pan.',
    'Pour into a 35 cm round tin.',
    'Put the tin on a baking tray for 20 minutes.',
    'Stir 200 g sugar in a pan.',
    'Heat a pan for 2 minutes.',
    'Cut into 5 cm squares in the tin.',
    'Cut a 23 x 33 cm sheet of paper to fit.',
    'Roll into 2.5 cm balls and lay them on a tray.',
    'Pour into a 20 x 30 cm tin.',
    'Pour into 88 ramekins.',
    'Pour into 0 ramekins.',
  ])('"%s" names none', (method) => {
    expect(vesselSaid([method], vessels)).toBeUndefined();
  });
});
