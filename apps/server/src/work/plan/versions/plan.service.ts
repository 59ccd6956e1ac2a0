import type { HoldAsk, PlanEditAsk, PlanHead, PlanOrigin, SavedPlan } from '@alnage/contract';
import { checkPlan, editPlan, goOn, makePlan, nutFreeFirst, type Problem } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { seenAtBench } from '../../../week/begun/seen-at-bench';
import { announce } from '../../../platform/database/live';
import { ProblemError } from '../../../platform/http/problem-error';
import type { WorkshopClock } from '../../../platform/time/workshop-clock';
import { requireSetUp, type SetUp } from '../../../shop/seasons/set-up';
import { begunOtherwise } from './begun-otherwise';
import { ordersToMeet } from '../../../week/kitchen/build-problem';
import { continued, continuedIn, markNow, minuteNow } from '../../../week/kitchen/continued';
import { orderedIn } from '../../../week/orders/ordered';
import { PlanJobEntity } from '../../../store/work/plan-job.entity';
import { PlanEntity } from '../../../store/work/plan.entity';
import {
  newestPlan,
  planHeads,
  publishedPlan,
  publishedVersion,
  requirePlan,
  workedPlan,
} from '../../../week/kitchen/plan-versions';
import { renewWitness } from '../../../week/kitchen/renew-witness';
import { withWitness } from '../../../week/kitchen/witness';
import { planHead, planText, planView, type Told } from './plan-view';
import type { Answer } from '../../../week/planning/plan-work';
import { lockUntilCommit } from '../../../platform/database/locks';

/** A plan that is made at once is bettered by so many changes; those of jobs take the time they are given. */
const PLAN_STEPS = 6000;
/** So many versions are listed, the newest first. */
const LISTED_VERSIONS = 50;

/** How a version came about. */
export interface Made {
  readonly origin: PlanOrigin;
  readonly by: string | null;
  readonly basedOn: PlanEntity | null;
  readonly problem: Problem;
  readonly mark: string;
  readonly lapsed: readonly string[];
}

