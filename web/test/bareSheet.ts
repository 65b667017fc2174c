import type { Worksheet } from '@fellmist/core';

/** A sheet that holds nothing but its title: enough where only its way is looked at. */
export function bareSheet(title: string): Worksheet {
  const formula = { title, portions: 1, portionWord: 'batch', measures: 'us' as const, parts: [{ id: 'p1', heading: '', lines: [] }], method: [], notes: [] };
  return { original: formula, rebuild: formula, open: [], decisions: [] };
}
