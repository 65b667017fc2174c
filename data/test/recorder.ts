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
  isEatenUnheated,
  coldSide,
  coldWarnings,
  doubtWords,
  type Formula,
  guessClass,
  hiddenZeros,
  ingredientsIn,
  type Label,
  LEDGER_ROLES,
  limitOf,
  linesNamed,
  lineState,
  mainPart,
  matchFood,
  type MeasureSystem,
  openSwap,
  packAsFood,
  proposalWords,
  rankCandidates,
  readLabel,
  readLine,
  ruleFor,
  settleAll,
  settleLiquid,
  standingOf,
  startWorksheet,
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
import { countsOut, handsOut, ruleOut } from './byHand';
import { BOWLS, bowlOut, documentOut, packOut, readingsOut, shapesOut, stockOut } from './desks';
import { foodOut, printedOut, sweetOut } from './ofFoods';
import { firstLine, Kitchen, type Section, shown } from './kitchen';

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

/** What core makes of the lines, recipes, swaps and labels that lie in a data folder. */
export class Recorder {
  private readonly kitchen: Kitchen;

  constructor(folder: string) {
    this.kitchen = new Kitchen(folder);
  }

  /** Everything that is recorded, by the file it is kept in. */
  recorded(): Readonly<Record<string, readonly Section[]>> {
    const judged = this.kitchen.jsonOf<readonly { readonly recipe: string; readonly swap?: string }[]>('judged-swaps.json');
    const totals = this.kitchen.jsonOf<readonly { readonly recipe: string; readonly measures: MeasureSystem }[]>('hand-totals.json');
    const classics = this.kitchen.jsonOf<readonly Classic[]>('classic-formulas.json');
    const demo = this.kitchen.jsonOf<readonly { readonly file: string }[]>('demo/household.json').map(({ file }) => this.kitchen.textOf(`demo/${file}`));
    const typed = Papa.parse<{ line: string }>(this.kitchen.textOf('reading-lines.csv'), { header: true, skipEmptyLines: true }).data.map(({ line }) => line);
    return {
      lines: typed.map((line) => ({
        title: line,
        make: () => `${this.lineOut(line, 'us')}\n${this.lineOut(line, 'uk')}\n${shown(matchFood(line, this.kitchen.larder.index, 4))}`,
      })),
      recipes: [...totals.map(({ recipe, measures }) => ({ recipe, measures })), ...demo.map((recipe) => ({ recipe, measures: 'metric' as const }))].map(
        ({ recipe, measures }) => ({
          title: firstLine(recipe),
          make: () => {
            const formula = this.kitchen.formulaOf(recipe, measures);
            return [...readOut(formula), ...this.analysisOut(formula, analyse(formula, this.kitchen.larder, this.kitchen.shipped))].join('\n');
          },
        }),
      ),
      swaps: judged.flatMap(({ recipe, swap }, i) => (swap === undefined ? [] : [{ title: `${i + 1} ${firstLine(recipe)}: ${swap}`, make: () => this.swapOut(recipe, swap) }])),
      ranked: [...totals.map(({ recipe }) => recipe).slice(0, 8), ...demo].map((recipe) => ({ title: firstLine(recipe), make: () => this.rankedOut(recipe) })),
      classics: classics.map(({ id, name, grams, classId }) => ({
        title: id,
        make: () => {
          const text = `${name}\nServes 8\n${Object.entries(grams)
            .map(([foodId, massG]) => `${massG} g ${this.kitchen.larder.foods.get(foodId)?.name ?? foodId}`)
            .join('\n')}`;
          return this.standingOut(startWorksheet({ ...this.kitchen.formulaOf(text), classId })).join('\n');
        },
      })),
      labels: this.kitchen.jsonOf<readonly Shelved[]>('label-shelf.json').map((one) => ({ title: one.name, make: () => this.labelOut(one) })),
      foods: this.kitchen.shipped.foods.map((food) => ({ title: food.id, make: () => foodOut(this.kitchen, food) })),
      printed: this.kitchen.shipped.foods.filter((_food, i) => i % 5 === 0).map((food) => ({ title: food.id, make: () => printedOut(food) })),
      rules: this.kitchen.shipped.rules.map((rule) => ({ title: rule.id, make: () => ruleOut(this.kitchen, rule) })),
      sweets: this.kitchen.shipped.foods.filter(({ kind }) => kind === 'sweetener').map((food) => ({ title: food.id, make: () => sweetOut(this.kitchen, food) })),
      counts: demo.map((recipe) => ({ title: firstLine(recipe), make: () => countsOut(this.kitchen, recipe) })),
      bowls: BOWLS.map((bowl) => ({ title: firstLine(bowl), make: () => bowlOut(this.kitchen, bowl) })),
      packs: ['whey-isolate', 'oat-flour', 'casein', 'coconut-flour'].map((kindId) => ({ title: kindId, make: () => packOut(this.kitchen, kindId) })),
      desks: [
        { title: 'overrun', make: () => readingsOut(this.kitchen) },
        { title: 'stock', make: () => stockOut(this.kitchen) },
        { title: 'shapes of a document', make: () => shapesOut(this.kitchen) },
      ],
      texts: this.kitchen
        .textOf('odd-recipes.txt')
        .split('-----\n')
        .flatMap((text) => [
          { title: firstLine(text), make: () => readOut(this.kitchen.formulaOf(text)).join('\n') },
          { title: `${firstLine(text)}, as a document`, make: () => documentOut(this.kitchen, text) },
        ]),
      hands: demo.map((recipe) => ({ title: firstLine(recipe), make: () => handsOut(this.kitchen, recipe) })),
    };
  }

