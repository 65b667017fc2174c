/** The value below which a share of the samples lies. */
export function quantile(samples: readonly number[], share: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.min(Math.floor(sorted.length * share), sorted.length - 1)] ?? NaN;
}

export function printRows(rows: readonly (readonly [string, string])[]): void {
  for (const [name, figure] of rows) process.stdout.write(`${name.padEnd(72)} ${figure}\n`);
}
