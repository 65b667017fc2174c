export { readDocument, readRecipeJsonLd, type ReadDocument, writeRecipeJsonLd } from './recipeJsonLd';
export { MOST_CHARACTERS, readRecipeText, type ReadResult } from './recipeText';
export { recipeOfRow, recipesOfText, severalRecipes, writeRecipeMarkdown } from './severalRecipes';
export { readClaim } from './readClaim';
export { readYield } from './readYield';
export { ingredientsIn } from './sharedLine';
