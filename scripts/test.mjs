// npm test: lint, types, unit tests and browser tests, in two lanes side by side; ends with one line that sums them up.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium, ensurePackagesBeside, root } from './prepare.mjs';

const folder = mkdtempSync(join(tmpdir(), 'fellmist-test-'));
const tally = { passed: 0, failed: 0 };

/** Runs a command; what it says is shown when it is done, so that the lanes do not talk into each other. */
function run(command, args, env = {}) {
  return new Promise((resolve) => {
    const said = [];
    const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
    child.on('close', (status) => resolve({ status: status ?? 1, said: Buffer.concat(said).toString() }));
  });
}

/** Fetched while the packages are. */
const browserThere = new Promise((resolve) => spawn('node', ['scripts/prepare.mjs'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] }).on('close', resolve));
const compiled = ensurePackagesBeside();

async function step(name, command, args) {
  const { status, said } = await run(command, args, { FELLMIST_PACKAGES: 'there' });
  tally[status === 0 ? 'passed' : 'failed'] += 1;
  process.stdout.write(status === 0 ? `ok: ${name}\n` : `${said}\nFAILED: ${name}\n`);
  return status === 0;
}

async function suite(name, config, env = {}, which = []) {
  const file = join(folder, `${name}.json`);
  const { status, said } = await run('npx', ['jest', '--config', config, '--maxWorkers', '1', '--json', '--outputFile', file, ...which], env);
  if (!existsSync(file)) {
    tally.failed += 1;
    process.stdout.write(`${said}\nFAILED: ${name} (no result: the runner stopped with ${status})\n`);
    return;
  }
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(file, 'utf8'));
  const failed = numFailedTests + numRuntimeErrorTestSuites;
  tally.passed += numPassedTests;
  tally.failed += failed + (status !== 0 && failed === 0 ? 1 : 0);
  process.stdout.write(`${failed > 0 ? said.replace(/^\{"num.*$/gm, '') : ''}${name}: ${numPassedTests} passed, ${failed} failed\n`);
}

/** Browser tests that go with the unit tests, so that both lanes end about together. */
const WITH_UNITS = 'e2e/(?:clock|hand)\\.spec';
const built = step('build', 'node', ['scripts/build.mjs']);

/** Browser tests, once the pages are built and there is something to serve them and something to show them. */
async function shown(name, which) {
  await Promise.all([compiled, browserThere]);
  if (await built) await suite(name, 'e2e/jest.config.mjs', { CHROMIUM_PATH: ensureChromium() }, which);
}

async function words() {
  await step('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
  await step('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
  await step('types', 'node', ['scripts/types.mjs']);
  await suite('web', 'web/jest.config.mjs', { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' });
  await compiled;
  await suite('unit', 'jest.config.mjs');
  await shown('browser beside', ['--testPathPatterns', WITH_UNITS]);
}

await Promise.all([words(), shown('browser', ['--testPathIgnorePatterns', WITH_UNITS])]);
process.stdout.write(`${tally.passed} passed, ${tally.failed} failed\n`);
process.exitCode = tally.failed > 0 ? 1 : 0;
