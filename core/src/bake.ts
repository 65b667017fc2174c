/* The second door of core: vessels, the bake day and tasting, which only their own places load. */
export * from './vessel';
export * from './day';
export * from './heat';
export * from './plan';
export * from './trial';
