export { readDocument, readRecipeJsonLd, type ReadDocument, writeRecipeJsonLd } from './recipeJsonLd';
export { MOST_CHARACTERS, readRecipeText, type ReadResult, readYield } from './recipeText';
export { ingredientsIn } from './sharedLine';
