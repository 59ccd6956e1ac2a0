import { setupMinutes } from '../amounts';
import type { CompiledProblem } from './compiled';
import type { Hands, Stretch } from './hands';
import type { Journal, Undoable } from './journal';
import type { Melt } from './melts-and-runs';

/** When melts are set up and by whom: what must be cleaned before, and when hands are free for it. */
export class SetUps implements Undoable {
  /** What the melt that was walked last must be cleaned of, in minutes, and the allergens left after it. */
  clean = 0;
  residue = 0;
  private readonly span: Stretch = { from: 0, to: 0 };

  constructor(
    private readonly compiled: CompiledProblem,
    private readonly hands: Hands,
    private readonly journal: Journal,
  ) {}

  /** How long after its set-up a melt can be dipped from. */
  keepsOf(melt: Melt): number {
    if (melt.isHeld) return melt.usableUntil - melt.setupEnd;
    return this.compiled.bowls[melt.bowl]!.usable[melt.coating]!;
  }

  /** Notes what was derived of the melt that was walked last. */
  keepResidue(melt: Melt): void {
    if (melt.residue === this.residue) return;
    this.note(melt);
    melt.residue = this.residue;
  }

  /** Finds what a melt must be cleaned of and what is left in the bowl after it. False: a dip meets what it must not. */
  walk(melt: Melt, before: Melt | null): boolean {
    const { coatings, changeover, problem } = this.compiled;
    let residue = before ? before.residue : 0;
    const colour = before ? changeover[before.coating * coatings.length + melt.coating]! : 0;
    this.clean = colour;
    if (residue !== 0)
      for (const run of melt.runs)
        if ((residue & ~run.tolerated) !== 0) {
          this.clean = Math.max(colour, problem.changeovers.allergenMinutes);
          residue = 0;
          break;
        }
    residue |= coatings[melt.coating]!.allergens | melt.met;
    let isSound = true;
    for (let i = 0; i < melt.runs.length; i++) {
      const { product, tolerated } = melt.runs[i]!;
      if ((residue & ~tolerated) !== 0) isSound = false;
      residue |= product.stages[melt.stages[i]!]!.brings;
    }
    this.residue = residue;
    return isSound;
  }

  /** Keeps the set-up of a melt where it still fits, or finds the latest one that does. */
  fit(melt: Melt, earliest: number, before: Melt | null): boolean {
    const keeps = this.keepsOf(melt);
    if (melt.isFixed) return this.fitsFixed(melt, { earliest, before, keeps });
    const minutes = setupMinutes(this.compiled.coatings[melt.coating]!.coating, melt.grams, this.clean);
    if (
      melt.setupShift >= 0 &&
      melt.setupEnd - melt.setupStart === minutes &&
      melt.setupStart >= earliest &&
      melt.setupEnd <= melt.opens &&
      melt.closed <= melt.setupEnd + keeps
    )
      return true;
    return this.moveSetup(melt, minutes, { from: earliest, keeps });
  }

  private fitsFixed(melt: Melt, { earliest, before, keeps }: FixedPlace): boolean {
    // what has begun lies before now, and nothing new can be before it
    const isFree = melt.setupStart >= earliest || melt.setupStart < this.compiled.now;
    const isUsable = melt.closed <= melt.setupEnd + keeps && melt.opens >= melt.setupEnd;
    // what was settled among fixed work alone says nothing of what is put before it now
    const isSettled = (before === null || before.isFixed) && this.clean === melt.clean;
    return isFree && isUsable && (isSettled || this.clean <= melt.cleanAsFixed);
  }

  private moveSetup(melt: Melt, minutes: number, { from, keeps }: { from: number; keeps: number }): boolean {
    this.note(melt);
    if (melt.setupShift >= 0) this.hands.free(melt.setupShift, melt.setupStart, melt.setupEnd);
    this.span.from = Math.max(from, melt.closed - keeps - minutes);
    this.span.to = melt.opens;
    if (this.staysAsTold(melt, minutes)) return true;
    let end = -1;
    for (const person of this.compiled.coatings[melt.coating]!.people) {
      const fit = this.hands.latestFit(person, minutes, this.span);
      if (fit <= end) continue;
      end = fit;
      melt.setupShift = this.hands.shift;
      // whoever comes after must be later than this to be better
      this.span.from = Math.max(this.span.from, end - minutes);
    }
    if (end < 0) return false;
    melt.setupStart = end - minutes;
    melt.setupEnd = end;
    melt.clean = this.clean;
    this.hands.take(melt.setupShift, melt.setupStart, melt.setupEnd);
    return true;
  }

  /** Lets a set-up that people were told start as they were told, though it is shorter or longer than it was. */
  private staysAsTold(melt: Melt, minutes: number): boolean {
    const { setupShift, setupStart } = melt;
    const end = setupStart + minutes;
    if (setupShift < 0 || !this.hands.isTold(setupShift, setupStart)) return false;
    if (setupStart < this.span.from || end > this.span.to) return false;
    if (!this.hands.isFree(setupShift, setupStart, end)) return false;
    melt.setupEnd = end;
    melt.clean = this.clean;
    this.hands.take(setupShift, setupStart, end);
    return true;
  }

  /** Notes the figures of a melt before they change. */
  note(melt: Melt): void {
    const at = this.journal.open(this, melt);
    // only now: the journal may have grown
    melt.save(this.journal.ints, at);
  }

  undo(journal: Journal, at: number): void {
    (journal.first(at) as Melt).restore(journal.ints, at);
  }
}

/** Where a fixed melt stands in its bowl: from when that is free, after which other one, and how long it keeps. */
interface FixedPlace {
  readonly earliest: number;
  readonly before: Melt | null;
  readonly keeps: number;
}
