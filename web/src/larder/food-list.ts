import { type CollectionViewer, DataSource } from '@angular/cdk/collections';
import { signal } from '@angular/core';
import type { FoodPage, FoodQuery, FoodRow } from '@fellmist/contract';
import { BehaviorSubject, concatMap, from, map, type Observable, Subscription, switchMap, tap } from 'rxjs';
import type { Answer } from '../state/asking';

const PAGE = 60;

/** The long list, fetched a page at a time as it is scrolled; rows that are not here yet are undefined. */
export class FoodList extends DataSource<FoodRow | undefined> {
  readonly total = signal<number | undefined>(undefined);
  readonly corrected = signal<string | undefined>(undefined);
  readonly failure = signal<string | undefined>(undefined);
  private readonly rows = new BehaviorSubject<readonly (FoodRow | undefined)[]>([]);
  private readonly asked = new Set<number>();
  private readonly query = new BehaviorSubject<Partial<FoodQuery>>({});
  private readonly wanted = new BehaviorSubject({ start: 0, end: PAGE });
  private readonly work = new Subscription();

  constructor(private readonly fetchPage: (query: Partial<FoodQuery>) => Observable<Answer<FoodPage>>) {
    super();
    this.work.add(
      this.query
        .pipe(
          tap(() => this.asked.clear()),
          switchMap((query) => this.wanted.pipe(concatMap(({ start, end }) => from(this.pagesFor(start, end)).pipe(concatMap((page) => this.fetch(query, page)))))),
        )
        .subscribe((page) => this.take(page)),
    );
  }

  /** Asks for another list; what is shown stays until the first page of it is here. */
  ask(query: Partial<FoodQuery>): void {
    this.wanted.next({ start: 0, end: PAGE });
    this.query.next(query);
  }

  private pagesFor(start: number, end: number): readonly number[] {
    const pages: number[] = [];
    for (let page = Math.floor(start / PAGE); page <= Math.floor(Math.max(end - 1, 0) / PAGE); page++) if (!this.asked.has(page)) pages.push(page);
    for (const page of pages) this.asked.add(page);
    return pages;
  }

  private fetch(query: Partial<FoodQuery>, page: number): Observable<FoodPage | undefined> {
    return this.fetchPage({ ...query, offset: page * PAGE, limit: PAGE }).pipe(
      map((answer) => {
        if (answer.ok) return answer.value;
        this.asked.delete(page);
        this.failure.set(answer.words);
        return undefined;
      }),
    );
  }

  private take(page: FoodPage | undefined): void {
    if (!page) return;
    const isFirst = page.offset === 0;
    const rows = isFirst || this.rows.value.length !== page.total ? Array.from<FoodRow | undefined>({ length: page.total }) : [...this.rows.value];
    page.rows.forEach((row, i) => (rows[page.offset + i] = row));
    this.failure.set(undefined);
    this.total.set(page.total);
    this.corrected.set(page.corrected);
    this.rows.next(rows);
  }

  override connect(viewer: CollectionViewer): Observable<readonly (FoodRow | undefined)[]> {
    this.work.add(viewer.viewChange.subscribe((range) => this.wanted.next(range)));
    return this.rows;
  }

  override disconnect(): void {
    // Kept alive for as long as the place is: see `end`.
  }

  end(): void {
    this.work.unsubscribe();
  }
}
