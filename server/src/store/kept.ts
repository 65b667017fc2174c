import { type KeptPortions } from '@fellmist/contract';
import { foldBake } from '@fellmist/core/bake';
import { readBake, readBakes } from './bakes';
import { type LarderStore } from './larderStore';

/** Portions of all bakes that are still in the fridge or freezer, what is due first foremost. */
export function keptPortions({ db, larder, contents }: LarderStore): readonly KeptPortions[] {
  const kitchen = contents.settings.settings;
  return readBakes(db)
    .flatMap(({ id, title }): readonly KeptPortions[] => {
      const stored = readBake(db, id);
      const events = stored?.events.map(({ event }) => event) ?? [];
      if (!stored || !events.some(({ kind }) => kind === 'kept')) return [];
      return foldBake(events, { formula: stored.formula, larder, kitchen }).kept.map(({ place, left, useBy }) => ({
        bakeId: id,
        title,
        place,
        left,
        ...(useBy === undefined ? {} : { useBy }),
      }));
    })
    .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9'));
}
