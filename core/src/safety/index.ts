export { type AllergenReport, allergensOf, type Caution, type CautionRule, cautionsFor, DEFERENCE, TOPICS_AT } from './cautions';
export { type DailyShare, dailyShares, USUAL_BODY_KG } from './dailyLimits';
