import { AT, read, type Sums } from './brings';
import { THICKNESS } from './consistency';
import { givenOf, perHundred, type Role } from './describe';
import { FIRST_ICE, ICE } from './freezing';
import { ACID, LIFT } from './lift';
import { SWEETNESS } from './sweetness';

/** Shares of starch, and of gluten, that count to what sets and to what binds. House values. */
const OF_STARCH = 0.1;
const OF_GLUTEN = 0.1;

/**
 * What a mix is judged by, in the order in which a baker would: one description a role. Those with a model of their own are
 * described beside it; the others are sums. A new role is one entry here, and its bands in the tables of classes.
 */
export const ROLES = {
  thickness: THICKNESS,
  structure: {
    name: 'Structure',
    ends: ['falls', 'tough'],
    strains: ['weak', 'tough'],
    low: 0,
    high: 16,
    unit: 'g of what sets in 100 g',
    digits: 1,
    noticedLeast: 0.5,
    leastG: 1,
    tells: 1,
    ...perHundred(
      [
        { of: 'glutenG', words: 'gluten' },
        { of: 'settingG', words: 'protein that sets in heat (as egg white)' },
        { of: 'starchG', times: OF_STARCH, words: 'starch' },
      ],
      'that sets',
    ),
    mark: 'H',
    source: 'house model; gluten and setting protein of each food from handbooks, from memory',
    values: ['gluten', 'setting'],
  },
  binding: {
    name: 'Binding',
    ends: ['crumbles', 'gummy'],
    endsFrozen: ['icy', 'gummy'],
    strains: ['crumbly', 'gummy'],
    low: 0,
    high: 1.6,
    unit: 'g of xanthan in 100 g',
    digits: 2,
    noticedLeast: 0.06,
    leastG: 0.1,
    tells: 0.5,
    ...perHundred(
      [
        { of: 'bindingG', words: 'gums, seeds, egg and gelatine as grams of xanthan' },
        { of: 'glutenG', times: OF_GLUTEN, words: 'gluten' },
      ],
      'as xanthan',
    ),
    mark: 'H',
    source: 'house model; half a per cent of gum stands in for an egg or for gluten in a cake, common practice',
    values: ['binding'],
  },
  sweetness: SWEETNESS,
  bulk: {
    name: 'Sugar bulk',
    ends: ['tight, dry', 'spreads'],
    endsFrozen: ['hard', 'soft, sticky'],
    strains: ['little sugar bulk', 'much sugar bulk'],
    low: 0,
    high: 50,
    unit: 'g of sugar-like solids in 100 g',
    digits: 1,
    noticedLeast: 2,
    leastG: 1,
    tells: 1,
    follows: { share: 0.45, least: 3 },
    ...perHundred([{ of: 'bulkG', words: 'sugars, polyols, allulose and soluble fibres that give body as sugar does' }], 'of body'),
    mark: 'H',
    source: 'from the composition; shares of soluble fibres are house values',
    values: ['bulk'],
  },
  fat: {
    name: 'Fat',
    ends: ['lean', 'rich'],
    strains: ['too lean', 'too rich'],
    low: 0,
    high: 45,
    unit: 'g in 100 g',
    digits: 1,
    noticedLeast: 1.5,
    leastG: 1,
    tells: 1,
    ...perHundred([{ of: 'fatG', words: 'fat of every food' }], 'fat'),
    mark: 'M',
    source: 'composition of each food',
  },
  lift: LIFT,
  acid: ACID,
  browning: {
    name: 'Browning',
    ends: ['pale', 'dark'],
    strains: ['pale', 'dark'],
    low: 0,
    high: 12,
    unit: 'g of glucose in 100 g',
    digits: 1,
    noticedLeast: 0.6,
    leastG: 0.5,
    tells: 0.5,
    ...perHundred([{ of: 'browningG', words: 'reducing sugars and allulose as grams of glucose, sucrose as a twentieth' }], 'as glucose'),
    mark: 'H',
    source: 'house model; needs protein and heat beside it',
    values: ['browning'],
  },
  salt: {
    name: 'Salt',
    ends: ['flat', 'salty'],
    strains: ['flat in salt', 'salty'],
    low: 0,
    high: 2.5,
    unit: 'g in 100 g',
    digits: 2,
    noticedLeast: 0.1,
    leastG: 0.3,
    tells: 0.2,
    follows: { share: 0.6, least: 0.25 },
    ...perHundred([{ of: 'saltG', words: 'sodium × 2.5 of every food but the leavening' }], 'salt'),
    mark: 'S',
    source: 'salt from sodium, Reg. (EU) 1169/2011 annex I; sodium from the composition of each food',
  },
  ice: ICE,
  freezes: FIRST_ICE,
  solids: {
    name: 'Solids',
    ends: ['icy, thin', 'heavy'],
    strains: ['thin, icy', 'heavy'],
    low: 10,
    high: 55,
    unit: '% of the mix',
    digits: 0,
    noticedLeast: 2,
    leastG: 1,
    tells: 1,
    isCold: true,
    ...perHundred(
      [
        { of: 'massG', words: 'all' },
        { of: 'allWaterG', times: -1, words: 'water' },
      ],
      'solids',
    ),
    equation: 'all that is not water, in 100 g of the mix',
    mark: 'M',
    source: 'composition of each food; bands after Goff & Hartel, Ice Cream, from memory',
  },
  msnf: {
    name: 'Milk solids',
    ends: ['thin', 'heavy'],
    strains: ['short of milk solids', 'heavy with milk solids'],
    low: 0,
    high: 22,
    unit: '% of the mix, without fat',
    digits: 1,
    noticedLeast: 1,
    leastG: 1,
    tells: 0.5,
    isCold: true,
    ...perHundred([{ of: 'msnfG', words: 'what milk, cream, yogurt, curd, casein and whey bring beside water, fat and added sugars' }], 'milk solids'),
    mark: 'M',
    source: 'composition of each food; bands after Goff & Hartel, Ice Cream, from memory',
  },
  protein: {
    name: 'Protein',
    ends: ['coarse', 'chalky'],
    strains: ['short of protein', 'chalky with protein'],
    low: 0,
    high: 20,
    unit: 'g in 100 g',
    digits: 1,
    noticedLeast: 1,
    leastG: 1,
    tells: 0.5,
    isCold: true,
    ...perHundred([{ of: 'proteinG', words: 'protein of every food' }], 'protein'),
    mark: 'M',
    source: 'composition of each food; bands are house values',
  },
  lactose: {
    name: 'Lactose',
    ends: ['none', 'sandy'],
    strains: ['without lactose', 'sandy with lactose'],
    low: 0,
    high: 16,
    unit: 'g in 100 g of water',
    digits: 1,
    noticedLeast: 0.5,
    leastG: 1,
    tells: 0.2,
    isCold: true,
    measure: (sums) => (read(sums, AT.allWaterG) > 0 ? (read(sums, AT.lactoseG) * 100) / read(sums, AT.allWaterG) : undefined),
    given: (line) => givenOf(read(line, AT.lactoseG), { amount: read(line, AT.lactoseG), unit: 'g lactose', digits: 2 }),
    equation: 'lactose of every food ÷ water of the mix × 100',
    mark: 'M',
    source: 'composition of each food; above about 10 g in 100 g of water it turns sandy, Goff & Hartel, Ice Cream, from memory',
  },
} as const satisfies Readonly<Record<string, Role>>;

