import { type Food } from './food';
import { kjFromKcal } from './composition';
import { columnMass, type Label, type LabelColumnName, overlaps, type ReadLabel, type StatedFigures } from './label';
import { type Interval, type LabelFigure } from './rounding';

/** Something a label says that cannot be so, or that wants a second look; beside the field it concerns. */
export interface LabelFault {
  readonly field: string;
  readonly level: 'wrong' | 'odd' | 'note';
  readonly words: string;
  /** The likeliest cause, in words, where one can be told. */
  readonly cause?: string;
}

const NAMES: Readonly<Partial<Record<LabelFigure, string>>> = {
  energyKcal: 'energy',
  energyKj: 'energy in kJ',
  fatG: 'fat',
  saturatesG: 'saturates',
  transG: 'trans fat',
  carbohydrateG: 'carbohydrate',
  fibreG: 'fibre',
  sugarsG: 'sugars',
  addedSugarsG: 'added sugars',
  polyolsG: 'polyols',
  erythritolG: 'erythritol',
  alluloseG: 'allulose',
  proteinG: 'protein',
  saltG: 'salt',
  sodiumMg: 'sodium',
  cholesterolMg: 'cholesterol',
};

function show(amount: number): string {
  return amount >= 20 ? amount.toFixed(0) : String(Number(amount.toFixed(1)));
}

function span({ low, high }: Interval): string {
  return high - low <= (high > 20 ? 1.01 : 0.21) ? show((low + high) / 2) : `${show(low)}–${show(high)}`;
}

type Bound = 'low' | 'high';

function part(stated: StatedFigures, figure: LabelFigure, bound: Bound): number {
  return stated[figure]?.[bound] ?? 0;
}

/**
 * Energy (kcal) of a panel's own parts, from the least to the most that rounding and the rule leave. EU: Reg. (EU)
 * 1169/2011 annex XIV on available carbohydrate. US: 21 CFR 101.9(c)(1)(i); the least takes fibre as 0 and polyols at
 * their own factors (at least erythritol's 0.2), the most takes 4 for all carbohydrate. Undefined while protein, fat or
 * carbohydrate is not printed.
 */
export function energyOfParts(stated: StatedFigures, tradition: Label['tradition']): Interval | undefined {
  if (!stated.proteinG || !stated.fatG || !stated.carbohydrateG) return undefined;
  const at = (bound: Bound): number => {
    const other: Bound = bound === 'low' ? 'high' : 'low';
    const base = 4 * part(stated, 'proteinG', bound) + 9 * part(stated, 'fatG', bound);
    const carbs = part(stated, 'carbohydrateG', bound);
    const erythritol = part(stated, 'erythritolG', other);
    const polyols = Math.max(part(stated, 'polyolsG', other), erythritol);
    const allulose = part(stated, 'alluloseG', other);
    if (tradition === 'eu') {
      const digestible = Math.max(carbs - polyols - allulose, 0);
      return base + 4 * digestible + 2.4 * (polyols - erythritol) + 0.4 * allulose + 2 * part(stated, 'fibreG', bound);
    }
    if (bound === 'high') return base + 4 * carbs;
    const digestible = Math.max(carbs - part(stated, 'fibreG', 'high') - polyols - allulose, 0);
    return base + 4 * digestible + 0.2 * erythritol + 1.6 * (polyols - erythritol) + 0.4 * allulose;
  };
  return { low: at('low'), high: at('high') };
}

function energyCause(
  energy: Interval & { readonly printed: number },
  parts: Interval,
  stated: StatedFigures,
  label: Label,
  column: LabelColumnName,
  massG: number,
): string | undefined {
  const near = (amount: number): boolean => Math.abs(amount - energy.printed) < Math.max(0.06 * energy.printed, 6);
  const middle = (parts.low + parts.high) / 2;
  if (near(kjFromKcal(middle))) return 'The figure looks like kilojoules; put it in the kJ field.';
  const servedG = column === 'per100' ? label.serving?.massG : undefined;
  if (servedG !== undefined && servedG !== 100 && near((middle * servedG) / 100)) return 'The figure looks like that of a serving, not of 100 g.';
  if (column === 'serving' && massG !== 100 && near((middle * 100) / massG)) return 'The figure looks like that of 100 g, not of a serving.';
  const fibre = part(stated, 'fibreG', 'high');
  if (energy.low > parts.high) {
    if (label.tradition === 'us' && near(parts.high + 2 * fibre)) return 'The carbohydrate seems to leave fibre out: is this an EU or UK label?';
    return 'Fat, carbohydrate or protein is too low, or the energy too high; read the panel again.';
  }
  if (label.tradition === 'eu' && fibre > 1 && near(middle - 4 * fibre)) return 'The carbohydrate seems to include fibre: is this a US label?';
  if (stated.polyolsG === undefined && stated.alluloseG === undefined && part(stated, 'carbohydrateG', 'high') > 5)
    return 'Where the pack names erythritol, other polyols or allulose, enter them: they carry little energy.';
  return 'Something in the parts is too high, or the energy too low; read the panel again.';
}

