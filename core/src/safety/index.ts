export { type AllergenReport, allergensOf, type Caution, type CautionRule, cautionsFor, DEFERENCE } from './cautions';
