import { againstDiet, answersTo, barredAllergens, type Food, foodInHand, isIn, type Larder, SUMMED } from '../food';
import { type Line, broughtBy } from '../formula';
import { outside } from '../product';
import { addTimes, amountFor, bringsOf, type LedgerRole, measureRole, type Measures, measuresOf, roleOf, type Sums, sweetenerWarnings } from '../role';
import { aimOf, edgeOf, mostOf, wholePieces } from './bounds';
import { comesToMind } from './comesToMind';
import { type Corrective, type SwapTables } from './swapTables';
import { isLiquid, rankedLiquids } from './liquids';
import { isSpent } from './rule';
import { BALANCE_RULE, type Standing, type StandingRow, unrestOf } from './standing';
import { type Proposal, type ProposalAction } from './worksheet';

/** One way to bring a role back, with what the mix would be then. */
export interface Correction {
  readonly role: LedgerRole;
  readonly action: ProposalAction;
  readonly reason: string;
  readonly mark: Proposal['mark'];
  readonly source: string;
  readonly sums: Sums;
  readonly measures: Measures;
  /** How far all roles together would still be out of their bands. */
  readonly unrest: number;
  /** Energy it adds to the batch, kcal; what is unknown counts as none. */
  readonly energyKcal: number;
  /** What speaks against it, the unrest it leaves first of all: the lower the better. */
  readonly cost: number;
}

/** The most of a line that one correction takes away. House value. */
const MOST_TAKEN = 0.7;
const ENERGY = SUMMED.indexOf('energyKcal');

type Way = Omit<Correction, 'cost'>;

/** A role that is off, what it should come to, and what there is to mend it with. */
export interface RoleProblem {
  readonly standing: Standing;
  readonly row: StandingRow;
  readonly aim: number;
  readonly larder: Larder;
  readonly tables: SwapTables;
}

function made({ standing, row, larder }: RoleProblem, action: ProposalAction, delta: Sums, by: number, words: Pick<Correction, 'reason' | 'mark' | 'source'>): Way {
  const sums = standing.sums.slice();
  addTimes(sums, delta, by);
  for (let i = 0; i < sums.length; i++) if ((sums[i] ?? 0) < 0) sums[i] = 0;
  const measures = measuresOf(sums);
  const foodId = action.kind === 'add' ? action.foodId : undefined;
  const line = action.kind === 'less' ? standing.part?.lines.find(({ id }) => id === action.lineId) : undefined;
  const perGram = larder.perGram.get(foodId ?? line?.foodId ?? '')?.figures[ENERGY] ?? 0;
  const massG = action.kind === 'add' ? action.massG : action.kind === 'less' ? -action.massG : 0;
  return { role: row.role, action, ...words, sums, measures, unrest: unrestOf(measures, standing.rows), energyKcal: perGram * massG };
}

const HOUSE = { mark: 'H', source: 'house model, an estimate' } as const;

/** What a gram more of a food brings: as its line goes in, melted or beaten, where there is one; plain where it is new. */
function addedPerGram(food: Food, { part }: Standing): Sums {
  const line = part?.lines.find(({ foodId, massG }) => foodId === food.id && massG !== undefined);
  const { melted = false, beaten = false, wetted } = line ?? {};
  return bringsOf({ food, massG: 1, melted, beaten, ...(wetted ? { wetted } : {}) });
}

function adding(problem: RoleProblem, food: Food, mostG: number, words: Pick<Correction, 'reason' | 'mark' | 'source'>): Way | undefined {
  const { standing, row, aim } = problem;
  const per1 = addedPerGram(food, standing);
  const measure = (sums: Sums): number => measureRole(row.role, sums) ?? NaN;
  const massG =
    amountFor(standing.sums, per1, measure, aim, mostG) ?? (row.band && amountFor(standing.sums, per1, measure, row.state === 'low' ? row.band.low : row.band.high, mostG));
  if (massG === undefined || !(massG >= roleOf(row.role).leastG)) return undefined;
  const way = madeOf(problem, food, wholePieces(food, massG), words);
  return (row.role === 'sweetness' && isSpent(way.sums, food)) || turnsSandy(food, way.sums, standing) ? undefined : way;
}

