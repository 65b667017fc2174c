import table from '@fellmist/language/groups.json' with { type: 'json' };
import { NUTRIENTS, type Nutrient, POLYOLS, SUGARS } from './composition';
import { type Food, kindIdOf } from './food';
import { partsOfName } from './naming';
import { ROLE_NAMES, type RoleName } from './roles';

/** A group that rules, limits and cautions speak of. */
export type Group = string;

type OneOrMore = string | readonly string[];

/**
 * What is asked of a food; all that is said must hold. Lists are met by one of theirs, `words` by all of them, somewhere
 * among the food's names. A figure (per 100 g; "sugar sucrose", "polyol maltitol"; a role's amount; "thirst", g a g) that nobody knows is
 * neither above nor below anything.
 */
export interface Question {
  readonly kind?: OneOrMore;
  readonly allergen?: OneOrMore;
  readonly attribute?: OneOrMore;
  readonly role?: OneOrMore;
  readonly wetting?: string;
  readonly fat?: string;
  readonly words?: string;
  readonly above?: Readonly<Record<string, number>>;
  readonly atLeast?: Readonly<Record<string, number>>;
  readonly below?: Readonly<Record<string, number>>;
  readonly any?: readonly Question[];
  readonly not?: Question;
}

interface Known {
  readonly food: Food;
  readonly words: ReadonlySet<string>;
}

type Holds = (known: Known) => boolean;

function figureOf(name: string): (food: Food) => number | undefined {
  const polyol = POLYOLS.find((one) => name === `polyol ${one}`);
  if (polyol) return (food) => food.polyolsBy?.[polyol];
  const sugar = SUGARS.find((one) => name === `sugar ${one}`);
  if (sugar) return (food) => food.sugarsBy?.[sugar];
  if (name === 'thirst') return (food) => food.thirst?.gPerG;
  if ((NUTRIENTS as readonly string[]).includes(name)) return (food) => food.per100g[name as Nutrient];
  if ((ROLE_NAMES as readonly string[]).includes(name)) return (food) => food.roles[name as RoleName]?.amount;
  throw new Error(`A group asks for "${name}", which is no figure of a food: name a figure per 100 g, a role, a sugar, a polyol or the thirst.`);
}

function bounds(asked: Readonly<Record<string, number>> | undefined, holds: (figure: number, bound: number) => boolean): readonly Holds[] {
  return Object.entries(asked ?? {}).map(([name, bound]) => {
    const figure = figureOf(name);
    return ({ food }) => {
      const known = figure(food);
      return known !== undefined && holds(known, bound);
    };
  });
}

function oneOf(asked: OneOrMore | undefined, of: (food: Food) => readonly string[]): readonly Holds[] {
  const wanted = typeof asked === 'string' ? [asked] : asked;
  return wanted ? [({ food }) => of(food).some((one) => wanted.includes(one))] : [];
}

/** Whether a food is what a question asks. Throws where it names a figure that no food has. */
export function compile({ kind, allergen, attribute, role, wetting, fat, words, above, atLeast, below, any, not }: Question): Holds {
  const [said, others, against] = [words?.split(' '), any?.map(compile), not && compile(not)];
  const all: readonly Holds[] = [
    ...oneOf(kind, (food) => [food.kind]),
    ...oneOf(allergen, (food) => food.allergens),
    ...oneOf(attribute, (food) => food.attributes ?? []),
    ...oneOf(role, (food) => Object.keys(food.roles)),
    ...oneOf(wetting, (food) => (food.thirst ? [food.thirst.basis] : [])),
    ...oneOf(fat, (food) => [food.fat]),
    ...(said ? [(known: Known) => said.every((word) => known.words.has(word))] : []),
    ...bounds(above, (figure, bound) => figure > bound),
    ...bounds(atLeast, (figure, bound) => figure >= bound),
    ...bounds(below, (figure, bound) => figure < bound),
    ...(others ? [(known: Known) => others.some((holds) => holds(known))] : []),
    ...(against ? [(known: Known) => !against(known)] : []),
  ];
  return (known) => all.every((holds) => holds(known));
}

const RULES: readonly (readonly [group: Group, holds: Holds])[] = (table.groups as readonly { readonly group: Group; readonly is: Question }[]).map(({ group, is }) => [
  group,
  compile(is),
]);

/** Groups that rules, limits and cautions speak of, as `data/language/groups.json` says what each is, so that the next food does not fall through. */
export const GROUPS: readonly Group[] = RULES.map(([group]) => group);

function nameWords(food: Food): ReadonlySet<string> {
  return new Set([food.head ?? '', food.name, ...food.synonyms].flatMap((name) => partsOfName(name).all));
}

const known = new WeakMap<Food, readonly string[]>();

/**
 * The names by which rules, limits and cautions know a food: its own id or, for a pack, its kind's; the food it is like; and
 * "@" with each group that it belongs to.
 */
export function answersTo(food: Food): readonly string[] {
  const before = known.get(food);
  if (before) return before;
  const facts: Known = { food, words: nameWords(food) };
  const names = [kindIdOf(food), ...(food.like ? [food.like] : []), ...RULES.flatMap(([group, holds]) => (holds(facts) ? [`@${group}`] : []))];
  known.set(food, names);
  return names;
}

/** Whether a food belongs to a group. */
export function isIn(group: Group, food: Food): boolean {
  return answersTo(food).includes(`@${group}`);
}
