import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PromiseAsk, PromisedSlot } from '@alnage/contract';
import { Api } from '../../state/api';
import { troubleOf } from '../../state/problem';
import { troubleText } from '../../shared/problem-text';
import { Slips } from '../../shared/slip/slips';

/** How far the looking for a new plan is: under way, or what came of it in words. */
export type TryState =
  | { readonly kind: 'trying' }
  | { readonly kind: 'found' }
  | { readonly kind: 'not-found' | 'failed'; readonly text: string };

/** Tries new plans for slots that do not fit beside what is planned, while other things are done. */
@Injectable()
export class RoomTries {
  private readonly api = inject(Api);
  private readonly slips = inject(Slips);
  private readonly gone = inject(DestroyRef);
  private readonly states = signal<Readonly<Record<string, TryState>>>({});

  of(ask: PromiseAsk | null, { at }: PromisedSlot): TryState | null {
    return this.states()[keyOf(ask, at)] ?? null;
  }

  /** Whether this no is one that a new plan may turn: the kitchen’s, not the slot’s or the season’s. */
  isOpen({ kind, blocker, slotFault, offerFault }: PromisedSlot): boolean {
    return kind === 'no' && blocker !== null && !slotFault && !offerFault;
  }

  /** Slots with those that a plan was found for as tight. */
  withFound(ask: PromiseAsk | null, slots: readonly PromisedSlot[]): PromisedSlot[] {
    return slots.map((slot) =>
      this.isOpen(slot) && this.of(ask, slot)?.kind === 'found'
        ? { ...slot, kind: 'tight', piece: null, blocker: null }
        : slot,
    );
  }

  /** Tries it, and tells on a slip when it is found. */
  try(ask: PromiseAsk, { at }: PromisedSlot, when: string): void {
    const key = keyOf(ask, at);
    this.note(key, { kind: 'trying' });
    this.api
      .tryRoom({ ...ask, at })
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe({
        next: ({ isFound, seconds }) => {
          this.note(
            key,
            isFound
              ? { kind: 'found' }
              : {
                  kind: 'not-found',
                  text: `Tried for ${Math.round(seconds)} s: no plan was found that makes it with all that is promised.`,
                },
          );
          if (isFound) this.slips.lay({ text: `Room is found for ${when}: it can be promised` });
        },
        error: (error: unknown) => this.note(key, { kind: 'failed', text: troubleText(troubleOf(error)) }),
      });
  }

  private note(key: string, state: TryState): void {
    this.states.update((all) => ({ ...all, [key]: state }));
  }
}

function keyOf(ask: PromiseAsk | null, at: string): string {
  return JSON.stringify([ask, at]);
}
