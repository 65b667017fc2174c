// npm run mutate [-- --seed N --count N --in core/src/role]: changes core's sources at random places, one at a time, in a copy,
// and tells which changes none of core's own tests notices. Not part of npm test: a hundred places take the better part of an hour.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
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

function placesIn(file) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const places = [];
  const add = (node, to) => places.push({ file, start: node.getStart(source), end: node.getEnd(), to, line: source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1 });
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node) && OTHER[node.operatorToken.kind]) add(node.operatorToken, OTHER[node.operatorToken.kind]);
    else if (ts.isNumericLiteral(node)) add(node, node.text === '0' ? '1' : `(${node.text} * 1.5)`);
    else if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, 'false');
    else if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, 'true');
    else if (ts.isConditionalExpression(node)) add(node.condition, `!(${node.condition.getText(source)})`);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return places;
}

function sources(folder) {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return sources(path);
    return name.endsWith('.ts') && !name.endsWith('.spec.ts') && name !== 'index.ts' ? [path] : [];
  });
}

const folder = mkdtempSync(join(tmpdir(), 'fellmist-mutate-'));
for (const name of ['core', 'contract', 'data', 'docs', 'jest.config.mjs', 'package.json']) cpSync(join(root, name), join(folder, name), { recursive: true });
mkdirSync(join(folder, 'node_modules'));
for (const name of readdirSync(join(root, 'node_modules'))) if (name !== '@fellmist') symlinkSync(join(root, 'node_modules', name), join(folder, 'node_modules', name));
// Types are not looked at, so the fastest transform there is will do.
writeFileSync(
  join(folder, 'quick.cjs'),
  `const { transformSync } = require('esbuild');
module.exports = { process: (source, filename) => ({ code: transformSync(source, { loader: 'ts', format: 'cjs', target: 'es2022', sourcefile: filename, sourcemap: 'inline' }).code }) };`,
);
const config = readFileSync(join(folder, 'jest.config.mjs'), 'utf8');
writeFileSync(
  join(folder, 'jest.config.mjs'),
  config
    .replace(/const transform = \{[\s\S]*?\n\};/, () => "const transform = { '^.+\\.(ts|js|mjs)$': '<rootDir>/quick.cjs' };")
    .replace(/\['core', 'contract', 'data', 'server'\]/, () => "['core']"),
);

function testsNotice(file) {
  const run = spawnSync('npx', ['jest', '--bail', '--silent', '--findRelatedTests', file], { cwd: folder, encoding: 'utf8', timeout: 180_000 });
  return run.status !== 0;
}

const random = generator(seed);
const places = sources(join(folder, within)).flatMap(placesIn);
const sample = Array.from({ length: Math.min(count, places.length) }, () => places.splice(Math.floor(random() * places.length), 1)[0]);
if (testsNotice(join(folder, 'core/src/role/lift.ts'))) throw new Error('The tests fail before anything was changed.');
const survivors = [];
sample.forEach((place, i) => {
  const before = readFileSync(place.file, 'utf8');
  writeFileSync(place.file, before.slice(0, place.start) + place.to + before.slice(place.end));
  const isNoticed = testsNotice(place.file);
  writeFileSync(place.file, before);
  const what = `${relative(folder, place.file)}:${place.line} ${before.slice(place.start, place.end)} -> ${place.to}`;
  if (!isNoticed) survivors.push(what);
  process.stdout.write(`${i + 1}/${sample.length} ${isNoticed ? 'noticed ' : 'SURVIVED'} ${what}\n`);
});
rmSync(folder, { recursive: true });
process.stdout.write(
  `\nseed ${seed}: ${sample.length - survivors.length} of ${sample.length} noticed (${Math.round((100 * (sample.length - survivors.length)) / sample.length)} %)\n${survivors.join('\n')}\n`,
);