  private lineOut(text: string, measures: MeasureSystem): string {
    return ingredientsIn(text, this.kitchen.larder)
      .map((one, i) => {
        const line = readLine(one, `l${i + 1}`, this.kitchen.larder, measures);
        const { name, foodId, massG, basis, size, note, melted, beaten, wetted, tinned, amount } = line;
        return shown([name, foodId, massG, basis, lineState(line), line.doubts.map(doubtWords), { size, note, melted, beaten, wetted, tinned, amount }]);
      })
      .join('\n');
  }

  private analysisOut(formula: Formula, analysis: Analysis): readonly string[] {
    const { views, energyShares, product, consistency, sweetness, lift, sweetenerWarnings, allergens, cautions, measures, totals } = analysis;
    const part = mainPart(formula, this.kitchen.larder);
    return [
      shown({ class: product?.id, guess: guessClass(formula, measures, this.kitchen.shipped)?.product.id, massG: totals.massG, energyShares, measures }),
      shown({ portion: views.portion, per100g: views.per100g?.energyKcal }),
      shown({ consistency, sweetness, lift, allergens }),
      ...sweetenerWarnings.map(shown),
      ...cautions.map(({ text }) => text),
      ...LEDGER_ROLES.map((role) => shown(whyRole(role, formula, this.kitchen.larder))),
      shown(whyYield(formula, totals, views, product, this.kitchen.larder)),
      shown(whyFigure({ key: 'proteinG', name: 'Protein', unit: 'g', digits: 1 }, formula, 1 / views.portions, this.kitchen.larder)),
      shown([...bakersPercentages(formula, this.kitchen.larder)]),
      ...(part && product?.id.match(/frozen|whipped/) ? this.coldOut(formula) : []),
    ];
  }

  private coldOut(formula: Formula): readonly string[] {
    const part = mainPart(formula, this.kitchen.larder);
    if (!part) return [];
    const { sums, product } = analyse(formula, this.kitchen.larder, this.kitchen.shipped);
    const style = styleOf(formula, product, this.kitchen.shipped.coldStyles);
    const state = whip(part, { mixer: 'stand', bowlMl: 3000, liquidFirst: 0.5, splashes: [{ foodId: 'water', massG: 30 }] }, this.kitchen.larder);
    return [
      shown(analyseMix(part, this.kitchen.larder)),
      shown(coldSide(sums, -18, -14, 30)),
      shown([style?.id, coldWarnings(sums, -18, -14, style)]),
      shown(whyIce(formula, { storedC: -18, servedC: -12 }, style, this.kitchen.larder)),
      shown(state),
    ];
  }

