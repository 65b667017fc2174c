import { type AnyNode, DomHandler, type Element, isTag, isText } from 'domhandler';
import { Parser } from 'htmlparser2';
import { ProblemError } from '../http/problem';

type Json = Readonly<Record<string, unknown>>;

/** Pages of the web lie within a few dozen levels; the parser's time grows with the square of them. */
const DEEPEST = 1000;

class ShallowHandler extends DomHandler {
  private depth = 0;

  override onopentag(name: string, attributes: Record<string, string>): void {
    if (++this.depth > DEEPEST) throw new ProblemError(422, 'Nested too deep', `That page is nested deeper than ${DEEPEST} levels; no recipe is. Copy its words and paste them.`);
    super.onopentag(name, attributes);
  }

  override onclosetag(): void {
    this.depth -= 1;
    super.onclosetag();
  }
}

function parsed(html: string): readonly AnyNode[] {
  const handler = new ShallowHandler();
  new Parser(handler, { lowerCaseAttributeNames: true, decodeEntities: true }).end(html);
  return handler.dom;
}

function* walk(nodes: readonly AnyNode[]): Generator<Element> {
  const waiting = [...nodes].reverse();
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (!isTag(node)) continue;
    yield node;
    for (let i = node.children.length - 1; i >= 0; i--) {
      const child = node.children[i];
      if (child) waiting.push(child);
    }
  }
}

const BLOCKS = new Set(['p', 'li', 'div', 'br', 'tr', 'h1', 'h2', 'h3', 'h4', 'section', 'ol', 'ul']);

function textOf(nodes: readonly AnyNode[], depth = 0): string {
  if (depth > 200) return '';
  return nodes
    .map((node) => {
      if (isText(node)) return node.data.replace(/\s+/g, ' ');
      if (!isTag(node) || node.name === 'script' || node.name === 'style') return '';
      return BLOCKS.has(node.name) ? `\n${textOf(node.children, depth + 1)}\n` : textOf(node.children, depth + 1);
    })
    .join('');
}

const words = (element: Element): string =>
  (element.attribs['content'] ?? element.attribs['datetime'] ?? textOf(element.children))
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .join('\n');

/** What of a Recipe is taken from microdata (HTML Living Standard, 5): the members that the reader of JSON-LD knows. */
const LISTS = new Set(['recipeIngredient', 'ingredients', 'recipeInstructions']);
const SINGLE = new Set(['name', 'recipeYield']);
const NUTRITION = new Set(['servingSize', 'calories', 'proteinContent', 'fatContent', 'carbohydrateContent', 'fiberContent', 'sugarContent']);

function recipeOf(item: Element): Json {
  const lists: Record<string, string[]> = {};
  const single: Record<string, string> = {};
  const nutrition: Record<string, string> = {};
  for (const element of walk(item.children)) {
    for (const name of (element.attribs['itemprop'] ?? '').split(/\s+/)) {
      if (LISTS.has(name)) (lists[name] ??= []).push(...words(element).split('\n'));
      if (SINGLE.has(name)) single[name] ??= words(element);
      if (NUTRITION.has(name)) nutrition[name] ??= words(element);
    }
  }
  return { '@type': 'Recipe', ...single, ...lists, ...(Object.keys(nutrition).length > 0 ? { nutrition: { '@type': 'NutritionInformation', ...nutrition } } : {}) };
}

/** The recipes of a saved web page as JSON: its JSON-LD blocks, or where it has none its microdata. Scripts are read as text, never run. */
export function recipesOfPage(html: string): readonly string[] {
  const elements = [...walk(parsed(html))];
  const blocks = elements
    .filter(({ name, attribs }) => name === 'script' && /^application\/ld\+json\b/i.test(attribs['type'] ?? ''))
    .map(({ children }) => children.map((child) => ('data' in child ? String(child.data) : '')).join(''))
    .filter((text) => /Recipe/.test(text));
  if (blocks.length > 0) return blocks;
  return elements.filter(({ attribs }) => 'itemscope' in attribs && /schema\.org\/Recipe\b/.test(attribs['itemtype'] ?? '')).map((item) => JSON.stringify(recipeOf(item)));
}
