import { type Amount, CONTAINER, type ReadAmount, readAmount, unitById } from '../quantity';
import { type Doubt } from './formula';

const OF_A_FRUIT = /^(?:the\s+)?((?:finely\s+)?(?:grated\s+)?(juice|zest|rind|peel|liquid))\s+(?:(?:of|from)\s+|(?=[\d½¼]|half\b|an?\s))(.*)$/i;
/** "Pinch of salt", "splash milk", "heaping scoop whey": one of it, though nobody wrote the one. */
const BARE_MEASURE =
  /^(?:(?:an?|some|another)\s+)?((?:(?:good|generous|small|large|big|heap(?:ed|ing)|rounded|level|scant|tiny|little)\s+)?(?:pinch|dash|knob|handful|drop|sprinkle|sprinkling|splash|drizzle|glug|dusting|squeeze|squirt|dollop|pat|smidgen|shot|scoop|cup|tablespoon|teaspoon|tbsp|tsp|tin|can|stick|slice|packet|sachet|spritz|spray)\b)(?=\s+\S)/i;
/** "A little oil", "some milk", "a bit of butter". */
const A_LITTLE = /^(?:an?\s+)?(?:little|bit|touch)(?:\s+(?:of|bit\s+of))?\s+(?=\S)|^some\s+(?=[a-z])/i;
const CONTAINERS = new RegExp(`^(?:${CONTAINER})\\b\\.?\\s*(?:of\\s+)?`, 'i');
/** "30 g scoop whey": how it was measured, behind the weight. */
const MEASURED_WITH = /^[-\s]*(?:scoops?|servings?)\s+(?:of\s+)?(?=\S)/i;

/** The amount of a line, as far as it can be told without knowing the food. */
export interface FoundAmount {
  readonly amount?: Amount;
  readonly amountText: string;
  readonly rest: string;
  readonly doubts: readonly Doubt[];
  readonly unitGiven: boolean;
  /** The container that the amount speaks of: "can", "tin", "jar". */
  readonly container?: string;
  /** "2 packets (14 g)": what they weigh where the bracket says all of them, and the packets. */
  readonly asTotal?: { readonly amount: Amount; readonly of: Amount };
  /** The amount that another in brackets took the place of. */
  readonly instead?: Amount;
}

function fromRead(read: ReadAmount): FoundAmount {
  const counted = unitById(read.amount.unit).kind === 'count';
  const container = counted ? undefined : CONTAINERS.exec(read.rest)?.[0];
  const rest = (container ? read.rest.slice(container.length) : counted ? read.rest : read.rest.replace(MEASURED_WITH, '')).replace(/^more\s+/i, '');
  const said = container?.trim().split(/\s/)[0]?.toLowerCase() ?? (read.amount.unit === 'can' ? 'can' : undefined);
  return {
    amount: read.amount,
    amountText: read.text.replace(/\s+of$/i, ''),
    rest,
    doubts: read.doubts.map((code) => ({ code })),
    unitGiven: read.unitGiven,
    ...(said ? { container: said } : {}),
  };
}

/** "Flour 200 g", "Salt: 1 tsp", "flour - about 200 g": the amount stands behind the name. */
function amountBehind(body: string): FoundAmount | undefined {
  const split =
    /^((?:[^\d½⅓⅔¼¾⅛]|\d+(?:[-–]\d+)?\s?%)+(?<=[\p{L})%]))\s*[:,–—-]?\s+((?:(?:about|approx\.?|approximately|around|roughly|ca\.?)\s+)?~?(?:\d|[½⅓⅔¼¾⅛])[^\n]{0,40})$/iu.exec(
      body.slice(0, 160),
    );
  if (!split?.[1] || !split[2]) return undefined;
  const read = readAmount(split[2]);
  return read && read.rest === '' ? { ...fromRead(read), rest: split[1].replace(/\s+(?:about|approx\.?|around|roughly|ca\.?)$/i, '') } : undefined;
}

/** "1 cup sugar + 2 tbsp": what is added behind the name belongs to the amount in front of it. */
function withAddedAmount(body: string): string {
  const joint = /\s(?:\+|plus)\s+(?=\d|[½⅓⅔¼¾⅛])/i.exec(body);
  if (!joint || body.length > 160) return body;
  const [head, tail] = [readAmount(body.slice(0, joint.index)), readAmount(body.slice(joint.index + joint[0].length))];
  return head?.unitGiven && head.rest && tail?.unitGiven && tail.rest === '' ? `${head.text} plus ${tail.text} ${head.rest}` : body;
}

