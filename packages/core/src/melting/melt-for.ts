import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';
import { PIECE_LOG_SD, RUN_LOG_SD } from '../coating/learning';
import { normalQuantile } from './normal';
import { startPieces, type Wanted } from './start-pieces';

export const PIECE_GRAMS: Bound = { min: 0.01, max: 500 };
export const LOG_SD: Bound = { min: 0, max: 2 };
export const TAIL_GRAMS: Bound = { min: 0, max: 100_000 };
export const CAPACITY_GRAMS: Bound = { min: 1, max: 200_000 };
export const SEED_SHARE: Bound = { min: 0, max: 0.9 };

/** A run to melt for, and the bowl that it is to be dipped from. */
export interface MeltWish extends Wanted {
  /** Grams a piece, averaged over a run, and the spread of its logarithm. */
  readonly meanGrams: number;
  readonly logSd: number;
  readonly tailGrams: number;
  readonly capacityGrams: number;
  /** Share of the melt that goes in as solid seed. */
  readonly seedShare: number;
}

export interface MeltAnswer {
  readonly startPieces: number;
  /** What the good pieces carry, the rejects, and what keeps the bowl from running short, in g. */
  readonly onPiecesGrams: number;
  readonly rejectsGrams: number;
  readonly spareGrams: number;
  /** A tail for each melt. */
  readonly tailGrams: number;
  readonly melts: readonly { readonly grams: number; readonly pieces: number }[];
  readonly seedGrams: number;
  /** As much solid again, kept at hand for a bowl that got too hot. */
  readonly reserveGrams: number;
}

/**
 * What to melt for so many good pieces: on the pieces, in the rejects, to spare, and left in each bowl, split into the
 * fewest melts of pieces as equal as can be that the bowl holds. The melts' grams add up to the four parts.
 * spare = z·N·mean·sqrt(logSd² + 0.10² + 0.25²/N) with z the certainty's quantile: the spread of the mean, of the
 * run and of single pieces.
 * By hand: 60 pieces of 6 g, no rejects, nothing uncertain but run and piece, 95%: spare 1.645·360·sqrt(0.01 +
 * 0.0625/60) = 62.2 g. Source: shop default on the normal distribution.
 * @throws InputError for a value out of range, a tail that fills the bowl, and a bowl that does not hold one piece
 */
export function meltFor(wish: MeltWish): MeltAnswer {
  requireWithin('/perPieceG/mean', wish.meanGrams, PIECE_GRAMS);
  requireWithin('/perPieceG/logSd', wish.logSd, LOG_SD);
  requireWithin('/capacityG', wish.capacityGrams, CAPACITY_GRAMS);
  requireWithin('/tailG', wish.tailGrams, TAIL_GRAMS);
  requireWithin('/seedShare', wish.seedShare, SEED_SHARE);
  const started = startPieces(wish);
  const onPiecesGrams = wish.goodPieces * wish.meanGrams;
  const rejectsGrams = (started - wish.goodPieces) * wish.meanGrams;
  const spareGrams = spare(wish, started);
  const melts = split(wish, started, onPiecesGrams + rejectsGrams + spareGrams);
  const total = melts.reduce((sum, melt) => sum + melt.grams, 0);
  const seedGrams = wish.seedShare * total;
  return {
    startPieces: started,
    onPiecesGrams,
    rejectsGrams,
    spareGrams,
    tailGrams: melts.length * wish.tailGrams,
    melts,
    seedGrams,
    reserveGrams: seedGrams,
  };
}

function spare({ certainty, meanGrams, logSd }: MeltWish, started: number): number {
  const logVariance = logSd ** 2 + RUN_LOG_SD ** 2 + PIECE_LOG_SD ** 2 / started;
  return normalQuantile(certainty, '/certainty') * started * meanGrams * Math.sqrt(logVariance);
}

/** The fewest melts whose largest share of the grams, with a tail, goes into the bowl. */
function split(
  { tailGrams, capacityGrams }: MeltWish,
  started: number,
  dippedGrams: number,
): MeltAnswer['melts'] {
  const room = capacityGrams - tailGrams;
  const mostPieces = Math.floor((room * started) / dippedGrams + ROUNDING);
  if (mostPieces < 1)
    throw new InputError({
      code: 'out-of-range',
      field: '/capacityG',
      value: capacityGrams,
      range: `more than the tail and one piece, ${tailGrams + dippedGrams / started}`,
    });
  const count = Math.ceil(started / mostPieces);
  return Array.from({ length: count }, (_, i) => {
    const pieces = Math.floor(started / count) + (i < started % count ? 1 : 0);
    return { pieces, grams: (dippedGrams * pieces) / started + tailGrams };
  });
}

/** A bowl that is exactly full is full, whatever the last digit of a double says. */
const ROUNDING = 1e-9;

/** Whole pieces that a bowl covers to its tail, at the mean. By hand: 3,200 g, tail 400 g, 7 g a piece: 400. */
export function piecesFrom(grams: number, bowl: { meanGrams: number; tailGrams: number }): number {
  requireWithin('/grams', grams, CAPACITY_GRAMS);
  requireWithin('/perPieceG/mean', bowl.meanGrams, PIECE_GRAMS);
  requireWithin('/tailG', bowl.tailGrams, TAIL_GRAMS);
  return Math.max(0, Math.floor((grams - bowl.tailGrams) / bowl.meanGrams + ROUNDING));
}
