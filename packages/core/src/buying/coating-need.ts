import { requireWithin, type Bound } from '../input/bounds';
import { DIPPED_SPREAD, runLogVariance } from '../coating/learning';
import { normalQuantile } from '../melting/normal';

export const SEASON_PIECES: Bound = { min: 1, max: 1e6, isInteger: true };

/** One piece's share in a season's need of a coating. */
export interface PieceNeed {
  /** Started, rejects among them. */
  readonly pieces: number;
  readonly meanGrams: number;
  /** Spread of the mean's logarithm: the error that all runs of the piece share. */
  readonly logSd: number;
  readonly melts: number;
  readonly tailGrams: number;
}

/** A need that is not known but spread, in g. */
export interface SpreadNeed {
  readonly meanGrams: number;
  readonly sdGrams: number;
}

/**
 * Need of a coating over a season: what its pieces carry, a tail for each melt, and one reserve for all of them, the
 * largest seed of a day. The error of a piece's mean is shared by all its melts; the errors of runs and of pieces are
 * each melt's own. By hand: 600 pieces of 6 g in 2 melts with tails of 400 g, reserve 700 g, mean known: 3,600 + 800 +
 * 700 g; sd of each melt 1,800·sqrt(0.01 + 0.0625/300) = 181.9, of both 257.2 g. Source: shop default (sums of errors).
 * @throws InputError for a figure out of range
 */
export function coatingNeed(pieces: readonly PieceNeed[], reserveGrams: number): SpreadNeed {
  requireWithin('/reserveG', reserveGrams, { min: 0, max: 1e6 });
  let meanGrams = reserveGrams;
  let variance = 0;
  pieces.forEach((piece, index) => {
    const at = `/pieces/${index}`;
    requireWithin(`${at}/pieces`, piece.pieces, SEASON_PIECES);
    requireWithin(`${at}/meanG`, piece.meanGrams, { min: 0.01, max: 500 });
    requireWithin(`${at}/logSd`, piece.logSd, { min: 0, max: 2 });
    requireWithin(`${at}/melts`, piece.melts, { min: 1, max: 10_000, isInteger: true });
    requireWithin(`${at}/tailG`, piece.tailGrams, { min: 0, max: 100_000 });
    const dipped = piece.pieces * piece.meanGrams;
    const perMelt = runLogVariance(DIPPED_SPREAD, piece.pieces / piece.melts);
    meanGrams += dipped + piece.melts * piece.tailGrams;
    variance += (dipped * piece.logSd) ** 2 + (dipped ** 2 / piece.melts) * perMelt;
  });
  return { meanGrams, sdGrams: Math.sqrt(variance) };
}

/**
 * The share of seasons in which the stock should do: Cu/(Cu + Co), what a gram too few costs in broken promises
 * against what a gram too many costs to carry until it is used. By hand: 30 against 1 gives 0.968.
 * Source: the newsvendor's critical ratio; both costs are shop defaults.
 * @throws InputError unless both are above 0
 */
export function serviceShare(missingCost: number, carryingCost: number): number {
  requireWithin('/missingCost', missingCost, { min: 1e-9, max: 1e9 });
  requireWithin('/carryingCost', carryingCost, { min: 1e-9, max: 1e9 });
  return missingCost / (missingCost + carryingCost);
}

/** Grams to have in stock so that the need is met with this probability. @throws InputError for one of 0 or 1 */
export function gramsForService(need: SpreadNeed, service: number): number {
  return need.meanGrams + normalQuantile(service, '/service') * need.sdGrams;
}
