import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  FoodPage,
  FoodQuery,
  FoundPage,
  ImportPreview,
  ImportStep,
  LabelAnswer,
  PackVersion,
  MatchedFoods,
  Problem,
  RemovedThing,
  SaveRequest,
  ShelfPage,
  ShelfQuery,
  StoredFormula,
  StoredLarder,
  StoredPack,
  StoredSettings,
  StoredStock,
} from '@fellmist/contract';
import type { HouseholdSettings, Food, Pack, StockItem } from '@fellmist/core';
import { type Observable, TimeoutError } from 'rxjs';
import { SAY } from './words';

/** What a save says it is based on: the version known, or that nothing should be there. */
export function knowing(version: number): Record<string, string> {
  return version === 0 ? { 'If-None-Match': '*' } : { 'If-Match': `"${version}"` };
}

/** A query as the address says it: what is empty is left out, lists are joined. */
function paramsOf(query: object): Record<string, string> {
  return Object.fromEntries(
    Object.entries(query).flatMap(([key, value]) => (value === undefined || value === '' ? [] : [[key, Array.isArray(value) ? value.join(',') : String(value)]])),
  );
}

/** Where a formula's picture lies; the address of what is shown carries when it was put. */
export function pictureOf(id: string, putAt?: string): string {
  return `/api/formulas/${encodeURIComponent(id)}/picture${putAt === undefined ? '' : `?at=${encodeURIComponent(putAt)}`}`;
}

/** The server's resources, one method each. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  larder(): Observable<StoredLarder> {
    return this.http.get<StoredLarder>('/api/larder');
  }

  foods(query: Partial<FoodQuery>): Observable<FoodPage> {
    return this.http.get<FoodPage>('/api/foods', { params: paramsOf(query) });
  }

  find(q: string): Observable<FoundPage> {
    return this.http.get<FoundPage>('/api/find', { params: { q } });
  }

  food(id: string): Observable<Food> {
    return this.http.get<Food>(`/api/foods/${encodeURIComponent(id)}`);
  }

  /** Foods that the names may mean, beyond those at hand. */
  matchFoods(names: readonly string[]): Observable<MatchedFoods> {
    return this.http.post<MatchedFoods>('/api/foods/match', { names });
  }

  savePack(pack: Pack, version: number): Observable<StoredPack> {
    return this.http.put<StoredPack>(`/api/packs/${encodeURIComponent(pack.id)}`, pack, { headers: knowing(version) });
  }

  removePack(id: string): Observable<unknown> {
    return this.http.delete(`/api/packs/${encodeURIComponent(id)}`);
  }

  /** The saves of a pack, the last first. */
  packHistory(id: string): Observable<readonly PackVersion[]> {
    return this.http.get<readonly PackVersion[]>(`/api/packs/${encodeURIComponent(id)}/history`);
  }

  restorePack(id: string): Observable<unknown> {
    return this.http.post(`/api/packs/${encodeURIComponent(id)}/restore`, {});
  }

  saveStock(item: StockItem, version: number): Observable<StoredStock> {
    return this.http.put<StoredStock>(`/api/stock/${encodeURIComponent(item.id)}`, item, { headers: knowing(version) });
  }

  saveSettings(settings: HouseholdSettings, version: number): Observable<StoredSettings> {
    return this.http.put<StoredSettings>('/api/settings', settings, { headers: knowing(version) });
  }

  removed(): Observable<readonly RemovedThing[]> {
    return this.http.get<readonly RemovedThing[]>('/api/removed');
  }

  removeStock(id: string): Observable<unknown> {
    return this.http.delete(`/api/stock/${encodeURIComponent(id)}`);
  }

  lookUpLabel(code: string): Observable<LabelAnswer> {
    return this.http.get<LabelAnswer>(`/api/devices/labels/${encodeURIComponent(code)}`);
  }

  /** `ask` names the reading, so that `importReading` can tell how far it is. */
  previewImport(file: Blob, of: ImportPreview['of'], ask: string): Observable<ImportPreview> {
    return this.http.post<ImportPreview>('/api/imports', file, { params: { of, ask } });
  }

  importReading(ask: string): Observable<ImportStep | null> {
    return this.http.get<ImportStep | null>(`/api/imports/reading/${encodeURIComponent(ask)}`);
  }

  acceptImport(id: string): Observable<{ readonly foods: number; readonly packs: number }> {
    return this.http.post<{ foods: number; packs: number }>(`/api/imports/${encodeURIComponent(id)}/accept`, {});
  }

  /** Gives a try another name. */
  nameTry(formulaId: string, tryId: string, label: string): Observable<StoredFormula> {
    return this.http.put<StoredFormula>(`/api/formulas/${encodeURIComponent(formulaId)}/tries/${encodeURIComponent(tryId)}/name`, { label });
  }

  shelf(query: Partial<ShelfQuery>): Observable<ShelfPage> {
    return this.http.get<ShelfPage>('/api/formulas', { params: paramsOf(query) });
  }

  putPicture(id: string, picture: Blob): Observable<{ readonly picturedAt: string }> {
    return this.http.put<{ picturedAt: string }>(pictureOf(id), picture);
  }

  picture(id: string): Observable<Blob> {
    return this.http.get(pictureOf(id), { responseType: 'blob' });
  }

  removePicture(id: string): Observable<unknown> {
    return this.http.delete(pictureOf(id));
  }

  formula(id: string): Observable<StoredFormula> {
    return this.http.get<StoredFormula>(`/api/formulas/${encodeURIComponent(id)}`);
  }

  tryOf(id: string, tryId: string): Observable<StoredFormula> {
    return this.http.get<StoredFormula>(`/api/formulas/${encodeURIComponent(id)}/tries/${encodeURIComponent(tryId)}`);
  }

  create(save: SaveRequest): Observable<StoredFormula> {
    return this.http.post<StoredFormula>('/api/formulas', save);
  }

  save(id: string, headId: string, save: SaveRequest): Observable<StoredFormula> {
    return this.http.put<StoredFormula>(`/api/formulas/${encodeURIComponent(id)}`, save, { headers: { 'If-Match': `"${headId}"` } });
  }

  remove(id: string): Observable<unknown> {
    return this.http.delete(`/api/formulas/${encodeURIComponent(id)}`);
  }

  restore(id: string): Observable<unknown> {
    return this.http.post(`/api/formulas/${encodeURIComponent(id)}/restore`, {});
  }
}

function isProblem(body: unknown): body is Problem {
  return typeof body === 'object' && body !== null && 'detail' in body && typeof body.detail === 'string';
}

/** The problem details of a failed request, as far as the server gave any. */
export function problemOf(error: unknown): Problem | undefined {
  if (!(error instanceof HttpErrorResponse)) return undefined;
  if (isProblem(error.error)) return error.error;
  if (typeof error.error !== 'string') return undefined;
  try {
    const body: unknown = JSON.parse(error.error);
    return isProblem(body) ? body : undefined;
  } catch {
    return undefined;
  }
}

/** The server was there and cannot take it as it is. To be asked who one is, or to wait, is no such answer. */
export function isRefused(error: unknown): boolean {
  return error instanceof HttpErrorResponse && error.status >= 400 && error.status < 500 && ![401, 408, 429].includes(error.status);
}

/** One sentence for a failed request. */
export function failureWords(error: unknown): string {
  const problem = problemOf(error);
  if (problem) return problem.detail;
  if (error instanceof TimeoutError) return SAY.theServerHasNotAnswered;
  if (error instanceof HttpErrorResponse && error.status === 0) return SAY.theFellmistServerDoesNot;
  return SAY.somethingWentWrongTryOnce;
}
