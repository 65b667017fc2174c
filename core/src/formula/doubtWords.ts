import { type Doubt, type DoubtCode } from './formula';

const WORDS: Readonly<Record<DoubtCode, string>> = {
  'food-guessed': 'The food is a guess',
  'food-unknown': 'No food on the shelf has this name; choose one, or it stays a gap in the totals',
  range: 'A range: the middle is used',
  heaped: 'A heaped measure is taken as one and a half level ones',
  'word-amount': 'The amount was read from a word',
  'dash-before-amount': 'A dash touches the figure; it was read as a list mark, not as a minus',
  sum: 'Two amounts were added up',
  comma: 'A comma in the figure: check that it was read rightly',
  'no-amount': 'No amount; it stays a gap in the totals until you give one',
  'unit-unknown': 'The unit is not known',
  'two-amounts': 'Two amounts stand here; the weight is used',
  huge: 'That is a great deal for one line; check the amount',
  alternative: 'The line offers a choice; the first is used',
  'no-food': 'The grams wait for the food',
  'no-density': 'This food has no known density, so a volume cannot be weighed; give the grams',
  'no-piece-mass': 'The weight of one is not known; give the grams',
};

/** A doubt in plain words, one sentence without a full stop. */
export function doubtWords(doubt: Doubt): string {
  return doubt.detail ? `${WORDS[doubt.code]} (${doubt.detail})` : WORDS[doubt.code];
}
