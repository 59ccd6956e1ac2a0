import { stageMinutes } from '../amounts';
import type { Random } from '../../chance/random';
import type { DipAsk } from './bowls';
import type { Candidates } from './candidates';
import { GUIDE_SCALE } from './hands';
import type { Manner } from './manner';
import type { Melt, Run } from './melts-and-runs';
import type { Schedule } from './schedule';

/** People with time for a stage that are compared where more have its skill. */
const PEOPLE = 5;
/** Price of a minute that trays lie longer than they need to; keeps work late without weighing on hands. */
const WAITING_PRICE = 0.02;

/** Finds who could do a stage of a run, in which melt or new one, by when at the latest, and at what price. */
export class CandidateFinder {
  /** Whether anybody had time for the stage that was looked at last. */
  hasHands = false;
  private readonly ask: DipAsk = { minutes: 0, grams: 0, from: 0, to: 0 };
  private readonly hours = { from: 0, to: 0 };
  private readonly at: Place = { person: 0, latest: 0, melt: null, bowl: -1 };
  private run!: Run;
  private manner!: Manner;
  /** Least minutes from the clock’s start to the start of each stage after it. */
  private sinceClock!: readonly number[];

  constructor(
    private readonly schedule: Schedule,
    private readonly random: Random,
  ) {}

  begin(run: Run, manner: Manner, sinceClock: readonly number[]): void {
    this.run = run;
    this.manner = manner;
    this.sinceClock = sinceClock;
  }

  /** Fills a level with what could be done of stage `k` in its window, the cheapest first. */
  fill(k: number, level: Candidates): void {
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
    const { coating: at } = this.run.product.stages[k]!;
    const { coating } = compiled.coatings[at]!;
    const labour = weights.labourMinute + hands.extra[hands.shift]! / GUIDE_SCALE;
    const perGram = (labour * coating.setupMinutesPerKg) / 1000;
    const own = perGram * this.ask.grams;
    if (melt) return own;
    const tail = compiled.bowls[bowl]!.tails[at]!;
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
}

/** Who might do a stage, by when at the latest, and in which melt or bowl; one is used again and again. */
interface Place {
  person: number;
  latest: number;
  melt: Melt | null;
  /** Bowl of the melt or of a new one; -1 for a stage without a coating. */
  bowl: number;
}
