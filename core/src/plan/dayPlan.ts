import { toItsEnd } from '../heat';
import { type Busy, type DayStep, type Held, type Room, type Treat } from './dayStep';
import { type Edge, type PlanProblem, type SearchEnd, searchSteps } from './search';

export interface PlanAsk {
  readonly treats: readonly Treat[];
  readonly room: Room;
  /** Nothing that is not held begins before, seconds since 1970. */
  readonly nowS: number;
  /** Steps that were begun, are done, or were put somewhere by hand, by the step's id. */
  readonly held: Readonly<Record<string, Held>>;
  /** Back from the serving times, or forward from now. */
  readonly from: 'serving' | 'now';
}

export interface PlannedStep {
  readonly step: DayStep;
  readonly treatId: string;
  readonly startS: number;
  readonly endS: number;
  /** A wait that lasts longer than it must, as what follows comes later: until then. */
  readonly untilS: number;
  /** How much earlier it begins than it would if its treat were alone in the kitchen, seconds. */
  readonly earlierS: number;
}

/** Two treats wanted the same thing at the same moment. */
export interface Clash {
  readonly busy: Busy;
  /** The step that gave way, and the one it gave way to. */
  readonly movedId: string;
  readonly forId: string;
  readonly byS: number;
}

/** What would make a plan possible that is not. */
export type WayOut =
  { readonly kind: 'more room'; readonly busy: Busy } | { readonly kind: 'one setting'; readonly ovenC: number } | { readonly kind: 'without'; readonly treatId: string };

export interface OvenHeating {
  readonly ovenC: number;
  readonly startS: number;
  readonly endS: number;
}

export interface DayPlan {
  /** In time as asked; late, with the moments at which the treats can be served; or none at all. */
  readonly kind: 'in time' | 'late' | 'none';
  readonly steps: readonly PlannedStep[];
  readonly served: Readonly<Record<string, number>>;
  readonly clashes: readonly Clash[];
  readonly heatings: readonly OvenHeating[];
  readonly waysOut: readonly WayOut[];
  /** Whether nothing better exists. */
  readonly isBest: boolean;
}

/** Two ovens' settings that far apart can be one. House value. */
const SAME_C = 5;
/** An oven heats, or cools, to another setting in so long; common practice: ten to twenty minutes. */
export const HEATS_S = 15 * 60;
/** Steps are told in whole minutes. */
const MINUTE = 60;
const LIMIT = 4000;
/** Of each way out that is tried. */
const TRY_LIMIT = 600;
/** What is moved by less is not worth a word. House value. */
const TOLD_S = 5 * 60;

const whole = (seconds: number): number => Math.ceil(seconds / MINUTE - 1e-9) * MINUTE;

/** How long a step lasts: as it did where it is over; where it was begun and is not, at least until now while hands or the oven are in it. */
function lastingS(step: DayStep, hold: Held | undefined, nowS: number): number {
  if (hold?.endS !== undefined) return Math.max(whole(hold.endS - hold.startS), 0);
  const isWatched = hold?.isBegun === true && (step.needsYou || step.ovenC !== undefined);
  return isWatched ? Math.max(whole(step.seconds), whole(nowS - hold.startS)) : whole(step.seconds);
}

interface Laid {
  readonly problem: PlanProblem;
  readonly steps: readonly { readonly step: DayStep; readonly treat: Treat; readonly lastsS: number }[];
}

/**
 * Steps and servings as tasks on an axis: seconds after `originS`, or before it where it is laid out backwards, so that "as
 * early as possible" of the search means "as late as possible" of the clock.
 */
