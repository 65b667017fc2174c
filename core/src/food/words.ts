/** Words of a line that say how a food is bought or cut and not which food it is. */
const SAID_IN_PASSING = new Set(
  `a an and the of for to or in at with from into your some plus more about approximately approx roughly around heaped heaping level scant generous rounded good
  fresh freshly ripe large small medium big extra organic natural pure quality best finely roughly coarsely thinly chopped grated shredded sliced diced minced mashed crushed
  sifted beaten whisked separated peeled cored pitted deseeded softened soft cold chilled warm hot boiling lukewarm tepid room temperature melted cooled toasted roasted blanched
  unsalted salted optional needed taste serve serving dusting greasing frying brushing finish divided packed firmly lightly loosely spooned leveled levelled drained rinsed dried
  very ground squeezed free range freerange washed halved quartered cubed squeeze piece pieces weight ml g oz plain-tasting unwaxed premium regular standard sized size active xl lg lge med sm`
    .split(/\s+/)
    .filter(Boolean),
);

/** Those of the words above that do name a food when a food's own name holds them ("ground almonds", "dried cherries"). */
const irregular: Readonly<Record<string, string>> = {
  leaves: 'leaf',
  halves: 'half',
  loaves: 'loaf',
  cherries: 'cherry',
  berries: 'berry',
  courgettes: 'courgette',
  potatoes: 'potato',
  tomatoes: 'tomato',
  mangoes: 'mango',
  yoghurt: 'yogurt',
  yoghurts: 'yogurt',
  molasses: 'molasses',
  couscous: 'couscous',
  hummus: 'hummus',
  swiss: 'swiss',
  fibre: 'fibre',
  fiber: 'fibre',
  flavouring: 'flavour',
  flavoring: 'flavour',
  flavor: 'flavour',
  grey: 'grey',
  wholewheat: 'wholewheat',
  wholemeal: 'wholewheat',
  selfraising: 'selfraising',
};

function singular(word: string): string {
  const known = irregular[word];
  if (known) return known;
  if (word.length > 4 && word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (word.length > 3 && word.endsWith('s') && !/(ss|us|is)$/.test(word)) return word.slice(0, -1);
  return word;
}

/** The telling words of a name, lower case, singular, without accents: "Large free-range Eggs" gives ["egg"]. */
export function tellingWords(name: string, keepAll = false): readonly string[] {
  const plain = name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/self[\s-]rais(?:ing|ed)|self[\s-]rising/g, 'selfraising')
    .replace(/whole[\s-](?:wheat|meal)/g, 'wholewheat')
    .replace(/all[\s-]purpose/g, 'allpurpose')
    .replace(/free[\s-]range/g, ' ')
    .replace(/&/g, ' and ')
    .replace(/['’]s?\b/g, '');
  const words = plain.split(/[^a-z0-9%]+/).filter(Boolean);
  const telling = keepAll ? words : words.filter((word) => !SAID_IN_PASSING.has(word));
  return (telling.length > 0 ? telling : words).map(singular);
}

/** Names of one thing in different kitchens: "courgette", "zucchini". */
export type WordGroup = readonly string[];

/** A word of a group, plural or not, that stands by itself. */
function wordPattern(word: string): RegExp {
  return new RegExp(`(?<![a-z])${word}s?(?![a-z])`);
}

/**
 * A function that gives the names a food goes by in other kitchens, by putting one word of a group for another: with
 * ["courgette", "zucchini"], "Zucchini, grilled" gives ["courgette, grilled"]. Whole words only, the longest first.
 */
export function renamer(groups: readonly WordGroup[]): (name: string) => readonly string[] {
  const prepared = groups.map((group) => ({ group, patterns: [...group].sort((a, b) => b.length - a.length).map((word) => ({ word, pattern: wordPattern(word) })) }));
  return (name) => {
    const plain = name.toLowerCase();
    return prepared.flatMap(({ group, patterns }) => {
      const said = patterns.find(({ word, pattern }) => plain.includes(word) && pattern.test(plain));
      return said === undefined ? [] : group.filter((word) => word !== said.word).map((word) => plain.replace(said.pattern, word));
    });
  };
}

function within(a: string, b: string, most: number): boolean {
  if (Math.abs(a.length - b.length) > most) return false;
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      next[j] = Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1));
    }
    row = next;
  }
  return (row[b.length] ?? most + 1) <= most;
}

/** How alike two words are, 1 the same, 0 not: one slip of the keyboard is forgiven, two in long words. */
export function likeness(a: string, b: string): number {
  if (a === b) return 1;
  const length = Math.min(a.length, b.length);
  if (length >= 8 && within(a, b, 2)) return 0.85;
  return length >= 4 && a[0] === b[0] && within(a, b, 1) ? 0.9 : 0;
}
