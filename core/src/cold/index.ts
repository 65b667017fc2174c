export { coldWarnings, type ColdWarning, type CurvePoint, freezingCurve, type Hardness, hardnessOf, icePercentAt, minutesOut, scoopsFromC } from './curve';
export { analyseMix, COLD_FIGURES, type ColdBand, type ColdFigure, type ColdStyle, type MixAnalysis, type SugarShare } from './mix';
export { learnOverrun, overrunOf, type OverrunResult } from './overrun';
export { whip, type WhipSetup, type WhipState } from './whip';
