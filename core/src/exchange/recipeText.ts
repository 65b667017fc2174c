import { type Larder, LIKELY, matchFood } from '../food';
import { type Formula, idOfPart, type Part, portionWordFor, readLine } from '../formula';
import { type MeasureSystem, readAmount } from '../quantity';
import { withMethod } from './fromMethod';
import { unlistedIn } from './unlisted';
import { countedBefore, readClaim, statesFigures } from './readClaim';
import {
  headingWords,
  INGREDIENT_HEADING,
  INGREDIENTS_FOR,
  isAnyHead,
  isMadeApart,
  isPartName,
  isPlainIngredient,
  isStage,
  kindOf,
  looksLikeTitle,
  METHOD_HEADING,
  METHOD_LEAD,
  NOTES_HEADING,
  type ReadingPlace,
  stripBullet,
} from './recipeLines';
import { listOfOne, readYield, type StatedYield, yieldAtTheEnd, yieldBeside, yieldByCutting, yieldOf } from './readYield';
import { countingOf, setApart } from './setApart';
import { ingredientsIn } from './sharedLine';

export type ReadResult = { readonly ok: true; readonly formula: Formula; readonly remarks: readonly string[] } | { readonly ok: false; readonly error: string };

/** House limits: a recipe is a page or two, and reading happens at every keystroke. */
export const MOST_CHARACTERS = 60_000;
export const MOST_LINES = 400;
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

interface Gathering {
  title: string;
  portions: StatedYield | undefined;
  /** What one of is listed, where the list is of one and not of all. */
  one?: string;
  readonly parts: { heading: string; lines: string[]; /** Its list stood beside its name, before all else: what follows is of another. */ isWhole?: boolean }[];
  readonly method: string[];
  readonly notes: string[];
}

/** "Topping - 200 g raspberries, 1 tbsp sugar", "To serve: berries, syrup": a part and its list in one line. */
const INLINE_PART = /^([\p{L}][\p{L} -]{2,24}?(?:\s\d)?)\s*(?::|\s[-–—])\s+(\S.*)$/u;

/** "Shortbread (16 pieces)", "Shortbread, 16 pieces", "Custard for two", "Loaf serves 8": how many, beside the title. */
const ASIDES = [
  /^(.+?)\s*[([{]([^()[\]{}]+)[)\]}]$/,
  /^([^,;]+?)\s*[,;]\s+([^,;]+)$/,
  /^(.+?)\s+(?:[-–—]{1,2}|[|·])\s+(.+)$/,
  /^(.+?)\s+(for (?:\d{1,2}|one|two|four|six))(?:\s*[,;].*)?$/i,
  /^(.+?)\s+((?:serves|makes|feeds)\s+[~≈]?\d.*)$/i,
  /^(.+?)\s+[x×]\s*(\d{1,2}\s+\p{L}+)$/iu,
  /^(.+?)\s+([x×]\s*\d{1,2})$/iu,
];

/** "1 base (8 slices)": one thing, and what it is cut into. */
const ONE_CUT_UP = /^(?:1|one)\s+\p{L}[\p{L} ]{2,20}\([^()]*\d[^()]*\)$/iu;

/** "Traybake for a 23 x 33 cm tin": the size stays with the notes, where the tin is looked for. */
const FOR_A_TIN = /^(.{3,80}?),?\s+((?:for|in)\s+(?:an?|one|two)\s+[^,;]*\d[^,;]*\b(?:tin|pan|dish|mould|mold|tray)s?)$/i;

/** The ingredients of a list between commas; a plain list of names where none has an amount. */
function listIn(text: string, larder: Larder): readonly string[] {
  const listed = ingredientsIn(text, larder);
  const names = text.split(/\s*,\s*(?:and\s+)?|\s+and\s+/).filter(Boolean);
  return listed.length > 1 || /\d/.test(text) || !names.every((name) => (matchFood(name, larder.index)[0]?.score ?? 0) >= LIKELY) ? listed : names;
}

/** "Fluff bowl: 150 g strawberries, 30 g whey. Whip 5 min": title or part, list and method in the first line. */
function readInOneLine(line: string, out: Gathering, place: ReadingPlace, larder: Larder): boolean {
  const [, head, rest] = INLINE_PART.exec(line) ?? [];
  if (!head || !rest) return false;
  const [list = '', ...told] = rest.split(/\.\s+(?=\p{L})/u);
  const lines = ingredientsIn(list, larder);
  if (lines.length < 2 || !lines.every((one) => readAmount(one))) return false;
  const isPart = isPartName(head.trim());
  if (!isPart) out.title = head.trim();
  out.parts.push({ heading: isPart ? head.trim() : '', lines: [...lines] });
  out.method.push(...told);
  place.seenIngredient = true;
  return true;
}

