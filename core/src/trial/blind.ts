import { blindCodes, servingOrders } from './serving';

/** What stands before a taster: a code, and the try behind it. */
export interface Sample {
  readonly code: string;
  readonly bakeId: string;
}

export interface TastingSheet {
  readonly taster: string;
  /** In the order in which they are tasted. */
  readonly samples: readonly Sample[];
}

/** Tries tasted together behind codes: each scored, or two of them three times, one of which is the odd one. */
export interface Tasting {
  readonly kind: 'scores' | 'odd one';
  readonly formulaId: string;
  readonly sheets: readonly TastingSheet[];
}

/** The most tries that a mouth bears at one sitting. House value. */
export const MOST_SAMPLES = 6;
export const MOST_TASTERS = 40;

function shuffled<T>(items: readonly T[], random: () => number): readonly T[] {
  const mixed = [...items];
  for (let i = mixed.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [mixed[i], mixed[j]] = [mixed[j] as T, mixed[i] as T];
  }
  return mixed;
}

/** Sheets on which every taster scores each try: one code a try, and orders that are balanced over the tasters. `random` gives 0 to 1. */
export function scoreSheets(bakeIds: readonly string[], tasters: readonly string[], random: () => number): readonly TastingSheet[] {
  const codes = blindCodes(bakeIds.length, random);
  const samples = shuffled(bakeIds, random).map((bakeId, i): Sample => ({ bakeId, code: codes[i] ?? '' }));
  const orders = servingOrders(samples.length);
  return tasters.map((taster, i) => ({ taster, samples: (orders[i % orders.length] ?? []).flatMap((at) => samples[at] ?? []) }));
}

/** The six ways in which two of one and one of another can stand; taken in turn, each as often as can be [ISO 4120]. */
const TRIANGLES = ['AAB', 'ABA', 'BAA', 'BBA', 'BAB', 'ABB'] as const;

/** Sheets of a triangle test between two tries: three samples each, every one under a code of its own. */
export function oddOneSheets(one: string, other: string, tasters: readonly string[], random: () => number): readonly TastingSheet[] {
  const codes = blindCodes(tasters.length * 3, random);
  const ways = shuffled(TRIANGLES, random);
  return tasters.map((taster, i) => ({
    taster,
    samples: [...(ways[i % ways.length] ?? 'AAB')].map((which, at): Sample => ({ code: codes[i * 3 + at] ?? '', bakeId: which === 'A' ? one : other })),
  }));
}

/** The sample of a sheet that stands alone; undefined where none does. */
export function oddOneOf({ samples }: TastingSheet): Sample | undefined {
  return samples.find(({ bakeId }) => samples.filter((one) => one.bakeId === bakeId).length === 1);
}