const ROOM_C = 20;

/** Whether more of a sweetener would not dissolve where it is eaten: grains, for whatever else it is put in. */
function turnsSandy(food: Food, sums: Sums, { product }: Standing): boolean {
  return food.kind === 'sweetener' && (food.per100g.erythritolG ?? 0) > 0 && sweetenerWarnings(sums, product?.servedC ?? ROOM_C).some(({ kind }) => kind === 'sandy');
}

function madeOf(problem: RoleProblem, food: Food, massG: number, words: Pick<Correction, 'reason' | 'mark' | 'source'>): Way {
  const { row, standing } = problem;
  const per1 = addedPerGram(food, standing);
  return made(problem, { kind: 'add', foodId: food.id, massG, why: row.role === 'thickness' ? 'liquid' : 'balance' }, per1, massG, words);
}

function addedG({ action }: Way): number {
  return action.kind === 'add' ? action.massG : 0;
}

/** The most egg that thins a mix, against what is in it: more makes another treat. House value. */
const MOST_EGG = 0.5;

/** Liquids that thin a mix: those of the formula first. */
function thinning(problem: RoleProblem): readonly Way[] {
  const { standing, larder } = problem;
  if (!standing.part) return [];
  const mostG = Math.max(standing.sums[0] ?? 0, 50) * 3;
  const reason =
    'The rebuild drinks more than the original. This brings it back to near its thickness: pour it a little at a time, rest five minutes, then judge before more goes in.';
  return rankedLiquids(standing.part, larder)
    .filter((food) => barredAllergens(food, standing.diet).length === 0 && comesToMind(food, problem.standing, problem.row.role, larder))
    .slice(0, 5)
    .flatMap((food) => {
      const heldG = standing.part?.lines.reduce((sum, { foodId, massG = 0 }) => sum + (foodId === food.id ? massG : 0), 0) ?? 0;
      const way = adding(problem, food, mostG, { reason, ...HOUSE });
      return way === undefined || (food.kind === 'egg' && addedG(way) > heldG * MOST_EGG) ? [] : [way];
    });
}

/** Whether less of a food may mend a role: how an ice freezes is mended by what dissolves in it, never by its milk or cream. */
function mayGo(role: LedgerRole, food: Food): boolean {
  return (role !== 'ice' && role !== 'freezes') || food.kind === 'sweetener' || (food.per100g.alcoholG ?? 0) > 0;
}

/** The lines that bring most of what is too much, and how much of each would have to go. */
function taking(problem: RoleProblem): readonly Way[] {
  const { standing, row, aim, larder } = problem;
  const measure = (sums: Sums): number => measureRole(row.role, sums) ?? NaN;
  const now = row.rebuild ?? 0;
  const weigh = (line: Line): { readonly line: Line; readonly food: Food; readonly per1: Sums; readonly gain: number } | undefined => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!food || !line.massG || isIn('for-taste', food) || !mayGo(row.role, food)) return undefined;
    // What ground nuts bring is bound in them: how much fat goes for them the trade has said.
    if (row.role === 'fat' && standing.company().lessened.has(line.id)) return undefined;
    if (row.role === 'thickness' && !isLiquid(food)) return undefined;
    const per1 = broughtBy(line, larder).map((amount) => amount / (line.massG ?? 1));
    const without = standing.sums.slice();
    addTimes(without, per1, -line.massG * MOST_TAKEN);
    const gain = (measure(without) - now) * (row.state === 'high' ? -1 : 1);
    return { line, food, per1, gain };
  };
  const lines = (standing.part?.lines ?? []).flatMap((line) => weigh(line) ?? []).filter(({ gain }) => gain > 0);
  lines.sort((a, b) => b.gain - a.gain);
  return lines.slice(0, 2).flatMap(({ line, food, per1 }) => {
    const most = (line.massG ?? 0) * MOST_TAKEN;
    const found = amountFor(standing.sums, per1, measure, aim, 0, most);
    const massG = found === undefined ? most : -found;
    if (massG < roleOf(row.role).leastG) return [];
    const reason =
      row.role === 'thickness'
        ? 'The rebuild drinks less than the original; with less liquid it keeps its thickness.'
        : row.role === 'ice' || row.role === 'freezes'
          ? `${food.name} decides most of how hard it freezes.`
          : `Most of what is too much of ${roleOf(row.role).name.toLowerCase()} comes from ${food.name.toLowerCase()}.`;
    return [made(problem, { kind: 'less', lineId: line.id, massG, why: row.role === 'thickness' ? 'liquid' : 'balance' }, per1, -massG, { reason, ...HOUSE })];
  });
}

