import { type Larder, SUMMED } from '../food';
import { type Counting, type Formula, summedOf, type Goal, type Loss, type Part, tallyOf, type Figure } from '../formula';
import { type PricesPerGram, priceOf } from '../cost';
import { AT, type Sums } from '../role';
import { type Lever } from './lever';

/** A part at some amounts: figures of all of it, its grams and its price, before what stays behind is taken off. */
interface PartSum {
  readonly part: Part;
  readonly figures: number[];
  massG: number;
  price: number;
}

/** A formula at some amounts of its levers. */
export interface Mix {
  readonly parts: readonly PartSum[];
  /** What the part that is judged brings together. */
  readonly sums: Sums;
  /** Grams of protein powder of the judged part, by line or coming food, in the order of the levers; those of what stays first. */
  readonly powders: readonly { readonly names: readonly string[]; readonly massG: number }[];
}

const BRINGS_AT = 3 * SUMMED.length;

/** A formula whose levers can be set. */
export class Setting {
  private readonly still: readonly PartSum[];
  private readonly stillSums: Sums;
  private readonly stillPowders: Mix['powders'];

  constructor(
    formula: Pick<Formula, 'parts'>,
    readonly judged: Part | undefined,
    readonly levers: readonly Lever[],
    larder: Larder,
    prices: PricesPerGram,
  ) {
    const moving = new Set(levers.map(({ lineId }) => lineId));
    this.stillSums = new Array<number>(Object.keys(AT).length).fill(0);
    const powders: { names: readonly string[]; massG: number }[] = [];
    const of = (part: Part): PartSum => {
      const sum: PartSum = { part, figures: new Array<number>(SUMMED.length).fill(0), massG: 0, price: 0 };
      for (const line of part.lines) {
        if (moving.has(line.id)) continue;
        const { row, names } = tallyOf(line, larder);
        const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
        for (let i = 0; i < SUMMED.length; i++) sum.figures[i] = (sum.figures[i] ?? 0) + (row[i] ?? 0);
        sum.massG += line.massG ?? 0;
        sum.price += (line.massG ?? 0) * ((food && priceOf(food, larder, prices)?.perGram) ?? 0);
        if (part.id !== judged?.id) continue;
        for (let i = 0; i < this.stillSums.length; i++) this.stillSums[i] = (this.stillSums[i] ?? 0) + (row[BRINGS_AT + i] ?? 0);
        powders.push({ names, massG: row[BRINGS_AT + AT.powderG] ?? 0 });
      }
      return sum;
    };
    this.still = formula.parts.map(of);
    this.stillPowders = powders.filter(({ massG }) => massG > 0);
  }

  /** The formula with so many grams of each lever. */
  at(grams: readonly number[]): Mix {
    const parts = this.still.map((sum) => ({ ...sum, figures: sum.figures.slice() }));
    const sums = this.stillSums.slice();
    const powders = this.stillPowders.slice();
    this.levers.forEach(({ partId, row, price = 0, names }, l) => {
      const massG = grams[l] ?? 0;
      const sum = parts.find(({ part }) => part.id === partId);
      if (!sum) return;
      for (let i = 0; i < SUMMED.length; i++) sum.figures[i] = (sum.figures[i] ?? 0) + massG * (row[i] ?? 0);
      sum.massG += massG;
      sum.price += massG * price;
      if (partId !== this.judged?.id) return;
      for (let i = 0; i < sums.length; i++) sums[i] = (sums[i] ?? 0) + massG * (row[BRINGS_AT + i] ?? 0);
      const powderG = massG * (row[BRINGS_AT + AT.powderG] ?? 0);
      if (powderG > 0) powders.push({ names, massG: powderG });
    });
    return { parts, sums, powders };
  }

  /** A mix with some grams more of one lever; all else is shared with it. */
  moved(mix: Mix, l: number, byG: number): Mix {
    const lever = this.levers[l];
    const at = mix.parts.findIndex(({ part }) => part.id === lever?.partId);
    const before = mix.parts[at];
    if (!lever || !before) return mix;
    const { row, price = 0 } = lever;
    const figures = before.figures.slice();
    for (let i = 0; i < figures.length; i++) figures[i] = (figures[i] as number) + byG * (row[i] as number);
    const parts = mix.parts.slice();
    parts[at] = { part: before.part, figures, massG: before.massG + byG, price: before.price + byG * price };
    if (lever.partId !== this.judged?.id) return { parts, sums: mix.sums, powders: mix.powders };
    const sums = mix.sums.slice();
    for (let i = 0; i < sums.length; i++) sums[i] = (sums[i] as number) + byG * (row[BRINGS_AT + i] as number);
    const powderG = byG * (row[BRINGS_AT + AT.powderG] as number);
    return { parts, sums, powders: powderG === 0 ? mix.powders : [...mix.powders, { names: lever.names, massG: powderG }] };
  }
}

function eaten({ part, massG }: PartSum): number {
  if (part.counting) return 0;
  return part.leftBehindG && massG > 0 ? Math.max(1 - part.leftBehindG / massG, 0) : 1;
}

/** A figure of the batch. */
export function figureOfMix({ parts }: Mix, figure: Figure, counting: Counting): number {
  const { summed, times } = summedOf(figure, counting);
  const place = SUMMED.indexOf(summed);
  return parts.reduce((sum, part) => sum + eaten(part) * (part.figures[place] ?? 0) * times, 0);
}

/** Grams of what counts, before the heat. */
export function rawMassOf({ parts }: Mix): number {
  return parts.reduce((sum, part) => sum + eaten(part) * part.massG, 0);
}

/** Price of what counts, by the whole of what was bought for it. */
export function priceOfMix({ parts }: Mix): number {
  return parts.reduce((sum, { part, price }) => sum + (part.counting ? 0 : price), 0);
}

/** By what a figure of the batch is divided to be that of a portion, of 100 g or of the batch. */
export function dividerOf(mix: Mix, per: NonNullable<Goal['per']>, formula: Pick<Formula, 'portions' | 'portionMassG' | 'yieldMassG'>, loss: Loss | undefined): number {
  if (per === 'batch') return 1;
  const yieldG = formula.yieldMassG ?? rawMassOf(mix) * (1 - (loss ? (loss.low + loss.high) / 2 : 0));
  if (per === '100 g') return yieldG / 100;
  if (formula.portionMassG !== undefined && formula.portionMassG > 0 && yieldG > 0) return yieldG / formula.portionMassG;
  return formula.portions > 0 ? formula.portions : 1;
}
