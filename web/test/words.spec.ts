import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseTemplate } from '@angular/compiler';
import ts from 'typescript';

const web = join(process.cwd(), 'web/src');
const folders = readdirSync(web, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []));
/** Signs, units and the letters of keys are the same in every language. */
const UNITS = /^(?:\p{Lu}|g|kg|mg|mL|cm|h|kcal|kJ|min|fm)$/u;

interface Node {
  readonly value?: unknown;
  readonly name?: string;
  readonly attributes?: readonly { readonly name: string; readonly value: string }[];
  readonly inputs?: readonly { readonly name: string; readonly value: unknown }[];
  readonly [key: string]: unknown;
}

/** Texts that an expression may give: chosen by a condition or joined, but not what something is compared with. */
function textsOf(node: unknown): readonly string[] {
  if (Array.isArray(node)) return node.flatMap(textsOf);
  if (typeof node !== 'object' || node === null) return [];
  const one = node as Node;
  if (typeof one.value === 'string' && node.constructor.name === 'LiteralPrimitive') return [one.value];
  if (typeof one['operation'] === 'string' && /^[!=]==?$/.test(one['operation'])) return [];
  return ['ast', 'expressions', 'strings', 'condition', 'trueExp', 'falseExp', 'left', 'right', 'args', 'exp', 'expression'].flatMap((key) => {
    const inner = one[key];
    return key === 'strings' ? ((inner as readonly string[] | undefined) ?? []) : textsOf(inner);
  });
}

/** Words that stand in a template itself and not in its folder's table. */
function wordsIn(html: string): readonly string[] {
  const found: string[] = [];
  const look = (text: string): void => {
    if ((text.match(/\p{L}+/gu) ?? []).some((word) => !UNITS.test(word))) found.push(text.trim());
  };
  const isSaid = (name: string): boolean =>
    /^(?:aria-label|aria-valuetext|placeholder|title|alt|nz\w*(?:Title|PlaceHolder|Content|Text|Message|Description)|heading|hint|label|words)$/i.test(name);
  const visit = (node: unknown): void => {
    if (Array.isArray(node)) {
      node.forEach(visit);
      return;
    }
    if (typeof node !== 'object' || node === null) return;
    const one = node as Node;
    if (typeof one.value === 'string' && !one.name) look(one.value);
    if (typeof one.value === 'object' && one.name === undefined) textsOf(one.value).forEach(look);
    for (const { name, value } of one.attributes ?? []) if (isSaid(name)) look(value);
    for (const { name, value } of one.inputs ?? []) if (isSaid(name)) textsOf(value).forEach(look);
    for (const key of ['children', 'branches', 'cases', 'groups', 'empty']) visit(one[key]);
  };
  visit(parseTemplate(html, 'page.html').nodes);
  return found;
}

test('the finder of words sees them in text, beside a figure and in labels, and lets signs and units be', () => {
  const page = `<p>Bake it</p><p>{{ a }} of them</p><input placeholder="grams" [title]="b ? 'an egg' : c" /><b [class]="'soft'">{{ n }} g ×</b>@if (x === 'some') {<i>later</i>}<b>{{ y === 'few' ? 's' : '' }}</b>`;
  expect(wordsIn(page)).toEqual(['Bake it', 'of them', 'grams', 'an egg', 'later', 's']);
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
  /^(?:to come|step done|yield weighed|left behind|portion cut|vessel chosen|empty battery|food changed|poured back|scale the rest|take back|pour more|more room|one setting|no tin|no oven|clean pick|moist pick|set edge|dry cracks|into the heat|out of the heat|timer set|timer rang|two points|odd one|core low|too little|Space|server-sent events)$/;
/** Two words one after the other, a word with a capital, or a word that ends a sentence or is left open. */
const SAID = /\p{L}{2,} \p{L}{2,}|^\p{Lu}\p{Ll}+|\p{L}{2,}[.…!?]$|^ \p{L}|\p{L} $/u;
/** Selectors and paths, names of acts (their files), drawings. */
const ADDRESS = /^[./#(M@]|\[|^fm-|^\w+\/|:\S|^(?:edit|mend|describe|part|goal|cold|new|judged|fellmist|worker|food-of-)/;

function saidIn(code: string): readonly string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isDecorator(node) || ts.isTypeNode(node)) return;
    const texts = ts.isStringLiteralLike(node) ? [node.text] : ts.isTemplateExpression(node) ? [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)] : [];
    const isUnit = (text: string): boolean => (text.match(/\p{L}+/gu) ?? []).every((word) => UNITS.test(word));
    found.push(...texts.filter((text) => SAID.test(text) && !isUnit(text) && !NOT_SAID.test(text) && !KINDS.test(text) && !ADDRESS.test(text)));
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
  const files = readdirSync(join(web, folder)).filter((name) => /(?<!\.spec|\.actions|\.feature|\.words)\.ts$/.test(name) && name !== 'words.ts' && name !== 'icons.ts');
  expect(files.flatMap((name) => saidIn(readFileSync(join(web, folder, name), 'utf8')).map((words) => `${name}: ${words}`))).toEqual([]);
});
