/* Every reader of text on the worst that could be thought of, 2 MB of it: what four times the text takes, in one run. A reader that refuses it at once is as good. */
import { join } from 'node:path';
import { readClaim, readDocument, readLine, readRecipeText, readYield, recipesOfText, severalRecipes, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { readTable } from '../server/src/imports/readTable';
import { recipesOfFile } from '../server/src/imports/recipes';
import { recipesOfPage } from '../server/src/imports/savedPage';
import { searchWords } from '../server/src/store/listing';
import { printRows } from './figures';

const LARGE = 2_000_000;
const SMALL = LARGE / 4;

function repeated(piece: string): (size: number) => string {
  return (size) => piece.repeat(Math.ceil(size / piece.length)).slice(0, size);
}

/** What is said of one end of a text so that its other end has to be looked for again and again. */
const PIECES: readonly string[] = [
  ' ',
  '\n',
  '\t ',
  '9',
  '1/',
  '1 ',
  '½',
  '.',
  ',',
  ', ',
  '(',
  '()',
  '[',
  '-',
  '–',
  'a',
  'a ',
  'to ',
  'x ',
  '#',
  '# a\n',
  '---\n',
  '<',
  '<a ',
  '<!--',
  '<p>',
  '</',
  '&amp;',
  '&#',
  '{"',
  '[{',
  '\\',
  '"',
  '";',
  "'",
  '1 g ',
  'cup ',
  'serves ',
  'makes 1',
  'per ',
  'kcal ',
  '1 kcal ',
  'oats\n',
  '100 g flour, ',
  'and ',
  'or ',
  ' - ',
  '~',
  '*',
  '|',
  'é',
  'e\u0301',
  '\u00a0',
  '\ud83c\udf70',
];

const larder = stockLarder(loadShippedLarder(join(process.cwd(), 'data')).foods);
const bytes = (text: string): Buffer => Buffer.from(text, 'utf8');
const READERS: Readonly<Record<string, (text: string) => unknown>> = {
  'a line': (text) => readLine(text, 'l1', larder, 'us'),
  'a recipe': (text) => readRecipeText(`Cake\n${text}`, larder, 'us'),
  'a document': (text) => readDocument(text, larder, 'us'),
  'several recipes': (text) => [recipesOfText(text), severalRecipes(text)],
  'a yield': readYield,
  'a claim': readClaim,
  'a saved page': recipesOfPage,
  'a recipe in a page': (text) => recipesOfPage(`<script type="application/ld+json">${text}`),
  'a file of recipes': (text) => recipesOfFile(bytes(text), 'recipes.md'),
  'a table of foods': (text) => readTable(bytes(`name,kind\n${text}`), 'foods', () => undefined),
  'a table of packs': (text) => readTable(bytes(text), 'packs', () => undefined),
  'words to search by': searchWords,
};

/** Milliseconds; a refusal in words ends as soon as it is thrown. */
function timed(reader: (text: string) => unknown, text: string): number {
  const from = performance.now();
  try {
    reader(text);
  } catch {
    // A refusal is an answer.
  }
  return performance.now() - from;
}

/** A text that takes less is read too soon to tell anything by. */
const TELLING_MS = 40;

interface Slowest {
  readonly piece: string;
  readonly ms: number;
  /** What four times the text takes, as often the time. */
  readonly ratio: number;
}

const wordsOf = ({ piece, ms, ratio }: Slowest): string => `${ms.toFixed(0)} ms for ${piece} (${ratio.toFixed(1)} times as long for four times the text)`;

/** For each reader the text of 2 MB that took it longest, and the one that grew most. */
export function measureHostile(): void {
  for (const [reader, read] of Object.entries(READERS)) {
    const rows = PIECES.map((piece): Slowest => {
      const text = repeated(piece);
      const small = timed(read, text(SMALL));
      const ms = timed(read, text(LARGE));
      return { piece: JSON.stringify(piece), ms, ratio: ms / Math.max(small, 0.1) };
    });
    const longest = rows.reduce((a, b) => (b.ms > a.ms ? b : a));
    const telling = rows.filter(({ ms }) => ms > TELLING_MS);
    const steepest = telling.length === 0 ? longest : telling.reduce((a, b) => (b.ratio > a.ratio ? b : a));
    printRows([[`${reader}, 2 MB of the worst`, `${wordsOf(longest)}; steepest ${wordsOf(steepest)}`]]);
  }
}
