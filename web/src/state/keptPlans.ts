import type { PlanChange } from '@fellmist/core/bake';
import { rememberedNames } from '../ui/memory';
import { keepList, keptList } from './keptList';

const PREFIX = 'fellmist.plan.';

/** Changes of a plan that the server has not taken yet, kept across a reload. Changes are by name, so that one told twice counts once. */
export function keepPlanChanges(id: string, changes: readonly PlanChange[]): void {
  keepList(PREFIX + id, changes);
}

export function keptPlanChanges(id: string): readonly PlanChange[] {
  return keptList(PREFIX + id);
}

/** The plans with changes that wait. */
export function plansThatWait(): readonly string[] {
  return rememberedNames(PREFIX).map((name) => name.slice(PREFIX.length));
}
