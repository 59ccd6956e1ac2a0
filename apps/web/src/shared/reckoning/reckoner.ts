import { Injectable, type OnDestroy } from '@angular/core';
import type { Planned } from '@alnage/core/planner';
import type { Question, ReckonerAnswer, ReckonerAsk, Reckonings } from './reckoning';

/** So long at most a page waits for an answer that can be had in parts; shop default, in seconds. */
const SECONDS = 20;
/** What is asked while a hand moves is not to wait behind what takes long: that has a worker of its own. */
const LONG: ReadonlySet<Question> = new Set(['ways', 'helps']);

interface Waiting {
  readonly worker: Worker;
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

/** The page’s workers: answer questions about plans while the page goes on. */
@Injectable({ providedIn: 'root' })
export class Reckoner implements OnDestroy {
  private readonly workers: { quick: Worker | null; patient: Worker | null } = { quick: null, patient: null };
  private asked = 0;
  private readonly waiting = new Map<number, Waiting>();

  /** Asks something about a plan, which is left as it is. Rejects where it cannot be worked out. */
  ask<Q extends Question>(
    question: Q,
    planned: Planned,
    about: Reckonings[Q]['about'],
  ): Promise<Reckonings[Q]['answer']> {
    const number = ++this.asked;
    const worker = this.open(LONG.has(question) ? 'patient' : 'quick');
    return new Promise((resolve, reject) => {
      this.waiting.set(number, { worker, resolve, reject });
      const { problem, plan } = planned;
      const ask: ReckonerAsk<Q> = { number, question, planned: { problem, plan }, about, seconds: SECONDS };
      worker.postMessage(ask);
    });
  }

  ngOnDestroy(): void {
    this.workers.quick?.terminate();
    this.workers.patient?.terminate();
  }

  private open(kind: 'quick' | 'patient'): Worker {
    const before = this.workers[kind];
    if (before) return before;
    const worker = new Worker(new URL('./reckoner.worker', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<ReckonerAnswer>) => this.settle(data));
    worker.addEventListener('error', ({ message }) => {
      for (const [number, each] of [...this.waiting])
        if (each.worker === worker) this.settle({ number, fault: message });
      this.workers[kind] = null;
    });
    return (this.workers[kind] = worker);
  }

  private settle(answer: ReckonerAnswer): void {
    const asked = this.waiting.get(answer.number);
    this.waiting.delete(answer.number);
    if ('answer' in answer) asked?.resolve(answer.answer as never);
    else asked?.reject(new Error(answer.fault));
  }
}
