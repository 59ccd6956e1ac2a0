import { Injectable, type OnDestroy } from '@angular/core';
import type { OpenLine, Planned, WayToMeet } from '@alnage/core';
import type { ReckonerAnswer, ReckonerAsk } from './reckoning';

/** So long at most a page waits for an answer; shop default, in seconds. */
const SECONDS = 20;

/** The page’s worker: answers questions about plans while the page goes on. */
@Injectable({ providedIn: 'root' })
export class Reckoner implements OnDestroy {
  private worker: Worker | null = null;
  private asked = 0;
  private readonly waiting = new Map<
    number,
    { resolve: (ways: readonly WayToMeet[]) => void; reject: (error: Error) => void }
  >();

  /** What would meet an open line of a plan, the plan left as it is. Rejects where it cannot be worked out. */
  ways(planned: Planned, line: OpenLine): Promise<readonly WayToMeet[]> {
    const number = ++this.asked;
    return new Promise((resolve, reject) => {
      this.waiting.set(number, { resolve, reject });
      const ask: ReckonerAsk = { number, planned, line, seconds: SECONDS };
      this.open().postMessage(ask);
    });
  }

  ngOnDestroy(): void {
    this.worker?.terminate();
  }

  private open(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('./reckoner.worker', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<ReckonerAnswer>) => this.settle(data));
    worker.addEventListener('error', ({ message }) => {
      for (const number of [...this.waiting.keys()]) this.settle({ number, fault: message });
      this.worker = null;
    });
    return (this.worker = worker);
  }

  private settle(answer: ReckonerAnswer): void {
    const asked = this.waiting.get(answer.number);
    this.waiting.delete(answer.number);
    if ('ways' in answer) asked?.resolve(answer.ways);
    else asked?.reject(new Error(answer.fault));
  }
}
