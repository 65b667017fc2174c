import table from '@fellmist/language/recipeWords.json' with { type: 'json' };
import type { Larder } from '../food';
import { type Line, type Part } from '../formula';

/** "For the table", "to serve": what each takes of it is chosen there, so it is told apart from a portion. */
const AT_THE_TABLE = /^(?:(?:for|at)\s+the\s+table|(?:to|for|when)\s+serv(?:e|ing)(?:\s+with)?)$/i;

/** How a part counts by its heading alone. */
export function countingOf(heading: string): Pick<Part, 'counting'> {
  return AT_THE_TABLE.test(heading.trim()) ? { counting: 'at the table' } : {};
}

/** "Plus a little for the tin", "and extra to serve": the amount is of the mix, what is added to it has none. */
const MORE_OF_IT = /\b(?:plus|and|with|\+)\s+(?:a\s+)?(?:little|bit|touch|some|extra|more|knob|few)\b|\bextra\s+(?:for|to)\b/i;

/** What a line's own words set apart from the mix it stands in, though no heading does. */
interface Apart {
  readonly part: Omit<Part, 'lines'>;
  readonly said: RegExp;
  /** Only of such a food, and said by a heading too. */
  readonly ofFat: boolean;
}

const APART: readonly Apart[] = table.apart.map(({ id, heading, counting, said, ofFat = false }) => ({
  part: { id, heading, ...(counting ? { counting: counting as NonNullable<Part['counting']> } : {}) },
  said: new RegExp(said, 'i'),
  ofFat,
}));

/** Where a line belongs by its own words; a line of a part that is named is for the top or the table with that part. */
function apartOf({ foodId, text }: Line, { heading, counting }: Part, larder: Larder): Apart | undefined {
  const food = foodId === undefined ? undefined : larder.foods.get(foodId);
  const isSaid = ({ said, ofFat }: Apart): boolean => {
    const isHere = said.test(text) && !MORE_OF_IT.test(text);
    return ofFat ? food?.kind === 'fat' && (isHere || said.test(heading)) : heading === '' && isHere;
  };
  return counting ? undefined : APART.find(isSaid);
}

/** What is for the pan, the top or the table is no part of the mix: each stands in a part of its own, at the end. */
export function setApart(read: readonly Part[], larder: Larder): readonly Part[] {
  // A heading that comes twice gives its id once.
  const parts = read.map((part, i) => (read.findIndex(({ id }) => id === part.id) === i ? part : { ...part, id: `p${i + 1}` }));
  const places = new Map(parts.flatMap((part) => part.lines.map((line) => [line, apartOf(line, part, larder)] as const)));
  const isTaken = ({ part: { id, heading } }: Apart): boolean => parts.some((part) => part.id === id || part.heading === heading);
  const apart = APART.filter((one) => !isTaken(one)).map((one) => ({ ...one.part, lines: [...places].filter(([, place]) => place === one).map(([line]) => line) }));
  const moved = new Set(apart.flatMap(({ lines }) => lines));
  if (moved.size === 0 || moved.size === places.size) return parts;
  const mixed = parts.map((part) => ({ ...part, lines: part.lines.filter((line) => !moved.has(line)) }));
  let count = 0;
  return [...mixed, ...apart].filter(({ lines }) => lines.length > 0).map((part) => ({ ...part, lines: part.lines.map((line) => ({ ...line, id: `l${++count}` })) }));
}
