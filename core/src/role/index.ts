export {
  addTimes,
  AT,
  BROUGHT,
  bringsOf,
  bringsPerGram,
  type Brought,
  FREEZING_FACTOR,
  type Measured,
  type Wetted,
  noSums,
  read as readSum,
  type Sums,
  sumsOf,
  zeros,
} from './brings';
export { bulkSweetness } from './bulkSweetness';
export { G_OF_SODA, type Lift, liftOf, ML_OF_GAS, SOAPY_SHARE } from './lift';
export { intenseSweetness, type SweetenerWarning, sweetenerWarnings, type Sweetness, sweetnessCeiling, sweetnessOf, sweetnessPer100g } from './sweetness';
export {
  amountFor,
  type Consistency,
  CONSISTENCY_MODEL,
  CONSISTENCY_WORDS,
  doesOnSpoon,
  type ConsistencyModel,
  consistencyOf,
  consistencyWord,
  fluidAndHolding,
  hydrationAt,
  hydrationOf,
  massForHydration,
  turnOf,
  type RestTime,
  SCALE_MOST,
  scaleOf,
  scaleOfPaste,
  scaleOfSums,
} from './consistency';
export { depressionOf, erythritolHeld, freezingPointOf, iceAt } from './freezing';
export { type Given, type Role } from './describe';
export { COLD_ROLES, inKitchen, type LedgerRole, LEDGER_ROLES, measureRole, type Measures, measuresOf, roleOf } from './roles';
