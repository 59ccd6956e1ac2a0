import { stageMinutes } from '../amounts';
import { lineKey } from '../line-key';
import { mixedMelts } from '../mixed-melts';
import type { Batch, Melt as PlanMelt, Plan } from '../problem';
import type { CompiledLine, CompiledProblem, CompiledProduct } from './compiled';
import { loadFixed } from './load';
import { Melt, Run } from './melts-and-runs';
import type { Schedule } from './schedule';

/**
 * The fixed work of a problem with what still holds of an earlier plan: batches stay as they were where their orders
 * want them yet and hands, bowls and trays are free; of the others only the tasks that cannot stay are moved, where that
 * is enough. What is left open was not possible so. The schedule keeps every rule; all of it may be moved yet. What is in
 * stock is given to the first `orders` of the problem.
 */
export function loadPlan(compiled: CompiledProblem, plan: Plan, orders = Infinity): Schedule {
  const dropped = new Set<string>();
  for (;;) {
    const keeping = new Keeping(compiled, plan, loadFixed(compiled, { orders }));
    keeping.keepBatches(dropped);
    if (!keeping.dropUnfit(dropped)) return keeping.mended();
  }
}

/** One try at keeping a plan, without the batches that were dropped before. */
class Keeping {
  private readonly melts = new Map<string, Melt>();
  private readonly kept = new Set<string>();
  private readonly mixed: ReadonlySet<string>;

  constructor(
    private readonly compiled: CompiledProblem,
    private readonly plan: Plan,
    private readonly schedule: Schedule,
  ) {
    for (const { name } of this.schedule.runs) if (name !== null) this.kept.add(name);
    this.mixed = mixedMelts(compiled.problem, plan.batches);
  }

  /** Takes over what can stay as it was, with its melts, judging neither cleaning nor set-ups yet. */
  keepBatches(dropped: ReadonlySet<string>): void {
    const { bowls } = this.schedule;
    for (const melt of bowls.rows.flat()) this.melts.set(melt.name!, melt);
    for (const melt of this.plan.melts) if (!this.melts.has(melt.id)) this.takeMelt(melt);
    for (const batch of this.toCome())
      if (!dropped.has(batch.id) && this.keepBatch(batch)) this.kept.add(batch.id);
    for (const [id, melt] of this.melts) if (!melt.isFixed) this.openMelt(id, melt);
    for (let bowl = 0; bowl < bowls.rows.length; bowl++) bowls.settle(bowl);
  }

  /** Batches of the plan that are not in the schedule. */
  private toCome(): Batch[] {
    return this.plan.batches.filter(({ id }) => !this.kept.has(id));
  }

  /** Adds to the dropped what is dipped from melts that do not fit any more; false where all fit. */
  dropUnfit(dropped: Set<string>): boolean {
    const { bowls } = this.schedule;
    const before = dropped.size;
    for (let bowl = 0; bowl < this.compiled.bowls.length; bowl++)
      for (const run of bowls.firstUnfit(bowl)?.runs ?? []) if (!run.isFixed) dropped.add(run.name!);
    return dropped.size > before;
  }

  /** The schedule with those batches added of which some task has to move, the first to begin first. */
  mended(): Schedule {
    const { schedule } = this;
    schedule.journal.commit();
    for (const batch of this.toCome().sort((a, b) => a.stages[0]!.start - b.stages[0]!.start))
      if (!this.mend(batch)) schedule.journal.undoTo(0);
      else schedule.journal.commit();
    return schedule;
  }

  /** A melt that is still to come; its set-up stays where the hands are free, or has to be found anew. */
  private takeMelt({ id, melter, coating, person, setupStart, setupEnd }: PlanMelt): void {
    const { problem, now } = this.compiled;
    const isMixed = this.mixed.has(id);
    const bowl = problem.melters.findIndex((each) => each.id === melter);
    const holds = this.compiled.positionOf(coating, isMixed);
    if (bowl < 0 || holds < 0) return;
    const melt = new Melt(bowl, holds);
    const shift = setupStart < now ? -1 : this.freeShift(person, setupStart, setupEnd);
    const canSetUp = this.compiled.coatings[holds]!.people.includes(this.compiled.personAt.get(person) ?? -1);
    Object.assign(melt, { name: id, setupShift: canSetUp ? shift : -1, setupStart, setupEnd });
    if (melt.setupShift >= 0) this.schedule.hands.take(shift, setupStart, setupEnd);
    this.melts.set(id, melt);
  }

