import { readNumber } from '../quantity';

/** What says how many it serves is a short line. */
const LONGEST = 140;

const PORTION_WORDS =
  'slices?|servings?|portions?|people|persons?|muffins?|cookies|biscuits?|pancakes?|scones?|cakes?|cupcakes?|bars?|squares?|pieces?|waffles?|crepes?|crêpes?|buns?|rolls?|pops?|scoops?|bowls?|loaves|loaf|brownies|balls?|glasses|pots?';
const YIELD = new RegExp(
  `^(?:(?:serves|feeds|serving|servings|yields?|makes|portions|for)\\b\\s*:?\\s*(?:about|approx\\.?|around|approximately|up to|an?)?\\s*(\\d+(?:\\.\\d+)?(?:\\s*(?:-|–|to)\\s*\\d+)?|\\d+\\s*dozen|half a dozen|a dozen|dozen|(?:one|two|three|four|six|eight|ten|twelve)\\b)?\\s*(dozen\\s+)?(.*)|(\\d+)\\s+(?:large\\s+|small\\s+)?(${PORTION_WORDS}))\\s*\\.?$`,
  'i',
);
const SMALL: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4, six: 6, eight: 8, ten: 10, twelve: 12, 'half a dozen': 6, 'a dozen': 12, dozen: 12 };

function singularPortion(word: string): string {
  const plain = word.toLowerCase();
  const known: Readonly<Record<string, string>> = {
    people: 'portion',
    person: 'portion',
    persons: 'portion',
    servings: 'portion',
    serving: 'portion',
    loaves: 'loaf',
    cookies: 'cookie',
    brownies: 'brownie',
    glasses: 'glass',
  };
  return known[plain] ?? plain.replace(/s$/, '');
}

export interface Yield {
  readonly portions: number;
  readonly portionWord: string;
}

/** "Serves 8", "Makes 12 muffins", "Yield: 2 dozen cookies", "makes 1 loaf (10 slices)"; undefined for anything else. */
export function readYield(text: string): Yield | undefined {
  if (text.length > LONGEST) return undefined;
  const plain = text
    .trim()
    .replace(/^[([{]\s*|\s*[)\]}]$/g, '')
    .replace(/(\d)ish\b/, '$1');
  const match = YIELD.exec(plain);
  if (!match) return undefined;
  const inner = /(\d+)\s+(slices|portions|servings|pieces|squares|bars)/i.exec(text);
  if (inner?.[1] && inner[2]) return { portions: Number(inner[1]), portionWord: singularPortion(inner[2]) };
  if (match[4]) return { portions: Number(match[4]), portionWord: singularPortion(match[5] ?? 'portion') };
  const figure = match[1]?.trim().toLowerCase();
  if (!figure) return undefined;
  const [low] = figure.split(/-|–|to/);
  const base = SMALL[figure] ?? readNumber((low ?? '').replace(/dozen/, '').trim());
  if (base === undefined || base <= 0) return undefined;
  const dozens = match[2] !== undefined || /\d\s*dozen/.test(figure);
  const word = new RegExp(`\\b(${PORTION_WORDS})\\b`, 'i').exec(match[3] ?? '')?.[1];
  const saysNothingElse = word !== undefined || (match[3] ?? '').trim() === '' || /^\(/.test(match[3] ?? '');
  if (/^for\b/i.test(text) && !saysNothingElse) return undefined;
  return { portions: base * (dozens ? 12 : 1), portionWord: word ? singularPortion(word) : 'portion' };
}

/** "Bake for 20 minutes. Serves 4": a sentence of its own at the end of a line. */
export function yieldAtTheEnd(text: string): Yield | undefined {
  const said = /[.!)]\s+((?:serves|makes|yields)\s+\d[^.!]{0,40})\.?$/i.exec(text.slice(-120));
  return said?.[1] ? readYield(said[1]) : undefined;
}
