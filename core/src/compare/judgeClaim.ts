import { CARB_COUNTS, type Larder } from '../food';
import {
  allLines,
  type Claim,
  type ClaimedFigure,
  type Counting,
  type Figure,
  figureFor,
  type Formula,
  type Line,
  type Loss,
  type Sum,
  totalsOf,
  type Views,
  viewsOf,
} from '../formula';

/** How one stated figure stands against what is reckoned. */
export interface JudgedFigure {
  readonly figure: Figure;
  readonly claimed: number;
  readonly reckoned: number | undefined;
  /** Within the doubt; off; or not to be told, as a line is unknown. */
  readonly state: 'agrees' | 'off' | 'open';
}

/** What would make all stated figures agree. */
export type Explanation =
  | { readonly kind: 'portions'; readonly portions: number }
  | { readonly kind: 'per'; readonly per: Claim['per'] }
  | { readonly kind: 'raw' }
  | { readonly kind: 'kilojoules' }
  | { readonly kind: 'carbohydrate' }
  | { readonly kind: 'omitted'; readonly line: Line }
  | { readonly kind: 'cooked'; readonly line: Line };

export interface JudgedClaim {
  readonly figures: readonly JudgedFigure[];
  readonly explanations: readonly Explanation[];
  /** Energy that the claim's own protein, fat and carbohydrate come to, least and most, where its stated one lies outside. */
  readonly ownEnergy?: { readonly stated: number; readonly least: number; readonly most: number };
}

/** What brands and rows differ by, as a share of a figure; two standard deviations where those are wider. House value. */
const ROWS_DIFFER = 0.06;
/** Stated energy may lie so far outside of what its own parts come to: shares, and kcal. House values. */
const OWN_SLACK = { share: 0.08, kcal: 4 } as const;
/** Dried pulses take up about this many times their weight when they are cooked [common practice: two to three]. */
const COOKED_WEIGHT = 2.4;

function stands({ amount, half }: ClaimedFigure, sum: Sum | undefined): JudgedFigure['state'] {
  if (!sum) return 'open';
  const doubt = Math.max(2 * sum.sd, ROWS_DIFFER * Math.abs(sum.amount)) + half;
  if (Math.abs(amount - sum.amount) <= doubt) return 'agrees';
  return sum.gaps.length > 0 && amount > sum.amount ? 'open' : 'off';
}

const entries = ({ figures }: Claim): readonly (readonly [Figure, ClaimedFigure])[] => Object.entries(figures) as [Figure, ClaimedFigure][];

type ReckonedClaim = (figure: Figure) => Sum | undefined;

/** Whether every stated figure agrees with what is reckoned so. */
function allAgree(claim: Claim, reckoned: ReckonedClaim): boolean {
  return entries(claim).every(([figure, claimed]) => stands(claimed, reckoned(figure)) === 'agrees');
}

const times = (sum: Sum | undefined, by: number): Sum | undefined => sum && { ...sum, amount: sum.amount * by, sd: sum.sd * by, worst: sum.worst * by };

interface ClaimTerms {
  readonly formula: Formula;
  readonly claim: Claim;
  readonly larder: Larder;
  readonly counting: Counting;
  readonly loss: Loss | undefined;
}

function viewsWith({ formula, larder, counting, loss }: ClaimTerms, change?: (line: Line) => Line | undefined): Views {
  const parts = change ? formula.parts.map((part) => ({ ...part, lines: part.lines.flatMap((line) => change(line) ?? []) })) : formula.parts;
  return viewsOf(formula, totalsOf({ parts }, larder, counting), loss);
}

/** Another number of portions: the same factor on every figure. */
function otherPortions(terms: ClaimTerms, views: Views): readonly Explanation[] {
  const { claim } = terms;
  if (claim.per !== 'portion') return [];
  const ratios = entries(claim)
    .flatMap(([figure, { amount }]) => (amount > 0 ? [views.portion[figure].amount / amount] : []))
    .sort((a, b) => a - b);
  const middle = ratios[Math.floor(ratios.length / 2)] ?? 1;
  const portions = Math.round(views.portions * middle);
  if (portions < 1 || portions > 500 || portions === Math.round(views.portions)) return [];
  return allAgree(claim, (figure) => times(views.batch[figure], 1 / portions)) ? [{ kind: 'portions', portions }] : [];
}

function otherSize({ claim }: ClaimTerms, views: Views): readonly Explanation[] {
  const sizes = (['portion', '100 g', 'batch'] as const).filter((per) => per !== claim.per);
  return sizes.flatMap((per) => (allAgree(claim, (figure) => figureFor(figure, per, views)) ? [{ kind: 'per', per } as const] : []));
}

/** Per 100 g of what was mixed, where what is eaten has lost water. */
function rawWeight(terms: ClaimTerms, views: Views): readonly Explanation[] {
  const { claim, formula, larder, counting } = terms;
  const rawG = totalsOf(formula, larder, counting).massG;
  if (claim.per !== '100 g' || rawG <= 0) return [];
  return allAgree(claim, (figure) => times(views.batch[figure], 100 / rawG)) ? [{ kind: 'raw' }] : [];
}

