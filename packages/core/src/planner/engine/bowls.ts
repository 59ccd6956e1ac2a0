import { setupMinutes } from '../amounts';
import type { CompiledProblem } from './compiled';
import type { Hands, Stretch } from './hands';
import type { Journal, Undoable } from './journal';
import { Melt, type Run } from './melts-and-runs';
import { SetUps } from './set-ups';

/** A dip that is looked for: how long, how much, and when it may lie. */
export interface DipAsk extends Stretch {
  minutes: number;
  grams: number;
}

const DIP_IN = 0;
const DIP_OUT = 1;
const OPENED = 2;
const CLOSED = 3;

/** All bowls with their melts in the order of their set-ups. */
export class Bowls implements Undoable {
  readonly rows: Melt[][];
  /** Melts in all bowls. */
  count = 0;
  /** Grams melted and not dipped, over all melts. */
  leftover = 0;

  private readonly setUps: SetUps;

  constructor(
    private readonly compiled: CompiledProblem,
    private readonly hands: Hands,
    private readonly journal: Journal,
  ) {
    this.rows = compiled.bowls.map(() => []);
    this.setUps = new SetUps(compiled, hands, journal);
  }

  /** End of the latest dip that the melt could take, by its own dips, its grams and its neighbours; or -1. */
  latestDipIn(melt: Melt, ask: DipAsk): number {
    const { capacity } = this.compiled.bowls[melt.bowl]!;
    if (melt.isFixed ? this.spareGrams(melt) < ask.grams : melt.grams + ask.grams > capacity) return -1;
    const row = this.rows[melt.bowl]!;
    const index = row.indexOf(melt);
    const keeps = this.setUps.keepsOf(melt);
    const next = index + 1 < row.length ? row[index + 1]!.setupStart : Infinity;
    // a set-up ends by the first dip, and the last dip ends while what was melted then is usable
    const latest = (melt.isFixed ? melt.setupEnd : melt.opens) + keeps;
    const before = this.freeFrom(row, index);
    const earliest = melt.isFixed ? melt.setupEnd : Math.max(before, melt.closed - keeps);
    const from = Math.max(ask.from, earliest) + ask.minutes;
    let end = Math.min(ask.to, next, latest);
    for (let i = melt.runs.length - 1; end >= from; i--) {
      if (i < 0 || melt.endOf(i) <= end - ask.minutes) return end;
      end = Math.min(end, melt.startOf(i));
    }
    return -1;
  }

  /** End of the latest dip for which a new melt could be opened between the bowl's others; or -1. */
  latestDipInNew(bowl: number, coating: number, ask: DipAsk): number {
    const { capacity, tails, usable } = this.compiled.bowls[bowl]!;
    const grams = ask.grams + tails[coating]!;
    if (grams > capacity || ask.minutes > usable[coating]!) return -1;
    const setup = setupMinutes(this.compiled.coatings[coating]!.coating, grams, 0);
    const row = this.rows[bowl]!;
    for (let gap = row.length; gap >= 0; gap--) {
      const to = gap < row.length ? Math.min(ask.to, row[gap]!.setupStart) : ask.to;
      if (to - ask.minutes < ask.from) return -1;
      const before = this.freeFrom(row, gap);
      if (to - ask.minutes >= before + setup) return to;
    }
    return -1;
  }

  /** Puts a run's dip at stage `k` into a melt and moves set-ups to fit. False: it does not fit; undo by the journal. */
  dip(melt: Melt, run: Run, k: number): boolean {
    const grams = run.gramsAt(k);
    this.setUps.note(melt);
    this.noteDip(DIP_IN, melt, { run, k });
    melt.put(run, k);
    melt.closed = Math.max(melt.closed, run.ends[k]!);
    if (melt.isFixed) this.leftover -= grams;
    else melt.grams += grams;
    return this.refit(melt.bowl, this.rows[melt.bowl]!.indexOf(melt));
  }

