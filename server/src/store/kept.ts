import { type KeptPortions } from '@fellmist/contract';
import { classOf } from '@fellmist/core';
import { inOrder, keptOf, standingEvents } from '@fellmist/core/bake';
import { readBake, readBakesTold } from './bakes';
import { type LarderStore } from './larderStore';

/** Portions of all bakes that are still in the fridge or freezer, what is due first foremost. */
export function keptPortions({ db, contents }: LarderStore): readonly KeptPortions[] {
  return readBakesTold(db, 'kept')
    .flatMap(({ id, title, formulaId }): readonly KeptPortions[] => {
      const stored = readBake(db, id);
      if (!stored) return [];
      const keeping = classOf(stored.formula, contents)?.keeping;
      return keptOf(standingEvents(inOrder(stored.events.map(({ event }) => event)))).map(({ place, left, useBy }) => ({
        bakeId: id,
        formulaId,
        title,
        place,
        left,
        words: [place === 'freezer' ? keeping?.thaw : undefined, keeping?.reheat].filter(Boolean).join(' '),
        ...(useBy === undefined ? {} : { useBy }),
      }));
    })
    .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9'));
}
