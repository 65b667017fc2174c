export { type Attribute, isAttribute } from './grammar';
export { type FoodIndex, type FoodMatch, indexFoods } from './foodIndex';
export { isVeryName, LIKELY, matchFood, SURE } from './match';
export { likeness, namesSomething, partsOfName, renamer, saysOnlyHow, tellingWords, type WordGroup } from './words';
