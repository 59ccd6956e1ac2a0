import type { MessagePort } from 'node:worker_threads';
import {
  makePlan,
  nutFreeFirst,
  repairPlan,
  type BestSoFar,
  type Plan,
  type PlanLimits,
  type PlanResult,
  type Problem,
  type UnmetReason,
} from '@alnage/core';
import type { JobKind } from '@alnage/contract';

/** A plan that was worked out, to be kept as the next version. */
export interface Answer {
  readonly plan: Plan;
  readonly reasons: readonly UnmetReason[];
}

/** What a worker is to work out. */
export interface PlanTask {
  /** A job’s plan; or `try`: one that makes room for an order, which ends once it is met. */
  readonly kind: JobKind | 'try';
  readonly problem: Problem;
  /** What people were told, to go on from; null before anything was planned. */
  readonly told: Plan | null;
  /** The same with what was promised since, or the best so far: what it meets is met by what comes of it. */
  readonly from: Plan | null;
  readonly seconds: number;
  /** How much of the work is over already, where another process began it. */
  readonly done: number;
  /** The order that room is tried for. */
  readonly order?: string;
  /** Becomes 1 when the work is to end with the best so far. */
  readonly stop: Int32Array;
  readonly port: MessagePort;
}

/** What a worker tells on the way. */
export interface PlanNews {
  readonly progress: number;
  readonly plan: Plan;
  readonly cost: number | null;
  readonly unmetPieces: number;
}

/** So often at most the best so far is told, in milliseconds: to make it out takes a while. */
const NEWS_EVERY = 350;

/** Works out a plan in a thread of its own, telling of the best so far. */
export default function planWork(task: PlanTask): Answer {
  const { kind, problem, told, from } = task;
  if (kind === 'restore') return repairPlan(problem, from!, { steps: 0 });
  const teller = new Teller(task);
  const limits: PlanLimits = {
    ...{ progress: () => teller.progress(), tell: (read) => teller.hear(read) },
    ...(from && { from }),
  };
  if (kind === 'try') return makePlan(problem, limits);
  return kind === 'repair' && told
    ? repairPlan(problem, told, limits)
    : tidied(problem, makePlan(problem, limits));
}

/** The same with nut-free work first where that costs next to nothing. */
function tidied(problem: Problem, answer: PlanResult): Answer {
  return { ...answer, ...nutFreeFirst(problem, answer) };
}

/** Tells of each better plan, but not too often. */
class Teller {
  private readonly start = performance.now();
  private lastNews = -Infinity;
  private waiting: (() => BestSoFar) | null = null;

  constructor(private readonly task: PlanTask) {}

  /** How much of the time is over. */
  progress(): number {
    const { done, seconds, stop } = this.task;
    if (Atomics.load(stop, 0) === 1) return 1;
    this.tell();
    return done + (performance.now() - this.start) / (seconds * 1000);
  }

  hear(read: () => BestSoFar): void {
    if (this.task.kind === 'try') return this.endOnceMet(read().plan);
    this.waiting = read;
    this.tell();
  }

  private endOnceMet({ unmet }: Plan): void {
    if (unmet.every(({ order }) => order !== this.task.order)) Atomics.store(this.task.stop, 0, 1);
  }

  private tell(): void {
    if (!this.waiting || performance.now() - this.lastNews < NEWS_EVERY) return;
    const { plan, report } = this.waiting();
    this.waiting = null;
    this.lastNews = performance.now();
    const progress = this.task.done + (this.lastNews - this.start) / (this.task.seconds * 1000);
    const news: PlanNews = { progress, plan, cost: report.cost, unmetPieces: report.unmetPieces };
    this.task.port.postMessage(news);
  }
}
