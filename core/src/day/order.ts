import table from '@fellmist/language/mixingOrders.json' with { type: 'json' };
import { type Food, type Larder, partsOfName, pours } from '../food';
import { allLines, type Formula, IN_THE_PAN, type Line, type Part } from '../formula';
import { type Stage } from './events';

interface Takes {
  readonly kinds?: readonly string[];
  readonly pours?: boolean;
  /** A powder that takes up water: cocoa, not a bar of chocolate. */
  readonly powder?: boolean;
}

interface Order {
  readonly classes: readonly string[];
  /** What title or method say where this order holds whatever the class is: "all into the blender". */
  readonly said?: string;
  readonly stages: readonly { readonly words: string; readonly takes: readonly Takes[]; readonly then: string }[];
}

const ORDERS = table.orders as readonly Order[];
const PAN_STAGE: Pick<Stage, 'id' | 'words' | 'then'> = table.pan;
/** Letters of a title or step that are looked through. */
const LONGEST_READ = 400;

/** Water from which a flavour is a liquid, g in 100 g: vanilla extract is, ground cinnamon is not. House value. */
const WET_FLAVOUR_G = 30;

function isWet(food: Food): boolean {
  return pours(food) || (food.kind === 'flavour' && (food.per100g.waterG ?? 0) >= WET_FLAVOUR_G);
}

function isTaken(food: Food | undefined, takes: readonly Takes[]): boolean {
  return takes.some(({ kinds, pours: wanted, powder }) => {
    if (kinds === undefined && wanted === undefined) return true;
    if (!food) return false;
    const isPowder = food.thirst?.basis === 'mass';
    return (kinds === undefined || kinds.includes(food.kind)) && (wanted === undefined || isWet(food) === wanted) && (powder === undefined || isPowder === powder);
  });
}

const foodOf = ({ foodId }: Line, larder: Larder): Food | undefined => (foodId === undefined ? undefined : larder.foods.get(foodId));

/** The stages of a class's own order [data/language/mixingOrders.json], part by part; those that take nothing are left out. */
function stagesOfClass(formula: Formula, larder: Larder): readonly Stage[] {
  const told = [formula.title, ...formula.method].map((text) => text.slice(0, LONGEST_READ));
  const order =
    ORDERS.find(({ said }) => said !== undefined && told.some((text) => new RegExp(said, 'i').test(text))) ??
    ORDERS.find(({ classes }) => formula.classId !== undefined && classes.includes(formula.classId)) ??
    ORDERS.at(-1);
  return formula.parts.flatMap((part, p) =>
    part.id === IN_THE_PAN.id
      ? [{ ...PAN_STAGE, lineIds: part.lines.map(({ id }) => id) }]
      : (order?.stages ?? []).flatMap(({ words, then }, s): readonly Stage[] => {
          const mine = part.lines.filter((line) => order?.stages.findIndex((stage) => isTaken(foodOf(line, larder), stage.takes)) === s);
          if (mine.length === 0) return [];
          return [{ id: `${part.id}-${s}`, words: p > 0 && part.heading ? `${part.heading}: ${words.toLowerCase()}` : words, lineIds: mine.map(({ id }) => id), then }];
        }),
  );
}

/** How the id of a step of the method begins. */
const STEP = 'step-';

const DRY = /\b(?:dry|powdered?s?)\s+(?:things|ingredients|mix|ones|stuff)\b|\bdries\b/i;
const WET = /\b(?:wet|liquids?)\b(?:\s+(?:things|ingredients|mix|ones))?/i;
/** Part of the lines that a method must name for its steps to be followed; else the class's own order is. House value. */
const NAMED_ENOUGH = 0.6;

const plain = (text: string): readonly string[] => text.toLowerCase().match(/\p{L}+/gu) ?? [];
const stem = (word: string): string => word.replace(/(?<=\p{L}{3})ies$/u, 'y').replace(/(?<=\p{L}{3})(?:es|s)$/u, '');

type Names = readonly (readonly string[])[];

/**
 * The telling words by which a method may name a line: its own, its food's, and those it had before it was swapped; first
 * whole ("icing sugar"), then by their last word alone ("sugar"), which counts only where no step has the whole.
 */
function namesOf(line: Line, larder: Larder, former: ReadonlyMap<string, string>): readonly [whole: Names, last: Names] {
  const food = foodOf(line, larder);
  const origin = line.origin && 'lineId' in line.origin ? former.get(line.origin.lineId) : undefined;
  const told = [line.name, food?.name, food?.head, origin].flatMap((name) => (name === undefined ? [] : [partsOfName(name)]));
  const stems = (lists: Names): Names => lists.filter((words) => words.length > 0).map((words) => words.map(stem));
  return [stems(told.map(({ core }) => core)), stems(told.map(({ all }) => all.slice(-1)))];
}

