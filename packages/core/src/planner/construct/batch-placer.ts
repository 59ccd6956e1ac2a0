import { allergensBefore } from '../allergens';
import { clockStageIndex, stageGrams, stageMinutes, startedPieces, traysFor } from '../amounts';
import { found } from '../check/catalogue';
import type { Batch, BatchStage, Person, Product, ProductStage, Serve } from '../problem';
import type { Blocker } from './blocker';
import type { BowlLine, WorkingDip, WorkingMelt } from './bowl-line';
import type { WorkshopState } from './workshop-state';

/** Minutes to go back from the latest possible end when nothing nearer lets the stages before it be placed. */
const STEPS_BACK = [0, 20, 45, 90, 180, 360, 720, 1440] as const;
/** Candidates tried for one batch before it is given up. */
const TRIALS = 160;
/** Price of a minute that trays lie longer than they need to; keeps work late without weighing on hands. */
const WAITING_PRICE = 0.02;

interface Window {
  readonly earliestEnd: number;
  readonly latestEnd: number;
}

interface Candidate {
  readonly person: string;
  readonly start: number;
  readonly end: number;
  readonly bowl: BowlLine | null;
  readonly melt: WorkingMelt | null;
  readonly price: number;
}

/** What a batch is for, and how long before its first pickup it is to be packed beyond what it must. */
export interface Wanted {
  readonly serves: readonly Serve[];
  readonly leadMinutes?: number;
}

/** Places one batch backward from its pickups, stage by stage, each as late and as cheap as it can be. */
export class BatchPlacer {
  private readonly serves: readonly Serve[];
  private readonly leadMinutes: number;
  private readonly started: number;
  private readonly clockIndex: number;
  private readonly leaves: readonly { minute: number; pieces: number }[];
  private readonly lastDue: number;
  private readonly tasks: BatchStage[] = [];
  private readonly earliestEnds: number[] = [];
  private trials = TRIALS;
  private deepest: { k: number; blocker: Blocker } | null = null;

  constructor(
    private readonly state: WorkshopState,
    private readonly product: Product,
    { serves, leadMinutes = 0 }: Wanted,
  ) {
    this.serves = serves;
    this.leadMinutes = leadMinutes;
    this.started = startedPieces(product, sumOf(serves));
    this.clockIndex = clockStageIndex(product);
    const orders = state.catalogue.orders;
    this.lastDue = Math.max(...serves.map((serve) => found(orders, serve.order).due));
    this.leaves = serves
      .map((serve) => ({ minute: found(state.catalogue.leaves, serve.order), pieces: serve.pieces }))
      .sort((a, b) => a.minute - b.minute);
    this.fillEarliestEnds();
  }

  /** The placed batch, its hands, bowls and trays taken; or what stood in the way, and nothing taken. */
  place(id: string): { batch: Batch } | { blocker: Blocker } {
    const mark = this.state.journal.mark();
    if (!this.placeStage(this.product.stages.length - 1)) {
      this.state.journal.undoTo(mark);
      return { blocker: this.deepest!.blocker };
    }
    const batch: Batch = {
      id,
      product: this.product.id,
      pieces: sumOf(this.serves),
      serves: this.serves,
      stages: [...this.tasks],
    };
    this.state.layTrays(batch);
    this.state.journal.commit();
    return { batch };
  }

  /** The earliest end of each stage that now, the route before it and the hold limit allow. */
  private fillEarliestEnds(): void {
    let ready = this.state.now;
    this.product.stages.forEach((stage, k) => {
      let end = ready + this.fastestMinutes(stage);
      if (k === this.clockIndex) end = Math.max(end, this.lastDue - this.product.lifeMinutes);
      this.earliestEnds.push(end);
      ready = end + stage.then.minMinutes;
    });
  }

  private fastestMinutes(stage: ProductStage): number {
    const paces = this.skilled(stage).map((person) => person.pace);
    return stageMinutes(stage, this.started, paces.length ? Math.min(...paces) : 100);
  }

  private skilled(stage: ProductStage): readonly Person[] {
    return this.state.problem.people.filter((person) => person.skills.includes(stage.skill));
  }

  private placeStage(k: number): boolean {
    const window = this.windowFor(k);
    if (window === null) return false;
    const tried = new Set<string>();
    for (const step of STEPS_BACK) {
      const latestEnd = window.latestEnd - step;
      if (latestEnd < window.earliestEnd) break;
      for (const candidate of this.candidates(k, { ...window, latestEnd })) {
        const key = [candidate.person, candidate.end, candidate.bowl?.melter.id, candidate.melt?.id].join();
        if (tried.has(key)) continue;
        tried.add(key);
        if (this.trials-- <= 0) return false;
        if (this.tryCandidate(k, candidate, window)) return true;
      }
    }
    return false;
  }

