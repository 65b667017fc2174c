// npm run -s analyse and npm run -s rebuild: the command-line door.
import { join } from 'node:path';
import { ensureDoor } from './build.mjs';
import { root } from './prepare.mjs';

await ensureDoor();
process.env.FELLMIST_ROOT = root;
await import(join(root, 'dist', 'server', 'door.mjs'));
