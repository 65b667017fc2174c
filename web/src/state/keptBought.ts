import type { BoughtTreat } from '@fellmist/core';
import { keepList, keptList } from './keptList';

/** A bought treat as it is typed, and the version of the stored one that it grew from: 0 for a new one. */
export interface BoughtSheet {
  readonly bought: BoughtTreat;
  readonly version: number;
  /** Taken up from an earlier visit. */
  readonly isKept: boolean;
}

const nameOf = (id: string): string => `fellmist.bought.${id}`;

/** What was typed of a bought treat and not saved, kept across another place and a closed browser; undefined forgets it. */
export function keepBought(id: string, sheet: BoughtSheet | undefined): void {
  keepList(nameOf(id), sheet ? [sheet] : []);
}

export function keptBought(id: string): BoughtSheet | undefined {
  const [kept] = keptList<Partial<BoughtSheet> | null>(nameOf(id));
  return typeof kept?.bought?.id === 'string' && typeof kept.bought.label === 'object' && typeof kept.version === 'number'
    ? { bought: kept.bought, version: kept.version, isKept: true }
    : undefined;
}
