// Builds the web application and the server bundle into dist/, when sources are newer than the last build.
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { brotliCompressSync, constants } from 'node:zlib';
import { ensurePackages, fail, root, run } from './prepare.mjs';

const SOURCES = [
  'core/src',
  'contract/src',
  'data/load.ts',
  'data/language',
  'server/src',
  'web/src',
  'angular.json',
  'tsconfig.base.json',
  'web/tsconfig.app.json',
  'package-lock.json',
  'scripts/build.mjs',
];
const stamp = join(root, 'dist', '.built');

function newest(path) {
  const stat = statSync(path);
  return stat.isDirectory() ? Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name)))) : stat.mtimeMs;
}

async function bundleServer() {
  const { build } = await import('esbuild');
  const entry = (name) => join(root, 'server', 'src', name);
  await build({
    entryPoints: { main: entry('main.ts'), door: entry('door/main.ts'), tableWorker: entry('imports/tableWorker.ts') },
    outdir: join(root, 'dist', 'server'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    external: [
      'better-sqlite3',
      'express',
      'ical-generator',
      'helmet',
      'express-static-gzip',
      'pino',
      'pino-http',
      'papaparse',
      'sharp',
      'numeric-quantity',
      'zod',
      'express-rate-limit',
      'htmlparser2',
      'domhandler',
      'uqr',
    ],
  });
}

/** Puts a compressed copy beside each text of the pages, so that the server only sends it. */
function compressPages(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) compressPages(path);
    else if (/\.(?:js|css|svg|wasm)$/.test(entry.name)) writeFileSync(`${path}.br`, brotliCompressSync(readFileSync(path), { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
  }
}

/** The pages' files by name, for a device that keeps them. */
function listPages(folder) {
  const names = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.br$|^(?:index\.html|sw\.js|assets\.json|3rdpartylicenses\.txt)$/.test(entry.name))
    .map((entry) => `/${relative(folder, join(entry.parentPath ?? entry.path, entry.name))}`);
  writeFileSync(join(folder, 'assets.json'), JSON.stringify(names.sort()));
}

export function isBuilt() {
  return existsSync(stamp) && statSync(stamp).mtimeMs > Math.max(...SOURCES.map((path) => newest(join(root, path))));
}

export async function ensureBuilt() {
  ensurePackages();
  if (isBuilt()) return;
  process.stderr.write('Building Fellmist…\n');
  await bundleServer();
  const status = run('npx', ['ng', 'build', '--configuration', 'production'], { env: { NG_CLI_ANALYTICS: 'false' } });
  if (status !== 0) fail('The web application could not be built; see the messages above.');
  listPages(join(root, 'dist', 'web', 'browser'));
  compressPages(join(root, 'dist', 'web', 'browser'));
  mkdirSync(join(root, 'dist'), { recursive: true });
  writeFileSync(stamp, new Date().toISOString());
}

/** The command-line door alone, which needs no browser build. */
export async function ensureDoor() {
  ensurePackages();
  const door = join(root, 'dist', 'server', 'door.mjs');
  const sources = ['core/src', 'contract/src', 'data/load.ts', 'data/language', 'server/src'];
  if (existsSync(door) && statSync(door).mtimeMs > Math.max(...sources.map((path) => newest(join(root, path))))) return;
  await bundleServer();
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await ensureBuilt();
