// npm start and npm run demo: builds what is missing and opens Fellmist on one port.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { root } from './prepare.mjs';

const demo = process.argv[2] === 'demo';
await ensureBuilt();

process.env.FELLMIST_ROOT = root;
if (demo) {
  const folder = mkdtempSync(join(tmpdir(), 'fellmist-demo-'));
  process.env.FELLMIST_DATA = folder;
  process.env.FELLMIST_DEMO = '1';
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
}
await import(join(root, 'dist', 'server', 'main.mjs'));
