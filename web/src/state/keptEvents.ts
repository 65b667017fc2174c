import type { BakeEvent } from '@fellmist/core/bake';
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
  const key = prefixOf(id) + teller();
  try {
    if (waiting.length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(waiting));
  } catch {
    // A browser that keeps nothing still has it in its memory.
  }
}

/** Takes up what this tab or one that was closed kept of a bake; from now on it is this tab's to tell. */
export function takeUpWaiting(id: string): readonly BakeEvent[] {
  try {
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefixOf(id)));
    const kept = keys.flatMap((key) => {
      const list: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
      return Array.isArray(list) ? (list as BakeEvent[]) : [];
    });
    keepWaiting(id, kept);
    for (const key of keys) if (key !== prefixOf(id) + teller()) localStorage.removeItem(key);
    return kept;
  } catch {
    return [];
  }
}

/** What could not be taken is kept until it is read, so that a reload does not lose it either. */
export function keepAside(id: string, aside: readonly AsideEvent[]): void {
  try {
    if (aside.length === 0) localStorage.removeItem(asideOf(id));
    else localStorage.setItem(asideOf(id), JSON.stringify(aside));
  } catch {
    // A browser that keeps nothing still has it in its memory.
  }
}

export function takeUpAside(id: string): readonly AsideEvent[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(asideOf(id)) ?? '[]');
    return Array.isArray(list) ? (list as AsideEvent[]) : [];
  } catch {
    return [];
  }
}