function ofFruit(body: string): FoundAmount | undefined {
  const said = OF_A_FRUIT.exec(body);
  if (!said?.[2] || !said[3]) return undefined;
  const read = readAmount(said[3]) ?? readAmount(said[3].replace(/^(?:an?|the)\s+/i, '1 '));
  // What a tin weighs is not its liquid: how much of that there is nobody said.
  if (/^liquid$/i.test(said[2]) && read && unitById(read.amount.unit).kind === 'mass')
    return { amountText: '', rest: `${read.rest.replace(CONTAINERS, '')} liquid`, doubts: [], unitGiven: false };
  const [, name = '', tail = ''] = /^(?:of\s+)?([^,(]+?)(\s*[,(].*)?$/i.exec(read ? read.rest : said[3]) ?? [];
  const rest = `${name} ${said[2].toLowerCase()}${tail}`;
  return read ? { ...fromRead(read), rest } : { amountText: '', rest, doubts: [], unitGiven: false };
}

function firstAmount(text: string): FoundAmount {
  const body = withAddedAmount(text);
  const fruit = ofFruit(body);
  if (fruit) return fruit;
  const plain = readAmount(body);
  if (plain && !(plain.amount.unit === 'piece' && A_LITTLE.test(body))) return fromRead(plain);
  const bare = BARE_MEASURE.exec(body);
  const read = bare ? readAmount(`1 ${body.slice(bare[0].length - (bare[1] ?? '').length)}`) : undefined;
  if (bare && read?.unitGiven) return { ...fromRead(read), amountText: bare[0].trim() };
  const little = A_LITTLE.exec(body);
  if (little) return { amount: { value: 1, unit: 'little' }, amountText: little[0].trim(), rest: body.slice(little[0].length), doubts: [], unitGiven: true };
  return amountBehind(body) ?? { amountText: '', rest: body, doubts: [], unitGiven: false };
}

function isWeightOrVolume(amount: Amount): boolean {
  return unitById(amount.unit).kind !== 'count';
}

/** "1 scoop vanilla whey ~30g": a weight behind the name, said to be about. */
const BEHIND = /^(.{2,100}?)[\s,]+(?:[~≈=]|(?:about|approx\.?|approximately|around|roughly|ca\.?)\s)\s*(?=\d)/i;

/** "The liquid only, about 150 ml". */
const LIQUID_ONLY = /^(?:the\s+)?(?:liquid|brine|water)\s+only\s*[,:–-]?\s*(?:about|approx\.?|around|[~≈])?\s*(\d.*)$/i;

const WEIGHT_OF = /^(?:(?:in\s+)?total|(?:when\s+)?(?:peeled|drained|pitted|mashed|prepared|cooked|trimmed)(?:\s+weight)?|weight|all\s+told)?$/i;

/** A second amount in brackets or behind a slash: a weight wins over a volume or a count, "each" and cans multiply. */
function settleSecondAmount(found: FoundAmount): FoundAmount {
  const slash = /^\s*[/|]\s*(?=[\d½⅓⅔¼¾⅛])/.exec(found.rest);
  if (slash && found.amount) {
    const other = readAmount(found.rest.slice(slash[0].length));
    if (other && isWeightOrVolume(other.amount)) return chooseAmount({ ...found, rest: other.rest }, other, false);
  }
  const behind = BEHIND.exec(found.rest.slice(0, 160));
  const told = behind && readAmount(found.rest.slice(behind[0].length));
  if (behind?.[1] && told?.unitGiven && WEIGHT_OF.test(told.rest) && isWeightOrVolume(told.amount))
    return chooseAmount({ ...found, rest: behind[1].replace(/[\s,–—-]+$/, '') }, told, false);
  const bracket = /[([]([^()[\]]*)[)\]]/.exec(found.rest);
  // "1 can chickpeas (the liquid only, about 150 ml)": what the can weighs is none of it.
  const poured = LIQUID_ONLY.exec(bracket?.[1] ?? '');
  const liquid = poured?.[1] && readAmount(poured[1]);
  if (bracket && liquid && liquid.unitGiven) {
    const { container: _can, ...bare } = found;
    return { ...bare, amount: liquid.amount, amountText: liquid.text, unitGiven: true, rest: `${found.rest.slice(0, bracket.index).trim()} liquid` };
  }
  const inside = bracket?.[1] === undefined ? undefined : readAmount(bracket[1]);
  if (!bracket || !inside || !inside.unitGiven || !isWeightOrVolume(inside.amount)) return found;
  const rest = `${found.rest.slice(0, bracket.index)} ${found.rest.slice(bracket.index + bracket[0].length)}`.trim();
  const container = CONTAINERS.exec(rest);
  const isInFront = container !== null && found.rest.slice(0, bracket.index).trim() === container[0].trim();
  const boxed = container !== null && (bracket.index === 0 || isInFront);
  const drained = /drained/i.test(bracket[1] ?? '');
  const each = /\beach\b/i.test(bracket[1] ?? '') || boxed || found.amount?.unit === 'can' || found.amount?.unit === 'packet' || found.amount?.unit === 'pot';
  const held = boxed ? { container: container[0].trim().split(/\s/)[0]?.toLowerCase() ?? '' } : {};
  const chosen = chooseAmount({ ...found, ...held, rest: boxed ? rest.slice(container[0].length) : rest }, drained ? ofAllTins(inside, found.amount) : inside, each, drained);
  if (!drained) return chosen;
  const { container: _container, ...bare } = chosen;
  return bare;
}

/** A tin holds some 1.7 times what is left of it once it is drained: 400 g labels say 230 to 250, from memory. */
const HELD_PER_DRAINED = 1.7;

/** "2 x 400 g tins (235 g drained)" is of each, "(470 g drained)" of both: whichever a tin can hold. */
function ofAllTins(drained: ReadAmount, held: Amount | undefined): ReadAmount {
  const inGrams = ({ value, unit }: Amount): number => value * (unitById(unit).kind === 'mass' ? (unitById(unit).factor ?? NaN) : NaN);
  const tins = held ? Math.max(1, Math.round(inGrams(held) / inGrams(drained.amount) / HELD_PER_DRAINED)) : 1;
  return Number.isFinite(tins) && tins > 1 ? { ...drained, amount: { ...drained.amount, value: drained.amount.value * tins } } : drained;
}

/** Of two amounts the weight, and what is left of a tin before what it holds. */
function chooseAmount(found: FoundAmount, second: ReadAmount, each: boolean, isLeft = false): FoundAmount {
  const first = found.amount;
  const firstKind = first && unitById(first.unit).kind;
  if (firstKind === 'mass' && !isLeft) return found;
  if (firstKind === 'volume' && unitById(second.amount.unit).kind !== 'mass') return found;
  const isEach = each && !(isLeft && firstKind === 'mass');
  // "2 pots (75 g)" are 75 g each; "1/2 pot (75 g)" says what the half weighs.
  const said = first && isEach ? (first.high === undefined ? first.value : (first.value + first.high) / 2) : 1;
  const count = said < 1 ? 1 : said;
  const { value, high, unit } = second.amount;
  const amount = high === undefined ? { value: value * count, unit } : { value: value * count, high: high * count, unit };
  const text = `${found.amountText} (${count === 1 ? '' : `${String(count)} × `}${second.text})`.trim();
  const rest = found.rest.replace(/\s+,/g, ',').replace(/\s{2,}/g, ' ');
  return {
    ...found,
    amount,
    amountText: first ? text : second.text,
    rest,
    doubts: first ? [...found.doubts, { code: 'two-amounts' }] : found.doubts,
    unitGiven: true,
    ...(first && !isEach && !isLeft ? { instead: first } : {}),
    ...(first && isEach && count > 1 && first.unit !== 'piece' ? { asTotal: { amount: second.amount, of: first } } : {}),
  };
}

/** Amount, and what is left of the line, from an ingredient line without its list mark. */
export function findAmount(body: string): FoundAmount {
  return settleSecondAmount(firstAmount(body));
}

/** "2 packets (14 g)": of each or of all, as one weighs by what is known of the food; of each where nobody knows. */
export function amountOfAll({ amount, asTotal }: FoundAmount, measuresG: Readonly<Record<string, number>> | undefined): Amount | undefined {
  const one = asTotal && measuresG?.[asTotal.of.unit];
  if (!one || asTotal.amount.unit !== 'g') return amount;
  const [said, count] = [asTotal.amount.value, asTotal.of.value];
  return Math.abs(said - one * count) < Math.abs(said * count - one * count) ? asTotal.amount : amount;
}
