// npm run dev: the server restarts and the pages rebuild as sources change; pages on 4200, server on 4600.
import { spawn } from 'node:child_process';
import { ensurePackages, root } from './prepare.mjs';

ensurePackages();
const options = { cwd: root, stdio: 'inherit', env: { ...process.env, FELLMIST_ROOT: root, NG_CLI_ANALYTICS: 'false' } };
const children = [spawn('npx', ['tsx', 'watch', 'server/src/main.ts'], options), spawn('npx', ['ng', 'serve', '--proxy-config', 'web/proxy.json'], options)];
for (const child of children) child.on('exit', () => children.forEach((other) => other.kill()));
