export { type Consistency, CONSISTENCY_WORDS, consistencyOf, consistencyWord, hydrationOf, massForHydration, type Measured, moistureOf, SCALE_MOST, scaleOf } from './consistency';
