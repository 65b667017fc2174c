import table from '@fellmist/language/sweeteners.json' with { type: 'json' };
import { type Mark } from '../quantity';

export type Intense = keyof typeof table.intense;
/** Intense sweeteners, whose sweetness saturates with concentration: those whose curve the table knows. */
export const INTENSE = Object.keys(table.intense) as readonly Intense[];

/**
 * What a food does beside what it holds, per gram of it as it is.
 * sweetness: times sucrose, by mass, of its bulk sugars and polyols. gluten, setting: grams of gluten, and of heat-setting
 * protein reckoned as egg white's. binding: xanthan-equivalent grams. acid, base, co2: mmol per
 * 100 g (titratable). browning: times glucose, by mass. bulk: grams that give
 * body as dissolved sugar does, where its sugars do not say it. foam: how far it stiffens when beaten, egg white 1. now, hour:
 * shares of its five-minute thirst held at once and after an hour. An intense sweetener: grams of it per gram of the food.
 */
export const ROLE_NAMES = ['sweetness', 'gluten', 'setting', 'binding', 'acid', 'base', 'co2', 'browning', 'bulk', 'foam', 'now', 'hour', ...INTENSE] as const;
export type RoleName = (typeof ROLE_NAMES)[number];

/** A functional value with its spread (one standard deviation, same unit), mark and source. */
export interface RoleValue {
  readonly amount: number;
  readonly sd: number;
  readonly mark: Mark;
  readonly source: string;
}

export type Roles = Readonly<Partial<Record<RoleName, RoleValue>>>;