function lay({ treats, room, nowS, held, from }: PlanAsk, originS: number, isBack: boolean, isServed: boolean): Laid {
  const steps = treats.flatMap((treat) =>
    treat.steps.map((step) => {
      return { step, treat, lastsS: lastingS(step, held[step.id], nowS) };
    }),
  );
  const settings: number[] = [];
  const settingOf = ({ ovenC }: DayStep): number | undefined => {
    if (ovenC === undefined) return undefined;
    const near = settings.find((one) => Math.abs(one - ovenC) <= SAME_C);
    if (near === undefined) settings.push(ovenC);
    return near ?? ovenC;
  };
  const tasks = [
    ...steps.map(({ step, lastsS }) => {
      const setting = settingOf(step);
      return { s: lastsS, busy: [...(step.needsYou ? ['you'] : []), ...(step.busy ? [step.busy] : [])], ...(setting === undefined ? {} : { setting }) };
    }),
    ...treats.map(() => ({ s: 0, busy: [] })),
  ];
  const edges: Edge[] = [];
  const lasts = (node: number): number => (node === 0 ? 0 : (tasks[node - 1]?.s ?? 0));
  const after = (a: number, b: number, s: number): void => {
    edges.push(isBack ? { from: b, to: a, s: s + lasts(b) - lasts(a) } : { from: a, to: b, s });
  };
  const notBefore = (node: number, momentS: number): void => after(0, node, momentS - originS);
  const notAfter = (node: number, momentS: number): void => after(node, 0, originS - momentS);
  treats.forEach((treat, t) => {
    const serving = steps.length + t + 1;
    const nodes = steps.flatMap((one, i) => (one.treat === treat ? [i + 1] : []));
    nodes.forEach((node, n) => {
      const { step, lastsS } = steps[node - 1] as Laid['steps'][number];
      const before = nodes[n - 1];
      const hold = held[step.id];
      if (hold) {
        notBefore(node, hold.startS);
        notAfter(node, hold.startS);
      } else {
        notBefore(node, nowS);
      }
      if (before !== undefined) {
        const isToldBoth = hold !== undefined && held[(steps[before - 1] as Laid['steps'][number]).step.id] !== undefined;
        // What happened, happened: two steps that are both held are not argued with.
        if (!isToldBoth) {
          after(before, node, lasts(before));
          if (step.withinS !== undefined) after(node, before, -(lasts(before) + whole(step.withinS)));
        }
      }
      if (n === nodes.length - 1) {
        after(node, serving, lastsS);
        if (treat.standsS !== undefined) after(serving, node, -(lastsS + whole(treat.standsS)));
      }
    });
    notBefore(serving, isServed || from === 'serving' ? treat.serveS : nowS);
    if (isServed) notAfter(serving, treat.serveS);
  });
  return { problem: { tasks, edges, room, changeS: HEATS_S }, steps };
}

interface SolvedPlan {
  readonly starts: readonly number[];
  readonly served: readonly number[];
  readonly isBest: boolean;
}

/** The moments of all steps and servings. */
function* solveSteps(ask: PlanAsk, isBack: boolean, isServed: boolean, limit: number): Generator<number, SolvedPlan | undefined> {
  const originS = isBack ? Math.max(...ask.treats.map(({ serveS }) => serveS)) : ask.nowS;
  const { problem, steps } = lay(ask, originS, isBack, isServed);
  const end: SearchEnd = yield* searchSteps(problem, limit);
  if (typeof end === 'string') return undefined;
  const moments = end.starts.map((at, i) => (isBack ? originS - at - (problem.tasks[i]?.s ?? 0) : originS + at));
  return { starts: moments.slice(0, steps.length), served: moments.slice(steps.length), isBest: end.isBest };
}

/** What of two treats wanted one thing at one moment, if each were alone: who gave way, and by how much. */
function clashesOf(steps: readonly PlannedStep[], room: Room): readonly Clash[] {
  const alone = steps.map((one) => ({ ...one, from: one.startS + one.earlierS, to: one.endS + one.earlierS }));
  const found = new Map<string, Clash>();
  for (const a of alone) {
    for (const b of alone) {
      if (a.treatId === b.treatId || a.earlierS < TOLD_S || a.earlierS < b.earlierS) continue;
      const shared: readonly Busy[] = [
        ...(a.step.needsYou && b.step.needsYou ? (['you'] as const) : []),
        ...(a.step.busy !== undefined && a.step.busy === b.step.busy ? [a.step.busy] : []),
      ];
      for (const busy of shared) {
        const isOther = busy === 'oven' && a.step.ovenC !== undefined && b.step.ovenC !== undefined && Math.abs(a.step.ovenC - b.step.ovenC) > SAME_C;
        const margin = isOther ? HEATS_S : 0;
        if (a.from >= b.to + margin || b.from >= a.to + margin || (!isOther && room[busy] > 1)) continue;
        const key = [busy, ...[a.treatId, b.treatId].sort()].join(' ');
        if ((found.get(key)?.byS ?? 0) < a.earlierS) found.set(key, { busy, movedId: a.step.id, forId: b.step.id, byS: a.earlierS });
      }
    }
  }
  return [...found.values()].sort((a, b) => b.byS - a.byS);
}

/** When the oven is heated: before each stretch of baking at one setting. */
function heatingsOf(steps: readonly PlannedStep[]): readonly OvenHeating[] {
  const baked = steps.filter(({ step }) => step.ovenC !== undefined).sort((a, b) => a.startS - b.startS);
  return baked.flatMap(({ step, startS }, i): readonly OvenHeating[] => {
    const ovenC = step.ovenC ?? 0;
    const isHot = baked
      .slice(0, i)
      .some(
        (other) =>
          Math.abs((other.step.ovenC ?? 0) - ovenC) <= SAME_C &&
          other.endS >= startS - HEATS_S &&
          !baked.some((one) => one.startS > other.startS && one.startS < startS && Math.abs((one.step.ovenC ?? 0) - ovenC) > SAME_C),
      );
    return isHot ? [] : [{ ovenC, startS: startS - HEATS_S, endS: startS }];
  });
}

