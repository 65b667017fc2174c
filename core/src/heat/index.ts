export { type Axis, type Body, type Face, heat, type HeatAim, type Heating, type HeatSample, heatSteps, toItsEnd, vapourPa } from './solver';
export {
  type BakingAsk,
  bakingTime,
  type BakingTime,
  bakingTimeSteps,
  bodyOf,
  LOOK,
  OVEN_C,
  reckonedUntil,
  type OvenSetting,
  type Thermal,
  thermalOf,
  type TimeRefusal,
  timeRefusal,
} from './bakingTime';
export { isTrusted, oneLog, ovenFactor, type OvenFactor, type OvenLog } from './ovenFactor';
export { type GriddleAsk, griddling, type Griddling, leftFor, PLATE_C } from './griddle';
export { GO_S, mugTime, type MugSpan, WATTS } from './mug';
export { forecast, type Forecast, type ProbeSample } from './probe';
export { ownOven, type OwnOven } from './ownOven';
export { doneS, firstLookS, ownStages, ownTime, type OwnTime, timeJudgement } from './ownTime';
