import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import type { JobAsk, PlanJob } from '@alnage/contract';
import PgBoss from 'pg-boss';
import { In, QueryFailedError, type DataSource } from 'typeorm';
import { isAway } from '../../../platform/database/is-away';
import { announce, type LiveChannel } from '../../../platform/database/live';
import { ProblemError } from '../../../platform/http/problem-error';
import type { WorkshopClock } from '../../../platform/time/workshop-clock';
import { requireSetUp } from '../../../shop/seasons/set-up';
import { newestPlan, requirePlan } from '../../../week/kitchen/plan-versions';
import { PlanJobEntity } from '../../../store/work/plan-job.entity';
import { PlanPool } from '../../../week/planning/plan-pool';
import { PlanRunner } from './plan-runner';

const QUEUE = 'plan';
/** A job whose process has not been heard of for so long is taken up by another, which looks so often; in seconds. */
const SILENT_AFTER = 10;
const LOOK_EVERY = 4;
/** A job that so many processes ended with is given up. */
const MOST_ATTEMPTS = 3;
const UNIQUE_VIOLATION = '23505';
/** A database that is away is asked again so often, in milliseconds. */
const AWAY_MS = 1000;

export interface PlanJobsParts {
  readonly db: DataSource;
  readonly clock: Pick<WorkshopClock, 'now'>;
  readonly live: LiveChannel;
  /** Seconds that a plan is bettered for where nobody says. */
  readonly seconds: number;
  /** Told of faults. */
  readonly log: (error: unknown) => void;
}

/**
 * Plans that are asked for, in a queue in the database: whichever process is free works them out, one at a time, and
 * another takes over where it dies.
 */
export class PlanJobs {
  private readonly pool = new PlanPool();
  private boss: PgBoss | null = null;
  private starting: Promise<PgBoss> | null = null;
  private worker = '';
  private runner: PlanRunner | null = null;
  private look: NodeJS.Timeout | null = null;
  private leave: () => void = () => undefined;
  private isClosed = false;

  constructor(private readonly parts: PlanJobsParts) {}

  /** Begins to take jobs, those that were left by processes that died among them. */
  async start(): Promise<void> {
    const boss = await this.queue();
    this.pool.warm();
    this.worker = await boss.work<{ id: string }>(QUEUE, { pollingIntervalSeconds: 1 }, async ([job]) => {
      if (job) await this.run(job.data.id);
    });
    this.leave = this.parts.live.subscribe(({ topic }) => {
      if (topic === 'plan-job') this.stopIfAsked().catch((error: unknown) => this.parts.log(error));
    });
    this.look = setInterval(() => void this.takeUpSilent().catch(() => undefined), LOOK_EVERY * 1000);
    await this.takeUpSilent();
  }

  async close(): Promise<void> {
    this.isClosed = true;
    this.leave();
    if (this.look) clearInterval(this.look);
    await this.runner?.abandon();
    await this.boss?.stop({ graceful: false, wait: false });
    await this.pool.close();
  }

  /** Asks for a plan. @throws ProblemError `plan-running`, `plan-not-found`, `no-plan`, `nothing-set-up` */
  async ask({ kind, version, seconds = this.parts.seconds }: JobAsk, by: string | null): Promise<PlanJob> {
    const boss = await this.queue();
    const id = await this.parts.db
      .transaction(async (manager) => {
        const setUp = await requireSetUp(manager);
        if (kind === 'restore' || version !== undefined) await requirePlan(manager, setUp, version ?? 0);
        if (kind === 'repair' && !(await newestPlan(manager, setUp))) throw new ProblemError('no-plan');
        const job = manager.create(PlanJobEntity, {
          id: randomUUID(),
          kind,
          state: 'queued',
          askedAt: this.parts.clock.now(),
          askedBy: by,
          seconds,
          baseVersion: version ?? null,
          progress: 0,
          isStopping: false,
          attempts: 0,
        });
        await manager.insert(PlanJobEntity, { ...job, heartbeatAt: () => 'now()' });
        await announce(manager, 'plan-job');
        return job.id;
      })
      .catch((error: unknown) => {
        throw isUniqueViolation(error) ? new ProblemError('plan-running') : error;
      });
    // as it was asked for: once it is in the queue somebody may have begun it
    const asked = jobView(await this.parts.db.manager.findOneByOrFail(PlanJobEntity, { id }));
    await boss.send(QUEUE, { id }, { retryLimit: 0, expireInHours: 1 });
    if (this.worker) boss.notifyWorker(this.worker);
    return asked;
  }

