// npm run schema: writes the format of the open household file, as JSON Schema, into docs/.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tsImport } from 'tsx/esm/api';
import { ensurePackages, root } from './prepare.mjs';

ensurePackages();
const { householdFormat } = await tsImport('../server/src/store/householdFile.ts', import.meta.url);
writeFileSync(join(root, 'docs', 'household.schema.json'), `${JSON.stringify(householdFormat(), null, 2)}\n`);