/** The versions of the season’s plan: what they are, what is changed by hand, and which of them is worked by. */
export class PlanService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** The newest plan as text. @throws ProblemError `no-plan` */
  async newest(): Promise<string> {
    const setUp = await requireSetUp(this.db.manager);
    const plan = await newestPlan(this.db.manager, setUp);
    if (!plan) throw new ProblemError('no-plan');
    return this.text(setUp, plan);
  }

  /** A version as text. @throws ProblemError `plan-not-found` */
  async version(version: number): Promise<string> {
    const setUp = await requireSetUp(this.db.manager);
    return this.text(setUp, await requirePlan(this.db.manager, setUp, version));
  }

  /** The newest versions, the newest first. */
  async versions(): Promise<PlanHead[]> {
    const { manager } = this.db;
    const setUp = await requireSetUp(manager);
    const published = await publishedVersion(manager, setUp);
    const rows = await planHeads(manager, setUp, LISTED_VERSIONS);
    return rows.map((row) => planHead(row, published));
  }

  /** Plans from now on and keeps the answer, in one go: for a workshop that is just set up. */
  make({ steps = PLAN_STEPS, seed = 1 } = {}): Promise<SavedPlan> {
    return this.changing(async (manager, setUp) => {
      const { worked, told } = await this.before(manager, setUp);
      const from = told && (await withWitness(manager, setUp, told)).plan;
      const now = await continued(manager, setUp, { clock: this.clock, worked, told, from });
      const planned = makePlan(now.shut, { ...(from && { from }), steps, seed });
      const answer = { ...planned, ...nutFreeFirst(now.shut, planned) };
      const made = { ...now, origin: 'planned', by: null, basedOn: told } as const;
      const { saved } = await this.keep(manager, setUp, { answer, made });
      return this.view(manager, setUp, saved);
    });
  }

  /** The bench works by this version from now on. @throws ProblemError `plan-begun` naming a batch or melt */
  publish(version: number): Promise<SavedPlan> {
    return this.changing(async (manager, setUp) => {
      const plan = await requirePlan(manager, setUp, version);
      const worked = await publishedPlan(manager, setUp);
      if (worked && worked.version !== version) await this.requireBegun(manager, setUp, { plan, worked });
      plan.publishedAt = this.clock.now();
      await manager.update(PlanEntity, { version }, { publishedAt: plan.publishedAt });
      await announce(manager, 'plan');
      return this.view(manager, setUp, plan);
    });
  }

  /** Does to the newest plan what somebody wants by hand, as its next version; what is moved is pinned. */
  edit({ version, edit }: PlanEditAsk, by: string | null): Promise<SavedPlan> {
    return this.changing(async (manager, setUp) => {
      const told = await this.requireNewest(manager, setUp, version);
      const released = { ...told, pins: told.pins.filter((id) => id !== edit.batch) };
      const worked = (await workedPlan(manager, setUp)) ?? told;
      await this.requireBegun(manager, setUp, { plan: told, worked });
      const { problem, shut } = continuedIn(released, setUp, this.clock);
      const edited = editPlan({ problem: shut, plan: told.plan }, edit);
      if (edited.kind !== 'done') throw new ProblemError('edit-refused', { refusal: edited });
      const kept = new Set(edited.plan.batches.map(({ id }) => id));
      const pins = [...new Set([...told.pins, ...(edit.kind === 'move' ? [edit.batch] : [])])];
      const basedOn = { ...told, pins: pins.filter((id) => kept.has(id)) };
      const { lapsed, ordersMark: mark } = told;
      const made = { origin: 'edited', by, basedOn, problem, mark, lapsed } as const;
      const open = new Map(told.reasons.map((reason) => [`${reason.order} ${reason.product}`, reason]));
      const reasons = edited.plan.unmet.flatMap((line) => {
        const known = open.get(`${line.order} ${line.product}`);
        return known ? [{ ...known, pieces: line.pieces }] : [];
      });
      const answer = { plan: edited.plan, reasons };
      const { saved } = await this.keep(manager, setUp, { answer, made });
      return this.view(manager, setUp, saved);
    });
  }

  /** Holds a batch or a day of the newest plan as it is, or lets it go. */
  hold({ version, hold, isHeld: isOn }: HoldAsk): Promise<SavedPlan> {
    return this.changing(async (manager, setUp) => {
      const told = await this.requireNewest(manager, setUp, version);
      if ('batch' in hold) {
        if (!told.plan.batches.some(({ id }) => id === hold.batch))
          throw new ProblemError('edit-refused', { refusal: { kind: 'unknown-batch', batch: hold.batch } });
        told.pins = [...told.pins.filter((id) => id !== hold.batch), ...(isOn ? [hold.batch] : [])];
      } else {
        const others = told.locks.filter(({ person, day }) => person !== hold.person || day !== hold.day);
        told.locks = [...others, ...(isOn ? [hold] : [])];
      }
      await manager.update(PlanEntity, { version }, { pins: [...told.pins], locks: [...told.locks] });
      await announce(manager, 'plan');
      return this.view(manager, setUp, told);
    });
  }

  /**
   * Keeps an answer as the next version, with the pins and locks of the one that it goes on from. What was promised since the
   * version before it is laid in beside it; `lost` are the orders among that for which there is no room any more.
   */
  async keep(
    manager: EntityManager,
    setUp: SetUp,
    { answer, made }: { readonly answer: Answer; readonly made: Made },
  ): Promise<{ saved: PlanEntity; lost: readonly string[] }> {
    const { plan, reasons } = answer;
    await lockUntilCommit(manager, 'promises');
    const [newest] = await planHeads(manager, setUp, 1);
    const report = checkPlan(made.problem, plan);
    if (!report.ok) throw new Error(`a plan broke a rule: ${JSON.stringify(report.violations[0])}`);
    const lapsed = new Set(made.lapsed);
    const saved = await manager.save(
      manager.create(PlanEntity, {
        madeAt: this.clock.now(),
        horizonStart: setUp.span.start,
        cost: report.cost!,
        totalPieces: report.totalPieces,
        unmetPieces: report.unmetPieces,
        ordersMark: made.mark,
        origin: made.origin,
        madeBy: made.by,
        basedOn: made.basedOn?.version ?? null,
        publishedAt: null,
        pins: (made.basedOn?.pins ?? []).filter((id) => !lapsed.has(id)),
        locks: [...(made.basedOn?.locks ?? [])],
        lapsed: [...made.lapsed],
        problem: made.problem,
        plan,
        reasons: [...reasons],
      }),
    );
    const lost = await renewWitness(manager, setUp, { clock: this.clock, before: newest?.version ?? 0 });
    await announce(manager, 'plan');
    return { saved, lost };
  }

  /** Runs a change to the versions alone, one after the other over all processes. */
  changing<T>(change: (manager: EntityManager, setUp: SetUp) => Promise<T>): Promise<T> {
    return this.db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'plan');
      return change(manager, await requireSetUp(manager));
    });
  }

  /** What a plan goes on from: what is worked by, and what people were told last. */
  async before(
    manager: EntityManager,
    setUp: SetUp,
  ): Promise<{ worked: PlanEntity | null; told: PlanEntity | null }> {
    return { worked: await workedPlan(manager, setUp), told: await newestPlan(manager, setUp) };
  }

  private async view(manager: EntityManager, setUp: SetUp, plan: PlanEntity): Promise<SavedPlan> {
    return planView(manager, plan, await toldNow(manager, setUp));
  }

  private async text(setUp: SetUp, plan: PlanEntity): Promise<string> {
    return planText(this.db.manager, plan, await toldNow(this.db.manager, setUp));
  }

  /** @throws ProblemError `plan-changed`, `plan-running` */
  private async requireNewest(manager: EntityManager, setUp: SetUp, version: number): Promise<PlanEntity> {
    const newest = await newestPlan(manager, setUp);
    if (!newest) throw new ProblemError('no-plan');
    if (newest.version !== version) throw new ProblemError('plan-changed', { version: newest.version });
    const isRunning = await manager.existsBy(PlanJobEntity, [{ state: 'queued' }, { state: 'running' }]);
    if (isRunning) throw new ProblemError('plan-running');
    return newest;
  }

  /** @throws ProblemError `plan-begun` where what is worked by has begun something that the plan has otherwise */
  private async requireBegun(
    manager: EntityManager,
    setUp: SetUp,
    { plan, worked }: { readonly plan: PlanEntity; readonly worked: PlanEntity },
  ): Promise<void> {
    const now = minuteNow(setUp, this.clock, worked.problem);
    const seen = await seenAtBench(manager, worked, now);
    const { orders, products, places, people } = worked.problem;
    const asked = { orders, products, places, people, closed: new Set<string>(), now };
    const begun = goOn(worked, seen, asked).fixed;
    const works = begunOtherwise(plan.plan, { begun, seen, now }).size;
    if (works > 0) throw new ProblemError('plan-begun', { version: worked.version, works });
  }
}

async function toldNow(manager: EntityManager, setUp: SetUp): Promise<Told> {
  const promised = await orderedIn(manager, setUp.span, ['promised']);
  return {
    mark: await markNow(manager, setUp),
    published: await publishedVersion(manager, setUp),
    promised: await ordersToMeet(manager, setUp, ['promised']),
    tickets: new Map(promised.map(({ id, ticket }) => [id, ticket])),
  };
}