  /** The job that was asked for last; null where none was. */
  async latest(): Promise<PlanJob | null> {
    const [job] = await this.parts.db.manager.find(PlanJobEntity, { order: { askedAt: 'DESC' }, take: 1 });
    return job ? jobView(job) : null;
  }

  /** Ends a job with the best plan so far; one that has not begun is not begun. @throws ProblemError `not-found` */
  async stop(id: string): Promise<PlanJob> {
    const { manager } = this.parts.db;
    const open = { id, state: In(['queued', 'running']) };
    await manager.update(PlanJobEntity, open, { isStopping: true });
    await announce(manager, 'plan-job');
    const job = await manager.findOneBy(PlanJobEntity, { id });
    if (!job) throw new ProblemError('not-found');
    return jobView(job);
  }

  private queue(): Promise<PgBoss> {
    this.starting ??= this.openQueue();
    return this.starting;
  }

  private async openQueue(): Promise<PgBoss> {
    const boss = new PgBoss({
      db: { executeSql: async (text, values) => ({ rows: await this.rows(text, values) }) },
      schedule: false,
    });
    boss.on('error', (error) => this.parts.log(error));
    await boss.start();
    await boss.createQueue(QUEUE);
    this.boss = boss;
    return boss;
  }

  /**
   * Rows of a statement of the queue, tried again until the database is there: nobody awaits some of these
   * statements, and one that failed would end the process.
   */
  private async rows(text: string, values: unknown[]): Promise<unknown[]> {
    for (let isTold = false; ; isTold = true) {
      try {
        return await rowsOf(this.parts.db, text, values);
      } catch (error) {
        if (!isAway(error)) throw error;
        if (this.isClosed) return [];
        if (!isTold) this.parts.log(error);
        await setTimeout(AWAY_MS);
      }
    }
  }

  private async run(id: string): Promise<void> {
    const { db, clock, log } = this.parts;
    this.runner = new PlanRunner(db, clock, { pool: this.pool, runner: randomUUID(), log });
    await this.runner.run(id).finally(() => (this.runner = null));
  }

  private async stopIfAsked(): Promise<void> {
    if (!this.runner) return;
    const open = await this.parts.db.manager.existsBy(PlanJobEntity, { state: 'running', isStopping: true });
    if (open) this.runner?.stop();
  }

  /** Puts jobs whose process is not heard of any more into the queue again. */
  private async takeUpSilent(): Promise<void> {
    const { db } = this.parts;
    const [silent] = await db.query<[{ id: string }[]]>(
      `update plan_job set state = case when attempts >= $2 then 'failed' else 'queued' end,
         fault = case when attempts >= $2 then 'internal-error' end, heartbeat_at = now()
       where state in ('queued', 'running') and heartbeat_at < now() - make_interval(secs => $1)
       returning id`,
      [SILENT_AFTER, MOST_ATTEMPTS],
    );
    if (silent.length === 0) return;
    const boss = await this.queue();
    for (const { id } of silent) await boss.send(QUEUE, { id }, { retryLimit: 0, expireInHours: 1 });
    await announce(db.manager, 'plan-job');
  }
}

/** Rows of a statement, whatever kind it is: TypeORM tells the rows of a change beside their number. */
async function rowsOf(db: DataSource, text: string, values: unknown[]): Promise<unknown[]> {
  const runner = db.createQueryRunner();
  try {
    const { records } = (await runner.query(text, values, true)) as { records?: unknown[] };
    return records ?? [];
  } finally {
    await runner.release();
  }
}

function isUniqueViolation(error: unknown): boolean {
  return (
    error instanceof QueryFailedError && (error.driverError as { code?: string }).code === UNIQUE_VIOLATION
  );
}

function jobView(job: PlanJobEntity): PlanJob {
  const { id, kind, state, askedBy, seconds, progress, isStopping, best, version, fault } = job;
  const askedAt = job.askedAt.toISOString();
  return { id, kind, state, askedAt, askedBy, seconds, progress, isStopping, best, version, fault };
}
