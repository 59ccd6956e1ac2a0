import { setupMinutes } from '../amounts';
import { lineKey } from '../line-key';
import { mixedMelts } from '../mixed-melts';
import type { Batch, FixedWork, Melt as PlanMelt } from '../problem';
import type { CompiledProblem } from './compiled';
import { Melt, Run } from './melts-and-runs';
import { Schedule } from './schedule';

/**
 * A schedule in which only the fixed work of its problem stands, as it is, whatever rule it breaks by now. Melts that
 * `mayMove` says so of may still become larger or smaller and move, if they keep the rules as they are. What is in stock is given to the first `orders` of the problem.
 */
export function loadFixed(
  compiled: CompiledProblem,
  { mayMove = () => false, orders = Infinity }: { mayMove?: MayMove; orders?: number } = {},
): Schedule {
  const schedule = new Loader(compiled).load(compiled.problem.fixed ?? { batches: [], melts: [] }, mayMove);
  const lines = [...compiled.lines.keys()].filter((line) => compiled.lines[line]!.order < orders);
  schedule.serveFromStock(lines, { atAnyAge: false });
  schedule.journal.commit();
  return schedule;
}

/** Whether a fixed melt may be changed for others all the same. */
type MayMove = (melt: PlanMelt) => boolean;

class Loader {
  private readonly schedule: Schedule;

  constructor(private readonly compiled: CompiledProblem) {
    this.schedule = new Schedule(compiled);
  }

  load({ batches, melts }: FixedWork, mayMove: MayMove): Schedule {
    const { problem } = this.compiled;
    const byId = new Map<string, Melt>();
    const mixed = mixedMelts(problem, batches);
    for (const each of melts) {
      const bowl = problem.melters.findIndex(({ id }) => id === each.melter);
      const melt = new Melt(bowl, this.compiled.positionOf(each.coating, mixed.has(each.id)));
      const { grams, setupStart, setupEnd, closed, id: name } = each;
      Object.assign(melt, { grams, setupStart, setupEnd, closed, name, isFixed: true, leastClosed: closed });
      const { coating } = this.compiled.coatings[melt.coating]!;
      melt.clean = -1;
      melt.cleanAsFixed = setupEnd - setupStart - setupMinutes(coating, grams, 0);
      this.takeSetup(melt, each.person, mayMove(each));
      byId.set(each.id, melt);
    }
    for (const melt of this.heldMelts()) byId.set(melt.name!, melt);
    for (const batch of batches) this.place(batch, byId);
    for (const melt of byId.values()) {
      this.free(melt);
      this.schedule.bowls.load(melt);
    }
    for (let bowl = 0; bowl < problem.melters.length; bowl++) this.schedule.bowls.settle(bowl);
    return this.schedule;
  }

  private heldMelts(): Melt[] {
    const { bowls, now } = this.compiled;
    return bowls.flatMap(({ held }, bowl) => {
      if (!held) return [];
      const { name, coating, grams, allergens: met, until: usableUntil } = held;
      const melt = new Melt(bowl, coating);
      const times = { setupStart: now, setupEnd: now, closed: now, leastClosed: now, usableUntil };
      return [Object.assign(melt, { name, grams, met, ...times, isFixed: true, isHeld: true })];
    });
  }

  private gramsFor(melt: Melt): number {
    return melt.gramsDipped() + this.schedule.bowls.tailOf(melt);
  }

  /** Takes the hands of a set-up, in one shift where it may move. */
  private takeSetup(melt: Melt, person: string, mayMove: boolean): void {
    const { hands } = this.schedule;
    const { setupStart, setupEnd } = melt;
    const { shifts } = this.compiled.people[this.compiled.personAt.get(person)!]!;
    const own = shifts.find((shift) => hands.isFree(shift, setupStart, setupEnd));
    if (own === undefined || !mayMove) this.block(person, setupStart, setupEnd);
    else {
      hands.take(own, setupStart, setupEnd);
      melt.setupShift = own;
    }
  }

  /** Lets a melt that may move do so, with just the grams that its dips and its tail take. */
  private free(melt: Melt): void {
    const { capacity } = this.compiled.bowls[melt.bowl]!;
    const grams = this.gramsFor(melt);
    if (melt.setupShift < 0 || melt.runs.length === 0 || grams > capacity) return;
    melt.isFixed = false;
    melt.grams = grams;
  }

  private place(batch: Batch, melts: ReadonlyMap<string, Melt>): void {
    const { products, lines } = this.compiled;
    const run = new Run(products.find(({ product }) => product.id === batch.product)!);
    for (const { order, pieces } of batch.serves)
      run.serve(this.compiled.lineAt.get(lineKey(order, batch.product))!, pieces, lines);
    run.isFixed = true;
    run.name = batch.id;
    batch.stages.forEach((task, k) => {
      this.block(task.person, task.start, task.end);
      const melt = task.melt === null ? null : melts.get(task.melt)!;
      run.starts[k] = task.start;
      run.ends[k] = task.end;
      run.shifts[k] = -1;
      run.melts[k] = melt;
      melt?.put(run, k);
    });
    this.schedule.add(run);
  }

  private block(person: string, start: number, end: number): void {
    this.schedule.hands.block(this.compiled.personAt.get(person)!, start, end);
  }
}
