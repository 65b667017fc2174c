import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { BakeHead, ScaleDeed, StoredBake, ToldAnswer } from '@fellmist/contract';
import type { BakeEvent, Vessel } from '@fellmist/core/bake';
import type { Observable } from 'rxjs';

/** What a bake took from the stock. */
export interface StockTaken {
  readonly taken: readonly { readonly itemId: string; readonly foodId: string; readonly massG: number }[];
  readonly short: readonly string[];
}

export function bakeUrl(id: string, rest = ''): string {
  return `/api/bakes/${encodeURIComponent(id)}${rest}`;
}

/** The server's resources of a bake day: fetched with the places that need them. */
@Injectable({ providedIn: 'root' })
export class BakeApi {
  private readonly http = inject(HttpClient);

  /** A page of the list, after so many. */
  bakes(offset = 0): Observable<readonly BakeHead[]> {
    return this.http.get<readonly BakeHead[]>('/api/bakes', { params: { offset } });
  }

  begin(id: string, planned: BakeEvent): Observable<StoredBake> {
    return this.http.post<StoredBake>('/api/bakes', { id, planned });
  }

  bake(id: string): Observable<StoredBake> {
    return this.http.get<StoredBake>(bakeUrl(id));
  }

  tell(id: string, events: readonly BakeEvent[], since: number): Observable<ToldAnswer> {
    return this.http.post<ToldAnswer>(bakeUrl(id, '/events'), events, { params: { since } });
  }

  remove(id: string): Observable<unknown> {
    return this.http.delete(bakeUrl(id));
  }

  restore(id: string): Observable<unknown> {
    return this.http.post(bakeUrl(id, '/restore'), {});
  }

  stock(id: string): Observable<StockTaken | null> {
    return this.http.get<StockTaken | null>(bakeUrl(id, '/stock'));
  }

  takeStock(id: string): Observable<StockTaken> {
    return this.http.post<StockTaken>(bakeUrl(id, '/stock'), {});
  }

  giveBackStock(id: string): Observable<unknown> {
    return this.http.delete(bakeUrl(id, '/stock'));
  }

  vessels(): Observable<readonly Vessel[]> {
    return this.http.get<readonly Vessel[]>('/api/vessels');
  }

  putVessel(vessel: Vessel): Observable<Vessel> {
    return this.http.put<Vessel>(`/api/vessels/${encodeURIComponent(vessel.id)}`, vessel);
  }

  removeVessel(id: string): Observable<unknown> {
    return this.http.delete(`/api/vessels/${encodeURIComponent(id)}`);
  }

  doToScale(deed: ScaleDeed): Observable<unknown> {
    return this.http.post('/api/devices/scale', deed);
  }
}
