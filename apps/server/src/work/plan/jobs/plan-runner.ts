import type { BestPlan } from '@alnage/contract';
import type { Plan, Problem } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { isAway } from '../../../platform/database/is-away';
import { announce } from '../../../platform/database/live';
import { ProblemError } from '../../../platform/http/problem-error';
import type { WorkshopClock } from '../../../platform/time/workshop-clock';
import { requireSetUp } from '../../../shop/seasons/set-up';
import { continued, type Continued } from '../../../week/kitchen/continued';
import { withWitness } from '../../../week/kitchen/witness';
import { PlanService } from '../versions/plan.service';
import type { PlanEntity } from '../../../store/work/plan.entity';
import { requirePlan } from '../../../week/kitchen/plan-versions';
import { PlanJobEntity } from '../../../store/work/plan-job.entity';
import type { PlanPool, PlanRunning } from '../../../week/planning/plan-pool';
import type { PlanNews } from '../../../week/planning/plan-work';

/** A process says so often that it still works on a job, in milliseconds. */
const HEARTBEAT_EVERY = 2000;
/** The origin of what each kind of job makes. */
const ORIGINS = { plan: 'planned', repair: 'repaired', restore: 'restored' } as const;

/** So often a job begins again because what was promised meanwhile has no room in what it made; then it only keeps all. */
const MOST_AGAIN = 2;

/** What a job goes on from. */
interface Start extends Continued {
  readonly told: PlanEntity | null;
  /** The same with what was promised since laid in. */
  readonly from: Plan | null;
}

/** What was promised while a plan was made has no room in it. */
class PromisesLost extends Error {}

