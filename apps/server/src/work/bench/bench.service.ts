import type { BenchEventDraft, BenchTaken, DeedRefusal } from '@alnage/contract';
import { benchWorks, troubleEffect, workState, type BenchWork } from '@alnage/core';
import { DateTime } from 'luxon';
import { In, type DataSource, type EntityManager } from 'typeorm';
import { workedPlan } from '../../week/kitchen/plan-versions';
import type { PlanEntity } from '../../store/work/plan.entity';
import { announce } from '../../platform/database/live';
import { isAhead } from '../../platform/time/screen-clock';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { PersonEntity } from '../../store/workshop/resources.entity';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { drawPacking, returnPacking } from './pack-stock';
import { eventsOf } from '../../week/begun/run-events';
import { batchKey, meltKey } from '../../week/tracing/keys';
import { stoppedNow, type Stopped } from '../../week/tracing/stopped';
import { BenchEventEntity, RunEntity } from '../../store/work/run.entity';
import { lockUntilCommit } from '../../platform/database/locks';

/** Deeds are written down one after the other, so that a work is begun once however many screens begin it. */
export async function lockBench(manager: EntityManager): Promise<void> {
  await lockUntilCommit(manager, 'bench');
}

/** Writes down what is done at the bench: each deed once, by its id, however often and late it is sent. */
export class BenchService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** Keeps deeds in their order; what cannot be taken is told, and holds nothing else up. */
  take(events: readonly BenchEventDraft[]): Promise<BenchTaken> {
    return this.db.transaction(async (manager) => {
      await lockBench(manager);
      const setUp = await requireSetUp(manager);
      const plan = await workedPlan(manager, setUp);
      const writer = new Writer(manager, { setUp, plan, now: this.clock.now() });
      const known = await manager.findBy(BenchEventEntity, { id: In(events.map(({ id }) => id)) });
      const ids = new Set(known.map(({ id }) => id));
      const crew = new Set((await manager.find(PersonEntity, { select: { id: true } })).map(({ id }) => id));
      const taken: { id: string; refusal: DeedRefusal | null }[] = [];
      for (const event of events) {
        const refusal = ids.has(event.id) ? null : await writer.write(event, crew);
        ids.add(event.id);
        taken.push({ id: event.id, refusal });
      }
      await writer.settle();
      if (writer.touched > 0) await announce(manager, 'bench');
      return { taken };
    });
  }
}

/** Writes deeds of one transaction. */
class Writer {
  private readonly runs = new Map<string, RunEntity | null>();
  private works: ReadonlyMap<string, BenchWork> | null = null;
  private stopped: Stopped | null = null;
  private readonly changed = new Set<RunEntity>();

  constructor(
    private readonly manager: EntityManager,
    private readonly parts: { readonly setUp: SetUp; readonly plan: PlanEntity | null; readonly now: Date },
  ) {}

  get touched(): number {
    return this.changed.size;
  }

  async write(
    { id, work, at, by: who, deed }: BenchEventDraft,
    crew: ReadonlySet<string>,
  ): Promise<DeedRefusal | null> {
    const { now } = this.parts;
    if (isAhead(at, now)) return 'in-future';
    if (deed.kind === 'trouble' && troubleEffect(deed.trouble) === null) return 'unknown-cause';
    const run = await this.runOf(work, new Date(at));
    if (!run) return 'unknown-work';
    if (run.sealedAt) return 'sealed';
    if (deed.kind === 'begin' && (await this.isStopped(run))) return 'stopped';
    const by = who !== null && crew.has(who) ? who : null;
    const row = { id, runId: run.id, at: new Date(at), by, deed, receivedAt: now };
    await this.manager.insert(BenchEventEntity, row);
    this.changed.add(run);
    return null;
  }

