import { stageMinutes, traysFor } from '../amounts';
import type { DipAsk } from './bowls';
import { Candidates } from './candidates';
import { GUIDE_SCALE } from './hands';
import type { Manner } from './manner';
import type { Melt, Run } from './melts-and-runs';
import type { Random } from '../../chance/random';
import type { Schedule } from './schedule';

/** Minutes to go back from the latest possible end when nothing nearer lets the stages before it be placed. */
const STEPS_BACK = [0, 20, 45, 90, 180, 360, 720, 1440] as const;
/** People with time for a stage that are compared where more have its skill. */
const PEOPLE = 5;
/** Price of a minute that trays lie longer than they need to; keeps work late without weighing on hands. */
const WAITING_PRICE = 0.02;

/** Why a run cannot be placed: what stood in the way furthest back on its route. */
export interface Obstacle {
  kind: 'time' | 'hands' | 'bowl' | 'room' | 'free-from';
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
  private readonly ask: DipAsk = { minutes: 0, grams: 0, from: 0, to: 0 };
  private readonly hours = { from: 0, to: 0 };
  private readonly at: Place = { person: 0, latest: 0, melt: null, bowl: -1 };
  private run!: Run;
  private manner!: Manner;
  private trials = 0;
  private hasHands = false;
  private deepest = 0;
  private firstLeave = 0;
  private lastLeave = 0;

  constructor(
    private readonly schedule: Schedule,
    private readonly random: Random,
  ) {
    const most = Math.max(...schedule.compiled.products.map(({ stages }) => stages.length));
    for (let k = 0; k < most; k++) this.levels.push(new Candidates());
  }

