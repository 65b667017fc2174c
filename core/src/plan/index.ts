export { type Appliance, APPLIANCES, type Busy, type DayStep, type Held, HOME_ROOM, type Room, type Treat } from './dayStep';
export { type Clash, type DayPlan, type OvenHeating, HEATS_S, planDay, planDaySteps, type PlanAsk, type PlannedStep, type WayOut } from './dayPlan';
export { askOf } from './askOf';
export { changedPlan, type HeldStep, type Plan, type PlanChange, type PlannedTreat } from './keptPlan';
export { type HeatAsk, heatsOf, type PlanHeatAsk, type Reckoned, reckonSteps } from './treatHeat';
export { treatOf } from './treatSteps';
