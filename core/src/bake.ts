/* The second door of core: vessels and the bake day, which only their own places load. */
export * from './vessel';
export * from './day';
export * from './heat';
export * from './plan';
