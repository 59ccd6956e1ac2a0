import type { Zone } from '../problem';
import { zoneTrays } from '../zone-trays';
import { Bowls } from './bowls';
import type { CompiledProblem } from './compiled';
import { GUIDE_SCALE, Hands } from './hands';
import { Journal, type Undoable } from './journal';
import { Rests } from './rests';
import { Room } from './room';
import type { Run } from './melts-and-runs';
import { Stock } from './stock';

/** What each part of the cost amounts to, before the weights; all whole numbers. */
export interface Amounts {
  /** Pieces not served, each times its order's weight. */
  unmet: number;
  /** Piece-minutes beyond the target age. */
  age: number;
  labour: number;
  melts: number;
  leftover: number;
  idle: number;
}

/** Share of the told tasks that may move at the plain price; each beyond costs so many times more. Shop defaults. */
const BEARABLE = 0.1;
const UNBEARABLE = 9;

const PLACED = 0;
const REMOVED = 1;
const GIVEN = 2;

/** A plan under way: hands, room, bowls and runs as they stand, what that costs, and the way back from any change. */
export class Schedule implements Undoable {
  readonly journal = new Journal();
  readonly hands: Hands;
  readonly bowls: Bowls;
  /** Of the zones for trays, and after them of each kind of mould for what is cast. */
  readonly rooms: readonly Room[];
  readonly rests: Rests;
  readonly stock: Stock;
  readonly runs: Run[] = [];
  /** Pieces of each line that no run serves. */
  readonly open: Int32Array;
  /** Share of its price that an unmet piece counts while the search goes on, so that one line can make room for another. */
  unmetShare = 1;
  private unmet = 0;
  private age = 0;

  constructor(readonly compiled: CompiledProblem) {
    const { problem, lines } = compiled;
    this.hands = new Hands(compiled, this.journal);
    this.bowls = new Bowls(compiled, this.hands, this.journal);
    this.rooms = [
      ...problem.zones.map((zone) => this.roomOf(zone)),
      ...(problem.moulds ?? []).map(({ count }) => new Room(count, problem.horizon, this.journal)),
    ];
    this.rests = new Rests(compiled, this.rooms);
    this.stock = new Stock(compiled, this.rooms);
    this.journal.commit();
    this.open = Int32Array.from(lines, ({ pieces }) => pieces);
    for (const { pieces, weight } of lines) this.unmet += pieces * weight;
  }

  /** The zone's room; where it has fewer trays than at its most, the difference is taken. */
  private roomOf(zone: Zone): Room {
    const { horizon } = this.compiled.problem;
    const stretches = zoneTrays(zone, horizon);
    const most = Math.max(...stretches.map(({ trays }) => trays));
    const room = new Room(most, horizon, this.journal);
    for (const { span, trays } of stretches) if (trays < most) room.add(most - trays, ...span);
    return room;
  }

  /** The cost of the plan as it stands, with what only guides the search. */
  get cost(): number {
    const { weights } = this.compiled.problem;
    return (
      weights.unmetPiece * this.unmetShare * this.unmet +
      (weights.agePieceHour * this.age) / 60 +
      weights.labourMinute * this.hands.labour +
      weights.melt * this.bowls.count +
      weights.leftoverGram * this.bowls.leftover +
      weights.stretchMinute * this.hands.idle +
      this.movedCost +
      this.hands.guide / GUIDE_SCALE
    );
  }

  /** What it costs that tasks are no longer where people were told: far more for each beyond what is bearable. */
  private get movedCost(): number {
    const { told } = this.compiled;
    if (!told) return 0;
    const moved = told.count - this.hands.kept;
    const beyond = Math.max(0, moved - BEARABLE * told.count);
    return told.price * (moved + UNBEARABLE * beyond);
  }

  /** The cost without what only guides the search. */
  get trueCost(): number {
    return this.cost - this.hands.guide / GUIDE_SCALE + (1 - this.unmetShare) * this.unmetCost;
  }

  get unmetCost(): number {
    return this.compiled.problem.weights.unmetPiece * this.unmet;
  }

  amounts(): Amounts {
    const { unmet, age, hands, bowls } = this;
    return {
      unmet,
      age,
      labour: hands.labour,
      melts: bowls.count,
      leftover: bowls.leftover,
      idle: hands.idle,
    };
  }

  /** Counts a run whose hands and bowls are taken already, and lays its trays. */
  add(run: Run): void {
    this.rests.lay(run, 1);
    this.note(PLACED, run);
    this.enter(run);
  }

  /** Takes a run out of the plan. False: a set-up does not fit without it; undo by the journal. */
  remove(run: Run): boolean {
    this.rests.lay(run, -1);
    this.note(REMOVED, run);
    this.leave(run);
    const { stages } = run.product;
    for (let k = 0; k < stages.length; k++) this.hands.free(run.shifts[k]!, run.starts[k]!, run.ends[k]!);
    for (let k = 0; k < stages.length; k++) {
      const melt = run.melts[k];
      if (melt && !this.bowls.undip(melt, run, k)) return false;
    }
    return true;
  }