/** More of the main flour is offered only while it stays below this share of what is there. House value. */
const MOST_MORE_FLOUR = 0.3;

function moreFlour(problem: RoleProblem): readonly Way[] {
  const { standing, larder } = problem;
  const byMass = [...(standing.part?.lines ?? [])].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0));
  for (const line of byMass) {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!food || !line.massG || food.thirst?.basis !== 'mass' || food.thirst.gPerG < 0.3) continue;
    const reason = 'The rebuild is looser than the original; a little more of what drinks brings it back.';
    const found = adding(problem, food, MOST_MORE_FLOUR * line.massG, { reason, ...HOUSE });
    return found ? [found] : [];
  }
  return [];
}

/** The foods of a corrective: those it names, and of a group those that are in the formula or in the house. */
function offered(names: readonly string[], { standing, larder }: RoleProblem): readonly Food[] {
  const near = (): readonly Food[] => {
    const held = (standing.part?.lines ?? []).flatMap(({ foodId }) => (foodId === undefined ? [] : (larder.foods.get(foodId) ?? [])));
    return [...held, ...[...larder.inHand.values()].flatMap((id) => larder.foods.get(id) ?? [])];
  };
  const foods = names.flatMap((name) => (name.startsWith('@') ? near().filter((food) => isIn(name.slice(1), food)) : (foodInHand(name, larder) ?? [])));
  return [...new Set(foods)];
}

function isForClass({ classes, notClasses }: Corrective, classId: string): boolean {
  return (classes === undefined || classes.includes(classId)) && !notClasses?.includes(classId);
}

function fromTable(problem: RoleProblem): readonly Way[] {
  const { standing, row, larder, tables } = problem;
  const massG = standing.sums[0] ?? 0;
  const classId = standing.product?.id ?? '';
  const direction = row.role === 'thickness' ? 'less' : row.state === 'low' ? 'more' : 'less';
  return tables.correctives
    .filter((corrective) => corrective.role === row.role && corrective.direction === direction && isForClass(corrective, classId))
    .flatMap(({ foods, mostPer100g, reason, mark, source }) =>
      offered(foods, problem).flatMap((food) => {
        if (againstDiet(food, standing.diet) !== undefined || !comesToMind(food, standing, row.role, larder)) return [];
        const most = Math.min(mostPer100g, mostOf(food, row.role, isHeld(food.id, standing, larder)));
        return adding(problem, food, (most * massG) / 100, { reason, mark, source }) ?? [];
      }),
    );
}

/** What speaks against a correction beside the unrest it leaves: kcal, grams for a gram of mix, a late place in the table. House values. */
const AGAINST = { perKcal: 1 / 4000, perMassShare: 0.6, perPlace: 0.04, stranger: 0.1 } as const;

/** A pale or dark bake is mended at the oven, not in the bowl. */
function atTheOven(problem: RoleProblem, now: number): readonly Way[] {
  const { standing, row } = problem;
  if (row.role !== 'browning' || row.state !== 'high' || standing.product?.heat !== 'oven') return [];
  const action: ProposalAction = { kind: 'step', when: 'mixed', text: 'Bake 15 °C cooler, look early, and cover it when it is brown.' };
  const reason = 'Reducing sugars and allulose brown early: a cooler oven lets the middle get done first.';
  return [
    {
      role: row.role,
      action,
      reason,
      mark: 'P',
      source: 'common practice of the trade',
      sums: standing.sums,
      measures: measuresOf(standing.sums),
      unrest: now - row.off,
      energyKcal: 0,
    },
  ];
}

