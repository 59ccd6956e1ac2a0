import { LinearProgram, Sum } from '../bound/linear-program';
import { clockStageIndex } from '../amounts';
import type { Problem, Product } from '../problem';

/**
 * A small problem as a mixed-integer programme, whose optimum is the cost of the cheapest plan that meets every line whole
 * in one batch. For problems with one bowl, one coating that needs no cleaning and takes no longer for more grams, people
 * of pace 100 who can do everything, one zone, and lines that fill their trays.
 * Source: Manne, On the Job-Shop Scheduling Problem (an order between any two tasks of one person).
 */
export function exactPlan(problem: Problem, mostMelts: number): string {
  return new ExactPlan(problem, mostMelts).program.text();
}

interface Task {
  readonly start: number;
  /** Minutes: so many for each variable. */
  readonly minutes: Sum;
  /** For each shift whether the task lies in it. */
  readonly shifts: readonly number[];
}

/** A batch that is called after the first line that it serves, if there is one. */
interface ExactBatch {
  readonly product: Product;
  /** For each line, the variable that tells whether the batch serves it; the first one tells whether there is a batch. */
  readonly serves: ReadonlyMap<number, number>;
  readonly tasks: readonly Task[];
}

class ExactPlan {
  readonly program = new LinearProgram();
  private readonly spans: readonly { person: number; start: number; end: number }[];
  private readonly lines: readonly { product: Product; pieces: number; due: number }[];
  private readonly tasks: Task[] = [];
  private readonly batches: readonly ExactBatch[];

  constructor(
    private readonly problem: Problem,
    mostMelts: number,
  ) {
    this.spans = problem.people.flatMap(({ shifts }, person) =>
      shifts.map(([start, end]) => ({ person, start, end })),
    );
    this.lines = problem.orders.flatMap(({ due, lines }) =>
      lines.map(({ product, pieces }) => ({
        product: problem.products.find(({ id }) => id === product)!,
        pieces,
        due,
      })),
    );
    this.batches = this.lines.map((_, first) => this.batch(first));
    this.serveEachLineOnce();
    this.addMelts(mostMelts);
    this.addTrays();
    for (let a = 0; a < this.tasks.length; a++)
      for (let b = a + 1; b < this.tasks.length; b++) this.separate(this.tasks[a]!, this.tasks[b]!);
  }

  private get long(): number {
    return this.problem.horizon;
  }

  private batch(first: number): ExactBatch {
    const { product } = this.lines[first]!;
    const serves = new Map<number, number>();
    for (let line = first; line < this.lines.length; line++)
      if (this.lines[line]!.product === product) serves.set(line, this.program.choice());
    const exists = serves.get(first)!;
    const pieces = (factor: number): Sum => {
      const sum = new Sum();
      for (const [line, serve] of serves) sum.add(factor * this.lines[line]!.pieces, serve);
      return sum;
    };
    this.program.atMost(pieces(1), product.maxBatchPieces);
    for (const serve of serves.values()) this.program.atMost(new Sum().add(1, serve).add(-1, exists), 0);
    const tasks = product.stages.map(({ fixedMinutes, secondsPerPiece, maxRunMinutes }) => {
      const minutes = pieces(secondsPerPiece / 60).add(fixedMinutes, exists);
      if (maxRunMinutes !== null) this.program.atMost(minutes, maxRunMinutes);
      return this.task(minutes, exists);
    });
    tasks.slice(1).forEach((task, k) => {
      const { minMinutes, maxMinutes } = product.stages[k]!.then;
      this.between(tasks[k]!, task, { min: minMinutes, max: maxMinutes, exists });
    });
    const batch = { product, serves, tasks };
    for (const [line, serve] of serves) this.meetPickup(batch, line, serve);
    return batch;
  }

  /** A task that lies in one shift if there is one at all; its minutes cost labour. */
  private task(minutes: Sum, exists: number): Task {
    const start = this.program.variable();
    const labour = this.program.variable(this.problem.weights.labourMinute);
    this.program.equal(new Sum().addAll(1, minutes).add(-1, labour), 0);
    const shifts = this.spans.map(({ start: from, end: to }) => {
      const chosen = this.program.choice();
      this.program.atLeast(new Sum().add(1, start).add(-from, chosen), 0);
      this.program.atMost(new Sum().add(1, start).addAll(1, minutes).add(this.long, chosen), to + this.long);
      return chosen;
    });
    const sum = new Sum().add(-1, exists);
    for (const chosen of shifts) sum.add(1, chosen);
    this.program.equal(sum, 0);
    const task = { start, minutes, shifts };
    this.tasks.push(task);
    return task;
  }

  private end({ start, minutes }: Task): Sum {
    return new Sum().add(1, start).addAll(1, minutes);
  }

  private between(
    a: Task,
    b: Task,
    { min, max, exists }: { min: number; max: number; exists: number },
  ): void {
    const wait = new Sum().add(1, b.start).addAll(-1, this.end(a));
    this.program.atLeast(new Sum().addAll(1, wait).add(-this.long, exists), min - this.long);
    this.program.atMost(wait.add(this.long, exists), max + this.long);
  }

