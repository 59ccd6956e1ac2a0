import type { Grouping } from './builder';
import type { Melt, Run } from './melts-and-runs';
import { plainManner, type Manner } from './manner';
import type { Random } from '../../chance/random';
import type { Schedule } from './schedule';

const FILLS = [0.35, 0.5, 0.7, 1] as const;
const PERISHABLE_SPANS = [120, 240, 480, 720] as const;
const KEEPER_SPANS = [720, 1440, 2880] as const;
const MELT_PRICES = [0.3, 1, 1, 2] as const;
const NOISES = [0, 0, 0.1, 0.3] as const;

/** Most runs that one move takes out. */
const MOST_OUT = 8;
/** Most open lines that one move places. */
const MOST_OPEN = 12;
/** How often a move is about a line that is open, while there is one. */
const OPEN_SHARE = 0.3;

/** Chooses by chance what is taken out of a schedule, what is placed instead, and how. */
export class Moves {
  /** Runs to take out. */
  readonly out: Run[] = [];
  /** Open lines to place beside those of the runs. */
  readonly lines: number[] = [];
  /** Lines to place before all others. */
  readonly urgent: number[] = [];
  readonly grouping: Grouping = {
    fill: 1,
    perishableSpan: 0,
    keeperSpan: 0,
    isByFastest: true,
    perishableAhead: 0,
    keeperAhead: 0,
    lead: 0,
    failures: 2,
    halvings: 3,
  };
  readonly manner: Manner = plainManner(24);

  constructor(
    private readonly schedule: Schedule,
    private readonly random: Random,
  ) {}

  /** Draws the next move; the schedule must have a run or an open line. */
  draw(): void {
    this.begin();
    const { runs, unmetCost } = this.schedule;
    if (runs.length === 0 || (unmetCost > 0 && this.random.next() < OPEN_SHARE))
      this.chooseOpen(this.anyOpen());
    else this.chooseAround(this.random.next() < 0.5 ? this.oldest(4) : this.any());
  }

  /** Draws a move that is to meet an open line. */
  drawFor(line: number): void {
    this.begin();
    this.chooseOpen(line);
  }

  private begin(): void {
    this.out.length = 0;
    this.lines.length = 0;
    this.urgent.length = 0;
    this.drawManner();
  }

  private drawManner(): void {
    const { random, grouping, manner } = this;
    grouping.fill = FILLS[random.below(FILLS.length)]!;
    grouping.perishableSpan = PERISHABLE_SPANS[random.below(PERISHABLE_SPANS.length)]!;
    grouping.keeperSpan = KEEPER_SPANS[random.below(KEEPER_SPANS.length)]!;
    grouping.failures = 2;
    manner.trials = 24;
    grouping.isByFastest = random.next() < 0.5;
    grouping.perishableAhead = random.next() < 0.3 ? random.next() : 0;
    grouping.keeperAhead = random.next() < 0.8 ? random.next() : 0;
    manner.slack = random.next() < 0.4 ? random.next() : 0;
    manner.noise = NOISES[random.below(NOISES.length)]!;
    manner.meltPrice = MELT_PRICES[random.below(MELT_PRICES.length)]!;
  }

  private chooseAround(seed: Run): void {
    const kind = this.random.next();
    this.takeOut(seed);
    if (kind < 0.2) return;
    if (kind < 0.4) this.chooseAlike(seed.product.index, this.firstLeave(seed), 1 + this.random.below(3));
    else if (kind < 0.5) this.chooseMelt(seed);
    else if (kind < 0.65) this.chooseNear(seed);
    else if (kind < 0.73) this.chooseShift(seed);
    else if (kind < 0.78) this.chooseTrays(seed);
    else this.chooseFresher(seed);
  }

  private any(): Run {
    const { runs } = this.schedule;
    return runs[this.random.below(runs.length)]!;
  }

  /** Of some runs drawn by chance the one whose age costs most. */
  private oldest(count: number): Run {
    let best = this.any();
    for (let i = 1; i < count; i++) {
      const other = this.any();
      if (this.overAge(other) > this.overAge(best)) best = other;
    }
    return best;
  }

  private overAge(run: Run): number {
    return this.schedule.overAge(run, run.ends[run.product.clock]!);
  }

  private firstLeave(run: Run): number {
    return this.schedule.compiled.lines[run.lines[0]!]!.leave;
  }

  private takeOut(run: Run): void {
    if (!run.isFixed && !this.out.includes(run)) this.out.push(run);
  }

  /** Runs of a product whose first pickup is nearest to a minute. */
  private chooseAlike(product: number, at: number, count: number): void {
    for (let i = 0; i < count; i++) {
      let best: Run | null = null;
      let bestAway = Infinity;
      for (const run of this.schedule.runs) {
        if (run.product.index !== product || run.isFixed || this.out.includes(run)) continue;
        const away = Math.abs(this.firstLeave(run) - at);
        if (away < bestAway) [best, bestAway] = [run, away];
      }
      if (!best) return;
      this.out.push(best);
    }
  }

  /** Runs that are dipped from one melt of the run. */
  private chooseMelt(seed: Run): void {
    const melts = seed.melts.filter((melt): melt is Melt => melt !== null);
    if (melts.length === 0) return;
    const melt = melts[this.random.below(melts.length)]!;
    for (const run of melt.runs) if (this.out.length < MOST_OUT) this.takeOut(run);
  }

