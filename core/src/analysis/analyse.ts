import { type Larder } from '../food';
import { allLines, type Formula, type Line, lineState, mainPart, mixOfPart, type Totals, totalsOf, type Views, viewsOf } from '../formula';
import { type Consistency, consistencyOf, type Lift, liftOf, type Sweetness, sweetnessOf } from '../role';
import { type AllergenReport, allergensOf, type Caution, type CautionRule, cautionsFor } from '../safety';

export interface Analysis {
  readonly totals: Totals;
  readonly views: Views;
  readonly consistency: Consistency;
  /** Of the part whose thickness is reckoned; undefined where it weighs nothing. */
  readonly sweetness: Sweetness | undefined;
  readonly lift: Lift | undefined;
  readonly allergens: AllergenReport;
  readonly cautions: readonly Caution[];
  /** Lines that are not in the totals. */
  readonly gaps: readonly Line[];
}

/** Everything Fellmist says of one formula. Pure: the same formula and larder always give the same answer. */
export function analyse(formula: Formula, larder: Larder, cautionRules: readonly CautionRule[]): Analysis {
  const totals = totalsOf(formula, larder);
  const main = mainPart(formula, larder);
  const mix = main ? mixOfPart(main, larder) : [];
  return {
    totals,
    views: viewsOf(formula, totals),
    consistency: consistencyOf(mix),
    sweetness: sweetnessOf(mix),
    lift: liftOf(mix),
    allergens: allergensOf(formula, larder),
    cautions: cautionsFor(formula, totals, larder, cautionRules),
    gaps: allLines(formula).filter((line) => lineState(line) === 'gap'),
  };
}
