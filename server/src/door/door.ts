import { readFileSync, statSync } from 'node:fs';
import { type ShippedLarder } from '@fellmist/contract';
import {
  allLines,
  analyse,
  type Analysis,
  doubtWords,
  type Figures,
  type Formula,
  type Larder,
  lineState,
  MOST_CHARACTERS,
  matchFood,
  openSwap,
  proposalWords,
  readRecipeJsonLd,
  readRecipeText,
  ruleByRoles,
  settleLiquid,
  startWorksheet,
  stockLarder,
  type SwapRule,
  tellingWords,
  type Worksheet,
} from '@fellmist/core';

/** Input that cannot be used; its message is one line for standard error. */
export class DoorError extends Error {}

function readInput(file: string): string {
  try {
    if (statSync(file).size > 8 * MOST_CHARACTERS) throw new DoorError(`${file} is too large for a recipe.`);
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (error instanceof DoorError) throw error;
    throw new DoorError(`${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** A formula from a file of plain text or schema.org JSON-LD. */
export function readFormulaFile(file: string, larder: Larder): Formula {
  const text = readInput(file);
  const read = /^\s*[{[]/.test(text) ? readRecipeJsonLd(text, larder, 'us') : readRecipeText(text, larder, 'us');
  if (!read.ok) throw new DoorError(`${file}: ${read.error}`);
  return read.formula;
}

function figuresOut(figures: Figures): Record<string, number | { atLeast: number; unknownLines: number }> {
  return Object.fromEntries(
    Object.entries(figures).map(([key, { amount, gaps }]) => [
      key,
      gaps.length > 0 ? { atLeast: Number(amount.toFixed(4)), unknownLines: gaps.length } : Number(amount.toFixed(4)),
    ]),
  );
}

/** One formula as the analyse command prints it. */
export function describe(formula: Formula, analysis: Analysis): object {
  const { consistency, views, totals } = analysis;
  return {
    title: formula.title,
    portions: formula.portions,
    portionWord: formula.portionWord,
    lines: allLines(formula).map((line) => ({
      text: line.text,
      foodId: line.foodId ?? null,
      massG: line.massG === undefined ? null : Number(line.massG.toFixed(4)),
      found: line.basis ?? null,
      state: lineState(line),
      doubts: line.doubts.map(doubtWords),
    })),
    unresolved: analysis.gaps.map((line) => line.text),
    massG: Number(totals.massG.toFixed(4)),
    totals: { batch: figuresOut(views.batch), portion: figuresOut(views.portion), per100g: views.per100g ? figuresOut(views.per100g) : null },
    consistency:
      consistency.kind === 'reckoned'
        ? {
            word: consistency.word,
            value: Number(consistency.scale.toFixed(4)),
            hydration: Number(consistency.hydration.toFixed(4)),
            unknownThirstG: Number(consistency.unknownThirstG.toFixed(4)),
          }
        : { word: null, value: null, why: consistency.words },
    allergens: analysis.allergens.contains,
    cautions: analysis.cautions.map(({ text, source }) => ({ text, source })),
  };
}

export function runAnalyse(file: string, shipped: ShippedLarder): object {
  const larder = stockLarder(shipped.foods);
  const formula = readFormulaFile(file, larder);
  return describe(formula, analyse(formula, larder, shipped));
}

function foodNamed(words: string, larder: Larder): string {
  const best = tellingWords(words).length > 0 ? matchFood(words, larder.index)[0] : undefined;
  if (!best || best.score < 0.55) throw new DoorError(`--swap: no food is called "${words}".`);
  return best.foodId;
}

/** The rule of the trade for a pair, else one worked out from roles. */
function ruleFor(from: string, to: string, rules: readonly SwapRule[], larder: Larder): SwapRule {
  const fitting = rules.filter((rule) => rule.from.includes(from));
  const rule = fitting.find((candidate) => candidate.to[0]?.foodId === to) ?? fitting.find((candidate) => candidate.to.some((standIn) => standIn.foodId === to));
  if (rule) return rule;
  const [before, after] = [larder.foods.get(from), larder.foods.get(to)];
  const estimate = before && after && ruleByRoles(before, [{ food: after, share: 1 }]);
  if (!estimate) throw new DoorError(`--swap: ${before?.name ?? from} cannot stand in for itself.`);
  return estimate;
}

/** Swaps one food in a formula, takes every proposal, and gives original, rebuild and what was taken. */
export function rebuildFormula(original: Formula, swap: string, shipped: ShippedLarder): { readonly sheet: Worksheet; readonly report: object } {
  const larder = stockLarder(shipped.foods);
  const sides = /^(.+?)\s*->\s*(.+)$/.exec(swap.trim());
  if (!sides?.[1] || !sides[2]) throw new DoorError('--swap: write it as "FROM -> TO", such as "plain flour -> oat flour".');
  const [from, to] = [foodNamed(sides[1], larder), foodNamed(sides[2], larder)];
  const start = startWorksheet(original);
  const lines = allLines(start.rebuild).filter((line) => line.foodId === from);
  if (lines.length === 0) throw new DoorError(`--swap: no line of this recipe holds ${larder.foods.get(from)?.name ?? from}.`);
  const rule = ruleFor(from, to, shipped.rules, larder);
  const sheet = lines.reduce((current, line) => {
    const opened = openSwap(current, line.id, rule, rule.maxShare, larder);
    if (!opened.ok) throw new DoorError(`--swap: ${opened.error}`);
    return opened.sheet;
  }, start);
  const done = settleLiquid(sheet, larder, shipped);
  const report = {
    original: describe(original, analyse(original, larder, shipped)),
    rebuilt: describe(done.rebuild, analyse(done.rebuild, larder, shipped)),
    accepted: done.decisions.map(({ proposal }) => ({
      rule: proposal.ruleId,
      change: proposalWords(proposal.action, start, larder),
      action: proposal.action,
      reason: proposal.reason,
      source: proposal.source,
    })),
  };
  return { sheet: done, report };
}

export function runRebuild(file: string, swap: string, shipped: ShippedLarder): object {
  return rebuildFormula(readFormulaFile(file, stockLarder(shipped.foods)), swap, shipped).report;
}
