import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseTemplate } from '@angular/compiler';
import ts from 'typescript';

const web = join(process.cwd(), 'web/src');
const folders = readdirSync(web, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []));
/** Signs and units are the same in every language. */
const UNITS = /^(?:g|kg|mg|mL|kcal|kJ|min|fm|of|an?)$/;

interface Node {
  readonly value?: unknown;
  readonly name?: string;
  readonly attributes?: readonly { readonly name: string; readonly value: string }[];
  readonly [key: string]: unknown;
}

/** Words that stand in a template itself and not in its folder's table. */
function wordsIn(html: string): readonly string[] {
  const found: string[] = [];
  const look = (text: string): void => {
    if ((text.match(/\p{L}{2,}/gu) ?? []).some((word) => !UNITS.test(word))) found.push(text.trim());
  };
  const visit = (node: unknown): void => {
    if (Array.isArray(node)) {
      node.forEach(visit);
      return;
    }
    if (typeof node !== 'object' || node === null) return;
    const one = node as Node;
    if (typeof one.value === 'string' && !one.name) look(one.value);
    const bound = (one.value as { ast?: { strings?: readonly string[] } } | undefined)?.ast?.strings;
    bound?.forEach(look);
    for (const { name, value } of one.attributes ?? []) if (/^(?:aria-label|placeholder|title|alt|nzTitle|heading|hint|label)$/.test(name)) look(value);
    for (const key of ['children', 'branches', 'cases', 'groups', 'empty']) visit(one[key]);
  };
  visit(parseTemplate(html, 'page.html').nodes);
  return found;
}

test('the finder of words sees them in text, beside a figure and in labels, and lets signs and units be', () => {
  expect(wordsIn('<p>Bake it</p><p>{{ a }} of them</p><input placeholder="grams" /><b>{{ n }} g ×</b>@if (x) {<i>later</i>}')).toEqual(['Bake it', 'of them', 'grams', 'later']);
});

test.each(folders)('no template of %s says a word that is not in its table', (folder) => {
  const pages = readdirSync(join(web, folder)).filter((name) => name.endsWith('.html'));
  expect(pages.flatMap((name) => wordsIn(readFileSync(join(web, folder, name), 'utf8')).map((words) => `${name}: ${words}`))).toEqual([]);
});

/** Values of data, names of keys and of things the browser knows: they are not said, or are said through a table. */
const NOT_SAID =
  /^(?:at (?:most|least)|as (?:sold|prepared)|left (?:out|over)|at the table|Arrow\w+|Escape|Delete|Enter|(?:Ctrl|Alt|Shift)(?:\+\w+)*|Ask|Fellmist|If-\w+(?:-\w+)?|[A-Z]{3,})$/;
/** Kinds of what happens on a bake day, and what its lines and choices are. */
const KINDS =
  /^(?:to come|yield weighed|left behind|portion cut|vessel chosen|empty battery|food changed|poured back|scale the rest|take back|pour more|Space|server-sent events)$/;
/** Two words one after the other, a word with a capital, or a word that ends a sentence or is left open. */
const SAID = /\p{L}{2,} \p{L}{2,}|^\p{Lu}\p{Ll}+|\p{L}{2,}[.…!?]$|^ \p{L}{2,} $/u;
/** Selectors and paths, names of acts (their files), drawings. */
const ADDRESS = /^[./#(M@]|\[|^fm-|^\w+\/|:\S|^(?:edit|mend|describe|part|goal|cold|new|judged|fellmist|worker|food-of-)/;

function saidIn(code: string): readonly string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isDecorator(node) || ts.isTypeNode(node)) return;
    const texts = ts.isStringLiteralLike(node) ? [node.text] : ts.isTemplateExpression(node) ? [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)] : [];
    found.push(...texts.filter((text) => SAID.test(text) && !NOT_SAID.test(text) && !KINDS.test(text) && !ADDRESS.test(text)));
    node.forEachChild(visit);
  };
  visit(ts.createSourceFile('code.ts', code, ts.ScriptTarget.Latest, true));
  return found;
}

test('the finder of sentences in code sees them whole, joined and around a figure', () => {
  expect(saidIn("const a = 'Weigh it'; const b = x.join(' and '); const c = `Reading ${a}…`; const d = at === 'at most' ? './bench' : 'energyKcal';")).toEqual([
    'Weigh it',
    ' and ',
    'Reading ',
  ]);
});

test.each(folders)('no code of %s says a sentence that is not in its table', (folder) => {
  const files = readdirSync(join(web, folder)).filter((name) => /(?<!\.spec|\.actions|\.feature)\.ts$/.test(name) && name !== 'words.ts' && name !== 'icons.ts');
  expect(files.flatMap((name) => saidIn(readFileSync(join(web, folder, name), 'utf8')).map((words) => `${name}: ${words}`))).toEqual([]);
});
