import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';
import { DIPPED_SPREAD, MIXED_SPREAD, runLogVariance } from '../coating/learning';
import { normalQuantile } from './normal';
import { splitOverBowls, type MeltBowl, type MeltShare } from './split-over-bowls';
import { CERTAINTY, GOOD_PIECES } from './start-pieces';

export const PIECE_GRAMS: Bound = { min: 0.01, max: 500 };
export const LOG_SD: Bound = { min: 0, max: 2 };
export const SEED_SHARE: Bound = { min: 0, max: 0.9 };

/** A run to melt for, and the bowls that it may be dipped from. */
export interface MeltWish {
  readonly goodPieces: number;
  /** Pieces to start so that enough are good, rejects among them. */
  readonly startedPieces: number;
  readonly certainty: number;
  /** Grams a piece, averaged over a run, and the spread of its logarithm. */
  readonly meanGrams: number;
  readonly logSd: number;
  /** Whether it is mixed in, not dipped: then nothing need stay in the bowl, and it varies less. Absent: no. */
  readonly isMixed?: boolean;
  readonly bowls: readonly MeltBowl[];
  /** Share of the melt that goes in as solid seed. */
  readonly seedShare: number;
}

export interface MeltAnswer {
  readonly startedPieces: number;
  /** What the good pieces carry, the rejects, and what keeps the bowl from running short, in g. */
  readonly onPiecesGrams: number;
  readonly rejectsGrams: number;
  readonly spareGrams: number;
  /** A tail for each melt. */
  readonly tailGrams: number;
  readonly melts: readonly MeltShare[];
  /** Sum of the four parts, and of the melts. */
  readonly totalGrams: number;
  readonly seedGrams: number;
  /** As much solid again, kept at hand for a bowl that got too hot. */
  readonly reserveGrams: number;
}

/**
 * What to melt for so many good pieces: on the pieces, in the rejects, to spare, and left in each bowl, split over the
 * bowls. The melts' grams add up to the four parts.
 * spare = z·N·mean·sqrt(logSd² + 0.10² + 0.25²/N) with z the certainty's quantile: the spread of the mean, of the
 * run and of single pieces.
 * By hand: 60 pieces of 6 g, no rejects, nothing uncertain but run and piece, 95%: spare 1.645·360·sqrt(0.01 +
 * 0.0625/60) = 62.2 g. Source: shop default on the normal distribution.
 * @throws InputError for a value out of range, fewer started than are to be good, and bowls that do not hold a piece
 */
export function meltFor(wish: MeltWish): MeltAnswer {
  requireWithin('/pieces', wish.goodPieces, GOOD_PIECES);
  requireWithin('/startedPieces', wish.startedPieces, {
    min: wish.goodPieces,
    max: 10 * GOOD_PIECES.max,
    isInteger: true,
  });
  requireWithin('/perPieceG/mean', wish.meanGrams, PIECE_GRAMS);
  requireWithin('/seedShare', wish.seedShare, SEED_SHARE);
  const { goodPieces, startedPieces, meanGrams } = wish;
  const onPiecesGrams = goodPieces * meanGrams;
  const rejectsGrams = (startedPieces - goodPieces) * meanGrams;
  const spare = spareGrams(startedPieces, wish);
  const melts = splitOverBowls({
    pieces: startedPieces,
    grams: onPiecesGrams + rejectsGrams + spare,
    bowls: wish.isMixed ? wish.bowls.map((bowl) => ({ ...bowl, tailGrams: 0 })) : wish.bowls,
  });
  const totalGrams = melts.reduce((sum, melt) => sum + melt.grams, 0);
  const seedGrams = wish.seedShare * totalGrams;
  return {
    startedPieces,
    onPiecesGrams,
    rejectsGrams,
    spareGrams: spare,
    tailGrams: melts.reduce((sum, melt) => sum + melt.tailGrams, 0),
    melts,
    totalGrams,
    seedGrams,
    reserveGrams: seedGrams,
  };
}

/**
 * What keeps the bowl from running short while so many are dipped, in g: z·N·mean·sqrt(logSd² + 0.10² + 0.25²/N). By page,
 * plan, bench and larder alike; of what is mixed in with the spreads of that. @throws InputError
 */
export function spareGrams(
  pieces: number,
  wish: Pick<MeltWish, 'certainty' | 'meanGrams' | 'logSd' | 'isMixed'>,
): number {
  requireWithin('/certainty', wish.certainty, CERTAINTY);
  requireWithin('/perPieceG/logSd', wish.logSd, LOG_SD);
  const logVariance = wish.logSd ** 2 + runLogVariance(wish.isMixed ? MIXED_SPREAD : DIPPED_SPREAD, pieces);
  return normalQuantile(wish.certainty, '/certainty') * pieces * wish.meanGrams * Math.sqrt(logVariance);
}

export const HELD_GRAMS: Bound = { min: 0, max: 200_000 };

/** What a bowl that holds so much still covers, in whole pieces. */
export interface PiecesFrom {
  /** At the mean: as likely more as fewer. */
  readonly likely: number;
  /** With the certainty wanted that the bowl does not run short. */
  readonly sure: number;
}

/**
 * How many pieces a bowl covers down to its tail: at the mean, and surely enough – the most pieces whose coating with
 * its spare still leaves the tail. By hand: 3,200 g, tail 400 g, 7 g a piece: 400 at the mean.
 * @throws InputError for a value out of range, and a tail larger than what is held
 */
export function piecesFrom(
  grams: number,
  bowl: Pick<MeltWish, 'certainty' | 'meanGrams' | 'logSd' | 'isMixed'> & { readonly tailGrams: number },
): PiecesFrom {
  requireWithin('/grams', grams, HELD_GRAMS);
  requireWithin('/perPieceG/mean', bowl.meanGrams, PIECE_GRAMS);
  requireWithin('/tailG', bowl.tailGrams, { min: 0, max: HELD_GRAMS.max });
  if (grams < bowl.tailGrams)
    throw new InputError({
      code: 'out-of-range',
      field: '/grams',
      value: grams,
      range: `at least the tail, ${bowl.tailGrams}`,
    });
  const room = grams - bowl.tailGrams;
  const likely = Math.floor(room / bowl.meanGrams + ROUNDING);
  const isEnough = (pieces: number): boolean =>
    pieces === 0 || pieces * bowl.meanGrams + spareGrams(pieces, bowl) <= room + ROUNDING;
  let sure = 0;
  for (let step = 2 ** Math.ceil(Math.log2(likely + 1)); step >= 1; step /= 2)
    if (sure + step <= likely && isEnough(sure + step)) sure += step;
  return { likely, sure };
}

/** Rounding of floating point must not make an exactly full bowl overflow. */
const ROUNDING = 1e-9;
