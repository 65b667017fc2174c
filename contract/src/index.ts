export { type LarderPayload, type Problem, type RevisionHead, type SaveRequest, saveSchema, type ShelfEntry, type ShelfFigures, type StoredFormula } from './api';
export { formulaSchema, lineSchema, worksheetSchema } from './worksheet';
