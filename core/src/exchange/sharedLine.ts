import table from '@fellmist/language/mixtures.json' with { type: 'json' };
import words from '@fellmist/language/recipeWords.json' with { type: 'json' };
import { type Larder, LIKELY, matchFood, SURE } from '../food';
import { readAmount, unitById } from '../quantity';

/** "1/4 tsp each salt and nutmeg", "1 tsp each of cinnamon, ginger and cloves". */
const EACH = /^(.{1,60}?)\s+each(?:\s+of|\s*:)?\s+(.+)$/i;
const A_LITTLE = /^(?:an?\s+)?(?:(?:good|generous|tiny|big|small|large)\s+)?(?:pinch|dash|knob|handful|drop|splash|sprinkle|glug|little|drizzle)\b/i;
/** "Scoop of vanilla whey", "few drops stevia": a measure without its figure. */
const ONE_MEASURE =
  /^(?:an?\s+|one\s+|few\s+)?(?:(?:heaped|level|big|small)\s+)?(?:scoops?|spoon(?:ful)?|teaspoon|tablespoon|tsp|tbsp|cup|sachet|packet|drops?)\s+(?:of\s+)?(?=\p{L})/iu;
/** "Dates 175g", "bicarb 1 tsp". */
const AMOUNT_BEHIND = /^(\p{L}[\p{L} '-]{1,40}?)\s+\d[\d.,/½¼¾]*\s?(?:g|kg|ml|l|oz|lb|tsp|tbsp|cups?)$/iu;
const JOINT = /(?:\s*[,;]|\s+(?:\+|plus|and))?\s*$/i;
/** What has an amount of its own behind one that has, and is called like a food, is another: better asked than lost. House value. */
const LIKE_A_FOOD = 0.45;
/** Longer lines are prose: nothing is looked for in them. */
const LONGEST = 200;

/** Mixtures that stand for one thing: the grams that each piece of it ("flax egg") or each gram ("sourdough starter") is made of. */
const MIXTURES = table.mixtures.map(({ names, of, ofEach }) => ({ said: new RegExp(`^(?:${names.replaceAll(', ', '|').replaceAll(' ', '[\\s-]+')})s?\\b`, 'i'), of, ofEach }));

function mixture(line: string, larder: Larder): readonly string[] | undefined {
  const read = readAmount(line);
  const name = read?.rest ?? line.replace(/^an?\s+/i, '');
  const known = MIXTURES.find(({ said }) => said.test(name));
  const count = read?.amount.value ?? 1;
  const told = known ? ingredientsIn(/[([]([^()[\]]+)[)\]]/.exec(name)?.[1] ?? '', larder) : [];
  const amounts = told.map((one) => readAmount(one));
  // Said of all of them; half as much in figures as there are of it is said of each.
  const isOfAll = (amounts[0]?.amount.value ?? 0) * 2 > count && !/\beach\b/i.test(name);
  if (told.length > 1 && isOfAll && amounts.every((one) => one?.unitGiven && one.rest !== '')) return told;
  const said = line.replace(/\s*[([].*$/, '').trim();
  const unit = read ? unitById(read.amount.unit) : undefined;
  const times = known?.ofEach === 'piece' ? count : unit?.kind === 'mass' ? count * (unit.factor ?? 1) : undefined;
  return times === undefined ? undefined : known?.of.map(({ food, g }) => `${String(Math.round(times * g * 10) / 10)} g ${food} (${said})`);
}

/** "4 lemons, juice (about 160 ml) & zest of 2". */
const JUICE_AND_ZEST =
  /^(\d+)\s+((?:(?:large|small|unwaxed)\s+)*[a-z]{3,}?s?)[,:]?\s+juiced?(?:\s*\((?:about\s+|approx\.?\s+|~)?(\d+\s?(?:ml|g))\))?\s*(?:and|&|\+|,)\s*zest(?:ed)?(?:\s+of\s+(\d+|half))?$/i;

/** "Zest and juice of 1 lemon" is two things of one fruit. */
function bothOfAFruit(line: string): readonly string[] | undefined {
  const said =
    /^((?:finely\s+)?(?:grated\s+)?)(juice|zest|rind)\s+(?:and|&|\+)\s+((?:finely\s+)?(?:grated\s+)?)(juice|zest|rind)\s+(?:(?:of|from)\s+|(?=[\d½¼]|half\b|an?\s))(.+)$/i.exec(
      line,
    );
  if (said?.[2] && said[4] && said[5]) return [`${said[2]} of ${said[5]}`, `${said[4]} of ${said[5]}`];
  const [, fruits, fruit, poured, others] = JUICE_AND_ZEST.exec(line) ?? [];
  if (fruits && fruit) return [poured ? `${poured} ${fruit} juice` : `juice of ${fruits} ${fruit}`, `zest of ${others ?? fruits} ${fruit}`];
  const after = /^(.+?)\s*[,:(]\s*(?:finely\s+)?(?:grated\s+)?(juice|zest)(?:e?d)?\s+(?:and|&|\+)\s+(juice|zest)(?:e?d)?(?:\s+only)?\)?$/i.exec(line);
  const made = /^(.+?),?\s+(juic|zest)ed(?:\s+only)?$/i.exec(line);
  if (made?.[1] && made[2] && readAmount(made[1])) return [`${made[2] === 'zest' ? 'zest' : 'juice'} of ${made[1]}`];
  return after?.[1] && after[2] && after[3] && readAmount(after[1]) ? [`${after[2]} of ${after[1]}`, `${after[3]} of ${after[1]}`] : undefined;
}

/** "1 tbsp ground flax mixed with 3 tbsp water": both go in, unless the second is poured off. */
function inAnother(line: string, larder: Larder): readonly string[] | undefined {
  const said =
    /^(.{3,90}?),?\s+(?:(?:mixed|soured|curdled|dissolved|whisked|stirred|combined|soaked|bloomed|steeped|softened|mashed|blended|simmered|cooked down|tossed|made up)\s+(?:with|w\/|in|into|up with)|in(?=\s+\d))\s+(.{3,60})$/i.exec(
      line,
    );
  if (!said?.[1] || !said[2] || /drain|discard|squeez/i.test(line)) return undefined;
  const [first, second] = [readAmount(said[1]), readAmount(said[2])];
  if (!first?.rest || !second?.unitGiven || (matchFood(second.rest, larder.index)[0]?.score ?? 0) < SURE) return undefined;
  return [said[1], said[2]];
}

/** "1 egg (+ 1 egg for the wash)": more of something else's use, in brackets. */
function andInBrackets(line: string, larder: Larder): readonly string[] | undefined {
  const [, first, second] = /^([^()]{2,80}?)\s*\(\s*(?:\+|plus|and)\s+(\d[^()]{1,80})\)$/i.exec(line) ?? [];
  const both = [first, second].map((one) => (one === undefined ? undefined : readAmount(one)));
  const isFood = (name = ''): boolean => (matchFood(name, larder.index)[0]?.score ?? 0) >= SURE;
  return first && second && both.every((one) => isFood(one?.rest)) ? [first, second] : undefined;
}

/** "150 ml buttermilk + 1 tbsp to brush", "1 egg plus 1 tbsp for glazing": more of the same for another use. What is for the worktop is no line. */
function moreOfTheSame(line: string, larder: Larder): readonly string[] | undefined {
  const [, first, more, use] =
    /^(.{3,80}?)\s*(?:,?\s+(?:plus|and)|,?\s*\+)\s+(\d[^,()]{0,20}?),?\s+((?:for|to)\s+(?:the\s+)?(?:brush|glaz|decorat|sprinkl|scatter|top|serv|finish|(?:egg\s?)?wash)\w*)$/i.exec(
      line,
    ) ?? [];
  const read = first === undefined ? undefined : readAmount(first);
  const name = read?.rest.replace(/,.*$/, '').trim() ?? '';
  if (first === undefined || more === undefined || use === undefined || readAmount(`${more} ${name}`)?.rest !== name) return undefined;
  return (matchFood(name, larder.index)[0]?.score ?? 0) >= SURE ? [first, `${more} ${name}, ${use}`] : undefined;
}

/** "2 eggs + 1 white", "3 large eggs and 2 extra yolks": whole ones, and parts of others. */
function eggsAndParts(line: string): readonly string[] | undefined {
  const [, eggs, count, part, rest = ''] =
    /^(\d[\d./ ½]*(?:(?:extra[- ])?(?:large|medium|small|whole|free[- ]range)\s+)*eggs?)\s*(?:,|\+|&|\band\b|\bplus\b)\s*(\d+|an?|one|two|three)\s+(?:(?:extra|more|large|medium|egg)\s+)*(whites?|yolks?)(|[,(].*|\s+(?:only|beaten|whisked|whipped|lightly|for|to)\b.*)$/i.exec(
      line,
    ) ?? [];
  return eggs && count && part ? [eggs.trim(), `${count} egg ${part}${rest}`] : undefined;
}

/** "1 stick + 2 tbsp butter, melted": sticks and spoons of one. */
function stickAndMore(line: string): readonly string[] | undefined {
  const [, sticks, more] = /^((?:\d[\d./½ ]*|an?\s)\s*sticks?)\s*(?:\+|plus|and)\s+(\d.*)$/i.exec(line) ?? [];
  const name = more === undefined ? undefined : readAmount(more);
  return sticks && more && name?.unitGiven && name.rest !== '' ? [`${sticks} ${name.rest}`, more] : undefined;
}

function eachOf(line: string, larder: Larder): readonly string[] | undefined {
  const each = EACH.exec(line);
  if (!each?.[1] || !each[2] || readAmount(each[1])?.rest !== '') return undefined;
  const names = each[2].split(/\s*,\s*(?:and\s+)?|\s+and\s+|\s*&\s*/).filter(Boolean);
  const isFood = (name: string): boolean => (matchFood(name, larder.index)[0]?.score ?? 0) >= LIKELY;
  // "Sesame, pumpkin and sunflower seeds" are three seeds; "baking powder and soda" are not.
  const head = /^\S+\s+(\S+)$/.exec(names.at(-1) ?? '')?.[1];
  const isVery = (name: string): boolean => matchFood(name, larder.index)[0]?.isExact ?? false;
  const whole = names.map((name, i) => (head && i < names.length - 1 && !/\s/.test(name) && isVery(`${name} ${head}`) ? `${name} ${head}` : name));
  return names.length > 1 && whole.every(isFood) ? whole.map((name) => `${each[1] ?? ''} ${name}`) : undefined;
}

/** "Salt and pepper", "a pinch of salt and nutmeg": seasonings joined by "and", each as said of both. */
function joinedSeasonings(line: string, larder: Larder): readonly string[] | undefined {
  const lead = /^(?:an?\s+)?(?:(?:good|generous|small)\s+)?(?:pinch(?:es)?|dash(?:es)?|little|sprinkle)\s+(?:each\s+)?(?:of\s+)?/i.exec(line)?.[0] ?? '';
  const body = line
    .slice(lead.length)
    .replace(/,?\s*(?:to taste|as needed|optional)$/i, '')
    .replace(BOTH_SEASONINGS, words.seasonings.means);
  if (/\d/.test(body)) return undefined;
  const names = body.split(/\s+(?:and|&|\+)\s+|\s*,\s*/i);
  const isSeasoning = (name: string): boolean => {
    const [best] = matchFood(name, larder.index);
    return best !== undefined && best.score >= SURE && larder.foods.get(best.foodId)?.measuresG['customary'] !== undefined;
  };
  return names.length === 2 && !(matchFood(body, larder.index)[0]?.isExact ?? false) && names.every(isSeasoning) ? names.map((name) => `${lead}${name}`) : undefined;
}

/** "Icing sugar + lemon to serve", "berries, syrup and yogurt, to finish": names without an amount, each for the same. */
function joinedForTheTable(line: string, larder: Larder): readonly string[] | undefined {
  const [, body, use] = /^([^\d]+?),?\s+((?:to|for)\s+(?:serv(?:e|ing)|finish|dust(?:ing)?|decorat(?:e|ing)|the\s+top))$/i.exec(line) ?? [];
  const names = body?.split(/\s*(?:,|\+|&|\band\b)\s*/i).filter(Boolean) ?? [];
  const isFood = (name: string): boolean => (matchFood(name, larder.index)[0]?.score ?? 0) >= SURE;
  return use && names.length > 1 && names.every(isFood) && !(matchFood(body ?? '', larder.index)[0]?.isExact ?? false) ? names.map((name) => `${name}, ${use}`) : undefined;
}

/** "3 cups flour -> I use 1 cup oat flour + 1 cup almond flour": what the writer bakes with. */
const INSTEAD = /^([^()]{3,60}?)\s*(?:-+>|=>|→)\s*(?:i\s+(?:use|used|do|did|took)\s+)?(\d.*)$/i;

/** "S&P". */
const BOTH_SEASONINGS = new RegExp(words.seasonings.said, 'i');

/** "40 g oats / 25 g casein / 10 g chia": a list between slashes; two of them are a choice. */
function betweenSlashes(line: string, larder: Larder): readonly string[] | undefined {
  const listed = line.split(/\s+[/|]\s+/);
  const weighed = listed.filter((one) => {
    const read = readAmount(one);
    return read?.unitGiven === true && (matchFood(read.rest, larder.index)[0]?.score ?? 0) >= LIKE_A_FOOD;
  });
  return weighed.length > 2 ? listed : undefined;
}

/** A bracket stands open: "1/2 cup (113 g; 1 stick) butter". */
function isOpen(text: string): boolean {
  return text.lastIndexOf('(') > text.lastIndexOf(')');
}

/** "Juice + zest 3 lemons": both of the fruit that follows. */
const BOTH = /^(juice|zest|rind)\s*[+&]\s*(juice|zest|rind)\b/i;

/** The ingredients that share a line: an amount for each of several foods, or several amounts and foods between commas. */
export function ingredientsIn(written: string, larder: Larder): readonly string[] {
  if (written.length > LONGEST) return [written];
  const line = written.replace(BOTH, '$1 and $2');
  const [, was, taken] = INSTEAD.exec(line) ?? [];
  if (was !== undefined && taken !== undefined && readAmount(was)) {
    const [first = '', ...others] = ingredientsIn(taken, larder);
    return [`${first} (instead of ${was})`, ...others];
  }
  const slashed = betweenSlashes(line, larder);
  if (slashed) return slashed.flatMap((one) => ingredientsIn(one, larder));
  const special =
    mixture(line, larder) ??
    inAnother(line, larder) ??
    andInBrackets(line, larder) ??
    moreOfTheSame(line, larder) ??
    eggsAndParts(line) ??
    stickAndMore(line) ??
    eachOf(line, larder) ??
    joinedSeasonings(line, larder) ??
    joinedForTheTable(line, larder);
  if (special) return special;
  const isIngredient = (one: string, isAdded: boolean): boolean => {
    if (/^(?:juice|zest|rind)\s+(?:(?:of|from)\s|[\d½¼]|half\b|an?\s)/i.test(one)) return true;
    const read = /^\d+\s*%/.test(one) ? undefined : readAmount(one);
    const behind = AMOUNT_BEHIND.exec(one)?.[1];
    const score = (name: string): number => (name === '' ? 0 : (matchFood(name, larder.index)[0]?.score ?? 0));
    if (!read && behind !== undefined) return score(behind) >= SURE;
    if (!read && ONE_MEASURE.test(one)) return score(one.replace(ONE_MEASURE, '')) >= LIKELY;
    const name = read
      ? read.rest.replace(/\s*\([^()]*\)/g, '').replace(/(?:\s+or\s|\s*\/\s*(?=\p{L})).*$/iu, '')
      : A_LITTLE.test(one)
        ? one.replace(A_LITTLE, '').replace(/^\s*of\b/, '')
        : '';
    return score(name) >= (isAdded && read?.unitGiven ? LIKE_A_FOOD : SURE);
  };
  const listed: string[] = [];
  for (const [, one = '', joint = ''] of line.matchAll(/(.+?)(\s*[,;]\s+|\s+(?:\+|plus|and(?=\s+\d))\s+|$)/g)) {
    const last = listed.at(-1);
    if (
      last !== undefined &&
      (isOpen(last) || readAmount(last.replace(JOINT, ''))?.rest === '' || !isIngredient(one, readAmount(last)?.unitGiven === true || /[+]|plus|and/i.test(last.slice(-5))))
    )
      listed[listed.length - 1] = `${last}${one}${joint}`;
    else listed.push(one + joint);
  }
  return listed.map((one) => one.replace(JOINT, '')).flatMap((one) => bothOfAFruit(one) ?? [one]);
}