function planned(ask: PlanAsk, { starts, served, isBest }: SolvedPlan, kind: 'in time' | 'late', alone: readonly (readonly number[])[]): DayPlan {
  const flat = ask.treats.flatMap((treat, t) => treat.steps.map((step, n) => ({ treat, step, n, ideal: alone[t]?.[n] })));
  const steps = flat.map(({ treat, step, n, ideal }, i): PlannedStep => {
    const startS = starts[i] ?? 0;
    const hold = ask.held[step.id];
    const endS = hold?.endS ?? startS + lastingS(step, hold, ask.nowS);
    const next = n + 1 < treat.steps.length ? starts[i + 1] : served[ask.treats.indexOf(treat)];
    return {
      step,
      treatId: treat.id,
      startS,
      endS,
      untilS: step.needsYou ? endS : Math.max(endS, next ?? endS),
      earlierS: hold || ideal === undefined ? 0 : Math.max(ideal - startS, 0),
    };
  });
  return {
    kind,
    steps,
    served: Object.fromEntries(ask.treats.map(({ id }, t) => [id, served[t] ?? 0])),
    clashes: kind === 'in time' ? clashesOf(steps, ask.room) : [],
    heatings: heatingsOf(steps),
    waysOut: [],
    isBest,
  };
}

/** Settings that far apart are often baked at one between them, common practice. */
const NEAR_C = 25;

/** What would let it be in time: one setting of the oven for all, one more of something, or one treat less. */
function waysOut(ask: PlanAsk): readonly WayOut[] {
  const works = (other: PlanAsk): boolean => other.treats.length === 0 || toItsEnd(solveSteps(other, true, true, TRY_LIMIT)) !== undefined;
  const used = new Set<Busy>(
    ask.treats.flatMap(({ steps }) => steps.flatMap(({ busy, needsYou }): readonly Busy[] => [...(needsYou ? (['you'] as const) : []), ...(busy ? [busy] : [])])),
  );
  const room = [...used]
    .filter((busy) => busy !== 'oven' && works({ ...ask, room: { ...ask.room, [busy]: ask.room[busy] + 1 } }))
    .map((busy): WayOut => ({ kind: 'more room', busy }));
  const without =
    ask.treats.length < 2
      ? []
      : ask.treats.filter((treat) => works({ ...ask, treats: ask.treats.filter((one) => one !== treat) })).map(({ id }): WayOut => ({ kind: 'without', treatId: id }));
  const temps = ask.treats.flatMap(({ steps }) => steps.flatMap(({ ovenC }) => ovenC ?? []));
  const [low, high] = [Math.min(...temps), Math.max(...temps)];
  const ovenC = Math.round((low + high) / 10) * 5;
  const together = ask.treats.map((treat) => ({ ...treat, steps: treat.steps.map((step) => (step.ovenC === undefined ? step : { ...step, ovenC })) }));
  const isOne = high - low > SAME_C && high - low <= NEAR_C && works({ ...ask, treats: together });
  return [...(isOne ? [{ kind: 'one setting', ovenC } as const] : []), ...room, ...without];
}

/**
 * A day for several treats: each step's beginning, so that hands and appliances are never in two places, what may not wait
 * does not, and everything is as late as it can be and still in time (or as early as it can, forward from now). Where the
 * serving times cannot be met, the earliest at which all can be served, and what would help. Times are in whole minutes.
 */
export function* planDaySteps(ask: PlanAsk): Generator<number, DayPlan> {
  const none: DayPlan = { kind: 'none', steps: [], served: {}, clashes: [], heatings: [], waysOut: [], isBest: true };
  if (ask.treats.length === 0) return { ...none, kind: 'in time' };
  if (ask.from === 'serving') {
    const back = yield* solveSteps(ask, true, true, LIMIT);
    if (back) {
      const alone = ask.treats.map((treat) => toItsEnd(solveSteps({ ...ask, treats: [treat], held: {}, nowS: -Infinity }, true, true, LIMIT))?.starts ?? []);
      return planned(ask, back, 'in time', alone);
    }
  }
  const forward = yield* solveSteps(ask, false, false, LIMIT);
  if (!forward) return { ...none, waysOut: waysOut(ask) };
  if (ask.from === 'now') return planned(ask, forward, 'in time', []);
  // What is served later is made as late as that allows.
  const later = { ...ask, treats: ask.treats.map((treat, t) => ({ ...treat, serveS: forward.served[t] ?? treat.serveS })) };
  const back = yield* solveSteps(later, true, true, LIMIT);
  return { ...planned(ask, back ?? forward, 'late', []), waysOut: waysOut(ask) };
}

export function planDay(ask: PlanAsk): DayPlan {
  return toItsEnd(planDaySteps(ask));
}
