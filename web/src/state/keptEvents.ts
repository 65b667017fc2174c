import type { BakeEvent } from '@fellmist/core/bake';
import { rememberedNames } from '../ui/memory';
import { keepList, keptList } from './keptList';
import { teller } from './teller';

const prefixOf = (id: string): string => `fellmist.bake.${id}.`;

/** What the server could not take, with why. */
export interface AsideEvent {
  readonly event: BakeEvent;
  readonly words: string;
}

const asideOf = (id: string): string => `fellmist.aside.${id}`;

/** What was told of a bake and not yet heard by the server, kept across a closed browser, each tab its own. */
export function keepWaiting(id: string, waiting: readonly BakeEvent[]): void {
  keepList(prefixOf(id) + teller(), waiting);
}

/** Takes up what this tab or one that was closed kept of a bake; from now on it is this tab's to tell. */
export function takeUpWaiting(id: string): readonly BakeEvent[] {
  const names = rememberedNames(prefixOf(id));
  const kept = names.flatMap((name) => keptList<BakeEvent>(name));
  keepWaiting(id, kept);
  for (const name of names) if (name !== prefixOf(id) + teller()) keepList(name, []);
  return kept;
}

/** What could not be taken is kept until it is read, so that a reload does not lose it either. */
export function keepAside(id: string, aside: readonly AsideEvent[]): void {
  keepList(asideOf(id), aside);
}

export function takeUpAside(id: string): readonly AsideEvent[] {
  return keptList(asideOf(id));
}
