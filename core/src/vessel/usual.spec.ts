import { join } from 'node:path';
import { loadVessels } from '@fellmist/data';
import { shipped } from '../../test/larder';
import { classOf } from '../product';
import { type BatterVolume, fitBriefly, usualMixers, usualVessels, type Vessel } from './index';

const vessels = loadVessels(join(process.cwd(), 'data'));
const classNamed = (id: string) => {
  const found = shipped.classes.find((one) => one.id === id);
  if (!found) throw new Error(`no class ${id}`);
  return found;
};
const ml = (rawMl: number, rise = 1): BatterVolume => ({ rawMl, risenMl: rawMl * rise, massG: rawMl, unknownG: 0 });
function usual(classId: string, volume: BatterVolume, own: readonly Vessel[] = []): readonly string[] {
  return usualVessels([...own, ...vessels], volume, classNamed(classId)).map(({ vessel }) => vessel.id);
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
    // A bark is spread on its sheet, nothing of it is churned.
    const bark = classOf({ title: 'Frozen yogurt bark' }, shipped);
    expect(bark && usualVessels(vessels, ml(600), bark).map(({ vessel }) => vessel.id)).toEqual(['sheet']);
    for (const { id, into = [] } of [...shipped.classes, ...shipped.coldStyles])
      for (const one of into) expect([id, one, vessels.some((vessel) => vessel.id === one || vessel.shape === one)]).toEqual([id, one, true]);
  });

  test('a plate of the house comes before the shipped ones; custards for six go into six cups, not into four that run over', () => {
    const plate: Vessel = { ...(vessels.find(({ id }) => id === 'griddle-28') as Vessel), id: 'own-1', name: 'grandmother’s plate' };
    expect(usual('pancake', ml(500, 1.7), [plate])[0]).toBe('own-1');
    // Six of 8 x 4 cm hold 1.2 L between them, 0.86 L fills them by seven tenths; four would run over.
    expect(usual('baked-custard', ml(860, 1.03))[0]).toBe('ramekin-6');
  });

  const own = (id: string, changed: Partial<Vessel>): Vessel => ({ ...(vessels.find((one) => one.id === id) as Vessel), id: `own-${id}`, ...changed });

  test('a tin of the house comes before a shipped one that fits better, for a tin that is named itself as well; one that does not fit does not', () => {
    // 1.05 L of loaf batter: 1.9 L of tin (23 x 13 cm) hold it a little better than 1.6 L of the house, which still holds it well.
    expect(usual('loaf', ml(1050, 1.9), [own('loaf-large', { lengthCm: 22, acrossCm: 12, measuredMl: 1800 })])[0]).toBe('own-loaf-large');
    expect(usual('loaf', ml(1050, 1.9), [own('loaf-large', { measuredMl: 700 })])[0]).toBe('loaf-large');
    expect(usual('cheesecake', ml(2600, 1.08), [own('springform-24', { acrossCm: 25 })])[0]).toBe('own-springform-24');
    // A pan of the house is a pan, no waffle iron.
    expect(usual('waffle', ml(500, 1.8), [own('pan-28', {})])).toEqual(['waffle-2']);
    expect(usual('crepe', ml(500), [own('pan-28', {})])[0]).toBe('own-pan-28');
  });

  // A jar runs over above two thirds, so 0.6 L of it blend 0.4 L at a time and 1.5 L one litre (common practice).
  test('jars: the house’s own first, then what holds the mix in the fewest goes; each says in how many', () => {
    const jars = (volume: number, ...owned: readonly Vessel[]): readonly string[] =>
      usualMixers([...vessels, ...owned], ml(volume), 'blend').map(({ vessel, fit }) => `${vessel.id} ${fit ? fitBriefly(fit, ml(volume)) : ''}`);
    expect(jars(350)).toEqual(['jar-600 in one go', 'jar-1500 in one go']);
    expect(jars(900)).toEqual(['jar-1500 in one go', 'jar-600 in 3 goes']);
    expect(jars(900, own('jar-600', {}))).toEqual(['own-jar-600 in 3 goes', 'jar-1500 in one go', 'jar-600 in 3 goes']);
    const bowls = usualMixers(vessels, ml(1500), 'mix').map(({ vessel }) => vessel.id);
    expect(bowls).toEqual(['bowl-wide', 'bowl-large', 'bowl-small']);
  });

  // A standard muffin cup takes half a US cup (118 mL) to the brim and is filled to two thirds, some 79 mL: 360 mL are four to five (common practice).
  test('so many cups are filled as the recipe makes, unless they would be too full or too bare; then as many as the mix fills', () => {
    const cups = (pieces?: number): string | undefined => {
      const volume = { ...ml(360, 1.7), ...(pieces === undefined ? {} : { pieces }) };
      const [first] = usualVessels(vessels, volume, classNamed('muffin'));
      return first?.fit && fitBriefly(first.fit, volume);
    };
    expect([cups(), cups(6), cups(4), cups(3), cups(12), cups(4.5)]).toEqual(['5 of 6 cups', '6 of 6 cups', '4 of 6 cups', '5 of 6 cups', '5 of 6 cups', '5 of 6 cups']);
  });
});
