import table from '@fellmist/language/tasteFaults.json' with { type: 'json' };

/** What is judged as too little, just right or too much. */
export const SCALES = ['thickness', 'sweetness', 'moistness', 'lift', 'texture', 'flavour'] as const;
export type Scale = (typeof SCALES)[number];

/** The ends of the scales: overall from "dislike extremely" to "like extremely" [Peryam and Pilgrim 1957], the others about "just right". */
export const OVERALL = { least: 1, most: 9 } as const;
export const JUST_ABOUT_RIGHT = { least: -2, most: 2 } as const;

/** What is noticed and is no question of more or less, as it is ticked: by key and words [data/language/tasteFaults.json]. */
export const TASTE_FAULTS = table.faults;

/** What one taster says of one try; what they leave out they did not say. */
export interface TasteScore {
  readonly taster: string;
  readonly overall?: number | undefined;
  readonly scales: Readonly<Partial<Record<Scale, number>>>;
  readonly faults: readonly string[];
  readonly note?: string | undefined;
}

export interface MeanScore {
  readonly mean: number;
  /** Standard deviation between tasters; undefined for one. */
  readonly sd: number | undefined;
  readonly tasters: number;
}

function meanOf(values: readonly number[]): MeanScore | undefined {
  const n = values.length;
  if (n === 0) return undefined;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const sd = n < 2 ? undefined : Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  return { mean, sd, tasters: n };
}

/** What the tasters say on one scale together; undefined where nobody said. */
export function meanOn(scores: readonly TasteScore[], of: Scale | 'overall'): MeanScore | undefined {
  return meanOf(scores.flatMap(({ overall, scales }) => (of === 'overall' ? overall : scales[of]) ?? []));
}

/** How often each fault was ticked, the most frequent first. */
export function faultsTold(scores: readonly TasteScore[]): readonly { readonly fault: string; readonly tasters: number }[] {
  const told = new Map<string, number>();
  for (const { faults } of scores) for (const fault of new Set(faults)) told.set(fault, (told.get(fault) ?? 0) + 1);
  return [...told].map(([fault, tasters]) => ({ fault, tasters })).sort((a, b) => b.tasters - a.tasters);
}
