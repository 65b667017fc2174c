import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ShippedLarder } from '@fellmist/contract';
import {
  adviceOf,
  allLines,
  analyse,
  analyseMix,
  type Analysis,
  bakersPercentages,
  candidatesFor,
  checkLabel,
  classOf,
  coldSide,
  coldWarnings,
  doubtWords,
  type Formula,
  guessClass,
  hiddenZeros,
  ingredientsIn,
  kitchenMeasure,
  type Label,
  type Larder,
  LEDGER_ROLES,
  limitOf,
  lineState,
  linesNamed,
  mainPart,
  matchFood,
  type MeasureSystem,
  openSwap,
  packAsFood,
  proposalWords,
  rankCandidates,
  readDocument,
  readLabel,
  readLine,
  roleRatio,
  ruleFor,
  settleAll,
  settleLiquid,
  standingOf,
  startWorksheet,
  stockLarder,
  styleOf,
  unlikeKind,
  whip,
  whyFigure,
  whyIce,
  whyRole,
  whyYield,
  type Worksheet,
} from '@fellmist/core';
import Papa from 'papaparse';
import { loadShippedLarder } from '../load';

/** What comes out for one thing that goes in, in words and figures a person can read and compare. */
export interface Section {
  readonly title: string;
  readonly make: () => string;
}

/** Figures to five places: what a person would call the same stays the same. */
const shown = (value: unknown): string =>
  JSON.stringify(value, (_key, one: unknown) => {
    if (one instanceof Map) return Object.fromEntries(one);
    if (one instanceof Set) return [...one];
    return typeof one === 'number' ? Number(one.toPrecision(5)) : one;
  });

const firstLine = (text: string): string => text.split('\n').find(Boolean) ?? '';

/** A formula as it was read: parts, lines, method, notes, portions. */
function readOut({ title, portions, portionWord, parts, method, notes, classId }: Formula): readonly string[] {
  return [
    shown({ title, portions, portionWord, classId, method, notes }),
    ...parts.flatMap(({ heading, counting, lines }) => [
      shown({ heading, counting }),
      ...lines.map((line) => shown([line.text, line.name, line.foodId, line.massG, lineState(line), line.doubts.map(doubtWords)])),
    ]),
  ];
}

interface Shelved {
  readonly name: string;
  readonly kindId: string;
  readonly netG?: number;
  readonly label: Label;
}

interface Classic {
  readonly id: string;
  readonly name: string;
  readonly grams: Readonly<Record<string, number>>;
  readonly classId: string;
}

/** A few foods by which the ratios of what stands in are told. */
const PAIRS = [
  ['plain-flour', 'almond-flour'],
  ['plain-flour', 'whey-isolate'],
  ['sugar', 'erythritol'],
  ['sugar', 'honey'],
  ['butter', 'sunflower-oil'],
  ['egg', 'ground-flax'],
  ['whole-milk', 'soy-drink'],
  ['baking-powder', 'baking-soda'],
] as const;

/** What core makes of the lines, recipes, swaps and labels that lie in a data folder. */
export class Recorder {
  private readonly shipped: ShippedLarder;
  private readonly larder: Larder;

  constructor(private readonly folder: string) {
    this.shipped = loadShippedLarder(folder);
    this.larder = stockLarder(this.shipped.foods);
  }

  private textOf(name: string): string {
    return readFileSync(join(this.folder, name), 'utf8');
  }

  private jsonOf<T>(name: string): T {
    return JSON.parse(this.textOf(name)) as T;
  }

