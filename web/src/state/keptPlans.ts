import type { PlanChange } from '@fellmist/core/bake';

const PREFIX = 'fellmist.plan.';

/** Changes of a plan that the server has not taken yet, kept across a reload. Changes are by name, so that one told twice counts once. */
export function keepPlanChanges(id: string, changes: readonly PlanChange[]): void {
  try {
    if (changes.length === 0) localStorage.removeItem(PREFIX + id);
    else localStorage.setItem(PREFIX + id, JSON.stringify(changes));
  } catch {
    // A browser that keeps nothing still has it in its memory.
  }
}

export function keptPlanChanges(id: string): readonly PlanChange[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(PREFIX + id) ?? '[]');
    return Array.isArray(list) ? (list as PlanChange[]) : [];
  } catch {
    return [];
  }
}

/** The plans with changes that wait. */
export function plansThatWait(): readonly string[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(PREFIX))
      .map((key) => key.slice(PREFIX.length));
  } catch {
    return [];
  }
}
