import { type Line } from '../formula';
import { type Vessel } from '../vessel';

/** A stage of mixing: the lines that go in together, and what is done then. */
export interface Stage {
  readonly id: string;
  readonly words: string;
  readonly lineIds: readonly string[];
  readonly then: string;
}

/** The stage of what was not in the formula. */
export const ADDED = 'added';

/** How an amount is known that came into the bowl: "plan" where the baker only says that it went in as planned. */
export const POURED_BY = ['scale', 'typed', 'spoon', 'plan'] as const;
export type PouredBy = (typeof POURED_BY)[number];

export type Portioning = { readonly by: 'number'; readonly count: number } | { readonly by: 'weight'; readonly eachG: number } | { readonly by: 'pieces' };

/** So much of a part that is chosen at the table. */
export interface Topping {
  readonly partId: string;
  readonly massG: number;
}

/** The oven a batch went into, °C, and how long it was reckoned to take in an oven that nothing is known of, seconds. */
export interface InTheHeat {
  readonly ovenC: number;
  readonly isFan: boolean;
  readonly isInBath: boolean;
  readonly startC: number;
  readonly reckonedS?: number;
}

/** On whose word a tin stands chosen at the beginning: it was taken last time, or the recipe names it. */
export const INTO_AS = ['last time', 'the recipe'] as const;

/** What a bake begins with in the way of tins, jars and bowls. */
export interface Into {
  readonly as: (typeof INTO_AS)[number];
  readonly vessels: readonly { readonly vessel: Vessel; readonly count: number }[];
}

/** What happened on a bake day. Nothing is ever taken out of the list: what was wrong is undone by an event of its own. */
export type BakeAct =
  /** `into`: what it is mixed and baked in, chosen beforehand, and on whose word. */
  | { readonly kind: 'planned'; readonly formulaId: string; readonly tryId: string; readonly into?: Into }
  | { readonly kind: 'scaled'; readonly factor: number; readonly words: string }
  | { readonly kind: 'vessel chosen'; readonly vessel: Vessel; readonly count: number }
  | { readonly kind: 'ordered'; readonly stages: readonly Stage[] }
  | { readonly kind: 'step begun' | 'step done'; readonly stageId: string }
  | { readonly kind: 'tared'; readonly bowl?: string }
  | { readonly kind: 'poured'; readonly lineId: string; readonly massG: number; readonly by: PouredBy; readonly foodId?: string }
  | { readonly kind: 'poured back'; readonly lineId: string; readonly massG: number }
  | { readonly kind: 'food changed'; readonly lineId: string; readonly foodId: string }
  | { readonly kind: 'added'; readonly partId: string; readonly line: Line }
  | { readonly kind: 'left out'; readonly lineId: string }
  /** `reckonedS`: how long was reckoned, without what is known of the oven, until the middle is so warm. */
  | { readonly kind: 'reading'; readonly of: 'core' | 'oven' | 'room'; readonly tempC: number; readonly reckonedS?: number }
  | { readonly kind: 'into the heat'; readonly heat: InTheHeat }
  | { readonly kind: 'out of the heat' }
  | { readonly kind: 'timer set'; readonly timerId: string; readonly name: string; readonly seconds: number; readonly says?: string }
  | { readonly kind: 'timer rang'; readonly timerId: string }
  | { readonly kind: 'looked'; readonly text: string }
  | { readonly kind: 'yield weighed'; readonly massG: number; readonly tareG: number }
  | { readonly kind: 'left behind'; readonly where: string; readonly massG: number; readonly partId?: string }
  | { readonly kind: 'portioned'; readonly into: Portioning }
  | { readonly kind: 'portion cut'; readonly massG: number; readonly name: string }
  | { readonly kind: 'plated'; readonly name: string; readonly portions: number; readonly toppings: readonly Topping[]; readonly lines: readonly Line[] }
  | { readonly kind: 'kept'; readonly place: 'fridge' | 'freezer'; readonly portions: number; readonly useBy?: string }
  | { readonly kind: 'eaten'; readonly place: 'fridge' | 'freezer' | 'table'; readonly portions: number; readonly name?: string | undefined }
  /** What a taster says of it; said anew, the last counts. */
  | {
      readonly kind: 'tasted';
      readonly taster: string;
      readonly overall?: number | undefined;
      readonly scales: Readonly<Record<string, number>>;
      readonly faults: readonly string[];
      readonly text?: string | undefined;
    }
  | { readonly kind: 'note'; readonly text: string }
  | { readonly kind: 'undone'; readonly eventId: string }
  | { readonly kind: 'finished' };

export type BakeKind = BakeAct['kind'];

/**
 * An act with who told it and when. `turn` is one more than the highest turn its teller knew: it orders what happened in
 * several places at once, whatever their clocks say; `at` is only shown.
 */
export type BakeEvent = BakeAct & { readonly id: string; readonly teller: string; readonly turn: number; readonly at: string };

/** The turn of the next event of somebody who knows these. */
export function nextTurn(events: readonly BakeEvent[]): number {
  return events.reduce((most, { turn }) => Math.max(most, turn), 0) + 1;
}

/**
 * Events in the one order that they have wherever and whenever they arrive, each once: by turn, then by teller, then by
 * id. The events of one teller keep their order, as each knows the one before it.
 */
export function inOrder(events: readonly BakeEvent[]): readonly BakeEvent[] {
  const once = new Map(events.map((event) => [event.id, event]));
  return [...once.values()].sort((a, b) => a.turn - b.turn || (a.teller < b.teller ? -1 : a.teller > b.teller ? 1 : a.id < b.id ? -1 : 1));
}

/** Events in their order without what is undone; an undoing that is itself undone counts for nothing. */
export function standingEvents(ordered: readonly BakeEvent[]): readonly BakeEvent[] {
  const gone = new Set<string>();
  for (const event of [...ordered].reverse()) if (event.kind === 'undone' && !gone.has(event.id)) gone.add(event.eventId);
  return ordered.filter(({ id, kind }) => kind !== 'undone' && !gone.has(id));
}
