export { type ColdSetup, type OverrunReading } from './coldSetup';
export { doubtWords } from './doubtWords';
export { allLines, changeLine, type Doubt, DOUBT_CODES, type DoubtCode, type Formula, type Line, type Origin, type Part } from './formula';
export { type Goal, type Goals, type GoalState, judgeGoals, NO_GOALS } from './goals';
export { bakersPercentages, compareLines, type Contribution, contributionsOf, type LineChange } from './lines';
export { lineState, type LineState, mendLine, type Mend, MOST_AMOUNT, readTypedAmount, type TypedAmount } from './mendLine';
export { readLine, weighLine } from './readLine';
export { mainPart, sumOfPart, sumsOfPart } from './sumTree';
export { broughtBy, type Tally } from './tally';
export {
  countedParts,
  type Counting,
  COUNTING,
  ENERGY_COUNTS,
  type EnergyCount,
  type Figure,
  figureOfLine,
  FIGURES,
  type Figures,
  shareOfFigures,
  type Sum,
  type Totals,
  totalsOf,
  totalsOfParts,
} from './totals';
export { type EnergyShares, energySharesOf, type Loss, type Views, viewsOf, type Yield, yieldOf } from './views';
export { findAmount } from './findAmount';
export { linesNamed } from './linesNamed';
export { limitFaults, LIMITS } from './limits';
export { FIRST_SETTINGS, type HouseholdSettings } from './household';
