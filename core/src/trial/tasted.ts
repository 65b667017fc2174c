import { type BakeEvent } from '../day';
import { SCALES, type TasteScore } from './scores';

/** What the tasters of a bake say, from its standing events: each once, their last word, in the order in which they first spoke. */
export function tastedOf(standing: readonly BakeEvent[]): readonly TasteScore[] {
  const scores = new Map<string, TasteScore>();
  for (const event of standing) {
    if (event.kind !== 'tasted') continue;
    const { taster, overall, faults, text, scales } = event;
    const known = Object.fromEntries(SCALES.flatMap((scale) => (scales[scale] === undefined ? [] : [[scale, scales[scale]]])));
    scores.set(taster.trim().toLowerCase(), { taster: taster.trim(), overall, scales: known, faults, note: text });
  }
  return [...scores.values()];
}
