import { readFileSync, statSync } from 'node:fs';
import { type ShippedLarder } from '@fellmist/contract';
import {
  allLines,
  analyse,
  type Analysis,
  classOf,
  countryOf,
  doubtWords,
  type Figures,
  type Food,
  type Formula,
  ingredientsIn,
  type Larder,
  LIKELY,
  limitOf,
  linesNamed,
  mainPart,
  lineState,
  matchFood,
  MOST_CHARACTERS,
  openSwap,
  proposalWords,
  readLine,
  readDocument,
  ruleFor,
  settleAll,
  settleLiquid,
  standingOf,
  startWorksheet,
  stockLarder,
  strainWords,
  type Worksheet,
} from '@fellmist/core';
import { type BatterVolume, factorToFill, findVessel, fitOf, fitWords, scaleFor, scaleFormula, type Vessel, volumeOf } from '@fellmist/core/bake';

/** The measures that the commands read in. */
const MEASURES = 'us';

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
  const read = readDocument(text, larder, MEASURES);
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
  const { consistency, views, totals, product } = analysis;
  return {
    title: formula.title,
    portions: formula.portions,
    portionWord: formula.portionWord,
    class: product ? { id: product.id, name: product.name } : null,
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
    warnings: analysis.sweetenerWarnings.map(({ words }) => words),
    cautions: analysis.cautions.map(({ text, source }) => ({ text, source })),
  };
}

export interface SizeAsk {
  /** A factor, as typed. */
  readonly scale?: string | undefined;
  /** "23x13 loaf". */
  readonly vessel?: string | undefined;
}

/** The formula of a file, larger or smaller where that is asked, and how it would sit in a vessel: the way a bake goes. */
export function runAnalyse(file: string, shipped: ShippedLarder, { scale, vessel: words }: SizeAsk = {}, vessels: readonly Vessel[] = []): object {
  const larder = stockLarder(shipped.foods);
  const formula = readFormulaFile(file, larder);
  const product = classOf(formula, shipped);
  const volumeOfMain = (of: Formula): BatterVolume => volumeOf(mainPart(of, larder) ?? { lines: [] }, larder, product, of.portions);
  const vessel = words === undefined ? undefined : findVessel(words, vessels);
  if (words !== undefined && !vessel) throw new DoorError(`--vessel: no tin is near "${words}". Write it like "23x13 loaf", "20 round" or "8 in square".`);
  const scaled = scaleFor({ by: 'factor', factor: scale === undefined ? 1 : Number(scale) }, formula, { larder, volume: volumeOfMain(formula), product, yieldG: 0 });
  if (!scaled.ok) throw new DoorError(`--scale: ${scaled.error}`);
  const at = scaleFormula(formula, scaled.factor);
  const said = describe(at, analyse(at, larder, shipped));
  if (!vessel) return said;
  const volume = volumeOfMain(at);
  const fit = fitOf(vessel, 1, volume, product);
  return {
    ...said,
    vessel: {
      id: vessel.id,
      name: vessel.name,
      full: Number(fit.raw.toFixed(3)),
      risen: Number(fit.risen.toFixed(3)),
      depthCm: Number(fit.rawCm.toFixed(1)),
      state: fit.state,
      words: fitWords(fit, volume, vessels, product),
      fillFactor: Number((scaled.factor * factorToFill(vessel, 1, volume, product)).toFixed(2)),
    },
  };
}

function foodNamed(words: string, larder: Larder): Food {
  const [best] = matchFood(words, larder.index, 1, countryOf(MEASURES));
  const food = best && best.score >= LIKELY ? larder.foods.get(best.foodId) : undefined;
  if (!food) throw new DoorError(`--swap: no food is called "${words}".`);
  return food;
}

interface Stopped {
  readonly line: string;
  readonly share: number;
  readonly why: string;
}

