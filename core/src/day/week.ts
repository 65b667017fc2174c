import { type BakeEvent, type BakeKind } from './events';
import { addFigures, type Figures, shareOfFigures } from '../formula';

/** Portions of a treat that are to be baked, were baked or were eaten at a moment. */
export interface WeekEntry {
  readonly kind: 'planned' | 'baked' | 'eaten';
  readonly title: string;
  /** A moment, ISO. */
  readonly at: string;
  readonly portions: number;
  /** What all these portions hold; undefined where the formula gives no weight. */
  readonly holds: Figures | undefined;
  /** Who ate it, where that was told. */
  readonly name?: string;
}

/** What somebody ate of what was told. */
export interface EatenShare {
  /** Empty for what nobody's name was given to. */
  readonly name: string;
  readonly portions: number;
  readonly holds: Figures | undefined;
}

export interface WeekDay<E extends WeekEntry> {
  /** ISO date. */
  readonly on: string;
  readonly planned: readonly E[];
  readonly baked: readonly E[];
  readonly eaten: readonly E[];
  /** What was eaten, all of it and by name, in the order of names; those without one last. */
  readonly all: EatenShare;
  readonly each: readonly EatenShare[];
}

const TELLS_MADE: ReadonlySet<BakeKind> = new Set(['yield weighed', 'plated', 'kept', 'finished']);

/** A bake is made once it is finished, its yield weighed, or something of it put on a plate or away; what is only weighed in is not. */
export function isMade(standing: readonly BakeEvent[]): boolean {
  return standing.some(({ kind }) => TELLS_MADE.has(kind));
}

/** What several helpings hold together: undefined as soon as one of them is not known, as unknown is not zero. */
export function heldTogether(all: readonly { readonly holds: Figures | undefined }[]): Figures | undefined {
  const known = all.flatMap(({ holds }) => (holds ? [holds] : []));
  return known.length === all.length ? addFigures(known) : undefined;
}

function shareOf(name: string, eaten: readonly WeekEntry[]): EatenShare {
  return { name, portions: eaten.reduce((sum, { portions }) => sum + portions, 0), holds: heldTogether(eaten) };
}

/** Portions' figures from one portion's. */
export function ofPortions(portion: Figures | undefined, portions: number): Figures | undefined {
  return portion && shareOfFigures(portion, portions);
}

/**
 * The days of a week with what is planned, baked and eaten on each. `dayOf` says which day a moment falls on where the
 * household lives. What falls on none of the days is left out.
 */
export function weekOf<E extends WeekEntry>(entries: readonly E[], days: readonly string[], dayOf: (iso: string) => string): readonly WeekDay<E>[] {
  const ofDay = new Map<string, E[]>(days.map((on) => [on, []]));
  for (const entry of [...entries].sort((a, b) => a.at.localeCompare(b.at))) ofDay.get(dayOf(entry.at))?.push(entry);
  return days.map((on) => {
    const here = ofDay.get(on) ?? [];
    const eaten = here.filter(({ kind }) => kind === 'eaten');
    const names = [...new Set(eaten.map(({ name = '' }) => name))].sort((a, b) => Number(a === '') - Number(b === '') || a.localeCompare(b));
    return {
      on,
      planned: here.filter(({ kind }) => kind === 'planned'),
      baked: here.filter(({ kind }) => kind === 'baked'),
      eaten,
      all: shareOf('', eaten),
      each: names.map((one) =>
        shareOf(
          one,
          eaten.filter(({ name = '' }) => name === one),
        ),
      ),
    };
  });
}
