export { type Lift, liftOf, SOAPY_SHARE } from './lift';
export { bulkSweetness, intenseSweetness, type Sweetness, sweetnessCeiling, sweetnessOf } from './sweetness';
export { type Consistency, CONSISTENCY_WORDS, consistencyOf, consistencyWord, hydrationOf, massForHydration, type Measured, moistureOf, SCALE_MOST, scaleOf } from './consistency';
