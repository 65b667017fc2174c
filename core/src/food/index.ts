export { type CompositionFault, checkComposition } from './check';
export { type Composition, kjFromKcal, type Nutrient, NUTRIENTS, saltFromSodium } from './composition';
export { energyByFactors, type EnergyRule } from './energy';
export { type Allergen, ALLERGENS, type Food, FOOD_KINDS, type FoodKind, type Thirst } from './food';
export { type Larder, stockLarder, SUMMED } from './larder';
export { type FoundMass, type MassBasis, type MassGap, massOf, massSpread } from './massOf';
export { type FoodIndex, type FoodMatch, indexFoods, LIKELY, matchFood, SURE } from './match';
export { tellingWords } from './words';
