import { type CopyDifference } from '@fellmist/contract';
import { type Store } from './database';

/** What a household would miss, by what it is called; each table with its key and what of its rows counts. */
const THINGS: Readonly<Record<CopyDifference['what'], { readonly table: string; readonly key: readonly string[]; readonly counts?: string }>> = {
  formulas: { table: 'formula', key: ['id'], counts: 'deleted_at IS NULL' },
  tries: { table: 'try', key: ['id'] },
  bakes: { table: 'bake', key: ['id'], counts: 'deleted_at IS NULL' },
  'bake-events': { table: 'bake_event', key: ['bake_id', 'id'] },
  tastings: { table: 'tasting', key: ['id'] },
  plans: { table: 'plan', key: ['id'], counts: 'deleted_at IS NULL' },
  packs: { table: 'pack', key: ['id'], counts: 'deleted_at IS NULL' },
  stock: { table: 'stock', key: ['id'] },
  foods: { table: 'food', key: ['id'] },
  'bought-treats': { table: 'bought', key: ['id'] },
  vessels: { table: 'vessel', key: ['id'] },
  pictures: { table: 'picture', key: ['formula_id'] },
  'try-pictures': { table: 'try_picture', key: ['id'] },
  settings: { table: 'household', key: ['id'] },
};

/** How the household of a file, of the same version, differs from the one that is open, thing by thing. */
export function differencesTo(db: Store, file: string): readonly CopyDifference[] {
  db.prepare('ATTACH @file AS looked').run({ file });
  try {
    return differences(db, 'looked');
  } finally {
    db.exec('DETACH looked');
  }
}

function differences(db: Store, other: string): readonly CopyDifference[] {
  return (Object.keys(THINGS) as CopyDifference['what'][]).flatMap((what): readonly CopyDifference[] => {
    const { table, key, counts = '1' } = THINGS[what];
    const keys = key.join(', ');
    const count = (sql: string): number => db.prepare<[], { count: number }>(`SELECT count(*) AS count FROM (${sql})`).get()?.count ?? 0;
    const ids = (schema: string): string => `SELECT ${keys} FROM ${schema}.${table} WHERE ${counts}`;
    const rows = (schema: string): string => `SELECT * FROM ${schema}.${table} WHERE ${counts} AND (${keys}) IN (${ids(schema === 'main' ? other : 'main')})`;
    const comes = count(`${ids(other)} EXCEPT ${ids('main')}`);
    const goes = count(`${ids('main')} EXCEPT ${ids(other)}`);
    const changes = count(`${rows('main')} EXCEPT ${rows(other)}`);
    return comes + goes + changes === 0 ? [] : [{ what, comes, goes, changes }];
  });
}
