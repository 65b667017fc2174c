export { readFoodTable } from './foods';
export { readCautions, readSwapRules } from './rules';