  /** Where a batch serves a line it is packed in time, and costs what its pieces are too old. */
  private meetPickup({ product, tasks }: ExactBatch, line: number, serve: number): void {
    const { due, pieces } = this.lines[line]!;
    const { minMinutes, maxMinutes } = product.stages.at(-1)!.then;
    const packed = this.end(tasks.at(-1)!);
    this.program.atMost(new Sum().addAll(1, packed).add(this.long, serve), due - minMinutes + this.long);
    this.program.atLeast(new Sum().addAll(1, packed).add(-this.long, serve), due - maxMinutes - this.long);
    const clock = this.end(tasks[clockStageIndex(product)]!);
    this.program.atLeast(
      new Sum().addAll(1, clock).add(-this.long, serve),
      due - product.lifeMinutes - this.long,
    );
    const over = this.program.variable((this.problem.weights.agePieceHour * pieces) / 60);
    this.program.atLeast(
      new Sum().add(1, over).addAll(1, clock).add(-this.long, serve),
      due - product.targetAgeMinutes - this.long,
    );
  }

  private serveEachLineOnce(): void {
    this.lines.forEach((_, line) => {
      const sum = new Sum();
      for (const { serves } of this.batches) if (serves.has(line)) sum.add(1, serves.get(line)!);
      this.program.equal(sum, 1);
    });
  }

  /** The bowl’s melts one after the other, each dip in one of them, one dip at a time. */
  private addMelts(most: number): void {
    const { weights, coatings, melters } = this.problem;
    const [coating, bowl] = [coatings[0]!, melters[0]!];
    const dips = this.batches.flatMap(({ product, tasks, serves }) => {
      const exists = serves.values().next().value!;
      return product.stages.flatMap((stage, k) => (stage.coating ? [{ task: tasks[k]!, exists }] : []));
    });
    const held = dips.map(() => new Sum());
    let before: { closed: number; exists: number } | null = null;
    for (let m = 0; m < most; m++) {
      const exists = this.program.choice(weights.melt + weights.leftoverGram * bowl.tailGrams);
      const setup = this.task(new Sum().add(coating.setupFixedMinutes, exists), exists);
      const closed = this.program.variable();
      this.program.atMost(new Sum().add(1, closed).addAll(-1, this.end(setup)), coating.usableMinutes);
      if (before) {
        this.program.atMost(new Sum().add(1, exists).add(-1, before.exists), 0);
        this.program.atLeast(
          new Sum().add(1, setup.start).add(-1, before.closed).add(-this.long, exists),
          -this.long,
        );
      }
      dips.forEach(({ task }, i) => {
        const inside = this.program.choice();
        held[i]!.add(1, inside);
        this.program.atMost(new Sum().add(1, inside).add(-1, exists), 0);
        this.program.atLeast(
          new Sum().add(1, task.start).addAll(-1, this.end(setup)).add(-this.long, inside),
          -this.long,
        );
        this.program.atMost(
          new Sum().addAll(1, this.end(task)).add(-1, closed).add(this.long, inside),
          this.long,
        );
      });
      before = { closed, exists };
    }
    dips.forEach(({ exists }, i) => this.program.equal(held[i]!.add(-1, exists), 0));
    for (let a = 0; a < dips.length; a++)
      for (let b = a + 1; b < dips.length; b++) {
        const first = this.program.choice();
        const both = new Sum().add(1, dips[a]!.exists).add(1, dips[b]!.exists);
        this.before(dips[a]!.task, dips[b]!.task, new Sum().addAll(1, both).add(1, first), 3);
        this.before(dips[b]!.task, dips[a]!.task, new Sum().addAll(1, both).add(-1, first), 2);
      }
  }

  /** One task ends before another begins where a sum of choices is at its most. */
  private before(a: Task, b: Task, when: Sum, most: number): void {
    const gap = new Sum().add(1, b.start).addAll(-1, this.end(a)).addAll(-this.long, when);
    this.program.atLeast(gap, -most * this.long);
  }

  /** Two tasks in one shift lie one after the other. */
  private separate(a: Task, b: Task): void {
    const first = this.program.choice();
    this.spans.forEach((_, shift) => {
      const both = new Sum().add(1, a.shifts[shift]!).add(1, b.shifts[shift]!);
      this.before(a, b, new Sum().addAll(1, both).add(1, first), 3);
      this.before(b, a, new Sum().addAll(1, both).add(-1, first), 2);
    });
  }

  /** When trays are laid down, those that lie there already leave room for them. */
  private addTrays(): void {
    const stays = this.batches.flatMap(({ product, serves, tasks }) =>
      [...serves].flatMap(([line, serve]) =>
        product.stages.map(({ then }, k) => ({
          serve,
          trays: this.lines[line]!.pieces / then.piecesPerTray,
          from: this.end(tasks[k]!),
          to: k + 1 < tasks.length ? new Sum().add(1, tasks[k + 1]!.start) : null,
          due: this.lines[line]!.due,
        })),
      ),
    );
    for (const event of stays) {
      const lying = new Sum().add(event.trays, event.serve);
      for (const other of stays) {
        if (other === event) continue;
        // it lies there, or it comes later, or it has gone by then
        const [there, later] = [this.program.choice(), this.program.choice()];
        const comes = new Sum().addAll(1, other.from).addAll(-1, event.from).add(-this.long, later);
        this.program.atLeast(comes, 1 - this.long);
        const goneBy = other.to
          ? new Sum().addAll(1, event.from).addAll(-1, other.to)
          : new Sum().addAll(1, event.from);
        goneBy.add(this.long, there).add(this.long, later).add(-this.long, other.serve);
        this.program.atLeast(goneBy, (other.to ? 0 : other.due) - this.long);
        lying.add(other.trays, there);
      }
      this.program.atMost(lying.add(this.long, event.serve), this.problem.zones[0]!.trays + this.long);
    }
  }
}
