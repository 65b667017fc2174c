import type { Scale } from '@fellmist/core/bake';
import { said, type Shown } from '../ui/said';

/** The words of this folder's pages: another language is another table of these. */
export const SAY = {
  aboutBook: 'What changed from try to try, what it did, and what to try next. Every finished bake is a try.',
  aboutTaste: 'One taster after the other: how much it is liked, and what is too little, just right or too much.',
  after: 'after',
  allElse: (a: Shown) => said`, all else as in try ${a}`,
  atTheRight: 'At the right, what the tasters gave, 1 to 9. Press two tries to compare them.',
  bookMissing: 'Nothing in the book',
  bookNotOpened: 'The book could not be opened',
  cannotTell: 'The scores do not follow it surely enough to name an amount: taste again, or change it more.',
  compareTry: (a: Shown) => said`Compare try ${a}:`,
  finishABake: 'Weigh out a bake and finish it: it is the first try of its page.',
  fromTo: (a: Shown, b: Shown) => said`From try ${a} to try ${b}`,
  further: 'Just right lies outside of what was tried: go that way by a step, and taste.',
  handRound: 'Hand the phone round',
  hollow: (a: Shown, b: Shown) => said`Hollow try ${a}, filled try ${b}; means of the tasters.`,
  howMuchLiked: 'How much do you like it?',
  isKept: (a: Shown) => said`${a}’s scores are kept. Hand the phone on.`,
  justRight: 'just right',
  kept: 'Keep my scores',
  leastLiked: '1 not at all, 9 extremely',
  likely: (a: Shown, b: Shown) => said`Likely right between ${a} and ${b} g.`,
  makeSure: 'A straight line through two tries: it says where, not how sure. A third try between them would.',
  moved: 'moved',
  noDay: 'day not known',
  nobodyTasted: 'Nobody has tasted two of these tries yet: hand the phone round, and the next try can be named.',
  nothingMoved: 'The same went into both: what differs is how it was made, or who tasted it.',
  nothingYet: 'Nothing in the book yet',
  nowWord: 'then',
  oneAtATime: (a: Shown) => said`${a} things changed at once: nobody can tell which did it. Change one of them, and taste again.`,
  putItThere: (a: Shown, b: Shown) => said`${a} ${b} g`,
  saidBefore: 'Who has tasted',
  scaleFollows: (a: Shown, b: Shown) => said`By what the tasters said of ${a}: it follows ${b}.`,
  somethingElse: 'Anything else?',
  taster: 'Your name',
  tastersNone: 'not tasted',
  tastingBook: 'Tasting book',
  tasteIt: 'Taste it',
  theNextTry: 'The next try',
  toBakeDay: 'To the bake day',
  tries: (a: number) => said`${a} ${a === 1 ? 'try' : 'tries'}`,
  tryAgain: 'Try again',
  twoNeeded: 'Two tries can be compared; this page has one.',
  whatItDid: 'What it did',
  whatPoured: 'what was really poured',
  whatYouNotice: 'What do you notice?',
  whereLanded: 'Where each try landed',
  whoTastes: 'Say who tastes first.',
  nothingGiven: 'Give at least one score.',
};

/** What a scale asks about, and its ends. */
export const SCALE_WORDS: Readonly<Record<Scale, { readonly name: string; readonly little: string; readonly much: string }>> = {
  thickness: { name: 'Thickness', little: 'too thin', much: 'too thick' },
  sweetness: { name: 'Sweetness', little: 'too plain', much: 'too sweet' },
  moistness: { name: 'Moistness', little: 'too dry', much: 'too wet' },
  lift: { name: 'Lift', little: 'too flat', much: 'too airy' },
  texture: { name: 'Texture', little: 'too soft', much: 'too firm' },
  flavour: { name: 'Flavour', little: 'too weak', much: 'too strong' },
};

/** The five answers of a scale, from far too little to far too much. */
export const ANSWERS = ['– –', '–', SAY.justRight, '+', '+ +'] as const;
