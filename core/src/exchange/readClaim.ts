import { type Claim, type ClaimedFigure, type Figure, type GoalSize } from '../formula';
import { readNumber } from '../quantity';

/** What figures are called where they are stated, the more particular before the plain. */
const NAMES: readonly (readonly [figure: Figure, words: string])[] = [
  ['energyKj', 'kj|kilojoules?'],
  ['energyKcal', 'kcals?|kilocalories|calories|cals?|energy'],
  ['netCarbG', 'net\\s+carb(?:ohydrate)?s?'],
  ['saturatesG', '(?:of\\s+which\\s+)?saturate(?:s|d(?:\\s+fat)?)|sat\\.?\\s+fat'],
  ['fibreG', '(?:dietary\\s+)?fib(?:re|er)s?'],
  ['polyolsG', 'polyols?|sugar\\s+alcohols?'],
  ['sugarsG', '(?:of\\s+which\\s+|total\\s+)?sugars?'],
  ['carbohydrateG', '(?:total\\s+)?carb(?:ohydrate)?s?|c(?=\\s*:?\\s*\\d)'],
  ['proteinG', 'proteins?|p(?=\\s*:?\\s*\\d)'],
  ['fatG', '(?:total\\s+)?fats?|f(?=\\s*:?\\s*\\d)'],
  ['sodiumMg', 'sodium'],
  ['saltG', 'salt'],
];

const NUMBER = '(?:about\\s+|approx\\.?\\s+|ca\\.?\\s+|~|<)?(\\d{1,6}(?:[.,]\\d{1,3})?)\\s*(kcal|kj|mg|g|grams?)?';
/** A name with its figure behind it, or with its figure in front. */
const BEHIND = new RegExp(`^\\s*[:=]?\\s*${NUMBER}(?![\\d%])`, 'i');
const IN_FRONT = new RegExp(`${NUMBER}\\s*(?:of\\s+)?$`, 'i');
/** Energy is often written close to its figure, "142kcal"; the rest has letters that mean something else there, "180C". */
const NAMED = new RegExp(NAMES.map(([figure, words]) => `${figure.startsWith('energy') ? '(?<!\\p{L})' : '\\b'}(${words})(?![\\p{L}-])`).join('|'), 'giu');

const STATES_ENERGY = /\d\s*(?:kcals?|kj|calories|cals?)\b|\b(?:calories|kcals?|energy)\s*[:=]?\s*~?\d/i;

interface StatedPair {
  readonly amount: number;
  readonly half: number;
  readonly unit: string;
}

function pairOf(match: RegExpExecArray | null): StatedPair | undefined {
  const [, digits, unit = ''] = match ?? [];
  const amount = digits === undefined ? undefined : readNumber(digits);
  if (digits === undefined || amount === undefined) return undefined;
  const decimals = /[.,](\d+)$/.exec(digits)?.[1]?.length ?? 0;
  return { amount, half: 0.5 / 10 ** decimals, unit: unit.toLowerCase() };
}

/** The figure in its own unit; undefined where the unit given does not belong to it. */
function asFigure(figure: Figure, { amount, half, unit }: StatedPair): readonly [Figure, ClaimedFigure] | undefined {
  const times = (by: number): ClaimedFigure => ({ amount: amount * by, half: half * by });
  if (figure === 'energyKcal' || figure === 'energyKj') {
    if (unit === 'g' || unit === 'mg' || unit.startsWith('gram')) return undefined;
    return [unit === 'kj' ? 'energyKj' : unit === 'kcal' ? 'energyKcal' : figure, times(1)];
  }
  if (unit === 'kcal' || unit === 'kj') return undefined;
  if (figure === 'sodiumMg') return [figure, times(unit === 'g' ? 1000 : 1)];
  return [figure, times(unit === 'mg' ? 0.001 : 1)];
}

/** The figures of one line. Where a name has a figure on either side, the line's own habit decides. */
function figuresIn(line: string): Partial<Record<Figure, ClaimedFigure>> {
  const figures: Partial<Record<Figure, ClaimedFigure>> = {};
  const isNumberFirst = /^[^\p{L}]*\d/u.test(line.replace(/^.*?:\s*(?=\d)/u, ''));
  for (const match of line.matchAll(NAMED)) {
    const figure = NAMES[match.slice(1).findIndex((group) => group !== undefined)]?.[0];
    if (!figure) continue;
    const behind = pairOf(BEHIND.exec(line.slice(match.index + match[0].length)));
    const inFront = pairOf(IN_FRONT.exec(line.slice(Math.max(match.index - 24, 0), match.index)));
    // "58 kcal": the name is the unit of the figure before it.
    const isUnit = /^k/i.test(match[0]);
    const pair = isUnit || isNumberFirst ? (inFront ?? behind) : (behind ?? inFront);
    const read = pair && asFigure(figure, pair);
    if (read) figures[read[0]] ??= read[1];
  }
  return figures;
}

