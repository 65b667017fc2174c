export { type BoughtTreat, figuresOfBought } from './bought';
export { type Difference, differenceOf, type Plate, type Plated, plates, tableOf, TERMS, type Terms, weightForEnergy } from './compare';
export { type Explanation, judgeClaim, type JudgedClaim, type JudgedFigure } from './judgeClaim';
