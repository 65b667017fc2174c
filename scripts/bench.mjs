// npm run bench: builds if needed, bundles the measurements as the application is bundled, then measures in one run and prints a table. No figure here is asserted anywhere.
import { ensureBuilt } from './build.mjs';
import { ensureChromium, run } from './prepare.mjs';

await ensureBuilt();
const chromium = ensureChromium();
const bundled = 'dist/bench/bench.mjs';
run('npx', [
  'esbuild',
  'benchmarks/bench.ts',
  '--bundle',
  '--platform=node',
  '--format=esm',
  '--external:hyperformula',
  '--external:puppeteer-core',
  ...[
    'better-sqlite3',
    'express',
    'express-static-gzip',
    'helmet',
    'highs',
    'ical-generator',
    'papaparse',
    'pino',
    'pino-http',
    'sharp',
    'zod',
    'express-rate-limit',
    'htmlparser2',
    'domhandler',
    'uqr',
    'ajv',
  ].map((name) => `--external:${name}`),
  '--log-level=error',
  `--outfile=${bundled}`,
]);
process.exitCode = run('node', [bundled, ...process.argv.slice(2)], { env: { CHROMIUM_PATH: chromium }, stdout: 1 });
