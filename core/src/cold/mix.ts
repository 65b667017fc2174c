import { type Food, isIn, type Larder } from '../food';
import { type Part, sumsOfPart } from '../formula';
import { type ColdFigure } from '../product';
import { AT, freezingPointOf, measureRole, readSum, type Sums, sweetnessPer100g } from '../role';

export interface SugarShare {
  readonly name: string;
  readonly grams: number;
}

/** What a mix that is to be frozen is made of; shares in per cent of its mass. */
export interface MixAnalysis {
  readonly massG: number;
  readonly waterG: number;
  readonly figures: Readonly<Record<ColdFigure, number | undefined>>;
  /** Sucrose equivalents in 100 g of water. */
  readonly sucroseEquivalents: number;
  readonly lactoseG: number;
  /** Sugars, polyols, allulose and alcohol by kind, grams, largest first. */
  readonly sugarsByKind: readonly SugarShare[];
  /** Foods whose water or sugars nobody knows: the figures leave them out. */
  readonly unknown: readonly string[];
}

/** What has a column of its own among the figures, and goes by its name. */
const BY_COLUMN = ['erythritolG', 'alluloseG', 'alcoholG'] as const;

function kindsOf({ per100g, sugarsBy, polyolsBy }: Food): readonly (readonly [name: string, per100g: number])[] {
  const { sugarsG = 0, polyolsG = 0, erythritolG = 0 } = per100g;
  const sugars = Object.entries(sugarsBy ?? {}).map(([name, grams]) => [name, grams] as const);
  const polyols = Object.entries(polyolsBy ?? {}).map(([name, grams]) => [name, grams] as const);
  const sum = (pairs: readonly (readonly [string, number])[]): number => pairs.reduce((total, [, grams]) => total + grams, 0);
  return [
    ...sugars,
    ['other sugars', Math.max(sugarsG - sum(sugars), 0)],
    ...polyols,
    ['other polyols', Math.max(polyolsG - erythritolG - sum(polyols), 0)],
    ...BY_COLUMN.map((column) => [column.slice(0, -1), per100g[column] ?? 0] as const),
  ];
}

/** The mix of one part, as an ice maker looks at it; undefined for a part that weighs nothing. */
export function analyseMix(part: Part, larder: Larder): MixAnalysis | undefined {
  const sums: Sums = sumsOfPart(part, larder);
  const strangersG = part.lines.reduce((sum, { foodId, massG: lineG = 0 }) => (foodId !== undefined && larder.foods.has(foodId) ? sum : sum + lineG), 0);
  const massG = readSum(sums, AT.massG) - strangersG;
  if (readSum(sums, AT.massG) <= 0) return undefined;
  const waterG = readSum(sums, AT.allWaterG);
  const per100 = (grams: number): number => (massG > 0 ? (grams * 100) / massG : 0);
  const kinds = new Map<string, number>();
  const unknown: string[] = [];
  let stabiliserG = 0;
  let wheyG = 0;
  for (const line of part.lines) {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!food || line.massG === undefined || food.per100g.waterG === undefined || food.per100g.sugarsG === undefined) unknown.push(food?.name ?? line.name);
    if (!food || line.massG === undefined) continue;
    // Gums without body: what swells is counted by what it binds elsewhere.
    if (isIn('stabiliser', food)) stabiliserG += line.massG;
    // Their solids count among the milk solids too, and are shown apart.
    if (isIn('whey-solids', food)) wheyG += (line.massG * (100 - (food.per100g.waterG ?? 0) - (food.per100g.fatG ?? 0))) / 100;
    for (const [name, grams] of kindsOf(food)) kinds.set(name, (kinds.get(name) ?? 0) + (grams * line.massG) / 100);
  }
  const sugarsByKind = [...kinds].flatMap(([name, grams]) => (grams > 0.05 ? [{ name, grams }] : [])).sort((a, b) => b.grams - a.grams);
  const sugarsG = sugarsByKind.reduce((sum, { name, grams }) => (name === 'alcohol' ? sum : sum + grams), 0);
  const lactoseG = readSum(sums, AT.lactoseG);
  return {
    massG,
    waterG,
    figures: {
      solids: massG > 0 ? 100 - per100(waterG) : undefined,
      fat: per100(readSum(sums, AT.fatG)),
      msnf: per100(readSum(sums, AT.msnfG)),
      wheySolids: per100(wheyG),
      protein: per100(readSum(sums, AT.proteinG)),
      sugars: per100(sugarsG),
      stabiliser: per100(stabiliserG),
      sweetness: sweetnessPer100g(sums),
      freezingPointC: freezingPointOf(sums),
      ice: measureRole('ice', sums),
      lactosePerWater: waterG > 0 ? (lactoseG * 100) / waterG : undefined,
    },
    sucroseEquivalents: waterG > 0 ? (readSum(sums, AT.seG) * 100) / waterG : 0,
    lactoseG,
    sugarsByKind,
    unknown,
  };
}
