import { stageMinutes, traysFor } from '../amounts';
import { CandidateFinder } from './candidate-finder';
import { Candidates } from './candidates';
import type { Manner } from './manner';
import type { Run } from './melts-and-runs';
import type { Random } from '../../chance/random';
import type { Schedule } from './schedule';

/** Minutes to go back from the latest possible end when nothing nearer lets the stages before it be placed. */
const STEPS_BACK = [0, 20, 45, 90, 180, 360, 720, 1440] as const;

/** Why a run cannot be placed: what stood in the way furthest back on its route. */
export interface Obstacle {
  kind: 'time' | 'hands' | 'bowl' | 'room' | 'first-room' | 'mould' | 'free-from';
  stage: number;
  /** Pieces that it would start with. */
  started: number;
  from: number;
  to: number;
}

/** Places one run backward from its pickups, stage by stage, each as late and as cheap as it can be. */
export class Placement {
  /** What stood in the way of the last run that could not be placed. */
  readonly obstacle: Obstacle = { kind: 'time', stage: 0, started: 0, from: 0, to: 0 };
  private readonly levels: Candidates[] = [];
  private readonly earliest: number[] = [];
  /** The latest end of each stage after one that is held to a place, by the waits between them. */
  private readonly latest: number[] = [];
  /** Least minutes from the clock's start to the start of each stage after it. */
  private readonly sinceClock: number[] = [];
  private readonly finder: CandidateFinder;
  private run!: Run;
  private manner!: Manner;
  private trials = 0;
  private deepest = 0;
  private firstLeave = 0;
  private lastLeave = 0;

  constructor(
    private readonly schedule: Schedule,
    private readonly random: Random,
  ) {
    this.finder = new CandidateFinder(schedule, random);
    const most = Math.max(...schedule.compiled.products.map(({ stages }) => stages.length));
    for (let k = 0; k < most; k++) this.levels.push(new Candidates());
  }

  /** Places the run, its hands, bowls and trays taken. False: it cannot be, nothing is taken, and `obstacle` says why. */
  place(run: Run, manner: Manner): boolean {
    const { lines } = this.schedule.compiled;
    this.run = run;
    this.manner = manner;
    this.finder.begin(run, manner, this.sinceClock);
    this.trials = manner.trials;
    this.deepest = Infinity;
    this.firstLeave = lines[run.lines[0]!]!.leave;
    this.lastLeave = lines[run.lines.at(-1)!]!.leave;
    this.fillEarliest();
    this.fillLatest();
    const last = run.product.stages.length - 1;
    if (!this.placeStage(last)) return false;
    this.schedule.add(run);
    return true;
  }

  /** The earliest end of each stage that now, the route before it and the life of the pieces allow. */
  private fillEarliest(): void {
    const { compiled } = this.schedule;
    const { product, started, lastDue } = this.run;
    let ready = compiled.now;
    let since = 0;
    for (let k = 0; k < product.stages.length; k++) {
      const stage = product.stages[k]!;
      const minutes = stageMinutes(stage, started, stage.fastest);
      let end = ready + minutes;
      if (k === product.clock) end = Math.max(end, lastDue - product.life, this.manner.clockFrom);
      if (k === this.manner.at?.stage) end = Math.max(end, this.manner.at.from);
      this.earliest[k] = end;
      ready = end + stage.minWait;
      this.sinceClock[k] = k > product.clock ? since : 0;
      if (k >= product.clock) since += stage.minWait + (k > product.clock ? minutes : 0);
    }
  }

  private fillLatest(): void {
    const { at } = this.manner;
    const { product, started } = this.run;
    let latest = Infinity;
    for (let k = 0; k < product.stages.length; k++) {
      const stage = product.stages[k]!;
      if (k === at?.stage) latest = at.until;
      else if (latest < Infinity) latest += stageMinutes(stage, started, stage.slowest);
      this.latest[k] = latest;
      latest += stage.maxWait;
    }
  }

  private placeStage(k: number): boolean {
    const level = this.levels[k]!;
    if (!this.openWindow(k, level)) return false;
    const { latestEnd } = level;
    for (const step of STEPS_BACK) {
      const to = latestEnd - step;
      if (to < level.earliestEnd) return false;
      // the same candidates again: nothing ended in the minutes left out
      if (step > 0 && !this.hasEndAfter(level, to)) continue;
      level.latestEnd = to;
      this.finder.fill(k, level);
      if (step === 0 && level.count === 0) {
        this.noteNoCandidate(k, level);
        return false;
      }
      if (this.tryCandidates(k, level)) return true;
      if (this.trials <= 0) return false;
    }
    return false;
  }

