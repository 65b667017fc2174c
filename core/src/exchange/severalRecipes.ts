import { portionWordFor, type Formula } from '../formula';
import { recipesOfDocument } from './recipeJsonLd';
import { readYield } from './readYield';

/** A rule between two recipes: "---", "***", "===", or a form feed. */
const RULE = /^\s*(?:-{3,}|\*{3,}|={3,}|_{3,}|~{3,})\s*$|\f/;

/** A title in Markdown: one "#", no more. */
const TITLE = /^#\s+\S/;

function piecesBy(lines: readonly string[], begins: (line: string) => boolean, isKept: boolean): readonly string[] {
  const pieces: string[][] = [[]];
  for (const line of lines) {
    if (begins(line)) pieces.push(isKept ? [line] : []);
    else pieces.at(-1)?.push(line);
  }
  return pieces.map((piece) => piece.join('\n').trim()).filter((piece) => /[\p{L}\p{N}]/u.test(piece));
}

/**
 * The recipes of a text, each as a text of its own: by titles of Markdown where there are several, else by rules between
 * them; a text without either is one. What stands before the first title belongs to none and is left out.
 */
export function recipesOfText(text: string): readonly string[] {
  const lines = text.replace(/\r\n?/g, '\n').split('\n');
  const titles = lines.filter((line) => TITLE.test(line)).length;
  if (titles > 1) {
    const first = lines.findIndex((line) => TITLE.test(line));
    return piecesBy(lines.slice(first), (line) => TITLE.test(line), true);
  }
  return piecesBy(lines, (line) => RULE.test(line), false);
}

/** The recipes of a document in JSON or words, each as a document of its own. */
export function severalRecipes(text: string): readonly string[] {
  return /^\s*[{[]/.test(text) ? recipesOfDocument(text) : recipesOfText(text);
}

/** A row of a table as a recipe in words; undefined where it has no title or no ingredients. */
export function recipeOfRow(row: Readonly<Record<string, string>>): string | undefined {
  const cell = (...names: readonly string[]): string => names.map((name) => row[name]?.trim() ?? '').find((text) => text !== '') ?? '';
  const lines = (text: string): readonly string[] =>
    text
      .split(text.includes('\n') ? /\n+/ : /\s*[;|]\s*/)
      .map((line) => line.trim())
      .filter(Boolean);
  const title = cell('title', 'name', 'recipe');
  const ingredients = lines(cell('ingredients', 'ingredient', 'lines'));
  if (title === '' || ingredients.length === 0) return undefined;
  const made = cell('yield', 'servings', 'portions', 'makes', 'serves');
  const word = cell('portion word');
  const method = lines(cell('method', 'instructions', 'directions', 'steps'));
  const notes = lines(cell('notes', 'note'));
  const yieldLine = made === '' ? [] : [readYield(made) ? made : `Makes ${made}${word === '' ? '' : ` ${word}`}`];
  return [title, ...yieldLine, '', ...ingredients, ...(method.length > 0 ? ['', 'Method', ...method] : []), ...(notes.length > 0 ? ['', 'Notes', ...notes] : [])].join('\n');
}

/** What a line was listed with where it was copied from. */
const BULLET = /^[-*•–]\s+/u;

const said = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** A formula as Markdown, which reads back as the same lines: a title, how much it makes, ingredients under their headings, method, notes. */
export function writeRecipeMarkdown(formula: Formula): string {
  const { title, portions, portionWord, parts, method, notes } = formula;
  const list = parts.flatMap(({ heading, lines }) => [
    '',
    ...(heading === '' ? [] : [`### ${said(heading)}`, '']),
    ...lines.map(({ text }) => `- ${said(text.replace(BULLET, '').trim())}`),
  ]);
  const section = (head: string, lines: readonly string[]): readonly string[] => (lines.length > 0 ? ['', `## ${head}`, '', ...lines] : []);
  return [
    `# ${said(title)}`,
    '',
    `Makes ${portions} ${portionWordFor(portionWord, portions)}`,
    '',
    '## Ingredients',
    ...list,
    ...section(
      'Method',
      method.map((step, i) => `${i + 1}. ${said(step)}`),
    ),
    ...section(
      'Notes',
      notes.map((note) => `- ${said(note)}`),
    ),
    '',
  ].join('\n');
}
