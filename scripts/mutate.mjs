// npm run mutate [-- --seed N --count N --in core/src/role --show 12,40]: what would go wrong in core without any test noticing?
// A seeded sample of places is changed, one at a time, and the tests that reach each are run. Not part of npm test: 200 places
// take about half an hour. All changes are built into the bundles at once and switched on one by one, so nothing is compiled anew.
import { fork } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { build } from 'esbuild';
import ts from 'typescript';
import { ensurePackages, root } from './prepare.mjs';

ensurePackages();
const option = (name, fallback) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? fallback : process.argv[at + 1];
};
const seed = Number(option('seed', '1'));
const count = Number(option('count', '200'));
const within = option('in', 'core/src');
const only = option('show', '').split(',').filter(Boolean).map(Number);

/** A small generator of the kind called mulberry32: the same seed, the same places. */
function generator(start) {
  let state = start >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

const OTHER = {
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.LessThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '>',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '<',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
};

/** What stands behind `list[i] ??` is there for the compiler alone: the place is known to be filled, and no change of it can be seen. */
function isForTheCompiler(node) {
  const { parent } = node;
  return (
    parent !== undefined &&
    ts.isBinaryExpression(parent) &&
    parent.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken &&
    parent.right === node &&
    ts.isElementAccessExpression(parent.left)
  );
}

/** The places of a file that can be changed: each a node, and what it becomes when its parts are written as `part` says. */
function placesIn(file) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const places = [];
  const add = (node, shown, becomes) => places.push({ file, node, shown, becomes, line: source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1 });
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (isForTheCompiler(node)) return;
    const other = ts.isBinaryExpression(node) ? OTHER[node.operatorToken.kind] : undefined;
    if (other) {
      const shown = `${node.left.getText(source).slice(-40)} ${node.operatorToken.getText(source)} ${node.right.getText(source).slice(0, 40)} -> ${other}`;
      add(node, shown, (part) => `(${part(node.left)}) ${other} (${part(node.right)})`);
    } else if (ts.isNumericLiteral(node) && !ts.isPropertyAssignment(node.parent))
      add(node, `${node.text} -> ${node.text === '0' ? '1' : '* 1.5'}`, () => (node.text === '0' ? '1' : `${node.text} * 1.5`));
    else if (ts.isNumericLiteral(node) && node.parent.initializer === node) {
      add(node, `${node.parent.name.getText(source)}: ${node.text} -> ${node.text === '0' ? '1' : '* 1.5'}`, () => (node.text === '0' ? '1' : `${node.text} * 1.5`));
    } else if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, 'true -> false', () => 'false');
    else if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, 'false -> true', () => 'true');
    else if (ts.isConditionalExpression(node)) {
      add(node, `${node.condition.getText(source).slice(0, 60)} ? -> not`, (part) => `!(${part(node.condition)}) ? ${part(node.whenTrue)} : ${part(node.whenFalse)}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return places;
}

function sources(folder, ending) {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (name === 'node_modules') return [];
    if (statSync(path).isDirectory()) return sources(path, ending);
    return ending.test(name) ? [path] : [];
  });
}

/** The text of a file with all its places in it, each behind its switch. */
function withSwitches(file, places) {
  const text = readFileSync(file, 'utf8');
  const mine = new Map(places.filter((place) => place.file === file).map((place) => [place.node, place]));
  const source = [...mine.keys()][0]?.getSourceFile();
  if (!source) return text;
  const plain = (node) => {
    let [out, at] = ['', node.getStart(source)];
    ts.forEachChild(node, (child) => {
      out += text.slice(at, child.getStart(source)) + part(child);
      at = child.getEnd();
    });
    return out + text.slice(at, node.getEnd());
  };
  const part = (node) => {
    const place = mine.get(node);
    return place ? `(globalThis.changedAt(${place.id}) ? (${place.becomes(part)}) : (${plain(node)}))` : plain(node);
  };
  return plain(source);
}

const random = generator(seed);
const all = sources(join(root, within), /(?<!\.spec)\.ts$/).flatMap(placesIn);
const places = Array.from({ length: Math.min(count, all.length) }, () => all.splice(Math.floor(random() * all.length), 1)[0]).map((place, i) => ({ ...place, id: i + 1 }));
const specs = [...['core', 'contract', 'data'].flatMap((name) => sources(join(root, name), /\.spec\.ts$/)), join(root, 'server/test/judged.spec.ts')];

const folder = mkdtempSync(join(tmpdir(), 'fellmist-mutate-'));
const ours = {
  '@fellmist/core/bake': 'core/src/bake.ts',
  '@fellmist/core': 'core/src/index.ts',
  '@fellmist/contract': 'contract/src/index.ts',
  '@fellmist/contract/tables': 'contract/src/tables/index.ts',
  '@fellmist/data': 'data/load.ts',
};
await build({
  entryPoints: specs,
  outdir: folder,
  outbase: root,
  bundle: true,
  format: 'cjs',
  platform: 'node',
  target: 'node20',
  logLevel: 'error',
  plugins: [
    {
      name: 'switches',
      setup({ onResolve, onLoad }) {
        onResolve({ filter: /^@fellmist\// }, ({ path }) => ({ path: join(root, ours[path] ?? path.replace('@fellmist/language', 'data/language')) }));
        onResolve({ filter: /^[a-z@][^:]*$/ }, ({ path }) => (path.startsWith('@fellmist/') || /^(convert|numeric-quantity)$/.test(path) ? undefined : { path, external: true }));
        onLoad({ filter: /\.ts$/ }, ({ path }) =>
          path.includes('node_modules') ? undefined : { contents: `const __dirname = ${JSON.stringify(dirname(path))};${withSwitches(path, places)}`, loader: 'ts' },
        );
      },
    },
  ],
});
const bundles = specs.map((spec) => join(folder, relative(root, spec).replace(/\.ts$/, '.js')));

/** A process that runs specs; one that does not answer in time is ended, and that counts as noticed: the change made it go round for ever. */
function runner() {
  let child;
  return (job, seconds) =>
    new Promise((resolve) => {
      child ??= fork(join(root, 'scripts/mutateRun.mjs'), { cwd: root, env: { ...process.env, TZ: 'UTC' } });
      const end = (answer) => {
        clearTimeout(timer);
        child?.removeAllListeners();
        if (answer.ended) {
          child?.kill('SIGKILL');
          child = undefined;
        }
        resolve(answer);
      };
      const timer = setTimeout(() => end({ failed: 'no end', ended: true }), seconds * 1000);
      child.once('message', end);
      child.once('exit', () => end({ failed: 'the process ended', ended: true }));
      child.send(job);
    });
}

const first = runner();
const reached = [];
for (const [i, bundle] of bundles.entries()) {
  const answer = await first({ bundle, id: 0 }, 300);
  if (answer.failed) throw new Error(`${relative(root, specs[i])} fails before anything was changed: ${answer.failed}`);
  reached.push({ bundle, ...answer });
}
process.stdout.write(`${places.length} places of ${all.length + places.length}, ${reached.length} specs in ${Math.round(reached.reduce((sum, { ms }) => sum + ms, 0) / 1000)} s\n`);

/** The tests that reach a place, the quickest files first; undefined as soon as one of them fails. */
async function noticedBy(place, run) {
  const reaching = reached.filter(({ load, tests }) => load.includes(place.id) || tests.some(({ ids }) => ids.includes(place.id))).sort((a, b) => a.ms - b.ms);
  for (const { bundle, load, tests, ms } of reaching) {
    const names = load.includes(place.id) ? undefined : tests.filter(({ ids }) => ids.includes(place.id)).map(({ name }) => name);
    const { failed } = await run({ bundle, id: place.id, names }, 20 + (ms * 5) / 1000);
    if (failed) return `${relative(folder, bundle)}: ${failed}`;
  }
  return undefined;
}

const survivors = [];
const queue = only.length > 0 ? places.filter(({ id }) => only.includes(id)) : [...places];
const total = queue.length;
async function work(run) {
  for (let place = queue.shift(); place; place = queue.shift()) {
    const by = await noticedBy(place, run);
    const what = `${place.id} ${relative(root, place.file)}:${place.line} ${place.shown.replace(/\s+/g, ' ')}`;
    if (!by) survivors.push(what);
    process.stdout.write(`${total - queue.length}/${total} ${by ? 'noticed ' : 'SURVIVED'} ${what}${by ? `  [${by.replace(/\s+/g, ' ').slice(0, 120)}]` : ''}\n`);
  }
}
await Promise.all(Array.from({ length: Number(option('at-once', '1')) }, () => work(runner())));
rmSync(folder, { recursive: true });
writeFileSync(join(tmpdir(), `fellmist-survivors-${seed}.txt`), `${survivors.join('\n')}\n`);
process.stdout.write(`\nseed ${seed}: ${total - survivors.length} of ${total} noticed (${Math.round((100 * (total - survivors.length)) / total)} %)\n${survivors.join('\n')}\n`);
process.exit(0);
