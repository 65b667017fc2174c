import { said, type Shown } from '../ui/said';
import { SAY as FOLDER } from './words';

/** The words of what packs cost: another language is another table of these. */
export const SAY = {
  aKilo: FOLDER.aKilo,
  andCosts: (a: Shown) => said`A pack of ${a} costs`,
  aPackOfHolds: (a: Shown) => said`A full pack of ${a} holds`,
  eachOf: (a: Shown, b: Shown) => said`${a}, each of ${b}`,
  packCosts: (a: Shown, b: Shown, c: Shown) => said`${a}: a pack of ${b} g costs ${c}`,
  pasteReceipt: 'Or paste a receipt or an order, a line for each',
  pieces: FOLDER.pieces,
  pricesAreKept: 'What a full pack holds (1 kg, 1 L, 500) and costs. Each is kept in the larder as soon as both are there, for all formulas.',
  pricesTaken: (a: number) => (a === 1 ? said`Its price is kept.` : said`${a} prices are kept.`),
  receiptGap: (a: Shown, b: Shown) => said`“${a}”: ${b}`,
  receiptNoAmount: 'how much a pack holds is not said.',
  receiptNoFood: 'no food that is known for sure.',
  receiptNoPrice: 'no one price is said.',
  receiptNotAsked: 'not in this formula.',
  receiptOtherMoney: 'in other money than this household reckons in.',
  receiptOthers: (a: number) => said`${a} ${a === 1 ? 'other line is' : 'other lines are'} nothing of this formula.`,
  receiptSuchAs: '2 x butter 250 g 4.80',
  takePrices: (a: number) => (a === 1 ? said`Take this price` : said`Take these ${a} prices`),
  untilNow: (a: Shown, b: Shown) => said` (until now ${a} g at ${b})`,
  whatAPackCosts: 'What a pack costs',
};
