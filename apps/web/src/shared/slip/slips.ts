import { BreakpointObserver } from '@angular/cdk/layout';
import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** What was just done, and the way back where there is one. */
export interface Slip {
  readonly text: string;
  /** Takes it back; it is offered only while `canUndo` says so. */
  readonly undo?: () => void;
  readonly canUndo?: () => boolean;
  /** Where what was done can be seen, where that is another place. */
  readonly seen?: SeenAt;
}

/** A place of the app, and what it opens there. */
export interface SeenAt {
  readonly words: string;
  readonly link: string;
  readonly record: string;
}

/** From here on the margin stands beside the work: see `.place` in the theme. */
const BESIDE = '(min-width: 961px)';

/** The slip of what was just done: it stays until it is put away or another is laid in its stead. */
@Injectable({ providedIn: 'root' })
export class Slips {
  private readonly laid = signal<Slip | null>(null);
  private readonly margins = signal(0);
  private readonly isBeside = toSignal(
    inject(BreakpointObserver)
      .observe(BESIDE)
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );
  readonly slip = this.laid.asReadonly();
  /** Whether it lies at the top of the margin; elsewhere over the work. */
  readonly isInMargin = computed(() => this.isBeside() && this.margins() > 0);

  lay(slip: Slip): void {
    this.laid.set(slip);
  }

  putAway(): void {
    this.laid.set(null);
  }

  /** Says that a margin is there; what it gives back says that it is gone. */
  marginShown(): () => void {
    this.margins.update((count) => count + 1);
    return () => this.margins.update((count) => count - 1);
  }
}
