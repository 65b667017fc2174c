import { join } from 'node:path';
import { loadVessels } from '@fellmist/data';
import { larder, readFormula, shipped } from '../../test/larder';
import { fitOf, volumeOf } from '../vessel';
import { thermalOf } from './bakingTime';
import { griddling, type Griddling, leftFor } from './griddle';

const vessels = loadVessels(join(__dirname, '../../../data'));

function on(vesselId: string, classId: string, text: string, pieces: number, plateC = 180): Griddling | undefined {
  const vessel = vessels.find(({ id }) => id === vesselId);
  const product = shipped.classes.find(({ id }) => id === classId);
  const [part] = readFormula(text).parts;
  const thermal = part && thermalOf(part, larder);
  if (!vessel || !part || !thermal) throw new Error('nothing to fry');
  const volume = volumeOf(part, larder, product);
  return griddling({ fit: fitOf(vessel, 1, volume, product), volume, thermal, product, plateC, pieces });
}
const BATTER = 'Batter\nMakes 8\n200 g plain flour\n300 g whole milk\n100 g egg\n30 g butter\n10 g baking powder';

describe('pieces on a hot plate', () => {
  it('take the minutes of cookery books (from memory): a pancake two to three and half of that, a crêpe under one, a waffle three to five', () => {
    const pancake = on('griddle-28', 'pancake', BATTER, 8);
    expect([(pancake?.firstSideS ?? 0) / 60 > 1.7, (pancake?.firstSideS ?? 0) / 60 < 3.3, (pancake?.secondSideS ?? 0) / (pancake?.firstSideS ?? 1)]).toEqual([true, true, 0.5]);
    // 640 g of batter in eight: 80 g each, eleven centimetres wide when poured eight millimetres thick.
    expect([(pancake?.acrossCm ?? 0) > 9, (pancake?.acrossCm ?? 0) < 12]).toEqual([true, true]);
    expect(on('griddle-28', 'crepe', BATTER, 12)?.firstSideS).toBeLessThan(60);
    const waffle = on('waffle-2', 'waffle', BATTER, 5);
    expect([(waffle?.firstSideS ?? 0) / 60 > 2, (waffle?.firstSideS ?? 0) / 60 < 6, waffle?.secondSideS, waffle?.fits, waffle?.batches, waffle?.last]).toEqual([
      true,
      true,
      0,
      2,
      3,
      1,
    ]);
  });

  it('count batches, the first longer than the others, and how long the first pieces wait for the last', () => {
    const { fits = 0, batches, last, firstSideS = 0, secondSideS = 0, firstBatchS = 0, totalS, waitsS } = on('griddle-28', 'pancake', BATTER, 8) ?? {};
    expect([batches, last]).toEqual([Math.ceil(8 / fits), 8 - (Math.ceil(8 / fits) - 1) * fits]);
    const batchS = firstSideS + secondSideS + 30;
    expect(firstBatchS).toBeGreaterThan(batchS);
    expect(totalS).toBeCloseTo(firstBatchS + ((batches ?? 1) - 1) * batchS, 6);
    expect(waitsS).toBeCloseTo(((batches ?? 1) - 1) * batchS, 6);
  });

  it('takes a hotter plate less, and refuses what no plate bakes, no pieces and a plate that is too cold to turn them', () => {
    const at = (plateC: number): number => on('griddle-28', 'pancake', BATTER, 8, plateC)?.firstSideS ?? Infinity;
    expect([at(200) < at(180), at(180) < at(150)]).toEqual([true, true]);
    expect(on('griddle-28', 'loaf', BATTER, 8)).toBeUndefined();
    expect(on('loaf-large', 'pancake', BATTER, 8)).toBeUndefined();
    expect(on('griddle-28', 'pancake', BATTER, 0)).toBeUndefined();
    expect(on('griddle-28', 'pancake', BATTER, 8, 40)).toBeUndefined();
  });

  it('says how many pieces there have to be, so that one goes onto the plate', () => {
    // 640 g of batter at about 1.05 g a millilitre, 8 mm thick: 760 cm² in all, and 28 cm across are 616 cm², 15 are 177.
    expect(on('griddle-28', 'pancake', BATTER, 8)?.leastPieces).toBe(2);
    expect(on('pan-20', 'pancake', BATTER, 2)?.leastPieces).toBe(5);
  });

  it('tells what the bowl still gives: whole pieces, a last one a tenth short, and the batches for them', () => {
    const plate = on('griddle-28', 'pancake', BATTER, 8);
    if (!plate) throw new Error('no plate');
    // 640 g for eight: 80 g a piece.
    expect([240, 233, 231, 79, 20].map((leftG) => leftFor(plate, leftG, 80).pieces)).toEqual([3, 3, 2, 1, 0]);
    expect(leftFor(plate, 80 * (plate.fits + 1), 80).batches).toBe(2);
    expect(leftFor(plate, 20, 80).seconds).toBe(0);
  });
});