  /** A rebuild as the ledger judges it. */
  private standingOut(sheet: Worksheet): readonly string[] {
    const standing = standingOf(sheet, this.kitchen.larder, this.kitchen.shipped);
    const { rows, overProtein } = standing;
    return [
      ...allLines(sheet.rebuild).map(({ text, foodId, massG }) => shown([text, foodId, massG])),
      ...rows.map(({ role, original, rebuild, band, state }) => shown([role, original, rebuild, band, state])),
      shown(overProtein.map(({ share, limit }) => [share, limit.reason])),
      ...adviceOf(sheet, standing, this.kitchen.larder, this.kitchen.shipped).map(({ row, ways }) =>
        shown([row.role, ways.map(({ proposal, energyKcal }) => [proposal.action, proposal.reason, energyKcal])]),
      ),
    ];
  }

  private swapOut(recipe: string, swap: string): string {
    const [from = '', to = ''] = swap.split(/\s*->\s*/);
    const food = this.kitchen.larder.foods.get(matchFood(to, this.kitchen.larder.index, 1)[0]?.foodId ?? '');
    const start = startWorksheet(this.kitchen.formulaOf(recipe));
    const lines = linesNamed(start.rebuild, from, this.kitchen.larder).filter(({ foodId }) => foodId !== food?.id);
    const product = classOf(start.rebuild, this.kitchen.shipped);
    if (!food) return 'no such food';
    const out: string[] = [];
    let sheet = start;
    for (const line of lines) {
      const found = ruleFor(line, food, this.kitchen.shipped.rules, this.kitchen.larder, product?.id);
      if (!found.ok) out.push(found.error);
      if (!found.ok) continue;
      const limit = limitOf(found.rule, line.massG ?? 0, product?.id);
      const opened = openSwap(sheet, line.id, found.rule, limit.share, this.kitchen.larder, product);
      out.push(
        shown([found.rule.id, limit, opened.ok ? opened.sheet.open.map((one) => [proposalWords(one.action, opened.sheet, this.kitchen.larder), one.reason]) : opened.error]),
      );
      if (opened.ok) sheet = opened.sheet;
    }
    const { sheet: settled, taken, unmet } = settleAll(sheet, this.kitchen.larder, this.kitchen.shipped);
    return [
      ...out,
      'with the liquid alone',
      ...this.standingOut(settleLiquid(sheet, this.kitchen.larder, this.kitchen.shipped)),
      'settled',
      ...this.standingOut(settled),
      shown(taken.map(({ action, reason }) => [action, reason])),
      shown(unmet.map(({ words }) => words)),
    ].join('\n');
  }

  /** The stand-ins of a recipe's heaviest lines, best first, with what each would leave. */
  private rankedOut(recipe: string): string {
    const sheet = startWorksheet(this.kitchen.formulaOf(recipe));
    const product = classOf(sheet.rebuild, this.kitchen.shipped);
    const diet = { schools: ['low-carb'], excluded: ['gluten'] } as const;
    const heaviest = [...allLines(sheet.rebuild)].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0)).slice(0, 3);
    return heaviest
      .flatMap((line) => {
        const isEatenRaw = isEatenUnheated(product, sheet.rebuild.method);
        const free = candidatesFor(line, this.kitchen.shipped.rules, this.kitchen.larder, undefined, product?.id, isEatenRaw);
        const ranked = rankCandidates(
          sheet,
          line,
          candidatesFor(line, this.kitchen.shipped.rules, this.kitchen.larder, diet, product?.id, isEatenRaw),
          0.5,
          this.kitchen.larder,
          this.kitchen.shipped,
          diet,
        );
        return [
          shown([line.name, free.map(({ rule }) => rule.id)]),
          ...ranked.slice(0, 6).map(({ rule, strains, portion, against }) => shown([rule.id, strains, portion.energyKcal.amount, portion.netCarbG.amount, against])),
        ];
      })
      .join('\n');
  }

  private labelOut({ label, kindId, ...pack }: Shelved): string {
    const read = readLabel(label);
    const generic = this.kitchen.larder.foods.get(kindId);
    if (!generic) return 'no such kind';
    const food = packAsFood({ ...pack, id: 'pack', kindId, label, mayContain: [], measuresG: {}, thirstTests: [], note: '' }, generic);
    return [shown(read), shown(checkLabel(label, read)), shown(hiddenZeros(read, 500)), shown(unlikeKind(read, generic)), shown(food.per100g)].join('\n');
  }
}
