import table from '@fellmist/language/recipeWords.json' with { type: 'json' };
import { type Larder, LIKELY, matchFood, SURE } from '../food';
import { findAmount } from '../formula';
import { readAmount } from '../quantity';
import { PORTION_WORDS, readYield } from './readYield';

/** An ingredient line longer than this is prose. */
const LONG_LINE = 140;

/** What stands alone over a section. */
export const METHOD_HEADING = /^(?:#+\s*)?(?:method|directions?|instructions?|steps?|preparation|procedure|how to make(?: it)?|to make)\s*:?\s*$/i;
/** "Method: melt the butter": the heading and the first step in one line. */
export const METHOD_LEAD = /^(?:method|directions?|instructions?|procedure)\s*:\s*(\S.*)$/i;
export const INGREDIENT_HEADING = /^(?:#+\s*)?(?:ingredients?(?: list)?|you(?:'|’)?(?:ll| will) need|what you need)\s*:?\s*$/i;
/** "Ingredients (makes 12 cookies)", "Ingredients: serves 4". */
export const INGREDIENTS_FOR = /^(?:#+\s*)?ingredients?\s*[([:–-]\s*([^()[\]]{3,40})[)\]]?\s*:?$/i;
export const NOTES_HEADING = /^(?:#+\s*)?(?:notes?|tips?|nutrition(?:al)?(?: information| facts)?)\s*:?\s*$/i;
const TIMES =
  /^(?:(?:tins?|trays?|pans?|storage|keeps|per serving|per portion|you will also need|prep(?:aration)?|cook(?:ing)?|bak(?:e|ing)|total|active|rest(?:ing)?|chill(?:ing)?)(?:\s+time)?|oven|difficulty|course|cuisine|author|source|calories|equipment)\s*[:\-–]/i;

/** What a line of a pasted recipe is. */
type LineKind = 'heading' | 'stage' | 'ingredient' | 'method' | 'note';

/** Where in the recipe one reads. */
export interface ReadingPlace {
  section: 'ingredients' | 'method' | 'notes';
  seenIngredient: boolean;
}

/** A line without what marks it in a list. */
export function stripBullet(line: string): string {
  return line.replace(/^\s*(?:[•▢☐□·◦‣]|\*(?!\*)|[-–—](?=\s))\s*/, '').trim();
}

/** "Dry ingredients", "Wet:", "Liquid ingredients" are stages of one mix, not things made apart. */
const STAGE =
  /^(?:for\s+)?(?:the\s+|all\s+)?(?:dry|wet|liquid|solid|other|remaining|main|basic|fresh|cold)(?:\s+(?:ingredients?|mix(?:ture)?|goods|stuff|things|items|bowl|part))?$/i;
/** Whether words name a stage of the mix. */
export function isStage(words: string): boolean {
  return STAGE.test(words);
}

/** What is made, baked or served apart. */
const PART_WORDS = new RegExp(`\\b(?:${table.parts})s?(?:\\s\\d)?$`, 'i');
/** "For serving", "when serving", "for frying": "butter for greasing" is a line. */
const FOR_A_DEED = /^(?:for|when) \w+ing$/i;

/** Whether words name what is made, baked or served apart. */
export function isPartName(words: string): boolean {
  return PART_WORDS.test(words) || FOR_A_DEED.test(words);
}

/** "Biscuit: 120 g flour": what is baked apart of what goes on or between it, before a colon. */
const MADE_APART = /^(?:biscuits?|cookies?|pancakes?|waffles?|muffins?|buns?|loaf|cakes?|brownies?)$/i;

export function isMadeApart(head: string): boolean {
  return MADE_APART.test(head);
}

/** "Sweet: 5 g stevia": a word of the writer's own before what is weighed, and no word of figures or sums. */
export function isAnyHead(head: string): boolean {
  return (
    head.trim().split(' ').length <= 2 &&
    !/^(?:per|each|a|an|one|total|nutrition|macros?|serving|portion|makes|yields?|weight|net|protein|carbs?|fat|fibre|fiber|sugars?|salt)\b/i.test(head.trim())
  );
}

/** A heading without its marks. */
export function headingWords(line: string): string {
  return line
    .replace(/^#+\s*/, '')
    .replace(/^\*\*(.+)\*\*$/, '$1')
    .replace(/\s*:\s*$/, '');
}

/** "PASTRY", "FOR ROLLING" over a list. */
const IN_CAPITALS = /^\p{Lu}[\p{Lu} &-]{3,30}$/u;

/** Longer lines than this are never headings. */
const LONG_HEADING = 64;

function looksLikeHeading(line: string, next: string | undefined): boolean {
  if (line.length > LONG_HEADING) return false;
  const plain = headingWords(line);
  if (readAmount(plain)) return false;
  if (/^#+\s/.test(line) || /^\*\*[^*]+\*\*$/.test(line) || /^[^.!?]{2,60}:\s*$/.test(line) || STAGE.test(plain)) return true;
  if (/^for the\b[^.,]{2,40}$/i.test(plain)) return true;
  if (IN_CAPITALS.test(plain) && next !== undefined && startsWithFigure(next)) return true;
  return isPartName(plain) && plain.split(' ').length <= 4 && next !== undefined && startsWithFigure(next) && !/^(?:add|pour|make|mix)\b/i.test(plain);
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
  /^(?:preheat|heat|mix|whisk|stir|beat|fold|bake|pour|combine|cream|melt|sift|add|place|put|rub|knead|roll|cook|blend|leave|serve|line|grease|chill|freeze|churn|whip|microwave|fry|flip|spread|top|let|allow|cool|slice|cut|press|divide|scoop|drop|remove|store|enjoy|transfer|set|simmer|boil|drain|into|blitz|whizz?|dump|process|pulse|scatter|sprinkle|brush|shape|toss|tip|spoon|steam|toast|strain|mash|warm|soak|squeeze|peel(?!\s+of)|roast|grill|cover|rest(?!\s+of)|prove|pipe|dust(?!\s+of)|bloom|dissolve|dip|thaw|defrost|hydrate|rinse|swirl|refrigerate|decorate|garnish|repeat)\b/i;
/** "25 min", "180 °C", or what the deed is done to: "whisk 2 eggs", "mix everything". */
const AT_THE_STOVE =
  /^\w+\s+(?:\d|the\b|all\b|everything\b|until\b|together\b|well\b|it\b|with\b|w[./]|and\b|in\b|on\b|onto\b|for\b|!)|\d\s*(?:°|degrees|[FC]\b|mins?\b|minutes?\b|hours?\b|hrs?\b|h\b|secs?\b|seconds?\b)/i;

/** "Blend, fry": one deed after the other, and nothing that is weighed. */
function isOnlyDeeds(line: string): boolean {
  const deeds = line.split(/\s*(?:,|;|&|\band\b|\bthen\b)\s*/i).filter(Boolean);
  return deeds.length > 1 && deeds.every((one) => DEED.test(one) && one.split(' ').length <= 2);
}

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
export function isPlainIngredient(line: string | undefined, larder: Larder): boolean {
  if (line === undefined || line.length > LONG_LINE) return false;
  const read = readAmount(line);
  return read?.unitGiven === true && (matchFood(nameIn(line), larder.index)[0]?.score ?? 0) >= SURE;
}

/** "NB keeps three days", "Tip: warm it first". */
const ASIDE = /^(?:n\.?b\.?|p\.?s\.?|tips?|notes?)(?:\s*[:–—-]|\.?\s)\s*\S/i;
/** "Makes ~1 L": how much it is, though not in pieces. */
const HOW_MANY = /^(?:makes|serves|yields?|feeds|fills)\b/i;
const ENUMERATED = /^(?:step\s*)?\d{1,2}\s*[.):]\s+(?=\p{L})/iu;

/** "20 minutes in a hot oven", "220C for 25 min": how long or how hot, and no amount of anything. */
const TIME_OR_HEAT = /^(?:about\s+|for\s+|at\s+)?(?:\d[\d.–-]{0,6}|[a-z]{3,8}(?:[ -][a-z]{3,5})?)\s?(?:°|degrees?\b|min(?:ute)?s?\b|hours?\b|hrs?\b|(?<=[1-4]\d\d\s?)[CF]\b)/i;

/** "Gas mark 4, 15 mins", "8 in square tin 180C 22 min": hot or long, anywhere in a line that names no food. */
const HOT_OR_LONG = /\b(?:gas(?:\s+mark)?\s*\d|\d{2,3}\s?(?:°\s?[CF]?|degrees?\b|C\b|F\b)|\d+\s?(?:mins?|minutes?|hrs?|hours?|secs?|seconds?)\b)/i;

/** "1) oven 180", below the ingredients and no food itself. */
function isNumberedStep(line: string, place: ReadingPlace, larder: Larder): boolean {
  const mark = ENUMERATED.exec(line);
  if (!mark || !place.seenIngredient) return false;
  const rest = line.slice(mark[0].length);
  return readAmount(rest) === undefined && (matchFood(nameIn(rest), larder.index)[0]?.score ?? 0) < SURE;
}

/** "500 ml tub", "20 cm round tin": what it goes into, above the list. */
const ONLY_A_TIN =
  /^[\d.,/x×½¼ ]+\s?(?:"|''|cm|mm|in(?:ch(?:es)?)?\.?|ml|l|lit(?:re|er)s?|lb|k?g)?[ -]+(?:[a-z-]+ ){0,2}(?:tin|pan|dish|tray|mould|mold|tub|jar|bowl|ramekin|skillet)s?$/i;

/** "2 lb loaf tin, 170C 45 min", "Loaf tin, 175 fan 40 mins". */
const HOT_TIN = /^(?:(?:in\s+)?(?:an?\s+)?|[\d.,/x×½¼ ]+\s?(?:"|''|cm|mm|in(?:ch(?:es)?)?\.?|lb|k?g)?[ -]+)(?:[a-z-]+ ){0,2}(?:tin|pan|dish|tray|mould|mold)s?\s*[,;–—-]\s/i;

/** What a line is, by its own words, where it stands and what comes below it. */
export function kindOf(line: string, place: ReadingPlace, larder: Larder, next: string | undefined, listed: readonly string[]): LineKind {
  const isHeading = looksLikeHeading(line, next);
  if (isHeading && place.section !== 'ingredients' && isPlainIngredient(next, larder)) place.section = 'ingredients';
  if (place.section === 'notes') return 'note';
  if (place.section === 'method') return 'method';
  if (line.length > LONG_LINE) return place.seenIngredient ? 'method' : 'note';
  if (TIMES.test(line) || ASIDE.test(line) || HOW_MANY.test(line)) return 'note';
  if (!place.seenIngredient && ONLY_A_TIN.test(line) && (matchFood(nameIn(line), larder.index)[0]?.score ?? 0) < LIKELY) return 'note';
  if (place.seenIngredient && HOT_TIN.test(line) && HOT_OR_LONG.test(line)) return 'method';
  if (isHeading) return STAGE.test(headingWords(line)) ? 'stage' : 'heading';
  if (isNumberedStep(line, place, larder)) return 'method';
  if (TIME_OR_HEAT.test(line)) return place.seenIngredient && (next === undefined || TIME_OR_HEAT.test(next) || !startsWithFigure(next)) ? 'method' : 'note';
  const figure = startsWithFigure(line);
  const score = matchFood(nameIn(line), larder.index)[0]?.score ?? 0;
  // Where the list goes on below, it is a food that nobody knows.
  const isStep = score < LIKELY && listed.length < 2 && readAmount(line)?.unitGiven !== true && HOT_OR_LONG.test(line);
  if (place.seenIngredient && isStep && !isPlainIngredient(next, larder)) return 'method';
  // "Cream, add the eggs, chill 1 hr": a deed that is called like a food.
  const isDeedInTime = DEED.test(line) && HOT_OR_LONG.test(line) && line.split(' ').length > 5;
  // "Freeze" alone is what is done, where no food is called so.
  const isOneDeed = /^\p{L}+[.!]?$/u.test(line) && DEED.test(line) && score < LIKELY && !isPlainIngredient(next, larder);
  if (!figure && (HOT.test(line) || isOnlyDeeds(line) || isDeedInTime || isOneDeed)) return place.seenIngredient ? 'method' : 'note';
  if (looksLikeSentence(line) && !(figure && readAmount(line)?.unitGiven)) return place.seenIngredient ? 'method' : 'note';
  if (figure || isNamed(line, larder) || listed.length > 1) return 'ingredient';
  if (DEED.test(line) && (line.split(' ').length > 3 || AT_THE_STOVE.test(line) || /[.!]$/.test(line))) return place.seenIngredient ? 'method' : 'note';
  if (score >= SURE || (score >= LIKELY && AT_WILL.test(line)) || ((place.seenIngredient || /\d/.test(line)) && score >= LIKELY)) return 'ingredient';
  const reads = !/[.!?]$/.test(line) && line.split(' ').length <= 8;
  return place.seenIngredient && reads ? 'ingredient' : 'note';
}

const MADE = new RegExp(`\\b(?:${PORTION_WORDS}|cake|bread|ice cream|fudge|porridge|oats)\\b`, 'i');

/** Whether the first line is a title and not the first ingredient. */
export function looksLikeTitle(line: string, larder: Larder, next: string | undefined): boolean {
  if (line.length > 120) return false;
  if (METHOD_HEADING.test(line) || INGREDIENT_HEADING.test(line) || TIMES.test(line) || readYield(line)) return false;
  const plain = line.replace(/^#+\s*/, '');
  if (/:\s*$/.test(plain) || STAGE.test(plain)) return false;
  if (/^(?:\d|two|three|four|five)[- ]ingredients?\s/i.test(plain)) return true;
  if (/\sfor (?:\d{1,2}|one|two|four|six)$/i.test(plain) && !readAmount(plain)) return true;
  const read = readAmount(plain);
  if (read?.unitGiven) return false;
  if (!read && /^\p{Lu}/u.test(plain)) return true;
  // "protein pancakes for one lazy morning": what is made, in more words than a food has, over the first amount.
  if (!read && plain.split(' ').length > 3 && MADE.test(plain) && next !== undefined && startsWithFigure(stripBullet(next))) return true;
  if (read && !/^[a-z]/i.test(plain)) return (matchFood(read.rest, larder.index)[0]?.score ?? 0) < LIKELY;
  return (matchFood(plain, larder.index)[0]?.score ?? 0) < SURE;
}
