import { type LedgerRole } from '../role';
import { type ClassTables, type Liking } from '../product';
import { type Mark } from '../quantity';
import { type SwapRule } from './rule';

/** Foods that bring a role up or down, the likeliest first, and how much of them a mix bears. */
export interface Corrective {
  readonly role: LedgerRole;
  readonly direction: 'more' | 'less';
  readonly foods: readonly string[];
  /** The classes it is for, or not for; all where neither is said. */
  readonly classes?: readonly string[];
  readonly notClasses?: readonly string[];
  /** Grams for 100 g of mix, at most. */
  readonly mostPer100g: number;
  readonly reason: string;
  readonly mark: Mark;
  readonly source: string;
}

/** The tables of the trade that a rebuild is worked out with. */
export interface SwapTables extends ClassTables {
  readonly rules: readonly SwapRule[];
  readonly correctives: readonly Corrective[];
  /** What this household likes of the originals' roles, where it has told. */
  readonly liking?: Liking;
  /** What its mixers beat in, over what is expected: a factor on 1 + overrun. */
  readonly mixers?: Readonly<Record<'stand' | 'hand', number>>;
}

export const NO_SWAP_TABLES: SwapTables = { rules: [], classes: [], coldStyles: [], correctives: [] };
