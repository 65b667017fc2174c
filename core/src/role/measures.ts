import { type Mark } from '../quantity';
import { AT, read, type Sums } from './brings';
import { SCALE_MOST, scaleOfSums } from './consistency';
import { iceAt } from './freezing';
import { liftOf } from './lift';
import { sweetnessPer100g } from './sweetness';

/** What a mix is judged by, in the order in which a baker would. */
export const LEDGER_ROLES = ['thickness', 'structure', 'binding', 'sweetness', 'bulk', 'fat', 'lift', 'acid', 'browning', 'salt', 'solids', 'ice'] as const;
export type LedgerRole = (typeof LEDGER_ROLES)[number];

export interface RoleFacts {
  readonly name: string;
  /** Words at the two ends of its line. */
  readonly ends: readonly [string, string];
  /** What the line runs from and to, in the role's unit. */
  readonly low: number;
  readonly high: number;
  readonly unit: string;
  readonly digits: number;
  /** Change that nobody notices at the table: a share, and at least so much. House values. */
  readonly noticedShare: number;
  readonly noticedLeast: number;
  readonly equation: string;
  readonly mark: Mark;
  readonly source: string;
}

export const ROLE_FACTS: Readonly<Record<LedgerRole, RoleFacts>> = {
  thickness: {
    name: 'Thickness',
    ends: ['pours', 'crumbles'],
    low: 0,
    high: SCALE_MOST,
    unit: 'on the spoon scale, 0 to 4',
    digits: 1,
    noticedShare: 0,
    noticedLeast: 0.25,
    equation:
      'fluid = water + 0.32 × dissolved sugars + 0.38 × liquid fat; holding = what flours, powders, purees and eggs hold after five minutes + 27 × gum + 0.45 × beaten foam + 1.25 × gluten + 0.16 × solid fat and dry sugar; scale = 2.5 − 1.25 ln(fluid ÷ holding)',
    mark: 'H',
    source: 'house model, fitted to classic formulas, a third of them held out',
  },
  structure: {
    name: 'Structure',
    ends: ['falls', 'tough'],
    low: 0,
    high: 16,
    unit: 'g of what sets in 100 g',
    digits: 1,
    noticedShare: 0.2,
    noticedLeast: 0.5,
    equation: 'gluten + protein that sets in heat (as egg white) + 0.1 × starch, in 100 g of the mix',
    mark: 'H',
    source: 'house model; gluten and setting protein of each food from handbooks, from memory',
  },
  binding: {
    name: 'Binding',
    ends: ['crumbles', 'gummy'],
    low: 0,
    high: 1.6,
    unit: 'g of xanthan in 100 g',
    digits: 2,
    noticedShare: 0.25,
    noticedLeast: 0.06,
    equation: 'gums, seeds, egg and gelatine as grams of xanthan + 0.1 × gluten, in 100 g of the mix',
    mark: 'H',
    source: 'house model; half a per cent of gum stands in for an egg or for gluten in a cake, common practice',
  },
  sweetness: {
    name: 'Sweetness',
    ends: ['plain', 'very sweet'],
    low: 0,
    high: 45,
    unit: 'g of sugar in 100 g',
    digits: 1,
    noticedShare: 0.1,
    noticedLeast: 0.7,
    equation: 'each sugar and polyol × its sweetness + Σ Rm C ÷ (K + C) of the intense sweeteners, C in mg a kg of the mix',
    mark: 'M',
    source: 'handbook ranges for bulk sweeteners; DuBois et al. 1991 for the curves, from memory; that a mouthful is tasted as if dissolved in its own weight is a house model',
  },
  bulk: {
    name: 'Sugar bulk',
    ends: ['tight, dry', 'spreads'],
    low: 0,
    high: 50,
    unit: 'g of sugar-like solids in 100 g',
    digits: 1,
    noticedShare: 0.25,
    noticedLeast: 2,
    equation: 'sugars + polyols + allulose + soluble fibres that give body as sugar does, in 100 g of the mix',
    mark: 'H',
    source: 'from the composition; shares of soluble fibres are house values',
  },
  fat: {
    name: 'Fat',
    ends: ['lean', 'rich'],
    low: 0,
    high: 45,
    unit: 'g in 100 g',
    digits: 1,
    noticedShare: 0.25,
    noticedLeast: 1.5,
    equation: 'fat of every food, in 100 g of the mix',
    mark: 'M',
    source: 'composition of each food',
  },
  lift: {
    name: 'Lift',
    ends: ['flat', 'coarse'],
    low: 0,
    high: 12,
    unit: 'mmol of gas in 100 g',
    digits: 1,
    noticedShare: 0.25,
    noticedLeast: 0.5,
    equation: 'soda that meets acid gives all of its CO2, the rest half; baking powder 3 mmol a gram; beaten foam as 0.3 mmol a gram of white; in 100 g of the mix',
    mark: 'S',
    source:
      'stoichiometry, NaHCO3 84.007 g/mol; baking powder at least 12 % CO2, US trade standard, from memory; foam a house value. Creaming, steam and yeast lift too and are not counted',
  },
  acid: {
    name: 'Acid',
    ends: ['soapy', 'sour'],
    low: -6,
    high: 14,
    unit: 'mmol left over in 100 g',
    digits: 1,
    noticedShare: 0.25,
    noticedLeast: 1,
    equation: 'titratable acid − soda, mole for mole, in 100 g of the mix',
    mark: 'M',
    source: 'stoichiometry; acidity of each food from handbooks, from memory',
  },
  browning: {
    name: 'Browning',
    ends: ['pale', 'dark'],
    low: 0,
    high: 12,
    unit: 'g of glucose in 100 g',
    digits: 1,
    noticedShare: 0.4,
    noticedLeast: 0.6,
    equation: 'reducing sugars and allulose as grams of glucose + 0.05 × sucrose, in 100 g of the mix',
    mark: 'H',
    source: 'house model; needs protein and heat beside it',
  },
  salt: {
    name: 'Salt',
    ends: ['flat', 'salty'],
    low: 0,
    high: 2.5,
    unit: 'g in 100 g',
    digits: 2,
    noticedShare: 0.25,
    noticedLeast: 0.1,
    equation: 'sodium × 2.5 of every food but the leavening, in 100 g of the mix',
    mark: 'S',
    source: 'salt from sodium, Reg. (EU) 1169/2011 annex I; sodium from the composition of each food',
  },
  solids: {
    name: 'Solids',
    ends: ['icy, thin', 'heavy'],
    low: 10,
    high: 55,
    unit: '% of the mix',
    digits: 0,
    noticedShare: 0.1,
    noticedLeast: 2,
    equation: 'all that is not water, in 100 g of the mix',
    mark: 'M',
    source: 'composition of each food; bands after Goff & Hartel, Ice Cream, from memory',
  },
  ice: {
    name: 'Ice',
    ends: ['slush', 'brick'],
    low: 0,
    high: 80,
    unit: '% of the mix at −12 °C',
    digits: 0,
    noticedShare: 0.08,
    noticedLeast: 3,
    equation:
      'the water that is frozen when the rest has a freezing point of −12 °C: sucrose equivalents of every sugar, polyol and alcohol in it through Leighton’s table, + 2.37 × milk solids without fat ÷ unfrozen water',
    mark: 'M',
    source: 'Leighton 1927 and Goff & Hartel, Ice Cream, 7th ed., from memory; what hardness is wanted is a house value',
  },
};

