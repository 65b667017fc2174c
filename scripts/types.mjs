// Type-checks every package.
import { run } from './prepare.mjs';

const projects = ['core', 'contract', 'data', 'server', 'e2e', '.', 'web/tsconfig.app.json', 'web/tsconfig.spec.json'];
const failed = projects.filter((project) => run('npx', ['tsc', '-p', project, '--noEmit']) !== 0);
if (failed.length > 0) {
  process.stderr.write(`Types do not hold in: ${failed.join(', ')}\n`);
  process.exitCode = 1;
}
