import naming from '@fellmist/language/naming.json' with { type: 'json' };

/** The words of a food's name, read from `data/language/naming.json`: what says how it is, what is a flavour, what says nothing. */
export type NameAxis = 'fat' | 'sweet' | 'salt' | 'state' | 'form' | 'flavour' | 'process' | 'diet' | 'grade';

/** One thing said of a food, such as "state:dried"; of one axis a food can be only one thing. */
export type Attribute = `${NameAxis}:${string}`;

/** An attribute taken apart: ["state", "dried"]. */
export function axisOf(attribute: Attribute): readonly [axis: NameAxis, value: string] {
  const known = APART_BEFORE.get(attribute);
  if (known) return known;
  const [axis, value = ''] = attribute.split(':') as [NameAxis, string];
  if (APART_BEFORE.size < MOST_APART) APART_BEFORE.set(attribute, [axis, value]);
  return [axis, value];
}

/** There are as many as attributes in the larder, and they are asked for at every comparison of two names. */
const APART_BEFORE = new Map<Attribute, readonly [NameAxis, string]>();
const MOST_APART = 500;

const phrases = (said: string): readonly string[] => said.split(', ');
const words = (said: string): ReadonlySet<string> => new Set(said.split(' '));

/** Phrases of attributes by their words: lower case, singular, single spaces. */
export const ATTRIBUTE_PHRASES: ReadonlyMap<string, Attribute> = new Map(
  Object.entries(naming.attributes).flatMap(([attribute, said]) => phrases(said).map((phrase) => [phrase, attribute as Attribute] as const)),
);
export const LONGEST_PHRASE = Math.max(...[...ATTRIBUTE_PHRASES.keys()].map((phrase) => phrase.split(' ').length));
/** The words that a phrase of attributes may begin with. */
export const BEGINS_PHRASE: ReadonlySet<string> = new Set([...ATTRIBUTE_PHRASES.keys()].map((phrase) => phrase.split(' ')[0] ?? ''));

/** Attributes that rows of the table may carry beyond what a phrase says: flavours, and how cocoa was made. */
export function isAttribute(text: string): text is Attribute {
  return text in naming.attributes || /^flavour:[a-z]+$/.test(text) || naming.furtherAttributes.includes(text);
}

export const FLAVOURS = words(naming.flavours);

/** Words that never say which food it is: how good, how cut, how warm, how big, whose, and words between. */
export const NOISE = words(Object.values(naming.noise).join(' '));

/** The smallest words, which do not even tell one name from another. */
export const SMALL = words(naming.small);

/** Everything from one of these on says what it is for or where it comes from, not what it is. */
export const TAIL = words(naming.tail);

/** Heads that tell what a thing is like and not what it is made of: the flour of one food is none of another's. */
export const MADE_OF = words(naming.madeOf);

/** What a percentage in a name may be of, the longest first. */
export const PERCENT_OF: readonly string[] = phrases(naming.percentOf);

/** Other spellings and other kitchens' words for one word. */
export const SPELLINGS: ReadonlyMap<string, string> = new Map(Object.entries(naming.spellings));

const JOINED: ReadonlyMap<string, string> = new Map(Object.entries(naming.joined).flatMap(([word, said]) => phrases(said).map((phrase) => [phrase, word] as const)));
const APART = new RegExp(`\\b(?:${[...JOINED.keys()].map((phrase) => phrase.replace(' ', '[\\s-]+')).join('|')})\\b`, 'g');

/** The text with words joined that are written in two: "self-raising" becomes "selfraising". */
export function joinWords(text: string): string {
  return text.replace(APART, (said) => JOINED.get(said.replace(/[\s-]+/, ' ')) ?? said);
}
