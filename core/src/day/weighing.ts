import { type Bake, type BakeLine } from './state';
import { ADDED, type BakeAct, type Stage } from './events';

/** The lines in the order in which they are weighed. */
export function inWeighingOrder({ stages, lines }: Pick<Bake, 'stages' | 'lines'>): readonly BakeLine[] {
  const byId = new Map(lines.map((line) => [line.id, line]));
  return stages.flatMap(({ lineIds }) => lineIds.flatMap((id) => byId.get(id) ?? []));
}

/** Whether a line is still to be weighed: it has not been, or the batch was made larger since. */
export function isOpen({ state, owesG }: Pick<BakeLine, 'state' | 'owesG'>): boolean {
  return state === 'to come' || owesG > 0;
}

/** The line to be weighed next: the first that is still open. */
export function nextLine(bake: Pick<Bake, 'stages' | 'lines'>): BakeLine | undefined {
  return inWeighingOrder(bake).find(isOpen);
}

/**
 * What is to be done now, before the next food: the first stage whose lines are all in and whose words are not done yet.
 * A stage that was passed by (something of a later one was poured after all of it was in) asks no more; one without lines
 * ("heat the oven") asks in its turn. What was added on the day passes nothing by.
 */
export function stepToDo({ stages, stagesDone, lines, isFinished }: Pick<Bake, 'stages' | 'stagesDone' | 'lines' | 'isFinished'>): Stage | undefined {
  if (isFinished) return undefined;
  const byId = new Map(lines.map((line) => [line.id, line]));
  const linesOf = (stage: Stage): readonly BakeLine[] => stage.lineIds.flatMap((id) => byId.get(id) ?? []);
  const lastPour = (stage: Stage): number => Math.max(0, ...linesOf(stage).flatMap(({ pours }) => pours.map(({ place }) => place)));
  for (const [at, stage] of stages.entries()) {
    const isPassed = stages.slice(at + 1).some((later) => later.id !== ADDED && lastPour(later) > lastPour(stage));
    if (isPassed && !linesOf(stage).some(isOpen)) continue;
    if (stagesDone.includes(stage.id)) continue;
    if (linesOf(stage).some(isOpen)) return undefined;
    if (stage.then.trim() !== '') return stage;
  }
  return undefined;
}

/** What a line still wants by its plan, grams; undefined where the formula gives it no weight. */
export function wantedG({ plannedG, owesG }: Pick<BakeLine, 'plannedG' | 'owesG'>): number | undefined {
  return owesG > 0 ? owesG : plannedG !== undefined && plannedG > 0 ? plannedG : undefined;
}

/** What is told where a line went in as it is planned; undefined where the plan gives it no weight. */
export function asPlanned(line: BakeLine): BakeAct | undefined {
  const massG = wantedG(line);
  return massG === undefined ? undefined : { kind: 'poured', lineId: line.id, massG, by: 'plan', ...(line.foodId === undefined ? {} : { foodId: line.foodId }) };
}

/**
 * What is told where all that is still open went in as it is planned, in weighing order: each pour, and each step up to the last of
 * them. What the plan gives no weight stays open, and so does its step. Empty where nothing is open that has a plan.
 */
export function restAsPlanned(bake: Pick<Bake, 'stages' | 'stagesDone' | 'lines'>): readonly BakeAct[] {
  const byId = new Map(bake.lines.map((line) => [line.id, line]));
  const linesOf = (stage: Stage): readonly BakeLine[] => stage.lineIds.flatMap((id) => byId.get(id) ?? []).filter(isOpen);
  const last = bake.stages.findLastIndex((stage) => linesOf(stage).some((line) => wantedG(line) !== undefined));
  return bake.stages.slice(0, last + 1).flatMap((stage): readonly BakeAct[] => {
    const open = linesOf(stage);
    const pours = open.flatMap((line) => asPlanned(line) ?? []);
    const isDone = pours.length < open.length || stage.then.trim() === '' || bake.stagesDone.includes(stage.id);
    return isDone ? pours : [...pours, { kind: 'step done', stageId: stage.id }];
  });
}

export interface Bowl {
  /** Empty for the first, which has no name. */
  readonly name: string;
  readonly massG: number;
}

/** What was poured into each bowl, in the order in which they came into use; the one that stands on the scale is among them. */
export function bowlsOf({ lines, bowl, bowlNames }: Pick<Bake, 'lines' | 'bowl' | 'bowlNames'>): readonly Bowl[] {
  const held = new Map<string, number>(['', ...bowlNames, bowl].map((name) => [name, 0]));
  for (const { pours } of lines) for (const pour of pours) held.set(pour.bowl, (held.get(pour.bowl) ?? 0) + pour.massG);
  return [...held].map(([name, massG]) => ({ name, massG }));
}