  /** Gives lines what is in stock for them, the first due first, where its age costs no more than making it anew. */
  serveFromStock(lines: readonly number[], { atAnyAge }: { atAnyAge: boolean }): void {
    const { compiled } = this;
    if (compiled.lots.length === 0) return;
    const { weights } = compiled.problem;
    for (const line of [...lines].sort((a, b) => compiled.lines[a]!.due - compiled.lines[b]!.due)) {
      const { makePrice } = compiled.products[compiled.lines[line]!.product]!;
      for (const lot of this.stock.lotsFor(line)) {
        const pieces = Math.min(this.open[line]!, this.stock.left[lot]!);
        const price = (weights.agePieceHour * this.overAgeOfLot(lot, line)) / 60;
        if (pieces > 0 && (atAnyAge || price <= makePrice)) this.takeFromStock(lot, line, pieces);
      }
    }
  }

  private takeFromStock(lot: number, line: number, pieces: number): void {
    this.stock.lay(lot, -1);
    const at = this.journal.open(this);
    const { ints } = this.journal;
    ints[at] = GIVEN;
    ints[at + 1] = lot;
    ints[at + 2] = line;
    ints[at + 3] = pieces;
    this.give(lot, line, pieces);
    this.stock.lay(lot, 1);
  }

  private give(lot: number, line: number, pieces: number): void {
    this.stock.give(lot, line, pieces);
    this.open[line]! -= pieces;
    this.unmet -= pieces * this.compiled.lines[line]!.weight;
    this.age += pieces * this.overAgeOfLot(lot, line);
  }

  private overAgeOfLot(lot: number, line: number): number {
    const { lots, lines, products } = this.compiled;
    const { due, product } = lines[line]!;
    return Math.max(0, due - lots[lot]!.clock - products[product]!.target);
  }

  undo(journal: Journal, at: number): void {
    const { ints } = journal;
    const run = journal.first(at) as Run;
    if (ints[at] === PLACED) this.leave(run);
    else if (ints[at] === REMOVED) this.enter(run);
    else this.give(ints[at + 1]!, ints[at + 2]!, -ints[at + 3]!);
  }

  /** How old a run's pieces are beyond their target, in piece-minutes, when its clock starts at a minute. */
  overAge(run: Run, clock: number): number {
    const latest = clock + run.product.target;
    if (latest >= run.lastDue) return 0;
    if (latest <= run.firstDue) return run.dueSum - run.pieces * latest;
    let sum = 0;
    for (let i = 0; i < run.lines.length; i++) {
      const over = this.compiled.lines[run.lines[i]!]!.due - latest;
      if (over > 0) sum += over * run.parts[i]!;
    }
    return sum;
  }

  /**
   * Prices the hours that aging runs would be made in if there were hands: minutes of work there count up to `most` more
   * than they cost, in proportion to the age that waits for them.
   */
  priceHours(most: number): void {
    const { shifts } = this.compiled;
    const waiting = new Float64Array(shifts.length);
    for (const run of this.runs) {
      const clock = run.ends[run.product.clock]!;
      if (this.overAge(run, clock) === 0) continue;
      const { leave } = this.compiled.lines[run.lines[0]!]!;
      for (let i = 0; i < shifts.length; i++) {
        const { start, end } = shifts[i]!;
        const overlap = Math.min(end, leave) - Math.max(start, clock);
        if (overlap > 0) waiting[i]! += (run.pieces * overlap) / (end - start);
      }
    }
    this.addOpen(waiting);
    const top = Math.max(...waiting);
    this.hands.price(waiting.map((each) => (top > 0 ? (most * each) / top : 0)));
  }

  /** Lines that are open wait for any hours of the days before they leave. */
  private addOpen(waiting: Float64Array): void {
    const { shifts, lines, products } = this.compiled;
    for (let line = 0; line < lines.length; line++) {
      const pieces = this.open[line]!;
      if (pieces === 0) continue;
      const { leave, product } = lines[line]!;
      const from = leave - Math.min(products[product]!.life, 2880);
      for (let i = 0; i < shifts.length; i++) {
        const { start, end } = shifts[i]!;
        const overlap = Math.min(end, leave) - Math.max(start, from);
        if (overlap > 0) waiting[i]! += (4 * pieces * overlap) / (end - start);
      }
    }
  }

  private enter(run: Run): void {
    run.place = this.runs.length;
    this.runs.push(run);
    this.tally(run, 1);
  }

  private leave(run: Run): void {
    const last = this.runs.pop()!;
    if (last !== run) {
      this.runs[run.place] = last;
      last.place = run.place;
    }
    run.place = -1;
    this.tally(run, -1);
  }

  private tally(run: Run, sign: 1 | -1): void {
    const { lines } = this.compiled;
    for (let i = 0; i < run.lines.length; i++) {
      const line = run.lines[i]!;
      const pieces = sign * run.parts[i]!;
      this.open[line]! -= pieces;
      this.unmet -= pieces * lines[line]!.weight;
    }
    this.age += sign * this.overAge(run, run.ends[run.product.clock]!);
  }

  private note(kind: number, run: Run): void {
    const at = this.journal.open(this, run);
    this.journal.ints[at] = kind;
  }
}