/** Other factors than the general ones explain this much [house value; USDA's own factors differ by as much]. */
const OTHER_FACTORS = 0.08;

function energyFaults(label: Label, column: LabelColumnName, stated: StatedFigures, massG: number): readonly LabelFault[] {
  const energy = stated.energyKcal;
  const kj = stated.energyKj;
  const faults: LabelFault[] = [];
  if (energy && kj && !overlaps({ low: kjFromKcal(energy.low) * 0.985, high: kjFromKcal(energy.high) * 1.015 }, kj)) {
    faults.push({
      field: `${column}.energyKj`,
      level: 'wrong',
      words: `${show(energy.printed)} kcal is ${show(kjFromKcal(energy.printed))} kJ, not ${show(kj.printed)} (per 100 g).`,
    });
  }
  const parts = energyOfParts(stated, label.tradition);
  if (!energy || !parts || overlaps(energy, parts)) return faults;
  const gap = energy.low > parts.high ? energy.low - parts.high : parts.low - energy.high;
  const share = gap / Math.max(energy.printed, parts.high, 1);
  const scale = massG / 100;
  const [said, reckoned] = [span({ low: energy.low * scale, high: energy.high * scale }), span({ low: parts.low * scale, high: parts.high * scale })];
  const words = `${said} kcal stated, but its own fat, carbohydrate and protein give ${reckoned}.`;
  if (share <= OTHER_FACTORS) return [...faults, { field: `${column}.energyKcal`, level: 'note', words: `${words} Other energy factors can explain that much.` }];
  const cause = energyCause(energy, parts, stated, label, column, massG);
  return [...faults, { field: `${column}.energyKcal`, level: share > 0.2 ? 'wrong' : 'odd', words, ...(cause ? { cause } : {}) }];
}

const WITHIN: readonly (readonly [LabelFigure, LabelFigure])[] = [
  ['saturatesG', 'fatG'],
  ['transG', 'fatG'],
  ['sugarsG', 'carbohydrateG'],
  ['addedSugarsG', 'sugarsG'],
  ['polyolsG', 'carbohydrateG'],
  ['erythritolG', 'polyolsG'],
  ['alluloseG', 'carbohydrateG'],
];

function wholeFaults(label: Label, column: LabelColumnName, stated: StatedFigures): readonly LabelFault[] {
  const faults: LabelFault[] = [];
  const within = label.tradition === 'us' ? [...WITHIN, ['fibreG', 'carbohydrateG'] as const] : WITHIN;
  for (const [inner, outer] of within) {
    const [one, all] = [stated[inner], stated[outer]];
    if (!one || !all || one.low <= all.high + 1e-9) continue;
    const isFibre = inner === 'fibreG';
    faults.push({
      field: `${column}.${inner}`,
      level: 'wrong',
      words: `More ${NAMES[inner] ?? inner} than ${NAMES[outer] ?? outer}: one of the two is misread.`,
      ...(isFibre ? { cause: 'On EU and UK labels fibre stands outside carbohydrate: is this one of those?' } : {}),
    });
  }
  const outside: readonly LabelFigure[] = label.tradition === 'eu' ? ['fibreG'] : [];
  const sum = ([...outside, 'fatG', 'carbohydrateG', 'proteinG'] as const).reduce((total, figure) => total + part(stated, figure, 'low'), part(stated, 'saltG', 'low'));
  if (sum > 100.5) {
    const cause = column === 'serving' ? 'The serving weighs more than entered, or the figures are of something else.' : 'Two columns may be mixed up; read the panel again.';
    faults.push({ field: column === 'serving' ? 'serving.massG' : 'per100.carbohydrateG', level: 'wrong', words: `The parts weigh ${show(sum)} g in 100 g.`, cause });
  }
  const [salt, sodium] = [stated.saltG, stated.sodiumMg];
  if (salt && sodium && !overlaps(salt, { low: (sodium.low * 2.4) / 1000, high: (sodium.high * 2.6) / 1000 })) {
    faults.push({
      field: `${column}.sodiumMg`,
      level: 'wrong',
      words: `Salt is 2.5 times sodium: ${show(sodium.printed)} mg of sodium is ${show((sodium.printed * 2.5) / 1000)} g of salt.`,
    });
  }
  return faults;
}

function columnFaults(read: ReadLabel): readonly LabelFault[] {
  return Object.entries(read.columns.serving).flatMap(([key, serving]): LabelFault[] => {
    const per100 = read.columns.per100[key as LabelFigure];
    if (!per100 || overlaps(serving, per100)) return [];
    return [
      {
        field: `serving.${key}`,
        level: 'odd',
        words: `The two columns disagree on ${NAMES[key as LabelFigure] ?? key}: the serving makes ${span(serving)} per 100 g, the other column ${span(per100)}.`,
        cause: 'The grams of a serving may be wrong, or one column is misread.',
      },
    ];
  });
}

/** A scoop, piece or cup this far off its serving is worth saying. House value. */
const MEASURE_OFF = 0.05;

