// Type-checks every package: each file once, in the project that it belongs to, and no file is read twice.
import { dirname, join } from 'node:path';
import ts from 'typescript';
import { root } from './prepare.mjs';

const PROJECTS = [
  'core/tsconfig.json',
  'contract/tsconfig.json',
  'data/tsconfig.json',
  'server/tsconfig.json',
  'e2e/tsconfig.json',
  'tsconfig.json',
  'web/tsconfig.app.json',
  'web/tsconfig.worker.json',
  'web/tsconfig.spec.json',
];

/** What was read for a project before, by name and how it is to be read. */
const read = new Map();

function hostOf(options) {
  const host = ts.createCompilerHost(options);
  const fresh = host.getSourceFile.bind(host);
  host.getSourceFile = (name, how, ...rest) => {
    const key = JSON.stringify([name, how]);
    if (!read.has(key)) read.set(key, fresh(name, how, ...rest));
    return read.get(key);
  };
  return host;
}

/** The faults in a project's own files; those it imports are checked where they belong. */
function faultsIn(project) {
  const file = join(root, project);
  const { config, error } = ts.readConfigFile(file, ts.sys.readFile);
  if (error) return [error];
  const { options, fileNames, errors } = ts.parseJsonConfigFileContent(config, ts.sys, dirname(file));
  const program = ts.createProgram(fileNames, options, hostOf(options));
  const own = fileNames.map((name) => program.getSourceFile(name)).filter((one) => one && !checked.has(one.fileName));
  for (const { fileName } of own) checked.add(fileName);
  return [
    ...errors,
    ...program.getOptionsDiagnostics(),
    ...program.getGlobalDiagnostics(),
    ...own.flatMap((one) => [...program.getSyntacticDiagnostics(one), ...program.getSemanticDiagnostics(one)]),
  ];
}

const checked = new Set();
const faults = PROJECTS.flatMap(faultsIn);
if (faults.length > 0) {
  process.stderr.write(ts.formatDiagnosticsWithColorAndContext(faults, { getCanonicalFileName: (name) => name, getCurrentDirectory: () => root, getNewLine: () => '\n' }));
  process.exitCode = 1;
}
process.stdout.write(`${checked.size} files checked\n`);
