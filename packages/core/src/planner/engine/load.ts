import type { Batch, FixedWork, Melt as PlanMelt, Plan, Product } from '../problem';
import { gramsOf } from './bowls';
import type { CompiledProblem } from './compiled';
import { Melt } from './melt';
import { Run } from './run';
import { Schedule } from './schedule';

/**
 * A schedule in which only the fixed work of its problem stands, as it is, whatever rule it breaks by now. Melts whose
 * set-up is to begin at `meltsMoveFrom` or later may still become larger and move, if they keep the rules as they are.
 */
export function loadFixed(compiled: CompiledProblem, meltsMoveFrom = Infinity): Schedule {
  return new Loader(compiled).load(compiled.problem.fixed ?? { batches: [], melts: [] }, meltsMoveFrom);
}

/**
 * The fixed work with what still holds of an earlier plan: its batches as they were where their orders want them yet and
 * hands and bowls are free, all of them still to be moved. Rules of time and room are not asked: judge it before use.
 */
export function loadPlan(compiled: CompiledProblem, plan: Plan): Schedule {
  const fixed = compiled.problem.fixed ?? { batches: [], melts: [] };
  const loader = new Loader(compiled);
  loader.load(fixed, Infinity);
  return loader.addPlan(plan);
}

class Loader {
  private readonly schedule: Schedule;
  private readonly lineAt = new Map<string, number>();
  private readonly personAt: ReadonlyMap<string, number>;

  constructor(private readonly compiled: CompiledProblem) {
    const { problem, lines } = compiled;
    this.schedule = new Schedule(compiled);
    this.personAt = new Map(problem.people.map(({ id }, index) => [id, index]));
    lines.forEach(({ order, product }, index) =>
      this.lineAt.set(keyOf(problem.orders[order]!.id, problem.products[product]!.id), index),
    );
  }

  load({ batches, melts }: FixedWork, meltsMoveFrom: number): Schedule {
    const { problem } = this.compiled;
    const byId = new Map<string, Melt>();
    for (const each of melts) {
      const bowl = problem.melters.findIndex(({ id }) => id === each.melter);
      const melt = new Melt(
        bowl,
        problem.coatings.findIndex(({ id }) => id === each.coating),
      );
      const { grams, setupStart, setupEnd, closed, id: name } = each;
      Object.assign(melt, { grams, setupStart, setupEnd, closed, name, isFixed: true });
      this.takeSetup(melt, each.person, meltsMoveFrom);
      byId.set(each.id, melt);
    }
    for (const batch of batches) this.place(batch, byId);
    for (const melt of byId.values()) {
      this.free(melt);
      this.schedule.bowls.load(melt);
    }
    for (let bowl = 0; bowl < problem.melters.length; bowl++) this.schedule.bowls.settle(bowl);
    this.schedule.journal.commit();
    return this.schedule;
  }

  addPlan({ batches, melts }: Plan): Schedule {
    const { schedule, compiled } = this;
    const byName = new Map(schedule.bowls.rows.flat().map((melt) => [melt.name, melt]));
    const placed = new Set(schedule.runs.map(({ name }) => name));
    const byId = new Map<string, Melt>();
    for (const each of melts) {
      const melt = byName.get(each.id) ?? this.laterMelt(each);
      if (melt) byId.set(each.id, melt);
    }
    for (const batch of batches) if (!placed.has(batch.id)) this.placeLater(batch, byId);
    for (const melt of byId.values()) {
      if (melt.isFixed) continue;
      if (melt.runs.length > 0) this.open(melt);
      else schedule.hands.free(melt.setupShift, melt.setupStart, melt.setupEnd);
    }
    for (let bowl = 0; bowl < compiled.bowls.length; bowl++) schedule.bowls.settle(bowl);
    schedule.journal.commit();
    return schedule;
  }

  private open(melt: Melt): void {
    melt.grams = this.gramsFor(melt);
    melt.closed = melt.endOf(melt.runs.length - 1);
    this.schedule.bowls.load(melt);
  }

  /** A melt of an earlier plan that is still to come, its hands taken; null where they are not free. */
  private laterMelt({ melter, coating, person, setupStart, setupEnd }: PlanMelt): Melt | null {
    const { problem, now } = this.compiled;
    const bowl = problem.melters.findIndex(({ id }) => id === melter);
    const holds = problem.coatings.findIndex(({ id }) => id === coating);
    const shift = this.freeShift(person, setupStart, setupEnd);
    if (bowl < 0 || holds < 0 || shift < 0 || setupStart < now) return null;
    const melt = new Melt(bowl, holds);
    Object.assign(melt, { setupShift: shift, setupStart, setupEnd });
    this.schedule.hands.take(shift, setupStart, setupEnd);
    return melt;
  }

  /** Places a batch of an earlier plan where it was, or leaves its lines open. */
  private placeLater(batch: Batch, melts: ReadonlyMap<string, Melt>): void {
    const { products, lines, now } = this.compiled;
    const product = products.find((each) => each.product.id === batch.product);
    const shifts = batch.stages.map(({ person, start, end }) => this.freeShift(person, start, end));
    const isDipped = batch.stages.every(({ melt }) => melt === null || melts.has(melt));
    const isHere = product !== undefined && isSameRoute(product.product, batch) && isDipped;
    if (!isHere || shifts.includes(-1) || batch.stages[0]!.start < now) return;
    const run = new Run(product);
    for (const { order, pieces } of batch.serves) {
      const line = this.lineAt.get(keyOf(order, batch.product));
      if (line === undefined || this.schedule.open[line]! < pieces) return;
      run.serve(line, pieces, lines);
    }
    batch.stages.forEach(({ start, end, melt }, k) => {
      this.schedule.hands.take(shifts[k]!, start, end);
      run.starts[k] = start;
      run.ends[k] = end;
      run.shifts[k] = shifts[k]!;
      run.melts[k] = melt === null ? null : melts.get(melt)!;
      run.melts[k]?.put(run, k);
    });
    this.schedule.add(run);
  }

  private freeShift(person: string, start: number, end: number): number {
    const at = this.personAt.get(person);
    if (at === undefined) return -1;
    const { shifts } = this.compiled.people[at]!;
    return shifts.find((shift) => this.schedule.hands.isFree(shift, start, end)) ?? -1;
  }

  private gramsFor(melt: Melt): number {
    const { tail } = this.compiled.bowls[melt.bowl]!;
    return melt.runs.reduce((sum, run, i) => sum + gramsOf(run, melt.stages[i]!), tail);
  }

  /** Takes the hands of a set-up, in one shift where it may move. */
  private takeSetup(melt: Melt, person: string, meltsMoveFrom: number): void {
    const { hands } = this.schedule;
    const { setupStart, setupEnd } = melt;
    const { shifts } = this.compiled.people[this.personAt.get(person)!]!;
    const own = shifts.find((shift) => hands.isFree(shift, setupStart, setupEnd));
    if (own === undefined || setupStart < meltsMoveFrom) this.block(person, setupStart, setupEnd);
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
      run.serve(this.lineAt.get(keyOf(order, batch.product))!, pieces, lines);
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
    this.schedule.hands.block(this.personAt.get(person)!, start, end);
  }
}

function isSameRoute({ stages }: Product, batch: Batch): boolean {
  return stages.length === batch.stages.length && stages.every(({ id }, k) => id === batch.stages[k]!.stage);
}

function keyOf(order: string, product: string): string {
  return JSON.stringify([order, product]);
}