/** The others agree, and kilocalories agree with the kilojoules. */
function kilojoules({ claim }: ClaimTerms, reckoned: ReckonedClaim): readonly Explanation[] {
  const energy = claim.figures.energyKcal;
  if (!energy || stands(energy, reckoned('energyKj')) !== 'agrees') return [];
  const isRest = entries(claim).every(([figure, claimed]) => figure === 'energyKcal' || stands(claimed, reckoned(figure)) === 'agrees');
  return isRest ? [{ kind: 'kilojoules' }] : [];
}

/** All but the carbohydrate agrees, and that does as another school counts it. */
function otherCarbs(terms: ClaimTerms, reckoned: ReckonedClaim): readonly Explanation[] {
  const { claim, formula, larder, counting, loss } = terms;
  const of = (['carbohydrateG', 'netCarbG'] as const).filter((figure) => claim.figures[figure]);
  const isOther = ([figure, claimed]: readonly [Figure, ClaimedFigure]): boolean => (of as readonly Figure[]).includes(figure) || stands(claimed, reckoned(figure)) === 'agrees';
  if (of.length === 0 || !entries(claim).every(isOther)) return [];
  const counts = CARB_COUNTS.map((carbs) => figureFor('netCarbG', claim.per, viewsOf(formula, totalsOf(formula, larder, { ...counting, carbs }), loss)));
  const isCounted = (claimed: ClaimedFigure | undefined): boolean =>
    claimed === undefined || [...counts, reckoned('carbohydrateG'), availableOf(reckoned)].some((sum) => stands(claimed, sum) === 'agrees');
  return of.every((figure) => isCounted(claim.figures[figure])) ? [{ kind: 'carbohydrate' }] : [];
}

/** Carbohydrate without fibre, as European panels print it. */
function availableOf(reckoned: ReckonedClaim): Sum | undefined {
  const [total, fibre] = [reckoned('carbohydrateG'), reckoned('fibreG')];
  return total && fibre && { ...total, amount: total.amount - fibre.amount };
}

/** One line that was not counted, or a pulse counted dry that is cooked or the other way round. */
function oneLine(terms: ClaimTerms): readonly Explanation[] {
  const { claim, formula, larder } = terms;
  return allLines(formula).flatMap((line): readonly Explanation[] => {
    const agrees = (change: (one: Line) => Line | undefined): boolean => {
      const views = viewsWith(terms, (one) => (one.id === line.id ? change(one) : one));
      return allAgree(claim, (figure) => figureFor(figure, claim.per, views));
    };
    if (!line.massG) return [];
    if (agrees(() => undefined)) return [{ kind: 'omitted', line }];
    const isPulse = line.foodId !== undefined && larder.foods.get(line.foodId)?.kind === 'pulse';
    const massG = line.massG;
    return isPulse && [COOKED_WEIGHT, 1 / COOKED_WEIGHT].some((by) => agrees((one) => ({ ...one, massG: massG * by }))) ? [{ kind: 'cooked', line }] : [];
  });
}

/** Energy that the claim's own parts come to: carbohydrate with and without what does not count in full; 4, 9 and 4 kcal a gram [21 CFR 101.9(c)(1)(i)]. */
function ownEnergy({ figures: { energyKcal, proteinG, fatG, carbohydrateG, fibreG, polyolsG } }: Claim): JudgedClaim['ownEnergy'] {
  if (!energyKcal || !proteinG || !fatG || !carbohydrateG) return undefined;
  const base = 4 * proteinG.amount + 9 * fatG.amount;
  const rounding = 4 * proteinG.half + 9 * fatG.half + 4 * carbohydrateG.half + energyKcal.half;
  const uncounted = (fibreG?.amount ?? 0) + (polyolsG?.amount ?? 0);
  const least = base + 4 * Math.max(carbohydrateG.amount - uncounted, 0);
  // Where carbohydrate is stated without its fibre, that still brings two [Reg. (EU) 1169/2011 annex XIV].
  const most = base + 4 * carbohydrateG.amount + 2 * (fibreG?.amount ?? 0);
  const stated = energyKcal.amount;
  const isOutside = stated < least * (1 - OWN_SLACK.share) - OWN_SLACK.kcal - rounding || stated > most * (1 + OWN_SLACK.share) + OWN_SLACK.kcal + rounding;
  return isOutside ? { stated, least, most } : undefined;
}

/**
 * Figures stated with a recipe held against what its lines come to: each agrees within the doubt or is off, and where any is
 * off, what alone would make all of them agree. Unknown lines leave what is above the known part open.
 */
export function judgeClaim(formula: Formula, claim: Claim, larder: Larder, counting: Counting, loss?: Loss): JudgedClaim {
  const terms: ClaimTerms = { formula, claim, larder, counting, loss };
  const views = viewsWith(terms);
  const reckoned: ReckonedClaim = (figure) => figureFor(figure, claim.per, views);
  const figures = entries(claim).map(([figure, claimed]): JudgedFigure => ({
    figure,
    claimed: claimed.amount,
    reckoned: reckoned(figure)?.amount,
    state: stands(claimed, reckoned(figure)),
  }));
  const own = ownEnergy(claim);
  const isOff = figures.some(({ state }) => state === 'off');
  const explanations = isOff
    ? [...otherPortions(terms, views), ...otherSize(terms, views), ...rawWeight(terms, views), ...kilojoules(terms, reckoned), ...otherCarbs(terms, reckoned), ...oneLine(terms)]
    : [];
  return { figures, explanations, ...(own ? { ownEnergy: own } : {}) };
}
