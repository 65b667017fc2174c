import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { analyse, readRecipeText, stockLarder } from '@fellmist/core';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { runAnalyse, runRebuild } from '../src/door/door';

const root = join(__dirname, '../..');
const shipped = loadShippedLarder(join(root, 'data'));
const loaf = join(root, 'data/demo/carrot-cardamom-loaf.txt');
const folder = mkdtempSync(join(tmpdir(), 'fellmist-door-'));
afterAll(() => rmSync(folder, { recursive: true }));

function fileOf(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

interface Described {
  readonly title: string;
  readonly lines: readonly { readonly foodId: string | null; readonly massG: number | null; readonly found: string | null }[];
  readonly unresolved: readonly string[];
  readonly totals: { readonly portion: Readonly<Record<string, number>> };
  readonly consistency: { readonly word: string; readonly value: number };
  readonly cautions: readonly { readonly text: string }[];
}

test('analyse says of a file what core says of its text', () => {
  const said = runAnalyse(loaf, shipped) as Described;
  const larder = stockLarder(shipped.foods);
  const read = readRecipeText('Cake\nServes 2\n100 g plain flour\n10 g unobtainium', larder, 'us');
  if (!read.ok) throw new Error(read.error);
  const energy = analyse(read.formula, larder).views.portion.energyKcal;
  expect(said).toMatchObject({ title: 'Carrot-cardamom loaf', consistency: { word: 'drops in blobs' }, unresolved: [] });
  expect(said.lines[0]).toMatchObject({ foodId: 'plain-flour', massG: 200, found: 'weighed' });
  expect(runAnalyse(fileOf('cake.txt', 'Cake\nServes 2\n100 g plain flour\n10 g unobtainium'), shipped)).toMatchObject({
    unresolved: ['10 g unobtainium'],
    totals: { portion: { energyKcal: { atLeast: Number(energy.amount.toFixed(4)), unknownLines: 1 } } },
  });
});

test('rebuild takes every proposal and prints both sides', () => {
  const { original, rebuilt, accepted } = runRebuild(loaf, 'plain flour -> coconut flour', shipped) as {
    original: Described;
    rebuilt: Described;
    accepted: readonly { rule: string }[];
  };
  expect(accepted.map(({ rule }) => rule)).toContain('wheat-coconut');
  expect(Math.abs(rebuilt.consistency.value - original.consistency.value)).toBeLessThanOrEqual(0.51);
  expect(rebuilt.totals.portion['netCarbG']).toBeLessThan(original.totals.portion['netCarbG'] ?? 0);
});

test('bad input is one line on standard error and exit code 2, through the real command', () => {
  const door = (...args: string[]) =>
    spawnSync('node', [join(root, 'node_modules/tsx/dist/cli.mjs'), join(root, 'server/src/door/main.ts'), ...args], { cwd: root, encoding: 'utf8' });
  const { status, stdout, stderr } = door('rebuild', loaf, '--swap', 'plain flour -> sawdust');
  expect([status, stdout, stderr.trim().split('\n').length]).toEqual([2, '', 1]);
  const good = door('analyse', loaf);
  expect([good.status, (JSON.parse(good.stdout) as Described).title]).toEqual([0, 'Carrot-cardamom loaf']);
  for (const file of [join(folder, 'missing.txt'), fileOf('empty.txt', ''), fileOf('bad.jsonld', '{"@type":"Recipe"}')])
    expect(() => runAnalyse(file, shipped)).toThrow(/^[^\n]+$/);
  for (const swap of ['nonsense', 'plain flour -> plain flour']) expect(() => runRebuild(loaf, swap, shipped)).toThrow(/^[^\n]+$/);
});

test('a file is analysed at a factor and held against a tin, as a bake is; what is near no tin, and an absurd factor, are told', () => {
  const vessels = loadVessels(join(root, 'data'));
  const [plain, half] = [runAnalyse(loaf, shipped), runAnalyse(loaf, shipped, { scale: '1.5', vessel: '9x5 in loaf' }, vessels)] as [
    Described,
    Described & { readonly vessel: { id: string; full: number; words: string } },
  ];
  expect(half.lines[0]?.massG).toBe(300);
  expect(half.totals.portion['energyKcal']).toBeCloseTo(plain.totals.portion['energyKcal'] ?? 0, 1);
  // 9 x 5 x 3 in holds 8 cups, 1.9 L, by US home-economics pan tables (from memory); the batter fills about half of it once.
  expect(half.vessel).toMatchObject({ id: 'loaf-large', words: expect.stringMatching(/(?:6|7)\d % full/) as string });
  expect(() => runAnalyse(loaf, shipped, { vessel: 'the moon' }, vessels)).toThrow(/no tin is near "the moon"/);
  expect(() => runAnalyse(loaf, shipped, { scale: '100' }, vessels)).toThrow(/from 0\.1 to 20/);
});
