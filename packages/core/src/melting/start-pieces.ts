import { requireWithin, type Bound } from '../input/bounds';

export const GOOD_PIECES: Bound = { min: 1, max: 100_000, isInteger: true };
export const REJECT_RATE: Bound = { min: 0, max: 0.9 };
export const CERTAINTY: Bound = { min: 0.5, max: 0.9999 };

export interface Wanted {
  readonly goodPieces: number;
  /** Share of pieces that fail, each by itself. */
  readonly rejectRate: number;
  /** How sure it is to be that enough are good. */
  readonly certainty: number;
}

/**
 * Pieces to start so that at least `goodPieces` come out with the certainty wanted: the smallest N with
 * P(Binomial(N, 1 − rejectRate) >= goodPieces) >= certainty.
 * By hand: 1 good one at 10% rejects and 95% certainty: 1 is good with 0.90, one of 2 with 0.99, so 2.
 * Source: binomial distribution. @throws InputError
 */
export function startPieces({ goodPieces, rejectRate, certainty }: Wanted): number {
  requireWithin('/pieces', goodPieces, GOOD_PIECES);
  requireWithin('/rejectRate', rejectRate, REJECT_RATE);
  requireWithin('/certainty', certainty, CERTAINTY);
  const isEnough = (started: number): boolean =>
    rejectsAtMost(started - goodPieces, { started, rejectRate }) >= certainty;
  let step = 1;
  while (!isEnough(goodPieces + step - 1)) step *= 2;
  let low = goodPieces + Math.floor(step / 2) - 1;
  let high = goodPieces + step - 1;
  while (low + 1 < high) {
    const middle = Math.floor((low + high) / 2);
    if (isEnough(middle)) high = middle;
    else low = middle;
  }
  return low >= goodPieces && isEnough(low) ? low : high;
}

/** P(rejects <= most) among so many started; summed as logarithms, since the first terms of long runs vanish. */
function rejectsAtMost(most: number, run: { started: number; rejectRate: number }): number {
  const { started, rejectRate } = run;
  if (rejectRate === 0) return 1;
  const logOdds = Math.log(rejectRate) - Math.log1p(-rejectRate);
  let logTerm = started * Math.log1p(-rejectRate);
  let logSum = logTerm;
  for (let rejects = 0; rejects < most; rejects++) {
    logTerm += Math.log((started - rejects) / (rejects + 1)) + logOdds;
    const [large, small] = logTerm > logSum ? [logTerm, logSum] : [logSum, logTerm];
    logSum = large + Math.log1p(Math.exp(small - large));
  }
  return Math.exp(logSum);
}
