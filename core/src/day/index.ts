export { foldBake, MOST_POUR_G, realMass } from './bake';
export { type Bake, type BakeLine, type BakeSetting, isInOwnTin, type ServedPlate, type Pour, type Timer } from './state';
export {
  type BakeAct,
  type BakeEvent,
  type BakeKind,
  type Into,
  INTO_AS,
  type InTheHeat,
  inOrder,
  standingEvents,
  nextTurn,
  POURED_BY,
  type PouredBy,
  type Portioning,
  type Stage,
  type Topping,
} from './events';
export { asPlanned, type Bowl, bowlsOf, inWeighingOrder, isOpen, nextLine, restAsPlanned, stepToDo, wantedG } from './weighing';
export { soaksBread } from './realLines';
export { keptOf } from './kept';
export { heldTogether, isMade, ofPortions, type EatenShare, type WeekDay, type WeekEntry, weekOf } from './week';
export { heatedOf, ovenTold, timersOf } from './timers';
export { mixerUse, mixingOrder, moveInOrder } from './order';
export { type OwnPieces, ownPieces } from './ownPieces';
export { type CutPortion, cutPortions, type Cutting, type PlanDifference, differences, type PlateFigures, plateFigures, usedFoods, yieldCheck, type YieldCheck } from './after';
export { answerOf, goodPour, type PourChoice, pourChoices, type PourState, pourState } from './pour';
