export {
  countingQuerySchema,
  labelSchema,
  type StoredLarder,
  type RemovedThing,
  type Problem,
  type TryHead,
  type SaveRequest,
  saveSchema,
  type ShelfEntry,
  type ShippedLarder,
  type ShelfFigures,
  type StoredFormula,
} from './api';
export { foodSchema } from './food';
export { householdSchema, type StoredSettings } from './settings';
export { formulaSchema, lineSchema, worksheetSchema } from './worksheet';
export {
  FOOD_SCHOOLS,
  type FoodPage,
  type FoodQuery,
  foodQuerySchema,
  type FoodRow,
  type FoodSort,
  type ImportPreview,
  type ImportRow,
  type LabelAnswer,
  type LookedUp,
  lookedUpSchema,
  type MatchedFoods,
  matchSchema,
  packDraftSchema,
  packSchema,
  type PackVersion,
  SORTS,
  stockSchema,
  type StoredPack,
  type StoredStock,
} from './larder';
