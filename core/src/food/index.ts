export { isBarcode } from './barcode';
export { type CompositionFault, checkComposition } from './check';
export { type Composition, kjFromKcal, type Nutrient, NUTRIENTS, type Polyol, POLYOLS, saltFromSodium, type Sugar, SUGARS } from './composition';
export { energyByFactors, type EnergyRule } from './energy';
export { type Allergen, ALLERGENS, COUNTRIES, type Country, countryOf, type Food, FOOD_KINDS, type FoodKind, kindIdOf, type Thirst } from './food';
export {
  columnMass,
  type Label,
  type LabelColumnName,
  type LabelServing,
  type LabelSlip,
  type ReadLabel,
  readLabel,
  type Stated,
  type StatedFigures,
  type TypedFigures,
} from './label';
export { checkLabel, energyOfParts, type HiddenZero, hiddenZeros, type LabelFault, unlikeKind, weighPiece } from './labelCheck';
export { type ReadFigure, readLabelFigure } from './labelFigure';
export { type CupFound, type CupWeighings, emptyPack, type Pack, packAsFood, packComposition, weighCup } from './pack';
export { type Intense, INTENSE, ROLE_NAMES, type RoleName, type Roles, type RoleValue } from './roles';
export { behindFigure, type Interval, LABEL_FIGURES, type LabelFigure, lawfulTolerance, type Printed, printFigure, type Tradition } from './rounding';
export { CARB_COUNT_WORDS, CARB_COUNTS, type CarbCount, isCarbCount, netCarbOf, proteinPer100Kcal, type School, SCHOOLS, schoolsOf } from './school';
export { BLOB_HYDRATION, GLUTEN_HOLD, type LearnedThirst, learnThirst, TEST_SPREAD, testShowing, type ThirstTest, thirstOfTest } from './thirst';
export { foodInHand, type GramFigures, type Larder, stockLarder, type Summed, SUMMED, withPacksAs } from './larder';
export { asMash, customaryMass, type FoundMass, type MassBasis, type MassGap, massOf, massSpread, pours } from './massOf';
export {
  type Attribute,
  type FoodIndex,
  type FoodMatch,
  indexFoods,
  isAttribute,
  isVeryName,
  likeness,
  LIKELY,
  matchFood,
  namesSomething,
  partsOfName,
  renamer,
  saysOnlyHow,
  SURE,
  tellingWords,
  type WordGroup,
} from './naming';
export { againstDiet, ANY_DIET, barredAllergens, type Diet } from './diet';
export { BY_THE_SPOON_G, countedOut, kitchenMeasure } from './kitchenMeasure';
export { answersTo, type Group, GROUPS, isIn } from './groups';
export { SPELLINGS } from './naming/grammar';
