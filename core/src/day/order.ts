import table from '@fellmist/language/mixingOrders.json' with { type: 'json' };
import { type Larder, partsOfName } from '../food';
import { allLines, type Formula, IN_THE_PAN, type Line, mainPart, type Part } from '../formula';
import { type VesselUse } from '../vessel';
import { type Stage } from './events';
import { foodOf, isTaken, type Takes } from './takes';

interface Order {
  readonly classes: readonly string[];
  /** What title or method say where this order holds whatever the class is: "all into the blender". */
  readonly said?: string;
  /** It holds for any class without an order of its own whose lines are of none of these kinds. */
  readonly without?: readonly string[];
  /** It holds for its classes only where some line is one of these, and none is one of those. */
  readonly needs?: readonly Takes[];
  readonly lacks?: readonly Takes[];
  /** What it is made in where that is no bowl among others: a jar to blend in, a bowl to whip in. */
  readonly use?: VesselUse;
  readonly stages: readonly {
    readonly words: string;
    readonly alone?: string;
    readonly takes: readonly Takes[];
    readonly but?: readonly Takes[];
    readonly then: string;
    readonly withGum?: string;
  }[];
}

const ORDERS = table.orders as readonly Order[];
const PAN_STAGE: Pick<Stage, 'id' | 'words' | 'then'> = table.pan;
const isPan = ({ id }: Stage): boolean => id === PAN_STAGE.id;
const AHEAD_STAGE: Pick<Stage, 'id' | 'words'> = table.ahead;
const LAST_STAGE: Pick<Stage, 'words' | 'then'> = table.last;
/** Letters of a title or step that are looked through. */
const LONGEST_READ = 400;
/** Letters of a paragraph that is taken sentence by sentence. */
const LONGEST_PARAGRAPH = 4000;

/** The order that title or method say themselves, whatever the class is. */
function orderSaid({ title, method }: Formula): (Order & { readonly said: string }) | undefined {
  const told = [title, ...method].map((text) => text.slice(0, LONGEST_READ));
  return ORDERS.find((one): one is Order & { readonly said: string } => one.said !== undefined && told.some((text) => new RegExp(one.said ?? '', 'i').test(text)));
}

/** What a formula is blended or whipped in, by its own words or by the practice of its class [data/language/mixingOrders.json]; undefined where any bowl does. */
export function mixerUse(formula: Formula): VesselUse | undefined {
  const { classId } = formula;
  return (orderSaid(formula) ?? ORDERS.find(({ classes }) => classId !== undefined && classes.includes(classId)))?.use;
}

/** The order of a class by the lines of the part it is for, or of one without where nothing has to be stirred dry. */
function orderOf(classId: string | undefined, lines: readonly Line[], larder: Larder, own: readonly Line[] = lines): Order | undefined {
  const holds = (takes: readonly Takes[]): boolean => own.some((line) => isTaken(line, larder, takes));
  const kinds = lines.flatMap((line) => foodOf(line, larder)?.kind ?? []);
  return (
    ORDERS.find(({ classes, needs, lacks }) => classId !== undefined && classes.includes(classId) && (!needs || holds(needs)) && !(lacks && holds(lacks))) ??
    ORDERS.find(({ without }) => without && !kinds.some((kind) => without.includes(kind))) ??
    ORDERS.at(-1)
  );
}

/** The stages of a class's own order [data/language/mixingOrders.json], part by part; those that take nothing are left out. */
function stagesOfClass(formula: Formula, larder: Larder): readonly Stage[] {
  const said = orderSaid(formula);
  // The class speaks of the batter, whichever part is judged; another part with a name is made apart, a filling or an icing.
  const { judgedPartId: _judged, ...unjudged } = formula;
  const main = mainPart({ ...unjudged, parts: formula.parts.filter(({ id }) => id !== IN_THE_PAN.id) }, larder);
  return formula.parts.flatMap((part, p) => {
    if (part.id === IN_THE_PAN.id) return [{ ...PAN_STAGE, lineIds: part.lines.map(({ id }) => id) }];
    const isApart = part.heading !== '' && part !== main;
    const order = isApart ? orderOf(undefined, part.lines, larder) : (said ?? orderOf(formula.classId, allLines(formula), larder, part.lines));
    return (order?.stages ?? []).flatMap(({ words: usual, alone = usual, then, withGum = then }, s): readonly Stage[] => {
      const mine = part.lines.filter((line) => order?.stages.findIndex(({ takes, but }) => isTaken(line, larder, takes) && !(but && isTaken(line, larder, but))) === s);
      if (mine.length === 0) return [];
      const isAll = mine.length === part.lines.length;
      const words = isAll ? alone : usual;
      const holdsGum = mine.some((line) => foodOf(line, larder)?.kind === 'gum');
      return [
        {
          id: `${part.id}-${s}`,
          words: isApart && isAll ? part.heading : (p > 0 || isApart) && part.heading ? `${part.heading}: ${words.toLowerCase()}` : words,
          lineIds: mine.map(({ id }) => id),
          then: holdsGum ? withGum : then,
        },
      ];
    });
  });
}

