export { combined, type Normal } from './belief';
export { type Amount, type AmountDoubt, CONTAINER, type ReadAmount, middleOf, readAmount, readNumber } from './amount';
export { type LocalNumbers, numbersOf, type TypedNumber } from './localNumber';
export { remembering } from './remembering';
export { type Mark, MARK_WORDS } from './mark';
export { formatAmount, gramsNumber, kitchenNumber } from './format';
export { MEASURE_SYSTEMS, type MeasureSystem, type Unit, type UnitKind, UNITS, unitById, unitByWord, unitFactor } from './units';
