import { join } from 'node:path';
import { loadVessels } from '@fellmist/data';
import { shipped } from '../../test/larder';
import { type BatterVolume, usualVessels, type Vessel } from './index';

const vessels = loadVessels(join(process.cwd(), 'data'));
const classNamed = (id: string) => {
  const found = shipped.classes.find((one) => one.id === id);
  if (!found) throw new Error(`no class ${id}`);
  return found;
};
const ml = (rawMl: number, rise = 1): BatterVolume => ({ rawMl, risenMl: rawMl * rise, massG: rawMl, unknownG: 0 });
function usual(classId: string, volume: BatterVolume, own: readonly Vessel[] = []): readonly string[] {
  return usualVessels([...own, ...vessels], volume, classNamed(classId)).map(({ id }) => id);
}

describe('what such a thing usually goes into', () => {
  /**
   * Common capacities and the common practice of filling them: a 23 x 13 cm loaf tin takes 8 US cups (1.9 L) to the brim and is filled
   * from half to two thirds; a standard muffin cup takes 90 to 100 mL, twelve of them some 700 mL of batter (baking handbooks, from memory).
   */
  test('a pound of batter goes into a small loaf tin, two pounds into a large one; twelve muffins into a tin of twelve', () => {
    expect(usual('loaf', ml(1050, 1.9))[0]).toBe('loaf-large');
    expect(usual('loaf', ml(420, 1.9))[0]).toBe('loaf-450');
    expect(usual('muffin', ml(740, 1.7))).toEqual(['muffins-12']);
    // Half a tin of twelve is possible, a tin of six comes first.
    expect(usual('muffin', ml(360, 1.7))).toEqual(['muffins-6', 'moulds-6', 'muffins-12']);
    expect(usual('cheesecake', ml(2600, 1.08))).toContain('springform-24');
  });

  test('of each shape one, the class’s own first, never more than three; what fits nothing is offered nothing', () => {
    const offered = usual('loaf', ml(800, 1.9)).map((id) => vessels.find((one) => one.id === id)?.shape);
    expect(offered).toEqual(['loaf', 'round', 'square']);
    expect(usual('loaf', ml(9000, 1.9))).toEqual([]);
    expect(usual('loaf', ml(3, 1.9))).toEqual([]);
    expect(usual('topping', ml(300))).toEqual([]);
  });

  test('griddle cakes go onto a plate and waffles into an iron; nothing is offered an oven that needs none', () => {
    expect(usual('pancake', ml(500, 1.7))).toEqual(['griddle-28', 'pan-28']);
    expect(usual('waffle', ml(500, 1.8))).toEqual(['waffle-2']);
    expect(usual('drop-cookie', ml(400, 1.3))).toEqual(['sheet']);
    // A drum takes a third to two thirds of its size: air is to come.
    expect(usual('frozen', ml(600, 1.3))[0]).toBe('drum-1000');
    expect(usual('frozen', ml(900, 1.3))[0]).toBe('drum-1500');
    for (const { id, into = [] } of shipped.classes)
      for (const one of into) expect([id, one, vessels.some((vessel) => vessel.id === one || vessel.shape === one)]).toEqual([id, one, true]);
  });

  test('a plate of the house comes before the shipped ones; custards for six go into six cups, not into four that run over', () => {
    const plate: Vessel = { ...(vessels.find(({ id }) => id === 'griddle-28') as Vessel), id: 'own-1', name: 'grandmother’s plate' };
    expect(usual('pancake', ml(500, 1.7), [plate])[0]).toBe('own-1');
    // Six of 8 x 4 cm hold 1.2 L between them, 0.86 L fills them by seven tenths; four would run over.
    expect(usual('baked-custard', ml(860, 1.03))[0]).toBe('ramekin-6');
  });
});
