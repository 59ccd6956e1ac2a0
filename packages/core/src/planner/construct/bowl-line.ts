import { walkBowl, type BowlDip } from '../allergens';
import { setupMinutes, usableMinutes } from '../amounts';
import { found } from '../check/catalogue';
import type { Coating, Melter } from '../problem';
import type { WorkshopState } from './workshop-state';

/** One dip in a melt. */
export interface WorkingDip extends BowlDip {
  readonly start: number;
  readonly end: number;
  readonly grams: number;
}

/** A melt while the plan is made: dips sorted by start, and a set-up that moves with them. */
export interface WorkingMelt {
  readonly id: string;
  readonly melter: string;
  readonly coating: string;
  readonly grams: number;
  readonly person: string;
  readonly setupStart: number;
  readonly setupEnd: number;
  readonly closed: number;
  readonly dips: readonly WorkingDip[];
  /** Started: its set-up and its grams stay as they are. */
  readonly isFixed: boolean;
}

/** One bowl's melts in the order of their set-ups. Melts are never changed in place: the list is replaced. */
export class BowlLine {
  melts: readonly WorkingMelt[] = [];

  constructor(
    readonly melter: Melter,
    private readonly state: WorkshopState,
  ) {}

  /** End of the latest dip of `minutes` within the span that the melt could take, by its own dips and neighbours. */
  latestDipIn(
    melt: WorkingMelt,
    dip: { minutes: number; grams: number; from: number; to: number },
  ): number | null {
    if (!this.hasGramsFor(melt, dip.grams)) return null;
    const index = this.melts.indexOf(melt);
    const usable = this.usable(melt.coating);
    const to = Math.min(dip.to, this.nextStart(index), melt.setupEnd + usable);
    const from = Math.max(
      dip.from,
      melt.isFixed ? melt.setupEnd : Math.max(this.previousClosed(index), melt.closed - usable),
    );
    let end = to;
    for (let i = melt.dips.length - 1; end - dip.minutes >= from; i--) {
      const other = melt.dips[i];
      if (other === undefined || other.end <= end - dip.minutes) return end;
      end = Math.min(end, other.start);
    }
    return null;
  }

  /** End of the latest dip of `minutes` for which a new melt could be opened between the others. */
  latestDipInNew(
    coating: Coating,
    dip: { minutes: number; grams: number; from: number; to: number },
  ): number | null {
    const grams = dip.grams + this.melter.tailGrams;
    if (grams > this.melter.capacityGrams || dip.minutes > this.usable(coating.id)) return null;
    const setup = setupMinutes(coating, grams, 0);
    for (let gap = this.melts.length; gap >= 0; gap--) {
      const to = Math.min(dip.to, gap < this.melts.length ? this.melts[gap]!.setupStart : Infinity);
      const from = Math.max(dip.from, (gap > 0 ? this.melts[gap - 1]!.closed : this.state.now) + setup);
      if (to - dip.minutes >= from) return to;
      if (to < dip.from) return null;
    }
    return null;
  }

  /** Puts a dip into a melt of the bowl and moves its set-up to fit. False: nothing that fits; undo by the journal. */
  tryDip(melt: WorkingMelt, dip: WorkingDip): boolean {
    if (!this.hasGramsFor(melt, dip.grams)) return false;
    const dips = [...melt.dips, dip].sort((a, b) => a.start - b.start);
    const grams = melt.isFixed ? melt.grams : melt.grams + dip.grams;
    const closed = Math.max(melt.closed, dip.end);
    return this.trySequence(
      this.melts.map((other) => (other === melt ? { ...melt, dips, grams, closed } : other)),
    );
  }

  /** Opens a melt for a dip. False: nothing that fits; undo by the journal. */
  tryNewMelt(coating: Coating, dip: WorkingDip): boolean {
    const melt: WorkingMelt = {
      id: this.state.newMeltId(),
      melter: this.melter.id,
      coating: coating.id,
      grams: dip.grams + this.melter.tailGrams,
      person: '',
      setupStart: dip.start,
      setupEnd: dip.start,
      closed: dip.end,
      dips: [dip],
      isFixed: false,
    };
    if (melt.grams > this.melter.capacityGrams) return false;
    const place = this.melts.findIndex((other) => other.setupStart >= dip.start);
    return this.trySequence(this.melts.toSpliced(place < 0 ? this.melts.length : place, 0, melt));
  }

