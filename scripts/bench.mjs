// npm run bench: builds if needed, then measures in one run and prints a table. No figure here is asserted anywhere.
import { ensureBuilt } from './build.mjs';
import { ensureChromium, run } from './prepare.mjs';

await ensureBuilt();
const chromium = ensureChromium();
process.exitCode = run('npx', ['tsx', 'benchmarks/bench.ts'], { env: { CHROMIUM_PATH: chromium }, stdout: 1 });
