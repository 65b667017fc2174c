// Installs what is missing: npm packages when the lock file changed, Chromium when a browser is wanted.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const stamp = join(root, 'node_modules', '.fellmist-lock');

export function fail(words) {
  process.stderr.write(`${words}\n`);
  process.exit(1);
}

/** Runs a command; by default its output goes to standard error so that a script's own output stays clean. */
export function run(command, args, { env = {}, quiet = false, stdout = 2 } = {}) {
  const result = spawnSync(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', quiet ? 'ignore' : stdout, quiet ? 'ignore' : 2] });
  return result.status ?? 1;
}

function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) fail(`Fellmist needs Node 20.19 or newer; this is ${process.versions.node}. Install a newer Node and try again.`);
}

const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');

const BROKEN = 'The packages could not be installed. Check the network and that python3, make and g++ are there, then try again.';

/** Installs what the lock file names, unless it is there; answers what to stamp it with, once it is usable. */
function installed(args) {
  checkNode();
  // Who started this command sees to the packages.
  if (process.env.FELLMIST_PACKAGES === 'there') return undefined;
  const lock = lockHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return undefined;
  process.stderr.write('Installing packages; the first time this takes a few minutes…\n');
  if (run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error', ...args], { env: { NODE_ENV: 'development' } }) !== 0) fail(BROKEN);
  return lock;
}

export function ensurePackages() {
  const lock = installed([]);
  if (lock) writeFileSync(stamp, lock);
}

/** The one package that is compiled on the machine, which takes as long as half of all the rest. */
const COMPILED = 'better-sqlite3';

/** The same for who has other things to do meanwhile: all packages are there, and the answer is done when the compiled one is, too. */
export async function ensurePackagesBeside() {
  const lock = installed(['--ignore-scripts']);
  if (!lock) return;
  const { allowScripts } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  const others = Object.keys(allowScripts).filter((name) => allowScripts[name] && name !== COMPILED);
  if (run('npm', ['rebuild', ...others, '--loglevel', 'error'], { quiet: true }) !== 0) fail(BROKEN);
  const child = spawn('npm', ['rebuild', COMPILED, '--loglevel', 'error'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] });
  const status = await new Promise((resolve) => child.on('close', resolve));
  if (status !== 0) fail(BROKEN);
  writeFileSync(stamp, lock);
}

/** Debian's Chromium without windows first: the same browser, with less to carry. */
const BROWSERS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

export function findChromium() {
  return process.env.CHROMIUM_PATH ?? BROWSERS.find((path) => existsSync(path));
}

export function ensureChromium() {
  const found = findChromium();
  if (found && existsSync(found)) return found;
  if (process.platform !== 'linux' || process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    fail('The browser tests need Chromium. Install it, or name it in CHROMIUM_PATH, and try again.');
  }
  process.stderr.write('Installing Chromium…\n');
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-q'], { env, quiet: true });
  ['chromium-headless-shell', 'chromium'].some((name) => run('apt-get', ['install', '-y', '-q', '--no-install-recommends', name], { env, quiet: true }) === 0);
  const installed = findChromium();
  if (!installed) fail('Chromium could not be installed by apt-get. Install it by hand, or name it in CHROMIUM_PATH, and try again.');
  return installed;
}

// Run by itself it fetches the browser: beside the packages, for who needs both.
if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) ensureChromium();
