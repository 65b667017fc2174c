export { type Change, changesBetween } from './changes';
export { nextAmount, type NextAmount, type Trial } from './nextAmount';
export { LEAST_TASTERS, type Penalty, penalties } from './penalty';
export { tastedOf } from './tasted';
export { faultsTold, JUST_ABOUT_RIGHT, type MeanScore, meanOn, OVERALL, type Scale, SCALES, TASTE_FAULTS, type TasteScore } from './scores';
export { blindCodes, servingOrders } from './serving';
export { leastRight, triangleTest, type TriangleResult } from './triangle';