  private tryCandidate(k: number, candidate: Candidate, window: Window): boolean {
    const mark = this.state.journal.mark();
    this.state.book(candidate.person, candidate.start, candidate.end);
    const melt = candidate.bowl === null ? null : this.dip(k, candidate, candidate.bowl);
    if (melt !== undefined) {
      const { person, start, end } = candidate;
      this.tasks[k] = { stage: this.product.stages[k]!.id, person, start, end, melt };
      if (k === 0 || this.placeStage(k - 1)) return true;
    } else this.note(k, this.bowlBlocker(k, window));
    this.state.journal.undoTo(mark);
    return false;
  }

  /** Puts the dip into its melt and names the melt; undefined when the set-up cannot be made to fit. */
  private dip(k: number, candidate: Candidate, bowl: BowlLine): string | undefined {
    const stage = this.product.stages[k]!;
    const coating = found(this.state.catalogue.coatings, stage.coating!.id);
    const dip: WorkingDip = {
      start: candidate.start,
      end: candidate.end,
      grams: stageGrams(stage, this.started),
      declared: found(this.state.catalogue.declared, this.product.id),
      brings: allergensBefore(this.product, k, this.state.catalogue.coatings),
    };
    const isIn = candidate.melt === null ? bowl.tryNewMelt(coating, dip) : bowl.tryDip(candidate.melt, dip);
    return isIn ? bowl.melts.find((melt) => melt.dips.includes(dip))!.id : undefined;
  }

  /** When stage `k` may end, by the stage after it (or the pickups) and by the trays it leaves behind. */
  private windowFor(k: number): Window | null {
    const { then, id } = this.product.stages[k]!;
    const next = this.tasks[k + 1];
    const isLast = k === this.product.stages.length - 1;
    const first = isLast ? this.leaves[0]!.minute : next!.start;
    const last = isLast ? this.leaves.at(-1)!.minute : next!.start;
    const latestEnd = first - Math.max(then.minMinutes, isLast ? this.leadMinutes : 0);
    const earliestEnd = Math.max(this.earliestEnds[k]!, last - then.maxMinutes);
    if (earliestEnd > latestEnd) {
      this.note(k, { kind: 'time', stage: id, earliestEnd, latestEnd });
      return null;
    }
    const free = isLast ? this.freeUntilPickups(k, earliestEnd) : this.freeUntil(k, earliestEnd, first);
    if (free > latestEnd) {
      const trays = traysFor(this.started, then.piecesPerTray);
      this.note(k, { kind: 'room', stage: id, zone: then.zone, trays, at: free });
      return null;
    }
    return { earliestEnd: free, latestEnd };
  }

  private freeUntil(k: number, earliest: number, to: number): number {
    const { zone, piecesPerTray } = this.product.stages[k]!.then;
    return found(this.state.rooms, zone).freeSince(traysFor(this.started, piecesPerTray), earliest, to);
  }

  /** As freeUntil, with the trays that stay after the first pickups; the last blocked minute when those do not fit. */
  private freeUntilPickups(k: number, earliest: number): number {
    const { zone, piecesPerTray } = this.product.stages[k]!.then;
    const room = found(this.state.rooms, zone);
    let pieces = sumOf(this.serves);
    const first = this.leaves[0]!.minute;
    const trays = traysFor(pieces, piecesPerTray);
    for (let i = 0; i + 1 < this.leaves.length; i++) {
      pieces -= this.leaves[i]!.pieces;
      const to = this.leaves[i + 1]!.minute;
      const from = room.freeSince(traysFor(pieces, piecesPerTray), this.leaves[i]!.minute, to);
      if (from > this.leaves[i]!.minute) return from;
    }
    return room.freeSince(trays, earliest, first);
  }

  private candidates(k: number, window: Window): Candidate[] {
    const stage = this.product.stages[k]!;
    const found = this.skilled(stage)
      .flatMap((person) => this.candidatesOf(k, person, window))
      .sort((a, b) => a.price - b.price || b.end - a.end);
    if (found.length === 0) this.note(k, this.noCandidate(k, window));
    return found;
  }

  private candidatesOf(k: number, person: Person, window: Window): Candidate[] {
    const stage = this.product.stages[k]!;
    const minutes = stageMinutes(stage, this.started, person.pace);
    if (stage.maxRunMinutes !== null && minutes > stage.maxRunMinutes) return [];
    if (stage.coating === null) {
      const end = this.latestHands(person, minutes, window);
      return end === null ? [] : [this.candidate(k, person, { minutes, end, latest: window.latestEnd })];
    }
    return this.state.bowls.flatMap((bowl) =>
      this.bowlOptions(k, bowl).flatMap((melt) => {
        const end = this.latestDip(k, { person, minutes, bowl, melt }, window);
        if (end === null) return [];
        return [
          {
            ...this.candidate(k, person, { minutes, end, latest: window.latestEnd, bowl, melt }),
            bowl,
            melt,
          },
        ];
      }),
    );
  }

