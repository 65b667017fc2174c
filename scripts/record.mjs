// npm run record: writes data/record/*.txt anew, what core makes of lines, recipes, swaps and labels. Read the difference before you keep it.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensurePackages, root } from './prepare.mjs';

ensurePackages();
const { build } = await import('esbuild');
const outfile = join(root, 'dist', 'record.mjs');
await build({
  stdin: { contents: "export { Recorder } from './data/test/recorder.ts'; export { writeRecord } from './data/test/kitchen.ts';", resolveDir: root, loader: 'ts' },
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'bundle',
  logLevel: 'warning',
});
const { Recorder, writeRecord } = await import(pathToFileURL(outfile).href);
for (const [name, sections] of Object.entries(new Recorder(join(root, 'data')).recorded())) writeFileSync(join(root, 'data', 'record', `${name}.txt`), writeRecord(sections));