/** Roles of what is frozen; other classes do not ask for them. */
export const COLD_ROLES: readonly LedgerRole[] = ['solids', 'ice'];

const OF_STARCH = 0.1;
const OF_GLUTEN = 0.1;
/** Beaten foam as gas, mmol for a gram of egg white. House value. */
const GAS_OF_FOAM = 0.3;

/** The temperature at which ice is scooped, °C. */
const SCOOPED_C = -12;
/** With so much flour nobody means to freeze it as an ice. House value. */
function isDough(sums: Sums): boolean {
  return read(sums, AT.flourG) > 0.1 * read(sums, AT.massG);
}

/** One role of a mix in its own unit (see `ROLE_FACTS`); undefined where the mix does not allow it to be reckoned. */
export function measureRole(role: LedgerRole, sums: Sums): number | undefined {
  const massG = read(sums, AT.massG);
  if (massG <= 0) return undefined;
  const per100 = (amount: number): number => (amount * 100) / massG;
  switch (role) {
    case 'thickness':
      return scaleOfSums(sums);
    case 'structure':
      return per100(read(sums, AT.glutenG) + read(sums, AT.settingG) + OF_STARCH * read(sums, AT.starchG));
    case 'binding':
      return per100(read(sums, AT.bindingG) + OF_GLUTEN * read(sums, AT.glutenG));
    case 'sweetness':
      return sweetnessPer100g(sums);
    case 'bulk':
      return per100(read(sums, AT.bulkG));
    case 'fat':
      return per100(read(sums, AT.fatG));
    case 'lift':
      return (liftOf(sums)?.co2MmolPer100g ?? 0) + per100(GAS_OF_FOAM * read(sums, AT.foamG));
    case 'acid':
      return liftOf(sums)?.leftMmolPer100g;
    case 'browning':
      return per100(read(sums, AT.browningG));
    case 'salt':
      return per100(read(sums, AT.saltG));
    case 'solids':
      return 100 - per100(read(sums, AT.allWaterG));
    case 'ice':
      return isDough(sums) ? undefined : per100(iceAt(sums, SCOOPED_C));
  }
}

export type Measures = Readonly<Record<LedgerRole, number | undefined>>;

/** What was measured last, so that original and rebuild are not measured again for each who asks. */
const MOST_MEASURED = 8;
const measured: { readonly sums: Sums; readonly measures: Measures }[] = [];

/** Every role of a mix. The sums must not change afterwards. */
export function measuresOf(sums: Sums): Measures {
  for (const one of measured) if (one.sums === sums) return one.measures;
  const measures = measure(sums);
  measured.unshift({ sums, measures });
  if (measured.length > MOST_MEASURED) measured.pop();
  return measures;
}

function measure(sums: Sums): Measures {
  return {
    thickness: measureRole('thickness', sums),
    structure: measureRole('structure', sums),
    binding: measureRole('binding', sums),
    sweetness: measureRole('sweetness', sums),
    bulk: measureRole('bulk', sums),
    fat: measureRole('fat', sums),
    lift: measureRole('lift', sums),
    acid: measureRole('acid', sums),
    browning: measureRole('browning', sums),
    salt: measureRole('salt', sums),
    solids: measureRole('solids', sums),
    ice: measureRole('ice', sums),
  };
}