/** How the id of a step of the method begins. */
const STEP = 'step-';

/** How a method speaks of groups: "the dry things"; "whisk everything together", where what no other step names goes in. */
const [DRY, WET, ALL_TOGETHER] = [table.groups.dry, table.groups.wet, table.groups.all].map((pattern) => new RegExp(pattern, 'i')) as [RegExp, RegExp, RegExp];
/** "Everything but the chips": what is kept back, and where in the same sentence it comes in after all. */
const [KEPT, LATER] = [table.groups.kept, table.groups.later].map((pattern) => new RegExp(pattern, 'i')) as [RegExp, RegExp];
/** What is readied before anything is blended: "soak the oats in the milk overnight". */
const AHEAD = new RegExp(table.groups.ahead, 'i');
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
  const stages = greasedFirst(orderAnew(formula, larder, former), formula);
  ordersBefore.set(formula, { larder, former, stages });
  return stages;
}

/** A tin is greased before anything is mixed, a pan is oiled when the batter is there. */
const GREASES = new RegExp(table.groups.greases, 'i');

function greasedFirst(stages: readonly Stage[], { parts }: Formula): readonly Stage[] {
  const lines = parts.find(({ id }) => id === IN_THE_PAN.id)?.lines ?? [];
  if (lines.length === 0 || !lines.every(({ text }) => GREASES.test(text))) return stages;
  return [...stages.filter(isPan), ...stages.filter((one) => !isPan(one))];
}

const NO_NAMES: ReadonlyMap<string, string> = new Map();
/** A bake asks for the order at every event, and its formula stays. */
const ordersBefore = new WeakMap<Formula, { readonly larder: Larder; readonly former: ReadonlyMap<string, string>; readonly stages: readonly Stage[] }>();

/** Whether a part is for the table as it is: no step of the method does anything to its foods, so nothing of it is weighed into the mix. */
export function isServedAsItIs(part: Part, { method }: Pick<Formula, 'method'>, larder: Larder): boolean {
  if (part.counting !== 'at the table') return false;
  const steps = method.map(wordsIn);
  return !part.lines.some((line) => namesOf(line, larder, NO_NAMES).some((names) => steps.some((words) => isNamed(words, names))));
}

/** The steps of a method; one that was kept as a single paragraph is taken sentence by sentence. */
function stepsOf(method: readonly string[]): readonly string[] {
  const steps = method.filter((text) => text.trim() !== '');
  const [only = ''] = steps;
  const told = steps.length === 1 && only.length <= LONGEST_PARAGRAPH ? only.split(/(?<=[\p{L})]{2}[.!])\s+(?=\p{Lu})/u).map((text) => text.trim()) : steps;
  return told.flatMap(apartFromKept);
}

/** "Blitz everything but the chips, fold in the chips" is two steps. */
function apartFromKept(text: string): readonly string[] {
  const kept = text.length <= LONGEST_PARAGRAPH ? KEPT.exec(text) : null;
  if (!kept) return [text];
  const end = kept.index + kept[0].length;
  const later = LATER.exec(text.slice(end));
  if (!later) return [text];
  const after = text.slice(end + later.index + later[0].length);
  return [text.slice(0, end + later.index), after.charAt(0).toUpperCase() + after.slice(1)];
}

interface ToldStep {
  readonly text: string;
  /** The words by which it names what goes in at it. */
  readonly words: ReadonlySet<string>;
  /** The words of what it keeps back. */
  readonly kept: ReadonlySet<string>;
}

const wordsIn = (text: string): ReadonlySet<string> => new Set(plain(text).map(stem));

function toldStep(text: string): ToldStep {
  const [phrase = '', kept = ''] = KEPT.exec(text.slice(0, LONGEST_PARAGRAPH)) ?? [];
  return { text, words: wordsIn(phrase === '' ? text : text.replace(phrase, ' ')), kept: wordsIn(kept) };
}

const isNamed = (words: ReadonlySet<string>, names: Names): boolean => names.some((name) => name.every((word) => words.has(word)));

/** The class's order, or the one that is said, with what a step keeps back coming last, as a later step says it. */
function keptLast(formula: Formula, steps: readonly ToldStep[], larder: Larder, former: ReadonlyMap<string, string>): readonly Stage[] | undefined {
  const at = steps.findIndex(({ kept }) => kept.size > 0);
  const kept = allLines(formula).filter((line) => namesOf(line, larder, former).some((names) => isNamed(steps[at]?.kept ?? new Set(), names)));
  if (kept.length === 0) return undefined;
  const tells = steps.slice(at + 1).find((step) => kept.some((line) => isNamedBy(line, step, larder, former)));
  const last: Stage = { ...LAST_STAGE, id: 'kept', lineIds: kept.map(({ id }) => id), ...(tells ? { then: tells.text } : {}) };
  const rest = stagesOfClass(without(formula, [last]), larder);
  return [...rest.filter((one) => !isPan(one)), last, ...rest.filter(isPan)];
}

