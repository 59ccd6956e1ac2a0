import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  LabelView,
  PrintAsk,
  PrintingView,
  SimulatedPrinterState,
  SimulatedPrinterView,
} from '@alnage/contract';
import type { Observable } from 'rxjs';

/** Whose papers: one order’s, or those of all that leave on a day. */
export type PapersOf = { readonly order: string } | { readonly day: string };

/** What is printed, and by which printer. */
@Injectable({ providedIn: 'root' })
export class PapersApi {
  private readonly http = inject(HttpClient);

  /** How the labels of an order or a day stand with the printer. */
  printing(of: PapersOf): Observable<PrintingView> {
    return this.http.get<PrintingView>('/api/papers/printing', { params: { ...of } });
  }

  print(ask: PrintAsk): Observable<PrintingView> {
    return this.http.post<PrintingView>('/api/papers/printing', ask);
  }

  stopPrinting(ask: PrintAsk): Observable<PrintingView> {
    return this.http.post<PrintingView>('/api/papers/printing/stop', ask);
  }

  labels(): Observable<LabelView[]> {
    return this.http.get<LabelView[]>('/api/labels');
  }

  simulatedPrinter(): Observable<SimulatedPrinterView> {
    return this.http.get<SimulatedPrinterView>('/api/simulated/printer');
  }

  setSimulatedPrinter(state: SimulatedPrinterState): Observable<SimulatedPrinterView> {
    return this.http.put<SimulatedPrinterView>('/api/simulated/printer', state);
  }

  /** A paper as it will print. */
  pdf(href: string): Observable<ArrayBuffer> {
    return this.http.get(href, { responseType: 'arraybuffer' });
  }
}
