export { type Bake, type BakeLine, type BakeSetting, foldBake, inWeighingOrder, isOpen, MOST_POUR_G, nextLine, type Pour, realMass, type Timer } from './bake';
export { type BakeAct, type BakeEvent, type BakeKind, inOrder, nextTurn, POURED_BY, type PouredBy, type Portioning, type Stage } from './events';
export { mixingOrder, moveInOrder } from './order';
export { type CutPortion, cutPortions, type Cutting, type Difference, differences, usedFoods, yieldCheck, type YieldCheck } from './after';
export { answerOf, goodPour, type PourChoice, pourChoices, type PourState, pourState } from './pour';