/** Swaps one food in a formula, takes every proposal, and gives original, rebuild and what was taken: the way the Bench goes. */
export function rebuildFormula(original: Formula, swap: string, shipped: ShippedLarder, settle = false): { readonly sheet: Worksheet; readonly report: object } {
  const larder = stockLarder(shipped.foods);
  const sides = /^(.+?)\s*->\s*(.+)$/.exec(swap.trim());
  if (!sides?.[1] || !sides[2]) throw new DoorError('--swap: write it as "FROM -> TO", such as "plain flour -> oat flour".');
  const to = foodNamed(sides[2], larder);
  const start = startWorksheet(original);
  const lines = linesNamed(start.rebuild, sides[1], larder).filter(({ foodId }) => foodId !== to.id);
  if (lines.length === 0) throw new DoorError(`--swap: no line of this recipe holds "${sides[1]}".`);
  const product = classOf(start.rebuild, shipped);
  const stopped: Stopped[] = [];
  const sheet = lines.reduce((current, line) => {
    const found = ruleFor(line, to, shipped.rules, larder, product?.id);
    if (!found.ok) throw new DoorError(`--swap: ${found.error}`);
    const limit = limitOf(found.rule, line.massG ?? 0, product?.id);
    if (limit.share < 1) stopped.push({ line: line.name, share: Number(limit.share.toFixed(3)), why: limit.reason ?? '' });
    const opened = openSwap(current, line.id, found.rule, limit.share, larder, product);
    if (!opened.ok) throw new DoorError(`--swap: ${opened.error}`);
    return opened.sheet;
  }, start);
  const settled = settle ? settleAll(sheet, larder, shipped) : undefined;
  const done = settled?.sheet ?? settleLiquid(sheet, larder, shipped);
  const report = {
    original: describe(original, analyse(original, larder, shipped)),
    rebuilt: { ...describe(done.rebuild, analyse(done.rebuild, larder, shipped)), ...balanceOf(done, larder, shipped) },
    stopped,
    accepted: done.decisions.map(({ proposal }) => ({
      rule: proposal.ruleId,
      change: [start, sheet, done].map((one) => proposalWords(proposal.action, one, larder)).find((words) => !words.includes(' a line')) ?? '',
      action: proposal.action,
      reason: proposal.reason,
      source: proposal.source,
    })),
    ...(settled ? { unmet: settled.unmet.map(({ words }) => words) } : {}),
  };
  return { sheet: done, report };
}

/** The balance of a rebuild as the Bench shows it: each role in words, and the powders beyond their limit. */
function balanceOf(sheet: Worksheet, larder: Larder, shipped: ShippedLarder): object {
  const standing = standingOf(sheet, larder, shipped);
  return {
    balance: standing.rows.map(({ role, original, rebuild, band, state }) => ({
      role,
      original: original === undefined ? null : Number(original.toFixed(3)),
      rebuilt: rebuild === undefined ? null : Number(rebuild.toFixed(3)),
      band: band ? [band.low, band.high] : null,
      state: state === 'low' || state === 'high' ? strainWords(role, state) : state,
    })),
    overLimit: standing.overProtein.map(({ limit, share }) => ({ share: Number(share.toFixed(3)), most: limit.mostShare, why: limit.reason })),
  };
}

export function runRebuild(file: string, swap: string, shipped: ShippedLarder, settle = false): object {
  return rebuildFormula(readFormulaFile(file, stockLarder(shipped.foods)), swap, shipped, settle).report;
}

/** Each ingredient line of a text, or of a recipe, as the reader takes it; a line that holds several ingredients gives several. */
export function runRead(file: string, shipped: ShippedLarder): readonly object[] {
  const larder = stockLarder(shipped.foods);
  const text = readInput(file);
  const lines = text.split(/\r?\n/).filter((line) => /[\p{L}\p{N}]/u.test(line));
  return lines.flatMap((line) =>
    ingredientsIn(line.trim(), larder).map((one, i) => {
      const read = readLine(one, `l${i + 1}`, larder, MEASURES);
      return {
        line,
        food: read.foodId ?? null,
        name: read.foodId === undefined ? null : (larder.foods.get(read.foodId)?.name ?? null),
        grams: read.massG === undefined ? null : Number(read.massG.toFixed(2)),
        state: lineState(read),
        found: read.basis ?? null,
        doubts: read.doubts.map(doubtWords),
      };
    }),
  );
}
