import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ShippedLarder } from '@fellmist/contract';
import { type Vessel } from '@fellmist/core/bake';
import { readCautions, readColdStyles, readCorrectives, readFoodTable, readProductClasses, readSwapRules, readVessels, readWordGroups } from '@fellmist/contract/tables';

/** The shipped foods, swap rules and cautions, read from the tables in `folder` (this folder of the repository). */
export function loadShippedLarder(folder: string): ShippedLarder {
  const read = (name: string): string => readFileSync(join(folder, name), 'utf8');
  return {
    foods: readFoodTable(read('foods.csv'), read('roles.csv')),
    rules: readSwapRules(read('swap-rules.json')),
    classes: readProductClasses(read('product-classes.json')),
    correctives: readCorrectives(read('correctives.json')),
    coldStyles: readColdStyles(read('cold-styles.json')),
    cautions: readCautions(read('cautions.json')),
    wordGroups: readWordGroups(read('words.json')),
  };
}

/** The shipped tins, bowls and jars. */
export function loadVessels(folder: string): readonly Vessel[] {
  return readVessels(readFileSync(join(folder, 'vessels.json'), 'utf8'));
}
