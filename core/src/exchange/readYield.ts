import table from '@fellmist/language/recipeWords.json' with { type: 'json' };
import { readNumber } from '../quantity';

/** What says how many it serves is a short line. */
const LONGEST = 140;

/** What is counted on a plate, as a pattern. */
export const PORTION_WORDS = table.portions.join('|');
/** "About", "circa", "~", before a number. */
const ABOUT = '(?:about|approx\\.?|around|approximately|ca?\\.|circa|[~≈])';
const YIELD = new RegExp(
  `^(?:(?:serves|feeds|fills|serving|servings|yields?|makes|portions|for)\\b\\s*:?\\s*(?:${ABOUT}|up to|an?)?\\s*(\\d+(?:\\.\\d+)?(?:\\s*(?:-|–|to)\\s*\\d+)?|\\d+\\s*dozen|half a dozen|a dozen|dozen|(?:one|two|three|four|six|eight|ten|twelve)\\b)?\\s*(dozen\\b\\s*)?(.*)|(?:${ABOUT}\\s*)?(\\d+)\\s+(?:(?:large|small|medium|big|giant|jumbo|mini|thick|thin)\\s+)?(${PORTION_WORDS})(?:\\s*\\([^()]*\\)?|\\s+of\\s+(?:about\\s+)?\\d+\\s?(?:g|ml|oz)(?:\\s+each)?)?)\\s*\\.?$`,
  'i',
);
/** "Makes about 1 litre" says how much, "for a 23 cm tart" how wide: neither says how many. */
const HOW_LARGE =
  /^(?:(?:l|lit(?:re|er)s?|ml|g|grams?|kg|oz|lbs?|pints?|quarts?|cm|mm|inch(?:es)?|in(?=\s(?:round|square|deep|pie|tart|flan|cake|tin|pan|dish|springform)))\b|["”″'])/i;
/** "1 loaf (10 slices)", "1 litre (about 8 scoops)", "12 x 1/2 cup servings": what is eaten, and not what it comes in. */
const INNER = new RegExp(
  `(?:\\(${ABOUT}?\\s*(\\d+)\\s+(${PORTION_WORDS})\\b|(\\d+)\\s+(slices|portions|servings|pieces|squares|bars)\\b|(\\d+)\\s*[x×]\\s*[^ ]+\\s+(?:cups?|g|ml|oz)\\s+(${PORTION_WORDS})\\b)`,
  'i',
);
/** "A dozen", "2 dozen cookies" alone; "a dozen eggs" is an ingredient. */
const A_DOZEN = new RegExp(`^(?:(?:about|an?|half a|\\d+)\\s+)?dozen(?:\\s+(?:${PORTION_WORDS}))?$`, 'i');
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
    pc: 'piece',
    pcs: 'piece',
    blondies: 'blondie',
    pies: 'pie',
    lollies: 'lolly',
    patties: 'patty',
    gummies: 'gummy',
    sandwiches: 'sandwich',
  };
  return known[plain] ?? plain.replace(/s$/, '');
}

export interface StatedYield {
  readonly portions: number;
  readonly portionWord: string;
}