  /** Places the run, its hands, bowls and trays taken. False: it cannot be, nothing is taken, and `obstacle` says why. */
  place(run: Run, manner: Manner): boolean {
    const { lines } = this.schedule.compiled;
    this.run = run;
    this.manner = manner;
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
      this.fill(k, level);
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
    schedule.hands.take(run.shifts[k]!, run.starts[k]!, end);
    if (this.takeBowl(k, level, i) && (k === 0 || this.placeStage(k - 1))) return true;
    schedule.journal.undoTo(mark);
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
    const { minWait, maxWait, zone, perTray } = stages[k]!;
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
      : rooms[zone]!.freeSince(traysFor(run.started, perTray), level.earliestEnd, first);
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

  private fill(k: number, level: Candidates): void {
    const { people } = this.run.product.stages[k]!;
    const { at } = this.manner;
    level.count = 0;
    this.hasHands = false;
    if (at !== null && at.stage === k && at.person >= 0) {
      if (people.includes(at.person)) this.fillPerson(k, level, at.person);
      return;
    }
    const count = people.length;
    let next = count > PEOPLE ? this.random.below(count) : 0;
    for (let i = 0, free = 0; i < count && free < PEOPLE; i++) {
      if (this.fillPerson(k, level, people[next]!)) free++;
      if (++next === count) next = 0;
    }
  }

  /** Adds what one person could do; false where the person has no time for it. */
  private fillPerson(k: number, level: Candidates, person: number): boolean {
    const { compiled, hands } = this.schedule;
    const stage = this.run.product.stages[k]!;
    const minutes = stageMinutes(stage, this.run.started, compiled.people[person]!.pace);
    if (minutes > stage.maxRun) return false;
    this.hours.from = Math.max(compiled.now, level.earliestEnd - minutes);
    this.hours.to = level.latestEnd;
    const end = hands.latestFit(person, minutes, this.hours);
    if (end < 0) return false;
    this.hasHands = true;
    this.ask.minutes = minutes;
    const { at } = this;
    at.person = person;
    at.latest = end;
    at.melt = null;
    at.bowl = -1;
    if (stage.coating < 0) this.keep(k, level, end);
    else this.fillBowls(k, level);
    return true;
  }

  private fillBowls(k: number, level: Candidates): void {
    const { at } = this;
    const { bowls, compiled } = this.schedule;
    const { coating } = this.run.product.stages[k]!;
    this.ask.grams = this.run.gramsAt(k);
    const { at: held } = this.manner;
    const only = held !== null && held.stage === k ? held.bowl : -1;
    const last = only < 0 ? bowls.rows.length - 1 : only;
    for (let bowl = Math.max(0, only); bowl <= last; bowl++) {
      const row = bowls.rows[bowl]!;
      at.bowl = bowl;
      for (let i = row.length - 1; i >= 0; i--) {
        const melt = row[i]!;
        if (melt.coating !== coating) continue;
        if (melt.opens + compiled.bowls[bowl]!.usable[coating]! < level.earliestEnd && !melt.isHeld) break;
        at.melt = melt;
        const end = this.fillDip(k, level);
        // where its set-up cannot move so late, what it allows where it is now
        const usable = bowls.usableUntil(melt);
        if (end > usable) this.fillDip(k, level, usable);
      }
      at.melt = null;
      this.fillDip(k, level);
    }
  }

  private fillDip(k: number, level: Candidates, until = this.at.latest): number {
    const end = this.latestDip(k, until);
    if (end >= 0) this.keep(k, level, end);
    return end;
  }

  /** Keeps a candidate by its price: work, idle minutes, age, and what its melt costs. */
  private keep(k: number, level: Candidates, end: number): void {
    const { melt, bowl } = this.at;
    const { hands, compiled } = this.schedule;
    const { weights } = compiled.problem;
    const { minutes } = this.ask;
    const start = end - minutes;
    let price =
      (weights.labourMinute + hands.extra[hands.shift]! / GUIDE_SCALE) * minutes +
      weights.stretchMinute * hands.idleBy(hands.shift, start, end) +
      WAITING_PRICE * (level.latestEnd - end);
    if (k >= this.run.product.clock) price += this.agePrice(k, start, end);
    if (bowl >= 0) price += this.dipPrice(k);
    if (this.manner.noise > 0) price *= 1 + this.manner.noise * this.random.next();
    const i = level.insert(price);
    if (i < 0) return;
    level.ends[i] = end;
    level.minutes[i] = minutes;
    level.shifts[i] = hands.shift;
    level.bowls[i] = bowl;
    level.melts[i] = melt;
  }

  /** What the age comes to if the clock starts as late as stage `k` there lets it. */
  private agePrice(k: number, start: number, end: number): number {
    const { schedule, run } = this;
    const clock = k === run.product.clock ? end : start - this.sinceClock[k]!;
    return (schedule.compiled.problem.weights.agePieceHour * schedule.overAge(run, clock)) / 60;
  }

  private dipPrice(k: number): number {
    const { melt, bowl } = this.at;
    const { compiled, hands } = this.schedule;
    const { weights } = compiled.problem;
    const { coating } = compiled.coatings[this.run.product.stages[k]!.coating]!;
    const labour = weights.labourMinute + hands.extra[hands.shift]! / GUIDE_SCALE;
    const perGram = (labour * coating.setupMinutesPerKg) / 1000;
    const own = perGram * this.ask.grams;
    if (melt) return own;
    const { tail } = compiled.bowls[bowl]!;
    const opening =
      weights.melt + labour * coating.setupFixedMinutes + (perGram + weights.leftoverGram) * tail;
    return own + this.manner.meltPrice * opening;
  }

  /** The latest end by which both the person and the melt, or a new one in the bowl, are free; or -1. */
  private latestDip(k: number, until: number): number {
    const { ask, hours } = this;
    const { person, melt, bowl } = this.at;
    const { bowls, hands } = this.schedule;
    const { coating } = this.run.product.stages[k]!;
    ask.from = hours.from;
    let end = until;
    for (;;) {
      ask.to = end;
      const dip = melt ? bowls.latestDipIn(melt, ask) : bowls.latestDipInNew(bowl, coating, ask);
      if (dip < 0) return -1;
      hours.to = dip;
      end = hands.latestFit(person, ask.minutes, hours);
      if (end === dip || end < 0) return end;
    }
  }

  private noteNoCandidate(k: number, level: Candidates): void {
    const { coating } = this.run.product.stages[k]!;
    this.note(coating >= 0 && this.hasHands ? 'bowl' : 'hands', k, level);
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

/** Who might do a stage, by when at the latest, and in which melt or bowl; one is used again and again. */
interface Place {
  person: number;
  latest: number;
  melt: Melt | null;
  /** Bowl of the melt or of a new one; -1 for a stage without a coating. */
  bowl: number;
}