/** All ways to bring a role where it should come to, none judged yet. */
export function waysFor(problem: RoleProblem): readonly Way[] {
  const { role, state } = problem.row;
  if (role === 'thickness') return state === 'high' ? thinning(problem) : [...taking(problem), ...moreFlour(problem), ...fromTable(problem)];
  return state === 'high' || role === 'ice' || role === 'freezes' ? [...taking(problem), ...fromTable(problem)] : fromTable(problem);
}

function isHeld(foodId: string, { company }: Standing, larder: Larder): boolean {
  const food = larder.foods.get(foodId);
  return food !== undefined && answersTo(food).some((name) => company().held.has(name));
}

function targetOf({ action }: Way): string {
  return action.kind === 'add' ? action.foodId : action.kind === 'less' ? action.lineId : action.kind;
}

/** How far out another role may come, in widths of its band, before that is noticed. House value. */
const UNNOTICED = 0.05;

/** Whether a way brings another role out of its band that is in it now. */
function pushesOut({ role, measures }: Way, { rows }: Standing): boolean {
  return rows.some((row) => {
    const measure = measures[row.role];
    return row.role !== role && row.state === 'in' && row.band !== undefined && measure !== undefined && outside(measure, row.band.low, row.band.high) > UNNOTICED;
  });
}

/** Each way to the original where that calms the ledger and pushes no other role out, else the same way only as far as the edge of the band. */
function calmer(toOriginal: readonly Way[], toEdge: readonly Way[], now: number, standing: Standing): readonly Way[] {
  const calms = ({ unrest }: Way): boolean => unrest < now - 1e-6;
  const targets = new Set(toOriginal.map(targetOf));
  const better = (way: Way): Way => {
    const edge = toEdge.find((other) => targetOf(other) === targetOf(way));
    if (!edge || (calms(way) && !pushesOut(way, standing))) return way;
    return calms(way) && pushesOut(edge, standing) ? way : edge;
  };
  return [...toOriginal.map(better), ...toEdge.filter((way) => !targets.has(targetOf(way)))];
}

/** Ways to bring one role back, the one that leaves the calmest ledger first; liquids in the order of the formula and the kitchen. */
export function correctionsFor(standing: Standing, row: StandingRow, larder: Larder, tables: SwapTables): readonly Correction[] {
  const aim = aimOf(row);
  if (aim === undefined || row.rebuild === undefined) return [];
  const problem: RoleProblem = { standing, row, aim, larder, tables };
  const now = unrestOf(measuresOf(standing.sums), standing.rows);
  const massG = Math.max(standing.sums[0] ?? 0, 1);
  const found = [...atTheOven(problem, now), ...calmer(waysFor(problem), edgeOf(row) === aim ? [] : waysFor({ ...problem, aim: edgeOf(row) ?? aim }), now, standing)];
  const cost = ({ unrest, energyKcal, action }: Way, place: number): number =>
    unrest +
    Math.max(energyKcal, 0) * AGAINST.perKcal +
    (action.kind === 'add' ? (action.massG / massG) * AGAINST.perMassShare : 0) +
    place * AGAINST.perPlace +
    (action.kind === 'add' && !isHeld(action.foodId, standing, larder) ? AGAINST.stranger : 0);
  const inOrder = row.role === 'thickness';
  return found
    .map((correction, place) => ({ ...correction, cost: cost(correction, place) }))
    .filter(({ unrest }) => unrest < now - 1e-6)
    .sort((a, b) => (inOrder ? 0 : a.cost - b.cost));
}

/** A correction as a proposal that can be taken, edited or refused. */
export function asProposal(correction: Correction, partId: string, swapId: string, index: number): Proposal {
  return {
    id: `${swapId}.${index}`,
    swapId,
    ruleId: BALANCE_RULE + correction.role,
    partId,
    action: correction.action,
    reason: correction.reason,
    mark: correction.mark,
    source: correction.source,
  };
}
