import { SAY } from './after.words';

type FigureKey = 'energyKcal' | 'proteinG' | 'fatG' | 'carbohydrateG' | 'netCarbG' | 'fibreG' | 'sugarsG';

/** What is told of a portion, from top to bottom. */
export const ROWS: readonly { readonly key: FigureKey; readonly name: string; readonly unit: string; readonly digits: number }[] = [
  { key: 'energyKcal', name: SAY.energy, unit: 'kcal', digits: 0 },
  { key: 'proteinG', name: SAY.protein, unit: 'g', digits: 1 },
  { key: 'fatG', name: SAY.fat, unit: 'g', digits: 1 },
  { key: 'carbohydrateG', name: SAY.carbohydrate, unit: 'g', digits: 1 },
  { key: 'netCarbG', name: SAY.netCarbs, unit: 'g', digits: 1 },
  { key: 'fibreG', name: SAY.fibre, unit: 'g', digits: 1 },
  { key: 'sugarsG', name: SAY.sugars, unit: 'g', digits: 1 },
];
