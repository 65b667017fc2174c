import {
  asMash,
  type Attribute,
  type Country,
  countryOf,
  customaryMass,
  type Food,
  foodInHand,
  type FoodMatch,
  isVeryName,
  type Larder,
  LIKELY,
  massOf,
  matchFood,
  namesSomething,
  partsOfName,
  saysOnlyHow,
  SURE,
} from '../food';
import { type MeasureSystem, readAmount, unitById } from '../quantity';
import { drained } from './drained';
import { amountOfAll, findAmount, type FoundAmount } from './findAmount';
import { type Doubt, type DoubtCode, type Line } from './formula';

const BULLET = /^\s*(?:[•*▢☐□·◦‣]|[-–—](?=\s)|\[[ x]?\]|\d{1,2}\s*[.)](?=\s))\s*/;
const SIZE = /\b(extra[ -]large|small|medium|large|jumbo|xl|lge?|lrg|med|sm)\b/i;
const SHORT_SIZES: Readonly<Record<string, string>> = { xl: 'extra large', lg: 'large', lge: 'large', lrg: 'large', med: 'medium', sm: 'small' };
/** No ingredient line is longer; what lies beyond is kept and not read. */
const LONGEST_READ = 400;
/** A line above this mass is marked: no home batch holds 20 kg of one thing. */
const HUGE_G = 20_000;
/** Two amounts of a line that differ by more than this share are both shown. House value. */
const APART = 0.35;
/** What the measure says of the food in it: drops are liquid, a tin is canned, a sachet is not a jar, a knob is cut from a root. */
const OF_MEASURE: Readonly<Record<string, Attribute>> = { knob: 'state:fresh', drop: 'form:liquid', dropper: 'form:liquid', can: 'state:canned', packet: 'form:sachet' };
const OF_CONTAINER: Readonly<Record<string, Attribute>> = {
  can: 'state:canned',
  cans: 'state:canned',
  tin: 'state:canned',
  tins: 'state:canned',
  sachet: 'form:sachet',
  sachets: 'form:sachet',
};

interface Named {
  readonly name: string;
  readonly note?: string;
  readonly matches: readonly FoodMatch[];
  readonly doubts: readonly Doubt[];
}

interface Reader {
  readonly larder: Larder;
  readonly country: Country;
  readonly soft: readonly Attribute[];
  readonly container: string | undefined;
  /** Measured in cups or spoons: what is ground or mashed behind the comma was measured before. */
  readonly isByVolume: boolean;
  /** Of what is mashed then, one is meant whole. */
  readonly isWhole?: true;
}

function lookUp(name: string, { larder, country, soft }: Reader): readonly FoodMatch[] {
  return matchFood(name, larder.index, 5, country, soft);
}

const scoreOf = (matches: readonly FoodMatch[]): number => matches[0]?.score ?? 0;

