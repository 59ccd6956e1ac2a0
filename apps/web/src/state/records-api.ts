import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { map, type Observable } from 'rxjs';

/** What people keep and change one version at a time, by its path. */
export type RecordPath =
  | 'pieces'
  | 'coatings'
  | 'bowls'
  | 'zones'
  | 'moulds'
  | 'boxes'
  | 'points'
  | 'customers'
  | 'people'
  | 'seasons'
  | 'rules'
  | 'details'
  | 'supplies'
  | 'recipes';

/** A record as it was read: what a change goes against. */
export interface Versioned {
  readonly id: string;
  readonly name: string;
  readonly version: number;
}

/** Records of any kind, all saved and removed in the same way. */
@Injectable({ providedIn: 'root' })
export class RecordsApi {
  private readonly http = inject(HttpClient);

  /** Takes a new record, or changes the one that it was read from; of the rules there is one, without an id. */
  save(path: RecordPath, draft: object, original: Versioned | null): Observable<Versioned> {
    if (!original) return this.http.post<Versioned>(`/api/${path}`, draft);
    const { id, name, version } = original;
    return this.http
      .put<Partial<Versioned>>(id ? `/api/${path}/${id}` : `/api/${path}`, { ...draft, version })
      .pipe(map((saved) => ({ id, name, version, ...saved })));
  }

  remove(path: RecordPath, id: string): Observable<null> {
    return this.http.delete<null>(`/api/${path}/${id}`);
  }
}
