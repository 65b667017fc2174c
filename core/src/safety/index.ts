export { type AllergenReport, allergensOf, BAKE_STEPS, type BakeStep, type Caution, type CautionRule, cautionsFor, DEFERENCE } from './cautions';
export { type DailyShare, dailyShares, USUAL_BODY_KG } from './dailyLimits';
