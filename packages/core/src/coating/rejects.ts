import { requireWithin } from '../input/bounds';
import { SEASON_FADE } from './learning';

/** Belief about the share of pieces that fail, Beta(bad, good): as if so many of each had been seen. */
export interface RejectBelief {
  readonly bad: number;
  readonly good: number;
}

/** Rejects of one run or of ten weighed pieces. */
export interface RejectsSeen {
  readonly pieces: number;
  readonly rejects: number;
  readonly seasonsBack: number;
}

/** Before any run one in thirty fails, as if 30 pieces had been seen. Source: shop default. */
export const FIRST_REJECTS: RejectBelief = { bad: 1, good: 29 };

/**
 * The belief after runs: their rejects and good pieces are added to it, faded by 0.7 a season.
 * What is believed never goes beyond nine in ten: by more nobody plans, they find the cause.
 * By hand: 6 of 120 failed: Beta(1 + 6, 29 + 114), in the mean 7/150 = 4.7%; 400 of 400: nine in ten.
 * Source: Gelman, Bayesian Data Analysis (beta-binomial). @throws InputError for more rejects than pieces
 */
export function learnRejects(seen: readonly RejectsSeen[], first = FIRST_REJECTS): RejectBelief {
  const { bad, good } = seen.reduce((belief, { pieces, rejects, seasonsBack }, index) => {
    requireWithin(`/runs/${index}/rejects`, rejects, { min: 0, max: pieces, isInteger: true });
    const fade = SEASON_FADE ** seasonsBack;
    return { bad: belief.bad + fade * rejects, good: belief.good + fade * (pieces - rejects) };
  }, first);
  return { bad, good: Math.max(good, bad / MOST_BAD_FOR_A_GOOD) };
}

const MOST_BAD_FOR_A_GOOD = 9;

/** Share of pieces expected to fail: the mean of the belief. By hand: Beta(1, 29) gives 1/30. */
export function rejectShare({ bad, good }: RejectBelief): number {
  return bad / (bad + good);
}

/** Good ones to be expected of so many dipped, in whole pieces. By hand: 150 at Beta(7, 143): 143. */
export function goodOf(dipped: number, belief: RejectBelief): number {
  return Math.floor(dipped * (1 - rejectShare(belief)) + ROUNDING);
}

/** Rounding of floating point must not turn a whole number into the next one. */
const ROUNDING = 1e-9;
