import { randomUUID } from 'node:crypto';
import type { MakingAsk, RoomTried } from '@alnage/contract';
import type { Plan } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { lockUntilCommit } from '../../platform/database/locks';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import type { Kitchen } from '../../week/kitchen/kitchen';
import { type KitchenAsk } from '../../week/kitchen/kitchen';
import { PlanPool } from '../../week/planning/plan-pool';
import { loadPromise, slotOf } from './promises.service';

/** So many at once: each takes a processor for seconds. */
const MOST_TRIES = 2;

/**
 * Tries a new plan for an order that does not fit beside what is planned. What is found is kept as the witness of all that is
 * promised, so that the next question finds the room; nothing that people were told changes by it.
 */
export class RoomTries {
  private readonly pool = new PlanPool();
  private running = 0;

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
    /** Seconds that a plan is looked for at most. */
    private readonly seconds: number,
  ) {}

  /**
   * Whether the order can be made for its slot by now, tried for so many seconds.
   * @throws ProblemError as promises do; `plan-running` where too many are tried for already
   */
  async try(ask: MakingAsk): Promise<RoomTried> {
    const { setUp, contents, kitchen, point } = await loadPromise(this.db.manager, this.clock, ask);
    const { at, pickup } = slotOf(ask, point, setUp);
    const wanted: KitchenAsk = {
      contents,
      pickupPoint: ask.pickupPoint,
      changing: ask.order,
    };
    const found = { at, seconds: this.seconds };
    // a no may be one of the time that all slots of a week have between them
    if (canMake(kitchen, wanted, pickup)) return { ...found, isFound: true };
    if (this.running >= MOST_TRIES) throw new ProblemError('plan-running');
    this.running++;
    try {
      const plan = await this.search(kitchen, wanted, pickup);
      const isFound =
        plan !== null &&
        (await this.db.transaction((manager) => this.adopt(manager, { plan, ask, wanted, pickup })));
      return { ...found, isFound };
    } finally {
      this.running--;
    }
  }

  close(): Promise<void> {
    return this.pool.close();
  }

  /** A plan that makes the order with all that is promised, without it again; null where none was found in time. */
  private async search(kitchen: Kitchen, wanted: KitchenAsk, pickup: Date): Promise<Plan | null> {
    const id = randomUUID();
    const { problem, plan: from } = kitchen.toTry({ ...wanted, id }, pickup);
    const task = {
      kind: 'try',
      problem,
      told: null,
      from,
      seconds: this.seconds,
      done: 0,
      order: id,
    } as const;
    const { plan } = await this.pool.run(task, () => undefined).answer;
    return plan.unmet.some(({ order }) => order === id) ? null : without(plan, id);
  }

  /** Keeps it, unless it has no room by now for the order or for what was promised meanwhile. */
  private async adopt(
    manager: EntityManager,
    { plan, ask, wanted, pickup }: { plan: Plan; ask: MakingAsk; wanted: KitchenAsk; pickup: Date },
  ): Promise<boolean> {
    await lockUntilCommit(manager, 'promises');
    const { kitchen } = await loadPromise(manager, this.clock, ask);
    const other = kitchen.onPlan(plan);
    if (!other || !canMake(other, wanted, pickup)) return false;
    await kitchen.keep(manager, { plan: other.plan, at: this.clock.now() });
    return true;
  }
}

/** Whether it can be taken, as whoever takes it will ask: for this slot alone. */
function canMake(kitchen: Kitchen, wanted: KitchenAsk, pickup: Date): boolean {
  return kitchen.answer(wanted, [pickup])[0]!.kind !== 'no';
}

/** The plan without what it makes for an order alone. */
function without(plan: Plan, order: string): Plan {
  const batches = plan.batches.flatMap((batch) => {
    const serves = batch.serves.filter((serve) => serve.order !== order);
    const pieces = serves.reduce((sum, serve) => sum + serve.pieces, 0);
    return serves.length === 0 ? [] : [{ ...batch, serves, pieces }];
  });
  const used = new Set(batches.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
  return {
    ...plan,
    batches,
    melts: plan.melts.filter(({ id }) => used.has(id)),
    unmet: plan.unmet.filter((each) => each.order !== order),
  };
}
