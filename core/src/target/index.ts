export { type Amounts, type AmountsAsk, amountsSteps, type LooseningLine, TARGET_RULE, type TargetLine, type Unknown } from './amounts';
export { solverOf } from './highs';
export { type Freedom, isAnotherAmount, type MayCome, pieceOf, usualFreedom, usualMostG } from './lever';
export { type LimitOf } from './limit';
export { type Drafted, type FoundRebuild, type Search, type SearchStep, type SwapTaken } from './foundRebuild';
export { rebuildSteps } from './rebuilds';
export { type TradeAxis, type AxisFigure, type TradeOffAsk, tradeOffSteps, type TradePoint } from './tradeOff';
export { type Column, type QuadraticModel, type Row, type Solver } from './solver';