function measureFaults(label: Label, measuresG: Readonly<Record<string, number>>): readonly LabelFault[] {
  const serving = label.serving;
  const match = /^\s*(\d+(?:[.,]\d+)?)?\s*(?:level |rounded |heaped )?(scoop|piece|biscuit|cookie|slice|bar|cup|packet|sachet)s?\b/i.exec(serving?.measure ?? '');
  if (!serving?.massG || !match?.[2]) return [];
  const word = match[2]
    .toLowerCase()
    .replace(/^(?:biscuit|cookie|bar)$/, 'piece')
    .replace('sachet', 'packet');
  const own = measuresG[word];
  if (own === undefined) return [];
  const served = serving.massG / Number((match[1] ?? '1').replace(',', '.'));
  const off = own / served - 1;
  if (Math.abs(off) < MEASURE_OFF) return [];
  return [
    {
      field: 'serving.measure',
      level: 'odd',
      words: `Your ${word} weighs ${show(own)} g, the label's ${show(served)} g: what it says of a ${word} is ${off > 0 ? 'too little' : 'too much'} by ${Math.abs(off * 100).toFixed(0)} %.`,
      cause: 'Your own weight is used wherever a recipe counts this measure.',
    },
  ];
}

/**
 * What does not add up on a label: energy against its own parts beyond rounding, parts above their wholes or above 100 g,
 * columns that disagree, a scoop that does not weigh its serving, figures of the prepared thing. Nothing is forbidden.
 */
export function checkLabel(label: Label, read: ReadLabel, measuresG: Readonly<Record<string, number>> = {}, densityGPerMl?: number): readonly LabelFault[] {
  const faults = (['serving', 'per100'] as const).flatMap((column) => {
    const stated = read.columns[column];
    return [...energyFaults(label, column, stated, columnMass(label, column, densityGPerMl) ?? 100), ...wholeFaults(label, column, stated)];
  });
  const prepared: LabelFault[] =
    label.state === 'as prepared'
      ? [{ field: 'state', level: 'odd', words: 'These figures are of the prepared thing. Enter those "as sold" to bake with what is in the pack.' }]
      : [];
  return [...prepared, ...faults, ...columnFaults(read), ...measureFaults(label, measuresG)];
}

/** Printed zeros, and how much of each may hide in `massG` grams of the pack. */
export interface HiddenZero {
  readonly figure: LabelFigure;
  readonly upTo: number;
  readonly words: string;
}

/**
 * What the zeros of a label may hide in the amount used. Example: "0 kcal" in a serving of 1.25 g hides up to 5 kcal; in
 * 100 g of it, up to 400.
 */
export function hiddenZeros(read: ReadLabel, massG: number): readonly HiddenZero[] {
  return Object.entries(read.figures).flatMap(([key, stated]): HiddenZero[] => {
    const upTo = (stated.high * massG) / 100;
    const unit = key === 'energyKcal' ? 'kcal' : key === 'energyKj' ? 'kJ' : key.endsWith('Mg') ? 'mg' : 'g';
    const worth = unit === 'g' ? upTo >= 0.5 : upTo >= 5;
    if (!stated.isZero || !worth) return [];
    const name = NAMES[key as LabelFigure] ?? key;
    return [{ figure: key as LabelFigure, upTo, words: `The printed zero for ${name} may hide up to ${show(upTo)} ${unit} in ${show(massG)} g.` }];
  });
}

/** A piece that was weighed, against the serving the label counts by; undefined where the label gives no grams. */
export function weighPiece(label: Label, read: ReadLabel, pieceG: number): { readonly ratio: number; readonly words: string } | undefined {
  const servedG = label.serving?.massG;
  if (!servedG || !(pieceG > 0)) return undefined;
  const ratio = pieceG / servedG;
  const energy = read.figures.energyKcal;
  const percent = Math.abs((ratio - 1) * 100).toFixed(0);
  const said = Number(percent) === 0 ? 'as the label says' : `${percent} % ${ratio > 1 ? 'heavier' : 'lighter'} than the label's ${show(servedG)} g`;
  const kcal = energy ? ` It holds about ${show((energy.printed * pieceG) / 100)} kcal, not ${show((energy.printed * servedG) / 100)}.` : '';
  return { ratio, words: `The piece weighs ${show(pieceG)} g, ${said}.${Number(percent) === 0 ? '' : kcal}` };
}

/** Kinds of food that a label can be checked against for a likeness; how far its figures lie from the kind's. */
export function unlikeKind(read: ReadLabel, generic: Food): readonly string[] {
  const pairs = [
    ['proteinG', generic.per100g.proteinG],
    ['fatG', generic.per100g.fatG],
  ] as const;
  return pairs.flatMap(([figure, usual]) => {
    const stated = read.figures[figure];
    if (!stated || usual === undefined || Math.abs(stated.printed - usual) < Math.max(5, 0.3 * usual)) return [];
    return [`${NAMES[figure] ?? figure} ${show(stated.printed)} g, where ${generic.name.toLowerCase()} usually holds ${show(usual)} g`];
  });
}