  /** Everything that is recorded, by the file it is kept in. */
  recorded(): Readonly<Record<string, readonly Section[]>> {
    const judged = this.jsonOf<readonly { readonly recipe: string; readonly swap?: string }[]>('judged-swaps.json');
    const totals = this.jsonOf<readonly { readonly recipe: string; readonly measures: MeasureSystem }[]>('hand-totals.json');
    const classics = this.jsonOf<readonly Classic[]>('classic-formulas.json');
    const demo = this.jsonOf<readonly { readonly file: string }[]>('demo/household.json').map(({ file }) => this.textOf(`demo/${file}`));
    const typed = Papa.parse<{ line: string }>(this.textOf('reading-lines.csv'), { header: true, skipEmptyLines: true }).data.map(({ line }) => line);
    return {
      lines: typed.map((line) => ({ title: line, make: () => `${this.lineOut(line, 'us')}\n${this.lineOut(line, 'uk')}\n${shown(matchFood(line, this.larder.index, 4))}` })),
      recipes: [...totals.map(({ recipe, measures }) => ({ recipe, measures })), ...demo.map((recipe) => ({ recipe, measures: 'metric' as const }))].map(
        ({ recipe, measures }) => ({
          title: firstLine(recipe),
          make: () => {
            const formula = this.formulaOf(recipe, measures);
            return [...readOut(formula), ...this.analysisOut(formula, analyse(formula, this.larder, this.shipped))].join('\n');
          },
        }),
      ),
      swaps: judged.flatMap(({ recipe, swap }, i) => (swap === undefined ? [] : [{ title: `${i + 1} ${firstLine(recipe)}: ${swap}`, make: () => this.swapOut(recipe, swap) }])),
      ranked: [...totals.map(({ recipe }) => recipe).slice(0, 8), ...demo].map((recipe) => ({ title: firstLine(recipe), make: () => this.rankedOut(recipe) })),
      classics: classics.map(({ id, name, grams, classId }) => ({
        title: id,
        make: () => {
          const text = `${name}\nServes 8\n${Object.entries(grams)
            .map(([foodId, massG]) => `${massG} g ${this.larder.foods.get(foodId)?.name ?? foodId}`)
            .join('\n')}`;
          return this.standingOut(startWorksheet({ ...this.formulaOf(text), classId })).join('\n');
        },
      })),
      labels: this.jsonOf<readonly Shelved[]>('label-shelf.json').map((one) => ({ title: one.name, make: () => this.labelOut(one) })),
      measures: this.shipped.foods
        .filter((_food, i) => i % 7 === 0)
        .map((food) => ({ title: food.id, make: () => shown([1.3, 4, 17, 62, 240, 900].map((massG) => [kitchenMeasure(food, massG, 'us'), kitchenMeasure(food, massG, 'uk')])) })),
      ratios: PAIRS.map(([from, to]) => ({
        title: `${from} -> ${to}`,
        make: () => {
          const [one, other] = [this.larder.foods.get(from), this.larder.foods.get(to)];
          return one && other ? shown(roleRatio(one, other)) : 'no such food';
        },
      })),
    };
  }

  private lineOut(text: string, measures: MeasureSystem): string {
    return ingredientsIn(text, this.larder)
      .map((one, i) => {
        const line = readLine(one, `l${i + 1}`, this.larder, measures);
        const { name, foodId, massG, basis, size, note, melted, beaten, wetted, tinned, amount } = line;
        return shown([name, foodId, massG, basis, lineState(line), line.doubts.map(doubtWords), { size, note, melted, beaten, wetted, tinned, amount }]);
      })
      .join('\n');
  }

  private formulaOf(text: string, measures: MeasureSystem = 'us'): Formula {
    const read = readDocument(text, this.larder, measures);
    if (!read.ok) throw new Error(read.error);
    return read.formula;
  }

  private analysisOut(formula: Formula, analysis: Analysis): readonly string[] {
    const { views, energyShares, product, consistency, sweetness, lift, sweetenerWarnings, allergens, cautions, measures, totals } = analysis;
    const part = mainPart(formula, this.larder);
    return [
      shown({ class: product?.id, guess: guessClass(formula, measures, this.shipped)?.product.id, massG: totals.massG, energyShares, measures }),
      shown({ portion: views.portion, per100g: views.per100g?.energyKcal }),
      shown({ consistency, sweetness, lift, allergens }),
      ...sweetenerWarnings.map(shown),
      ...cautions.map(({ text }) => text),
      ...LEDGER_ROLES.map((role) => shown(whyRole(role, formula, this.larder))),
      shown(whyYield(formula, totals, views, product, this.larder)),
      shown(whyFigure({ key: 'proteinG', name: 'Protein', unit: 'g', digits: 1 }, formula, 1 / views.portions, this.larder)),
      shown([...bakersPercentages(formula, this.larder)]),
      ...(part && product?.id.match(/frozen|whipped/) ? this.coldOut(formula) : []),
    ];
  }

  private coldOut(formula: Formula): readonly string[] {
    const part = mainPart(formula, this.larder);
    if (!part) return [];
    const { sums, product } = analyse(formula, this.larder, this.shipped);
    const style = styleOf(formula, product, this.shipped.coldStyles);
    const state = whip(part, { mixer: 'stand', bowlMl: 3000, liquidFirst: 0.5, splashes: [{ foodId: 'water', massG: 30 }] }, this.larder);
    return [
      shown(analyseMix(part, this.larder)),
      shown(coldSide(sums, -18, -14, 30)),
      shown([style?.id, coldWarnings(sums, -18, -14, style)]),
      shown(whyIce(formula, { storedC: -18, servedC: -12 }, style, this.larder)),
      shown(state),
    ];
  }

