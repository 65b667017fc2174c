export { type Lift, LIFT_NOTICED, liftOf, SOAPY_SHARE } from './lift';
export { bulkSweetness, intenseSweetness, type Sweetness, SWEETNESS_NOTICED, sweetnessCeiling, sweetnessOf } from './sweetness';
export { type Consistency, CONSISTENCY_WORDS, consistencyOf, consistencyWord, hydrationOf, massForHydration, type Measured, moistureOf, SCALE_MOST, scaleOf } from './consistency';
