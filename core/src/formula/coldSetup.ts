/** One reading at the overrun desk: the same cup full of mix and full of foam, in grams, and what the cup holds in mL. */
export interface OverrunReading {
  readonly mixG: number;
  readonly foamG: number;
  readonly cupMl: number;
  /** What it was whipped with; a reading counts for that mixer alone. */
  readonly mixer?: 'stand' | 'hand';
}

/** How a formula is frozen or whipped: kept with the formula, so that a try remembers it. */
export interface ColdSetup {
  /** As said; else the title may name it. */
  readonly styleId?: string;
  /** The freezer, and the spoon. */
  readonly storedC: number;
  readonly servedC: number;
  readonly bowlMl: number;
  readonly mixer: 'stand' | 'hand';
  /** Share of the liquid that is in before the mixer starts, 0 to 1. */
  readonly liquidFirst: number;
  /** What is splashed in while it whips, in order. */
  readonly splashes: readonly { readonly foodId: string; readonly massG: number }[];
  readonly readings: readonly OverrunReading[];
}

/** A household's freezer and mixer where nobody said otherwise: -18 °C (the usual home freezer), a stand mixer with a bowl of 4 L, half of the liquid first. House values. */
export const USUAL_COLD: ColdSetup = { storedC: -18, servedC: -12, bowlMl: 4000, mixer: 'stand', liquidFirst: 0.5, splashes: [], readings: [] };
