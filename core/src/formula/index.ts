export { doubtWords } from './doubtWords';
export { allLines, changeLine, type Doubt, type DoubtCode, type Formula, type Line, type Origin, type Part } from './formula';
export { lineState, type LineState, mendLine, type Mend, MOST_AMOUNT, readTypedAmount, type TypedAmount } from './mendLine';
export { mainPart, mixOfPart } from './mix';
export { readLine, weighLine } from './readLine';
export { type Figure, type Figures, shareOfFigures, type Sum, type Totals, totalsOf, type Views, viewsOf } from './totals';
