import { type Mark } from '../quantity';
import { SCALE_MOST } from './consistency';

/** What a mix is judged by, in the order in which a baker would. */
export const LEDGER_ROLES = [
  'thickness',
  'structure',
  'binding',
  'sweetness',
  'bulk',
  'fat',
  'lift',
  'acid',
  'browning',
  'salt',
  'ice',
  'freezes',
  'solids',
  'msnf',
  'protein',
  'lactose',
] as const;
export type LedgerRole = (typeof LEDGER_ROLES)[number];

export interface RoleFacts {
  readonly name: string;
  /** Words at the two ends of its line. */
  readonly ends: readonly [string, string];
  /** The same for what is eaten frozen, where other words say it. */
  readonly endsFrozen?: readonly [string, string];
  /** What the line runs from and to, in the role's unit. */
  readonly low: number;
  readonly high: number;
  readonly unit: string;
  readonly digits: number;
  /** Change that nobody notices at the table, in the role's unit. House values. */
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
    noticedLeast: 0.25,
    equation:
      'fluid = water + 0.32 × dissolved sugars + 0.38 × liquid fat; holding = what flours, powders, purees and eggs hold after five minutes + 27 × gum + 0.45 × beaten foam + 1.25 × gluten + 0.16 × solid fat and dry sugar; the scale runs straight in ln(fluid ÷ holding) up to 2 (drops in blobs, 0.4) and bends where doughs begin (2.5 at 0.2, 3 at −0.4, 3.5 at −0.9, 4 at −1.5)',
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
    noticedLeast: 0.5,
    equation: 'gluten + protein that sets in heat (as egg white) + 0.1 × starch, in 100 g of the mix',
    mark: 'H',
    source: 'house model; gluten and setting protein of each food from handbooks, from memory',
  },
  binding: {
    name: 'Binding',
    ends: ['crumbles', 'gummy'],
    endsFrozen: ['icy', 'gummy'],
    low: 0,
    high: 1.6,
    unit: 'g of xanthan in 100 g',
    digits: 2,
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
    noticedLeast: 0.7,
    equation: 'each sugar and polyol × its sweetness + Σ Rm C ÷ (K + C) of the intense sweeteners, C in mg a kg of the mix',
    mark: 'M',
    source: 'handbook ranges for bulk sweeteners; DuBois et al. 1991 for the curves, from memory; that a mouthful is tasted as if dissolved in its own weight is a house model',
  },
  bulk: {
    name: 'Sugar bulk',
    ends: ['tight, dry', 'spreads'],
    endsFrozen: ['hard', 'soft, sticky'],
    low: 0,
    high: 50,
    unit: 'g of sugar-like solids in 100 g',
    digits: 1,
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
    noticedLeast: 2,
    equation: 'all that is not water, in 100 g of the mix',
    mark: 'M',
    source: 'composition of each food; bands after Goff & Hartel, Ice Cream, from memory',
  },
  msnf: {
    name: 'Milk solids',
    ends: ['thin', 'heavy'],
    low: 0,
    high: 22,
    unit: '% of the mix, without fat',
    digits: 1,
    noticedLeast: 1,
    equation: 'what milk, cream, yogurt, curd, casein and whey bring beside water, fat and added sugars, in 100 g of the mix',
    mark: 'M',
    source: 'composition of each food; bands after Goff & Hartel, Ice Cream, from memory',
  },
  protein: {
    name: 'Protein',
    ends: ['coarse', 'chalky'],
    low: 0,
    high: 20,
    unit: 'g in 100 g',
    digits: 1,
    noticedLeast: 1,
    equation: 'protein of every food, in 100 g of the mix',
    mark: 'M',
    source: 'composition of each food; bands are house values',
  },
  lactose: {
    name: 'Lactose',
    ends: ['none', 'sandy'],
    low: 0,
    high: 16,
    unit: 'g in 100 g of water',
    digits: 1,
    noticedLeast: 0.5,
    equation: 'lactose of every food ÷ water of the mix × 100',
    mark: 'M',
    source: 'composition of each food; above about 10 g in 100 g of water it turns sandy, Goff & Hartel, Ice Cream, from memory',
  },
  freezes: {
    name: 'First ice',
    ends: ['late, soft', 'early, hard'],
    low: -6,
    high: 0,
    unit: '°C',
    digits: 1,
    noticedLeast: 0.2,
    equation:
      'activity of the water: that of each sugar, polyol, alcohol and salt (Norrish), multiplied, erythritol and lactose as far as they are dissolved; + 2.37 × milk solids without fat ÷ water; below zero',
    mark: 'M',
    source: 'Norrish 1966, Ross 1975 and Goff & Hartel, Ice Cream, 7th ed., constants from memory',
  },
  ice: {
    name: 'Ice',
    ends: ['slush', 'brick'],
    low: 0,
    high: 80,
    unit: '% of the mix at −12 °C',
    digits: 0,
    noticedLeast: 3,
    equation:
      'the water that is frozen when the rest has a freezing point of −12 °C: activities of every sugar, polyol, alcohol and salt dissolved in it (Norrish) multiplied, + 2.37 × milk solids without fat ÷ unfrozen water',
    mark: 'M',
    source: 'Norrish 1966, Ross 1975 and Goff & Hartel, Ice Cream, 7th ed., constants from memory; what hardness is wanted is a house value',
  },
};

/** Roles of what is frozen; other classes do not ask for them. */
export const COLD_ROLES: readonly LedgerRole[] = ['ice', 'freezes', 'solids', 'msnf', 'protein', 'lactose'];
