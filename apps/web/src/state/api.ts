import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Order, OrderChange, OrderDraft, OrderMove, Piece, SavedPlan, Workshop } from '@alnage/contract';
import type { Observable } from 'rxjs';

/** The server's API, one method a call. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  workshop(): Observable<Workshop> {
    return this.http.get<Workshop>('/api/workshop');
  }

  pieces(): Observable<Piece[]> {
    return this.http.get<Piece[]>('/api/pieces');
  }

  orders(): Observable<Order[]> {
    return this.http.get<Order[]>('/api/orders');
  }

  takeOrder(draft: OrderDraft): Observable<Order> {
    return this.http.post<Order>('/api/orders', draft);
  }

  changeOrder(id: string, change: OrderChange): Observable<Order> {
    return this.http.put<Order>(`/api/orders/${id}`, change);
  }

  moveOrder(id: string, move: OrderMove): Observable<Order> {
    return this.http.post<Order>(`/api/orders/${id}/move`, move);
  }

  plan(): Observable<SavedPlan> {
    return this.http.get<SavedPlan>('/api/plan');
  }

  makePlan(): Observable<SavedPlan> {
    return this.http.post<SavedPlan>('/api/plan', null);
  }
}