  /** Opens a melt in a bowl for a run's dip at stage `k`. Null: no set-up fits; undo by the journal. */
  open(bowl: number, run: Run, k: number): Melt | null {
    const melt = new Melt(bowl, run.product.stages[k]!.coating);
    const tail = this.tailOf(melt);
    melt.grams = run.gramsAt(k) + tail;
    if (melt.grams > this.compiled.bowls[bowl]!.capacity) return null;
    melt.setupStart = melt.setupEnd = run.starts[k]!;
    melt.closed = run.ends[k]!;
    melt.put(run, k);
    const row = this.rows[bowl]!;
    let index = row.length;
    while (index > 0 && row[index - 1]!.setupStart >= melt.setupStart) index--;
    this.noteRow(OPENED, melt, index);
    row.splice(index, 0, melt);
    this.count++;
    this.leftover += tail;
    return this.refit(bowl, index) ? melt : null;
  }

  /** Takes a run's dip out of its melt, which goes with its last dip. False: a set-up after it fits no more; undo. */
  undip(melt: Melt, run: Run, k: number): boolean {
    const row = this.rows[melt.bowl]!;
    const index = row.indexOf(melt);
    this.setUps.note(melt);
    this.noteDip(DIP_OUT, melt, { run, k });
    melt.drop(run, k);
    if (melt.isFixed) {
      this.leftover += run.gramsAt(k);
      this.closeAfterLast(melt);
    } else {
      melt.grams -= run.gramsAt(k);
      if (melt.runs.length === 0) return this.close(melt, index);
      melt.closed = melt.endOf(melt.runs.length - 1);
    }
    return this.refit(melt.bowl, index);
  }

  private close(melt: Melt, index: number): boolean {
    const row = this.rows[melt.bowl]!;
    this.hands.free(melt.setupShift, melt.setupStart, melt.setupEnd);
    this.noteRow(CLOSED, melt, index);
    row.splice(index, 1);
    this.count--;
    this.leftover -= this.tailOf(melt);
    return this.refit(melt.bowl, index);
  }

  /** Puts a melt that is known whole at the end of its bowl's row, its set-up booked already. */
  load(melt: Melt): void {
    this.rows[melt.bowl]!.push(melt);
    if (!melt.isHeld) this.count++;
    this.leftover += this.tailOf(melt) + (melt.isFixed ? this.spareGrams(melt) : 0);
  }

  /** Puts a dip into a melt while a plan is loaded, judging nothing; what has begun is in its row already. */
  loadDip(melt: Melt, run: Run, k: number): void {
    run.melts[k] = melt;
    melt.put(run, k);
    if (!melt.isFixed) return;
    this.leftover -= run.gramsAt(k);
    melt.closed = Math.max(melt.closed, run.ends[k]!);
  }

  /** Takes back `loadDip`. */
  unloadDip(melt: Melt, run: Run, k: number): void {
    melt.drop(run, k);
    if (!melt.isFixed) return;
    this.leftover += run.gramsAt(k);
    this.closeAfterLast(melt);
  }

  private closeAfterLast(melt: Melt): void {
    const last = melt.runs.length > 0 ? melt.endOf(melt.runs.length - 1) : 0;
    melt.closed = Math.max(melt.leastClosed, last);
  }

  /** Orders a bowl's loaded melts by set-up and derives what is left in it along them, judging none. */
  settle(bowl: number): void {
    const row = this.rows[bowl]!.sort((a, b) => a.setupStart - b.setupStart);
    row.forEach((melt, index) => {
      this.setUps.walk(melt, index > 0 ? row[index - 1]! : null);
      melt.residue = this.setUps.residue;
      // what a fixed one was cleaned of was settled when it stood among fixed work alone
      if (!melt.isFixed || melt.clean < 0) melt.clean = this.setUps.clean;
    });
  }

  /** Sets up anew what of the loaded melts has not the grams, the cleaning or the time it had; false where that cannot be. */
  setUpAnew(): boolean {
    return this.rows.every((row) =>
      row.every((melt, i) => {
        const before = i > 0 ? row[i - 1]! : null;
        const isHeld = melt.isWhollyFixed;
        if (!this.setUps.walk(melt, before) && !isHeld) return false;
        if (!this.setUps.fit(melt, this.freeFrom(row, i), before) && !(isHeld && (!before || before.isFixed)))
          return false;
        this.setUps.keepResidue(melt);
        return true;
      }),
    );
  }

