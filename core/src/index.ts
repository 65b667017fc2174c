export * from './quantity';
export * from './food';
export * from './role';
export * from './formula';
export * from './swap';
export * from './safety';
export * from './exchange';
export * from './analysis';