  private tryCandidates(k: number, level: Candidates): boolean {
    for (let i = 0; i < level.count && this.trials > 0; i++) {
      this.trials--;
      if (this.tryCandidate(k, level, i)) return true;
    }
    return false;
  }

  private hasEndAfter(level: Candidates, to: number): boolean {
    for (let i = 0; i < level.count; i++) if (level.ends[i]! > to) return true;
    return false;
  }

  private tryCandidate(k: number, level: Candidates, i: number): boolean {
    const { run, schedule } = this;
    const mark = schedule.journal.mark();
    const end = level.ends[i]!;
    run.ends[k] = end;
    run.starts[k] = end - level.minutes[i]!;
    run.shifts[k] = level.shifts[i]!;
    run.melts[k] = null;
    if (!this.hasPlace(k, level)) return false;
    schedule.hands.take(run.shifts[k]!, run.starts[k]!, end);
    if (this.takeBowl(k, level, i) && (k === 0 || this.placeStage(k - 1))) return true;
    schedule.journal.undoTo(mark);
    return false;
  }

  /** Whether a candidate's trays have where to lie first, and what is cast in it has its moulds. */
  private hasPlace(k: number, level: Candidates): boolean {
    const { run } = this;
    const { rests } = this.schedule;
    if (!rests.hasFirstRoom(run, k)) this.note('first-room', k, level);
    else if (k === run.product.mould?.from && !rests.hasMoulds(run)) this.note('mould', k, level);
    else return true;
    return false;
  }

  private takeBowl(k: number, level: Candidates, i: number): boolean {
    const { bowls } = this.schedule;
    const melt = level.melts[i]!;
    if (melt) {
      this.run.melts[k] = melt;
      if (bowls.dip(melt, this.run, k)) return true;
    } else if (level.bowls[i]! < 0) return true;
    else {
      const opened = bowls.open(level.bowls[i]!, this.run, k);
      this.run.melts[k] = opened;
      if (opened) return true;
    }
    this.note('bowl', k, level);
    return false;
  }

  /** When stage `k` may end, by the stage after it (or the pickups) and by the trays it leaves behind. */
  private openWindow(k: number, level: Candidates): boolean {
    const { run } = this;
    const { stages } = run.product;
    const { minWait, maxWait, zone, perTray, firstMinutes } = stages[k]!;
    const isLast = k === stages.length - 1;
    const first = isLast ? this.firstLeave : run.starts[k + 1]!;
    const last = isLast ? this.lastLeave : first;
    level.latestEnd = Math.min(first - Math.max(minWait, isLast ? this.manner.lead : 0), this.latest[k]!);
    level.earliestEnd = Math.max(this.earliest[k]!, last - maxWait);
    if (level.earliestEnd > level.latestEnd) {
      this.note('time', k, level);
      return false;
    }
    const { rests, rooms } = this.schedule;
    const free = isLast
      ? rests.freeUntilPickups(run, level.earliestEnd)
      : rooms[zone]!.freeSince(traysFor(run.started, perTray), level.earliestEnd + firstMinutes, first) -
        firstMinutes;
    if (free > level.latestEnd) {
      level.earliestEnd = free;
      this.note('room', k, level);
      return false;
    }
    level.earliestEnd = free;
    if (k < run.product.clock && this.manner.slack > 0)
      level.latestEnd -= Math.floor(this.manner.slack * this.random.next() * (level.latestEnd - free));
    return true;
  }

  private noteNoCandidate(k: number, level: Candidates): void {
    const { coating } = this.run.product.stages[k]!;
    this.note(coating >= 0 && this.finder.hasHands ? 'bowl' : 'hands', k, level);
  }

  /** Remembers what stood in the way furthest back on the route: it is what would have to give. */
  private note(kind: Obstacle['kind'], k: number, level: Candidates): void {
    if (k > this.deepest) return;
    this.deepest = k;
    this.obstacle.kind = kind;
    this.obstacle.stage = k;
    this.obstacle.started = this.run.started;
    this.obstacle.from = level.earliestEnd;
    this.obstacle.to = level.latestEnd;
  }
}
