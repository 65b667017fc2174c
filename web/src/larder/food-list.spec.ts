import type { CollectionViewer } from '@angular/cdk/collections';
import type { FoodPage, FoodQuery, FoodRow } from '@fellmist/contract';
import { type Observable, of, Subject } from 'rxjs';
import type { Answer } from '../state/asking';
import { FoodList } from './food-list';

const TOTAL = 150;

function rowAt(i: number, prefix: string): FoodRow {
  return { id: `${prefix}${i}`, name: `${prefix} ${i}` } as FoodRow;
}

/** A server of 150 rows for each search, which notes what it was asked. */
class Shelf {
  readonly asked: string[] = [];
  fails = false;

  foods({ q = '', offset = 0, limit = 60 }: Partial<FoodQuery>): Observable<Answer<FoodPage>> {
    this.asked.push(`${q}@${offset}`);
    if (this.fails) return of({ ok: false, words: 'Gone. Try once more.' });
    return of({ ok: true, value: { total: TOTAL, offset, rows: Array.from({ length: Math.min(limit, TOTAL - offset) }, (_, i) => rowAt(offset + i, q)) } });
  }
}

function open() {
  const shelf = new Shelf();
  const list = new FoodList((query) => shelf.foods(query));
  const ranges = new Subject<{ start: number; end: number }>();
  let rows: readonly (FoodRow | undefined)[] = [];
  const seen = list.connect({ viewChange: ranges } as CollectionViewer).subscribe((next) => (rows = next));
  return {
    shelf,
    list,
    ranges,
    rows: () => rows,
    end: () => {
      seen.unsubscribe();
      list.end();
    },
  };
}

test('pages are fetched as they come into view, each once', () => {
  const { shelf, list, ranges, rows, end } = open();
  list.ask({ q: 'oat' });
  shelf.asked.length = 0;
  ranges.next({ start: 50, end: 70 });
  ranges.next({ start: 55, end: 75 });
  expect(shelf.asked).toEqual(['oat@60']);
  expect([list.total(), rows().length, rows()[0]?.id, rows()[119]?.id, rows()[120]]).toEqual([TOTAL, TOTAL, 'oat0', 'oat119', undefined]);
  ranges.next({ start: 140, end: 200 });
  expect(rows()[149]?.id).toBe('oat149');
  end();
});

test('another search begins anew and keeps nothing of the one before', () => {
  const { list, ranges, rows, end } = open();
  list.ask({ q: 'oat' });
  ranges.next({ start: 50, end: 70 });
  list.ask({ q: 'rye' });
  expect([rows()[0]?.id, rows()[70]]).toEqual(['rye0', undefined]);
  end();
});

test('a page that did not come is said, and fetched when asked again', () => {
  const { shelf, list, rows, end } = open();
  shelf.fails = true;
  list.ask({ q: 'oat' });
  expect(list.failure()).toContain('Try once more');
  shelf.fails = false;
  list.ask({ q: 'oat' });
  expect([list.failure(), rows()[0]?.id]).toEqual([undefined, 'oat0']);
  end();
});
