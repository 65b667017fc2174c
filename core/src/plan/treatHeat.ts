import { type Larder } from '../food';
import { type Formula, mainPart } from '../formula';
import { type BakingAsk, bakingTimeSteps, type GriddleAsk, griddling, PLATE_C, thermalOf } from '../heat';
import { type ProductClass } from '../product';
import { fitOf, type Vessel, volumeOf } from '../vessel';
import { type Plan } from './keptPlan';
import { settingOf } from './setting';

/** What is reckoned for a treat in its tin or on its plate, and when to look first (or turn), seconds. */
export interface Reckoned {
  readonly bakeS: number;
  readonly lookS: number;
}

/** What is asked of the heat: plain figures, so that a worker can answer. */
export type HeatAsk = { readonly by: 'oven'; readonly ask: BakingAsk } | { readonly by: 'plate'; readonly ask: GriddleAsk };

interface HeatedTreat {
  readonly formula: Formula;
  readonly product: ProductClass | undefined;
  readonly vessel: Vessel;
  readonly count: number;
  readonly larder: Larder;
  readonly ovenC: number | undefined;
  /** What this household's oven takes of what is reckoned. */
  readonly factor: number;
}

/** A mix waits on the counter until it goes in, °C. House value. */
const ROOM_C = 21;

/** The heat that a planned treat wants; undefined where its class wants none, or its foods are not known well enough. */
function heatAskOf({ formula, product, vessel, count, larder, ovenC, factor }: HeatedTreat): HeatAsk | undefined {
  const part = mainPart(formula, larder);
  const thermal = part && thermalOf(part, larder);
  if (!part || !thermal || !product) return undefined;
  const volume = volumeOf(part, larder, product, formula.portions);
  const fit = fitOf(vessel, count, volume, product);
  if (product.heat === 'griddle') return { by: 'plate', ask: { fit, volume, thermal, product, plateC: PLATE_C.usual, pieces: formula.portions } };
  if (product.heat !== 'oven' || ovenC === undefined) return undefined;
  return { by: 'oven', ask: { fit, volume, thermal, product, setting: { ovenC, isFan: false, isInBath: product.inBath === true, startC: ROOM_C, factor } } };
}

export interface PlanHeatAsk extends Pick<HeatedTreat, 'larder'> {
  readonly plan: Pick<Plan, 'treats'>;
  readonly formulas: Readonly<Record<string, Formula>>;
  readonly vessels: readonly Vessel[];
  readonly classOf: (formula: Formula) => ProductClass | undefined;
  readonly factorOf: (classId: string | undefined) => number;
}

/** The heat that the treats of a plan want in the tins it gives them. */
export function heatsOf({ plan, formulas, vessels, larder, classOf, factorOf }: PlanHeatAsk): readonly { readonly treatId: string; readonly heat: HeatAsk }[] {
  return Object.entries(plan.treats).flatMap(([treatId, { formulaId, vesselId, count = 1, ovenC }]) => {
    const [formula, vessel] = [formulas[formulaId], vessels.find(({ id }) => id === vesselId)];
    if (!formula || !vessel) return [];
    const product = classOf(formula);
    const heat = heatAskOf({ formula, product, vessel, count, larder, ovenC: ovenC ?? settingOf(product, formula.method), factor: factorOf(product?.id) });
    return heat ? [{ treatId, heat }] : [];
  });
}

/** The longer end of the oven's time, or all the batches of a plate; undefined where heat says none (pieces on a sheet, a tin that is no plate). */
export function* reckonSteps(heat: HeatAsk): Generator<number, Reckoned | undefined> {
  if (heat.by === 'plate') {
    const plate = griddling(heat.ask);
    return plate && { bakeS: plate.totalS, lookS: plate.firstSideS };
  }
  const time = yield* bakingTimeSteps(heat.ask);
  return typeof time === 'string' ? undefined : { bakeS: time.toS, lookS: time.lookS };
}