  private hasGramsFor(melt: WorkingMelt, grams: number): boolean {
    if (!melt.isFixed) return melt.grams + grams <= this.melter.capacityGrams;
    const used = melt.dips.reduce((sum, dip) => sum + dip.grams, 0);
    return used + grams + this.melter.tailGrams <= melt.grams;
  }

  private usable(coating: string): number {
    return usableMinutes(found(this.state.catalogue.coatings, coating), this.melter);
  }

  private previousClosed(index: number): number {
    return index > 0 ? this.melts[index - 1]!.closed : this.state.now;
  }

  private nextStart(index: number): number {
    return this.melts[index + 1]?.setupStart ?? Infinity;
  }

  /**
   * Takes a changed row of melts if every set-up can be made to fit it: cleaning derived anew, latest first. Fixed melts
   * at its head that stay as they are are facts, and not judged.
   */
  private trySequence(melts: readonly WorkingMelt[]): boolean {
    const coatings = this.state.catalogue.coatings;
    const steps = walkBowl(
      melts.map((melt) => ({ coating: found(coatings, melt.coating), dips: melt.dips })),
      this.state.problem.changeovers,
    );
    const before = this.melts;
    const begun = melts.findIndex((melt, i) => !melt.isFixed || melt !== before[i]);
    const judged = begun < 0 ? melts.length : begun;
    if (steps.slice(judged).some((step) => step.undeclared.some((allergen) => allergen !== null)))
      return false;
    this.state.journal.record(() => (this.melts = before));
    const fitted = [...melts];
    for (let i = fitted.length - 1; i >= judged; i--) {
      const melt = fitted[i]!;
      const minutes = setupMinutes(found(coatings, melt.coating), melt.grams, steps[i]!.cleanMinutes);
      const earliest = i > 0 ? fitted[i - 1]!.closed : this.state.now;
      const moved = this.fitSetup(melt, minutes, earliest);
      if (moved === null || moved.closed > (fitted[i + 1]?.setupStart ?? Infinity)) return false;
      fitted[i] = moved;
    }
    this.melts = fitted;
    return true;
  }

  /** The melt with a set-up that fits its dips: the one it has, or the latest one that hands can do. */
  private fitSetup(melt: WorkingMelt, minutes: number, earliest: number): WorkingMelt | null {
    const coating = found(this.state.catalogue.coatings, melt.coating);
    const firstDip = melt.dips[0]?.start ?? melt.closed;
    const usable = this.usable(melt.coating);
    const opens = Math.max(earliest, melt.closed - usable - minutes);
    const isKept = this.isSetupKept(melt, { minutes, opens, firstDip, usable });
    if (isKept) return melt;
    if (melt.isFixed) return null;
    if (melt.person !== '') this.state.unbook(melt.person, melt.setupStart, melt.setupEnd);
    const best = this.latestSetup(coating, { minutes, opens: Math.max(opens, this.state.now), firstDip });
    if (best === null) return null;
    this.state.book(best.person, best.end - minutes, best.end);
    return { ...melt, person: best.person, setupStart: best.end - minutes, setupEnd: best.end };
  }

  /** Whether the set-up that a melt has still fits its dips, its grams and its cleaning. */
  private isSetupKept(
    melt: WorkingMelt,
    need: { minutes: number; opens: number; firstDip: number; usable: number },
  ): boolean {
    if (melt.person === '' || melt.setupEnd - melt.setupStart !== need.minutes) return false;
    if (melt.setupEnd > need.firstDip) return false;
    return melt.isFixed ? melt.closed - need.usable <= melt.setupEnd : melt.setupStart >= need.opens;
  }

  private latestSetup(
    coating: Coating,
    setup: { minutes: number; opens: number; firstDip: number },
  ): { person: string; end: number } | null {
    let best: { person: string; end: number } | null = null;
    for (const person of this.state.problem.people) {
      if (!person.skills.includes(coating.skill)) continue;
      const end = found(this.state.hours, person.id).latestFit(setup.minutes, setup.opens, setup.firstDip);
      if (end !== null && (best === null || end > best.end)) best = { person: person.id, end };
    }
    return best;
  }
}
