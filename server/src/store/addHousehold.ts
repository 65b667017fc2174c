import { householdFileSchema, type HouseholdTable, JSON_COLUMNS, TABLE_NAMES } from './householdFile';
import { type HouseholdFile } from './householdFile';
import { type Store } from './database';
import { StoreFault } from './storeFault';

type Row = Readonly<Record<string, unknown>>;

/** Reads an open household file. Throws a `StoreFault` that says in words what of it cannot be read. */
export function readHouseholdFile(text: string): HouseholdFile {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new StoreFault('The file is neither a copy nor an export of Fellmist’s: it cannot be read as JSON. Nothing was changed.');
  }
  const head = typeof body === 'object' && body !== null ? (body as Row) : {};
  if (head['format'] !== 'fellmist-household') throw new StoreFault('The file is JSON, but no household of Fellmist’s. Nothing was changed.');
  if (typeof head['schema'] === 'number' && head['schema'] > 1)
    throw new StoreFault('The file was written by a newer Fellmist; start that one to take it in. Nothing was changed.');
  const read = householdFileSchema.safeParse(body);
  if (read.success) return read.data;
  const issue = read.error.issues[0];
  throw new StoreFault(`The file cannot be taken in: ${issue?.path.map(String).join('.') ?? ''} ${issue?.message ?? ''}. Nothing was changed.`);
}

function closed(name: HouseholdTable, row: Row): Row {
  const json = JSON_COLUMNS[name];
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => {
      if (column === json?.column) return [column, JSON.stringify(value)];
      return [column, column === 'bytes' ? Buffer.from(String(value), 'base64') : value];
    }),
  );
}

/** Numbers that two machines gave out alike: what comes in stands after what is there. */
const NEXT: Readonly<Partial<Record<HouseholdTable, { readonly column: string; readonly of: string; readonly key: string }>>> = {
  try: { column: 'number', of: 'formula_id', key: 'id' },
  bake_event: { column: 'place', of: 'bake_id', key: 'id' },
};

function renumbered(db: Store, name: HouseholdTable, row: Row): Row {
  const next = NEXT[name];
  if (!next) return row;
  const { column, of, key } = next;
  const ask = (sql: string): unknown => db.prepare<Row, Row>(sql).get({ of: row[of], key: row[key], at: row[column] })?.['found'];
  if (ask(`SELECT 1 AS found FROM "${name}" WHERE ${of} = @of AND ${key} = @key`) !== undefined) return row;
  if (ask(`SELECT 1 AS found FROM "${name}" WHERE ${of} = @of AND ${column} = @at`) === undefined) return row;
  return { ...row, [column]: ask(`SELECT max(${column}) + 1 AS found FROM "${name}" WHERE ${of} = @of`) };
}

/** Adds what a file holds and the household does not, by its ids; what is there stays as it is. All of it or nothing. */
export function addHousehold(db: Store, file: HouseholdFile): void {
  db.transaction(() => {
    for (const name of TABLE_NAMES) {
      for (const row of file.tables[name]) {
        const values = renumbered(db, name, closed(name, row));
        const columns = Object.keys(values);
        db.prepare(`INSERT INTO "${name}" (${columns.join(', ')}) VALUES (${columns.map((column) => `@${column}`).join(', ')}) ON CONFLICT DO NOTHING`).run(values);
      }
    }
    const dangling = db.pragma('foreign_key_check') as readonly { readonly table: string; readonly parent: string }[];
    if (dangling[0])
      throw new StoreFault(`The file is not whole: an entry of “${dangling[0].table}” belongs to a “${dangling[0].parent}” that is neither in it nor here. Nothing was changed.`);
  })();
}
