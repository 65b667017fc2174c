import { type Larder } from '../food';
import { type Formula, type HouseholdSettings, type Line } from '../formula';
import { type Vessel } from '../vessel';
import { type InTheHeat, type Into, type PouredBy, type Portioning, type Stage, type Topping } from './events';

export interface Pour {
  readonly eventId: string;
  readonly massG: number;
  readonly by: PouredBy;
  readonly foodId: string | undefined;
  /** How many events of the bake came before it, itself counted. */
  readonly place: number;
  /** The bowl it went into, by its name; empty for the first. */
  readonly bowl: string;
}

/** A plate for somebody: portions, and what of the toppings goes with them. */
export interface ServedPlate {
  readonly eventId: string;
  readonly name: string;
  readonly portions: number;
  readonly toppings: readonly Topping[];
  readonly lines: readonly Line[];
}

/** One line of a bake: what it should be, and what was poured. */
export interface BakeLine {
  readonly id: string;
  readonly partId: string;
  /** As it would be at the bake's factor, rounded to what this kitchen measures; undefined where the formula gives no weight. */
  readonly plannedG: number | undefined;
  /** "3/8 tsp", where it is measured with a spoon. */
  readonly spoon: string | undefined;
  readonly name: string;
  readonly foodId: string | undefined;
  readonly pours: readonly Pour[];
  readonly pouredG: number;
  readonly state: 'to come' | 'poured' | 'left out';
  /** Grams that it still lacks since the batch was made larger after it was poured; 0 where it lacks none. */
  readonly owesG: number;
  /** It was not in the formula. */
  readonly isAdded: boolean;
}

export interface Timer {
  readonly id: string;
  readonly name: string;
  readonly seconds: number;
  readonly setAt: string;
  /** What is to be done when it rings: "look: edges set, the middle wobbles". */
  readonly says: string;
  readonly rang: boolean;
}

export interface Bake {
  readonly factor: number;
  readonly factorWords: string;
  /** What it is baked, frozen or kept in. */
  readonly vessel: { readonly vessel: Vessel; readonly count: number } | undefined;
  /** The jar or bowl that it is mixed, blended or whipped in. */
  readonly mixedIn: { readonly vessel: Vessel; readonly count: number } | undefined;
  /** On whose word the tin stands chosen, where nobody has chosen it in this bake. */
  readonly intoAs: Into['as'] | undefined;
  /** The formula at the factor, as this kitchen can measure it. */
  readonly plan: Formula;
  /** The formula at the factor to the last digit. */
  readonly exact: Formula;
  readonly stages: readonly Stage[];
  readonly stagesDone: readonly string[];
  readonly lines: readonly BakeLine[];
  /** The bowl that stands on the scale, by its name; empty for the first. */
  readonly bowl: string;
  /** The names of all bowls that stood on it. */
  readonly bowlNames: readonly string[];
  /** What really went in, as a formula: poured lines as poured, those to come as planned, without what was left out. */
  readonly real: Formula;
  readonly yield: { readonly massG: number; readonly tareG: number } | undefined;
  readonly leftBehind: readonly { readonly eventId: string; readonly where: string; readonly massG: number; readonly partId: string }[];
  readonly portioning: Portioning;
  readonly cut: readonly { readonly eventId: string; readonly name: string; readonly massG: number }[];
  readonly plates: readonly ServedPlate[];
  /** Portions that are spoken for: on plates, put away, eaten at the table. */
  readonly given: number;
  readonly kept: readonly { readonly eventId: string; readonly place: 'fridge' | 'freezer'; readonly left: number; readonly useBy: string | undefined }[];
  readonly timers: readonly Timer[];
  /** When it went into the oven, and out of it where it is. */
  readonly heated: (InTheHeat & { readonly from: string; readonly to: string | undefined }) | undefined;
  readonly notes: readonly { readonly eventId: string; readonly at: string; readonly text: string }[];
  readonly readings: readonly { readonly of: 'core' | 'oven' | 'room'; readonly tempC: number; readonly at: string }[];
  /** When it was made, as told: when its yield was weighed, else when it was last poured; undefined before that. */
  readonly madeAt: string | undefined;
  readonly isFinished: boolean;
  /** The last event that can be undone. */
  readonly lastId: string | undefined;
}

export interface BakeSetting {
  readonly formula: Formula;
  readonly larder: Larder;
  readonly kitchen: Pick<HouseholdSettings, 'scaleStepG' | 'measures'>;
  /** Names that the lines had in the original, by line. */
  readonly former?: ReadonlyMap<string, string>;
}

/** A batch that differs by less from the recipe's is still the recipe's own. House value. */
const AS_WRITTEN = 0.2;

/** Whether a batch goes into the tin that the recipe itself names, in about the recipe's size. */
export function isInOwnTin({ intoAs, factor }: Pick<Bake, 'intoAs' | 'factor'>): boolean {
  return intoAs === 'the recipe' && Math.abs(factor - 1) < AS_WRITTEN;
}
