import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Order, PieceMoveView, PieceMovesDraft, ShortPacks, SwapAsk } from '@alnage/contract';
import type { Observable } from 'rxjs';

/** What lacks in orders that leave soon, what stands for it, and what is sold without an order. */
@Injectable({ providedIn: 'root' })
export class CounterApi {
  private readonly http = inject(HttpClient);

  short(): Observable<ShortPacks> {
    return this.http.get<ShortPacks>('/api/orders/short');
  }

  swap(id: string, ask: SwapAsk): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/swap`, ask);
  }

  /** Pieces out of several batches that go together. */
  movePieces(draft: PieceMovesDraft): Observable<PieceMoveView[]> {
    return this.http.post<PieceMoveView[]>('/api/moves', draft);
  }
}
