import table from '@fellmist/language/daySteps.json' with { type: 'json' };
import { allLines, type Formula } from '../formula';
import { LOOK, ownTime } from '../heat';
import { type ProductClass } from '../product';
import { type Appliance, type DayStep, type Treat } from './dayStep';
import { settingOf } from './setting';
import { type Reckoned } from './treatHeat';

interface StepRow {
  readonly key: string;
  readonly words: string;
  readonly min: number;
  readonly you?: boolean;
  readonly with?: Appliance;
  /** Its time is the oven's: the recipe's own, or the one that is reckoned. */
  readonly heat?: boolean;
  /** At least as long as the class rests. */
  readonly rest?: boolean;
  readonly perLineS?: number;
  readonly perPieceS?: number;
  readonly withinMin?: number;
}

interface KindRow {
  readonly classes: readonly string[];
  /** Only where it is heated so. */
  readonly heat?: ProductClass['heat'];
  readonly standsMin: number;
  readonly steps: readonly StepRow[];
}

const KINDS = table.kinds as readonly KindRow[];

export interface TreatAsk {
  readonly id: string;
  readonly formula: Formula;
  readonly product: ProductClass | undefined;
  readonly serveS: number;
  /** What is reckoned for its tin or plate; a time in the recipe's own method stands before the oven's. */
  readonly reckoned?: Reckoned | undefined;
  /** The oven's setting, where it is not the class's own, °C. */
  readonly ovenC?: number | undefined;
  /** The oven browns on one side: what bakes in it is turned at half time. */
  readonly isTurned?: boolean;
}

/** A step in the oven as two with a turn between them, which wait for nothing. */
function turned(step: DayStep): readonly DayStep[] {
  const { first, turn, second, turnS } = table.turn;
  const half = step.seconds / 2;
  const { id, lookS, ...inOven } = step;
  return [
    { ...inOven, id, words: first, seconds: half },
    { ...inOven, id: `${id}-turn`, words: turn, seconds: turnS, needsYou: true, withinS: 0 },
    { ...inOven, id: `${id}-on`, words: second, seconds: half, withinS: 0, ...(lookS === undefined ? {} : { lookS: Math.max(lookS - half, 0) }) },
  ];
}

/**
 * A treat as the steps of its day [data/language/daySteps.json]: its class's own, with the time that its lines take to weigh
 * out, and the oven's as the recipe says it, else as it is reckoned, else as is common for its class.
 */
export function treatOf({ id, formula, product, serveS, reckoned, ovenC = settingOf(product, formula.method), isTurned = false }: TreatAsk): Treat {
  const kind =
    KINDS.find(({ classes, heat }) => product !== undefined && classes.includes(product.id) && (heat === undefined || heat === product.heat)) ?? (KINDS.at(-1) as KindRow);
  const own = ownTime(formula.method);
  const lines = allLines(formula).length;
  const steps = kind.steps.flatMap((row): readonly DayStep[] => {
    const restS = row.rest ? (product?.restMin ?? 0) * 60 : 0;
    const bakeS = own ? own.high * 60 : reckoned?.bakeS;
    const plainS = Math.max(row.min * 60, restS) + (row.perLineS ?? 0) * lines + (row.perPieceS ?? 0) * formula.portions;
    const seconds = row.heat ? (bakeS ?? plainS) : row.with === 'griddle' ? (reckoned?.bakeS ?? plainS) : plainS;
    if (seconds <= 0) return [];
    const lookS = own ? Math.min(own.low * 60 * LOOK, reckoned?.lookS ?? Infinity) : (reckoned?.lookS ?? seconds * LOOK);
    const step: DayStep = {
      id: `${id} ${row.key}`,
      words: row.words,
      seconds,
      needsYou: row.you === true,
      ...(row.with === undefined ? {} : { busy: row.with }),
      ...(row.heat && ovenC !== undefined ? { ovenC, lookS } : {}),
      ...(row.withinMin === undefined ? {} : { withinS: row.withinMin * 60 }),
    };
    return isTurned && row.heat ? turned(step) : [step];
  });
  return { id, title: formula.title, steps, serveS, standsS: kind.standsMin * 60 };
}
