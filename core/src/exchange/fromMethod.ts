import table from '@fellmist/language/deeds.json' with { type: 'json' };
import { type Group, isIn, type Larder } from '../food';
import { type Formula, type Line } from '../formula';

/** What is said to be done to some foods of the list before they are mixed. */
interface Deed {
  readonly said: RegExp;
  readonly to: Group;
  readonly change: Partial<Pick<Line, 'melted' | 'beaten' | 'wetted'>>;
}

const DEEDS: readonly Deed[] = table.deeds.map(({ said, to, change }) => ({ said: new RegExp(said, 'i'), to, change: change as Deed['change'] }));

/** A sentence longer than this is not looked through to its end. */
const LONGEST_SENTENCE = 300;

/** The formula with what its title and method say of how foods go in: melted, beaten to a foam, cooked to a paste, soaked. */
export function withMethod(formula: Formula, larder: Larder): Formula {
  const sentences = [formula.title, ...formula.method.flatMap((step) => step.split(/[.;]\s/))].map((sentence) => sentence.slice(0, LONGEST_SENTENCE));
  const deeds = DEEDS.filter(({ said }) => sentences.some((sentence) => said.test(sentence)));
  if (deeds.length === 0) return formula;
  const change = (line: Line): Line => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food ? deeds.filter(({ to }) => isIn(to, food)).reduce((changed, deed) => ({ ...changed, ...deed.change }), line) : line;
  };
  return { ...formula, parts: formula.parts.map((part) => ({ ...part, lines: part.lines.map(change) })) };
}
