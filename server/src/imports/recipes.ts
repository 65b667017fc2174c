import { randomUUID } from 'node:crypto';
import { setImmediate as others } from 'node:timers/promises';
import { type RecipeRead, type RecipesRead } from '@fellmist/contract';
import { decodeText } from '@fellmist/contract/tables';
import { allLines, readDocument, recipeOfRow, severalRecipes, withDiet, type Worksheet, worksheetFrom } from '@fellmist/core';
import Papa from 'papaparse';
import { ProblemError } from '../http/problem';
import { createFormula, listHeads } from '../store/formulas';
import { type LarderStore } from '../store/larderStore';
import { recipesOfPage } from './savedPage';

/** More are split into several files. */
const MOST_RECIPES = 2000;

function ofTable(text: string): readonly string[] {
  const { data } = Papa.parse<Readonly<Record<string, string>>>(text, { header: true, skipEmptyLines: 'greedy', transformHeader: (head) => head.trim().toLowerCase() });
  return data.flatMap((row) => recipeOfRow(row) ?? []);
}

/** The recipes of a file, each as a document of its own; by what is in it, and by its name where that does not say. */
export function recipesOfFile(bytes: Buffer, name: string): readonly string[] {
  const { text } = decodeText(bytes);
  if (/^\s*(?:<!doctype html|<html|<\?xml|<head|<body|<script|<div|<article)/i.test(text)) return recipesOfPage(text).flatMap(severalRecipes);
  if (/\.(?:csv|tsv)$/i.test(name)) return ofTable(text);
  return severalRecipes(text);
}

/** What a file holds, read and not yet put on the shelf. */
export interface ReadRecipes {
  readonly answer: RecipesRead;
  readonly sheets: readonly (Worksheet | undefined)[];
}

/** Reads a file of recipes; between two of them others get their turn. */
export async function readRecipes(bytes: Buffer, name: string, { db, larder, contents }: LarderStore): Promise<ReadRecipes> {
  const documents = recipesOfFile(bytes, name);
  if (documents.length === 0)
    throw new ProblemError(
      422,
      'No recipe',
      'No recipe was found in that file. It may be JSON-LD, a saved web page, text, Markdown, or a CSV table with the columns title and ingredients.',
    );
  if (documents.length > MOST_RECIPES)
    throw new ProblemError(422, 'Too many recipes', `The file holds ${documents.length} recipes; up to ${MOST_RECIPES} are taken in at once. Split it.`);
  const { settings } = contents.settings;
  const here = new Set(listHeads(db).map(({ title }) => title.toLowerCase()));
  const recipes: RecipeRead[] = [];
  const sheets: (Worksheet | undefined)[] = [];
  for (const document of documents) {
    await others();
    const read = readDocument(document, larder, settings.measures);
    if (!read.ok) {
      const title = (document.trim().split('\n')[0] ?? '').replace(/^#+\s*/, '').slice(0, 80);
      recipes.push({ title, portions: 0, portionWord: '', lines: 0, open: [], isHere: false, error: read.error });
      sheets.push(undefined);
      continue;
    }
    const { formula, basedOn } = read;
    const lines = allLines(formula);
    recipes.push({
      title: formula.title,
      portions: formula.portions,
      portionWord: formula.portionWord,
      lines: lines.length,
      open: lines.filter(({ foodId, massG }) => foodId === undefined || massG === undefined).map(({ text }) => text),
      isHere: here.has(formula.title.toLowerCase()),
    });
    sheets.push(withDiet(worksheetFrom(formula, basedOn, larder), settings));
  }
  return { answer: { id: randomUUID(), recipes }, sheets };
}

/** Puts chosen recipes on the shelf, all of them or none. */
export function takeRecipes({ sheets }: ReadRecipes, which: readonly number[], larderStore: LarderStore, now: () => string): readonly string[] {
  const chosen = [...new Set(which)].flatMap((at) => sheets[at] ?? []);
  const ids = larderStore.db.transaction(() =>
    chosen.map((worksheet) => {
      const id = randomUUID();
      createFormula(larderStore.db, id, { tryId: randomUUID(), label: '', worksheet }, now());
      return id;
    }),
  )();
  larderStore.takeUp(chosen.flatMap(({ rebuild }) => allLines(rebuild).flatMap(({ foodId }) => foodId ?? [])));
  return ids;
}
