import { type KeptPortions } from '@fellmist/contract';
import { allergensOf, analyse, classOf, servedFormula } from '@fellmist/core';
import { readBake, readBakesTold } from './bakes';
import { foldedBake } from './foldedBake';
import { type LarderStore } from './larderStore';

/** Portions of all bakes that are still in the fridge or freezer, what is due first foremost. */
export function keptPortions({ db, larder, contents }: LarderStore): readonly KeptPortions[] {
  const { settings } = contents.settings;
  return readBakesTold(db, 'kept')
    .flatMap(({ id, title, formulaId }): readonly KeptPortions[] => {
      const stored = readBake(db, id);
      const bake = stored && foldedBake(stored, larder, settings);
      if (!bake || bake.kept.length === 0) return [];
      const keeping = classOf(stored.formula, contents)?.keeping;
      const { portion } = analyse(bake.real, larder, contents, settings).views;
      const { contains, mayContain } = allergensOf(servedFormula(bake.real, new Set()), larder);
      return bake.kept.map(({ place, left, useBy }) => ({
        bakeId: id,
        formulaId,
        title,
        place,
        left,
        portion,
        allergens: { contains, mayContain },
        words: [place === 'freezer' ? keeping?.thaw : undefined, keeping?.reheat].filter(Boolean).join(' '),
        ...(useBy === undefined ? {} : { useBy }),
      }));
    })
    .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9'));
}
