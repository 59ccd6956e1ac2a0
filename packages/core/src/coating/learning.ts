import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';

export const BOWL_GRAMS: Bound = { min: 0, max: 200_000 };
export const RUN_PIECES: Bound = { min: 1, max: 100_000, isInteger: true };
export const SEASONS_BACK: Bound = { min: 0, max: 50, isInteger: true };

/** A run's bowl on the scale, before and after; every piece dipped counts, rejects too. */
export interface Weighing {
  readonly startGrams: number;
  readonly addedGrams: number;
  readonly leftGrams: number;
  readonly pieces: number;
  /** 0 for this season; each season back makes the weighing count 0.7 times as much. */
  readonly seasonsBack: number;
}

/** Normal belief about ln(grams a piece, averaged over a run). */
export interface CoatBelief {
  readonly logMean: number;
  readonly logVariance: number;
  readonly weighings: number;
  /** Weighings further than three predictive standard deviations from what was expected of them. */
  readonly doubtful: number;
}

export interface MassRange {
  readonly low90: number;
  readonly high90: number;
}

/** Standard deviation of the log of an estimate before any weighing; shop default. */
export const FIRST_LOG_SD = 0.35;
/** From run to run, whatever its length; shop default. */
export const RUN_LOG_SD = 0.1;
/** From piece to piece within a run; shop default. */
export const PIECE_LOG_SD = 0.25;
/** What a weighing counts for each season that it is back; shop default. */
export const SEASON_FADE = 0.7;
const DOUBTFUL_SDS = 3;
/** Standard normal quantile at 0.95: 90% lie between the two ends. */
export const Z90 = 1.645;

/** What is believed of a piece that was only estimated. @throws InputError unless the estimate is above 0 */
export function firstBelief(estimateGrams: number): CoatBelief {
  requireWithin('/estimateG', estimateGrams, { min: 1e-6, max: 10_000 });
  return { logMean: Math.log(estimateGrams), logVariance: FIRST_LOG_SD ** 2, weighings: 0, doubtful: 0 };
}

/**
 * Grams a piece that a weighing shows: (start + added − left)/pieces.
 * @throws InputError for a figure out of range, and for a bowl that holds as much after as before
 */
export function weighedGramsPerPiece(weighing: Weighing, pointer = ''): number {
  requireWithin(`${pointer}/startG`, weighing.startGrams, BOWL_GRAMS);
  requireWithin(`${pointer}/addedG`, weighing.addedGrams, BOWL_GRAMS);
  requireWithin(`${pointer}/pieces`, weighing.pieces, RUN_PIECES);
  requireWithin(`${pointer}/seasonsBack`, weighing.seasonsBack, SEASONS_BACK);
  const filled = weighing.startGrams + weighing.addedGrams;
  requireWithin(`${pointer}/leftG`, weighing.leftGrams, { min: 0, max: filled });
  if (weighing.leftGrams === filled)
    throw new InputError({
      code: 'out-of-range',
      field: `${pointer}/leftG`,
      value: weighing.leftGrams,
      range: `less than what went in, ${filled}`,
    });
  return (filled - weighing.leftGrams) / weighing.pieces;
}

/**
 * The belief after one more weighing: the normal–normal update of ln θ with ln y ~ N(ln θ, 0.10² + 0.25²/n), the
 * observation's precision faded by 0.7 for each season back. A doubtful weighing is counted and still used.
 * Source: Gelman, Bayesian Data Analysis (normal model with known variance); the variances are shop defaults.
 */
export function learn(belief: CoatBelief, weighing: Weighing, pointer = ''): CoatBelief {
  const logSeen = Math.log(weighedGramsPerPiece(weighing, pointer));
  const seenVariance =
    (RUN_LOG_SD ** 2 + PIECE_LOG_SD ** 2 / weighing.pieces) / SEASON_FADE ** weighing.seasonsBack;
  const precision = 1 / belief.logVariance + 1 / seenVariance;
  return {
    logMean: (belief.logMean / belief.logVariance + logSeen / seenVariance) / precision,
    logVariance: 1 / precision,
    weighings: belief.weighings + 1,
    doubtful:
      belief.doubtful + (isFarOff(logSeen - belief.logMean, belief.logVariance + seenVariance) ? 1 : 0),
  };
}

/** Whether something seen lies further than three predictive standard deviations from what was expected. */
export function isFarOff(distance: number, predictiveVariance: number): boolean {
  return Math.abs(distance) / Math.sqrt(predictiveVariance) > DOUBTFUL_SDS;
}

/** All weighings in turn. The order does not matter to mean and spread. */
export function learnAll(belief: CoatBelief, weighings: readonly Weighing[], pointer = '/runs'): CoatBelief {
  return weighings.reduce(
    (current, weighing, index) => learn(current, weighing, `${pointer}/${index}`),
    belief,
  );
}

/** Grams a piece averaged over a run: middle and the range that holds it nine times in ten. */
export function runRange(belief: CoatBelief): MassRange & { mean: number } {
  return { mean: Math.exp(belief.logMean), ...range(belief.logMean, belief.logVariance) };
}

/** The range of one single piece, nine in ten. */
export function pieceRange(belief: CoatBelief): MassRange {
  return range(belief.logMean, belief.logVariance + RUN_LOG_SD ** 2 + PIECE_LOG_SD ** 2);
}

function range(logMean: number, logVariance: number): MassRange {
  const reach = Z90 * Math.sqrt(logVariance);
  return { low90: Math.exp(logMean - reach), high90: Math.exp(logMean + reach) };
}
