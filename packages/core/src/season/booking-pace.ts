/** So many pieces were ordered at an instant, in ms since 1970. */
export interface Booking {
  readonly at: number;
  readonly pieces: number;
}

/** All pieces that were booked until then. */
export interface PaceStep {
  /** Days from there to the day that everything leads to; below 0 after it. */
  readonly daysBefore: number;
  readonly pieces: number;
}

const DAY_MS = 86_400_000;

/** How a season was booked: one step for each instant at which something was ordered, the earliest first. */
export function bookingPace(bookings: readonly Booking[], peak: number): PaceStep[] {
  const steps: { daysBefore: number; pieces: number }[] = [];
  let pieces = 0;
  for (const booking of [...bookings].sort((a, b) => a.at - b.at)) {
    pieces += booking.pieces;
    const daysBefore = (peak - booking.at) / DAY_MS;
    const last = steps.at(-1);
    if (last?.daysBefore === daysBefore) last.pieces = pieces;
    else steps.push({ daysBefore, pieces });
  }
  return steps;
}

/** Pieces that were booked so many days before; 0 before the first. */
export function bookedBy(pace: readonly PaceStep[], daysBefore: number): number {
  return pace.findLast((step) => step.daysBefore >= daysBefore)?.pieces ?? 0;
}

/**
 * What a season comes to if it goes on as another one did: what is booked, times what that one came to over what it
 * had by the same day. Null where the other had nothing yet by then. Shop default.
 */
export function expectedPieces(
  booked: number,
  { pace, daysBefore }: { readonly pace: readonly PaceStep[]; readonly daysBefore: number },
): number | null {
  const then = bookedBy(pace, daysBefore);
  const all = pace.at(-1)?.pieces ?? 0;
  return then === 0 ? null : Math.round((booked * all) / then);
}
