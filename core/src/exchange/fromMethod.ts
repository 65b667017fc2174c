import { answersTo, type Food, type Larder } from '../food';
import { type Formula, type Line } from '../formula';

/** What is said to be done to some foods of the list before they are mixed. */
interface Deed {
  readonly said: RegExp;
  readonly to: (food: Food) => boolean;
  readonly change: Partial<Pick<Line, 'melted' | 'beaten' | 'wetted'>>;
}

const isSolidFat = (food: Food): boolean => food.kind === 'fat' && food.fat === 'solid';
const isWhite = (food: Food): boolean => food.kind === 'egg' && (food.roles.foam?.amount ?? 0) >= 0.6;

const DEEDS: readonly Deed[] = [
  { said: /\bmelt\w*\b.*\b(?:butter|margarine|fat)\b|\b(?:butter|margarine)\b.*\bmelt/i, to: isSolidFat, change: { melted: true } },
  { said: /\bmelt\w*\b.*\bcoconut oil\b/i, to: (food) => answersTo(food).includes('coconut-oil'), change: { melted: true } },
  { said: /\bmelt\w*\b.*\bchocolate\b|\bchocolate\b.*\bmelt/i, to: (food) => food.kind === 'chocolate', change: { melted: true } },
  { said: /\b(?:whisk|beat|whip)\w*\b.*\bwhites?\b/i, to: isWhite, change: { beaten: true } },
  {
    said: /\b(?:whisk|beat|whip)\w*\b.*\beggs?\b.*\b(?:thick|pale|light|foam\w*|ribbon|fluffy|trebled|tripled)\b/i,
    to: (food) => answersTo(food).includes('@egg'),
    change: { beaten: true },
  },
  {
    said: /\b(?:whisk|beat|whip)\w*\b.*\bcream\b.*\b(?:peaks|thick|holds)\b|\bwhip\w* the (?:double |heavy |whipping )?cream\b/i,
    to: (food) => food.kind === 'dairy' && (food.roles.foam?.amount ?? 0) > 0,
    change: { beaten: true },
  },
  {
    said: /\b(?:leaves?|leaving|comes? away from|pulls? away from) the sides? of the (?:pan|pot|saucepan)\b|\bchoux\b|\béclairs?\b|\bprofiteroles?\b/i,
    to: (food) => food.kind === 'flour' && (food.roles.gluten?.amount ?? 0) > 0,
    change: { wetted: 'gelled' },
  },
  { said: /\bsoak\w*\b.*\b(?:chia|flax\w*|linseed)\b/i, to: (food) => answersTo(food).includes('@drinking-fibre'), change: { wetted: 'soaked' } },
];

/** A sentence longer than this is not looked through to its end. */
const LONGEST_SENTENCE = 300;

/** The formula with what its title and method say of how foods go in: melted, beaten to a foam, cooked to a paste, soaked. */
export function withMethod(formula: Formula, larder: Larder): Formula {
  const sentences = [formula.title, ...formula.method.flatMap((step) => step.split(/[.;]\s/))].map((sentence) => sentence.slice(0, LONGEST_SENTENCE));
  const deeds = DEEDS.filter(({ said }) => sentences.some((sentence) => said.test(sentence)));
  if (deeds.length === 0) return formula;
  const change = (line: Line): Line => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food ? deeds.filter(({ to }) => to(food)).reduce((changed, deed) => ({ ...changed, ...deed.change }), line) : line;
  };
  return { ...formula, parts: formula.parts.map((part) => ({ ...part, lines: part.lines.map(change) })) };
}
