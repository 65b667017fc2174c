export { type Claim, type ClaimedFigure } from './claim';
export { type ColdSetup, type OverrunReading, USUAL_COLD } from './coldSetup';
export { doubtWords } from './doubtWords';
export { allLines, changeLine, type Doubt, DOUBT_CODES, type DoubtCode, type Formula, idOfPart, IN_THE_PAN, type Line, type Origin, type Part } from './formula';
export {
  amountOfGoal,
  type Goal,
  GOAL_KINDS,
  GOAL_SIZES,
  type GoalFigure,
  type GoalKind,
  type Goals,
  type GoalSize,
  type GoalState,
  figureFor,
  type Judged,
  judgeGoals,
  NEAR,
  NO_GOALS,
  rangeOfGoal,
} from './goals';
export { bakersPercentages, compareLines, type Contribution, contributionsOf, type LineChange } from './lines';
export { lineState, type LineState, mendLine, type Mend, MOST_AMOUNT, readTypedAmount, type TypedAmount } from './mendLine';
export { readLine, weighLine } from './readLine';
export { mainPart, sumOfPart, sumsOfPart } from './sumTree';
export { broughtBy, broughtOf, type Tally, tallyOf } from './tally';
export { type Counting, COUNTING, ENERGY_COUNTS, type EnergyCount, type Figure, FIGURES, type Figures, type Sum } from './figures';
export { addFigures, countedParts, eatenShare, figureOfLine, servedFormula, shareOfFigures, summedOf, type Totals, totalsOf, totalsOfParts } from './totals';
export { type EnergyShares, energySharesOf, type Loss, sameShareOf, type Views, viewsOf, type Yield, yieldOf } from './views';
export { findAmount } from './findAmount';
export { linesNamed } from './linesNamed';
export { limitFaults, LIMITS } from './limits';
export { dietOf, dietOfAll, namesOnce, peopleIn, FIRST_SETTINGS, type HouseholdSettings } from './household';
export { portionWordFor } from './portionWord';
