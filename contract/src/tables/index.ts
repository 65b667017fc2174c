export { FOOD_COLUMNS, readFoodRows, readFoodTable, type ReadRow, writeFoodTable } from './foods';
export { readCautions, readColdStyles, readCorrectives, readProductClasses, readSwapRules, readVessels, readWordGroups } from './rules';
export { PACK_COLUMNS, type PackRow, readPackRows, type ReadPackRow, writePackTable } from './packs';
export { decodeText, MOST_ROWS, type ReadCsv, readCsv } from './readCsv';
