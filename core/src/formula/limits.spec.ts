import { larder, readFormula } from '../../test/larder';
import { readRecipeJsonLd } from '../exchange';
import { allLines, type Formula, limitFaults, LIMITS, type Line } from './index';

const CAKE = readFormula('Cake\nServes 2\n100 g plain flour\n2 eggs\nMethod\nMix.\nBake.');
const [first] = allLines(CAKE) as [Line];
const letters = (count: number): string => 'a'.repeat(count);
const lines = (count: number): Formula['parts'] => [{ id: 'p', heading: '', lines: Array.from({ length: count }, (_, i) => ({ ...first, id: `l${i}` })) }];

test.each<[string, Partial<Formula>, Partial<Formula>, RegExp]>([
  ['title', { title: letters(LIMITS.title) }, { title: letters(LIMITS.title + 1) }, /title has 301 letters/],
  ['lines', { parts: lines(LIMITS.lines) }, { parts: lines(LIMITS.lines + 1) }, /1,001 ingredients/],
  ['parts', { parts: Array(LIMITS.parts).fill(CAKE.parts[0]) }, { parts: Array(LIMITS.parts + 1).fill(CAKE.parts[0]) }, /201 parts/],
  ['steps', { method: Array(LIMITS.steps).fill('Mix.') }, { method: Array(LIMITS.steps + 1).fill('Mix.') }, /more than 2,000 paragraphs/],
  ['notes', { notes: Array(LIMITS.steps).fill('Good.') }, { notes: Array(LIMITS.steps + 1).fill('Good.') }, /more than 2,000 paragraphs/],
  ['a paragraph', { notes: [letters(LIMITS.text)] }, { notes: [letters(LIMITS.text + 1)] }, /more than 20,000 letters/],
  ['portions', { portions: LIMITS.portions }, { portions: LIMITS.portions + 1 }, /Up to 100,000 portions/],
])('the most of %s can be kept, and one more is said in words', (_name, most, more, words) => {
  expect(limitFaults({ ...CAKE, ...most })).toEqual([]);
  expect(limitFaults({ ...CAKE, ...more })).toEqual([expect.stringMatching(words)]);
});

test('a line that is too long is named by its first words', () => {
  const long = { ...CAKE, parts: [{ id: 'p', heading: '', lines: [{ ...first, text: `100 g flour ${letters(LIMITS.line)}` }] }] };
  expect(limitFaults(long)).toEqual([expect.stringContaining('“100 g flour aaa')]);
});

test('neither reader cuts a text: a title as long as can be kept comes in whole, and a longer one is told rather than cut', () => {
  const title = `Cake ${letters(290)}`;
  const [pasted, talk] = [`Cake ${letters(115)}`, `Cake ${letters(200)}`].map((first) => readFormula(`${first}\n100 g plain flour`));
  const shared = (name: string, entries: number) =>
    readRecipeJsonLd(JSON.stringify({ '@type': 'Recipe', name, recipeIngredient: Array(entries).fill('100 g plain flour') }), larder, 'metric');
  const [kept, long] = [shared(title, LIMITS.lines), shared(letters(400), 1)];
  expect([pasted?.title.length, talk?.notes, kept.ok && kept.formula.title]).toEqual([120, [`Cake ${letters(200)}`], title]);
  expect(kept.ok && limitFaults(kept.formula)).toEqual([]);
  expect(long.ok && limitFaults(long.formula)).toEqual([expect.stringContaining('400 letters')]);
  expect(shared('Cake', LIMITS.lines + 1)).toMatchObject({ ok: false, error: expect.stringContaining('1001 entries') });
});
