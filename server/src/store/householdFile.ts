import * as z from 'zod';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type DocumentKind } from './documents';

const text = z.string();
const id = z.string().min(1);
const moment = z.union([z.iso.datetime(), z.iso.date()]);
const gone = moment.nullable();
const whole = z.number().int();
/** A picture, as base64 (RFC 4648, 4). */
const bytes = z.string().regex(/^[A-Za-z0-9+/]*={0,2}$/);

const of = <T>(kind: DocumentKind<T>): { readonly schema: z.ZodLiteral<number>; readonly body: z.ZodType<T> } => ({ schema: z.literal(kind.schema), body: kind.shape });

/** Everything that is the household's own, table by table; what comes first is referred to by what comes after. */
export const TABLES = {
  food: z.strictObject({ id, position: whole, name: text, kind: text, source: text, origin: z.literal('own'), at_hand: whole, ...of(DOCUMENTS.food) }),
  household: z.strictObject({ id: z.literal(1), version: whole, changed_at: moment, ...of(DOCUMENTS.household) }),
  pack: z.strictObject({ id, version: whole, created_at: moment, changed_at: moment, deleted_at: gone, ...of(DOCUMENTS.pack) }),
  pack_version: z.strictObject({ pack_id: id, version: whole, saved_at: moment, ...of(DOCUMENTS.pack) }),
  stock: z.strictObject({ id, food_id: id, changed_at: moment, version: whole, ...of(DOCUMENTS.stock) }),
  vessel: z.strictObject({ id, changed_at: moment, ...of(DOCUMENTS.vessel) }),
  bought: z.strictObject({ id, version: whole, made_at: moment, changed_at: moment, deleted_at: gone, ...of(DOCUMENTS.bought) }),
  formula: z.strictObject({ id, head_id: id, created_at: moment, deleted_at: gone }),
  try: z.strictObject({
    id,
    formula_id: id,
    number: whole.positive(),
    parent_id: id.nullable(),
    label: text,
    created_at: moment,
    schema: z.literal(DOCUMENTS.worksheet.schema),
    worksheet: DOCUMENTS.worksheet.shape,
  }),
  try_name: z.strictObject({ try_id: id, label: text, named_at: moment }),
  picture: z.strictObject({ formula_id: id, type: text, bytes, put_at: moment }),
  bake: z.strictObject({ id, formula_id: id, try_id: id, begun_at: moment, deleted_at: gone, touched_at: moment, is_finished: whole.min(0).max(1) }),
  bake_event: z.strictObject({ bake_id: id, place: whole.positive(), id, received_at: moment, ...of(DOCUMENTS.bakeEvent) }),
  bake_stock: z.strictObject({ bake_id: id, taken_at: moment, body: z.json() }),
  try_picture: z.strictObject({ id, bake_id: id, alt: text, bytes, put_at: moment, deleted_at: gone }),
  tasting: z.strictObject({ id, formula_id: id, made_at: moment, ...of(DOCUMENTS.tasting) }),
  odd_answer: z.strictObject({ tasting_id: id, taster: text, code: text, told_at: moment }),
  plan: z.strictObject({ id, version: whole, changed_at: moment, deleted_at: gone, ...of(DOCUMENTS.plan) }),
  shopping_tick: z.strictObject({ id, mass_g: z.number().min(0), ticked_at: moment }),
} as const;
export type HouseholdTable = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as HouseholdTable[];

/** The columns that hold JSON, and which kind of document it is. */
export const JSON_COLUMNS: Readonly<Partial<Record<HouseholdTable, { readonly column: 'body' | 'worksheet'; readonly kind?: DocumentKind<unknown> }>>> = {
  food: { column: 'body', kind: DOCUMENTS.food },
  household: { column: 'body', kind: DOCUMENTS.household },
  pack: { column: 'body', kind: DOCUMENTS.pack },
  pack_version: { column: 'body', kind: DOCUMENTS.pack },
  stock: { column: 'body', kind: DOCUMENTS.stock },
  vessel: { column: 'body', kind: DOCUMENTS.vessel },
  bought: { column: 'body', kind: DOCUMENTS.bought },
  try: { column: 'worksheet', kind: DOCUMENTS.worksheet },
  bake_event: { column: 'body', kind: DOCUMENTS.bakeEvent },
  bake_stock: { column: 'body' },
  tasting: { column: 'body', kind: DOCUMENTS.tasting },
  plan: { column: 'body', kind: DOCUMENTS.plan },
};

const lists = Object.fromEntries(TABLE_NAMES.map((name) => [name, z.array(TABLES[name])])) as { readonly [T in HouseholdTable]: z.ZodArray<(typeof TABLES)[T]> };

/** A whole household as an open file. `unreadable` holds what this version could not read, as it lies in the database. */
export const householdFileSchema = z.strictObject({
  format: z.literal('fellmist-household'),
  schema: z.literal(1),
  writtenAt: moment,
  version: text,
  tables: z.strictObject(lists),
  unreadable: z.array(z.strictObject({ table: text, row: z.json() })),
});
export type HouseholdFile = z.infer<typeof householdFileSchema>;

/** The format as JSON Schema 2020-12, for whoever reads such a file elsewhere. */
export function householdFormat(): unknown {
  return { title: 'A household of Fellmist', ...z.toJSONSchema(householdFileSchema, { unrepresentable: 'any', io: 'input' }) };
}

type Row = Readonly<Record<string, unknown>>;

function opened(name: HouseholdTable, row: Row): Row | undefined {
  const json = JSON_COLUMNS[name];
  const plain = Object.fromEntries(Object.entries(row).map(([column, value]) => [column, Buffer.isBuffer(value) ? value.toString('base64') : value]));
  if (!json) return plain;
  const body = String(row[json.column]);
  if (!json.kind) return { ...plain, [json.column]: JSON.parse(body) as unknown };
  const read = readDocument(json.kind, { schema: Number(row['schema']), body });
  return read.ok ? { ...plain, schema: json.kind.schema, [json.column]: read.document } : undefined;
}

/** Rows that are read at a time: between two such reads others may write. */
const PIECE = 200;

function* rowsOf(db: Store, name: HouseholdTable): Generator<Row> {
  const own = name === 'food' ? " AND origin = 'own'" : '';
  const read = db.prepare<{ after: number }, Row & { readonly at: number }>(`SELECT rowid AS at, * FROM "${name}" WHERE rowid > @after${own} ORDER BY rowid LIMIT ${PIECE}`);
  let after = Number.MIN_SAFE_INTEGER;
  for (;;) {
    const rows = read.all({ after });
    for (const { at: _at, ...row } of rows) yield row;
    const last = rows.at(-1);
    if (rows.length < PIECE || !last) return;
    after = last.at;
  }
}

/** Writes a household as its open file, piece by piece: a large one is never held as a whole. */
export function* writeHousehold(db: Store, version: string, at: string): Generator<string> {
  const unreadable: string[] = [];
  yield `{"format":"fellmist-household","schema":1,"writtenAt":${JSON.stringify(at)},"version":${JSON.stringify(version)},"tables":{`;
  for (const [i, name] of TABLE_NAMES.entries()) {
    yield `${i === 0 ? '' : ','}\n${JSON.stringify(name)}:[`;
    let isFirst = true;
    for (const row of rowsOf(db, name)) {
      const open = opened(name, row);
      if (open) yield `${isFirst ? '' : ','}\n${JSON.stringify(open)}`;
      else unreadable.push(JSON.stringify({ table: name, row }));
      if (open) isFirst = false;
    }
    yield ']';
  }
  yield `},\n"unreadable":[${unreadable.join(',\n')}]}\n`;
}
