// npm run shots [-- FOLDER VIEW…]: pictures of the main views from the demo household, into docs/screenshots.
import { ensureBuilt } from './build.mjs';
import { ensureChromium, run } from './prepare.mjs';

await ensureBuilt();
const chromium = ensureChromium();
process.exitCode = run('npx', ['tsx', 'e2e/shots.ts', ...process.argv.slice(2)], { env: { CHROMIUM_PATH: chromium }, stdout: 1 });