  /** A rebuild as the ledger judges it. */
  private standingOut(sheet: Worksheet): readonly string[] {
    const standing = standingOf(sheet, this.larder, this.shipped);
    const { rows, overProtein } = standing;
    return [
      ...allLines(sheet.rebuild).map(({ text, foodId, massG }) => shown([text, foodId, massG])),
      ...rows.map(({ role, original, rebuild, band, state }) => shown([role, original, rebuild, band, state])),
      shown(overProtein.map(({ share, limit }) => [share, limit.reason])),
      ...adviceOf(sheet, standing, this.larder, this.shipped).map(({ row, ways }) =>
        shown([row.role, ways.map(({ proposal, energyKcal }) => [proposal.action, proposal.reason, energyKcal])]),
      ),
    ];
  }

  private swapOut(recipe: string, swap: string): string {
    const [from = '', to = ''] = swap.split(/\s*->\s*/);
    const food = this.larder.foods.get(matchFood(to, this.larder.index, 1)[0]?.foodId ?? '');
    const start = startWorksheet(this.formulaOf(recipe));
    const lines = linesNamed(start.rebuild, from, this.larder).filter(({ foodId }) => foodId !== food?.id);
    const product = classOf(start.rebuild, this.shipped);
    if (!food) return 'no such food';
    const out: string[] = [];
    let sheet = start;
    for (const line of lines) {
      const found = ruleFor(line, food, this.shipped.rules, this.larder, product?.id);
      if (!found.ok) out.push(found.error);
      if (!found.ok) continue;
      const limit = limitOf(found.rule, line.massG ?? 0, product?.id);
      const opened = openSwap(sheet, line.id, found.rule, limit.share, this.larder, product);
      out.push(shown([found.rule.id, limit, opened.ok ? opened.sheet.open.map((one) => [proposalWords(one.action, opened.sheet, this.larder), one.reason]) : opened.error]));
      if (opened.ok) sheet = opened.sheet;
    }
    const { sheet: settled, taken, unmet } = settleAll(sheet, this.larder, this.shipped);
    return [
      ...out,
      'with the liquid alone',
      ...this.standingOut(settleLiquid(sheet, this.larder, this.shipped)),
      'settled',
      ...this.standingOut(settled),
      shown(taken.map(({ action, reason }) => [action, reason])),
      shown(unmet.map(({ words }) => words)),
    ].join('\n');
  }

  /** The stand-ins of a recipe's heaviest lines, best first, with what each would leave. */
  private rankedOut(recipe: string): string {
    const sheet = startWorksheet(this.formulaOf(recipe));
    const product = classOf(sheet.rebuild, this.shipped);
    const diet = { schools: ['low-carb'], excluded: ['gluten'] } as const;
    const heaviest = [...allLines(sheet.rebuild)].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0)).slice(0, 3);
    return heaviest
      .flatMap((line) => {
        const free = candidatesFor(line, this.shipped.rules, this.larder, undefined, product?.id);
        const ranked = rankCandidates(sheet, line, candidatesFor(line, this.shipped.rules, this.larder, diet, product?.id), 0.5, this.larder, this.shipped, diet);
        return [
          shown([line.name, free.map(({ rule }) => rule.id)]),
          ...ranked.slice(0, 6).map(({ rule, strains, portion, against }) => shown([rule.id, strains, portion.energyKcal.amount, portion.netCarbG.amount, against])),
        ];
      })
      .join('\n');
  }

  private labelOut({ label, kindId, ...pack }: Shelved): string {
    const read = readLabel(label);
    const generic = this.larder.foods.get(kindId);
    if (!generic) return 'no such kind';
    const food = packAsFood({ ...pack, id: 'pack', kindId, label, mayContain: [], measuresG: {}, thirstTests: [], note: '' }, generic);
    return [shown(read), shown(checkLabel(label, read)), shown(hiddenZeros(read, 500)), shown(unlikeKind(read, generic)), shown(food.per100g)].join('\n');
  }
}

const HEAD = '=== ';

/** The sections of a kept record, by title. */
export function readRecord(text: string): ReadonlyMap<string, string> {
  return new Map(
    text
      .split(`\n${HEAD}`)
      .slice(1)
      .map((section) => {
        const end = section.indexOf('\n');
        return [section.slice(0, end), section.slice(end + 1).trimEnd()] as const;
      }),
  );
}

export function writeRecord(sections: readonly Section[]): string {
  const told = `What comes out, to be compared with what came out before; no proof that it is right. "npm run record" writes it anew: read the difference.\n`;
  return told + sections.map(({ title, make }) => `\n${HEAD}${title}\n${make().trimEnd()}\n`).join('');
}
