// npm test: lint, types, unit tests and browser tests; ends with one line that sums them up.
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium, ensurePackages, run } from './prepare.mjs';

ensurePackages();
const chromium = ensureChromium();
const folder = mkdtempSync(join(tmpdir(), 'fellmist-test-'));
const tally = { passed: 0, failed: 0 };

function step(name, ok) {
  tally[ok ? 'passed' : 'failed'] += 1;
  process.stdout.write(`${ok ? 'ok' : 'FAILED'}: ${name}\n`);
}

function suite(name, config, env = {}) {
  const file = join(folder, `${name}.json`);
  const status = run('npx', ['jest', '--config', config, '--json', '--outputFile', file, '--silent=false'], { env, stdout: 'ignore' });
  if (!existsSync(file)) {
    step(`${name} (no result: the runner stopped with ${status})`, false);
    return;
  }
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(file, 'utf8'));
  tally.passed += numPassedTests;
  tally.failed += numFailedTests + numRuntimeErrorTestSuites;
  if (status !== 0 && numFailedTests + numRuntimeErrorTestSuites === 0) tally.failed += 1;
  process.stdout.write(`${name}: ${numPassedTests} passed, ${numFailedTests + numRuntimeErrorTestSuites} failed\n`);
}

step('lint', run('npx', ['eslint', '.', '--max-warnings', '0']) === 0);
step('format', run('npx', ['prettier', '--check', '--log-level', 'warn', '.']) === 0);
step('types', run('node', ['scripts/types.mjs']) === 0);
suite('unit', 'jest.config.mjs');
suite('web', 'web/jest.config.mjs', { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' });
const built = run('node', ['scripts/build.mjs']) === 0;
step('build', built);
if (built) suite('browser', 'e2e/jest.config.mjs', { CHROMIUM_PATH: chromium });

process.stdout.write(`${tally.passed} passed, ${tally.failed} failed\n`);
process.exitCode = tally.failed > 0 ? 1 : 0;