export type LedgerRole = keyof typeof ROLES;
export const LEDGER_ROLES = Object.keys(ROLES) as readonly LedgerRole[] as readonly [LedgerRole, ...LedgerRole[]];

/** The description of a role. */
export function roleOf(role: LedgerRole): Role {
  return ROLES[role];
}

/** How a figure of a role is said in a kitchen: in a unit that is none of a chemist's, of which `times` make one of the role's own. */
export function inKitchen(role: LedgerRole): { readonly unit: string; readonly times: number; readonly digits: number } {
  const { kitchen, unit, digits } = roleOf(role);
  return kitchen ?? { unit, times: 1, digits };
}

/** Roles of what is frozen; other classes do not ask for them. */
export const COLD_ROLES: readonly LedgerRole[] = LEDGER_ROLES.filter((role) => roleOf(role).isCold);

/** One role of a mix in its own unit; undefined where the mix does not allow it to be reckoned, or weighs nothing. */
export function measureRole(role: LedgerRole, sums: Sums): number | undefined {
  return read(sums, AT.massG) > 0 ? roleOf(role).measure(sums) : undefined;
}

export type Measures = Readonly<Record<LedgerRole, number | undefined>>;

/** What was measured last, so that original and rebuild are not measured again for each who asks. */
const MOST_MEASURED = 8;
const measured: { readonly sums: Sums; readonly measures: Measures }[] = [];

/** Every role of a mix. The sums must not change afterwards. */
export function measuresOf(sums: Sums): Measures {
  for (let i = 0; i < measured.length; i++) {
    const one = measured[i];
    if (one?.sums !== sums) continue;
    if (i > MOST_MEASURED / 2) measured.unshift(...measured.splice(i, 1));
    return one.measures;
  }
  const measures = {} as Record<LedgerRole, number | undefined>;
  for (const role of LEDGER_ROLES) measures[role] = measureRole(role, sums);
  measured.unshift({ sums, measures });
  if (measured.length > MOST_MEASURED) measured.pop();
  return measures;
}
