import { type Food, foodInHand, type FoodMatch, type Larder, LIKELY, massOf, matchFood, SURE } from '../food';
import { type Amount, type MeasureSystem, type ReadAmount, readAmount, unitById } from '../quantity';
import { type Doubt, type DoubtCode, type Line } from './formula';

const BULLET = /^\s*(?:[•*▢☐□·◦‣]|[-–—](?=\s)|\[[ x]?\]|\d{1,2}\s*[.)](?=\s))\s*/;
const OF_A_FRUIT = /^((?:finely\s+)?(?:grated\s+)?(juice|zest|rind|peel)(?:\s+and\s+(?:juice|zest))?)\s+(?:of|from)\s+(.*)$/i;
const SIZE = /\b(extra[ -]large|small|medium|large|xl|lge?|med|sm)\b/i;
const SHORT_SIZES: Readonly<Record<string, string>> = { xl: 'extra large', lg: 'large', lge: 'large', med: 'medium', sm: 'small' };
/** "Pinch of salt": one of it, though nobody wrote the one. */
const BARE_MEASURE = /^(?:pinch|dash|knob|handful|drop|sprinkle)\b(?=\s+of\b)/i;
const CONTAINERS = /^(?:cans?|tins?|packets?|sachets?|packs?|packages?|pkg|jars?|tubs?|cartons?|pots?|bars?|blocks?)\b\.?\s*(?:of\s+)?/i;
/** A line above this mass is marked: no home batch holds 20 kg of one thing. */
const HUGE_G = 20_000;

interface Found {
  readonly amount?: Amount;
  readonly amountText: string;
  readonly rest: string;
  readonly doubts: readonly Doubt[];
  readonly unitGiven: boolean;
}

function fromRead(read: ReadAmount): Found {
  const rest = unitById(read.amount.unit).kind === 'mass' || unitById(read.amount.unit).kind === 'volume' ? read.rest.replace(CONTAINERS, '') : read.rest;
  return { amount: read.amount, amountText: read.text.replace(/\s+of$/i, ''), rest, doubts: read.doubts.map((code) => ({ code })), unitGiven: read.unitGiven };
}

/** "Flour 200 g", "Salt: 1 tsp": the amount stands behind the name. */
function amountBehind(body: string): Found | undefined {
  const split = /^(\D*?[\p{L})])\s*[:,–—-]?\s+((?:\d|[½⅓⅔¼¾⅛]).*)$/u.exec(body);
  if (!split?.[1] || !split[2]) return undefined;
  const read = readAmount(split[2]);
  return read && read.rest === '' ? { ...fromRead(read), rest: split[1] } : undefined;
}

/** "1 cup sugar + 2 tbsp": what is added behind the name belongs to the amount in front of it. */
function withAddedAmount(body: string): string {
  const split = /^(.+?)\s+(?:\+|plus)\s+((?:\d|[½⅓⅔¼¾⅛]).*)$/.exec(body);
  const [head, tail] = [split?.[1] === undefined ? undefined : readAmount(split[1]), split?.[2] === undefined ? undefined : readAmount(split[2])];
  return head?.unitGiven && head.rest && tail?.unitGiven && tail.rest === '' ? `${head.text} plus ${tail.text} ${head.rest}` : body;
}

function findAmount(text: string): Found {
  const body = withAddedAmount(text);
  const ofFruit = OF_A_FRUIT.exec(body);
  if (ofFruit?.[2] && ofFruit[3]) {
    const read = readAmount(ofFruit[3]);
    const both = /\sand\s/i.test(ofFruit[1] ?? '');
    const rest = `${read ? read.rest : ofFruit[3]} ${ofFruit[2].toLowerCase()}`;
    const doubts: Doubt[] = both ? [{ code: 'alternative' }] : [];
    if (read) return { ...fromRead(read), rest, doubts: [...read.doubts.map((code) => ({ code })), ...doubts] };
    return { amountText: '', rest, doubts, unitGiven: false };
  }
  const read = readAmount(body) ?? readAmount(body.replace(BARE_MEASURE, 'a $&'));
  if (read) return fromRead(read);
  return amountBehind(body) ?? { amountText: '', rest: body, doubts: [], unitGiven: false };
}

function isWeightOrVolume(amount: Amount): boolean {
  return unitById(amount.unit).kind !== 'count';
}

