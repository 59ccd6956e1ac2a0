/** Undo list: what was done since a mark is taken back in reverse. */
export class Journal {
  private readonly undos: (() => void)[] = [];

  mark(): number {
    return this.undos.length;
  }

  record(undo: () => void): void {
    this.undos.push(undo);
  }

  undoTo(mark: number): void {
    while (this.undos.length > mark) this.undos.pop()!();
  }

  /** Keeps all that was done: nothing before this can be taken back any more. */
  commit(): void {
    this.undos.length = 0;
  }
}