  /** What was done is written down; but nothing is begun out of what is stopped. */
  private async isStopped({ horizonStart, planned }: RunEntity): Promise<boolean> {
    this.stopped ??= await stoppedNow(this.manager);
    const { batches, melts } = this.stopped;
    const melt = planned.kind === 'melt' ? planned.melt : planned.melt?.id;
    if (melt !== undefined && melts.has(meltKey(horizonStart, melt))) return true;
    if (planned.kind === 'melt') return false;
    return batches.has(batchKey({ horizonStart, batch: planned.batch, piece: planned.product }));
  }

  /** What follows from the deeds is kept beside them, to be found without reading them all. */
  async settle(): Promise<void> {
    for (const run of this.changed) {
      const events = await this.manager.findBy(BenchEventEntity, { runId: run.id });
      const { begunAt, endedAt } = workState(eventsOf({ ...run, events }));
      await this.manager.update(
        RunEntity,
        { id: run.id },
        {
          begunAt: begunAt === null ? null : new Date(begunAt),
          endedAt: endedAt === null ? null : new Date(endedAt),
          touchedAt: this.parts.now,
        },
      );
      await this.settlePacking(run, endedAt !== null);
    }
  }

  /** What is packed leaves the larder once, and comes back when it was not over after all. */
  private async settlePacking(run: RunEntity, isOver: boolean): Promise<void> {
    const wasOver = run.endedAt !== null;
    if (isOver === wasOver) return;
    const { now, setUp } = this.parts;
    if (isOver) await drawPacking(this.manager, run, { now, timeZone: setUp.timeZone });
    else await returnPacking(this.manager, run, { now });
  }

  private async runOf(key: string, at: Date): Promise<RunEntity | null> {
    if (!this.runs.has(key)) this.runs.set(key, await this.findOrBegin(key, at));
    return this.runs.get(key)!;
  }

  /** The run of a work of the plan; of one that a newer plan does not know any more, as it was begun. */
  private async findOrBegin(key: string, at: Date): Promise<RunEntity | null> {
    const { setUp, plan } = this.parts;
    const horizonStart = setUp.span.start;
    this.works ??= new Map(plan ? benchWorks(plan.problem, plan.plan).map((work) => [work.key, work]) : []);
    const work = this.works.get(key);
    const product = work?.kind === 'stage' ? work.product : '';
    const where = { horizonStart, work: key, ...(work && { product }) };
    const begun = await this.manager.findOne(RunEntity, { where, order: { touchedAt: 'DESC' } });
    if (begun || !work) return begun;
    const code = await codeOf(this.manager, { horizonStart, work, at, timeZone: setUp.timeZone });
    return this.manager.save(
      this.manager.create(RunEntity, {
        ...{ horizonStart, work: key, product, kind: work.kind, code, planned: work },
        planVersion: plan!.version,
        touchedAt: this.parts.now,
        ...{ begunAt: null, endedAt: null, sealedAt: null, record: null, weighingId: null },
      }),
    );
  }
}

/** The day of the month, the bowl or the person, and the number of it on that day: 18-A-2. */
async function codeOf(
  manager: EntityManager,
  { horizonStart, work, at, timeZone }: { horizonStart: Date; work: BenchWork; at: Date; timeZone: string },
): Promise<string> {
  const day = DateTime.fromJSDate(at, { zone: timeZone }).toFormat('dd');
  const bowlId = work.kind === 'melt' ? work.bowl : work.melt?.bowl;
  const bowl = bowlId ? await manager.findOneBy(BowlEntity, { id: bowlId }) : null;
  const start = `${work.kind === 'melt' ? 'M' : ''}${day}-${bowl ? shortName(bowl.name) : work.person}-`;
  const taken = await manager.find(RunEntity, { where: { horizonStart }, select: { code: true } });
  const numbers = taken
    .filter(({ code }) => code.startsWith(start))
    .map(({ code }) => Number(code.slice(start.length)));
  return `${start}${Math.max(0, ...numbers) + 1}`;
}

/** Bowl A is A, Glass bowl is GB. */
function shortName(name: string): string {
  const words = name.split(/\s+/);
  const last = words.at(-1)!;
  return last.length === 1 ? last.toUpperCase() : words.map((word) => word[0]!.toUpperCase()).join('');
}
