import { coldSide, FOAM_FACTORS, hardnessOf, meanDensity, MOST_OVERRUN, overrunOf, type WhipState } from '../cold';
import { type Larder } from '../food';
import { type ColdSetup, type Formula, mainPart, sumsOfPart } from '../formula';
import { type ColdStyle } from '../product';
import { AT, freezingPointOf, readSum } from '../role';
import { show, type Why } from './why';
import { whyRole } from './whyRole';

/** What stands behind the ice of a mix and its minutes out of the freezer: sucrose equivalents and water of each line. */
export function whyIce(formula: Formula, { storedC, servedC }: Pick<ColdSetup, 'storedC' | 'servedC'>, style: ColdStyle | undefined, larder: Larder): Why | undefined {
  const part = mainPart(formula, larder);
  const byLine = whyRole('ice', formula, larder);
  if (!part || !byLine) return undefined;
  const sums = sumsOfPart(part, larder);
  const overrunPercent = style?.overrun.low ?? 0;
  const { storedIce, servedIce, minutesOut } = coldSide(sums, storedC, servedC, overrunPercent);
  const at = (tempC: number, ice: number): string => `${show(ice, 0)} % ice at ${tempC} °C${style?.out === undefined ? ` (${hardnessOf(ice, style?.bands.ice)})` : ''}`;
  const waterG = readSum(sums, AT.allWaterG);
  const point = freezingPointOf(sums);
  return {
    ...byLine,
    title: 'Ice and hardness',
    result: `${at(storedC, storedIce)}, ${at(servedC, servedIce)}`,
    notes: [
      waterG > 0 && point !== undefined
        ? `${show((readSum(sums, AT.seG) * 100) / waterG, 1)} g as sucrose and ${show((readSum(sums, AT.msnfG) * 100) / waterG, 1)} g of milk solids in 100 g of water: the first ice at ${show(point, 1)} °C.`
        : 'There is no water to freeze.',
      style?.out ??
        `Out of the freezer: heat to warm the tub from ${storedC} °C to where it can be scooped and to melt what melts (334 J a gram of ice) over what still air at 21 °C brings, for a tub as wide as it is high with ${show(overrunPercent, 0)} % of air, 60 % of it for its outer part: ${show(minutesOut, 0)} minutes. House model, an estimate.`,
      style?.out === undefined ? 'The words for hardness are house values, from ice cream dipped at −12 °C.' : 'This style is meant to be hard.',
    ],
  };
}

/** What stands behind a whipped bowl at one point: each factor that takes air away from the most there can be. */
export function whyFoam(state: WhipState): Why {
  return {
    title: 'Whipped volume',
    result: `${show(state.volumeMl, 0)} mL, ${show(state.overrunPercent, 0)} % overrun (${show(state.lowMl, 0)} to ${show(state.highMl, 0)} mL)`,
    inputs: FOAM_FACTORS.map(({ key, name, source }) => ({ name, words: `× ${show(state.factors[key], 2)}`, share: state.factors[key], source })),
    equation: `volume = volume of the mix without air × (1 + ${MOST_OVERRUN} % × each factor here); the range is a quarter of the air either way`,
    mark: 'H',
    source: 'house model from rules of practice; your own readings at the overrun desk correct it',
    notes: [
      `Gum ${show(state.gumPercent, 1)} % of the water; it stands about ${show(state.standsH, 1)} h, at most two: longer it is not left out.`,
      'Sweetness and protein in 100 mL are those of the mix over this volume: air dilutes both.',
    ],
  };
}

/** What stands behind overrun and portions by volume: each reading with one cup. */
export function whyOverrun(readings: ColdSetup['readings']): Why {
  const found = readings.flatMap((reading) => {
    const result = overrunOf(reading);
    return result ? [{ reading, result }] : [];
  });
  const most = Math.max(...found.map(({ result }) => result.overrunPercent), 1);
  const mean = meanDensity(readings);
  return {
    title: 'Overrun and density',
    result: mean === undefined ? 'no reading yet' : `${show(mean)} g in a mL of foam, ${found.length === 1 ? 'one reading' : `the mean of ${found.length} readings`}`,
    inputs: found.map(({ reading, result }) => ({
      name: `${show(reading.mixG, 0)} g of mix, ${show(reading.foamG, 0)} g of foam`,
      words: `${show(result.overrunPercent, 0)} %, ${show(result.foamDensityGPerMl)} g/mL`,
      share: result.overrunPercent / most,
      source: `one cup of ${show(reading.cupMl, 0)} mL${reading.mixer ? `, ${reading.mixer} mixer` : ''}`,
    })),
    equation: 'overrun % = (mass of a volume of mix − mass of the same volume of foam) ÷ mass of the foam × 100; density = mass of the foam ÷ volume of the cup',
    mark: 'S',
    source: 'Goff & Hartel, Ice Cream, 7th ed.; your own scale',
    notes: ['A portion by volume weighs its mL × density; its figures are its grams of the batch.'],
  };
}