/** "Topping - 200 g raspberries, 1 tbsp sugar", "Dry: 150 g flour, 1 tsp bicarb", below the method too where every one has its amount. */
function readPartInLine(line: string, out: Gathering, place: ReadingPlace, larder: Larder): boolean {
  const [, head, rest] = INLINE_PART.exec(line) ?? [];
  if (!head || !rest || place.section === 'notes') return false;
  const listed = listIn(rest, larder);
  const isMeasured = listed.every((one) => readAmount(one)?.unitGiven === true);
  if (place.section === 'method' && !(listed.length > 1 && isMeasured)) return false;
  if (isPartName(head) || isMadeApart(head)) out.parts.push({ heading: head, lines: [...listed], isWhole: place.section === 'method' || out.parts.length === 0 });
  else if (isStage(head) && (listed.length > 1 || isMeasured)) openPart(out).push(...listed);
  else if (place.section === 'ingredients' && isMeasured && isAnyHead(head) && listed.every((one) => readAmount(one)?.rest !== '')) openPart(out).push(...listed);
  else return false;
  place.seenIngredient = true;
  return true;
}

/** The list that goes on: of the last part whose list does not stand beside its name, else of a part without a name. */
function openPart(out: Gathering): string[] {
  const open = out.parts.findLast(({ isWhole }) => !isWhole);
  if (open) return open.lines;
  const lines: string[] = [];
  out.parts.push({ heading: '', lines });
  return lines;
}

/** "Cheesecake pots - 4 pots, 161 kcal each": what stands behind the title of figures is none of it. */
const FIGURES_BESIDE = /^(.{3,80}?)\s+(?:[-–—|:]\s+|[([])(.{0,60}\d\s?(?:kcals?|cals?|calories|kj)\b[^()[\]]*)[)\]]?$/i;

function gather(lines: readonly string[], larder: Larder): Gathering {
  const out: Gathering = { title: '', portions: undefined, parts: [], method: [], notes: [] };
  const place: ReadingPlace = { section: 'ingredients', seenIngredient: false };
  lines.forEach((typed, index) => {
    const one = place.seenIngredient || statesFigures(typed) ? undefined : listOfOne(stripBullet(typed));
    if (one) out.one = one.portionWord;
    const raw = one ? one.rest : typed;
    if (raw === '') return;
    const line = stripBullet(raw);
    if (index === 0 && readInOneLine(line, out, place, larder)) return;
    if (index === 0 && looksLikeTitle(line, larder, lines[1])) {
      const [, plain = '', figures] = FIGURES_BESIDE.exec(headingWords(line)) ?? [undefined, headingWords(line)];
      if (figures !== undefined) out.notes.push(figures);
      const aside = ASIDES.map((one) => one.exec(plain)).find((one) => one?.[1] && one[2] && yieldBeside(one[1], one[2]) !== undefined);
      out.portions = aside?.[1] && aside[2] ? yieldBeside(aside[1], aside[2]) : undefined;
      if (figures !== undefined) out.portions ??= yieldOf(plain, countedBefore(figures) ?? '');
      const title = out.portions && aside?.[1] ? aside[1] : plain;
      const [, name, tin] = FOR_A_TIN.exec(title) ?? [];
      out.title = name ?? title;
      if (tin !== undefined) out.notes.push(tin);
      return;
    }
    const told = METHOD_LEAD.exec(line);
    const forSoMany = yieldOf(out.title, INGREDIENTS_FOR.exec(line)?.[1] ?? '');
    if (told?.[1]) {
      place.section = 'method';
      out.method.push(told[1]);
    } else if (forSoMany) {
      place.section = 'ingredients';
      out.portions ??= forSoMany;
    } else if (METHOD_HEADING.test(line)) place.section = 'method';
    else if (INGREDIENT_HEADING.test(line)) place.section = 'ingredients';
    else if (NOTES_HEADING.test(line)) place.section = 'notes';
    else if (!readPartInLine(line, out, place, larder)) sort(raw, line, out, place, larder, lines[index + 1]);
  });
  return out;
}

/** A line that holds one thing stays as it was typed, bullet and all. */
function asTyped(listed: readonly string[], raw: string): readonly string[] {
  // Of what was taken instead of something else only that counts.
  return listed.length > 1 || listed[0]?.includes(' (instead of ') ? listed : [raw.trim()];
}

/** How many, from a line over the list that says more than that: "8 slices | 20 cm tin", "Cut into 12 shards", "1 base (8 slices)", a bare 16 under "brownies". */
function yieldOver(title: string, line: string, larder: Larder): StatedYield | undefined {
  const told = line.split(/\s+[|·]\s+/);
  if (told.length > 1) return told.map((one) => yieldOf(title, one)).find((one) => one !== undefined);
  if (/^\d{1,2}$/.test(line)) return yieldBeside(title, line);
  return ONE_CUT_UP.test(line) && !isPlainIngredient(line, larder) ? readYield(`makes ${line}`) : yieldByCutting(line);
}

const PIECES_AND_HEAT = /^(\d{1,2}\s+[\p{L} ]{3,30}?)[\s,:;@–-]+((?:at\s+)?\d{3}\s?(?:°\s?)?[CF]?\b.{0,40})$/iu;
/** What nobody bakes with: "4 glasses" below a list is how many. */
const SERVED_IN = /^(?:glasses|jars|pots|mugs|bowls|ramekins|slices|squares|servings|portions|pieces|pcs?|people)$/i;

