import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { Answer, PlanNews, PlanTask } from './plan-work';

/** Work that goes on in a thread, and can be asked to end. */
export interface PlanRunning {
  readonly answer: Promise<Answer>;
  /** Ends the work with the best so far. */
  stop(): void;
}

/** Threads that plans are worked out in, so that the server answers meanwhile. */
export class PlanPool {
  private pool: Piscina<PlanTask, Answer> | null = null;

  /** Starts the threads, which takes a while, before the first plan is asked for. */
  warm(): void {
    this.pool ??= new Piscina<PlanTask, Answer>({
      filename: new URL('./plan-worker.mjs', import.meta.url).href,
      minThreads: 1,
      maxThreads: 1,
    });
  }

  run(task: Omit<PlanTask, 'stop' | 'port'>, hear: (news: PlanNews) => void): PlanRunning {
    this.warm();
    const { port1: own, port2: port } = new MessageChannel();
    const stop = new Int32Array(new SharedArrayBuffer(4));
    own.on('message', hear);
    const answer = this.pool!.run({ ...task, stop, port }, { transferList: [port] }).finally(() =>
      own.close(),
    );
    return { answer, stop: () => void Atomics.store(stop, 0, 1) };
  }

  async close(): Promise<void> {
    await this.pool?.destroy();
  }
}
