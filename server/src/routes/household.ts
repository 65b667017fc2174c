import { householdSchema, type RemovedThing } from '@fellmist/contract';
import { Router } from 'express';
import { ProblemError } from '../http/problem';
import { removedFormulas } from '../store/formulas';
import { type LarderStore } from '../store/larderStore';
import { removedPacks } from '../store/packs';
import { readSettings } from '../store/settings';
import { knownVersion } from './larder';

/** Days for which what was removed can be brought back. */
const KEPT_DAYS = 90;

function daysBefore(now: string, days: number): string {
  return new Date(Date.parse(now) - days * 86_400_000).toISOString();
}

/** What is the household's as a whole: its settings, and what it removed of late. */
export function householdRoutes(larderStore: LarderStore, now: () => string): Router {
  const router = Router();
  router.get('/settings', (_request, response) => {
    const stored = readSettings(larderStore.db);
    response.set('ETag', `"${stored.version}"`).set('Cache-Control', 'no-store').json(stored);
  });
  router.put('/settings', (request, response) => {
    const result = larderStore.saveSettings(householdSchema.parse(request.body), knownVersion(request));
    if (result.kind === 'stale') {
      throw new ProblemError(409, 'Changed meanwhile elsewhere', 'The settings were changed from another place since you saw them. Nothing was overwritten.', {
        currentSettings: result.stored,
      });
    }
    response.set('ETag', `"${result.stored.version}"`).json(result.stored);
  });
  router.get('/removed', (_request, response) => {
    const since = daysBefore(now(), KEPT_DAYS);
    const removed: readonly RemovedThing[] = [
      ...removedFormulas(larderStore.db, since).map(({ id, title, removedAt }) => ({ kind: 'formula' as const, id, name: title, removedAt })),
      ...removedPacks(larderStore.db, since).map(({ pack, removedAt }) => ({ kind: 'pack' as const, id: pack.id, name: pack.name, removedAt })),
    ];
    response.set('Cache-Control', 'no-store').json([...removed].sort((a, b) => b.removedAt.localeCompare(a.removedAt)));
  });
  return router;
}
