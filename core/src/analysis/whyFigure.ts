import { CARB_COUNT_WORDS, type Larder } from '../food';
import { allLines, contributionsOf, type Counting, COUNTING, type Figure, type Formula } from '../formula';
import { gramsNumber } from '../quantity';
import { show, type Why } from './why';

const ENERGY_WORDS: Readonly<Record<Counting['energy'], { readonly words: string; readonly source: string }>> = {
  table: { words: 'each food’s own energy', source: 'composition of each food' },
  eu: { words: '4 × carbohydrate, 2 × fibre, 2.4 × polyols, 0 × erythritol, 4 × protein, 9 × fat, 7 × alcohol', source: 'Reg. (EU) 1169/2011 annex XIV' },
  us: { words: '4 × carbohydrate, 4 × protein, 9 × fat, 7 × alcohol, fibre and polyols by their factors', source: '21 CFR 101.9(c)(1)(i), from memory' },
};

/** A figure as it is shown: its name, unit and decimals. */
export interface FigureShown {
  readonly key: Figure;
  readonly name: string;
  readonly unit: string;
  readonly digits: number;
}

/** What stands behind one figure of the batch, a portion of which is `share` of it. */
export function whyFigure(row: FigureShown, formula: Formula, share: number, larder: Larder, counting: Counting = COUNTING): Why {
  const { key: figure, name, unit, digits } = row;
  const rows = contributionsOf(formula, figure, larder, counting);
  const known = rows.reduce((sum, { amount = 0 }) => sum + amount, 0);
  const energy = ENERGY_WORDS[counting.energy];
  const isEnergy = figure === 'energyKcal' || figure === 'energyKj';
  const lines = new Map(allLines(formula).map((line) => [line.id, line]));
  return {
    title: name,
    result: `${show(known * share, digits)} ${unit} of ${show(known, digits)} ${unit} in the batch`,
    inputs: rows.map(({ line, amount, share: part }) => {
      const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
      const massG = lines.get(line.id)?.massG;
      const per100 = amount !== undefined && massG ? (amount / massG) * 100 : undefined;
      return {
        name: `${massG === undefined ? '' : `${gramsNumber(massG)} g `}${food?.name ?? line.name}`,
        words: amount === undefined ? 'unknown' : `${show(amount, digits)} ${unit}${per100 === undefined ? '' : `, ${show(per100, digits)} in 100 g`}`,
        share: amount === undefined ? undefined : part,
        source: food?.source ?? 'no food: not counted',
      };
    }),
    equation: `Σ grams × ${isEnergy ? energy.words : figure === 'netCarbG' ? CARB_COUNT_WORDS[counting.carbs] : name.toLowerCase()} in 100 g ÷ 100; a portion is its share of the batch`,
    mark: isEnergy && counting.energy !== 'table' ? 'S' : 'M',
    source: isEnergy ? energy.source : figure === 'netCarbG' ? 'composition of each food; the count is common practice of a school' : 'composition of each food',
    notes: ['The likely range holds the errors of how grams were found and what labels leave open, two standard deviations; the worst case adds them all on one side.'],
  };
}