  /** The bowl's melts of the stage's coating, and null for a new one. */
  private bowlOptions(k: number, bowl: BowlLine): (WorkingMelt | null)[] {
    const coating = this.product.stages[k]!.coating!.id;
    return [...bowl.melts.filter((melt) => melt.coating === coating), null];
  }

  private latestHands(person: Person, minutes: number, window: Window): number | null {
    const earliest = Math.max(this.state.now, window.earliestEnd - minutes);
    return found(this.state.hours, person.id).latestFit(minutes, earliest, window.latestEnd);
  }

  /** The latest end at which both the person and the melt are free. */
  private latestDip(
    k: number,
    option: { person: Person; minutes: number; bowl: BowlLine; melt: WorkingMelt | null },
    window: Window,
  ): number | null {
    const { person, minutes, bowl, melt } = option;
    const stage = this.product.stages[k]!;
    const coating = found(this.state.catalogue.coatings, stage.coating!.id);
    const grams = stageGrams(stage, this.started);
    let latestEnd = window.latestEnd;
    for (;;) {
      const hands = this.latestHands(person, minutes, { ...window, latestEnd });
      if (hands === null) return null;
      const asked = { minutes, grams, from: window.earliestEnd - minutes, to: hands };
      const dip = melt === null ? bowl.latestDipInNew(coating, asked) : bowl.latestDipIn(melt, asked);
      if (dip === null || dip === hands) return dip;
      latestEnd = dip;
    }
  }

  private candidate(
    k: number,
    person: Person,
    task: { minutes: number; end: number; latest: number; bowl?: BowlLine; melt?: WorkingMelt | null },
  ): Candidate {
    const { weights } = this.state.problem;
    const labour = weights.labourMinute * task.minutes;
    const waiting = WAITING_PRICE * (task.latest - task.end);
    const price = labour + waiting + this.agePrice(k, task.end) + this.meltPrice(k, task);
    return {
      person: person.id,
      start: task.end - task.minutes,
      end: task.end,
      bowl: null,
      melt: null,
      price,
    };
  }

  private agePrice(k: number, end: number): number {
    if (k !== this.clockIndex) return 0;
    const pieceMinutes = this.serves.reduce((sum, serve) => {
      const age = found(this.state.catalogue.orders, serve.order).due - end;
      return sum + serve.pieces * Math.max(0, age - this.product.targetAgeMinutes);
    }, 0);
    return (this.state.problem.weights.agePieceHour * pieceMinutes) / 60;
  }

  /** What a new melt costs over a place in one that is there. */
  private meltPrice(k: number, task: { bowl?: BowlLine; melt?: WorkingMelt | null }): number {
    if (!task.bowl || task.melt !== null) return 0;
    const { weights } = this.state.problem;
    const coating = found(this.state.catalogue.coatings, this.product.stages[k]!.coating!.id);
    const tail = task.bowl.melter.tailGrams;
    const setup = coating.setupFixedMinutes + (coating.setupMinutesPerKg * tail) / 1000;
    return weights.melt + weights.labourMinute * setup + weights.leftoverGram * tail;
  }

  private noCandidate(k: number, window: Window): Blocker {
    const stage = this.product.stages[k]!;
    const hasHands = this.skilled(stage).some((person) => {
      const minutes = stageMinutes(stage, this.started, person.pace);
      const isShortEnough = stage.maxRunMinutes === null || minutes <= stage.maxRunMinutes;
      return isShortEnough && this.latestHands(person, minutes, window) !== null;
    });
    if (hasHands) return this.bowlBlocker(k, window);
    const { id, skill } = stage;
    return { kind: 'hands', stage: id, skill, from: window.earliestEnd, to: window.latestEnd };
  }

  private bowlBlocker(k: number, window: Window): Blocker {
    const stage = this.product.stages[k]!;
    const coating = stage.coating?.id ?? '';
    return { kind: 'bowl', stage: stage.id, coating, from: window.earliestEnd, to: window.latestEnd };
  }

  /** Remembers what stood in the way furthest back on the route: it is what would have to give. */
  private note(k: number, blocker: Blocker): void {
    if (this.deepest === null || k <= this.deepest.k) this.deepest = { k, blocker };
  }
}

function sumOf(serves: readonly Serve[]): number {
  return serves.reduce((sum, serve) => sum + serve.pieces, 0);
}
