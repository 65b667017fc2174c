export { curveRange, curveRangeSteps, type RangePoint, type UncertainLine, uncertainLines } from './curveRange';
export { type ColdSide, coldSide, coldWarnings, type ColdWarning, type CurvePoint, freezingCurve, type Hardness, hardnessOf, icePercentAt, minutesOut, scoopsFromC } from './curve';
export { analyseMix, type MixAnalysis, type SugarShare } from './mix';
export { type FoamPortion, foamPortions, learnOverrun, meanDensity, overrunOf, type OverrunResult } from './overrun';
export { fillBowl, type Filling, FOAM_FACTORS, type FoamFactor, MOST_OVERRUN, whip, type WhipSetup, type WhipState } from './whip';
