import type { Batch, FixedWork } from '../problem';
import type { CompiledProblem } from './compiled';
import { Melt } from './melt';
import { Run } from './run';
import { Schedule } from './schedule';

/** A schedule in which only the fixed work of its problem stands, as it is, whatever rule it breaks by now. */
export function loadFixed(compiled: CompiledProblem): Schedule {
  return new Loader(compiled).load(compiled.problem.fixed ?? { batches: [], melts: [] });
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

  load({ batches, melts }: FixedWork): Schedule {
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
      this.block(each.person, setupStart, setupEnd);
      byId.set(each.id, melt);
    }
    for (const batch of batches) this.place(batch, byId);
    for (const melt of byId.values()) this.schedule.bowls.load(melt);
    for (let bowl = 0; bowl < problem.melters.length; bowl++) this.schedule.bowls.settle(bowl);
    this.schedule.journal.commit();
    return this.schedule;
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

  /** Takes what is still free of a person's hours there; fixed work is a fact, and may lie outside of them. */
  private block(person: string, start: number, end: number): void {
    const { hands } = this.schedule;
    for (const shift of this.compiled.people[this.personAt.get(person)!]!.shifts)
      hands.takeFree(shift, start, end);
  }
}

function keyOf(order: string, product: string): string {
  return JSON.stringify([order, product]);
}