/** A second amount in brackets or behind a slash: a weight wins over a volume or a count, "each" and cans multiply. */
function settleSecondAmount(found: Found): Found {
  const slash = /^\s*\/\s*(?=[\d½⅓⅔¼¾⅛])/.exec(found.rest);
  if (slash && found.amount) {
    const other = readAmount(found.rest.slice(slash[0].length));
    if (other && isWeightOrVolume(other.amount)) return chooseAmount({ ...found, rest: other.rest }, other, false);
  }
  const bracket = /\(([^()]*)\)/.exec(found.rest);
  const inside = bracket?.[1] === undefined ? undefined : readAmount(bracket[1].replace(/^(?:about|approx(?:imately)?\.?|around|~|c\.)\s*/i, ''));
  if (!bracket || !inside || !inside.unitGiven || !isWeightOrVolume(inside.amount)) return found;
  const rest = `${found.rest.slice(0, bracket.index)} ${found.rest.slice(bracket.index + bracket[0].length)}`.trim();
  const container = CONTAINERS.exec(rest);
  const each = /\beach\b/i.test(bracket[1] ?? '') || (container !== null && bracket.index === 0) || found.amount?.unit === 'can' || found.amount?.unit === 'packet';
  return chooseAmount({ ...found, rest: container && bracket.index === 0 ? rest.slice(container[0].length) : rest }, inside, each);
}

function chooseAmount(found: Found, second: ReadAmount, each: boolean): Found {
  const first = found.amount;
  const firstKind = first && unitById(first.unit).kind;
  if (!first || firstKind === 'mass') return found;
  if (firstKind === 'volume' && unitById(second.amount.unit).kind !== 'mass') return found;
  const count = each ? first.value : 1;
  const { value, high, unit } = second.amount;
  const amount = high === undefined ? { value: value * count, unit } : { value: value * count, high: high * count, unit };
  const text = `${found.amountText} (${count === 1 ? '' : `${String(count)} × `}${second.text})`.trim();
  return { ...found, amount, amountText: text, doubts: [...found.doubts, { code: 'two-amounts' }], unitGiven: true };
}

interface Named {
  readonly name: string;
  readonly note?: string;
  readonly matches: readonly FoodMatch[];
  readonly doubts: readonly Doubt[];
}

function nameAndFood(rest: string, larder: Larder): Named {
  const plain = rest
    .replace(/^\s*\(([^()]*)\)\s*(\S.*)$/, '$2, $1')
    .replace(/\s*\(([^()]*)\)\s*/g, ', $1, ')
    .replace(/(?:,\s*)+$/, '')
    .replace(/^[\s,]+/, '')
    .trim();
  const comma = plain.search(/,|;|\s[-–—]\s/);
  const before = comma > 0 ? plain.slice(0, comma).trim() : plain;
  const after = comma > 0 ? plain.slice(comma).replace(/^[\s,;–—-]+/, '') : undefined;
  const choice = /^(.+?)\s+or\s+(.+)$/i.exec(before);
  const name = choice?.[1] ?? before;
  const first = matchFood(name, larder.index);
  const whole = before === plain ? [] : matchFood(plain, larder.index);
  const named = (whole[0]?.verbatim ?? 0) > 0.999;
  const useWhole = named || ((first[0]?.score ?? 0) < SURE && (whole[0]?.score ?? 0) > (first[0]?.score ?? 0) + 0.05);
  const both = choice ? matchFood(before, larder.index) : [];
  const useBoth = (both[0]?.score ?? 0) > (first[0]?.score ?? 0);
  const doubts: Doubt[] = choice && !useBoth ? [{ code: 'alternative', detail: choice[2] ?? '' }] : [];
  const note = useWhole ? undefined : [after, choice && !useBoth ? `or ${choice[2] ?? ''}` : undefined].filter(Boolean).join(', ');
  return { name: useWhole ? plain : useBoth ? before : name, matches: useWhole ? whole : useBoth ? both : first, doubts, ...(note ? { note } : {}) };
}

