import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ClosingDraft, DayTill, SimulatedTerminalState } from '@alnage/contract';
import type { Observable } from 'rxjs';

/** The till of a day, and the card terminal that ships with it. */
@Injectable({ providedIn: 'root' })
export class TillApi {
  private readonly http = inject(HttpClient);

  till(day: string): Observable<DayTill> {
    return this.http.get<DayTill>('/api/till', { params: { day } });
  }

  closeDay(draft: ClosingDraft): Observable<DayTill> {
    return this.http.post<DayTill>('/api/till/closings', draft);
  }

  terminal(): Observable<SimulatedTerminalState> {
    return this.http.get<SimulatedTerminalState>('/api/simulated/terminal');
  }

  setTerminal(state: SimulatedTerminalState): Observable<SimulatedTerminalState> {
    return this.http.put<SimulatedTerminalState>('/api/simulated/terminal', state);
  }
}