  private openMelt(id: string, melt: Melt): void {
    if (melt.runs.length === 0) {
      if (melt.setupShift >= 0) this.schedule.hands.free(melt.setupShift, melt.setupStart, melt.setupEnd);
      this.melts.delete(id);
      return;
    }
    melt.grams = melt.gramsDipped() + this.schedule.bowls.tailOf(melt);
    melt.closed = melt.endOf(melt.runs.length - 1);
    this.schedule.bowls.load(melt);
  }

  private keepBatch(batch: Batch): boolean {
    const run = this.serving(batch);
    if (!run) return false;
    for (let k = 0; k < batch.stages.length; k++) if (!this.standsAsTold(run, batch, k)) return false;
    if (!this.canLeave(run)) return false;
    for (let k = 0; k < batch.stages.length; k++)
      if (!this.takeTask(run, batch, k)) return this.takeBack(run, k);
    this.schedule.add(run);
    return true;
  }

  /** Notes for a run the task of a stage as it was; false where it cannot be so any more. */
  private standsAsTold(run: Run, batch: Batch, k: number): boolean {
    const { person, start, melt } = batch.stages[k]!;
    const minutes = this.minutesFor(run, k, person);
    const holds = melt === null ? -1 : this.melts.get(melt)?.coating;
    if (minutes === null || holds !== run.product.stages[k]!.coating) return false;
    run.starts[k] = start;
    run.ends[k] = start + minutes;
    run.shifts[k] = this.freeShift(person, start, start + minutes);
    return run.shifts[k]! >= 0 && start >= this.earliest(run, k) && start <= this.latestStart(run, k);
  }

  /** Takes hands and melt for a task; false where a melt that stays as it is has not enough. */
  private takeTask(run: Run, batch: Batch, k: number): boolean {
    const { hands, bowls } = this.schedule;
    const { melt } = batch.stages[k]!;
    hands.take(run.shifts[k]!, run.starts[k]!, run.ends[k]!);
    run.melts[k] = null;
    if (melt === null) return true;
    const own = this.melts.get(melt)!;
    if (own.isFixed && bowls.spareGrams(own) < run.gramsAt(k)) return false;
    bowls.loadDip(own, run, k);
    return true;
  }

  /** Gives back the tasks of a run up to a stage whose dip was not possible. */
  private takeBack(run: Run, until: number): false {
    for (let k = 0; k <= until; k++) {
      this.schedule.hands.free(run.shifts[k]!, run.starts[k]!, run.ends[k]!);
      const melt = run.melts[k];
      if (melt) this.schedule.bowls.unloadDip(melt, run, k);
    }
    return false;
  }

  /** Places a batch again with as few tasks as can be moved. */
  private mend(batch: Batch): boolean {
    const run = this.serving(batch);
    if (!run) return false;
    for (let k = 0; k < batch.stages.length; k++) if (!this.mendTask(run, batch, k)) return false;
    if (!this.canLeave(run)) return false;
    this.schedule.add(run);
    return true;
  }

  private mendTask(run: Run, batch: Batch, k: number): boolean {
    const task = batch.stages[k]!;
    const next = batch.stages[k + 1]?.start ?? this.compiled.lines[run.lines[0]!]!.leave;
    const found = this.nearest(run, k, { task, to: next - run.product.stages[k]!.minWait });
    if (!found) return false;
    run.starts[k] = found.start;
    run.ends[k] = found.end;
    run.shifts[k] = found.shift;
    this.schedule.hands.take(found.shift, found.start, found.end);
    return this.dip(run, k, task.melt);
  }

  /** Who could do a stage, nearest to when it was to be done: whoever was told, if that can be. */
  private nearest(
    run: Run,
    k: number,
    { task, to }: { task: Batch['stages'][number]; to: number },
  ): { shift: number; start: number; end: number } | null {
    const from = Math.max(this.compiled.now, this.earliest(run, k));
    const latest = this.latestStart(run, k);
    let best: { shift: number; start: number; end: number } | null = null;
    let bestAway = Infinity;
    for (const person of run.product.stages[k]!.people) {
      const { id } = this.compiled.problem.people[person]!;
      const minutes = this.minutesFor(run, k, id);
      if (minutes === null) continue;
      const isOwn = id === task.person;
      for (const until of [task.start + minutes, to]) {
        const limit = Math.min(until, to, latest + minutes);
        const end = this.schedule.hands.latestFit(person, minutes, { from, to: limit });
        if (end < 0) continue;
        const away = Math.abs(end - minutes - task.start) - (isOwn ? 0.5 : 0);
        if (away >= bestAway) continue;
        best = { shift: this.schedule.hands.shift, start: end - minutes, end };
        bestAway = away;
      }
    }
    return best;
  }

