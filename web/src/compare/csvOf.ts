/** A table as comma-separated values: quoted where it has to be, and nothing that a spreadsheet would run. */
export function csvOf(rows: readonly (readonly string[])[]): string {
  const cell = (text: string): string => {
    const safe = /^[=+@\t\r]/.test(text) || /^-(?!\d)/.test(text) ? `'${text}` : text;
    return /[",\n]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
  };
  return rows.map((row) => row.map(cell).join(',')).join('\n');
}
