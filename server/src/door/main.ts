import { join } from 'node:path';
import { loadShippedLarder } from '@fellmist/data';
import { DoorError, runAnalyse, runRebuild } from './door';

const USAGE = {
  analyse: 'usage: npm run -s analyse -- FILE',
  rebuild: 'usage: npm run -s rebuild -- FILE --swap "FROM -> TO"',
};

function run(argv: readonly string[]): object {
  const [command, ...rest] = argv;
  const shipped = loadShippedLarder(join(process.env['FELLMIST_ROOT'] ?? process.cwd(), 'data'));
  if (command === 'analyse') {
    const [file] = rest;
    if (!file || rest.length !== 1) throw new DoorError(USAGE.analyse);
    return runAnalyse(file, shipped);
  }
  const at = rest.indexOf('--swap');
  const swap = at < 0 ? undefined : rest[at + 1];
  const files = rest.filter((_, i) => at < 0 || (i !== at && i !== at + 1));
  if (!files[0] || files.length !== 1 || !swap) throw new DoorError(USAGE.rebuild);
  return runRebuild(files[0], swap, shipped);
}

try {
  process.stdout.write(`${JSON.stringify(run(process.argv.slice(2)), undefined, 2)}\n`);
} catch (error) {
  if (!(error instanceof DoorError)) throw error;
  process.stderr.write(`${error.message.replace(/\s+/g, ' ')}\n`);
  process.exitCode = 2;
}
