import { readFileSync } from 'node:fs';

/** The value below which a share of the samples lies. */
export function quantile(samples: readonly number[], share: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.min(Math.floor(sorted.length * share), sorted.length - 1)] ?? NaN;
}

export function printRows(rows: readonly (readonly [string, string])[]): void {
  for (const [name, figure] of rows) process.stdout.write(`${name.padEnd(72)} ${figure}\n`);
}

/** Processor time since the start, in ticks: all of it, and what the host of a virtual machine gave to others ("steal" of proc(5)); none where the system does not tell. */
function ticks(): { readonly all: number; readonly withheld: number } | undefined {
  try {
    const [, ...counts] = readFileSync('/proc/stat', 'utf8').split('\n', 1)[0]?.split(/\s+/) ?? [];
    // The last two, guests, are in the first two already.
    const told = counts.slice(0, 8).map(Number);
    return told.length === 8 ? { all: told.reduce((sum, one) => sum + one, 0), withheld: told[7] ?? 0 } : undefined;
  } catch {
    return undefined;
  }
}

/** Measures, then says how much of the machine was not there meanwhile: a figure from a starved machine is none. */
export async function measured(name: string, measure: () => unknown): Promise<void> {
  const before = ticks();
  await measure();
  const after = ticks();
  if (!before || !after) return;
  const share = (after.withheld - before.withheld) / Math.max(after.all - before.all, 1);
  printRows([[`(${name}: withheld from this machine by its host meanwhile, of its processors)`, `${(100 * share).toFixed(1)} %`]]);
}