/** "3 blorps flour": a first word that no food knows, in front of one that some food does, is an unknown unit. */
function unknownUnit(found: Found, larder: Larder): { word: string; rest: string } | undefined {
  if (found.unitGiven || !found.amount) return undefined;
  const split = /^([A-Za-z]{2,}\.?)\s+(?:of\s+)?(.+)$/.exec(found.rest);
  if (!split?.[1] || !split[2] || SIZE.test(split[1])) return undefined;
  const whole = nameAndFood(found.rest, larder).matches[0]?.score ?? 0;
  const without = nameAndFood(split[2], larder).matches[0]?.score ?? 0;
  return without >= SURE && whole < SURE && without > whole ? { word: split[1], rest: split[2] } : undefined;
}

function foodDoubts(matches: readonly FoodMatch[], food: Food | undefined): readonly Doubt[] {
  if (!food) return [{ code: 'food-unknown' }];
  const [best, next] = matches;
  const close = best && next && best.verbatim < 0.999 && best.score - next.score < 0.03 && best.verbatim - next.verbatim < 0.1;
  return (best?.score ?? 0) < SURE || close ? [{ code: 'food-guessed', detail: food.name }] : [];
}

const WEIGHING_DOUBTS: readonly DoubtCode[] = ['no-amount', 'no-food', 'no-density', 'no-piece-mass', 'huge'];

function unweighed(line: Line): Line {
  const { massG: _massG, basis: _basis, ...bare } = line;
  return bare;
}

/**
 * Grams, how they were found and what remains doubtful, for a line whose amount and food are settled. Keeps grams that
 * a person has entered, unless `keepsEntered` is false.
 */
export function weighLine(line: Line, larder: Larder, measures: MeasureSystem, keepsEntered = true): Line {
  const kept = line.doubts.length === 0 ? line.doubts : line.doubts.filter((doubt) => !WEIGHING_DOUBTS.includes(doubt.code));
  if (keepsEntered && line.basis === 'entered' && line.massG !== undefined) return { ...line, doubts: kept };
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  if (kept.some((doubt) => doubt.code === 'unit-unknown')) return { ...unweighed(line), doubts: kept };
  const found = massOf(line.amount, food, measures, line.size);
  if ('gap' in found) {
    const gap: Doubt[] = found.gap === 'no-food' ? [] : [{ code: found.gap }];
    return { ...unweighed(line), doubts: [...kept, ...gap] };
  }
  if (found.massG <= HUGE_G) return { ...line, massG: found.massG, basis: found.basis, doubts: kept };
  const huge: Doubt = { code: 'huge', detail: `${(found.massG / 1000).toLocaleString('en', { maximumFractionDigits: 0 })} kg` };
  return { ...line, massG: found.massG, basis: found.basis, doubts: [...kept, huge] };
}

/**
 * Reads one ingredient line as people write it into amount, food, grams and doubts. Never throws: what cannot be read
 * stays as text with a doubt. A kind of food that is in the kitchen becomes the pack that is there. Example: "1 1/2 cups plain flour, sifted" gives 187 g of plain flour by its density.
 */
export function readLine(text: string, id: string, larder: Larder, measures: MeasureSystem): Line {
  const body = text.replace(BULLET, '').trim();
  const first = settleSecondAmount(findAmount(body));
  const odd = unknownUnit(first, larder);
  const found = odd ? { ...first, rest: odd.rest, doubts: [...first.doubts, { code: 'unit-unknown', detail: odd.word } as const] } : first;
  const named = nameAndFood(found.rest, larder);
  const best = named.matches[0];
  const food = best && best.score >= LIKELY ? foodInHand(best.foodId, larder) : undefined;
  const said = SIZE.exec(found.rest)?.[1]?.toLowerCase().replace('-', ' ');
  const size = said && (SHORT_SIZES[said] ?? said);
  const line: Line = {
    id,
    text: text.trim(),
    amountText: found.amountText,
    name: named.name,
    doubts: [...found.doubts, ...named.doubts, ...foodDoubts(named.matches, food)],
    ...(found.amount ? { amount: found.amount } : {}),
    ...(named.note ? { note: named.note } : {}),
    ...(size ? { size } : {}),
    ...(/\bmelted\b/i.test(body) ? { melted: true } : {}),
    ...(/\b(?:stiff(?:ly)?|(?:soft|firm) peaks|whipped|to a foam|foamy|beaten until (?:thick|pale|light)|aerated)\b/i.test(body) ? { beaten: true } : {}),
    ...(food ? { foodId: food.id } : {}),
  };
  return weighLine(line, larder, measures);
}