/**
 * The order in which a formula is mixed: its pasted method, each step with the lines that it names first (a step may name none: "heat the oven"), where the method
 * names most of them; else the order of its class. `former` gives the names that lines had in the original, so that
 * "the sugar" still means what stands in for it. Every line is in exactly one stage.
 */
export function mixingOrder(formula: Formula, larder: Larder, former: ReadonlyMap<string, string> = NO_NAMES): readonly Stage[] {
  const before = ordersBefore.get(formula);
  if (before?.larder === larder && before.former === former) return before.stages;
  const stages = orderAnew(formula, larder, former);
  ordersBefore.set(formula, { larder, former, stages });
  return stages;
}

const NO_NAMES: ReadonlyMap<string, string> = new Map();
/** A bake asks for the order at every event, and its formula stays. */
const ordersBefore = new WeakMap<Formula, { readonly larder: Larder; readonly former: ReadonlyMap<string, string>; readonly stages: readonly Stage[] }>();

/** Whether a part is for the table as it is: no step of the method does anything to its foods, so nothing of it is weighed into the mix. */
export function isServedAsItIs(part: Part, { method }: Pick<Formula, 'method'>, larder: Larder): boolean {
  if (part.counting !== 'at the table') return false;
  const steps = method.map((text) => new Set(plain(text).map(stem)));
  return !part.lines.some((line) => namesOf(line, larder, NO_NAMES).some((names) => names.some((name) => steps.some((words) => name.every((word) => words.has(word))))));
}

function orderAnew(whole: Formula, larder: Larder, former: ReadonlyMap<string, string>): readonly Stage[] {
  const formula = { ...whole, parts: whole.parts.filter((part) => !isServedAsItIs(part, whole, larder)) };
  const byClass = stagesOfClass(formula, larder);
  const lines = allLines(formula);
  const steps = formula.method.filter((text) => text.trim() !== '');
  if (steps.length < 2 || lines.length === 0) return byClass;
  const told = steps.map((text) => ({ text, words: new Set(plain(text).map(stem)) }));
  const dryStage = new Set(byClass.filter(({ words }) => /dry|flour|powder/i.test(words)).flatMap(({ lineIds }) => lineIds));
  const stepOf = new Map<string, number>();
  for (const line of lines) {
    const at = namesOf(line, larder, former)
      .map((names) => told.findIndex(({ words }) => names.some((name) => name.every((word) => words.has(word)))))
      .find((step) => step >= 0);
    if (at !== undefined) stepOf.set(line.id, at);
  }
  for (const line of lines) {
    if (stepOf.has(line.id)) continue;
    const group = dryStage.has(line.id) ? DRY : WET;
    const at = told.findIndex(({ text }) => group.test(text));
    if (at >= 0) stepOf.set(line.id, at);
  }
  if (stepOf.size < NAMED_ENOUGH * lines.length) return byClass;
  // What no step names goes where most of its companions by class go.
  for (const line of lines) {
    if (stepOf.has(line.id)) continue;
    const mates = byClass.find(({ lineIds }) => lineIds.includes(line.id))?.lineIds ?? [];
    const at = mates.flatMap((id) => stepOf.get(id) ?? []);
    stepOf.set(line.id, at.length > 0 ? Math.min(...at) : 0);
  }
  return told.map(({ text }, s): Stage => {
    const mine = lines.filter(({ id }) => stepOf.get(id) === s);
    return { id: `${STEP}${s}`, words: `Step ${s + 1} of the method`, lineIds: mine.map(({ id }) => id), then: text };
  });
}

/**
 * The stages with a line put before another one of a stage, or at its end; the others keep their places. A stage of the
 * class's order that loses its last line is gone, a step of the method stays: its words still say what to do.
 */
export function moveInOrder(stages: readonly Stage[], lineId: string, stageId: string, beforeId?: string): readonly Stage[] {
  if (!stages.some(({ id }) => id === stageId) || beforeId === lineId) return stages;
  return stages
    .map((stage) => {
      const rest = stage.lineIds.filter((id) => id !== lineId);
      if (stage.id !== stageId) return rest.length === stage.lineIds.length ? stage : { ...stage, lineIds: rest };
      const at = beforeId === undefined ? -1 : rest.indexOf(beforeId);
      return { ...stage, lineIds: at < 0 ? [...rest, lineId] : [...rest.slice(0, at), lineId, ...rest.slice(at)] };
    })
    .filter(({ id, lineIds }) => lineIds.length > 0 || id.startsWith(STEP));
}
