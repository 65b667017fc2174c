import { join } from 'node:path';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { DoorError, runAnalyse, runRead, runRebuild } from './door';

const USAGE = {
  analyse: 'usage: npm run -s analyse -- FILE [--scale 1.5] [--vessel "23x13 loaf"]',
  rebuild: 'usage: npm run -s rebuild -- FILE --swap "FROM -> TO" [--settle]',
  read: 'usage: npm run -s read -- FILE',
};

/** What stands alone, and what follows each of some options. */
function optionsOf(rest: readonly string[], names: readonly string[]): { readonly plain: readonly string[]; readonly options: ReadonlyMap<string, string> } {
  const options = new Map<string, string>();
  const plain: string[] = [];
  for (let i = 0; i < rest.length; i++) {
    const one = rest[i] ?? '';
    if (!names.includes(one)) plain.push(one);
    else options.set(one, rest[(i += 1)] ?? '');
  }
  return { plain, options };
}

function run(argv: readonly string[]): object {
  const [command, ...rest] = argv;
  const data = join(process.env['FELLMIST_ROOT'] ?? process.cwd(), 'data');
  const shipped = loadShippedLarder(data);
  if (command === 'read') {
    const [file] = rest;
    if (!file || rest.length !== 1) throw new DoorError(USAGE.read);
    return runRead(file, shipped);
  }
  if (command === 'analyse') {
    const { plain, options } = optionsOf(rest, ['--scale', '--vessel']);
    if (!plain[0] || plain.length !== 1) throw new DoorError(USAGE.analyse);
    return runAnalyse(plain[0], shipped, { scale: options.get('--scale'), vessel: options.get('--vessel') }, loadVessels(data));
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
