/** How a household reads "cup", "tbsp" and "tsp" where a recipe does not say whose they are. */
export const MEASURE_SYSTEMS = ['us', 'metric', 'uk', 'au'] as const;
export type MeasureSystem = (typeof MEASURE_SYSTEMS)[number];

export type UnitKind = 'mass' | 'volume' | 'count';

export interface Unit {
  readonly id: string;
  readonly kind: UnitKind;
  /** Grams for a mass unit, millilitres for a volume unit; for a counted unit, grams where custom fixes them. */
  readonly factor?: number;
  /** Factors that differ by the household's measures (mL). */
  readonly bySystem?: Readonly<Record<MeasureSystem, number>>;
  /** Words that name it, lower case, first the one shown. */
  readonly words: readonly string[];
  readonly plural?: string;
  /** Told by eye and not measured: its factor is customary, with a wide spread. */
  readonly byEye?: true;
  readonly source: string;
}

const NIST = 'NIST Handbook 44, appendix C';
const SI = 'SI';
const PRACTICE = 'common practice';

/**
 * Every unit a line may be written in. Masses in grams, volumes in millilitres.
 * US customary values: NIST Handbook 44, appendix C. Metric cup 250 mL, spoons 15 and 5 mL; UK pint 568.261 mL.
 */
export const UNITS: readonly Unit[] = [
  { id: 'g', kind: 'mass', factor: 1, words: ['g', 'gram', 'grams', 'gramme', 'grammes', 'gr', 'gm', 'gms'], source: SI },
  { id: 'kg', kind: 'mass', factor: 1000, words: ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'], source: SI },
  { id: 'mg', kind: 'mass', factor: 0.001, words: ['mg', 'milligram', 'milligrams'], source: SI },
  { id: 'oz', kind: 'mass', factor: 28.349523125, words: ['oz', 'ounce', 'ounces'], source: NIST },
  { id: 'lb', kind: 'mass', factor: 453.59237, words: ['lb', 'lbs', 'pound', 'pounds'], source: NIST },
  { id: 'ml', kind: 'volume', factor: 1, words: ['mL', 'ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc'], source: SI },
  { id: 'cl', kind: 'volume', factor: 10, words: ['cL', 'cl', 'centilitre', 'centilitres', 'centiliter'], source: SI },
  { id: 'dl', kind: 'volume', factor: 100, words: ['dL', 'dl', 'decilitre', 'decilitres', 'deciliter', 'deciliters'], source: SI },
  { id: 'l', kind: 'volume', factor: 1000, words: ['L', 'l', 'litre', 'litres', 'liter', 'liters'], source: SI },
  {
    id: 'tsp',
    kind: 'volume',
    bySystem: { us: 4.92892159375, metric: 5, uk: 5, au: 5 },
    words: ['tsp', 'tsps', 'teaspoon', 'teaspoons', 'tea spoon', 'teasp', 't'],
    source: `${NIST}; metric and UK 5 mL`,
  },
  {
    id: 'tbsp',
    kind: 'volume',
    bySystem: { us: 14.78676478125, metric: 15, uk: 15, au: 20 },
    words: ['tbsp', 'tbsps', 'tablespoon', 'tablespoons', 'table spoon', 'tbs', 'tblsp', 'tbl', 'tb', 'T'],
    source: `${NIST}; metric and UK 15 mL; Australian Standard AS 1325 20 mL`,
  },
  { id: 'dessertspoon', kind: 'volume', factor: 10, words: ['dessertspoon', 'dessertspoons', 'dsp', 'dstsp'], plural: 'dessertspoons', source: PRACTICE },
  {
    id: 'cup',
    kind: 'volume',
    bySystem: { us: 236.5882365, metric: 250, uk: 250, au: 250 },
    words: ['cup', 'cups', 'c'],
    plural: 'cups',
    source: `${NIST}; metric cup 250 mL`,
  },
  {
    id: 'floz',
    kind: 'volume',
    bySystem: { us: 29.5735295625, metric: 29.5735295625, uk: 28.4130625, au: 28.4130625 },
    words: ['fl oz', 'fl. oz', 'fluid ounce', 'fluid ounces', 'fluid oz'],
    source: `${NIST}; UK Weights and Measures Act 1985`,
  },
  {
    id: 'pint',
    kind: 'volume',
    bySystem: { us: 473.176473, metric: 473.176473, uk: 568.26125, au: 568.26125 },
    words: ['pint', 'pints', 'pt'],
    plural: 'pints',
    source: `${NIST}; UK Weights and Measures Act 1985`,
  },
  { id: 'quart', kind: 'volume', factor: 946.352946, words: ['quart', 'quarts', 'qt'], plural: 'quarts', source: NIST },
  { id: 'splash', kind: 'volume', factor: 10, words: ['splash', 'splashes', 'dribble', 'dribbles'], plural: 'splashes', byEye: true, source: `${PRACTICE}: two teaspoons` },
  { id: 'drizzle', kind: 'volume', factor: 10, words: ['drizzle', 'drizzles'], plural: 'drizzles', byEye: true, source: `${PRACTICE}: two teaspoons` },
  { id: 'squeeze', kind: 'volume', factor: 10, words: ['squeeze', 'squeezes', 'squirt', 'squirts'], plural: 'squeezes', byEye: true, source: `${PRACTICE}: two teaspoons` },
  { id: 'shot', kind: 'volume', factor: 30, words: ['shot', 'shots'], plural: 'shots', source: `${PRACTICE}: of coffee or spirits about 30 mL` },
  { id: 'glug', kind: 'volume', factor: 15, words: ['glug', 'glugs'], plural: 'glugs', byEye: true, source: `${PRACTICE}: a tablespoon` },
  { id: 'dollop', kind: 'volume', factor: 25, words: ['dollop', 'dollops'], plural: 'dollops', byEye: true, source: `${PRACTICE}: a heaped tablespoon` },
  {
    id: 'sprinkle',
    kind: 'volume',
    factor: 2.5,
    words: ['sprinkle', 'sprinkles', 'sprinkling', 'dusting'],
    plural: 'sprinkles',
    byEye: true,
    source: `${PRACTICE}: half a teaspoon`,
  },
  { id: 'dash', kind: 'volume', factor: 0.62, byEye: true, words: ['dash', 'dashes'], plural: 'dashes', source: `${PRACTICE}: an eighth of a teaspoon` },
  { id: 'drop', kind: 'volume', factor: 0.05, words: ['drop', 'drops'], plural: 'drops', source: PRACTICE },
  { id: 'dropper', kind: 'volume', factor: 1, words: ['dropper', 'droppers'], plural: 'droppers', source: PRACTICE },
  { id: 'pinch', kind: 'count', factor: 0.3, byEye: true, words: ['pinch', 'pinches', 'smidgen'], plural: 'pinches', source: PRACTICE },
  { id: 'knob', kind: 'count', factor: 15, byEye: true, words: ['knob', 'knobs', 'nub'], plural: 'knobs', source: PRACTICE },
  { id: 'piece', kind: 'count', words: ['piece', 'pieces', 'pc', 'pcs'], plural: 'pieces', source: PRACTICE },
  { id: 'slice', kind: 'count', words: ['slice', 'slices'], plural: 'slices', source: PRACTICE },
  { id: 'stick', kind: 'count', words: ['stick', 'sticks'], plural: 'sticks', source: PRACTICE },
  { id: 'scoop', kind: 'count', words: ['scoop', 'scoops'], plural: 'scoops', source: PRACTICE },
  {
    id: 'packet',
    kind: 'count',
    words: [
      'packet',
      'packets',
      'sachet',
      'sachets',
      'pack',
      'packs',
      'package',
      'packages',
      'pkg',
      'envelope',
      'envelopes',
      'box',
      'boxes',
      'block',
      'blocks',
      'brick',
      'tub',
      'tubs',
      'bar',
      'bars',
      'jar',
      'jars',
      'bag',
      'bags',
    ],
    plural: 'packets',
    source: PRACTICE,
  },
  { id: 'can', kind: 'count', words: ['can', 'cans', 'tin', 'tins'], plural: 'cans', source: PRACTICE },
  { id: 'pot', kind: 'count', words: ['pot', 'pots'], plural: 'pots', source: PRACTICE },
  { id: 'ball', kind: 'count', words: ['ball', 'balls'], plural: 'balls', source: PRACTICE },
  { id: 'pat', kind: 'count', words: ['pat', 'pats'], plural: 'pats', source: PRACTICE },
  { id: 'cube', kind: 'count', words: ['cube', 'cubes'], plural: 'cubes', source: PRACTICE },
  { id: 'clove', kind: 'count', words: ['clove', 'cloves'], plural: 'cloves', source: PRACTICE },
  { id: 'spray', kind: 'count', words: ['spray', 'sprays', 'spritz', 'second', 'seconds'], plural: 'sprays', source: PRACTICE },
  { id: 'little', kind: 'count', byEye: true, words: ['little', 'bit', 'touch'], plural: 'little', source: PRACTICE },
  { id: 'handful', kind: 'count', factor: 30, byEye: true, words: ['handful', 'handfuls'], plural: 'handfuls', source: `${PRACTICE}: about 30 g` },
  { id: 'sheet', kind: 'count', words: ['sheet', 'sheets', 'leaf', 'leaves'], plural: 'sheets', source: PRACTICE },
];

const BY_ID = new Map(UNITS.map((unit) => [unit.id, unit]));
const BY_WORD = new Map(UNITS.flatMap((unit) => unit.words.map((word) => [word, unit] as const)));

/** The unit of that id; throws a RangeError for an id that no unit has. */
export function unitById(id: string): Unit {
  const unit = BY_ID.get(id);
  if (!unit) throw new RangeError(`No unit is called "${id}".`);
  return unit;
}

/** The unit a word names ("Tbsp.", "cups", "T" but "t" for the small spoon), or undefined. */
export function unitByWord(word: string): Unit | undefined {
  const plain = word.replace(/\.$/, '');
  return BY_WORD.get(plain) ?? BY_WORD.get(plain.toLowerCase());
}

/**
 * Grams (mass), millilitres (volume) or customary grams (pinch, knob) of one unit; undefined for units that only a
 * food can weigh, such as a piece or a scoop. Example: unitFactor('cup', 'us') is 236.5882365.
 */
export function unitFactor(id: string, system: MeasureSystem): number | undefined {
  const unit = unitById(id);
  return unit.bySystem?.[system] ?? unit.factor;
}