  /**
   * The first of a bowl's loaded melts that does not fit as it is and cannot be set up otherwise, or that is in the way
   * of a fixed one; null where all fit.
   */
  firstUnfit(bowl: number): Melt | null {
    const row = this.rows[bowl]!;
    for (let i = 0; i < row.length; i++) {
      const melt = row[i]!;
      const before = i > 0 ? row[i - 1]! : null;
      const isSound = this.setUps.walk(melt, before);
      const fits = this.setUps.fit(melt, this.freeFrom(row, i), before) && isSound;
      // what is fixed stays whatever rule it breaks by now; what came before it may be why it does
      const unfit = melt.isWhollyFixed
        ? !fits && row.slice(0, i).findLast((other) => !other.isWhollyFixed)
        : !(fits && this.holdsDips(melt)) && melt;
      if (unfit) return unfit;
      melt.residue = this.setUps.residue;
    }
    return null;
  }

  /** Whether a melt has the grams for its dips, and these come one after the other. */
  private holdsDips(melt: Melt): boolean {
    if (melt.isFixed ? this.spareGrams(melt) < 0 : melt.grams > this.compiled.bowls[melt.bowl]!.capacity)
      return false;
    for (let i = 1; i < melt.runs.length; i++) if (melt.startOf(i) < melt.endOf(i - 1)) return false;
    return true;
  }

  undo(journal: Journal, at: number): void {
    const { ints } = journal;
    const melt = journal.first(at) as Melt;
    const k = ints[at + 1]!;
    switch (ints[at]) {
      case DIP_IN:
        melt.drop(journal.second(at) as Run, k);
        if (melt.isFixed) this.leftover += (journal.second(at) as Run).gramsAt(k);
        return;
      case DIP_OUT:
        melt.put(journal.second(at) as Run, k);
        if (melt.isFixed) this.leftover -= (journal.second(at) as Run).gramsAt(k);
        return;
      case OPENED:
        this.rows[melt.bowl]!.splice(k, 1);
        this.count--;
        this.leftover -= this.tailOf(melt);
        return;
      default:
        this.rows[melt.bowl]!.splice(k, 0, melt);
        this.count++;
        this.leftover += this.tailOf(melt);
    }
  }

  /** The minute from which a bowl is free for the melt at a position: now, or the end of the one before. */
  private freeFrom(row: readonly Melt[], index: number): number {
    const { now } = this.compiled;
    return index > 0 ? Math.max(now, row[index - 1]!.closed) : now;
  }

  /** The minute until which a melt can be dipped from as it is set up now. */
  usableUntil(melt: Melt): number {
    return melt.setupEnd + this.setUps.keepsOf(melt);
  }

  /** What must stay in a melt's bowl. */
  tailOf({ bowl, coating }: Melt): number {
    return this.compiled.bowls[bowl]!.tails[coating]!;
  }

  /** Grams of a fixed melt beyond its dips and its tail. */
  spareGrams(melt: Melt): number {
    return melt.grams - melt.gramsDipped() - this.tailOf(melt);
  }

  /**
   * Derives cleaning along a bowl from a changed melt on and moves the set-ups that no longer fit, each as late as hands
   * allow. Ends where nothing changes any more. False: one does not fit.
   */
  private refit(bowl: number, index: number): boolean {
    const row = this.rows[bowl]!;
    for (let i = index; i < row.length; i++) {
      const melt = row[i]!;
      const before = i > 0 ? row[i - 1]! : null;
      if (!this.setUps.walk(melt, before)) return false;
      const isSettled = i > index && melt.residue === this.setUps.residue && melt.clean === this.setUps.clean;
      if (!this.setUps.fit(melt, this.freeFrom(row, i), before)) return false;
      if (isSettled) return true;
      this.setUps.keepResidue(melt);
    }
    return true;
  }

  private noteDip(kind: number, melt: Melt, { run, k }: { run: Run; k: number }): void {
    const at = this.journal.open(this, melt, run);
    this.journal.ints[at] = kind;
    this.journal.ints[at + 1] = k;
  }

  private noteRow(kind: number, melt: Melt, index: number): void {
    const at = this.journal.open(this, melt);
    this.journal.ints[at] = kind;
    this.journal.ints[at + 1] = index;
  }
}
