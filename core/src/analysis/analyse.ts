import { type Larder } from '../food';
import {
  type Counting,
  COUNTING,
  type EnergyShares,
  energySharesOf,
  type Figures,
  type Formula,
  type Line,
  mainPart,
  shareOfFigures,
  sumsOfPart,
  type Totals,
  totalsOf,
  totalsOfParts,
  type Views,
  viewsOf,
} from '../formula';
import { classOf, type ProductClass } from '../product';
import {
  type Consistency,
  consistencyOf,
  type Lift,
  liftOf,
  type Measures,
  measuresOf,
  noSums,
  type Sums,
  type SweetenerWarning,
  sweetenerWarnings,
  type Sweetness,
  sweetnessOf,
} from '../role';
import { type AllergenReport, allergensOf, type Caution, type CautionRule, cautionsFor } from '../safety';
import { type SwapTables, NO_SWAP_TABLES } from '../swap';

/** All tables that an analysis or a rebuild is worked out with. */
export interface Tables extends SwapTables {
  readonly cautions: readonly CautionRule[];
}

export const NO_TABLES: Tables = { ...NO_SWAP_TABLES, cautions: [] };

/** What a part that is chosen at the table would add to a portion. */
export interface AtTable {
  readonly partId: string;
  readonly heading: string;
  readonly portion: Figures;
}

export interface Analysis {
  readonly totals: Totals;
  readonly views: Views;
  readonly atTable: readonly AtTable[];
  readonly energyShares: EnergyShares | undefined;
  readonly product: ProductClass | undefined;
  /** Of the part that holds the batter or dough. */
  readonly sums: Sums;
  readonly measures: Measures;
  readonly consistency: Consistency;
  /** Undefined where that part weighs nothing. */
  readonly sweetness: Sweetness | undefined;
  readonly lift: Lift | undefined;
  /** Sandiness, cooling and ceilings at the temperature at which its class is eaten. */
  readonly sweetenerWarnings: readonly SweetenerWarning[];
  readonly allergens: AllergenReport;
  readonly cautions: readonly Caution[];
  /** Lines that are not in the totals. */
  readonly gaps: readonly Line[];
}

const ROOM_C = 20;
const NO_LINES: readonly Line[] = [];

function gapsOf(formula: Formula): readonly Line[] {
  let gaps: Line[] | undefined;
  for (const part of formula.parts) for (const line of part.lines) if (line.massG === undefined || line.foodId === undefined) (gaps ??= []).push(line);
  return gaps ?? NO_LINES;
}

const NONE_AT_TABLE: readonly AtTable[] = [];

function atTheTable(formula: Formula, larder: Larder, counting: Counting, portions: number): readonly AtTable[] {
  if (!formula.parts.some((part) => part.counting)) return NONE_AT_TABLE;
  return formula.parts
    .filter((part) => part.counting === 'at the table')
    .map((part) => ({ partId: part.id, heading: part.heading, portion: shareOfFigures(totalsOfParts([part], larder, counting).figures, 1 / portions) }));
}

/** Everything Fellmist says of one formula. Pure: the same formula, larder, tables and way of counting give the same answer. */
export function analyse(formula: Formula, larder: Larder, tables: Tables = NO_TABLES, counting: Counting = COUNTING): Analysis {
  const totals = totalsOf(formula, larder, counting);
  const main = mainPart(formula, larder);
  const sums = main ? sumsOfPart(main, larder) : noSums();
  const product = classOf(formula, tables);
  const views = viewsOf(formula, totals, product?.loss);
  return {
    totals,
    views,
    atTable: atTheTable(formula, larder, counting, views.portions),
    energyShares: energySharesOf(totals.figures),
    product,
    sums,
    measures: measuresOf(sums),
    consistency: consistencyOf(sums),
    sweetness: sweetnessOf(sums),
    lift: liftOf(sums),
    sweetenerWarnings: sweetenerWarnings(sums, product?.servedC ?? ROOM_C),
    allergens: allergensOf(formula, larder),
    cautions: cautionsFor(formula, totals, larder, tables.cautions, product),
    gaps: gapsOf(formula),
  };
}
