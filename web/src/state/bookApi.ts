import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { BookHead, BookPage, LearnedAnswer, OddAnswer, StoredTasting, TryPicture } from '@fellmist/contract';
import type { Tasting } from '@fellmist/core/bake';
import type { Observable } from 'rxjs';

const of = (path: string, id: string): string => `/api/${path}/${encodeURIComponent(id)}`;

/** Where a picture of a try lies. */
export const tryPictureUrl = (id: string): string => of('pictures', id);

/** What the server has of the Tasting book. */
@Injectable({ providedIn: 'root' })
export class BookApi {
  private readonly http = inject(HttpClient);

  heads(): Observable<readonly BookHead[]> {
    return this.http.get<readonly BookHead[]>('/api/book');
  }

  page(formulaId: string): Observable<BookPage> {
    return this.http.get<BookPage>(of('book', formulaId));
  }

  learned(): Observable<LearnedAnswer> {
    return this.http.get<LearnedAnswer>('/api/learned');
  }

  putTasting(id: string, tasting: Tasting): Observable<StoredTasting> {
    return this.http.put<StoredTasting>(of('tastings', id), tasting);
  }

  tasting(id: string): Observable<StoredTasting> {
    return this.http.get<StoredTasting>(of('tastings', id));
  }

  answer(id: string, answer: OddAnswer): Observable<StoredTasting> {
    return this.http.put<StoredTasting>(`${of('tastings', id)}/answers`, answer);
  }

  putPicture(bakeId: string, { id, alt }: TryPicture, bytes: Blob): Observable<TryPicture> {
    return this.http.put<TryPicture>(`${of('bakes', bakeId)}/pictures/${encodeURIComponent(id)}`, bytes, { params: { alt }, headers: { 'content-type': bytes.type } });
  }

  describePicture({ id, alt }: TryPicture): Observable<TryPicture> {
    return this.http.patch<TryPicture>(of('pictures', id), { alt });
  }

  removePicture(id: string): Observable<unknown> {
    return this.http.delete(of('pictures', id));
  }

  restorePicture(id: string): Observable<unknown> {
    return this.http.post(`${of('pictures', id)}/restore`, {});
  }
}