  /** Dips from the melt that it was to be, or from a new one, in the same bowl if that can be. */
  private dip(run: Run, k: number, melt: string | null): boolean {
    run.melts[k] = null;
    if (run.product.stages[k]!.coating < 0) return true;
    const { bowls } = this.schedule;
    const own = melt === null ? undefined : this.melts.get(melt);
    if (own && this.takesDip(own, run, k)) {
      run.melts[k] = own;
      return bowls.dip(own, run, k);
    }
    const { melters } = this.compiled.problem;
    const before = melters.findIndex(({ id }) => id === this.plan.melts.find((m) => m.id === melt)?.melter);
    for (const bowl of [before, ...melters.keys()].filter((each) => each >= 0)) {
      const mark = this.schedule.journal.mark();
      const opened = bowls.open(bowl, run, k);
      if (opened) {
        run.melts[k] = opened;
        if (melt !== null) this.melts.set(melt, opened);
        return true;
      }
      this.schedule.journal.undoTo(mark);
    }
    return false;
  }

  private takesDip(melt: Melt, run: Run, k: number): boolean {
    const { bowls } = this.schedule;
    const isThere = bowls.rows[melt.bowl]!.includes(melt);
    if (!isThere || melt.coating !== run.product.stages[k]!.coating) return false;
    const ask = {
      minutes: run.ends[k]! - run.starts[k]!,
      grams: run.gramsAt(k),
      from: run.starts[k]!,
      to: run.ends[k]!,
    };
    return bowls.latestDipIn(melt, ask) === run.ends[k];
  }

  /** A run of what a batch can still serve, not placed; null where that is nothing or the route is another by now. */
  private serving(batch: Batch): Run | null {
    const { products, lines } = this.compiled;
    const product = products.find((each) => each.product.id === batch.product);
    if (!product || !isSameRoute(product.stages, batch)) return null;
    const run = new Run(product);
    run.name = batch.id;
    for (const { order, pieces } of batch.serves) {
      const line = this.compiled.lineAt.get(lineKey(order, batch.product));
      const wanted = line === undefined ? 0 : Math.min(pieces, this.schedule.open[line]!);
      if (wanted > 0 && this.canServe(product, batch, lines[line!]!)) run.serve(line!, wanted, lines);
    }
    const fits = run.pieces > 0 && run.pieces <= product.mostByFastest;
    return fits ? run : null;
  }

  /** Whether a batch as it was could still go to a line: it may have moved, or must be free from more by now. */
  private canServe(
    { stages, clock, life, declared }: CompiledProduct,
    batch: Batch,
    { leave, due, freeFrom }: CompiledLine,
  ): boolean {
    const { minWait, maxWait } = stages.at(-1)!;
    const wait = leave - batch.stages.at(-1)!.end;
    const age = due - batch.stages[clock]!.end;
    return wait >= minWait && wait <= maxWait && age <= life && (freeFrom & declared) === 0;
  }

  private minutesFor(run: Run, k: number, person: string): number | null {
    const at = this.compiled.personAt.get(person);
    const stage = run.product.stages[k]!;
    if (at === undefined || !stage.people.includes(at)) return null;
    const minutes = stageMinutes(stage, run.started, this.compiled.people[at]!.pace);
    return minutes > stage.maxRun ? null : minutes;
  }

  private earliest(run: Run, k: number): number {
    const { now } = this.compiled;
    return k === 0 ? now : Math.max(now, run.ends[k - 1]! + run.product.stages[k - 1]!.minWait);
  }

  private latestStart(run: Run, k: number): number {
    return k === 0 ? Infinity : run.ends[k - 1]! + run.product.stages[k - 1]!.maxWait;
  }

  /** Whether a run whose tasks are known keeps the waits before its pickups and its pieces their time, and has room. */
  private canLeave(run: Run): boolean {
    const { lines } = this.compiled;
    const { stages, clock, life } = run.product;
    const packed = run.ends.at(-1)!;
    const first = lines[run.lines[0]!]!.leave;
    const last = lines[run.lines.at(-1)!]!.leave;
    return (
      first - packed >= stages.at(-1)!.minWait &&
      last - packed <= stages.at(-1)!.maxWait &&
      run.lastDue - run.ends[clock]! <= life &&
      this.schedule.rests.hasRoom(run)
    );
  }

  private freeShift(person: string, start: number, end: number): number {
    const at = this.compiled.personAt.get(person);
    if (at === undefined) return -1;
    const { shifts } = this.compiled.people[at]!;
    return shifts.find((shift) => this.schedule.hands.isFree(shift, start, end)) ?? -1;
  }
}

function isSameRoute(stages: readonly { readonly stage: { readonly id: string } }[], batch: Batch): boolean {
  return (
    stages.length === batch.stages.length &&
    stages.every(({ stage }, k) => stage.id === batch.stages[k]!.stage)
  );
}
