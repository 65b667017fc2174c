export { FOOD_COLUMNS, readFoodRows, readFoodTable, type ReadRow, writeFoodTable } from './foods';
export { readCautions, readSwapRules } from './rules';
