import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';

/** Positions of the first and the last picked day. */
export interface DaySpan {
  readonly from: number;
  readonly to: number;
}

/** Which days are picked on the ell; null leaves each place to its own: all of them, or today. */
export const EllStore = signalStore(
  { providedIn: 'root' },
  withState<{ span: DaySpan | null }>({ span: null }),
  withMethods((store) => ({
    /** Picks the days from one to the other, whichever comes first. */
    pick(anchor: number, end: number): void {
      patchState(store, { span: { from: Math.min(anchor, end), to: Math.max(anchor, end) } });
    },
    /** Picks one day, or none when it was the only one picked. */
    toggle(day: number): void {
      const span = store.span();
      const isPicked = span?.from === day && span.to === day;
      patchState(store, { span: isPicked ? null : { from: day, to: day } });
    },
    clear(): void {
      patchState(store, { span: null });
    },
  })),
);
