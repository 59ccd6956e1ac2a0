/** Belief about rejects before any run: one in thirty, as if 30 pieces had been seen. Source: shop default. */
const FIRST_REJECTS = { bad: 1, good: 29 } as const;

/** Share of pieces expected to fail when none of the kind has been dipped yet: the mean of Beta(1, 29). */
export function firstRejectShare(): number {
  return FIRST_REJECTS.bad / (FIRST_REJECTS.bad + FIRST_REJECTS.good);
}

/** Pieces started for 100 good ones at a share of rejects, rounded up. By hand: 1/30 gives 100/(29/30) → 104. */
export function startPercentFor(rejectShare: number): number {
  return Math.ceil(100 / (1 - rejectShare));
}