/** "6 tortillas" under "Enchilada bake" is what it is made of; under "Spelt tortillas" it is how many, and below the list too where no food is called so. */
function isNamedPiece(title: string, line: string, larder: Larder, isBelowList: boolean): boolean {
  const name = /^\d+\s+([\p{L} ]+)$/u.exec(line)?.[1] ?? '';
  const isFood = matchFood(name, larder.index)[0]?.isExact ?? false;
  const isInTitle = name !== '' && title.toLowerCase().includes(name.toLowerCase().replace(/e?s$/, ''));
  if (SERVED_IN.test(name)) return true;
  return isBelowList ? isInTitle && !isFood : isInTitle || !isFood;
}

function sort(raw: string, line: string, out: Gathering, place: ReadingPlace, larder: Larder, below: string | undefined): void {
  // "12 biscuits" below an ingredient is another.
  const portions =
    place.section === 'ingredients' && !out.portions && (!/^\d/.test(line) || isNamedPiece(out.title, line, larder, place.seenIngredient)) ? yieldOf(out.title, line) : undefined;
  if (portions) {
    out.portions = portions;
    return;
  }
  // "12 cookies 350 x 15": how many, and how hot.
  const [, many = '', heat] = PIECES_AND_HEAT.exec(line) ?? [];
  const hot = place.section === 'ingredients' && heat !== undefined ? yieldOf(out.title, many) : undefined;
  if (hot && heat) {
    out.portions ??= hot;
    out.method.push(heat);
    return;
  }
  const over = place.section === 'ingredients' && !out.portions && !place.seenIngredient ? yieldOver(out.title, line, larder) : undefined;
  if (over) {
    out.portions = over;
    out.notes.push(line);
    return;
  }
  // Figures stated with the recipe are none of its ingredients, though they begin with a number.
  if (statesFigures(line) && !isPlainIngredient(line, larder)) {
    out.portions ??= yieldOf(out.title, countedBefore(line) ?? '');
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
    openPart(out).push(...(listed.length > 0 ? listed : asTyped(ingredientsIn(line, larder), raw)));
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
    .map((line) =>
      withoutCells(line)
        .replace(/[\s\u0000-\u001f\u00a0\u2028\u2029]+/g, ' ')
        .trim(),
    )
    .filter((line) => /[\p{L}\p{N}]/u.test(line));
  if (lines.length > MOST_LINES) return { ok: false, error: `These are ${lines.length} lines; up to ${MOST_LINES} can be read. Paste one recipe at a time.` };
  const found = gather(lines, larder);
  const stated = found.portions;
  if (found.one !== undefined) found.portions = { portions: 1, portionWord: found.one };
  const told = [...found.method, ...found.notes];
  found.portions ??= told.map((text) => yieldAtTheEnd(found.title, text)).find((one) => one !== undefined);
  const cut = found.portions ? undefined : found.method.map(yieldByCutting).find((one) => one !== undefined);
  found.portions ??= cut;
  let count = 0;
  const parts: readonly Part[] = setApart(
    found.parts
      .filter((part) => part.lines.length > 0)
      .map((part, i) => ({
        id: idOfPart(part.heading, i),
        heading: part.heading,
        ...countingOf(part.heading),
        lines: part.lines.map((line) => readLine(line, `l${++count}`, larder, measures)),
      })),
    larder,
  );
  if (parts.length === 0) return { ok: false, error: 'No ingredient line was found. Write one ingredient a line, such as "200 g plain flour" or "2 eggs".' };
  const unlisted = unlistedIn(found.method, parts, larder);
  const remarks = [
    ...remarksOn(found, parts, cut, stated),
    ...(unlisted.length > 0 ? [`The method weighs out what the list does not have: ${unlisted.join(', ')}. Add a line for what is eaten.`] : []),
  ];
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

/** "| 300 g | flour |", a row of a table, as a line. */
function withoutCells(line: string): string {
  return /^\s*\|.*\|\s*$/.test(line) ? line.replaceAll('|', ' ') : line;
}

function remarksOn(found: Gathering, parts: readonly Part[], cut: StatedYield | undefined, stated: StatedYield | undefined): readonly string[] {
  const remarks: string[] = [];
  if (!found.title) remarks.push('No title was found; give it one.');
  if (!found.portions) remarks.push('It does not say how many it serves: the figures are for the whole batch until you say.');
  if (found.one !== undefined && stated && stated.portions > 1)
    remarks.push(`The list is of one ${found.one}, so it makes 1. For ${stated.portions}, say how many when you bake it.`);
  if (cut) remarks.push(`How many it makes is taken from the method: ${cut.portions} ${portionWordFor(cut.portionWord, cut.portions)}.`);
  if (parts.every((part) => part.lines.every((line) => !line.amount))) remarks.push('No amounts were found: every line is a gap until you give one.');
  return remarks;
}
