import { type Doubt, type DoubtCode } from './formula';

const WORDS: Readonly<Record<DoubtCode, string>> = {
  'food-guessed': 'The food is a guess',
  'food-unknown': 'No food on the shelf has this name; choose one, or it stays a gap in the totals',
  range: 'A range: the middle is used',
  heaped: 'A measure that is not level was turned into level ones: a heaped spoon is one and a half, a scant cup eleven twelfths',
  'word-amount': 'The amount was read from a word',
  'dash-before-amount': 'A dash touches the figure; it was read as a list mark, not as a minus',
  sum: 'Two amounts were added up',
  comma: 'A comma in the figure: check that it was read rightly',
  'no-amount': 'No amount; it stays a gap in the totals until you give one',
  'unit-unknown': 'The unit is not known',
  'two-amounts': 'Two amounts stand here; the one in grams or millilitres is used',
  huge: 'That is a great deal for one line; check the amount',
  alternative: 'The line offers a choice; the first is used',
  'usual-here': 'Taken as what the name means where you buy',
  customary: 'No measured amount: a customary pinch, splash or handful is taken, which may be half or twice as much',
  'amounts-differ': 'The two amounts of this line do not go together; the weight is used',
  mashed: 'Measured as a mash, which leaves no gaps in a cup; if it was measured before, it is less',
  'no-food': 'The grams wait for the food',
  'no-density': 'This food has no known density, so a volume cannot be weighed; give the grams',
  'no-piece-mass': 'The weight of one is not known; give the grams',
};

/** A doubt in plain words, one sentence without a full stop. */
export function doubtWords(doubt: Doubt): string {
  return doubt.detail ? `${WORDS[doubt.code]} (${doubt.detail})` : WORDS[doubt.code];
}
