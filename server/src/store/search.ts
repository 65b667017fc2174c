import { type FoodPage, type FoodQuery, type FoodRow, type FoodSort } from '@fellmist/contract';
import { ALLERGENS, likeness, SOON_DAYS, tellingWords } from '@fellmist/core';
import { addDays, formatISO, parseISO } from 'date-fns';
import { type Store } from './database';
import { maskOf } from './listing';

const COLUMNS = `listing.id, listing.name, listing.kind, listing.kind_id AS kindId, energy AS energyKcal, protein AS proteinG, fat AS fatG, carbohydrate AS carbohydrateG,
  net AS netCarbG, fibre AS fibreG, sugars AS sugarsG, protein_per_100_kcal AS proteinPer100Kcal, price_per_100_g AS pricePer100g,
  price_per_100_g_protein AS pricePer100gProtein, allergens, left_g AS leftG, use_by AS useBy`;
const VOCABULARY = "SELECT term FROM listing_vocabulary WHERE term NOT GLOB '[0-9]*'";

/** Unknown figures come last; each order has its index. */
const ORDERS: Readonly<Record<Exclude<FoodSort, 'fit'>, string>> = {
  name: 'listing.name COLLATE NOCASE',
  protein: 'protein_per_100_kcal IS NULL, protein_per_100_kcal DESC',
  net: 'net IS NULL, net',
  energy: 'energy IS NULL, energy',
  price: 'price_per_100_g IS NULL, price_per_100_g',
  'protein-price': 'price_per_100_g_protein IS NULL, price_per_100_g_protein',
};

interface Filter {
  readonly conditions: readonly string[];
  readonly given: Readonly<Record<string, string | number>>;
}

function filterOf(query: FoodQuery, today: string): Filter {
  const conditions: string[] = [];
  const given: Record<string, string | number> = {};
  if (query.kind) {
    conditions.push('listing.kind = @kind');
    given['kind'] = query.kind;
  }
  if (query.without && query.without.length > 0) {
    conditions.push('(allergens & @without) = 0');
    given['without'] = maskOf.allergens(query.without);
  }
  if (query.school) {
    conditions.push('(schools & @school) <> 0');
    given['school'] = maskOf.schools([query.school]);
  }
  if (query.only === 'packs') conditions.push('listing.kind_id IS NOT NULL');
  if (query.only === 'stock') conditions.push('left_g IS NOT NULL');
  if (query.only === 'soon') {
    conditions.push('left_g IS NOT NULL AND use_by <= @soon');
    given['soon'] = formatISO(addDays(parseISO(today), SOON_DAYS), { representation: 'date' });
  }
  return { conditions, given };
}

type StoredRow = Omit<FoodRow, 'allergens'> & { readonly allergens: number };

interface Hit {
  readonly total: number;
  readonly rows: readonly StoredRow[];
}

/** Beyond this many foods a word tells too little to rank by; they come in the order of the table, which is at once there. */
const MOST_RANKED = 2000;

/** Words alone, best fit first: the index of words answers by itself and only the page's rows are read. */
function byWords(db: Store, query: FoodQuery, match: string): Hit {
  const total = db.prepare<object, { total: number }>('SELECT COUNT(*) AS total FROM listing_words WHERE listing_words MATCH @match').get({ match })?.total ?? 0;
  const order = total > MOST_RANKED ? 'rowid' : 'rank, rowid';
  const page = `SELECT rowid AS number, ROW_NUMBER() OVER () AS place FROM (SELECT rowid FROM listing_words WHERE listing_words MATCH @match ORDER BY ${order} LIMIT @limit OFFSET @offset)`;
  const rows = db
    .prepare<object, StoredRow>(`SELECT ${COLUMNS} FROM (${page}) AS page JOIN listing ON listing.number = page.number ORDER BY place`)
    .all({ match, limit: query.limit, offset: query.offset });
  return { total, rows };
}