const isNamedBy = (line: Line, { words }: ToldStep, larder: Larder, former: ReadonlyMap<string, string>): boolean =>
  namesOf(line, larder, former).some((names) => isNamed(words, names));

/** Before the step that says the order: what a step of its own soaks, the oats in the milk, is not ground dry with the rest. */
function soakedFirst(formula: Formula, steps: readonly ToldStep[], said: RegExp, larder: Larder, former: ReadonlyMap<string, string>): readonly Stage[] {
  const until = steps.findIndex(({ text }) => said.test(text));
  const left = new Set(formula.parts.flatMap(({ id, lines }) => (id === IN_THE_PAN.id ? [] : lines)));
  return (until < 0 ? steps : steps.slice(0, until)).flatMap((step, s): readonly Stage[] => {
    const mine = AHEAD.test(step.text) ? [...left].filter((line) => isNamedBy(line, step, larder, former)) : [];
    mine.forEach((line) => left.delete(line));
    return mine.length === 0 ? [] : [{ id: `${AHEAD_STAGE.id}-${s}`, words: AHEAD_STAGE.words, lineIds: mine.map(({ id }) => id), then: step.text }];
  });
}

const without = (formula: Formula, stages: readonly Stage[]): Formula => {
  const gone = new Set(stages.flatMap(({ lineIds }) => lineIds));
  return { ...formula, parts: formula.parts.map((part) => ({ ...part, lines: part.lines.filter(({ id }) => !gone.has(id)) })) };
};

function orderAnew(whole: Formula, larder: Larder, former: ReadonlyMap<string, string>): readonly Stage[] {
  const formula = { ...whole, parts: whole.parts.filter((part) => !isServedAsItIs(part, whole, larder)) };
  const byClass = stagesOfClass(formula, larder);
  // Fat for the pan has a stage of its own, whatever the steps say of butter.
  const mixed = formula.parts.filter(({ id }) => id !== IN_THE_PAN.id);
  const lines = mixed.flatMap((part) => part.lines);
  const pan = byClass.filter(isPan);
  const told = stepsOf(formula.method).map(toldStep);
  const order = orderSaid(formula);
  const isSaid = order !== undefined;
  if (order) {
    const ahead = soakedFirst(formula, told, new RegExp(order.said, 'i'), larder, former);
    const rest = without(formula, ahead);
    const back = keptLast(rest, told, larder, former);
    if (back || ahead.length > 0) return [...ahead, ...(back ?? stagesOfClass(rest, larder))];
  }
  // A single sentence is an order only where all goes in at once.
  if (told.length === 0 || (told.length === 1 && (isSaid || !ALL_TOGETHER.test(told[0]?.text ?? ''))) || lines.length === 0) return byClass;
  const dryStage = new Set(byClass.filter(({ words }) => /dry|flour|powder/i.test(words)).flatMap(({ lineIds }) => lineIds));
  const stepOf = new Map<string, number>();
  for (const part of mixed) {
    // "Mix sugar and lemon for the drizzle" takes the drizzle's sugar: what is made apart goes in where it is spoken of.
    const heading = plain(part.heading)
      .map(stem)
      .filter((word) => !['for', 'the', 'a', 'to'].includes(word));
    const speaksOf = ({ words }: ToldStep): boolean => heading.length > 0 && part !== mixed[0] && heading.every((word) => words.has(word));
    const isSpokenOf = told.some(speaksOf);
    for (const line of part.lines) {
      const at = namesOf(line, larder, former)
        .map((names) => told.findIndex((step) => isNamed(step.words, names) && (!isSpokenOf || speaksOf(step))))
        .find((step) => step >= 0);
      if (at !== undefined) stepOf.set(line.id, at);
      else if (isSpokenOf) stepOf.set(line.id, told.findIndex(speaksOf));
    }
  }
  for (const line of lines) {
    if (stepOf.has(line.id)) continue;
    const group = dryStage.has(line.id) ? DRY : WET;
    const own = told.findIndex(({ text }) => group.test(text));
    const together = own < 0 && !isSaid ? told.findIndex(({ text }) => ALL_TOGETHER.test(text)) : own;
    // What that step keeps back comes after it.
    const isBack = together >= 0 && together + 1 < told.length && namesOf(line, larder, former).some((names) => isNamed(told[together]?.kept ?? new Set(), names));
    const at = isBack ? together + 1 : together;
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
  const steps = told.map(({ text }, s): Stage => {
    const mine = lines.filter(({ id }) => stepOf.get(id) === s);
    return { id: `${STEP}${s}`, words: `Step ${s + 1} of the method`, lineIds: mine.map(({ id }) => id), then: text };
  });
  return [...steps, ...pan];
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