  /** Runs with a task that begins close to one of the run's. */
  private chooseNear(seed: Run): void {
    const { random, out } = this;
    const { runs } = this.schedule;
    const count = 1 + random.below(6);
    const at = seed.starts[random.below(seed.starts.length)]!;
    const reach = 30 + random.below(240);
    let i = random.below(runs.length);
    for (let asked = 0; asked < runs.length && out.length < count; asked++) {
      const run = runs[i]!;
      if (++i === runs.length) i = 0;
      if (run.starts.some((start) => Math.abs(start - at) < reach)) this.takeOut(run);
    }
  }

  /** What one person of the run does around one of its tasks. */
  private chooseShift(seed: Run): void {
    const { random } = this;
    const k = random.below(seed.starts.length);
    this.takeShift(seed.shifts[k]!, seed.starts[k]! - random.below(120), seed.ends[k]! + random.below(120));
  }

  /** Whose trays lie beside the run's. */
  private chooseTrays(seed: Run): void {
    const k = this.random.below(seed.starts.length);
    this.takeTrays(seed.product.stages[k]!.zone, seed.ends[k]!, 1 + this.random.below(4));
  }

  /** What is in the way of the run where it would be fresher. */
  private chooseFresher(seed: Run): void {
    const { random } = this;
    const leave = this.firstLeave(seed);
    const clock = seed.ends[seed.product.clock]!;
    const at = leave - Math.floor(random.next() * Math.min(leave - clock, seed.product.target + 240));
    const width = 40 + random.below(200);
    this.takeHours(at, { before: width, after: width / 2 });
    if (random.next() < 0.5) this.urgent.push(...seed.lines);
  }

  private anyOpen(): number {
    const { open } = this.schedule;
    let line = this.random.below(open.length);
    for (let i = 0; open[line] === 0 && i < open.length; i++) if (++line === open.length) line = 0;
    return line;
  }

  /** An open line, with others of its product, and what is in their way. */
  private chooseOpen(line: number): void {
    const { random } = this;
    const { compiled } = this.schedule;
    const { leave, product } = compiled.lines[line]!;
    this.manner.trials = 48;
    this.grouping.failures = 3;
    if (random.next() < 0.5) this.grouping.fill = 1;
    this.lines.push(line);
    if (random.next() < 0.6) this.addOpenLike(line);
    if (random.next() < 0.6) this.urgent.push(...this.lines);
    if (random.next() < 0.5) this.chooseAlike(product, leave, 1 + random.below(3));
    const at = leave - random.below(Math.min(compiled.products[product]!.life, 2880, leave) + 1);
    const width = 30 + random.below(210);
    if (random.next() < 0.7) this.takeHours(at, { before: width, after: width });
    const { stages } = compiled.products[product]!;
    if (random.next() < 0.5)
      this.takeTrays(stages[random.below(stages.length)]!.zone, at, 1 + random.below(3));
  }

  /** Other open lines of the same product that leave on the same day or so. */
  private addOpenLike(line: number): void {
    const { open, compiled } = this.schedule;
    const { leave, product } = compiled.lines[line]!;
    for (let other = 0; other < open.length && this.lines.length < MOST_OPEN; other++) {
      const like = compiled.lines[other]!;
      if (
        open[other]! > 0 &&
        like.product === product &&
        other !== line &&
        Math.abs(like.leave - leave) < 720
      )
        this.lines.push(other);
    }
  }

  /** Runs in the hours around a minute of one or two of the people who work then. */
  private takeHours(at: number, { before, after }: { before: number; after: number }): void {
    const { random } = this;
    const { shifts } = this.schedule.compiled;
    const working: number[] = [];
    for (let i = 0; i < shifts.length; i++)
      if (shifts[i]!.start < at && shifts[i]!.end > at - 120) working.push(i);
    const count = 1 + random.below(2);
    for (let i = 0; i < count && working.length > 0; i++)
      this.takeShift(working[random.below(working.length)]!, at - before, at + after);
  }

  /** Runs whose trays lie in a zone at a minute. */
  private takeTrays(zone: number, at: number, count: number): void {
    const { runs } = this.schedule;
    if (runs.length === 0) return;
    const most = Math.min(MOST_OUT, this.out.length + count);
    let i = this.random.below(runs.length);
    for (let asked = 0; asked < runs.length && this.out.length < most; asked++) {
      const run = runs[i]!;
      if (++i === runs.length) i = 0;
      const { stages } = run.product;
      for (let k = 0; k < stages.length; k++)
        if (
          stages[k]!.zone === zone &&
          run.ends[k]! <= at &&
          at < (run.starts[k + 1] ?? this.lastLeave(run))
        ) {
          this.takeOut(run);
          break;
        }
    }
  }

  private lastLeave(run: Run): number {
    return this.schedule.compiled.lines[run.lines.at(-1)!]!.leave;
  }

  private takeShift(shift: number, from: number, to: number): void {
    for (const run of this.schedule.runs) {
      if (this.out.length >= MOST_OUT) return;
      for (let k = 0; k < run.shifts.length; k++)
        if (run.shifts[k] === shift && run.starts[k]! < to && run.ends[k]! > from) {
          this.takeOut(run);
          break;
        }
    }
  }
}
