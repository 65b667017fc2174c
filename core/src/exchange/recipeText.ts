import { type Larder, LIKELY, matchFood, SURE } from '../food';
import { findAmount, type Formula, type Part, readLine } from '../formula';
import { type MeasureSystem, readAmount } from '../quantity';
import { withMethod } from './fromMethod';
import { readClaim, statesFigures } from './readClaim';
import { readYield, type Yield, yieldAtTheEnd } from './readYield';
import { ingredientsIn } from './sharedLine';

export type ReadResult = { readonly ok: true; readonly formula: Formula; readonly remarks: readonly string[] } | { readonly ok: false; readonly error: string };

/** House limits: a recipe is a page or two, and reading happens at every keystroke. */
export const MOST_CHARACTERS = 60_000;
export const MOST_LINES = 400;
/** An ingredient line longer than this is prose. */
const LONG_LINE = 140;

const METHOD_HEADING = /^(?:#+\s*)?(?:method|directions?|instructions?|steps?|preparation|procedure|how to make(?: it)?|to make)\s*:?\s*$/i;
/** "Method: melt the butter": the heading and the first step in one line. */
const METHOD_LEAD = /^(?:method|directions?|instructions?|procedure)\s*:\s*(\S.*)$/i;
const INGREDIENT_HEADING = /^(?:#+\s*)?(?:ingredients?(?: list)?|you(?:'|’)?(?:ll| will) need|what you need)\s*:?\s*$/i;
const NOTES_HEADING = /^(?:#+\s*)?(?:notes?|tips?|nutrition(?:al)?(?: information| facts)?)\s*:?\s*$/i;
const TIMES =
  /^(?:(?:tins?|trays?|pans?|storage|keeps|per serving|per portion|you will also need|prep(?:aration)?|cook(?:ing)?|bak(?:e|ing)|total|active|rest(?:ing)?|chill(?:ing)?)(?:\s+time)?|oven|difficulty|course|cuisine|author|source|calories|equipment)\s*[:\-–]/i;
/** Refuses what is no text: empty, far too long, or full of control characters. */
function whyNotText(text: string): string | undefined {
  if (text.trim() === '') return 'There is nothing here yet. Paste a recipe: a title, the ingredient lines, the method.';
  if (text.length > MOST_CHARACTERS) {
    return `This is ${Math.round(text.length / 1000).toLocaleString('en')},000 characters; a recipe of up to ${MOST_CHARACTERS / 1000},000 can be read. Paste only the recipe's own part.`;
  }
  const odd = text.match(/[\u0000-\u0008\u000e-\u001f\ufffd]/g)?.length ?? 0;
  if (odd > Math.max(2, text.length / 100)) return 'This is not text: it looks like a picture or another binary file. Copy the words of the recipe and paste those.';
  return undefined;
}

type LineKind = 'heading' | 'stage' | 'ingredient' | 'method' | 'note';

interface Place {
  section: 'ingredients' | 'method' | 'notes';
  seenIngredient: boolean;
}

function stripBullet(line: string): string {
  return line.replace(/^\s*(?:[•*▢☐□·◦‣]|[-–—](?=\s))\s*/, '').trim();
}

/** "Dry ingredients", "Wet:", "Liquid ingredients" are stages of one mix, not things made apart. */
const STAGE =
  /^(?:for\s+)?(?:the\s+|all\s+)?(?:dry|wet|liquid|solid|other|remaining|main|basic|fresh|cold)(?:\s+(?:ingredients?|mix(?:ture)?|goods|stuff|things|items|bowl|part))?$/i;
/** What is made, baked or served apart. */
const PART_WORDS =
  /\b(?:icing|frosting|glaze|topping|filling|crust|base|sauce|syrup|crumble|streusel|ganache|drizzle|custard|dough|batter|cake|sponge|decoration|garnish|coating|layer|(?:egg )?wash|mix[- ]?in|add[- ]?in|marinade|dressing|buttercream|compote|swirl|crumb|to serve|to finish|to decorate|to garnish)s?$/i;

function headingWords(line: string): string {
  return line
    .replace(/^#+\s*/, '')
    .replace(/^\*\*(.+)\*\*$/, '$1')
    .replace(/\s*:\s*$/, '');
}

/** Longer lines than this are never headings. */
const LONG_HEADING = 64;

function looksLikeHeading(line: string, next: string | undefined): boolean {
  if (line.length > LONG_HEADING) return false;
  const plain = headingWords(line);
  if (readAmount(plain)) return false;
  if (/^#+\s/.test(line) || /^\*\*[^*]+\*\*$/.test(line) || /^[^.!?]{2,60}:\s*$/.test(line) || STAGE.test(plain)) return true;
  if (/^for the\b[^.,]{2,40}$/i.test(plain)) return true;
  return PART_WORDS.test(plain) && plain.split(' ').length <= 4 && next !== undefined && startsWithFigure(next) && !/^(?:add|pour|make|mix)\b/i.test(plain);
}

function startsWithFigure(line: string): boolean {
  const read = readAmount(line);
  return read !== undefined && read.rest !== '' && !/^(?:an?|one)\s/i.test(read.text === '' ? line : '');
}

function looksLikeSentence(line: string): boolean {
  return (
    line.length > LONG_LINE ||
    (/[.!]$/.test(line) && line.split(' ').length > 5) ||
    /^(?:step\s*\d+|\d+\s*[.)])\s*[A-Z][a-z]+\s+(?:the|a|an|all|in|and|together|until|with|over|for)\b/i.test(line)
  );
}

/** A line of the method begins with what is done; a short one also says how hot or how long. */
const DEED =
  /^(?:preheat|heat|mix|whisk|stir|beat|fold|bake|pour|combine|cream|melt|sift|add|place|put|rub|knead|roll|cook|blend|leave|serve|line|grease|chill|freeze|churn|whip|microwave|fry|flip|spread|top|let|allow|cool|slice|cut|press|divide|scoop|drop|remove|store|enjoy|transfer|set|simmer|boil|drain)\b/i;
/** "25 min", "180 °C", or what the deed is done to: "whisk 2 eggs", "mix everything". */
const AT_THE_STOVE =
  /^\w+\s+(?:\d|the\b|all\b|everything\b|until\b|together\b|well\b|it\b|with\b|and\b|in\b|for\b|!)|\d\s*(?:°|degrees|[FC]\b|mins?\b|minutes?\b|hours?\b|hrs?\b|h\b|secs?\b|seconds?\b)/i;

/** "Cream cheese, 200 g": the name of a food to the letter, though it begins as a deed does. */
function isNamed(line: string, larder: Larder): boolean {
  const [best] = matchFood(nameIn(line), larder.index);
  return best !== undefined && best.isExact && best.score >= SURE;
}

/** "Warm milk to 82C": no amount of anything stands before it. */
const HOT = /\b(?:to|at|bei|on)\s\d{2,3}\s?(?:°|degrees?\b|[CF]\b)/i;

/** An amount left to the baker. */
const AT_WILL = /\b(?:to taste|as needed|optional|for (?:dusting|greasing|frying|serving|decorating))\)?$/i;

/** What stands in a line beside its amount. */
function nameIn(line: string): string {
  return findAmount(line)
    .rest.replace(/[,(].*$/, '')
    .trim();
}

/** An ingredient list goes on below a method or a note: "2 tbsp icing sugar" right under "For the glaze". */
function isPlainIngredient(line: string | undefined, larder: Larder): boolean {
  if (line === undefined || line.length > LONG_LINE) return false;
  const read = readAmount(line);
  return read?.unitGiven === true && (matchFood(nameIn(line), larder.index)[0]?.score ?? 0) >= SURE;
}

/** "NB keeps three days", "Tip: warm it first". */
const ASIDE = /^(?:n\.?b\.?|p\.?s\.?|tips?|notes?)(?:\s*[:–—-]|\.?\s)\s*\S/i;
const ENUMERATED = /^(?:step\s*)?\d{1,2}\s*[.):]\s+(?=\p{L})/iu;

/** "20 minutes in a hot oven", "220C for 25 min": how long or how hot, and no amount of anything. */
const TIME_OR_HEAT = /^(?:about\s+|for\s+|at\s+)?(?:\d[\d.–-]{0,6}|[a-z]{3,8}(?:[ -][a-z]{3,5})?)\s?(?:°|degrees?\b|min(?:ute)?s?\b|hours?\b|hrs?\b|(?<=[1-4]\d\d\s?)[CF]\b)/i;

/** "1) oven 180", below the ingredients and no food itself. */
function isNumberedStep(line: string, place: Place, larder: Larder): boolean {
  const mark = ENUMERATED.exec(line);
  if (!mark || !place.seenIngredient) return false;
  const rest = line.slice(mark[0].length);
  return readAmount(rest) === undefined && (matchFood(nameIn(rest), larder.index)[0]?.score ?? 0) < SURE;
}

function kindOf(line: string, place: Place, larder: Larder, next: string | undefined, listed: readonly string[]): LineKind {
  const isHeading = looksLikeHeading(line, next);
  if (isHeading && place.section !== 'ingredients' && isPlainIngredient(next, larder)) place.section = 'ingredients';
  if (place.section === 'notes') return 'note';
  if (place.section === 'method') return 'method';
  if (line.length > LONG_LINE) return place.seenIngredient ? 'method' : 'note';
  if (TIMES.test(line) || ASIDE.test(line)) return 'note';
  if (isHeading) return STAGE.test(headingWords(line)) ? 'stage' : 'heading';
  if (isNumberedStep(line, place, larder)) return 'method';
  if (TIME_OR_HEAT.test(line)) return place.seenIngredient && (next === undefined || TIME_OR_HEAT.test(next) || !startsWithFigure(next)) ? 'method' : 'note';
  const figure = startsWithFigure(line);
  if (!figure && HOT.test(line)) return place.seenIngredient ? 'method' : 'note';
  if (looksLikeSentence(line) && !(figure && readAmount(line)?.unitGiven)) return place.seenIngredient ? 'method' : 'note';
  if (figure || isNamed(line, larder) || listed.length > 1) return 'ingredient';
  if (DEED.test(line) && (line.split(' ').length > 3 || AT_THE_STOVE.test(line) || /[.!]$/.test(line))) return place.seenIngredient ? 'method' : 'note';
  const score = matchFood(nameIn(line), larder.index)[0]?.score ?? 0;
  if (score >= SURE || (score >= LIKELY && AT_WILL.test(line)) || ((place.seenIngredient || /\d/.test(line)) && score >= LIKELY)) return 'ingredient';
  const reads = !/[.!?]$/.test(line) && line.split(' ').length <= 8;
  return place.seenIngredient && reads ? 'ingredient' : 'note';
}

function looksLikeTitle(line: string, larder: Larder): boolean {
  if (line.length > 120) return false;
  if (METHOD_HEADING.test(line) || INGREDIENT_HEADING.test(line) || TIMES.test(line) || readYield(line)) return false;
  const plain = line.replace(/^#+\s*/, '');
  if (/:\s*$/.test(plain) || STAGE.test(plain)) return false;
  if (/\sfor (?:\d{1,2}|one|two|four|six)$/i.test(plain) && !readAmount(plain)) return true;
  const read = readAmount(plain);
  if (read?.unitGiven) return false;
  if (!read && /^\p{Lu}/u.test(plain)) return true;
  if (read && !/^[a-z]/i.test(plain)) return (matchFood(read.rest, larder.index)[0]?.score ?? 0) < LIKELY;
  return (matchFood(plain, larder.index)[0]?.score ?? 0) < SURE;
}

interface Gathering {
  title: string;
  portions: Yield | undefined;
  readonly parts: { heading: string; lines: string[] }[];
  readonly method: string[];
  readonly notes: string[];
}

/** "Topping - 200 g raspberries, 1 tbsp sugar", "To serve: berries, syrup": a part and its list in one line. */
const INLINE_PART = /^([\p{L}][\p{L} -]{2,24}?)\s*(?::|\s[-–—])\s+(\S.*)$/u;

/** The ingredients of a list between commas; a plain list of names where none has an amount. */
function listIn(text: string, larder: Larder): readonly string[] {
  const listed = ingredientsIn(text, larder);
  const names = text.split(/\s*,\s*(?:and\s+)?|\s+and\s+/).filter(Boolean);
  return listed.length > 1 || /\d/.test(text) || !names.every((name) => (matchFood(name, larder.index)[0]?.score ?? 0) >= LIKELY) ? listed : names;
}

/** "Fluff bowl: 150 g strawberries, 30 g whey. Whip 5 min": title or part, list and method in the first line. */
function readInOneLine(line: string, out: Gathering, place: Place, larder: Larder): boolean {
  const [, head, rest] = INLINE_PART.exec(line) ?? [];
  if (!head || !rest) return false;
  const [list = '', ...told] = rest.split(/\.\s+(?=\p{L})/u);
  const lines = ingredientsIn(list, larder);
  if (lines.length < 2 || !lines.every((one) => readAmount(one))) return false;
  const isPart = PART_WORDS.test(head.trim());
  if (!isPart) out.title = head.trim();
  out.parts.push({ heading: isPart ? head.trim() : '', lines: [...lines] });
  out.method.push(...told);
  place.seenIngredient = true;
  return true;
}

function gather(lines: readonly string[], larder: Larder): Gathering {
  const out: Gathering = { title: '', portions: undefined, parts: [], method: [], notes: [] };
  const place: Place = { section: 'ingredients', seenIngredient: false };
  lines.forEach((raw, index) => {
    const line = stripBullet(raw);
    if (index === 0 && readInOneLine(line, out, place, larder)) return;
    if (index === 0 && looksLikeTitle(line, larder)) {
      const plain = line.replace(/^#+\s*/, '');
      const aside = /^(.+?)\s*[([{]([^()[\]{}]+)[)\]}]$/.exec(plain) ?? /^(.+?)\s+(for (?:\d{1,2}|one|two|four|six))$/i.exec(plain);
      out.portions = aside?.[2] ? readYield(aside[2]) : undefined;
      out.title = out.portions && aside?.[1] ? aside[1] : plain;
      return;
    }
    const told = METHOD_LEAD.exec(line);
    if (told?.[1]) {
      place.section = 'method';
      out.method.push(told[1]);
    } else if (METHOD_HEADING.test(line)) place.section = 'method';
    else if (INGREDIENT_HEADING.test(line)) place.section = 'ingredients';
    else if (NOTES_HEADING.test(line)) place.section = 'notes';
    else {
      const inline = place.section === 'ingredients' ? INLINE_PART.exec(line) : null;
      if (inline?.[1] && inline[2] && PART_WORDS.test(inline[1].trim())) {
        out.parts.push({ heading: inline[1].trim(), lines: [...listIn(inline[2], larder)] });
        place.seenIngredient = true;
      } else sort(raw, line, out, place, larder, lines[index + 1]);
    }
  });
  return out;
}

/** A line that holds one thing stays as it was typed, bullet and all. */
function asTyped(listed: readonly string[], raw: string): readonly string[] {
  return listed.length > 1 ? listed : [raw.trim()];
}

function sort(raw: string, line: string, out: Gathering, place: Place, larder: Larder, below: string | undefined): void {
  const portions = place.section === 'ingredients' && !out.portions ? readYield(line) : undefined;
  if (portions) {
    out.portions = portions;
    return;
  }
  // Figures stated with the recipe are none of its ingredients, though they begin with a number.
  if (statesFigures(line) && !isPlainIngredient(line, larder)) {
    out.notes.push(line);
    return;
  }
  const listed = place.section === 'ingredients' ? asTyped(ingredientsIn(line, larder), raw) : [];
  const kind = kindOf(line, place, larder, below === undefined ? undefined : stripBullet(below), listed);
  if (kind === 'note' || kind === 'stage') out.notes.push(line);
  else if (kind === 'method') {
    place.section = 'method';
    out.method.push(line.replace(/^(?:step\s*)?\d{1,2}\s*[.):]\s*/i, ''));
  } else if (kind === 'heading') out.parts.push({ heading: headingWords(line), lines: [] });
  else {
    place.seenIngredient = true;
    const part = out.parts.at(-1);
    const lines = listed.length > 0 ? listed : asTyped(ingredientsIn(line, larder), raw);
    if (part) part.lines.push(...lines);
    else out.parts.push({ heading: '', lines: [...lines] });
  }
}

/**
 * A formula from a recipe as people keep it: a title, "serves 8", ingredient lines under headings, method lines.
 * Unreadable lines stay as text. Refused with a plain sentence: nothing, no text, or more than 60,000 characters.
 */
export function readRecipeText(text: string, larder: Larder, measures: MeasureSystem): ReadResult {
  const refusal = whyNotText(text);
  if (refusal) return { ok: false, error: refusal };
  const lines = text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .map((line) => line.replace(/[\s\u0000-\u001f\u00a0\u2028\u2029]+/g, ' ').trim())
    .filter((line) => /[\p{L}\p{N}]/u.test(line));
  if (lines.length > MOST_LINES) return { ok: false, error: `These are ${lines.length} lines; up to ${MOST_LINES} can be read. Paste one recipe at a time.` };
  const found = gather(lines, larder);
  found.portions ??= [...found.method, ...found.notes].map(yieldAtTheEnd).find((one) => one !== undefined);
  let count = 0;
  const parts: Part[] = found.parts
    .filter((part) => part.lines.length > 0)
    .map((part, i) => ({ id: `p${i + 1}`, heading: part.heading, lines: part.lines.map((line) => readLine(line, `l${++count}`, larder, measures)) }));
  if (parts.length === 0) return { ok: false, error: 'No ingredient line was found. Write one ingredient a line, such as "200 g plain flour" or "2 eggs".' };
  const remarks = remarksOn(found, parts);
  const claim = readClaim([found.title, ...found.notes, ...found.method.filter(statesFigures)].join('\n'));
  const formula: Formula = {
    title: found.title || 'Untitled recipe',
    portions: found.portions?.portions ?? 1,
    portionWord: found.portions?.portionWord ?? 'batch',
    measures,
    parts,
    method: found.method,
    notes: found.notes,
    ...(claim ? { claim } : {}),
  };
  return { ok: true, formula: withMethod(formula, larder), remarks };
}

function remarksOn(found: Gathering, parts: readonly Part[]): readonly string[] {
  const remarks: string[] = [];
  if (!found.title) remarks.push('No title was found; give it one.');
  if (!found.portions) remarks.push('It does not say how many it serves: the figures are for the whole batch until you say.');
  if (parts.every((part) => part.lines.every((line) => !line.amount))) remarks.push('No amounts were found: every line is a gap until you give one.');
  return remarks;
}
