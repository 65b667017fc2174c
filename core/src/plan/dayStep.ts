/** What a step can keep busy beside you. */
export const APPLIANCES = ['oven', 'mixer', 'blender', 'griddle', 'microwave', 'churn', 'fridge', 'freezer'] as const;
export type Appliance = (typeof APPLIANCES)[number];
export type Busy = Appliance | 'you';

/** How many there are of each: shelves of one oven, treats that fit into the fridge at once. */
export type Room = Readonly<Record<Busy, number>>;

/** A home kitchen. House values; the household says otherwise where it has more. */
export const HOME_ROOM: Room = { you: 1, oven: 2, mixer: 1, blender: 1, griddle: 1, microwave: 1, churn: 1, fridge: 6, freezer: 3 };

/** One step of a treat on the day. Steps of a treat follow each other in the order of its list. */
export interface DayStep {
  readonly id: string;
  readonly words: string;
  /** At least so long, seconds; a wait may last longer. */
  readonly seconds: number;
  /** Your hands are in it from its beginning to its end. */
  readonly needsYou: boolean;
  readonly busy?: Appliance;
  /** Where it is the oven, how hot, °C. */
  readonly ovenC?: number;
  /** It begins within so many seconds after the step before has ended; it may wait for ever, where it is not given. */
  readonly withinS?: number;
  /** When to look first, seconds after its beginning. */
  readonly lookS?: number;
  /** The caution that belongs to it, by id. */
  readonly cautionId?: string;
}

export interface Treat {
  readonly id: string;
  readonly title: string;
  readonly steps: readonly DayStep[];
  /** The moment it is served, seconds since 1970. */
  readonly serveS: number;
  /** It stands ready for so long at most before it is served; for ever, where it is not given. */
  readonly standsS?: number;
}

/** Where a step is held: it began, or must begin, at a moment; `endS` where it is over. */
export interface Held {
  readonly startS: number;
  readonly endS?: number;
  /** It was really begun, and not only put there. */
  readonly isBegun?: boolean;
}
