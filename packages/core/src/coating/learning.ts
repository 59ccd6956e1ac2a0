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

/** How far what a coat weighs spreads: standard deviations of its logarithm. */
export interface CoatSpread {
  /** Of an estimate before any weighing. */
  readonly firstLogSd: number;
  /** From run to run, whatever its length. */
  readonly runLogSd: number;
  /** From piece to piece within a run. */
  readonly pieceLogSd: number;
}

/** Of what is dipped, cast or drawn; shop default. */
export const DIPPED_SPREAD: CoatSpread = { firstLogSd: 0.35, runLogSd: 0.1, pieceLogSd: 0.25 };
/** Of what is mixed: it was weighed into the bowl, and only how full the scoop is varies; shop default. */
export const MIXED_SPREAD: CoatSpread = { firstLogSd: 0.05, runLogSd: 0.03, pieceLogSd: 0.08 };

/** Of what is poured by area and broken: by hand it varies in thickness, and one piece most in size; shop default. */
export const POURED_SPREAD: CoatSpread = { firstLogSd: 0.15, runLogSd: 0.08, pieceLogSd: 0.35 };

/** Variance of the log of a run's mean about what is true of the piece: its own error, and that of so many pieces. */
export function runLogVariance({ runLogSd, pieceLogSd }: CoatSpread, pieces: number): number {
  return runLogSd ** 2 + pieceLogSd ** 2 / pieces;
}

/** A normal belief of the log of something. */
interface LogBelief {
  readonly logMean: number;
  readonly logVariance: number;
}

/**
 * A normal belief of a log after something was seen of it with a normal error: precisions add up, means by their precisions.
 * Source: Gelman, Bayesian Data Analysis (normal model with known variance).
 */
export function updatedLog({ logMean, logVariance }: LogBelief, seen: LogBelief): LogBelief {
  const precision = 1 / logVariance + 1 / seen.logVariance;
  return {
    logMean: (logMean / logVariance + seen.logMean / seen.logVariance) / precision,
    logVariance: 1 / precision,
  };
}

/** What a weighing counts for each season that it is back; shop default. */
export const SEASON_FADE = 0.7;
const DOUBTFUL_SDS = 3;
/** Standard normal quantile at 0.95: 90% lie between the two ends. */
export const Z90 = 1.645;

/** What is believed of a piece that was only estimated. @throws InputError unless the estimate is above 0 */
export function firstBelief(estimateGrams: number, { firstLogSd } = DIPPED_SPREAD): CoatBelief {
  requireWithin('/estimateG', estimateGrams, { min: 1e-6, max: 10_000 });
  return { logMean: Math.log(estimateGrams), logVariance: firstLogSd ** 2, weighings: 0, doubtful: 0 };
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
  const seenVariance = runLogVariance(DIPPED_SPREAD, weighing.pieces) / SEASON_FADE ** weighing.seasonsBack;
  return {
    ...updatedLog(belief, { logMean: logSeen, logVariance: seenVariance }),
    weighings: belief.weighings + 1,
    doubtful:
      belief.doubtful + (isFarOff(logSeen - belief.logMean, belief.logVariance + seenVariance) ? 1 : 0),
  };
}

/** Whether something seen lies further than three predictive standard deviations from what was expected. */
export function isFarOff(distance: number, predictiveVariance: number): boolean {
  return Math.abs(distance) / Math.sqrt(predictiveVariance) > DOUBTFUL_SDS;
}

/** Standard normal quantile at 0.995: one in a hundred lies outside the two ends. */
const Z99 = 2.576;

/**
 * Whether a weighing is so far from what is believed that it is asked about before it is kept: one in a hundred is, where
 * all is as it should be. By hand: nothing weighed, 100 pieces: further than exp(2.576·sqrt(0.35² + 0.10² + 0.25²/100)) = 2.57
 * times the estimate, or less of it. Source: shop default on the normal distribution.
 */
export function isAskedAbout(
  seen: { readonly gramsPerPiece: number; readonly pieces: number },
  belief: CoatBelief,
  spread = DIPPED_SPREAD,
): boolean {
  const distance = Math.abs(Math.log(seen.gramsPerPiece) - belief.logMean);
  return distance > Z99 * Math.sqrt(belief.logVariance + runLogVariance(spread, seen.pieces));
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
export function pieceRange(belief: CoatBelief, spread = DIPPED_SPREAD): MassRange {
  return range(belief.logMean, belief.logVariance + runLogVariance(spread, 1));
}

function range(logMean: number, logVariance: number): MassRange {
  const reach = Z90 * Math.sqrt(logVariance);
  return { low90: Math.exp(logMean - reach), high90: Math.exp(logMean + reach) };
}