/** The list, filtered and sorted; with words, those that hold them. */
function byFilter(db: Store, query: FoodQuery, match: string | undefined, { conditions, given }: Filter): Hit {
  const all = match === undefined ? conditions : ['listing_words MATCH @match', ...conditions];
  const where = all.length > 0 ? `WHERE ${all.join(' AND ')}` : '';
  const from = match === undefined ? 'listing' : 'listing_words JOIN listing ON listing.number = listing_words.rowid';
  const values = match === undefined ? given : { ...given, match };
  const fit = query.only === 'soon' || query.only === 'stock' ? 'use_by IS NULL, use_by' : match === undefined ? 'position' : 'rank';
  const order = query.sort === 'fit' ? fit : ORDERS[query.sort];
  const total = db.prepare<object, { total: number }>(`SELECT COUNT(*) AS total FROM ${from} ${where}`).get(values)?.total ?? 0;
  const rows = db
    .prepare<object, StoredRow>(`SELECT ${COLUMNS} FROM ${from} ${where} ORDER BY ${order}, listing.number LIMIT @limit OFFSET @offset`)
    .all({ ...values, limit: query.limit, offset: query.offset });
  return { total, rows };
}

function toRow(row: StoredRow): FoodRow {
  return { ...row, allergens: ALLERGENS.filter((_, i) => (row.allergens >> i) & 1) };
}

/** The page with the food that the words name outright at its head: "flour" means plain flour before coconut flour. */
export function withNamedFirst(db: Store, page: FoodPage, id: string, limit: number): FoodPage {
  const named = page.rows.find((row) => row.id === id) ?? db.prepare<object, StoredRow>(`SELECT ${COLUMNS} FROM listing WHERE id = @id`).all({ id }).map(toRow)[0];
  return named ? { ...page, rows: [named, ...page.rows.filter((row) => row.id !== id)].slice(0, limit) } : page;
}

function run(db: Store, query: FoodQuery, words: readonly string[], today: string): FoodPage {
  const filter = filterOf(query, today);
  const match = words.length === 0 ? undefined : words.map((word) => `"${word}"*`).join(' ');
  const { total, rows } = match !== undefined && filter.conditions.length === 0 && query.sort === 'fit' ? byWords(db, query, match) : byFilter(db, query, match, filter);
  return { total, offset: query.offset, rows: rows.map(toRow) };
}

/** Every word of the list; it is worth keeping while nothing is listed anew. */
export function readVocabulary(db: Store): readonly string[] {
  return db
    .prepare<[], { term: string }>(VOCABULARY)
    .all()
    .map(({ term }) => term);
}

/** For each word the likest one that some food has; the word itself where none is like it. */
export function corrected(known: readonly string[], words: readonly string[]): readonly string[] {
  return words.map((word) => {
    if (known.some((term) => term.startsWith(word))) return word;
    let best = { term: word, alike: 0 };
    for (const term of known) {
      const alike = Math.max(likeness(word, term), term.length > word.length ? likeness(word, term.slice(0, word.length)) * 0.95 : 0);
      if (alike > best.alike) best = { term, alike };
    }
    return best.term;
  });
}

/**
 * A page of the list: every word must begin a word of the name, a synonym or the kind; filters and sort as asked. Where the
 * words as typed find nothing, the likest words that exist are tried, and named in the answer.
 */
export function searchFoods(db: Store, query: FoodQuery, today: string, vocabulary: () => readonly string[]): FoodPage {
  const words = query.q.trim() === '' ? [] : tellingWords(query.q, true).filter((word) => /^[a-z0-9]+$/.test(word));
  if (query.q.trim() !== '' && words.length === 0) return { total: 0, offset: query.offset, rows: [] };
  const page = run(db, query, words, today);
  if (page.total > 0 || words.length === 0) return page;
  const others = corrected(vocabulary(), words);
  if (others.join(' ') === words.join(' ')) return page;
  return { ...run(db, query, others, today), corrected: others.join(' ') };
}
