/** A part of the schedule that can take back one change of its own. */
export interface Undoable {
  /** Takes back the change whose figures stand in the journal from `at` on. */
  undo(journal: Journal, at: number): void;
}

/** Figures that one change may note. */
const FRAME = 8;

/** What was changed since a mark, newest last, as whole numbers in one growing array and up to two things. */
export class Journal {
  ints = new Int32Array(FRAME * 1024);
  private readonly parts: Undoable[] = [];
  private readonly firsts: unknown[] = [];
  private readonly seconds: unknown[] = [];
  private size = 0;

  mark(): number {
    return this.size;
  }

  /** Opens the note of one change and returns where its eight figures start. */
  open(part: Undoable, first: unknown = null, second: unknown = null): number {
    const at = this.size * FRAME;
    if (at === this.ints.length) this.grow();
    this.parts[this.size] = part;
    this.firsts[this.size] = first;
    this.seconds[this.size++] = second;
    return at;
  }

  /** The thing that the change at `at` was about. */
  first(at: number): unknown {
    return this.firsts[at / FRAME];
  }

  second(at: number): unknown {
    return this.seconds[at / FRAME];
  }

  undoTo(mark: number): void {
    while (this.size > mark) {
      this.size--;
      this.parts[this.size]!.undo(this, this.size * FRAME);
    }
  }

  /** Keeps all that was done: nothing before this can be taken back any more. */
  commit(): void {
    this.size = 0;
  }

  private grow(): void {
    const wider = new Int32Array(this.ints.length * 2);
    wider.set(this.ints);
    this.ints = wider;
  }
}