function sizeIn(text: string): GoalSize | undefined {
  if (/\b(?:per|for|in)\s+100\s?g\b/i.test(text)) return '100 g';
  if (/\b(?:whole|entire|total|all of the)\s+(?:batch|recipe|cake|loaf|tray|lot|thing)\b|\bper\s+(?:batch|recipe)\b/i.test(text)) return 'batch';
  return /\b(?:per|a|an|each|every|one)\b/i.test(text) ? 'portion' : undefined;
}

/** Whether a line states figures and is none of the recipe's own: energy with another figure, or energy of a portion. */
export function statesFigures(line: string): boolean {
  if (!STATES_ENERGY.test(line) || line.length > 400) return false;
  const count = Object.keys(figuresIn(line)).length;
  return count >= 2 || (count === 1 && sizeIn(line) !== undefined);
}

/** "10 slices, 142 kcal each": what stands before the figures of each says how many there are. */
export function countedBefore(line: string): string | undefined {
  return sizeIn(line) === 'portion' ? /^(.{3,60}?)[\s,:;(–-]*\d[\d.,]*\s*(?:kcals?|kj|calories|cals?)\b/i.exec(line)?.[1] : undefined;
}

/**
 * Figures as people state them: "58 kcal, 6.9 g protein a slice", "Per serving: calories 240 | P 12 | C 20 | F 5", one a line
 * beneath the energy. Undefined where no energy is stated; of a portion where nothing is said. Of a figure stated twice the first counts.
 */
export function readClaim(text: string): Claim | undefined {
  const lines = text
    .slice(0, 20_000)
    .split('\n')
    .map((line) => line.trim().slice(0, 400));
  const stated = lines.flatMap((line) => (STATES_ENERGY.test(line) ? [line] : []));
  if (stated.length === 0) return undefined;
  // What stands alone on its line counts once energy was stated: a column of a panel.
  const alone = lines.filter((line) => !stated.includes(line) && line.length < 48 && Object.keys(figuresIn(line)).length === 1 && !/\b(?:powder|free|chips?|milk)\b/i.test(line));
  const said = lines.filter((line) => stated.includes(line) || alone.includes(line));
  const figures: Partial<Record<Figure, ClaimedFigure>> = {};
  for (const line of said) for (const [figure, claimed] of Object.entries(figuresIn(line)) as [Figure, ClaimedFigure][]) figures[figure] ??= claimed;
  if (Object.keys(figures).length === 0) return undefined;
  const per = said.map(sizeIn).find((size) => size !== undefined) ?? (/\bper\s+100\s?g\b/i.test(text) ? '100 g' : 'portion');
  return { per, figures, text: said.join('\n').slice(0, 2000) };
}

const MEMBERS: readonly (readonly [member: string, figure: Figure])[] = [
  ['proteinContent', 'proteinG'],
  ['fatContent', 'fatG'],
  ['saturatedFatContent', 'saturatesG'],
  ['carbohydrateContent', 'carbohydrateG'],
  ['fiberContent', 'fibreG'],
  ['sugarContent', 'sugarsG'],
  ['sodiumContent', 'sodiumMg'],
];

/** The figures of a schema.org NutritionInformation, of a portion or, where its serving is 100 g, of that. */
export function claimOfNutrition(nutrition: Readonly<Record<string, unknown>>): Claim | undefined {
  const said = (member: string): string => (typeof nutrition[member] === 'string' || typeof nutrition[member] === 'number' ? String(nutrition[member]) : '');
  const figures: Partial<Record<Figure, ClaimedFigure>> = {};
  const energy = pairOf(new RegExp(NUMBER, 'i').exec(said('calories')));
  if (energy) figures[energy.unit === 'kj' ? 'energyKj' : 'energyKcal'] = { amount: energy.amount, half: energy.half };
  for (const [member, figure] of MEMBERS) {
    const pair = pairOf(new RegExp(NUMBER, 'i').exec(said(member)));
    const read = pair && asFigure(figure, pair);
    if (read) figures[read[0]] = read[1];
  }
  if (Object.keys(figures).length === 0) return undefined;
  const text = [said('calories'), ...MEMBERS.map(([member]) => said(member) && `${member.replace(/Content$/, '')} ${said(member)}`)].filter(Boolean).join(', ');
  return { per: /^\s*100\s?g/i.test(said('servingSize')) ? '100 g' : 'portion', figures, text: text.slice(0, 2000) };
}
