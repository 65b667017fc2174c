import { type Bake, type BakeLine } from './state';
import { ADDED, type Stage } from './events';

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
