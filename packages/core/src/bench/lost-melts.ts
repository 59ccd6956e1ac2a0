import { workKey } from './bench-works';
import type { WorkCourse } from './day-ahead';
import { stageGrams, startedPieces } from '../planner/amounts';
import type { Batch, Melt, Plan, Problem, BatchStage } from '../planner/problem';

/** A plan under way, and what of it somebody has begun. */
export interface UnderWay {
  readonly plan: Plan;
  /** Batches and melts that somebody has begun, whatever hour they were planned for. */
  readonly begun: ReadonlySet<string>;
}

export interface LostMelts {
  readonly melts: ReadonlySet<string>;
  /** Works of the bench that have begun, by `workKey`: what was dipped before the loss. */
  readonly works: ReadonlySet<string>;
  readonly now: number;
}

/** The melt that is set up again in place of a lost one, for pieces that wait for it. */
export function meltAgain(melt: string): string {
  return `again:${melt}`;
}

/**
 * The plan without what was still to be dipped from melts that are lost, seized or burnt. What was dipped stays, and the
 * lost melt with it, closed now. Of what was not dipped, batches that nobody has begun are gone, to be planned anew;
 * pieces that lie ready for the dip get a melt of their own: the same coating in the same bowl, by the same person
 * or by whoever is there sooner, as soon as that takes as long as it did, and none is dipped before it is there; when the
 * bowl and the hands are free for it is told by `asItGoes`. Minutes from the horizon's start. Source: shop default.
 */
export function withoutLost(workshop: Workshop, { plan, begun }: UnderWay, lost: LostMelts): UnderWay {
  const melts = plan.melts.filter(({ id }) => lost.melts.has(id));
  if (melts.length === 0) return { plan, begun };
  const losing = new Losing(workshop, { plan, begun }, lost);
  const courses = plan.batches.map((batch) => losing.judge(batch));
  const again = melts.flatMap((melt) => losing.again(melt));
  const batches = plan.batches.flatMap((batch, i) => {
    if (courses[i] === 'gone') return [];
    return [courses[i] === 'waits' ? losing.redipped(batch) : batch];
  });
  const kept = plan.melts.map((melt) => (lost.melts.has(melt.id) ? losing.spent(melt, batches) : melt));
  const added = again.map((melt) => losing.closed(melt, batches));
  return {
    plan: { ...plan, batches, melts: [...kept, ...added] },
    begun: new Set([...begun, ...[...melts, ...again].map(({ id }) => id)]),
  };
}

type Workshop = Pick<Problem, 'products' | 'coatings' | 'people'>;
type Standing = 'stays' | 'waits' | 'gone';

/** The work of taking lost melts out of one plan. */
class Losing {
  private readonly waiting: Batch[] = [];
  /** When the melt that is set up again can be dipped from. */
  private readonly readyAt = new Map<string, number>();

  constructor(
    private readonly workshop: Workshop,
    private readonly before: UnderWay,
    private readonly lost: LostMelts,
  ) {}

  /** What becomes of a batch. */
  judge(batch: Batch): Standing {
    if (!batch.stages.some((task) => this.isUndipped(batch, task))) return 'stays';
    const { now } = this.lost;
    const isBegun =
      this.before.begun.has(batch.id) ||
      batch.stages.some((task) => task.start < now && !this.isUndipped(batch, task));
    if (!isBegun) return 'gone';
    this.waiting.push(batch);
    return 'waits';
  }

  /** The melt that stands in for a lost one; none where nothing waits for it. */
  again(melt: Melt): Melt[] {
    const grams = this.waiting.reduce((sum, batch) => sum + this.gramsFrom(batch, melt.id), 0);
    if (grams === 0) return [];
    const { person, setupStart, setupEnd } = this.soonest(melt);
    this.readyAt.set(melt.id, setupEnd);
    const tail = melt.grams - this.before.plan.batches.reduce((s, b) => s + this.allGramsFrom(b, melt.id), 0);
    const all = Math.min(melt.grams, grams + Math.max(0, tail));
    const id = meltAgain(melt.id);
    return [{ ...melt, id, grams: all, person, setupStart, setupEnd, closed: setupEnd }];
  }

