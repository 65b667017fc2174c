// npm run stress: kills, fuzzes and loads a server of its own for about half an hour. Parts alone: npm run stress -- kill=50 fuzz=1000 load=60
import { tsImport } from 'tsx/esm/api';
import { ensureBuilt } from './build.mjs';

await ensureBuilt();
const { stress } = await tsImport('../e2e/stress/all.ts', import.meta.url);
process.exitCode = (await stress(process.argv.slice(2))) ? 0 : 1;
