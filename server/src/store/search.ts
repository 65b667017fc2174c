import { type FoodPage, type FoodQuery, type FoodRow, type FoodSort } from '@fellmist/contract';
import { ALLERGENS, likeness, SOON_DAYS, tellingWords } from '@fellmist/core';
import { addDays, formatISO, parseISO } from 'date-fns';
import { type Store } from './database';
import { maskOf } from './listing';

const COLUMNS = `listing.id, listing.name, listing.kind, listing.kind_id AS kindId, energy AS energyKcal, protein AS proteinG, fat AS fatG, carbohydrate AS carbohydrateG,
  net AS netCarbG, fibre AS fibreG, sugars AS sugarsG, protein_per_100_kcal AS proteinPer100Kcal, price_per_100_g AS pricePer100g,
  price_per_100_g_protein AS pricePer100gProtein, allergens, left_g AS leftG, use_by AS useBy`;
const VOCABULARY = 'SELECT term FROM listing_vocabulary';

/** Unknown figures come last, whichever way a column is sorted. */
const ORDERS: Readonly<Record<Exclude<FoodSort, 'fit'>, string>> = {
  name: 'listing.name COLLATE NOCASE',
  protein: 'protein_per_100_kcal DESC NULLS LAST',
  net: 'net ASC NULLS LAST',
  energy: 'energy ASC NULLS LAST',
  price: 'price_per_100_g ASC NULLS LAST',
  'protein-price': 'price_per_100_g_protein ASC NULLS LAST',
};

interface Search {
  readonly where: string;
  readonly from: string;
  readonly order: string;
  readonly given: Readonly<Record<string, string | number>>;
}

function searchFor(query: FoodQuery, words: readonly string[], today: string): Search {
  const conditions: string[] = [];
  const given: Record<string, string | number> = {};
  const isSearched = words.length > 0;
  if (isSearched) {
    conditions.push('listing_words MATCH @match');
    given['match'] = words.map((word) => `"${word}"*`).join(' ');
  }
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
  const fit =
    query.only === 'soon' || query.only === 'stock' ? 'use_by IS NULL, use_by' : isSearched ? 'left_g IS NULL, bm25(listing_words, 6.0, 1.0)' : 'position, kind_id IS NULL DESC';
  const order = query.sort === 'fit' ? fit : ORDERS[query.sort];
  return {
    where: conditions.length > 0 ? `WHERE ${conditions.join(' AND ')}` : '',
    from: isSearched ? 'listing_words JOIN listing ON listing.number = listing_words.rowid' : 'listing',
    order: `${order}, listing.number`,
    given,
  };
}

type StoredRow = Omit<FoodRow, 'allergens'> & { readonly allergens: number };

function run(db: Store, query: FoodQuery, words: readonly string[], today: string): FoodPage {
  const { from, where, order, given } = searchFor(query, words, today);
  const total = db.prepare<object, { total: number }>(`SELECT COUNT(*) AS total FROM ${from} ${where}`).get(given)?.total ?? 0;
  const rows = db
    .prepare<object, StoredRow>(`SELECT ${COLUMNS} FROM ${from} ${where} ORDER BY ${order} LIMIT @limit OFFSET @offset`)
    .all({ ...given, limit: query.limit, offset: query.offset });
  return { total, offset: query.offset, rows: rows.map((row) => ({ ...row, allergens: ALLERGENS.filter((_, i) => (row.allergens >> i) & 1) })) };
}

/** For each word the likest one that some food has; the word itself where none is like it. */
function corrected(db: Store, words: readonly string[]): readonly string[] {
  const known = db
    .prepare<[], { term: string }>(VOCABULARY)
    .all()
    .map(({ term }) => term);
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
export function searchFoods(db: Store, query: FoodQuery, today: string): FoodPage {
  const words = query.q.trim() === '' ? [] : tellingWords(query.q, true).filter((word) => /^[a-z0-9]+$/.test(word));
  if (query.q.trim() !== '' && words.length === 0) return { total: 0, offset: query.offset, rows: [] };
  const page = run(db, query, words, today);
  if (page.total > 0 || words.length === 0) return page;
  const others = corrected(db, words);
  if (others.join(' ') === words.join(' ')) return page;
  return { ...run(db, query, others, today), corrected: others.join(' ') };
}