/** "Chickpea (gram) flour": the name goes on behind the bracket. */
const IN_THE_NAME = /[([]([^()[\],;]{1,24})[)\]]\s*((?:(?!or\b|and\b|with\b)[\p{L}-]+ ?){1,2})(?=[\s,;([]|$)/u;

/** The pieces of a name between commas, brackets and dashes: the first is the name, unless it says only how. */
function chunksOf(rest: string): readonly string[] {
  return rest
    .replace(IN_THE_NAME, '$2, $1')
    .replace(/[([]([^()[\]]*)[)\]]/g, ', $1, ')
    .split(/[,;]|\s[-–—]\s|\s(?:mixed|dissolved|whisked|stirred|combined)\s(?:with|in|into)\s/i)
    .map((chunk) => chunk.trim())
    .filter((chunk) => /[\p{L}\p{N}]/u.test(chunk) && readAmount(chunk)?.rest !== '');
}

/** "butter or oil": the first, the rest offered. "almond or oat milk" shares its head. */
function firstChoice(name: string, reader: Reader): { readonly name: string; readonly other?: string } {
  const at = /\s+(?:or|\/)\s+|(?<=[a-z])\/(?=[a-z])/i.exec(name);
  if (!at) return { name };
  const [first, other] = [name.slice(0, at.index), name.slice(at.index + at[0].length)];
  if ((lookUp(name, reader)[0]?.isExact ?? false) || first.trim() === '') return { name };
  const head = /\s(\S+)$/.exec(other)?.[1];
  const shared = head && !/\s/.test(first) ? `${first} ${head}` : first;
  return { name: shared !== first && (lookUp(shared, reader)[0]?.isExact ?? false) ? shared : first, other };
}

interface Reading {
  readonly name: string;
  readonly used: readonly string[];
  readonly matches: readonly FoodMatch[];
}

/** "Ground", "mashed": a form and nothing else. */
function saysOnlyForm(chunk: string): boolean {
  const { attributes } = partsOfName(chunk);
  return attributes.length > 0 && attributes.every((one) => one.startsWith('form:'));
}

const saysMashed = (chunk: string): boolean => partsOfName(chunk).attributes.includes('form:puree');

/** The ways a name and what stands behind it can be read: with how it is, with all of it, the two turned round ("sugar, brown"). */
function readingsOf(name: string, behind: readonly string[], reader: Reader): readonly Reading[] {
  const how = behind.filter((chunk) => saysOnlyHow(chunk) && !(reader.isByVolume && saysOnlyForm(chunk)) && !(reader.isWhole && saysMashed(chunk)));
  const [next] = reader.isWhole ? behind.filter((chunk) => !saysMashed(chunk)) : behind;
  const read = (words: string, used: readonly string[]): Reading => ({ name: words, used, matches: lookUp(words, reader) });
  const plain = { ...read([name, ...how].join(' '), how), name };
  if (next === undefined) return reader.container ? [plain, read(`${reader.container} ${name}`, [])] : [plain];
  const turned = next.split(/\s+/).length <= 3 ? [read([next, name, ...how.filter((one) => one !== next)].join(' '), [next, ...how])] : [];
  return [plain, read([name, ...behind].join(' '), behind), ...turned];
}

/** What a line's words name: the first chunk with what later chunks say of how it is, or a reading that is a food's very name. */
function nameOf(rest: string, reader: Reader): Named {
  const [head = '', ...later] = chunksOf(rest);
  const [start, ...behind] = saysOnlyHow(head) && later[0] ? [`${head} ${later[0]}`, ...later.slice(1)] : [head, ...later];
  const { name, other } = firstChoice(start, reader);
  const readings = readingsOf(name, behind, reader);
  const [plain] = readings;
  const further = readings.slice(1).filter(({ matches, used }) => scoreOf(matches) >= SURE && used.length >= (plain?.used.length ?? 0));
  const veryName = further.find(({ name: words }) => isVeryName(words, reader.larder.index));
  const turned = behind[0] !== undefined && namesSomething(behind[0]) ? further.find(({ used }) => used[0] === behind[0] && used.length > (plain?.used.length ?? 0)) : undefined;
  const chosen = veryName ?? turned ?? plain;
  const note = [...behind.filter((chunk) => !chosen?.used.includes(chunk)), ...(other ? [`or ${other}`] : [])].join(', ');
  return { name: chosen?.name ?? name, matches: chosen?.matches ?? [], doubts: other ? [{ code: 'alternative', detail: other }] : [], ...(note ? { note } : {}) };
}

/** "3 blorps flour": a first word that no food knows, in front of one that some food does, is an unknown unit. */
function unknownUnit(found: FoundAmount, reader: Reader): { word: string; rest: string } | undefined {
  if (found.unitGiven || !found.amount) return undefined;
  const split = /^([A-Za-z]{2,}\.?)\s+(?:of\s+)?(.+)$/.exec(found.rest);
  if (!split?.[1] || !split[2] || SIZE.test(split[1]) || reader.larder.index.byWord.has(split[1].toLowerCase())) return undefined;
  const without = nameOf(split[2], reader).matches[0];
  const isCounted = without !== undefined && reader.larder.foods.get(without.foodId)?.measuresG['piece'] !== undefined;
  const whole = scoreOf(nameOf(found.rest, reader).matches);
  return without && !isCounted && without.score >= SURE && whole < SURE ? { word: split[1], rest: split[2] } : undefined;
}

/** Nobody counts out as many: "sugar 100" lacks its unit. House value. */
const MOST_COUNTED = 40;

function isTooManyToCount({ amount, unitGiven }: FoundAmount): boolean {
  return !unitGiven && amount?.unit === 'piece' && amount.value >= MOST_COUNTED;
}

/** "3 cloves", "2 sprinkles": the measure is the food. */
function measureAsFood(found: FoundAmount): FoundAmount {
  if (found.rest.trim() !== '' || !found.amount || !found.unitGiven || unitById(found.amount.unit).kind !== 'count') return found;
  const word = /([\p{L}]+)\s*$/u.exec(found.amountText)?.[1];
  return word ? { ...found, amount: { ...found.amount, unit: 'piece' }, rest: word, unitGiven: false } : found;
}

function foodDoubts(matches: readonly FoodMatch[], food: Food | undefined): readonly Doubt[] {
  if (!food) return [{ code: 'food-unknown' }];
  const [best, next] = matches;
  const close = best && next && !best.isExact && best.score - next.score < 0.03;
  if (scoreOf(matches) < SURE || close) return [{ code: 'food-guessed', detail: food.name }];
  return best?.byCountry ? [{ code: 'usual-here', detail: food.name }] : [];
}

const WEIGHING_DOUBTS: readonly DoubtCode[] = ['no-amount', 'no-food', 'no-density', 'no-piece-mass', 'huge', 'customary', 'amounts-differ', 'mashed'];

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
  const mash = line.mashed && food ? asMash(food) : undefined;
  const measured = massOf(line.amount, mash ?? food, measures, line.size, larder.country);
  const found = 'gap' in measured && measured.gap === 'no-amount' && food ? customaryMass(food) : measured;
  if ('gap' in found) {
    const gap: Doubt[] = found.gap === 'no-food' ? [] : [{ code: found.gap }];
    return { ...unweighed(line), doubts: [...kept, ...gap] };
  }
  const massG = drained(found.massG, line, food);
  const asWhole = mash ? massOf(line.amount, food, measures, line.size, larder.country) : undefined;
  const doubts: Doubt[] = [
    ...kept,
    ...(found.basis === 'custom' ? [{ code: 'customary' as const }] : []),
    ...(asWhole && 'massG' in asWhole ? [{ code: 'mashed' as const, detail: `whole about ${Math.round(asWhole.massG)} g` }] : []),
  ];
  if (massG <= HUGE_G) return { ...line, massG, basis: found.basis, doubts };
  const huge: Doubt = { code: 'huge', detail: `${(massG / 1000).toLocaleString('en', { maximumFractionDigits: 0 })} kg` };
  return { ...line, massG, basis: found.basis, doubts: [...doubts, huge] };
}

/** Two amounts for one line that cannot both be right. */
function comparedAmounts(line: Line, found: FoundAmount, larder: Larder, measures: MeasureSystem): Line {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const other = found.instead && food ? massOf(found.instead, food, measures, line.size, larder.country) : undefined;
  // "A handful (80 g)": of a hand nobody expects that it is right.
  if (!other || 'gap' in other || other.basis === 'custom' || line.massG === undefined || line.massG <= 0) return line;
  if (Math.abs(other.massG - line.massG) <= APART * line.massG) return line;
  return { ...line, doubts: [...line.doubts, { code: 'amounts-differ', detail: `the other gives about ${Math.round(other.massG)} g` }] };
}

/**
 * Reads one ingredient line as people write it into amount, food, grams and doubts. Never throws: what cannot be read
 * stays as text with a doubt. A kind of food that is in the kitchen becomes the pack that is there. Example: "1 1/2 cups plain flour, sifted" gives 187 g of plain flour by its density.
 */
export function readLine(text: string, id: string, larder: Larder, measures: MeasureSystem): Line {
  const lines = readBefore.get(larder) ?? new Map<string, Line>();
  readBefore.set(larder, lines);
  const key = `${measures} ${text}`;
  const before = lines.get(key);
  if (before) return { ...before, id };
  const line = readAnew(text, id, larder, measures);
  if (lines.size >= MOST_REMEMBERED) lines.clear();
  lines.set(key, line);
  return line;
}

/** Lines that were read of late: a recipe is read anew at every key, and only one of its lines has changed. */
const readBefore = new WeakMap<Larder, Map<string, Line>>();
const MOST_REMEMBERED = 1000;

/** "Optional: 1 tbsp glycerine". */
const OPTIONAL = /^\(?optional(?:ly)?\)?\s*[:,–—-]?\s+/i;
/** "Sweetener to taste (I use 2 tbsp erythritol)". */
const TAKEN = /(?:[([]|,|[–—-]\s)\s*(?:i|we)\s+(?:do|did|used?|add(?:ed)?|like|liked|put|take|took)\s+(?:about\s+)?([^()[\]]+)[)\]]?/i;

/** What was left to taste and then says how much the writer took. */
function asTaken(body: string): string {
  const taken = TAKEN.exec(body);
  const read = taken?.[1] === undefined ? undefined : readAmount(taken[1]);
  if (!taken?.[1] || !read?.unitGiven || readAmount(body)) return body;
  return read.rest === '' ? `${read.text} ${body.slice(0, taken.index).replace(/,?\s*(?:to taste|as needed|as you like)\s*$/i, '')}` : taken[1];
}

function readAnew(text: string, id: string, larder: Larder, measures: MeasureSystem): Line {
  const body = asTaken(text.slice(0, LONGEST_READ).replace(/\s+/g, ' ').replace(BULLET, '').replace(OPTIONAL, '').trim());
  const first = measureAsFood(findAmount(body));
  const soft = [OF_MEASURE[first.amount?.unit ?? ''], OF_CONTAINER[first.container ?? '']].filter((one) => one !== undefined);
  const isByVolume = first.amount !== undefined && unitById(first.amount.unit).kind === 'volume';
  const reader: Reader = {
    larder,
    country: larder.country ?? countryOf(measures),
    soft,
    container: first.container,
    isByVolume,
  };
  const odd = unknownUnit(first, reader);
  const unknown: Doubt | undefined = odd ? { code: 'unit-unknown', detail: odd.word } : isTooManyToCount(first) ? { code: 'unit-unknown', detail: first.amountText } : undefined;
  const found = unknown ? { ...first, rest: odd?.rest ?? first.rest, doubts: [...first.doubts, unknown] } : first;
  const foodOf = ({ matches: [best] }: Named): Food | undefined => (best && best.score >= LIKELY ? foodInHand(best.foodId, larder) : undefined);
  const weighs = (one: Named): boolean => !('gap' in massOf(found.amount, foodOf(one), measures));
  const asSaid = nameOf(found.rest, reader);
  // "1 sweet potato, mashed": of a mash nobody knows what one weighs, of the whole one does.
  const asWhole = saysMashed(found.rest) && foodOf(asSaid) && !weighs(asSaid) ? nameOf(found.rest, { ...reader, isWhole: true }) : undefined;
  // A squeeze of a fruit is its juice.
  const asJuice = found.amount?.unit === 'squeeze' && foodOf(asSaid)?.kind === 'fruit' ? nameOf(`${asSaid.name} juice`, reader) : undefined;
  const isJuice = asJuice !== undefined && foodDoubts(asJuice.matches, foodOf(asJuice)).length === 0;
  const named = isJuice ? { ...asJuice, note: asSaid.note } : asWhole && weighs(asWhole) ? asWhole : asSaid;
  const food = foodOf(named);
  const amount = amountOfAll(found, food?.measuresG);
  const said = SIZE.exec(found.rest)?.[1]?.toLowerCase().replace('-', ' ');
  const size = said && (SHORT_SIZES[said] ?? said);
  const tinned = OF_CONTAINER[found.container ?? ''] === 'state:canned' && !/undrained|not drained|with (?:its |their )?(?:liquid|juice|syrup)/i.test(body);
  const line: Line = {
    id,
    text: text.trim(),
    amountText: found.amountText,
    name: named.name,
    doubts: [...found.doubts, ...named.doubts, ...foodDoubts(named.matches, food)],
    ...(amount ? { amount } : {}),
    ...(named.note ? { note: named.note } : {}),
    ...(size ? { size } : {}),
    ...(tinned ? { tinned } : {}),
    ...(/\bmelted\b/i.test(body) ? { melted: true } : {}),
    ...(isByVolume && /\b(?:mashed|pur[eé]ed?|crushed)\b/i.test(body) ? { mashed: true } : {}),
    ...(/\b(?:stiff(?:ly)?|(?:soft|firm) peaks|whipped|to a(?: thick)? foam|foamy|beaten until (?:thick|pale|light)|aerated)\b/i.test(body) && !/whipped topping/i.test(body)
      ? { beaten: true }
      : {}),
    ...(food ? { foodId: food.id } : {}),
  };
  return comparedAmounts(weighLine(line, larder, measures), found, larder, measures);
}
