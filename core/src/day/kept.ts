import { type BakeEvent } from './events';
import { type Bake } from './state';

/** Portions that were put away and are not eaten yet, in the order in which they were put away; the oldest are eaten first. */
export function keptOf(standing: readonly BakeEvent[]): Bake['kept'] {
  const kept: { eventId: string; place: 'fridge' | 'freezer'; left: number; useBy: string | undefined }[] = [];
  for (const event of standing) {
    if (event.kind === 'kept') kept.push({ eventId: event.id, place: event.place, left: event.portions, useBy: event.useBy });
    if (event.kind !== 'eaten') continue;
    let left = event.portions;
    for (const one of kept.filter(({ place }) => place === event.place)) {
      const off = Math.min(left, one.left);
      one.left -= off;
      left -= off;
    }
  }
  return kept.filter(({ left }) => left > 0);
}
