import { requireWithin, type Bound } from '../input/bounds';
import type { RejectBelief } from '../coating/rejects';

export const GOOD_PIECES: Bound = { min: 1, max: 100_000, isInteger: true };
export const REJECT_RATE: Bound = { min: 0, max: 0.9 };
export const CERTAINTY: Bound = { min: 0.5, max: 0.9999 };
/** Of a workshop that has said nothing else; shop default. */
export const FIRST_CERTAINTY = 0.95;

export interface Wanted {
  readonly goodPieces: number;
  /** How sure it is to be that enough are good. */
  readonly certainty: number;
}

/**
 * Pieces to start so that at least `goodPieces` come out with the certainty wanted: the smallest N with
 * P(Binomial(N, 1 − rejectRate) >= goodPieces) >= certainty, each failing by itself at a rate that is known.
 * By hand: 1 good one at 10% rejects and 95% certainty: 1 is good with 0.90, one of 2 with 0.99, so 2.
 * Source: binomial distribution. @throws InputError
 */
export function startPieces({ goodPieces, certainty, rejectRate }: Wanted & { rejectRate: number }): number {
  requireWithin('/rejectRate', rejectRate, REJECT_RATE);
  if (rejectRate === 0) return fewest({ goodPieces, certainty }, () => 1);
  const logOdds = Math.log(rejectRate) - Math.log1p(-rejectRate);
  return fewest({ goodPieces, certainty }, (started) =>
    chanceOfAtMost(started - goodPieces, {
      logNone: started * Math.log1p(-rejectRate),
      logStep: (rejects) => Math.log((started - rejects) / (rejects + 1)) + logOdds,
    }),
  );
}

/**
 * The same where the rate is itself learned: the smallest N with P(BetaBinomial(N, bad, good) <= N − goodPieces
 * rejects) >= certainty, so that what is not known yet costs a few pieces more.
 * By hand: 1 good one from Beta(1, 1) at 70%: 1 is good with 1/2, one of 2 with 2/3, of 3 with 3/4, so 3.
 * Source: Gelman, Bayesian Data Analysis (beta-binomial). @throws InputError
 */
export function startPiecesLearned({ goodPieces, certainty }: Wanted, { bad, good }: RejectBelief): number {
  requireWithin('/rejects/bad', bad, { min: 1e-6, max: 1e9 });
  requireWithin('/rejects/good', good, { min: bad / 9, max: 1e9 });
  const logNone = memoOfSums((i) => Math.log((good + i) / (bad + good + i)));
  return fewest({ goodPieces, certainty }, (started) =>
    chanceOfAtMost(started - goodPieces, {
      logNone: logNone(started),
      logStep: (rejects) =>
        Math.log((started - rejects) / (rejects + 1)) +
        Math.log((bad + rejects) / (good + started - rejects - 1)),
    }),
  );
}

/** Sums of the first n terms, each computed once. */
function memoOfSums(term: (index: number) => number): (n: number) => number {
  const sums = [0];
  return (n) => {
    while (sums.length <= n) sums.push(sums.at(-1)! + term(sums.length - 1));
    return sums[n]!;
  };
}

/** The smallest N of at least the good pieces whose chance is enough; the chance grows with N. */
function fewest({ goodPieces, certainty }: Wanted, chance: (started: number) => number): number {
  requireWithin('/pieces', goodPieces, GOOD_PIECES);
  requireWithin('/certainty', certainty, CERTAINTY);
  let step = 1;
  while (chance(goodPieces + step - 1) < certainty) step *= 2;
  let low = goodPieces + Math.floor(step / 2) - 1;
  let high = goodPieces + step - 1;
  while (low + 1 < high) {
    const middle = Math.floor((low + high) / 2);
    if (chance(middle) >= certainty) high = middle;
    else low = middle;
  }
  return low >= goodPieces && chance(low) >= certainty ? low : high;
}

/** P(rejects <= most), summed as logarithms, since the first terms of long runs vanish. */
function chanceOfAtMost(
  most: number,
  terms: { logNone: number; logStep: (rejects: number) => number },
): number {
  let logTerm = terms.logNone;
  let logSum = logTerm;
  for (let rejects = 0; rejects < most; rejects++) {
    logTerm += terms.logStep(rejects);
    const [large, small] = logTerm > logSum ? [logTerm, logSum] : [logSum, logTerm];
    logSum = large + Math.log1p(Math.exp(small - large));
  }
  return Math.exp(logSum);
}
