// Runs the tests of one bundle with one place of core changed, as Jest would, without starting Jest anew for each: for scripts/mutate.mjs.
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { Script } from 'node:vm';
import { expect } from 'expect';
import { bind } from 'jest-each';
import { join } from 'node:path';
import { root } from './prepare.mjs';

const require = createRequire(join(root, 'package.json'));
const scripts = new Map();
let [active, seen] = [0, new Set()];
globalThis.changedAt = (id) => {
  seen.add(id);
  return id === active;
};
globalThis.expect = expect;

/** The tests that a bundle declares, with their full names. */
function declared(bundle) {
  const tests = [];
  let path = [];
  const describe = (name, declare) => {
    path.push(name);
    declare();
    path.pop();
  };
  const test = (name, run) => tests.push({ name: [...path, name].join(' > '), run });
  describe.each = bind(describe, false);
  test.each = bind(test, false);
  Object.assign(globalThis, { describe, test, it: test });
  if (!scripts.has(bundle)) scripts.set(bundle, new Script(`(function (require, module, exports) {${readFileSync(bundle, 'utf8')}\n})`, { filename: bundle }));
  const module = { exports: {} };
  scripts.get(bundle).runInThisContext()(require, module, module.exports);
  return tests;
}

/** What failed first, and, for a first look, which places the bundle reaches as it is loaded and in each test. */
async function run({ bundle, id, names }) {
  const from = performance.now();
  [active, seen] = [id, new Set()];
  const answer = { failed: undefined, load: [], tests: [], ms: 0 };
  try {
    const wanted = declared(bundle).filter(({ name }) => !names || names.includes(name));
    answer.load = [...seen];
    for (const { name, run: act } of wanted) {
      seen = new Set();
      try {
        await act();
      } catch (error) {
        return { ...answer, failed: `${name}: ${String(error?.message ?? error).slice(0, 400)}` };
      }
      if (id === 0) answer.tests.push({ name, ids: [...seen] });
    }
  } catch (error) {
    return { ...answer, failed: `as it was loaded: ${String(error?.message ?? error).slice(0, 400)}` };
  }
  return { ...answer, ms: performance.now() - from };
}

process.on('message', (job) => void run(job).then((answer) => process.send(answer)));
