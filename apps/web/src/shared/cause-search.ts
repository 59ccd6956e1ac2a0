import { computed, signal } from '@angular/core';

/** From what is seen to what lies behind it, a question at a time; the last cause stands when all before are denied. */
export class CauseSearch<Sign extends string, Cause> {
  readonly sign = signal<Sign | null>(null);
  private readonly asked = signal(0);
  private readonly isSaid = signal(false);
  private readonly causes = computed((): readonly Cause[] => {
    const sign = this.sign();
    return sign ? this.causesOf(sign) : [];
  });
  /** The cause that was said yes to, or the only one that is left. */
  readonly found = computed((): Cause | null => {
    const [causes, asked] = [this.causes(), this.asked()];
    const last = causes.length - 1;
    if (causes.length === 0) return null;
    return this.isSaid() || asked >= last ? causes[Math.min(asked, last)]! : null;
  });
  /** The cause that is asked after; null where none is left, or nothing was seen yet. */
  readonly question = computed((): Cause | null => this.causes()[this.asked()] ?? null);

  constructor(private readonly causesOf: (sign: Sign) => readonly Cause[]) {}

  see(sign: Sign): void {
    this.sign.set(sign);
  }

  answer(isSo: boolean): void {
    if (isSo) this.isSaid.set(true);
    else this.asked.update((asked) => asked + 1);
  }

  /** Back to what is seen. */
  back(): void {
    this.sign.set(null);
    this.asked.set(0);
    this.isSaid.set(false);
  }
}
