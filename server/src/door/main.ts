import { join } from 'node:path';
import { loadShippedLarder } from '@fellmist/data';
import { DoorError, runAnalyse, runRead, runRebuild } from './door';

const USAGE = {
  analyse: 'usage: npm run -s analyse -- FILE',
  rebuild: 'usage: npm run -s rebuild -- FILE --swap "FROM -> TO" [--settle]',
  read: 'usage: npm run -s read -- FILE',
};

function run(argv: readonly string[]): object {
  const [command, ...rest] = argv;
  const shipped = loadShippedLarder(join(process.env['FELLMIST_ROOT'] ?? process.cwd(), 'data'));
  if (command === 'analyse' || command === 'read') {
    const [file] = rest;
    if (!file || rest.length !== 1) throw new DoorError(USAGE[command]);
    return command === 'read' ? runRead(file, shipped) : runAnalyse(file, shipped);
  }
  const plain = rest.filter((one) => one !== '--settle');
  const at = plain.indexOf('--swap');
  const swap = at < 0 ? undefined : plain[at + 1];
  const files = plain.filter((_, i) => at < 0 || (i !== at && i !== at + 1));
  if (!files[0] || files.length !== 1 || !swap) throw new DoorError(USAGE.rebuild);
  return runRebuild(files[0], swap, shipped, plain.length < rest.length);
}

try {
  process.stdout.write(`${JSON.stringify(run(process.argv.slice(2)), undefined, 2)}\n`);
} catch (error) {
  if (!(error instanceof DoorError)) throw error;
  process.stderr.write(`${error.message.replace(/\s+/g, ' ')}\n`);
  process.exitCode = 2;
}