  /** Who can set a lost melt up again soonest; by the same person at once where nobody is there. */
  private soonest({
    person,
    coating,
    setupStart,
    setupEnd,
  }: Melt): Pick<Melt, 'person' | 'setupStart' | 'setupEnd'> {
    const { people, coatings } = this.workshop;
    const { now } = this.lost;
    const minutes = setupEnd - setupStart;
    const { skill } = coatings.find(({ id }) => id === coating)!;
    const starts = people
      .filter(({ skills }) => skills.includes(skill))
      .flatMap(({ id, shifts }) => shifts.map(([from, to]) => ({ id, start: Math.max(now, from), to })))
      .filter(({ start, to }) => start + minutes <= to)
      .sort((a, b) => a.start - b.start || Number(b.id === person) - Number(a.id === person));
    const { id, start } = starts[0] ?? { id: person, start: now };
    return { person: id, setupStart: start, setupEnd: start + minutes };
  }

  /** A batch that is dipped from what is melted again, each task as early as what is before it lets it. */
  redipped(batch: Batch): Batch {
    const product = this.productOf(batch);
    let free = 0;
    const stages = batch.stages.map((task, k): BatchStage => {
      const isAgain = this.isUndipped(batch, task);
      const from = Math.max(task.start, free, isAgain ? this.readyAt.get(task.melt!)! : 0);
      const end = from + task.end - task.start;
      free = end + product.stages[k]!.then.minMinutes;
      return { ...task, start: from, end, ...(isAgain && { melt: meltAgain(task.melt!) }) };
    });
    return { ...batch, stages };
  }

  /** A lost melt with what was dipped from it and nothing more, so that nobody plans to dip from the rest. */
  spent(melt: Melt, batches: readonly Batch[]): Melt {
    const grams = batches.reduce((sum, batch) => sum + this.allGramsFrom(batch, melt.id), 0);
    return { ...this.closed(melt, batches), grams: Math.max(1, grams) };
  }

  /** A melt that is closed when the last dip from it is over. */
  closed(melt: Melt, batches: readonly Batch[]): Melt {
    const ends = batches.flatMap(({ stages }) =>
      stages.filter((task) => task.melt === melt.id).map(({ end }) => end),
    );
    return { ...melt, closed: Math.max(melt.setupEnd, ...ends) };
  }

  /** What has a later stage begun was dipped, whether or not anybody wrote that down. */
  private isUndipped({ id: batch, stages }: Batch, task: BatchStage): boolean {
    if (task.melt === null || !this.lost.melts.has(task.melt)) return false;
    const since = stages.slice(stages.indexOf(task));
    return !since.some(({ stage }) => this.lost.works.has(workKey({ batch, stage })));
  }

  private gramsFrom(batch: Batch, melt: string): number {
    return this.sumGrams(batch, (task) => task.melt === melt && this.isUndipped(batch, task));
  }

  private allGramsFrom(batch: Batch, melt: string): number {
    return this.sumGrams(batch, (task) => task.melt === melt);
  }

  private sumGrams(batch: Batch, counts: (task: BatchStage) => boolean): number {
    const product = this.productOf(batch);
    const started = startedPieces(product, batch.pieces);
    return batch.stages.reduce(
      (sum, task, k) => sum + (counts(task) ? stageGrams(product.stages[k]!, started) : 0),
      0,
    );
  }

  private productOf({ product }: Batch): Problem['products'][number] {
    return this.workshop.products.find(({ id }) => id === product)!;
  }
}

/** What is lost was set up, whether or not anybody wrote that down, and is not any more. */
export function lostCourses(
  { melts }: Pick<Plan, 'melts'>,
  lost: ReadonlySet<string>,
  now: number,
): (readonly [string, WorkCourse])[] {
  return melts
    .filter(({ id }) => lost.has(id))
    .map(({ id, setupStart, setupEnd }) => {
      const course = { begunAt: Math.min(setupStart, now), end: Math.min(setupEnd, now) };
      return [workKey({ melt: id }), course] as const;
    });
}
