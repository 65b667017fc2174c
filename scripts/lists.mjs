// npm run lists: writes the lists in docs/ that are made from the tables of data/.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensurePackages, root } from './prepare.mjs';

ensurePackages();
const { build } = await import('esbuild');
const outfile = join(root, 'dist', 'lists.mjs');
const contents = "export { loadShippedLarder } from './data/load.ts'; export { loadOneWay, WaysBack } from './data/swapsListed.ts';";
await build({ stdin: { contents, resolveDir: root, loader: 'ts' }, outfile, bundle: true, platform: 'node', format: 'esm', packages: 'bundle', logLevel: 'warning' });
const { loadShippedLarder, loadOneWay, WaysBack } = await import(pathToFileURL(outfile).href);
const data = join(root, 'data');
writeFileSync(join(root, 'docs', 'swaps.md'), new WaysBack(loadShippedLarder(data), loadOneWay(data)).markdown());