/** "Serves 8", "Makes 12 muffins", "Yield: 2 dozen cookies", "makes 1 loaf (10 slices)"; undefined for anything else. */
export function readYield(text: string): StatedYield | undefined {
  if (text.length > LONGEST) return undefined;
  const plain = text
    .trim()
    .replace(/^[([{]\s*|\s*[)\]}]$/g, '')
    .replace(/(\d)ish\b/, '$1')
    .replace(A_DOZEN, 'makes $&');
  const match = YIELD.exec(plain);
  if (!match) return undefined;
  const inner = INNER.exec(text);
  const [, ...found] = inner ?? [];
  const [count, word] = found.filter((one) => one !== undefined);
  if (count && word) return { portions: Number(count), portionWord: singularPortion(word) };
  if (match[4]) return { portions: Number(match[4]), portionWord: singularPortion(match[5] ?? 'portion') };
  const figure = match[1]?.trim().toLowerCase();
  if (!figure || HOW_LARGE.test(match[3] ?? '')) return undefined;
  const [low] = figure.split(/-|–|to/);
  const base = SMALL[figure] ?? readNumber((low ?? '').replace(/dozen/, '').trim());
  if (base === undefined || base <= 0) return undefined;
  const dozens = match[2] !== undefined || /\d\s*dozen/.test(figure);
  const named = new RegExp(`\\b(${PORTION_WORDS})\\b`, 'i').exec(match[3] ?? '')?.[1];
  const saysNothingElse = named !== undefined || (match[3] ?? '').trim() === '' || /^\(/.test(match[3] ?? '');
  if (/^for\b/i.test(text) && !saysNothingElse) return undefined;
  return { portions: base * (dozens ? 12 : 1), portionWord: named ? singularPortion(named) : 'portion' };
}

const PER_ONE = new RegExp(`^(?:per|(?:(?:in|for)\\s+)?each)\\s+(${PORTION_WORDS})\\s*:\\s*(.*)$`, 'i');

/** "Per jar: 50 g oats, 10 g chia": the list is that of one, however many are made; undefined for anything else. */
export function listOfOne(line: string): { readonly portionWord: string; readonly rest: string } | undefined {
  const [, word, rest = ''] = PER_ONE.exec(line) ?? [];
  return word === undefined ? undefined : { portionWord: singularPortion(word), rest };
}

const EVERY_PIECE = new RegExp(`\\b(${PORTION_WORDS})\\b`, 'gi');

/** The pieces that a title names, in the plural: "Carrot cake cupcakes" are cupcakes; of a cake nobody knows the pieces. */
function piecesOf(title: string): string | undefined {
  return (title.match(EVERY_PIECE) ?? []).findLast((word) => /s$/i.test(word));
}

/** "Makes 12" of "Banana muffins" are muffins; "serves 4" are people. */
export function yieldOf(title: string, text: string): StatedYield | undefined {
  const read = readYield(text);
  const pieces = /^(?:makes|yields?|about|half|an?|\d+|dozen)\b/i.test(text.trim()) ? piecesOf(title) : undefined;
  return read?.portionWord === 'portion' && pieces !== undefined && !/\b(?:portions?|servings?|people|persons?)\b/i.test(text)
    ? { ...read, portionWord: singularPortion(pieces) }
    : read;
}

/** A lower number in brackets may as well say which try it is. House value. */
const FEWEST_BESIDE = 4;

/** How many, from what stands beside a title: "Shortbread (16 pieces)", "Flatbreads x4", "Traybake, cuts into 24", and a bare number where the title names pieces, "Granola bars (16)". */
export function yieldBeside(title: string, aside: string): StatedYield | undefined {
  const pieces = piecesOf(title);
  const times = /^[x×]\s*(\d{1,2})$/i.exec(aside)?.[1];
  if (times !== undefined) return yieldOf(title, `makes ${times}`);
  if (/^cuts?\b/i.test(aside)) return yieldByCutting(aside);
  // A cup is a measure in a list; beside a title it is what is eaten from.
  if (/^\d{1,2}\s+(?:cups|pots|mugs)$/i.test(aside)) return readYield(`makes ${aside}`);
  const isBare = /^\d{1,2}$/.test(aside) && Number(aside) >= FEWEST_BESIDE;
  return isBare && pieces !== undefined ? readYield(`${aside} ${pieces}`) : yieldOf(title, aside);
}

/** Letters of a line that says nothing else. */
const LONGEST_ALONE = 40;
const AT_THE_END =
  /(?:[.!;),]|\s[–—-]{1,2})\s+((?:serves|makes|yields|feeds)\s+(?:about\s+|around\s+|approx\.?\s+)?(?:\d|(?:one|two|three|four|six|eight|ten|twelve|an?)\b)[^.!,;]{0,40})(?:[.!,;][^.]{0,40})?$/i;
/** "5 crepes." as a sentence of its own. */
const ONLY_PIECES = new RegExp(`^${ABOUT}?\\s*\\d{1,2}\\s+(?:${PORTION_WORDS})$`, 'i');

/** "8\" tin, 180C 22 min, 16 pcs", "350, 30 min -- 16 pc". */
const PIECES_LAST = /(?:,|\s[–—-]{1,2})\s*(\d{1,2}\s+(?:pcs?|pieces|slices|squares|servings|portions))\.?$/i;

/** "Bake for 20 minutes. Serves 4", "Fry them thin. 5 crepes.", "2 servings": a sentence, or a line, of its own. */
export function yieldAtTheEnd(title: string, text: string): StatedYield | undefined {
  const alone = text.length <= LONGEST_ALONE ? yieldOf(title, text) : undefined;
  if (alone) return alone;
  const said =
    AT_THE_END.exec(text.slice(-120))?.[1] ??
    PIECES_LAST.exec(text.slice(-120))?.[1] ??
    text
      .slice(0, 2000)
      .split(/[.!;]\s*/)
      .find((sentence, i) => i > 0 && ONLY_PIECES.test(sentence));
  return said === undefined ? undefined : yieldOf(title, said);
}

/** "Cut into 16 squares", "divide in 8", "scoop 18 balls". */
const CUT = new RegExp(
  `\\b(?:cuts?|slices?|divides?|portion|shape|roll|scoop|form|stamp|make)\\s+(?:(?:it|them|the \\w+|up|out)\\s+)?(?:in(?:to)?\\s+)?(?:about\\s+)?(\\d{1,2})(?:\\s+(?:(?:equal|even|small|large|thick|thin)\\s+)*(${PORTION_WORDS})\\b|(?=\\s*(?:[.,;)](?!\\d)|$|and\\b|equal\\b|with\\b|rounds?\\b|discs?\\b)))`,
  'i',
);

/** "Divide between 12 cups", "spoon into 6 glasses". */
const SHARED =
  /\b(?:divide|split|share|spoon|pour|pipe|scoop)\s+(?:\w+\s+){0,3}?(?:between|among|into)\s+(?:about\s+)?(\d{1,2})\s+(?:\w+\s+)?(?:cups|cases|holes|moulds|molds|ramekins|glasses|jars|pots|bowls|tins)\b/i;

/** How many pieces the method cuts or shapes; two or three are layers or turns. */
export function yieldByCutting(text: string): StatedYield | undefined {
  const said = CUT.exec(text) ?? SHARED.exec(text);
  const pieces = Number(said?.[1]);
  return said && pieces >= FEWEST_BESIDE ? readYield(`${pieces} ${said[2] ?? 'pieces'}`) : undefined;
}