/** Runs one job from its claim to its end. Whoever else claimed it meanwhile has it; then nothing is written any more. */
export class PlanRunner {
  private readonly plans: PlanService;
  private running: PlanRunning | null = null;
  /** The job in hand; null once it is left to others. */
  private job: PlanJobEntity | null = null;
  private trail: BestPlan['trail'] = [];
  private writing: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
    private readonly parts: {
      readonly pool: PlanPool;
      /** Mark by which the job is known to be this one’s. */
      readonly runner: string;
      readonly log: (error: unknown) => void;
    },
  ) {
    this.plans = new PlanService(db, clock);
  }

  /** Claims and runs the job; nothing where another process has it or it is over. */
  async run(id: string): Promise<void> {
    const job = await this.claim(id);
    if (!job) return;
    this.job = job;
    const beat = setInterval(() => void this.beat(job), HEARTBEAT_EVERY);
    try {
      await this.makeWithAll(job);
    } catch (error) {
      await this.fail(job, error);
    } finally {
      clearInterval(beat);
      await this.writing;
    }
  }

  /** Leaves the job to whoever takes it up next, at once: this process ends. */
  async abandon(): Promise<void> {
    const job = this.job;
    this.job = null;
    if (!job) return;
    await this.db.query(
      `update plan_job set state = 'queued', runner = null, heartbeat_at = 'epoch', attempts = attempts - 1
       where id = $1 and runner = $2 and state = 'running'`,
      [job.id, this.parts.runner],
    );
  }

  /** Ends the work with the best so far. */
  stop(): void {
    this.running?.stop();
  }

  private async claim(id: string): Promise<PlanJobEntity | null> {
    const [rows] = await this.db.query<[{ id: string }[]]>(
      `update plan_job set state = 'running', runner = $2, heartbeat_at = now(), attempts = attempts + 1
       where id = $1 and state = 'queued' returning id`,
      [id, this.parts.runner],
    );
    if (rows.length === 0) return null;
    await announce(this.db.manager, 'plan-job');
    return this.db.manager.findOneByOrFail(PlanJobEntity, { id });
  }

  /** Works it out and keeps it; again where orders that were taken meanwhile would be lost by it. */
  private async makeWithAll(job: PlanJobEntity): Promise<void> {
    for (let again = 0; ; again++) {
      const isLast = again === MOST_AGAIN;
      // what it had so far is without them
      const made = await this.workOut(again === 0 ? job : { ...job, best: null, progress: 0 }, isLast);
      try {
        return await this.finish(job, { ...made, mayLose: isLast || job.kind === 'restore' });
      } catch (error) {
        if (!(error instanceof PromisesLost)) throw error;
      }
    }
  }

  private async workOut(
    job: PlanJobEntity,
    isLast: boolean,
  ): Promise<{ answer: Awaited<PlanRunning['answer']>; start: Start }> {
    const start = await this.start(job);
    const { seconds, progress: done, best } = job;
    this.trail = best?.trail ?? [];
    const told = start.told?.plan ?? null;
    const from = best?.plan ?? start.from;
    // the last time nothing is bettered: all that is promised stays as it was laid in
    const kind = isLast && from ? 'restore' : job.kind;
    this.running = this.parts.pool.run({ kind, problem: start.shut, told, from, seconds, done }, (news) => {
      this.writing = this.writing.then(() => this.note(job, start.problem, news)).catch(() => undefined);
    });
    if (job.isStopping) this.running.stop();
    const answer = await this.running.answer;
    await this.writing;
    return { answer, start };
  }

  private async start({ baseVersion, seconds }: PlanJobEntity): Promise<Start> {
    const { manager } = this.db;
    const setUp = await requireSetUp(manager);
    const { worked, told: newest } = await this.plans.before(manager, setUp);
    const told = baseVersion === null ? newest : await requirePlan(manager, setUp, baseVersion);
    // what begins while the plan is being made is begun when it is there
    const clock = { now: () => new Date(this.clock.now().getTime() + seconds * 1000) };
    // who goes back to a version wants that one
    const from = told && (baseVersion === null ? (await withWitness(manager, setUp, told)).plan : told.plan);
    return { ...(await continued(manager, setUp, { clock, worked, told, from })), told, from };
  }

  private async note(job: PlanJobEntity, problem: Problem, news: PlanNews): Promise<void> {
    const { plan, cost, unmetPieces, progress } = news;
    if (cost === null) return;
    const seconds = Math.round(progress * job.seconds * 100) / 100;
    this.trail = [...this.trail, { seconds, cost, unmetPieces }];
    const best: BestPlan = { plan, problem, cost, unmetPieces, trail: this.trail };
    await this.write(job, { progress: Math.min(1, progress), best });
    await announce(this.db.manager, 'plan-job');
  }

  /** Says that this process is at it, and hears whether it is to stop or has lost the job. */
  private async beat(job: PlanJobEntity): Promise<void> {
    const isMine = await this.write(job, {}).catch(() => true);
    const now = await this.db.manager.findOneBy(PlanJobEntity, { id: job.id }).catch(() => null);
    if (!isMine || now?.isStopping) this.stop();
  }

  private async finish(
    job: PlanJobEntity,
    { answer, start, mayLose }: { answer: Awaited<PlanRunning['answer']>; start: Start; mayLose: boolean },
  ): Promise<void> {
    if (!this.job) return;
    await this.plans.changing(async (manager, setUp) => {
      if (!(await this.isMine(manager, job))) return;
      const { askedBy: by, kind } = job;
      const made = { ...start, origin: ORIGINS[kind], by, basedOn: start.told };
      const { saved, lost } = await this.plans.keep(manager, setUp, { answer, made });
      if (lost.length > 0 && !mayLose) throw new PromisesLost();
      const { version } = saved;
      await manager.update(
        PlanJobEntity,
        { id: job.id },
        { state: 'done', progress: 1, best: null, version },
      );
      await announce(manager, 'plan-job');
    });
  }

  private async fail(job: PlanJobEntity, error: unknown): Promise<void> {
    if (!this.job) return;
    // it is not heard of any more, and taken up again once the database is there
    if (isAway(error)) return this.parts.log(error);
    const fault = error instanceof ProblemError ? error.code : 'internal-error';
    if (!(error instanceof ProblemError)) this.parts.log(error);
    await this.write(job, { state: 'failed', fault, best: null });
    await announce(this.db.manager, 'plan-job');
  }

  private async isMine(manager: EntityManager, { id }: PlanJobEntity): Promise<boolean> {
    const job = await manager.findOne(PlanJobEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    return job?.runner === this.parts.runner && job.state === 'running';
  }

  /** Writes to the job while it is this process’s; false where it is not any more. */
  private async write({ id }: PlanJobEntity, change: Partial<PlanJobEntity>): Promise<boolean> {
    const { affected } = await this.db.manager
      .createQueryBuilder()
      .update(PlanJobEntity)
      .set({ ...change, heartbeatAt: () => 'now()' } as object)
      .where({ id, runner: this.parts.runner, state: 'running' })
      .execute();
    return (affected ?? 0) > 0;
  }
}
