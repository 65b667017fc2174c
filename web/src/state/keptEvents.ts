import type { BakeEvent } from '@fellmist/core/bake';
import { teller } from './teller';

const prefixOf = (id: string): string => `fellmist.bake.${id}.`;

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
