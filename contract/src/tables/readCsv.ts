import Papa from 'papaparse';

export type ReadCsv =
  | { readonly ok: true; readonly rows: readonly Readonly<Record<string, string>>[]; readonly ignored: readonly string[]; readonly encoding: string }
  | { readonly ok: false; readonly error: string };

/** More rows than this are no household's larder. */
export const MOST_ROWS = 50_000;

/** A file as text: UTF-8, or what older programs of the West wrote. */
export function decodeText(bytes: Uint8Array): { readonly text: string; readonly encoding: string } {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return { text, encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Latin-1' };
  }
}

/** The longest line of a table, the longest heading row, characters, and the most columns: what is longer is no table of foods. */
const LINE = { most: 200_000, heads: 20_000, columns: 400 } as const;

/** Why a text is refused before it is taken apart; looked at once from end to end. */
function whyNotTable(text: string): string | undefined {
  const first = text.search(/[\r\n]/);
  if ((first < 0 ? text.length : first) > LINE.heads) return `The heading row is longer than ${LINE.heads} characters: this is not a table of columns. Choose another file.`;
  const columns =
    text
      .slice(0, LINE.heads)
      .split(/[\r\n]/, 1)[0]
      ?.split(/[,;\t]/).length ?? 0;
  if (columns > LINE.columns) return `The heading row names ${columns} columns; up to ${LINE.columns} can be read.`;
  for (let from = 0, row = 1; from < text.length; row++) {
    const end = text.indexOf('\n', from);
    const to = end < 0 ? text.length : end;
    if (to - from > LINE.most) return `Line ${row} is longer than ${LINE.most} characters; no row of a larder is.`;
    from = to + 1;
  }
  return undefined;
}

/** Undoes the apostrophe that keeps a spreadsheet from running a cell. */
function undefuse(cell: string): string {
  return /^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
}

/**
 * Rows of a CSV file by column name: UTF-8 with or without a byte order mark, else Latin-1; comma, semicolon or tab. Refused
 * in words: binary, no heading row, the wanted columns missing, too many rows, an open quote.
 */
export function readCsv(bytes: Uint8Array, columns: readonly string[], needed: readonly string[]): ReadCsv {
  if (bytes.subarray(0, 4096).includes(0)) return { ok: false, error: 'This is not a CSV file: it holds binary data. Export the table as "CSV (UTF-8)" and try again.' };
  const { text, encoding } = decodeText(bytes);
  const refusal = whyNotTable(text);
  if (refusal) return { ok: false, error: refusal };
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    // What lies beyond is not even taken apart.
    preview: MOST_ROWS + 1,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
    transformHeader: (head) => head.trim().toLowerCase().replace(/\s+/g, '_'),
  });
  const found = parsed.meta.fields ?? [];
  const missing = needed.filter((column) => !found.includes(column));
  if (missing.length > 0) {
    const heads = found.filter(Boolean).slice(0, 8).join(', ') || 'none';
    return { ok: false, error: `The column ${missing.map((column) => `"${column}"`).join(' and ')} is missing. The first row must name the columns; found: ${heads}.` };
  }
  const quote = parsed.errors.find(({ type }) => type === 'Quotes');
  if (quote) return { ok: false, error: `Row ${(quote.row ?? 0) + 2}: a quotation mark is opened and not closed.` };
  if (parsed.data.length > MOST_ROWS) return { ok: false, error: `These are more than ${MOST_ROWS} rows; up to so many can be read at a time.` };
  if (parsed.data.length === 0) return { ok: false, error: 'There is no row under the heading row.' };
  const rows = parsed.data.map((cells) => Object.fromEntries(Object.entries(cells).flatMap(([column, cell]) => (typeof cell === 'string' ? [[column, undefuse(cell)]] : []))));
  return { ok: true, rows, ignored: found.filter((column) => column !== '' && !columns.includes(column)), encoding };
}
