import { said, type Shown } from './said';

/** The words of this folder's pages: another language is another table of these. */
export const SAY = {
  carbohydrate: 'Carbohydrate',
  close: 'Close',
  days: (a: Shown) => said`${a} days`,
  energy: 'Energy',
  fat: 'Fat',
  fibre: 'fibre',
  giveATemperatureSuchAs: 'Give a temperature such as -18 or 0 F.',
  inWord: (a: Shown) => said`in ${a}`,
  itIsBetweenAnd: (a: Shown, b: Shown) => said`It is between ${a} and ${b}.`,
  n1Day: '1 day',
  netCarbs: 'net carbs',
  noLineBringsAny: 'No line brings any.',
  past: (a: Shown) => said`${a} past`,
  polyols: 'polyols',
  protein: 'Protein',
  salt: 'Salt',
  saturates: 'saturates',
  sodium: 'Sodium',
  sugars: 'sugars',
  theRule: 'The rule',
  undo: 'Undo',
  why: (a: Shown) => said`Why: ${a}`,
};
