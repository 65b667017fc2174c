import { analyse, classOf, type Figures, type Formula, portionWordFor, writeRecipeJsonLd, writeRecipeMarkdown } from '@fellmist/core';
import { listHeads, worksheetOf } from '../store/formulas';
import { type LarderStore } from '../store/larderStore';

/** A formula that is written: its rebuild, and what it was rebuilt from. */
export interface Written {
  readonly id: string;
  readonly formula: Formula;
  readonly original: Formula;
}

/** The formulas that are named, in that order; all on the shelf, by title, where none are. */
export function formulasWritten({ db }: LarderStore, ids?: readonly string[]): readonly Written[] {
  const heads = [...listHeads(db)].sort((a, b) => a.title.localeCompare(b.title));
  const byId = new Map(heads.map((head) => [head.id, head]));
  return (ids ? ids.flatMap((id) => byId.get(id) ?? []) : heads).flatMap(({ id, tryId }): readonly Written[] => {
    // One that cannot be read is said on the shelf; the others are written all the same.
    const read = worksheetOf(db, tryId);
    return read.ok ? [{ id, formula: read.document.rebuild, original: read.document.original }] : [];
  });
}

/** All of them as schema.org Recipes in one JSON-LD list. */
export function manyJsonLd(all: readonly Written[], { larder, contents }: LarderStore): string {
  return `[\n${all.map(({ formula, original }) => writeRecipeJsonLd(formula, larder, original, classOf(formula, contents)?.loss)).join(',\n')}\n]\n`;
}

/** All of them as Markdown, one after the other. */
export function manyMarkdown(all: readonly Written[]): string {
  return all.map(({ formula }) => writeRecipeMarkdown(formula)).join('\n');
}

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const said = (text: string): string => text.replace(/[&<>"']/g, (one) => ESCAPES[one] ?? one);

const STYLE = `@page { margin: 18mm } body { font: 11pt/1.45 Georgia, serif; color: #1b2422; max-width: 42rem; margin: 2rem auto; padding: 0 1rem }
h1 { font-size: 1.6rem; margin: 0 } h2 { font-size: 1rem; margin: 1rem 0 .2rem } article { break-after: page; margin-bottom: 3rem } ul, ol { margin: .2rem 0; padding-left: 1.3rem }
li { break-inside: avoid } .soft { color: #4a5a55 } nav li { list-style: none } @media print { .screen { display: none } }`;

function portionLine(formula: Formula, figures: Figures): string {
  const of = (amount: number, digits: number): string => amount.toFixed(digits);
  const gap = figures.energyKcal.gaps.length > 0 ? 'at least ' : '';
  return `A ${formula.portionWord}: ${gap}${of(figures.energyKcal.amount, 0)} kcal, ${of(figures.proteinG.amount, 1)} g protein, ${of(figures.fatG.amount, 1)} g fat, ${of(figures.netCarbG.amount, 1)} g net carbs. Reckoned, not measured.`;
}

/** All of them as a page to print, a formula to a sheet; whatever a title or line holds is text there. */
export function printedBook(all: readonly Written[], { larder, contents }: LarderStore, nonce: string): string {
  const list = (items: readonly string[], tag: 'ul' | 'ol'): string => `<${tag}>${items.map((item) => `<li>${said(item)}</li>`).join('')}</${tag}>`;
  const articles = all.map(({ id, formula }) => {
    const { portion } = analyse(formula, larder, contents, contents.settings.settings).views;
    const parts = formula.parts
      .map(
        ({ heading, lines }) =>
          `${heading === '' ? '' : `<h2>${said(heading)}</h2>`}${list(
            lines.map(({ text }) => text),
            'ul',
          )}`,
      )
      .join('');
    const made = `Makes ${formula.portions} ${said(portionWordFor(formula.portionWord, formula.portions))}`;
    return `<article id="f-${said(id)}"><h1>${said(formula.title)}</h1><p class="soft">${made}</p>${parts}${formula.method.length > 0 ? `<h2>Method</h2>${list(formula.method, 'ol')}` : ''}${
      formula.notes.length > 0 ? `<h2>Notes</h2>${list(formula.notes, 'ul')}` : ''
    }<p class="soft">${said(portionLine(formula, portion))}</p></article>`;
  });
  const contentsList =
    all.length > 1 ? `<nav aria-label="Contents"><ul>${all.map(({ id, formula }) => `<li><a href="#f-${said(id)}">${said(formula.title)}</a></li>`).join('')}</ul></nav>` : '';
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Recipe book</title><style nonce="${said(nonce)}">${STYLE}</style></head><body><p class="screen soft">Print this page with the browser’s own Print (Ctrl P).</p>${contentsList}${articles.join('')}</body></html>`;
}
